// Time until Today can be used, first and later visits, median of five, in Debian's Chromium.
import type { Browser, Page } from '@playwright/test';
import { withBrowser } from './withBrowser';

/** Marks, inside the page, the moment at which the first step can be pressed. */
const watch = () => {
  new MutationObserver(() => {
    const usable = document.querySelector('article .MuiButton-contained, #opening button');
    if (usable && performance.getEntriesByName('usable').length === 0) performance.mark('usable');
  }).observe(document, { childList: true, subtree: true });
};

/** When something true was first seen, and when the first step could be pressed, ms. */
type Seen = [painted: number, usable: number];

const paintedMs = (page: Page): Promise<number> =>
  page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? Number.NaN);

async function seen(page: Page, base: string): Promise<Seen> {
  await page.goto(base);
  await page.getByRole('article').getByRole('button', { name: 'Start' }).waitFor();
  const usable = await page.evaluate(() => performance.getEntriesByName('usable')[0]?.startTime ?? Number.NaN);
  return [await paintedMs(page), usable];
}

/** The same frame with nothing behind it: what the browser and this machine take for any page. */
async function floorMs(browser: Browser, base: string): Promise<number> {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.route(`${base}/`, async (route) => {
    const answer = await route.fetch();
    const body = (await answer.text()).replace(
      /<script[^>]*><\/script>|<link rel="(modulepreload|stylesheet)"[^>]*>/g,
      '',
    );
    await route.fulfill({ response: answer, body });
  });
  await page.goto(base);
  await page.waitForFunction(() => performance.getEntriesByName('first-contentful-paint').length > 0);
  const painted = await paintedMs(page);
  await context.close();
  return painted;
}

async function visits(browser: Browser, base: string): Promise<[first: Seen, again: Seen]> {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.addInitScript(watch);
  const first = await seen(page, base);
  // The third visit stands for later ones: by then the browser keeps the compiled script.
  await page.goto('about:blank');
  await seen(page, base);
  await page.goto('about:blank');
  const again = await seen(page, base);
  await context.close();
  return [first, again];
}

await withBrowser(4189, async (browser, base) => {
  await visits(browser, base);
  const measured: [Seen, Seen][] = [];
  const floors: number[] = [];
  for (let i = 0; i < 5; i += 1) {
    measured.push(await visits(browser, base));
    floors.push(await floorMs(browser, base));
  }
  const median = (all: readonly number[]) => Math.round([...all].sort((a, b) => a - b)[2] ?? 0);
  const of = (visit: 0 | 1, what: 0 | 1) => median(measured.map((m) => m[visit][what]));
  console.log(
    `First paint, first visit: ${of(0, 0)} ms; third: ${of(1, 0)} ms (500 wanted); a static page in the same run: ${median(floors)} ms.`,
  );
  console.log(
    `Today usable, first visit: ${of(0, 1)} ms (1,200 wanted); third visit: ${of(1, 1)} ms (400 wanted). Median of five.`,
  );
});
