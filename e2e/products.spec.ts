import { test } from './bench';
import { expect } from './seen';
import { fromMenu, goTo, openFresh } from './support';

test('what the label of one’s own can says moves every plan and can be reset; values that cannot be are named', async ({
  page,
}) => {
  await openFresh(page, '/pieces/refreshment-table/time');
  await test.step('what the label of one’s own can says moves every plan, keeps its tag, and can be reset and undone', async () => {
    const second = page.getByRole('row', { name: /Top: clear coat 2 of 3/ });
    const everyStep = page.getByRole('button', { name: 'Every step' });
    await everyStep.click();
    const before = await second.textContent();

    await fromMenu(page, 'Products');
    await page.getByRole('link', { name: 'Waterborne polyurethane clear, satin' }).click();
    const recoat = page.getByRole('group', { name: /Next coat from, h/ });
    await expect(recoat).toContainText('usual value, no label read');
    await recoat.getByLabel('high').fill('9');
    await expect(recoat).toContainText('your own');
    await goTo(page, '/pieces/refreshment-table/time');
    await everyStep.click();
    await expect(second).toBeVisible();
    await expect(second).not.toHaveText(before ?? '');

    await goTo(page, '/products/waterborne-satin-clear');
    await page.getByRole('button', { name: 'Reset to typical' }).click();
    await expect(page.getByText('Typical values are back.')).toBeVisible();
    await expect(page.getByRole('group', { name: /Next coat from, h/ }).getByLabel('high')).toHaveValue('3');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('group', { name: /Next coat from, h/ }).getByLabel('high')).toHaveValue('9');
  });
  await test.step('values that cannot be are named, and a range stays a range while it is typed', async () => {
    await goTo(page, '/products/enamel');
    const rate = page.getByRole('group', { name: /Spreading rate by brush/ });
    await rate.getByLabel('low').fill('fast');
    await expect(rate).toContainText('"fast" is not a number.');
    await rate.getByLabel('low').fill('900');
    await expect(rate).toContainText('Between 0.5 and 60 m²/L.');
    await rate.getByLabel('low').fill('12');
    await expect(rate.getByLabel('high')).toHaveValue('12');
    await expect(rate.getByLabel('likely')).toHaveValue('12');
    await page.getByLabel('Thinned with water, %').fill('25');
    await expect(page.getByText('Between 0 and 10 %.')).toBeVisible();
    await page.getByRole('button', { name: 'Add a pack' }).click();
    await page.getByLabel('Pack 3', { exact: true }).fill('1 imp gal');
    await page.getByLabel('Price, GBP').nth(2).fill('70,50');
    await goTo(page, '/products');
    await page.goBack();
    await expect(page.getByLabel('Pack 3', { exact: true })).toHaveValue('4.55 L');
    await expect(page.getByLabel('Price, GBP').nth(2)).toHaveValue('70.5');
  });
});

test('a dearer can gives way to a cheaper one in the cans to buy', async ({ page }) => {
  await openFresh(page, '/pieces/parcels-counter/quantities');
  await expect(page.getByRole('row', { name: /Furniture enamel.*1 × 750 ml/ })).toBeVisible();
  await goTo(page, '/products/enamel');
  await page.getByLabel('Price, GBP').first().fill('80');
  await goTo(page, '/pieces/parcels-counter/quantities');
  await expect(page.getByRole('row', { name: /Furniture enamel.*1 × 2\.50 L/ })).toBeVisible();
});
