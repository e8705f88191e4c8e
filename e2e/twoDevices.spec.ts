import type { Page } from '@playwright/test';
import { test } from './bench';
import { expect } from './seen';
import { downloaded, exportText, fromMenu, goTo, importText, openFresh } from './support';

const takeOver = (page: Page, text: string, name = 'copy.json') =>
  page
    .getByLabel('Take over from another copy')
    .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });

test('the phone logs, the laptop prices, both write a note: they come together, what both changed is asked, nothing twice', async ({
  page,
  browser,
}) => {
  await openFresh(page, '/settings');
  const given = await exportText(page);
  const context = await browser.newContext();
  const phone = await context.newPage();
  await phone.setViewportSize({ width: 390, height: 844 });
  await openFresh(phone);
  await fromMenu(phone, 'Settings');
  await phone.getByRole('button', { name: 'Delete Moorland halt' }).click();
  await phone.getByRole('button', { name: 'Delete for good' }).click();
  await importText(phone, given);
  await expect(phone.getByText('Moorland halt opened.')).toBeVisible();

  // On the phone a sitting is worked and a note written.
  await goTo(phone, '/');
  await phone.getByRole('article').getByRole('button', { name: 'Start' }).click();
  await phone.getByRole('article').getByRole('button', { name: 'Done' }).first().click();
  await goTo(phone, '/pieces/ticket-cupboard/survey');
  await phone.getByLabel('Note', { exact: true }).fill('The left door sticks.');
  await phone.getByLabel('Note', { exact: true }).blur();
  const fromPhone = await exportText(phone);

  // On the laptop a price, and another note.
  await goTo(page, '/pieces/ticket-cupboard/survey');
  await page.getByLabel('Note', { exact: true }).fill('Keeps its brass rail.');
  await page.getByLabel('Note', { exact: true }).blur();
  await goTo(page, '/pieces/ticket-cupboard/quantities');
  await page.getByLabel('Bought for, GBP').fill('45');
  await page.getByLabel('Bought for, GBP').press('Enter');
  await fromMenu(page, 'Settings');

  await takeOver(page, '{"no":1}');
  await expect(page.getByText('This JSON is not a Cosmesis workshop file.')).toBeVisible();
  await takeOver(page, fromPhone);
  const dialog = page.getByRole('dialog', { name: 'Take over from another copy' });
  await expect(dialog.getByText(/^It brings .*changes? of pieces/)).toBeVisible();
  await expect(dialog.getByText('One thing is not the same on both: say which holds.')).toBeVisible();
  const asked = dialog.getByRole('region', { name: 'Ticket-office cupboard: name and notes', exact: true });
  await expect(asked.getByRole('row', { name: /brass rail.*left door/ })).toBeVisible();
  await expect(dialog.getByRole('button', { name: '1 to decide' })).toBeDisabled();
  await asked.getByRole('button', { name: 'As it is there' }).click();
  await dialog.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText(/^Taken over: /)).toBeVisible();
  await takeOver(page, fromPhone);
  await expect(dialog.getByText('There is nothing in it that is not here already.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Close' }).click();

  // What came together goes back to the phone without a question.
  const together = await exportText(page);
  await takeOver(phone, together);
  const back = phone.getByRole('dialog', { name: 'Take over from another copy' });
  await expect(back.getByText(/^It brings /)).toBeVisible();
  await back.getByRole('button', { name: 'Take it over' }).click();
  await expect(phone.getByText(/^Taken over: /)).toBeVisible();
  await goTo(phone, '/pieces/ticket-cupboard/quantities');
  await expect(phone.getByLabel('Bought for, GBP')).toHaveValue('45');
  await goTo(phone, '/pieces/ticket-cupboard/survey');
  await expect(phone.getByLabel('Note', { exact: true })).toHaveValue('The left door sticks.');

  // Today's work alone is a small file, and is no workshop of its own.
  await fromMenu(phone, 'Settings');
  const today = await downloaded(phone, phone.getByRole('button', { name: 'Send today’s work' }));
  expect(today.text.length).toBeLessThan(together.length / 2);
  await importText(page, today.text);
  await expect(page.getByText(/holds some pieces of “Moorland halt” only/)).toBeVisible();
  await context.close();
});
