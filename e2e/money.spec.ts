import { test } from './bench';
import { expect } from './seen';
import { downloaded, fromMenu, openFresh, pick } from './support';

test('what a piece cost and brought is noted, says what an hour earned, stands among the others, and is taken away as CSV', async ({
  page,
}) => {
  await openFresh(page, '/pieces/ticket-cupboard/quantities');
  const money = page.getByRole('region', { name: 'What it earns' });
  await money.getByLabel('Bought for, GBP').fill('45');
  await money.getByLabel('Sold for, GBP').fill('-5');
  await money.getByLabel('Sold for, GBP').press('Enter');
  await expect(money.getByText('From 0 to 10000000.')).toBeVisible();
  await money.getByLabel('Sold for, GBP').fill('380');
  await money.getByLabel('Sold for, GBP').press('Enter');
  await expect(money.getByRole('row', { name: 'Bought for £45.00' })).toBeVisible();
  await expect(money.getByRole('row', { name: 'Brought £380.00' })).toBeVisible();
  await expect(money.getByText('Earned by each hour')).toBeVisible();
  const before = await money.getByRole('row', { name: /^Costs together/ }).textContent();

  await fromMenu(page, 'What it earned');
  await expect(page.getByText(/^One piece sold, £\d/)).toBeVisible();
  await page.getByRole('button', { name: 'By form' }).click();
  await expect(page.getByRole('region', { name: 'Which pay' }).getByRole('row')).toHaveCount(2);
  await page.getByLabel('Rent, light and tools for each hour, GBP').fill('5');
  await page.getByLabel('Rent, light and tools for each hour, GBP').press('Enter');
  const { name, text } = await downloaded(page, page.getByRole('button', { name: 'Download as CSV' }));
  expect(name).toMatch(/earned\.csv$/);
  expect(text).toMatch(/^piece,form,looks/);
  await page.getByRole('link', { name: 'Ticket-office cupboard' }).click();
  await expect(money.getByRole('row', { name: /^Rent, light and tools £\d/ })).toBeVisible();
  await expect(money.getByRole('row', { name: /^Costs together/ })).not.toHaveText(before!);
});

test('at the market a chest is judged within ten actions, and taken on', async ({ page }) => {
  await openFresh(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await fromMenu(page, 'Worth buying?');
  await expect(page.getByText('Height, width and depth, roughly')).toBeVisible();
  // Form and state stand as they are usual: eight actions.
  await page.getByLabel('Height').fill('92 cm');
  await page.getByLabel('Width').fill('0.95 m');
  await page.getByLabel('Depth').fill('46 cm');
  await pick(page.getByLabel('Wood'), 'Ash');
  await page.getByRole('button', { name: 'Poor' }).click();
  await page.getByRole('button', { name: 'Painted' }).click();
  await page.getByLabel('It should sell for, GBP').fill('420');
  await page.getByLabel('Fetching and selling it, GBP').fill('20');
  await page.getByLabel('Fetching and selling it, GBP').press('Enter');
  const answer = page.getByRole('region', { name: 'What it is worth' });
  await expect(answer.getByText(/^£\d+$/)).toBeVisible();
  await expect(answer.getByRole('row', { name: /^Until light use \d+ days/ })).toBeVisible();
  await expect(answer.getByText(/At worst: a wreck/)).toBeVisible();
  await page.getByLabel('It should sell for, GBP').fill('60');
  await page.getByLabel('It should sell for, GBP').press('Enter');
  await expect(answer.getByText('Leave it')).toBeVisible();
  await answer.getByRole('button', { name: 'I bought it' }).click();
  await expect(page.getByRole('heading', { name: 'Chest of drawers, ash' })).toBeVisible();
  await expect(page.getByLabel('Height')).toHaveValue(/92/);
});
