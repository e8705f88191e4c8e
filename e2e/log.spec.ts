import { test } from './bench';
import { expect } from './seen';
import { bareChest, fromMenu, goTo, newWorkshop, openEmpty, openFresh, pick, typeHour } from './support';

test('a coat finished late on Friday: its window closes on Saturday, and Monday gains a scuff', async ({ page }) => {
  await openFresh(page, '/', '2026-11-27T08:00:00Z');
  await newWorkshop(page);
  // Sanded between coats only to cure faults: nothing but the window asks for a scuff.
  await fromMenu(page, 'House rules');
  await page
    .getByRole('group', { name: 'Sanding between coats' })
    .getByRole('button', { name: /only to cure faults/ })
    .click();
  await page.getByRole('link', { name: 'Pieces' }).first().click();
  await bareChest(page);
  await page.getByRole('link', { name: 'To the plan' }).click();
  await pick(page.getByLabel('Look of the top'), 'natural clear');
  await page.getByRole('link', { name: 'Work', exact: true }).click();
  const done = (what: string) =>
    page
      .getByRole('region', { name: 'To log' })
      .getByRole('button', { name: `Done: ${what}`, exact: true })
      .click();
  // One press a sitting; what only has to dry is logged by nobody.
  for (const what of [
    'Photograph it as it is',
    'Wash down and degrease: top; then rinse with clean water',
    'Sand P80, P120, P150, P180, P220: top; then vacuum and tack',
    'Mask the border: carcass',
  ])
    await done(what);
  await page.clock.setFixedTime(new Date('2026-11-27T16:50:00Z'));
  await done('Clear coat 1 of 3: top');

  // Waterborne clear: next coat after 3 h, unscuffed until 12 h; Saturday 4:50 passes before Monday 8:00.
  const next = page.getByRole('region', { name: 'To log' });
  const item = (what: string) => next.getByRole('listitem').filter({ hasText: what }).first();
  await expect(item('Scuff P320 by hand')).toContainText('Mon 08:00');
  await expect(item('Clear coat 2 of 3')).toContainText('Mon 08:');
  await page.getByRole('link', { name: 'Work', exact: true }).click();
  await page.getByRole('button', { name: 'Every step' }).click();
  const scuff = page.getByRole('row', { name: /scuff p320 by hand \(window closed Sat 04:50\)/i });
  await expect(scuff).toContainText('Mon 08:00');

  // Logged on Monday, the scuff becomes part of the plan and the coat goes on.
  await page.clock.setFixedTime(new Date('2026-11-30T08:10:00Z'));
  await page.getByRole('link', { name: 'Work', exact: true }).click();
  await done('Scuff P320 by hand: top; then vacuum and tack');
  await done('Clear coat 2 of 3: top');
  await expect(page.getByRole('region', { name: 'Every step in time' })).toContainText('scuff P320 by hand');
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.getByText('CMP-03')).toBeHidden();
});

test('a sitting is logged by one press, or a step of it alone, for once or for good; what is held cannot be logged past its hold', async ({
  page,
}) => {
  await openFresh(page, '/pieces/ticket-cupboard/log');
  await test.step('a sitting is logged by one press, or one step of it alone', async () => {
    const next = page.getByRole('region', { name: 'To log' });
    const history = page.getByRole('region', { name: 'History' });
    const dusted = history.getByRole('row', { name: /^Carcass: vacuum and tack/ });
    await next
      .getByRole('button', { name: /^Only a part of it/ })
      .first()
      .click();
    const before = await dusted.count();
    await next.getByRole('button', { name: 'Done: Carcass, Sand lightly between coats P320 by hand' }).click();
    await expect(history.getByRole('row', { name: /^Carcass: sand lightly between coats P320 by hand/ })).toHaveCount(
      1,
    );
    await expect(dusted).toHaveCount(before);
    await page.getByRole('button', { name: 'Undo' }).click();
    await next
      .getByRole('button', { name: 'Done: Sand lightly between coats P320 by hand: carcass; then vacuum and tack' })
      .click();
    await expect(dusted).toHaveCount(before + 1);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(dusted).toHaveCount(before);
  });
  await test.step('a step is split off from its sitting for good, and given back', async () => {
    await goTo(page, '/pieces/waiting-bench/log');
    const next = page.getByRole('region', { name: 'To log' });
    const washing = (where: RegExp) => next.getByRole('listitem').filter({ has: page.getByText(where) });
    const together = washing(/^Wash down and degrease: .*, .*; then/);
    await together.getByRole('button', { name: /^Only a part of it/ }).click();
    await expect(together.getByRole('button', { name: /^By itself: .*rinse/i })).toHaveCount(0);
    await together.getByRole('button', { name: 'By itself: Carcass, Wash down and degrease' }).click();
    const alone = washing(/^Wash down and degrease: carcass; then/);
    await expect(alone).toBeVisible();
    await alone.getByRole('button', { name: /^Only a part of it/ }).click();
    await alone.getByRole('button', { name: 'With the others: Carcass, Wash down and degrease' }).click();
    await expect(alone).toBeHidden();
    await expect(together.first()).toContainText('carcass');
  });
  await test.step('a piece held for lead cannot be logged past its hold', async () => {
    await goTo(page, '/pieces/parcels-counter/log');
    await expect(page.getByRole('button', { name: 'Done: Take off the hardware' })).toBeVisible();
    await page.getByRole('link', { name: 'Plan', exact: true }).click();
    const finding = page.getByText(
      'Carcass: scrape with the grain would disturb an old film that may hold lead: no negative test of every layer is recorded.',
    );
    await expect(finding).toBeVisible();
    await page.getByRole('link', { name: 'To the lead test' }).first().click();
    await page.getByRole('button', { name: 'Negative, every layer' }).click();
    await page.getByRole('link', { name: 'Plan', exact: true }).click();
    await expect(finding).toBeHidden();
  });
});

