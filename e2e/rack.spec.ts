import { test } from './bench';
import { expect } from './seen';
import { fromMenu, goTo, openFresh, orderFound, pick } from './support';

test('the rack shows all pieces over time, says what keeps a sitting where it is, and what is held', async ({
  page,
}) => {
  await openFresh(page);
  await fromMenu(page, 'Rack');
  await expect(page.getByRole('heading', { name: 'The rack' })).toBeVisible();
  await expect(page.getByText(/^\d+ sittings on 9 pieces, .* for one pair of hands, until /)).toBeVisible();
  await expect(
    page.getByText(/^Parcels counter: held: lead not tested\. \d+ of its sittings wait for that\.$/),
  ).toHaveCount(1);
  await orderFound(page);

  // By keyboard: from one sitting to the next.
  const drawing = page.getByRole('group', { name: 'Rack' });
  await drawing.getByRole('button').first().focus();
  await page.keyboard.press('Enter');
  const told = page.getByRole('region', { name: 'The sitting' });
  await expect(told).toContainText('What keeps it from being sooner');
  const first = (await told.textContent()) ?? '';
  await page.keyboard.press('ArrowRight');
  await expect(told).not.toHaveText(first);
  await expect(told).toContainText(/sooner: (after|the hands are at|the next hours|held back|the film of)/);

  await page.getByRole('button', { name: 'All of it' }).click();
  // Places as lanes, and one piece alone.
  await expect(drawing.getByText(/^The places where films dry/)).toBeHidden();
  await page.getByRole('button', { name: 'Pieces and places' }).click();
  await expect(drawing.getByText(/^The places where films dry/)).toBeVisible();
  await pick(page.getByRole('combobox', { name: 'Shown' }), 'Refreshment table');
  await expect(page.getByText(/^\d+ sittings on one piece/)).toBeVisible();
  await pick(page.getByRole('combobox', { name: 'Shown' }), 'All pieces');
  const ready = page.getByRole('region', { name: 'Ready for light use' });
  await expect(ready.getByRole('listitem')).toHaveCount(9);
  await expect(ready.getByRole('listitem').filter({ hasText: 'Parcels counter' })).toContainText('not yet');

  // The same day wherever the piece is named, though by itself it would be ready sooner; and no two begin at one time.
  const slope = ready.getByRole('listitem').filter({ hasText: 'Clerk’s writing slope' });
  const day = /^[A-Z][a-z]+ \d+ [A-Z][a-z]{2}/.exec((await slope.textContent()) ?? '')![0];
  await slope.getByRole('link').click();
  await expect(page.getByText(`light use ${day}`)).toBeVisible();
  const alone = page
    .getByRole('region', { name: 'When' })
    .getByText(/^Without the other pieces/)
    .locator('..');
  await expect(alone).toBeVisible();
  await expect(alone).not.toContainText(day);
  await goTo(page, '/pieces');
  await expect(page.getByRole('listitem').filter({ hasText: 'Clerk’s writing slope' })).toContainText(
    `light use ${day}`,
  );
  const begins = await page.getByText(/^(\w+ )?\d\d:\d\d · /).allTextContents();
  expect(begins.length).toBeGreaterThan(2);
  expect(new Set(begins.map((b) => b.split(' · ')[0])).size).toBe(begins.length);
});

test('two pieces claim no hour: what is done on one moves the other, and nothing overlaps in the order', async ({
  page,
}) => {
  await openFresh(page, '/rack');
  await orderFound(page);
  const list = page.getByRole('region', { name: 'In order' });
  const whole = list.getByRole('button', { name: /^All \d+ sittings$/ });
  const first = list.getByRole('listitem').first();
  await expect(first).toContainText('nothing keeps it');
  await whole.click();
  await expect(list.getByRole('listitem').nth(100)).toBeVisible();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  const act = page.getByRole('article');
  const what = (await act.getByRole('heading').textContent()) ?? '';
  await act.getByRole('button', { name: 'Start' }).click();
  await expect(act.getByText('Running')).toBeVisible();
  await page.goBack();
  await expect(list.getByRole('listitem').first()).toContainText('Running');
  await expect(list.getByRole('listitem').first()).toContainText(what);
});

