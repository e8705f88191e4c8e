import { test } from './bench';
import { expect } from './seen';
import { downloaded, fromMenu, goTo, newWorkshop, openFresh, pick } from './support';

test('a finish is found again by its look and product, and used on another piece with what differs named', async ({
  page,
}) => {
  await openFresh(page, '/');
  await fromMenu(page, 'Finish cards');
  const cards = page.getByRole('list', { name: 'Cards' }).getByRole('listitem');
  await expect(cards.first()).toBeVisible();
  const all = await cards.count();
  await page.getByLabel('Look for').fill('enamel cupboard');
  await expect(cards).toHaveCount(2);
  await page.getByLabel('Look for').fill('enamel walnut');
  await expect(page.getByText('No card is like that.')).toBeVisible();
  await page.getByLabel('Look for').fill('');
  await page.getByLabel('Near a colour').fill('#8fa');
  await expect(page.getByText('Write it as #8a5a33')).toBeVisible();
  await page.getByLabel('Near a colour').fill('#8fa898');
  await expect(cards).not.toHaveCount(all);
  await expect(cards.first()).toContainText('Ticket-office cupboard');

  await page.getByRole('link', { name: 'Ticket-office cupboard, carcass' }).click();
  await page.getByRole('button', { name: 'Use it on a piece' }).click();
  const dialog = page.getByRole('dialog', { name: 'Use it on a piece' });
  await pick(dialog.getByLabel('On', { exact: true }), 'Cane-backed chair');
  await expect(dialog.getByRole('region', { name: 'What carries over' })).toContainText('Furniture enamel');
  await expect(dialog.getByRole('region', { name: 'What differs' })).toContainText('This is beech');
  await dialog.getByRole('button', { name: 'Use it here' }).click();
  await expect(page.getByText('has the finish of Ticket-office cupboard, carcass')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Cane-backed chair' })).toBeVisible();
  await page.getByRole('link', { name: 'Quantities' }).click();
  await expect(page.getByRole('row', { name: /^Furniture enamel/ }).first()).toBeVisible();
});

test('a card goes out as file and PDF, comes back by its code and by its file; what is none is refused', async ({
  page,
}) => {
  await openFresh(page, '/cards/ticket-cupboard.carcass');
  const code = page.getByRole('img', { name: 'Card ticket-cupboard.carcass' });
  await expect(code).toBeVisible();
  await code.scrollIntoViewIfNeeded();
  const printed = await code.screenshot();
  const file = await downloaded(page, page.getByRole('button', { name: 'Save as file' }));
  expect(file.name).toMatch(/finish-card\.json$/);
  expect(JSON.parse(file.text)).toMatchObject({ format: 'cosmesis-card', id: 'ticket-cupboard.carcass' });
  const pdf = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as PDF' }).click();
  expect((await pdf).suggestedFilename()).toMatch(/finish-card\.pdf$/);

  await page.getByRole('link', { name: 'All cards' }).click();
  await page.getByRole('button', { name: 'Read a code' }).click();
  const dialog = page.getByRole('dialog', { name: 'Read a code' });
  const blank = await page.getByRole('heading', { name: 'Finish cards', includeHidden: true }).screenshot();
  await dialog.getByLabel('From a picture').setInputFiles({ name: 'blank.png', mimeType: 'image/png', buffer: blank });
  await expect(dialog.getByText('There is no code in this picture.')).toBeVisible();
  await dialog.getByLabel('From a picture').setInputFiles({ name: 'code.png', mimeType: 'image/png', buffer: printed });
  await expect(page.getByRole('heading', { name: 'Ticket-office cupboard, carcass' })).toBeVisible();

  // In another workshop: the code leads nowhere, the file brings the card.
  await newWorkshop(page);
  await goTo(page, '/cards/ticket-cupboard.carcass');
  await expect(page.getByRole('heading', { name: 'There is no such card here' })).toBeVisible();
  await page.getByRole('main').getByRole('link', { name: 'Finish cards' }).click();
  const from = page.getByLabel('Card from a file');
  await from.setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{}') });
  await expect(page.getByText('This is no finish card')).toBeVisible();
  await from.setInputFiles({ name: 'c.json', mimeType: 'application/json', buffer: Buffer.from(file.text) });
  await expect(page.getByRole('heading', { name: 'Ticket-office cupboard, carcass' })).toBeVisible();
  await page.getByRole('button', { name: 'Put it away' }).click();
  await expect(page.getByRole('heading', { name: 'There is no such card here' })).toBeVisible();
});
