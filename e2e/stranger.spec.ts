import { execFileSync } from 'node:child_process';
import { type Locator, test as onOwnProfile, type Page } from '@playwright/test';
import { test } from './bench';
import { ownServer } from './ownServer';
import { expect } from './seen';
import { chosen, fromMenu, goTo, openEmpty, openFresh, pick } from './support';

/** Counts presses: each click, each choice from a list, each field that is typed into. */
class Presses {
  count = 0;
  constructor(readonly page: Page) {}
  async on(what: Locator): Promise<void> {
    this.count += 1;
    await what.click();
  }
  async button(name: string | RegExp, within: Page | Locator = this.page): Promise<void> {
    await this.on(within.getByRole('button', { name }).first());
  }
  async link(name: string): Promise<void> {
    await this.on(this.page.getByRole('link', { name }).first());
  }
  async type(label: string, text: string): Promise<void> {
    this.count += 1;
    await this.page.getByLabel(label, { exact: true }).fill(text);
  }
  async choose(label: string, name: string): Promise<void> {
    this.count += 1;
    await pick(this.page.getByLabel(label, { exact: true }), name);
  }
}

for (const [width, height, most] of [
  [1280, 800, 18],
  [390, 844, 20],
] as const)
  test(`a chest is planned, priced and dated in ${most} presses at ${width}×${height}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await openFresh(page);
    const presses = new Presses(page);
    await presses.button('Menu');
    await presses.on(page.getByRole('menuitem', { name: /^New workshop/ }));
    await presses.link('New piece');
    await presses.button('Chest of drawers');
    await presses.type('Height', '90');
    await presses.type('Width', '90');
    await presses.type('Depth', '45');
    await presses.choose('Carcass: wood', 'Knotty pine');
    await presses.choose('Carcass: old finish', 'None, bare');
    await presses.link('To the plan');
    for (const zone of ['top', 'carcass', 'fronts']) await presses.choose(`Look of the ${zone}`, 'painted');
    await expect(page.getByRole('list', { name: 'Carcass: steps in order' })).toBeVisible();
    await expect(page.getByRole('link', { name: /^£[\d.]+ to buy$/ })).toBeVisible();
    await presses.link('Quantities');
    await expect(page.getByRole('heading', { name: /Cans for the whole piece, bought new: £\d+/ })).toBeVisible();
    await presses.link('Work');
    await expect(page.getByText('Light use from')).toBeVisible();
    expect(presses.count).toBeLessThanOrEqual(most);
  });

test('what holds a piece stands first, and one press releases it', async ({ page }) => {
  // What is held, or waits for that, has no time; what only it takes has no day by which to buy it.
  await openFresh(page, '/pieces/parcels-counter/work');
  await expect(page.getByRole('list', { name: 'Held sittings' })).toContainText('Scrape with the grain');
  await expect(page.getByRole('list', { name: 'Sittings without a time' })).toContainText('Brush on stripper');
  await goTo(page, '/buy');
  const filler = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('link', { name: 'Two-part polyester filler' }) });
  await expect(filler).toContainText('no day yet');
  await goTo(page, '/pieces');
  await page.getByRole('link', { name: 'lead not tested' }).click();
  const held = page.getByRole('region', { name: 'Held: lead not tested' });
  await expect(held).toBeInViewport();
  const presses = new Presses(page);
  await presses.button('Negative, every layer', held);
  await expect(held).toBeHidden();
  expect(presses.count).toBe(1);
  await goTo(page, '/pieces');
  await expect(page.getByRole('list', { name: 'Pieces' })).not.toContainText('held:');
  await goTo(page, '/buy');
  await expect(filler).toContainText(/needed \w{3} \d+ \w{3}/);
});

test('the lead test done asks for its result there', async ({ page }) => {
  await openFresh(page, '/pieces/parcels-counter/work');
  const next = page.getByRole('region', { name: 'To log' });
  await next
    .getByRole('button', { name: /^Done: .*[Tt]est/ })
    .first()
    .click();
  const asked = page.getByRole('region', { name: /^Result of the lead test/ });
  await expect(asked).toBeVisible();
  await asked.getByRole('button', { name: 'Positive', exact: true }).click();
  await expect(asked).toBeHidden();
  await expect(page.getByRole('region', { name: 'Held: lead found' })).toBeVisible();
});

test('a run in a coat is noted and planned in four presses, and kept with the coat', async ({ page }) => {
  await openFresh(page);
  const presses = new Presses(page);
  await presses.button('Something went wrong on a coat');
  await presses.on(page.getByRole('menuitem', { name: /^Ticket-office cupboard, carcass/ }));
  await presses.on(page.getByRole('menuitem', { name: 'Run or sag' }));
  await expect(page.getByText(/Noted: run or sag\. It is levelled/)).toBeVisible();
  await presses.button('Show the plan');
  expect(presses.count).toBeLessThanOrEqual(4);
  await expect(page.getByRole('region', { name: 'Steps' })).toContainText('Feather the edges');
  await page.getByRole('link', { name: 'Work', exact: true }).click();
  await expect(page.getByRole('row', { name: /Carcass: paint.*Run or sag\./ })).toBeVisible();
});

test('the same by keyboard: list after list, and what the message offers by one key', async ({ page }) => {
  await openFresh(page);
  await page.getByRole('button', { name: 'Something went wrong on a coat' }).focus();
  await page.keyboard.press('Enter');
  const coat = page.getByRole('menuitem', { name: /^Ticket-office cupboard, carcass/ });
  await expect(page.getByRole('menuitem').first()).toBeFocused();
  await page.keyboard.press('End');
  for (let n = 0; n < 12 && !(await coat.evaluate((e) => e === document.activeElement)); n += 1)
    await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitem', { name: 'Run or sag' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Noted: run or sag\./)).toBeVisible();
  await page.keyboard.press('f');
  await expect(page.getByRole('button', { name: 'Show the plan' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Steps' })).toContainText('Feather the edges');
  // One letter after another leads to one place: work on the open piece is another key.
  await page.keyboard.press('g');
  await page.keyboard.press('u');
  await expect(page).toHaveURL(/\/colour$/);
});

test('an own can is typed in and in use within twelve presses', async ({ page }) => {
  await openFresh(page, '/products');
  const presses = new Presses(page);
  await presses.link('Type in your can’s label');
  await presses.type('Name on the can', 'Halt green');
  await presses.button('Next');
  await presses.type('Covers at least, m² per litre', '8');
  await presses.type('Covers at most, m² per litre', '12');
  await presses.button('That is all on the label');
  const uses = page.getByRole('region', { name: 'Use it on' });
  await presses.button('Use it on Parcels counter, carcass: paint', uses);
  await presses.button('Show the plan');
  expect(presses.count).toBeLessThanOrEqual(12);
  await page
    .getByRole('button', { name: /^paint 1, planned/ })
    .first()
    .click();
  const product = page.getByRole('complementary', { name: 'The step looked at' }).getByLabel('Product');
  await expect.poll(() => chosen(product)).toBe('Halt green');
});

test('nobody is wanted at two pieces at once: what is to be done today follows one after the other', async ({
  page,
}) => {
  await openFresh(page);
  const doing = page.getByRole('region', { name: 'What to do' });
  await page.getByRole('button', { name: /that still fit today/ }).click();
  // A better order may come in between.
  await expect(async () => {
    const clocks = (await doing.getByRole('listitem').allTextContents()).flatMap((t) => t.match(/^\d\d:\d\d/) ?? []);
    expect(clocks.length).toBeGreaterThan(5);
    expect(clocks).toEqual([...new Set(clocks)].sort());
  }).toPass();
});

test('the same finish goes on a new piece from the piece one copies from', async ({ page }) => {
  await openFresh(page, '/pieces/refreshment-table/plan');
  await page.getByRole('button', { name: 'Same finish on another piece' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Copy it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Refreshment table, again' })).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.getByLabel('Look of the fronts')).toHaveValue('painted');
});

test('on paper: what was used with amounts and batches, and the care card; a file says where it went', async ({
  page,
}) => {
  await openFresh(page, '/pieces/ticket-cupboard/papers');
  await page.getByRole('button', { name: 'What was used' }).click();
  await expect(page.getByRole('article').getByRole('row').nth(3)).toBeVisible();
  await page.getByRole('button', { name: 'Care card' }).click();
  const card = page.getByRole('article', { name: /how to look after it/ });
  await expect(card).toContainText('Use it lightly from');
  await expect(card).toContainText('Furniture enamel');
  await fromMenu(page, 'Settings');
  await page.getByRole('button', { name: 'Export this workshop' }).click();
  await expect(page.getByText(/went to the downloads of this browser/)).toBeVisible();
});

test('an offer with the workshop’s own terms is saved as PDF, and reads back as it stands on the screen', async ({
  page,
}, info) => {
  await openFresh(page, '/settings/papers');
  await page.getByLabel('Who made it').fill('Made-up maker\nA lane by the halt');
  await page.getByLabel('Terms under an offer').fill('Half on order, half on collection.');
  await page.getByRole('button', { name: 'US Letter' }).click();
  await goTo(page, '/pieces/ticket-cupboard/papers');
  await page.getByRole('button', { name: 'Offer', exact: true }).click();
  const offer = page.getByRole('article', { name: 'Offer: Ticket-office cupboard' });
  await expect(offer).toContainText('Half on order, half on collection.');
  const price = await offer
    .getByRole('row', { name: /^Together/ })
    .getByRole('cell')
    .last()
    .textContent();
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as PDF' }).click(),
  ]);
  expect(saved.suggestedFilename()).toBe('offer-ticket-office-cupboard.pdf');
  const path = info.outputPath('offer.pdf');
  await saved.saveAs(path);
  const text = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  for (const part of [price!, 'A lane by the halt', 'Half on order, half on collection.']) expect(text).toContain(part);
  expect(execFileSync('pdfinfo', [path], { encoding: 'utf8' })).toContain('612 x 792');
});

test('“worn” shows which damages it would note before it notes them', async ({ page }) => {
  await openEmpty(page);
  await page.getByRole('link', { name: 'New piece' }).first().click();
  await page.getByRole('button', { name: 'Chest of drawers' }).click();
  await page.getByRole('button', { name: 'Worn' }).click();
  const shown = page.getByRole('region', { name: 'Worn: what it notes' });
  await expect(shown).toContainText('×');
  await shown.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByText('typical defects are noted')).toBeHidden();
  await page.getByRole('button', { name: 'Worn' }).click();
  await shown.getByRole('button', { name: 'Note these' }).click();
  await expect(page.getByText(/typical defects are noted/)).toBeVisible();
});

onOwnProfile('the last known Today is there before anything is worked out, marked with its hour', async ({ page }) => {
  await openFresh(page);
  await expect(page.getByRole('button', { name: 'Start' })).toBeVisible();
  // What the frame shows by itself, without any script of the application.
  await page.route('**/assets/*', (route) => route.abort());
  await page.goto('/');
  await expect(page.getByText(/^As it stood .*10:07; it is being worked out again\.$/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Refreshment table' }).first()).toBeVisible();
});

onOwnProfile('the first act of the last Today is pressed before anything is worked out again', async ({ page }) => {
  await openFresh(page);
  const what = page.getByRole('article').getByRole('heading');
  const first = (await what.textContent()) ?? '';
  await page.route('**/core.worker*', (route) => route.abort());
  await page.reload();
  await expect(page.getByText(/it is being worked out again/)).toBeVisible();
  await expect(what).toHaveText(first);
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByText(/^Started: /)).toBeVisible();
  // What was worked out from another state of the piece is not pressed a second time.
  await expect(page.getByRole('button', { name: 'Start' })).toHaveCount(0);
  await page.unroute('**/core.worker*');
  await page.reload();
  await expect(page.getByRole('article').getByText('Running')).toBeVisible();
});

/** Opens the frame, without the application. @returns lets it come */
async function openFrame(page: Page): Promise<() => void> {
  let go = () => {};
  const gate = new Promise<void>((resolve) => {
    go = resolve;
  });
  await page.route('**/assets/*.js', async (route) => {
    await gate;
    await route.continue();
  });
  await page.goto('/', { waitUntil: 'commit' });
  return go;
}

onOwnProfile(
  'what is pressed before the application has begun is noted when it has, and refused where it changed meanwhile',
  async ({ page }) => {
    await openFresh(page);
    await expect(page.getByRole('button', { name: 'Start' })).toBeVisible();
    let go = await openFrame(page);
    await page.getByRole('button', { name: 'Start' }).click();
    await expect(page.getByRole('status')).toHaveText('Pressed; it is noted in a moment.');
    go();
    await expect(page.getByText(/^Started: /)).toBeVisible();
    await expect(page.getByRole('article').getByText('Running')).toBeVisible();
    await page.unroute('**/assets/*.js');

    go = await openFrame(page);
    await page.getByRole('button', { name: 'Done' }).click();
    await page.evaluate(() => {
      const last = JSON.parse(localStorage.getItem('cosmesis/today')!);
      localStorage.setItem('cosmesis/today', JSON.stringify({ ...last, first: { ...last.first, from: 'another' } }));
    });
    go();
    await expect(page.getByText(/has changed meanwhile, and was not noted: press again/)).toBeVisible();
    await expect(page.getByRole('article').getByText('Running')).toBeVisible();
  },
);

onOwnProfile(
  'on a first visit the first act of the demo is pressed in the frame, as the server has it ready, and is noted',
  async ({ browser }) => {
    // Without a clock of the test: the server has ready what is now, in its own time zone.
    const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
    const server = await ownServer();
    const context = await browser.newContext({ baseURL: server.at('/'), timezoneId: timeZone });
    const page = await context.newPage();
    // The next minute too: it may have come by the time the page asks.
    const ready = async () => {
      const nowMin = Math.floor(Date.now() / 60_000);
      const asked = [nowMin, nowMin + 1].map((atMin) =>
        page.request.get('/api/opening', { params: { atMin: String(atMin), timeZone } }),
      );
      return (await Promise.all(asked)).map((told) => told.status());
    };
    // A process that has just started, on a machine that does ten other things at once.
    await expect.poll(ready, { timeout: 150_000 }).toEqual([200, 200]);
    const go = await openFrame(page);
    const what = page.getByRole('main').getByRole('listitem').first();
    await expect(what).toContainText('Refreshment table');
    await page.getByRole('button', { name: 'Start' }).click();
    go();
    await expect(page.getByText(/^Started: /)).toBeVisible();
    await expect(page.getByRole('article').getByText('Running')).toBeVisible();
    await context.close();
    server.process.kill();
  },
);

test('a message is never in the way: what lies under it is pressed through it', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openFresh(page);
  await fromMenu(page, /^New workshop/);
  const message = page.getByRole('status').filter({ hasText: 'A new, empty workshop.' });
  await expect(message).toBeVisible();
  const box = await message.boundingBox();
  const under = await page.evaluate(([x, y]) => document.elementFromPoint(x, y)?.closest('[role=status]') === null, [
    box!.x + box!.width / 2,
    box!.y + box!.height / 2,
  ] as [number, number]);
  expect(under).toBe(true);
});

test('old addresses still lead to what they named', async ({ page }) => {
  await openFresh(page);
  for (const [from, to] of [
    ['/house', /\/settings\/house$/],
    ['/workshop', /\/settings$/],
    ['/pieces/ticket-cupboard/log', /\/work$/],
    ['/pieces/ticket-cupboard/time', /\/work$/],
    ['/pieces/ticket-cupboard/advice', /\/plan#advice$/],
    ['/pieces/ticket-cupboard/compare', /\/plan#compare$/],
  ] as const) {
    await goTo(page, from);
    await expect(page).toHaveURL(to);
  }
});