test('the schedule is rehearsed: how sure the promises are, what holds it up, what would help; and it can be stopped', async ({
  page,
}) => {
  await openFresh(page, '/rack');
  const section = page.getByRole('region', { name: 'Rehearsal' });
  await section.getByRole('button', { name: 'Rehearse it' }).click();
  await section.getByRole('button', { name: 'Stop' }).click();
  await expect(section.getByRole('button', { name: 'Rehearse it' })).toBeVisible();
  await section.getByRole('button', { name: 'Rehearse it' }).click();
  await expect(section.getByText(/Refreshment table keeps its promise in \d+ % of the runs/)).toBeVisible({
    timeout: 60_000,
  });
  const ready = section.getByRole('table', { name: 'When pieces are ready' });
  await expect(ready.getByRole('row', { name: /^Cane-backed chair/ })).toContainText(/\d+ %/);
  await section.getByRole('button', { name: 'Days of Cane-backed chair' }).click();
  await expect(section.getByRole('figure')).toContainText('Cane-backed chair: ready on these days, of 1000 runs.');
  await expect(section.getByRole('table', { name: 'What would change it' })).toContainText('Another pair of hands');
  // Nothing of it is wider than a phone.
  await page.setViewportSize({ width: 390, height: 844 });
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('a sitting is dragged to another time: what that moves stands there before it is said; in the night it is refused, with what would resolve it', async ({
  page,
}) => {
  await openFresh(page, '/rack');
  await orderFound(page);
  const blocks = page.getByRole('group', { name: 'Rack' }).getByRole('button');
  const block = blocks.filter({ hasText: 'Waiting-room st' }).first();
  const label = (await block.getAttribute('aria-label')) ?? '';
  const told = page.getByRole('region', { name: 'The sitting' });
  // A minute that begins may move it: it is taken up where it stands then.
  await expect(async () => {
    await page.mouse.up();
    const box = (await block.boundingBox())!;
    await page.mouse.move(box.x + 10, box.y + 20);
    await page.mouse.down();
    await page.mouse.move(box.x + 60, box.y + 22, { steps: 4 });
    await page.mouse.move(box.x + 130, box.y + 22, { steps: 4 });
    const moved = told.getByText(/No piece is ready at another time for it|: ready |A window passes/).first();
    await expect(moved).toBeVisible({ timeout: 5_000 });
  }).toPass();
  await page.mouse.up();
  // The first twentieth of a second after it was let go is still the dragging's: no press is one then.
  const begin = told.getByRole('button', { name: /^Begin \d\d:\d\d$/ });
  await expect(async () => {
    if (await begin.isVisible()) await begin.click({ timeout: 2_000 });
    await expect(told).toContainText('you said that it begins then', { timeout: 3_000 });
  }).toPass();
  await expect(blocks.filter({ hasText: 'Waiting-room st' }).first()).not.toHaveAttribute('aria-label', label);
  await expect(page.getByRole('button', { name: /, as you said$/ })).toHaveCount(1);
  await told.getByRole('button', { name: 'Whenever it fits' }).click();
  await expect(page.getByRole('button', { name: /, as you said$/ })).toHaveCount(0);

  // By keyboard, into the night.
  const at = told.getByRole('group', { name: 'Begin it at' });
  await at.getByRole('spinbutton', { name: 'Hours' }).click();
  await page.keyboard.type('2330');
  await expect(told).toContainText('no working hours are left for it then');
  await expect(told).toContainText('2 things cannot be kept together');
  await expect(told.getByRole('link', { name: 'hands and room' })).toHaveAttribute('href', /\/settings\/hands$/);
  await expect(told.getByRole('button', { name: 'Begin 23:30' })).toBeDisabled();
  await told.getByRole('button', { name: 'Leave it' }).click();
  await expect(told).not.toContainText('cannot be kept together');
});

test('two who work here have a line each, days off of their own, and a day of their own on Today; without room nothing is planned, and it says so', async ({
  page,
}) => {
  await openFresh(page, '/settings/hands');
  await page.getByRole('button', { name: 'Add a person' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('First bench');
  await page.getByRole('button', { name: 'Add a person' }).click();
  await page.getByRole('textbox', { name: 'Name' }).nth(1).fill('Second bench');
  await page.getByRole('group', { name: 'Hours of Second bench' }).getByRole('button', { name: 'Their own' }).click();
  await page.getByRole('textbox', { name: 'Second bench, Wednesday' }).fill('');
  await page.getByRole('textbox', { name: 'Second bench, Thursday' }).fill('9-12');
  await page.getByRole('textbox', { name: 'Second bench, Thursday' }).blur();
  const off = page.getByRole('region', { name: 'Days off' });
  await off.getByRole('group', { name: 'First day off' }).getByRole('spinbutton', { name: 'Day' }).click();
  await page.keyboard.type('27112026');
  await off.getByRole('combobox', { name: 'Who is off' }).selectOption({ label: 'First bench' });
  await off.getByRole('button', { name: 'Add days off' }).click();
  await expect(off.getByRole('listitem')).toContainText('2026-11-27First bench');
  await goTo(page, '/rack');
  await expect(page.getByText(/for 2 pairs of hands, until/)).toBeVisible();
  await orderFound(page);
  const drawing = page.getByRole('group', { name: 'Rack' });
  await expect(drawing.getByText('Second bench')).toBeVisible();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  const list = page.getByRole('region', { name: 'What to do' });
  await list.getByRole('button', { name: 'Second bench' }).click();
  // Not here on Wednesday, and from nine to twelve on Thursday.
  await expect(list.getByRole('article')).toContainText(/Thu.*09:00/);

  await goTo(page, '/settings/hands');
  // Who would leave nobody an hour, or nobody a day for years, is told; nothing is taken over.
  const days = page.getByRole('region', { name: 'Days off' });
  await days.getByRole('group', { name: 'First day off' }).getByRole('spinbutton', { name: 'Day' }).click();
  await page.keyboard.type('01012027');
  await days.getByRole('group', { name: 'Last day off' }).getByRole('spinbutton', { name: 'Day' }).click();
  await page.keyboard.type('31122029');
  await days.getByRole('button', { name: 'Add days off' }).click();
  await expect(page.getByText(/^Not taken over: nobody can have more than 300 days off/)).toBeVisible();
  await expect(days.getByRole('listitem')).toHaveCount(1);
  const bench = page.getByRole('textbox', { name: 'Pieces on benches at a time' });
  await bench.fill('0');
  await bench.blur();
  await expect(page.getByText('Pieces on benches at a time: none.')).toBeVisible();
  await goTo(page, '/rack');
  const why = page.getByRole('note').filter({ hasText: 'there is no room for it: the benches' }).first();
  await why.getByRole('button', { name: 'What would resolve it' }).click();
  await expect(why).toContainText('there is room for 0 in the benches: room for one more');
});
