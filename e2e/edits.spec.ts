import { test } from './bench';
import { expect } from './seen';
import { goTo, openFresh, pick } from './support';

test('a step left out raises what it was there for, survives a change of look, and is put back', async ({ page }) => {
  await openFresh(page, '/pieces/refreshment-table/plan');
  await goTo(page, '/pieces/parcels-counter/plan');
  const stick = page.getByRole('list', { name: 'Top: steps in order' });
  await stick.getByRole('button', { name: /^seal/ }).click();
  const step = page.getByRole('region', { name: 'Step', exact: true });
  await step.getByRole('button', { name: 'Leave this step out' }).click();
  await expect(stick.getByRole('button', { name: /^seal/ })).toHaveCount(0);
  await pick(page.getByLabel('Look of the fronts'), 'left alone');
  await expect(stick.getByRole('button', { name: /^mask/ })).toBeVisible();
  await expect(stick.getByRole('button', { name: /^seal/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Put back Top: seal' }).click();
  await expect(stick.getByRole('button', { name: /^seal/ })).toBeVisible();
});

test('steps are moved by button and by keyboard, and what has to come first stays first', async ({ page }) => {
  await openFresh(page, '/pieces/parcels-counter/plan');
  await page.getByRole('button', { name: /^All \d+ steps$/ }).click();
  const list = page.getByRole('region', { name: 'Steps' }).getByRole('list').first();
  const order = async () =>
    (
      await list
        .getByRole('button', { name: /^Earlier/ })
        .evaluateAll((all) => all.map((b) => b.getAttribute('aria-label') ?? ''))
    ).map((n) => n.replace('Earlier: ', ''));
  const at = async (name: string) => (await order()).indexOf(name);
  expect(await at('Fronts, Wash down and degrease')).toBeGreaterThan(await at('Carcass, Rinse with clean water'));

  await page.getByRole('button', { name: 'Earlier: Carcass, Rinse with clean water' }).click();
  await expect(page.getByText('Carcass: wash down and degrease has to come first.')).toBeVisible();

  const row = list.getByRole('button', { name: /Wash down and degrease.*Fronts/ });
  await row.focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByText(/now comes before/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Your changes to this plan' })).toBeVisible();
  await page.getByRole('button', { name: /^Release/ }).click();
  await expect(page.getByRole('heading', { name: 'Your changes to this plan' })).toBeHidden();
});

test('a spoiled plan is caught with its reason, put right by one press, undone, and overruled with a reason', async ({
  page,
}) => {
  await openFresh(page, '/pieces/writing-slope/plan');
  await page.getByRole('button', { name: /^All \d+ steps/ }).click();
  await page
    .getByRole('region', { name: 'Steps' })
    .getByRole('button', { name: /^Make a sample stick/ })
    .click();
  await page.getByRole('button', { name: 'Leave this step out' }).click();
  const finding = page.getByRole('article', { name: /comes with no sample made/ });
  await expect(finding).toBeVisible();
  const fix = 'Put back: make a sample stick';
  await finding.getByRole('button', { name: `What it changes: ${fix}` }).click();
  await expect(finding.getByRole('status')).toContainText('→');
  await finding.getByRole('button', { name: fix, exact: true }).click();
  await expect(finding).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(finding).toBeVisible();
  await finding.getByText('It does not hold here').click();
  await finding.getByLabel('Why it does not hold here').fill('The sample of the cupboard is the same.');
  await finding.getByRole('button', { name: 'Overrule with this reason' }).click();
  await expect(finding).toBeHidden();
  await page.getByText(/of advice or overruled$/).click();
  await expect(finding).toContainText('Overruled: The sample of the cupboard is the same.');
  await page.getByRole('link', { name: 'Papers', exact: true }).click();
  await expect(page.getByRole('region', { name: 'What stands against it' })).toContainText(
    'Reason: The sample of the cupboard is the same.',
  );
});
