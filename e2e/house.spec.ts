import { test } from './bench';
import { expect } from './seen';
import { goTo, openFresh, pick } from './support';

test('the rules of the house: a school changes every plan, a piece may differ, and what nobody can put on is not proposed', async ({
  page,
}) => {
  await openFresh(page, '/house');
  await test.step('switching a school changes every plan, says what it costs, and can be undone', async () => {
    const clears = page.getByRole('region', { name: 'Coats', exact: true });
    const between = clears.getByRole('group', { name: 'Sanding between coats' });
    await expect(between.getByRole('button', { name: 'every second and before the last (usual)' })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    await clears.getByText('What it changes').first().click();
    const table = page.getByRole('region', { name: /What each school of "Sanding between coats" changes/ });
    await expect(table.getByRole('row', { name: /every second and before the last, now/ })).toBeVisible();
    await expect(table.getByRole('row', { name: /every coat/ })).toContainText('+');
    await expect(table.getByRole('row', { name: /only to cure faults/ })).toContainText('−');
    await between.getByRole('button', { name: 'only to cure faults' }).click();
    await goTo(page, '/pieces/parcels-counter/plan');
    const stick = page.getByRole('list', { name: 'Top: steps in order' });
    await expect(stick).toBeVisible();
    await expect(stick.getByRole('button', { name: /^denib/ })).toHaveCount(0);
    await page.getByRole('heading', { level: 1 }).click();
    await page.keyboard.press('Control+z');
    await expect(stick.getByRole('button', { name: /^denib/ })).toHaveCount(1);
  });
  await test.step('a piece may differ from its workshop', async () => {
    await goTo(page, '/house');
    await pick(page.getByLabel('Rules of'), 'Parcels counter');
    const topClear = page.getByRole('group', { name: 'Clear for a used top' });
    await expect(topClear.getByRole('button', { name: 'as the workshop' })).toHaveAttribute('aria-pressed', 'true');
    await topClear.getByRole('button', { name: 'oil wiping clear' }).click();
    await goTo(page, '/pieces/parcels-counter/plan');
    await expect(
      page.getByRole('list', { name: 'Top: steps in order' }).getByRole('button', { name: /^clear 6/ }),
    ).toBeVisible();
    await goTo(page, '/pieces/refreshment-table/plan');
    await expect(
      page.getByRole('list', { name: 'Top: steps in order' }).getByRole('button', { name: /^clear 3/ }),
    ).toBeVisible();
    await page.getByRole('heading', { level: 1 }).click();
    await page.keyboard.press('Control+z');
  });
  await test.step('what the workshop cannot put on is not proposed', async () => {
    await goTo(page, '/house');
    await page.getByRole('button', { name: 'wipe or pad' }).click();
    await goTo(page, '/pieces/parcels-counter/plan');
    await page
      .getByRole('list', { name: 'Top: steps in order' })
      .getByRole('button', { name: /^clear 1/ })
      .click();
    await expect(page.getByRole('region', { name: 'Step', exact: true }).getByLabel('Method')).toHaveValue('brush');
    await expect(
      page.getByText('No product on the shelf can be used to wash down and degrease: add one under Products.'),
    ).toBeVisible();
  });
});

test('the finish of an earlier piece is fitted to a new one, and can be undone', async ({ page }) => {
  await openFresh(page, '/pieces/new');
  await page.getByRole('button', { name: 'Console table' }).click();
  await page.getByLabel('Height').fill('80 cm');
  await page.getByLabel('Width').fill('110 cm');
  await page.getByLabel('Depth').fill('35 cm');
  await page.getByRole('link', { name: 'To the plan' }).click();
  await page.getByRole('button', { name: 'Copy a finish' }).click();
  const dialog = page.getByRole('dialog', { name: 'Copy a finish' });
  await pick(dialog.getByLabel('From'), 'Refreshment table');
  await expect(dialog).toContainText('top, carcass, legs');
  await dialog.getByRole('button', { name: 'Copy it' }).click();
  await expect(page.getByLabel('Look of the legs')).toHaveValue('painted');
  await expect(
    page.getByRole('list', { name: 'Top: steps in order' }).getByRole('button', { name: /^clear 3/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Look of the legs')).toHaveValue('leave');
});

test('forms of every kind are begun, measured and planned', async ({ page }) => {
  await openFresh(page, '/pieces/new');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Chest of drawers' })).toBeVisible();
  const names = await page
    .getByRole('main')
    .getByRole('button')
    .evaluateAll((all) => all.map((b) => b.getAttribute('aria-label')).filter((n): n is string => n !== null));
  expect(names.length).toBeGreaterThanOrEqual(30);
  // Core plans every one of them: here every sixth is pressed.
  for (const name of names.filter((_, i) => i % 6 === 3)) {
    await page.getByRole('button', { name, exact: true }).click();
    await page.getByLabel('Height').fill('1 m');
    await page.getByLabel('Width').fill('1.2 m');
    await page.getByLabel('Depth').fill('40 cm');
    await page.getByRole('link', { name: 'To the plan' }).click();
    const look = page.getByLabel(/^Look of the/).first();
    await pick(look, 'painted');
    await expect(page.getByRole('list', { name: /steps in order/ }).first(), name).toContainText('paint 2');
    await page.getByRole('link', { name: 'Pieces', exact: true }).click();
    await page.getByRole('link', { name: 'New piece' }).first().click();
  }
});
