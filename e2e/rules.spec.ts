import type { Page } from '@playwright/test';
import { test } from './bench';
import { expect } from './seen';
import { dragStep, goTo, openEmpty, openFresh, pick } from './support';

/** A bookcase of bare ash in an empty workshop, clear outside and in. */
async function clearBookcase(page: Page): Promise<void> {
  await openEmpty(page);
  await page.getByRole('link', { name: 'New piece' }).first().click();
  await page.getByRole('button', { name: 'Bookcase' }).click();
  await page.getByLabel('Height').fill('90 cm');
  await page.getByLabel('Width').fill('90 cm');
  await page.getByLabel('Depth').fill('30 cm');
  await pick(page.getByLabel('Carcass: wood'), 'Ash');
  await pick(page.getByLabel('Carcass: old finish'), 'None, bare');
  await page.getByRole('link', { name: 'To the plan' }).click();
  await pick(page.getByLabel('Look of the carcass'), 'natural clear');
  await pick(page.getByLabel('Look of the interior'), 'natural clear');
}

test('a step dragged where it spoils the work is caught, previewed, put right by one press, and undone', async ({
  page,
}) => {
  await clearBookcase(page);
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings.getByRole('status').first()).toHaveText('No rule objects to this plan as it stands.');
  await page.getByRole('button', { name: /^All \d+ steps$/ }).click();
  await dragStep(
    page,
    { grip: 'Interior, Clear coat 3 of 3', id: 'interior/clear/3' },
    { grip: 'Carcass, Clear coat 3 of 3', id: 'carcass/clear/3' },
  );
  const finding = findings.getByRole('article', { name: /comes after the last coat of the outside/ });
  await expect(finding).toBeVisible();
  await expect(findings.getByRole('status').first()).toHaveText('1 warning');
  await expect(
    page.getByRole('list', { name: 'Interior: steps in order' }).getByRole('button', { name: /has a finding/ }),
  ).toBeVisible();
  await finding.getByRole('button', { name: /^What it changes/ }).click();
  await expect(finding.getByRole('status')).toContainText('light use');
  await finding.getByRole('button', { name: 'Release your order', exact: true }).click();
  await expect(finding).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(finding).toBeVisible();
});

test('one way out for every zone that has the finding, and a list that can be held to one zone', async ({ page }) => {
  await clearBookcase(page);
  for (const zone of ['Interior', 'Carcass']) {
    await page.getByRole('button', { name: /^All \d+ steps$/ }).click();
    await page
      .getByRole('region', { name: 'Steps' })
      .getByRole('button', { name: new RegExp(`^Vacuum and tack ?${zone} · (?!.*done)`) })
      .first()
      .click();
    await page.getByRole('button', { name: 'Leave this step out' }).click();
    await page.getByRole('button', { name: 'Only what is next' }).click();
  }
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings.getByRole('status').first()).toHaveText('2 warnings');
  await pick(findings.getByLabel('Findings on'), 'interior');
  await expect(findings.getByRole('status').first()).toHaveText('1 warning');
  await pick(findings.getByLabel('Findings on'), 'every zone');
  await findings.getByRole('button', { name: /^On all 2/ }).click();
  await expect(findings.getByRole('status').first()).toHaveText('No rule objects to this plan as it stands.');
});

test('a change of mind after two coats: its cost against leaving it and later, discarded, then applied and undone', async ({
  page,
}) => {
  await openFresh(page, '/pieces/ticket-cupboard/plan');
  const look = page.getByLabel('Look of the carcass');
  await pick(look, 'natural clear');
  const dialog = page.getByRole('dialog', { name: 'Carcass: natural clear instead?' });
  await expect(dialog.getByText(/coats are on already/)).toBeVisible();
  await expect(dialog.getByRole('columnheader')).toHaveText(['Leave it', 'Change now', 'Change after the last coat']);
  await expect(dialog.getByText('To take off first:').locator('..')).toContainText('scrape');
  await dialog.getByRole('button', { name: 'Leave it' }).click();
  await expect(look).toHaveValue('painted');
  await pick(look, 'natural clear');
  await dialog.getByRole('button', { name: 'Change it now' }).click();
  await expect(look).toHaveValue('natural-clear');
  const stick = page.getByRole('list', { name: 'Carcass: steps in order' });
  await expect(stick.getByRole('button', { name: /^paint 1, done/ })).toBeVisible();
  await expect(stick.getByRole('button', { name: /^clear 3, planned/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(look).toHaveValue('painted');
});

test('two plans of one piece side by side: one is chosen, the other is kept', async ({ page }) => {
  await openFresh(page, '/pieces/cane-chair/compare');
  await page.getByLabel('Keep this plan as').fill('Painted green');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Both plans take the same steps.')).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await pick(page.getByLabel('Look of the carcass'), 'natural clear');
  const steps = page.getByRole('region', { name: 'Steps that differ' });
  await expect(steps.getByRole('row', { name: 'Scrape with the grain once –' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Figures of both plans' }).getByRole('row')).toHaveCount(7);
  await page.getByRole('button', { name: 'Work to “Painted green”' }).click();
  await expect(page.getByText(/carcass painted/)).toBeVisible();
  await expect(page.getByRole('columnheader', { name: /natural clear/ }).first()).toBeVisible();
});

test('the lead hold: papers carry it, and nothing abrasive begins until every layer tests negative', async ({
  page,
}) => {
  await openFresh(page, '/pieces/parcels-counter/papers');
  await test.step('papers carry the cautions, and what was overruled with its reason', async () => {
    await expect(page.getByRole('region', { name: 'What stands against it' })).toContainText(
      'Stops the work, not to be overruled:',
    );
    await expect(page.getByRole('region', { name: 'Before you start' })).toContainText('Dust mask');
    await expect(page.getByRole('region', { name: 'Sittings' }).getByRole('listitem').first()).toBeVisible();
  });
  await test.step('the lead hold: nothing abrasive begins until every layer tests negative', async () => {
    await goTo(page, '/pieces/parcels-counter/plan');
    const held = page.getByRole('article', { name: /^Stops the work, not to be overruled: .*may hold lead/ });
    await expect(held).toBeVisible();
    await expect(held.getByText('It does not hold here')).toHaveCount(0);
    await held.getByRole('link', { name: 'To the lead test' }).click();
    await page.getByRole('button', { name: 'Negative, every layer' }).click();
    await page.getByRole('link', { name: 'To the plan' }).click();
    await expect(page.getByRole('region', { name: 'Findings' }).getByRole('status').first()).toBeVisible();
    await expect(page.getByRole('article', { name: /^Stops the work, not to be overruled/ })).toHaveCount(0);
  });
});
