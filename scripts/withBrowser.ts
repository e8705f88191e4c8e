import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { type Browser, chromium } from '@playwright/test';
import { chromiumOptions } from '../e2e/chromiumOptions';

/** Root of the repository. */
export const root = fileURLToPath(new URL('..', import.meta.url));

/** Serves the built application on a port of its own, opens a browser, and closes both when the work is done. */
export async function withBrowser(
  port: number,
  work: (browser: Browser, base: string) => Promise<void>,
): Promise<void> {
  const base = `http://127.0.0.1:${port}`;
  const env = { ...process.env, PORT: String(port) };
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    env,
    stdio: 'ignore',
  });
  const answers = async () => (await fetch(`${base}/api/health`).catch(() => null))?.ok ?? false;
  while (!(await answers())) await new Promise((resolve) => setTimeout(resolve, 100));
  const browser = await chromium.launch(chromiumOptions);
  try {
    await work(browser, base);
  } finally {
    await browser.close();
    server.kill();
  }
}
