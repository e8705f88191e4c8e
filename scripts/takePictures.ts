// One current picture of each main view, from the demo, into docs/screenshots: npm run pictures (after npm run build)
import { root, withBrowser } from './withBrowser';

interface View {
  name: string;
  path: string;
  width?: number;
  height?: number;
}

const views: readonly View[] = [
  { name: 'today', path: '/' },
  { name: 'pieces', path: '/pieces' },
  { name: 'survey', path: '/pieces/writing-slope/survey' },
  { name: 'plan', path: '/pieces/ticket-cupboard/plan' },
  { name: 'plan-held', path: '/pieces/parcels-counter/plan' },
  { name: 'quantities', path: '/pieces/refreshment-table/quantities' },
  { name: 'work', path: '/pieces/refreshment-table/work' },
  { name: 'papers', path: '/pieces/ticket-cupboard/papers' },
  { name: 'rack', path: '/rack' },
  { name: 'mix', path: '/mix' },
  { name: 'air', path: '/air?space=goods-shed' },
  { name: 'buy', path: '/buy' },
  { name: 'shelf', path: '/shelf' },
  { name: 'colour', path: '/colour?piece=stool-1&zone=top&target=35 11 19&called=The counter in the ticket hall' },
  { name: 'sticks', path: '/colour/sticks' },
  { name: 'cards', path: '/cards' },
  { name: 'learned', path: '/learned' },
  { name: 'today-phone', path: '/', width: 390, height: 844 },
  { name: 'plan-phone', path: '/pieces/ticket-cupboard/plan', width: 390, height: 844 },
];

await withBrowser(4188, async (browser, base) => {
  for (const { name, path, width = 1280, height = 800 } of views) {
    const context = await browser.newContext({
      viewport: { width, height },
      colorScheme: 'light',
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
    // Nothing is still being worked out, and what is drawn when there is time is drawn.
    await page.waitForFunction(
      () => !/so far|Working out|Working it out|worked out again/.test(document.body.textContent),
    );
    if (path.startsWith('/air')) await page.locator('.recharts-surface').first().waitFor();
    if (path.startsWith('/colour?')) await page.getByRole('region', { name: /^Way 1/ }).waitFor();
    if (path === '/colour/sticks') await page.getByRole('region', { name: /^Stick 1/ }).waitFor();
    // The air is told.
    await page.getByRole('region', { name: 'Air', exact: true }).getByText('dew point').waitFor();
    if (path.endsWith('/plan'))
      await page
        .getByRole('list', { name: /steps in order/ })
        .first()
        .waitFor();
    await page
      .getByText(/^Working (it|the alternatives) out…$/)
      .first()
      .waitFor({ state: 'hidden' });
    // The turn of a piece among the others is asked for once there is a rest.
    await page.locator('.MuiSkeleton-root').first().waitFor({ state: 'hidden' });
    if (path === '/pieces')
      await page
        .getByText(/^light use/)
        .first()
        .waitFor();
    // Small parts are brought when they are needed.
    if (path === '/')
      await page
        .getByText(/^Only a part of it/)
        .first()
        .waitFor();
    // What was scrolled to is painted.
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    await page.screenshot({ path: `${root}/docs/screenshots/${name}.png` });
    await context.close();
  }
});
console.log(`${views.length} pictures in docs/screenshots.`);
