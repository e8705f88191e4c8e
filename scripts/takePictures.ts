// One current picture of each main view, from the demo, into docs/screenshots: npm run pictures (after npm run build)
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';

const root = fileURLToPath(new URL('..', import.meta.url));
const port = 4188;
const base = `http://127.0.0.1:${port}`;

interface View {
  name: string;
  path: string;
  width?: number;
  height?: number;
  scheme?: 'light' | 'dark';
}

const views: readonly View[] = [
  { name: 'today', path: '/' },
  { name: 'pieces', path: '/pieces' },
  { name: 'survey', path: '/pieces/parcels-counter/survey' },
  { name: 'plan', path: '/pieces/ticket-cupboard/plan' },
  { name: 'plan-held', path: '/pieces/parcels-counter/plan' },
  { name: 'quantities', path: '/pieces/refreshment-table/quantities' },
  { name: 'time', path: '/pieces/refreshment-table/time' },
  { name: 'log', path: '/pieces/refreshment-table/log' },
  { name: 'product', path: '/products/enamel' },
  { name: 'workshop', path: '/workshop' },
  { name: 'today-night', path: '/', scheme: 'dark' },
  { name: 'today-phone', path: '/', width: 390, height: 844 },
  { name: 'plan-phone', path: '/pieces/ticket-cupboard/plan', width: 390, height: 844 },
];

const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  cwd: root,
  env: { ...process.env, PORT: String(port) },
  stdio: 'ignore',
});
const answers = async (): Promise<boolean> => (await fetch(`${base}/api/health`).catch(() => null))?.ok ?? false;
while (!(await answers())) await new Promise((resolve) => setTimeout(resolve, 100));

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
for (const { name, path, width = 1280, height = 800, scheme = 'light' } of views) {
  const context = await browser.newContext({
    viewport: { width, height },
    colorScheme: scheme,
    timezoneId: 'Europe/London',
    locale: 'en-GB',
  });
  const page = await context.newPage();
  await page.clock.install({ time: new Date('2026-11-25T10:07:00Z') });
  await page.goto(base);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.goto(base + path);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.waitForLoadState('networkidle');
  await page.getByText('Working it out…').waitFor({ state: 'hidden' });
  await page.screenshot({ path: `${root}/docs/screenshots/${name}.png` });
  await context.close();
}
await browser.close();
server.kill();
console.log(`${views.length} pictures in docs/screenshots.`);
