// Time until Today can be used, first and later visits, median of five, in Debian's Chromium.
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { type Browser, chromium, type Page } from '@playwright/test';

const root = fileURLToPath(new URL('..', import.meta.url));
const port = 4189;
const base = `http://127.0.0.1:${port}`;
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  cwd: root,
  env: { ...process.env, PORT: String(port) },
  stdio: 'ignore',
});
const answers = async (): Promise<boolean> => (await fetch(`${base}/api/health`).catch(() => null))?.ok ?? false;
while (!(await answers())) await new Promise((resolve) => setTimeout(resolve, 100));

/** Marks, inside the page, the moment at which the first step can be pressed. */
const watch = () => {
  new MutationObserver(() => {
    const usable = document.querySelector('article .go');
    if (usable && performance.getEntriesByName('usable').length === 0) performance.mark('usable');
  }).observe(document, { childList: true, subtree: true });
};

async function usableMs(page: Page): Promise<number> {
  await page.goto(base);
  await page.getByRole('article').getByRole('button', { name: 'Start' }).waitFor();
  return page.evaluate(() => performance.getEntriesByName('usable')[0]?.startTime ?? Number.NaN);
}

async function visits(browser: Browser): Promise<[first: number, again: number]> {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.addInitScript(watch);
  const first = await usableMs(page);
  await page.goto('about:blank');
  const again = await usableMs(page);
  await context.close();
  return [first, again];
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
await visits(browser);
const measured: [number, number][] = [];
for (let i = 0; i < 5; i += 1) measured.push(await visits(browser));
const median = (which: 0 | 1) => Math.round(measured.map((m) => m[which]).sort((a, b) => a - b)[2] ?? 0);
console.log(
  `Today usable, first visit: ${median(0)} ms (1,200 wanted); later visit: ${median(1)} ms (400 wanted). Median of five.`,
);
await browser.close();
server.kill();
