import { test } from './bench';
import { expect } from './seen';
import { goTo, openEmpty, openFresh, pick } from './support';

test('a can is put on the shelf, opened, weighed, counted and taken away, and each of it can be undone', async ({
  page,
}) => {
  await openEmpty(page);
  await goTo(page, '/shelf');
  await page.getByText('Put a can on the shelf', { exact: true }).click();
  await pick(page.getByLabel('Product', { exact: true }), 'Furniture enamel, urethane-modified waterborne, satin');
  await page.getByLabel('How much is in it').fill('0.75 L');
  await page.getByLabel('Batch number').fill('M-7');
  await page.getByRole('button', { name: 'Put it there' }).click();
  const row = page.getByRole('list', { name: 'Cans' }).getByRole('listitem', { name: /Furniture enamel/ });
  const left = row.getByRole('textbox', { name: 'Left' });
  await expect(left).toHaveValue('750 ml');
  await expect(row).toContainText('batch M-7');
  const undo = page.getByRole('button', { name: 'Undo', exact: true });

  await row.getByRole('button', { name: 'Opened' }).click();
  await expect(row).toContainText('opened');
  await expect(row.getByRole('button', { name: 'Opened' })).toBeHidden();

  // 700 g less the 180 g of the empty can, at 1.3 kg/L: 0.4 L.
  await row.getByText('Weigh', { exact: true }).click();
  await row.getByLabel('Weighs, g').fill('100');
  await row.getByLabel('Empty, g').fill('180');
  await row.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText('the first cannot be less')).toBeVisible();
  await expect(left).toHaveValue('750 ml');
  await row.getByLabel('Weighs, g').fill('700');
  await row.getByRole('button', { name: 'Take it over' }).click();
  await expect(left).toHaveValue('400 ml');
  await undo.click();
  await expect(left).toHaveValue('750 ml');

  await left.fill('a cupful');
  await expect(row.getByText('"a cupful" is not', { exact: false })).toBeVisible();
  await left.fill('300 ml');
  await left.press('Enter');
  await row.getByRole('button', { name: /^Take away/ }).click();
  await expect(row).toBeHidden();
  await undo.click();
  await expect(left).toHaveValue('300 ml');
  await row.getByRole('button', { name: /^Take away/ }).click();
  await page.reload();
  await expect(page.getByText('Nothing is on the shelf yet.', { exact: false })).toBeVisible();
});

test('a product said to be the usual one is taken by plans that chose no other, and given up again by undo', async ({
  page,
}) => {
  await openFresh(page, '/products/waterborne-satin-clear');
  const usual = page.getByRole('checkbox', { name: 'taken where nothing else is chosen' });
  await expect(usual).toBeChecked();
  await usual.uncheck();
  await goTo(page, '/products/waterborne-matt-clear');
  await usual.click();
  await expect(usual).toBeChecked();
  await goTo(page, '/pieces/waiting-bench/quantities');
  const quantities = page.getByRole('main');
  await expect(quantities).toContainText('Waterborne polyurethane clear, matt');
  await expect(quantities).not.toContainText('clear, satin');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(quantities).toContainText('clear, satin');
  await expect(quantities).not.toContainText('clear, matt');
});