test('start, done, correction and undo: what follows is worked out again', async ({ page }) => {
  await openFresh(page);
  const first = page.getByRole('article');
  await expect(first.getByRole('heading', { name: 'Prime' })).toBeVisible();
  await first.getByRole('button', { name: 'Start' }).click();
  await expect(first).toContainText('Running');
  await page.clock.setFixedTime(new Date('2026-11-25T10:31:00Z'));
  await first.getByRole('button', { name: 'Done' }).click();
  await expect(
    page.getByText(/Done: Prime: fronts; then look over the primer\. All that follows is worked out again\./),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: /^Refreshment table, fronts: next coat from 16:41/ })).toBeVisible();

  await goTo(page, '/pieces/refreshment-table/log');
  await page.getByRole('button', { name: 'Change what was logged: Fronts, Prime', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await typeHour(dialog, 'Done', '10', '00');
  await expect(dialog).toContainText('It cannot be done before it was started.');
  await typeHour(dialog, 'Done', '10', '45');
  await dialog.getByLabel('Amount used').fill('a lot');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toContainText('"a lot" is not an amount');
  await dialog.getByLabel('Amount used').fill('90 ml');
  await dialog.getByLabel('Note').fill('Thick at the foot.');
  await dialog.getByRole('button', { name: 'Save' }).click();
  const row = page.getByRole('row', { name: /Fronts: prime/ });
  await expect(row).toContainText('10:45');
  await expect(row).toContainText('90 ml');
  await expect(row).toContainText('Thick at the foot.');
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(page.getByRole('img', { name: /^Refreshment table, fronts: next coat from 23:07/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('img', { name: /^Refreshment table, fronts: next coat from 16:41/ })).toBeVisible();
});

test('a typed reading says in words what may go on', async ({ page }) => {
  await openFresh(page);
  const air = page.getByRole('region', { name: 'Air' });
  await expect(air).toContainText('Within the label’s limits: all');
  await air.getByRole('button').click();
  const dialog = page.getByRole('dialog', { name: 'The air now' });
  await dialog.getByLabel('Air temperature, °C').fill('warm');
  await dialog.getByLabel('Humidity, %').fill('150');
  await dialog.getByRole('button', { name: 'Note this air' }).click();
  await expect(dialog).toContainText('"warm" is not a temperature');
  await expect(dialog).toContainText('Humidity lies between 1 and 100 %.');
  await dialog.getByLabel('Air temperature, °C').fill('46.4 F');
  await dialog.getByLabel('Humidity, %').fill('80');
  await dialog.getByRole('button', { name: 'Note this air' }).click();
  // 8 °C at 80 %: dew point 4.8 °C (psychrolib 4.79).
  await expect(air).toContainText('8.0 °C');
  await expect(air).toContainText('dew point 4.8 °C');
  await expect(air).toContainText('surface not measured');
  await expect(air).toContainText('Not now');
  await expect(air).toContainText('too cold, label asks for 10.0 °C');
});

test('a run found after the last coat is noted and made good: levelled and coated again, and taken back', async ({
  page,
}) => {
  await openEmpty(page);
  await bareChest(page);
  await page.getByRole('link', { name: 'To the plan' }).click();
  await pick(page.getByLabel('Look of the top'), 'natural clear');
  const steps = page.getByRole('button', { name: /^All \d+ steps/ });
  await expect(steps).toBeVisible();
  const planned = async () => Number(((await steps.textContent()) ?? '').replace(/\D/g, ''));
  const before = await planned();
  await page.getByRole('link', { name: 'Work', exact: true }).click();
  const next = page.getByRole('region', { name: 'To log' });
  // Up to the first clear coat.
  await expect(async () => {
    const now = next.getByRole('button', { name: /^Done: / }).first();
    const coat = /clear coat 1/i.test((await now.getAttribute('aria-label')) ?? '');
    await now.click();
    expect(coat).toBe(true);
  }).toPass();
  await page.getByRole('link', { name: 'Found something on the way?' }).click();
  await pick(page.getByLabel('Kind of damage'), 'run or sag in a coat');
  await pick(page.getByLabel('Where', { exact: true }), 'Top');
  await page.getByRole('button', { name: 'Add damage' }).click();
  await expect(page.getByText('found on the way', { exact: false })).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  const mended = page.getByRole('main').getByText('Feather the edges', { exact: false }).first();
  await expect(mended).toBeVisible();
  expect(await planned()).toBeGreaterThan(before);
  await page.keyboard.press('Control+z');
  await expect(mended).toBeHidden();
});

test('how it went is noted by a press, with a line, and stands in the history and on paper', async ({ page }) => {
  await openFresh(page, '/pieces/refreshment-table/work');
  await page.getByRole('button', { name: /^Done: Prime: fronts/ }).click();
  const went = page.getByRole('region', { name: 'How it went' });
  await expect(went).toContainText('Fronts, prime');
  await went.getByRole('button', { name: 'dusty' }).click();
  await went.getByRole('button', { name: 'took longer' }).click();
  await expect(went.getByRole('button', { name: 'took longer' })).toHaveAttribute('aria-pressed', 'true');
  await went.getByRole('button', { name: 'took longer' }).click();
  await expect(went.getByRole('button', { name: 'took longer' })).toHaveAttribute('aria-pressed', 'false');
  await went.getByLabel('A line about it').fill('Wind through the door');
  await went.getByLabel('A line about it').press('Enter');
  const row = page.getByRole('region', { name: 'History' }).getByRole('row', { name: /Fronts: prime/ });
  await expect(row).toContainText('dusty');
  await expect(row).toContainText('Wind through the door');
  await goTo(page, '/pieces/refreshment-table/papers');
  await page.getByRole('button', { name: 'What was used' }).click();
  await expect(page.getByRole('article')).toContainText('dusty. Wind through the door');
});

test('what was used is asked when it is done, filled in as planned; a slip of ten times is asked back', async ({
  page,
}) => {
  await openFresh(page);
  await page.getByRole('article').getByRole('button', { name: 'Done' }).click();
  const used = page.getByLabel(/^Used of /);
  await expect(used).toHaveValue(/^\d+ ml$/);
  const planned = Number.parseInt(await used.inputValue(), 10);
  await used.fill(String(planned * 12));
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText('12 times what was planned. Press again if it is so.')).toBeVisible();
  await used.fill(String(planned + 7));
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(used).toBeHidden();
  await goTo(page, '/pieces/refreshment-table/log');
  const row = page.getByRole('row', { name: /Fronts: prime/ });
  await expect(row).toContainText(`${planned + 7} ml`);
  await page.getByRole('button', { name: 'Change what was logged: Fronts, Prime', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Amount used').fill(String(planned * 12));
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('checkbox', { name: /12 times what was planned/ })).toBeVisible();
  await dialog.getByLabel('Amount used').fill('31');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(row).toContainText('31 ml');
});

test('a film is tested on the scale of its test: a cross-cut that flakes stops the next coat, a good one lets it on', async ({
  page,
}) => {
  await openFresh(page, '/pieces/ticket-cupboard/work');
  const test = async (mark: RegExp) => {
    await page.getByRole('button', { name: 'Test the film' }).click();
    const dialog = page.getByRole('dialog', { name: 'Test the film' });
    await pick(dialog.getByLabel('Which'), 'Carcass: paint 1 of 2');
    await dialog.getByRole('button', { name: 'Cross-cut' }).click();
    await dialog.getByRole('button', { name: mark }).click();
  };
  await test(/^3 15 to 35 % flaked/);
  await expect(page.getByText('Noted: cross-cut 3 (2B): 15 to 35 % flaked.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'History' }).getByText(/cross-cut 3 \(2B\)/)).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  const bad = page.getByText(/would go on a film that does not hold/);
  await expect(bad.first()).toBeVisible();
  await page.getByRole('link', { name: 'Work', exact: true }).click();
  await test(/^1 under 5 % flaked/);
  await expect(page.getByText('Noted: cross-cut 1 (4B): under 5 % flaked.')).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Ticket-office cupboard' })).toBeVisible();
  await expect(bad).toHaveCount(0);
});

test('what runs is paused and goes on, also over a reload, and the pause is no time worked', async ({ page }) => {
  await openFresh(page);
  const first = page.getByRole('article');
  await first.getByRole('button', { name: 'Start' }).click();
  await page.clock.fastForward('10:00');
  await expect(first.getByText(/^10 min of /)).toBeVisible();
  await first.getByRole('button', { name: 'Pause' }).click();
  await page.reload();
  await page.clock.fastForward('01:00:00');
  await first.getByRole('button', { name: 'Go on' }).click();
  await expect(first.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.clock.fastForward('05:00');
  await expect(first.getByText(/^15 min of /)).toBeVisible();
});
