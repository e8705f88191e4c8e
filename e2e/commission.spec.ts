import { test } from './bench';
import { expect } from './seen';
import { openFresh, pick } from './support';

test('a commission goes its way: an offer that is not approved holds the work, what the client brings and a change hold what depends on them', async ({
  page,
}) => {
  await openFresh(page, '/pieces/writing-slope/survey');
  await page.getByRole('button', { name: 'It was offered' }).click();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.getByText(/held: offer not approved/i).first()).toBeVisible();
  await page.getByRole('link', { name: 'Survey' }).click();
  await page.getByRole('button', { name: 'Approved in writing' }).click();
  const way = page.getByLabel('The way of the commission');
  await expect(way.getByText(/, in writing/)).toBeVisible();

  const brings = page.getByRole('region', { name: 'What the client brings' });
  await pick(brings.getByLabel('What kind'), 'Paint or stain');
  await brings.getByLabel('What exactly').fill('Their own brown');
  await brings.getByRole('button', { name: 'Wait for it' }).click();
  await expect(way.getByText('still to come: Their own brown')).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.getByText(/Their own brown.*it has not come/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Survey' }).click();
  await brings.getByRole('button', { name: 'It came: Their own brown' }).click();
  await expect(way.getByText('still to come')).toBeHidden();
  await brings.getByRole('button', { name: 'Take off the list: Their own brown' }).click();
  await expect(brings.getByText('Their own brown')).toBeHidden();
  await expect(page.getByRole('button', { name: 'It is handed over' })).toBeHidden();
  await expect(way.getByText('Samples approved')).toBeVisible();
});
