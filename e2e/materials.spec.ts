import { execFileSync } from 'node:child_process';
import { test } from './bench';
import { expect } from './seen';
import { downloaded, fromMenu, goTo, openEmpty, openFresh, pick } from './support';

test('two-part filler: poured too far, corrected, timed over a reload, closed, labelled, and taken off the shelf', async ({
  page,
}) => {
  await openEmpty(page);
  await goTo(page, '/shelf');
  await page.getByText('Put a can on the shelf').click();
  await pick(page.getByLabel('Product'), 'Two-part polyester filler');
  await page.getByLabel('How much is in it').fill('750 ml');
  await page.getByRole('button', { name: 'Put it there' }).click();
  await expect(page.getByRole('list', { name: 'Cans' }).getByRole('listitem')).toHaveCount(1);

  await goTo(page, '/mix?product=filler-two-part');
  await page.getByRole('button', { name: 'What is in the can' }).click();
  await page.getByLabel('You have so much of the first part, kg').fill('0.098');
  // 100 g are 56 ml: 5.6 minutes to place, and 3.2 of the four are left for it.
  await expect(page.getByRole('heading', { name: /^2 batches/ })).toBeVisible();
  await expect(page.getByText('Split by the working time')).toBeVisible();
  await page.getByLabel('You have so much of the first part, kg').fill('0.049');
  await expect(page.getByRole('list', { name: 'In one batch' })).toContainText('1.0 g');
  await page.getByRole('button', { name: 'Begin to pour' }).click();

  // 49 g of paste, and twice the hardener: 3.9 %, past the 3 % of the label.
  const parts = page.getByRole('list', { name: 'Parts' });
  await page.getByLabel('In the cup: filler paste, g').fill('49');
  await page.getByLabel('In the cup: hardener, g').fill('2');
  await expect(page.getByRole('alert')).toContainText('Stop: the hardener is at 3.9 %');
  await expect(page.getByRole('button', { name: 'Use it as it stands' })).toBeDisabled();
  await expect(parts.getByLabel('Still to pour of filler paste')).toHaveText('49.0 g');
  await expect(parts.getByLabel('Still to pour of hardener')).toHaveText('in');

  // The clock runs from the hardener, and a reload changes nothing of it.
  const clock = page.getByRole('timer', { name: 'Working time left' });
  await expect(clock).toBeVisible();
  await page.clock.runFor('00:20');
  await page.reload();
  await expect(parts.getByLabel('Still to pour of filler paste')).toHaveText('49.0 g');
  await expect(clock).toHaveText(/^1:/);
  await page.getByLabel('In the cup: filler paste, g').fill('98');
  // 100 g are 56 ml: nearly four places of 15 ml at a minute and a half each, more than four minutes leave.
  await expect(page.getByRole('alert')).toContainText('takes 6 min to place and sets in 4.0 min');
  // 4 minutes at 20 °C with the usual 2 %, from the minute it went in.
  await expect(clock).toHaveText(/^3:/);
  // On every other screen the clock stays in sight.
  await goTo(page, '/');
  await expect(page.getByRole('region', { name: /^Running: Two-part polyester filler/ }).getByRole('timer')).toHaveText(
    /^3:/,
  );
  await page.goBack();
  await page.clock.runFor('03:00');
  await expect(page.getByText('Nearly over: place it now')).toBeVisible();
  await page.clock.runFor('01:00');
  await expect(page.getByText('Over: do not use what is in the cup')).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('It has set: throw it away');
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(page.getByText('Closed, and kept as it was poured.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();

  const label = await downloaded(page, page.getByRole('button', { name: 'Label as PDF' }));
  expect(label.name).toMatch(/\.pdf$/);
  expect(label.text.slice(0, 5)).toBe('%PDF-');
  await page.getByRole('button', { name: 'Close the batch' }).click();
  await goTo(page, '/shelf');
  // 0.098 kg ÷ 1.8 kg/L = 54 ml of the 750.
  await expect(page.getByRole('list', { name: 'Cans' }).getByRole('textbox', { name: 'Left' })).toHaveValue('696 ml');
});

test('from the scale: poured, taken over, unplugged without loss, plugged in again', async ({ page }) => {
  await goTo(page, '/mix?product=filler-two-part');
  await page.getByRole('button', { name: 'What is in the can' }).click();
  await page.getByLabel('You have so much of the first part, kg').fill('0.049');
  await page.getByRole('button', { name: 'Begin to pour' }).click();
  await page.getByRole('button', { name: 'From the scale' }).click();
  await page.getByText('Stand-in scale: load it by hand').click();
  await page.getByRole('button', { name: 'Tare' }).click();
  for (let i = 0; i < 5; i += 1) await page.getByRole('button', { name: 'Pour 10 g' }).click();
  await expect(page.getByText('steady')).toBeVisible();
  await page.getByRole('button', { name: /^Take (49|50)\.\d g as filler paste$/ }).click();
  await expect(page.getByLabel('Still to pour of hardener')).toHaveText(/^1\.\d g$/);
  await page.getByRole('button', { name: 'Unplug it' }).click();
  await expect(page.getByText('The scale is not connected.')).toBeVisible();
  await expect(page.getByLabel('Still to pour of hardener')).toHaveText(/^1\.\d g$/);
  await page.getByRole('button', { name: 'Plug it in' }).click();
  await expect(page.getByRole('status', { name: 'Reading of the scale' })).toBeVisible();
});

test('what is bought comes onto the shelf, and leaves the buy list', async ({ page }) => {
  await openFresh(page, '/buy');
  const lines = page.getByRole('region', { name: 'Buy list' });
  const first = lines.getByRole('button', { name: /^Bought:/ }).first();
  const name = ((await first.getAttribute('aria-label')) ?? '').replace('Bought: ', '');
  await first.click();
  await expect(lines.getByRole('button', { name: `Bought: ${name}`, exact: true })).toHaveCount(0);
  const csv = await downloaded(page, page.getByRole('button', { name: 'Download as CSV' }));
  expect(csv.text.split('\r\n')[0]).toContain('order by');
  expect(csv.text).not.toContain(name);
  await goTo(page, '/shelf');
  await expect(page.getByRole('list', { name: 'Cans' }).getByRole('link', { name }).first()).toBeVisible();
});

test('a can’s label is typed in, the sheet chosen in a plan, reset, and sheets go out and in as CSV', async ({
  page,
}) => {
  await openFresh(page, '/products');
  await page.getByRole('link', { name: 'Type in your can’s label' }).click();
  await page.getByLabel('Name on the can').fill('Signal red, from the merchant');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByLabel('Covers at least, m² per litre').fill('12,5');
  await page.getByLabel('Covers at most, m² per litre').fill('a lot');
  await expect(page.getByText('"a lot" is not a number. Write 2.5 or 1/2.')).toBeVisible();
  await page.getByLabel('Covers at most, m² per litre').fill('13.5');
  await page.getByRole('button', { name: 'That is all on the label' }).click();
  await expect(page.getByRole('heading', { name: 'Signal red, from the merchant' })).toBeVisible();
  await expect(page.getByRole('group', { name: /Spreading rate by brush/ }).getByLabel('likely')).toHaveValue('13');
  await fromMenu(page, 'Products');
  const sheets = await downloaded(page, page.getByRole('button', { name: 'Save the sheets (CSV)' }));
  expect(sheets.text).toContain('Signal red, from the merchant');
  const changed = sheets.text
    .replace('"Signal red, from the merchant"', '"Signal red, read again"')
    .replace('Signal red, from the merchant', 'Signal red, read again');
  await page
    .getByLabel('Read sheets from CSV')
    .setInputFiles({ name: 'sheets.csv', mimeType: 'text/csv', buffer: Buffer.from(changed) });
  await expect(page.getByRole('link', { name: 'Signal red, read again' })).toBeVisible();
  await page
    .getByLabel('Read sheets from CSV')
    .setInputFiles({ name: 'sheets.csv', mimeType: 'text/csv', buffer: Buffer.from('name,price\nPaint,3') });
  await expect(page.getByRole('alert')).toContainText('missing: id, kind, carrier');
});

test('what the other pieces take is counted at every step that uses the same can', async ({ page }) => {
  await openFresh(page, '/pieces/writing-slope/plan');
  await page
    .getByRole('list', { name: 'Carcass: steps in order' })
    .getByRole('button', { name: /^clear 3/ })
    .click();
  await expect(page.getByRole('region', { name: 'Step', exact: true })).toContainText(/It lasts:|It will not last:/);
  await page.getByRole('link', { name: 'Mix it' }).click();
  await expect(page.getByRole('heading', { name: 'One batch' })).toBeVisible();
});

test('the buy list is saved as PDF and reads back with what is short', async ({ page }, info) => {
  await openFresh(page, '/buy');
  const first = page.getByRole('button', { name: /^Bought: / }).first();
  await expect(first).toBeVisible();
  const name = (await first.getAttribute('aria-label'))!.replace('Bought: ', '');
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as PDF' }).click(),
  ]);
  const path = info.outputPath('buy.pdf');
  await saved.saveAs(path);
  const text = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  expect(text).toContain(name.split(',')[0]);
  expect(text).toMatch(/To buy[\s\S]*together[\s\S]*What is used up/);
});
