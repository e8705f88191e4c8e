import { test } from './bench';
import { expect } from './seen';
import { bareChest, fromMenu, goTo, newWorkshop, openEmpty, openFresh, pick } from './support';

test('several workshops live side by side; the demo can be left, reset and deleted', async ({ page }) => {
  await openFresh(page, '/settings');
  await newWorkshop(page);
  await bareChest(page);
  await fromMenu(page, 'Settings');
  await page.getByLabel('Name of the workshop').fill('Yard');
  await page.getByRole('button', { name: 'Open Moorland halt' }).click();
  await expect(page.getByRole('heading', { name: /Wednesday/ })).toBeVisible();
  await goTo(page, '/pieces/ticket-cupboard/survey');
  await page.getByRole('button', { name: 'Delete this piece' }).click();
  await expect(page.getByText('Ticket-office cupboard deleted.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Ticket-office cupboard' })).toBeVisible();
  await goTo(page, '/pieces/ticket-cupboard/survey');
  await page.getByRole('button', { name: 'Delete this piece' }).click();
  await fromMenu(page, 'Settings');
  await page.getByRole('button', { name: 'Reset the demo' }).click();
  await page.getByRole('link', { name: 'Pieces' }).click();
  await expect(page.getByRole('heading', { name: 'Pieces', level: 1 })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Ticket-office cupboard' })).toBeVisible();
  await fromMenu(page, 'Settings');
  await page.getByRole('button', { name: 'Delete Moorland halt' }).click();
  await page.getByRole('button', { name: 'Keep' }).click();
  await page.getByRole('button', { name: 'Delete Moorland halt' }).click();
  await page.getByRole('button', { name: 'Delete for good' }).click();
  const list = page.getByRole('list').filter({ hasText: 'Yard' });
  await expect(list).not.toContainText('Moorland halt');
  await page.reload();
  await expect(list).not.toContainText('Moorland halt');
  await page.getByRole('link', { name: 'Pieces' }).click();
  await expect(page.getByRole('heading', { name: 'Pieces', level: 1 })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Chest of drawers' })).toBeVisible();
});

test('units, working hours and time zone change what is shown and when; a week without hours is not taken over', async ({
  page,
}) => {
  await openFresh(page, '/workshop');
  await test.step('units, working hours and time zone change what is shown and when work is done', async () => {
    await page.getByRole('button', { name: 'Inches, quarts' }).click();
    await goTo(page, '/pieces/ticket-cupboard/survey');
    await expect(page.getByLabel('Height')).toHaveValue('43 5/16 in');
    await goTo(page, '/pieces/ticket-cupboard/plan');
    await expect(page.getByText('11.6 ft²')).toBeVisible();
    await expect(page.getByRole('region', { name: 'Air' })).toContainText('65 °F');

    await goTo(page, '/workshop');
    await page.getByLabel('Thursday').fill('01:00-05:00');
    await expect(page.getByText('1:00 to 5:00 is at night.', { exact: false })).toBeVisible();
    await page.getByLabel('Thursday').fill('');
    await page.getByLabel('Friday').fill('10:30-14');
    await goTo(page, '/pieces/ticket-cupboard/time');
    await page.getByRole('button', { name: 'Every step' }).click();
    const steps = page.getByRole('region', { name: 'Every step in time' });
    // It opens on Thursday, which is free now, and has its turn in the hours of Friday.
    await expect(steps.getByRole('row', { name: /Carcass: sand lightly between coats/ }).last()).toContainText(
      /Thu \d\d:\d\dFri 1(0:[345]|[123]:)/,
    );
  });
  await test.step('a week without working hours is not taken over', async () => {
    await goTo(page, '/workshop');
    for (const day of ['Monday', 'Tuesday', 'Wednesday', 'Thursday']) await page.getByLabel(day).fill('');
    await page.getByLabel('Friday').fill('');
    await expect(page.getByText('A week needs some working hours.')).toBeVisible();
    await goTo(page, '/pieces');
    await page.goBack();
    await expect(page.getByLabel('Friday')).toHaveValue('10:30-14');
  });
});

test('a page left open keeps its clock, and holds no more by the minute', async ({ page }) => {
  await openFresh(page, '/pieces');
  const devtools = await page.context().newCDPSession(page);
  const heldMb = async () => {
    await devtools.send('HeapProfiler.collectGarbage');
    return (await devtools.send('Runtime.getHeapUsage')).usedSize / 1e6;
  };
  const begins = (minute: number) => page.getByText(`10:${String(minute).padStart(2, '0')} · `);
  await begins(7).waitFor();
  let atFirst = 0;
  for (let minute = 8; minute <= 22; minute += 1) {
    await page.clock.fastForward('01:00');
    await begins(minute).first().waitFor();
    if (minute === 14) atFirst = await heldMb();
  }
  // An answer for each piece on screen and each minute would be eight times as much.
  expect((await heldMb()) - atFirst).toBeLessThan(1.5);
  await devtools.detach();
});

test('damage marked in the survey is glued and filled in the plan', async ({ page }) => {
  await openEmpty(page);
  await bareChest(page);
  await page.getByRole('button', { name: /^Damage/ }).click();
  await pick(page.getByLabel('Kind of damage'), 'open joint');
  await pick(page.getByLabel('Where', { exact: true }), 'Carcass');
  await page.getByRole('button', { name: 'Add damage' }).click();
  await page.getByRole('button', { name: 'One place more: open joint, Carcass' }).click();
  await page.getByRole('link', { name: 'To the plan' }).click();
  await pick(page.getByLabel('Look of the carcass'), 'painted');
  const stick = page.getByRole('list', { name: 'Carcass: steps in order' });
  await stick.getByRole('button', { name: /^glue/ }).click();
  await expect(page.getByRole('region', { name: 'Step', exact: true })).toContainText('Glue and clamp 2 joints');
  await page.getByRole('link', { name: 'Survey' }).click();
  await page.getByRole('button', { name: 'One place fewer: open joint, Carcass' }).click();
  await page.getByRole('button', { name: 'One place fewer: open joint, Carcass' }).click();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(stick).toBeVisible();
  await expect(stick.getByRole('button', { name: /^glue/ })).toBeHidden();
});

test('board shows no grain: stained and clear are not offered, and the reason stands there', async ({ page }) => {
  await openEmpty(page);
  await bareChest(page);
  await pick(page.getByLabel('Top: made of'), 'MDF');
  await page.getByRole('link', { name: 'To the plan' }).click();
  await expect(page.getByLabel('Look of the top').locator('option')).toHaveText([
    'washed only',
    'painted',
    'painted in blended bands',
    'papered',
    'leafed',
    'foiled',
    'metal patina',
    'left alone',
  ]);
  await expect(page.getByText('MDF has no grain to show: paint it or leave it alone.')).toBeVisible();
});
