import { test } from './bench';
import { expect } from './seen';
import { fromMenu, goTo, openFresh } from './support';

test('the log teaches: what was used moves the plan, can be looked into, forgotten and frozen', async ({ page }) => {
  await openFresh(page, '/');
  await fromMenu(page, 'What the log teaches');
  const amounts = page.getByRole('region', { name: 'Amounts', exact: true });
  const enamel = amounts.getByRole('button', { name: /^Furniture enamel.*by brush/ });
  await expect(enamel).toContainText('typical 9.5 m²/L');
  await expect(enamel).toContainText('after 3 coats');
  await enamel.click();
  const table = amounts.getByRole('region', { name: 'What it was learnt from' });
  await expect(table.getByRole('row')).toHaveCount(4);
  await expect(table.getByRole('link', { name: 'Ticket-office cupboard' }).first()).toBeVisible();
  await amounts.getByRole('button', { name: 'Forget it, begin anew' }).click();
  await expect(enamel).toContainText('nothing counts yet');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(enamel).toContainText('after 3 coats');
  await amounts.getByRole('button', { name: 'Freeze it as it is' }).click();
  await expect(enamel).toContainText('frozen');

  // What was used up between two counts of the shelf, and what all came to beside the plan.
  await expect(page.getByRole('region', { name: 'Sheets and the like' })).toContainText('after 1 count');
  const apart = page.getByRole('region', { name: 'Planned against actual' });
  await apart.getByRole('button', { name: 'Money' }).click();
  await apart.getByRole('button', { name: 'By piece' }).click();
  await expect(apart.getByRole('listitem').filter({ hasText: 'Ticket-office cupboard' })).toContainText(
    /£\d+.*, planned £\d+/,
  );
  await goTo(page, '/shelf');
  const sheets = page.getByRole('listitem', { name: 'abrasive sheet' });
  await sheets.getByLabel('Counted, pieces').fill('5');
  await sheets.getByLabel('Counted, pieces').press('Tab');
  await expect(sheets).toContainText('order more');

  // The figure stands in the working of the plan.
  await goTo(page, '/pieces/ticket-cupboard/quantities');
  await page
    .getByRole('button', { name: /^Show working: Furniture enamel.*, one coat/ })
    .first()
    .click();
  await expect(page.getByText(/yours, after 3 coats of the log/).first()).toBeVisible();
});
