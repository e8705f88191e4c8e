import { test as onOwnProfile } from '@playwright/test';
import { test } from './bench';
import { expect } from './seen';
import { goTo, openFresh } from './support';

const forecast = (hours: number, tempC: (hour: number) => number) =>
  [
    'time,temperature °C,humidity %',
    ...Array.from({ length: hours }, (_, i) => {
      const at = new Date(Date.parse('2026-11-25T10:00:00Z') + i * 3_600_000).toISOString();
      return `${at.slice(0, 16)}Z,${tempC(i).toFixed(1)},80`;
    }),
  ].join('\n');

test('the air of each space, what may go on there and when; a piece moved to a warm one may go on', async ({
  page,
}) => {
  await openFresh(page);
  // By keyboard from anywhere.
  await page.keyboard.press('g');
  await page.keyboard.press('a');
  await expect(page.getByRole('heading', { name: 'Air', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Goods shed' }).click();
  const bands = page.getByRole('img', { name: /^When coats may go on\./ });
  await expect(bands).toHaveAccessibleName(
    /Waterborne polyurethane clear, satin: may go on until Fri \d\d:\d\d, then too cold/,
  );
  await expect(
    page.getByText(
      /^Waterborne polyurethane clear: may go on until Fri .* Laid now, the next coat after 4 h to 8 h; the label says/,
    ),
  ).toBeVisible();

  // The counter cannot be sealed where it stands: its plan says so, and what would help.
  await goTo(page, '/pieces/parcels-counter/plan');
  const strip = page.getByRole('region', { name: 'Air', exact: true });
  await expect(strip).toContainText('Goods shed');
  await expect(
    page.getByText(/seal cannot go on as planned: Goods shed is too (cold|damp) for Dewaxed shellac sealer/).first(),
  ).toBeVisible();
  await goTo(page, '/air?space=goods-shed');
  await page.getByRole('button', { name: 'Move Parcels counter' }).click();
  await page.getByRole('menuitem', { name: 'to Lamp room' }).click();
  await expect(page.getByText('Parcels counter stands in Lamp room now.')).toBeVisible();
  await goTo(page, '/pieces/parcels-counter/plan');
  await expect(strip).toContainText('Lamp room');
  await expect(page.getByText(/Dewaxed shellac sealer.*does not become fit/)).toBeHidden();
});

test('a can on a cold shelf is said to be brought in before it is needed, is brought in, and put back', async ({
  page,
}) => {
  await openFresh(page, '/air?space=goods-shed');
  const text = forecast(200, () => 2);
  await page
    .getByLabel('Take a forecast (CSV)')
    .setInputFiles({ name: 'cold.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page.getByRole('switch', { name: /^The shelf with the cans stands here/ }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  const inTime = page.getByRole('region', { name: 'Before it is needed' });
  const line = inTime.getByRole('listitem').filter({ hasText: 'on the shelf, and wants' }).first();
  await expect(line).toContainText(/stands at \d °C on the shelf, and wants \d+ °C: bring it into Lamp room (now|by )/);
  const brought = line.getByRole('button', { name: /^Brought in: / });
  const product = (await brought.getAttribute('aria-label'))!.replace('Brought in: ', '');
  await brought.click();
  await expect(inTime.getByRole('button', { name: `Brought in: ${product}` })).toBeHidden();
  await goTo(page, '/shelf');
  const can = page.getByRole('listitem').filter({ hasText: product }).filter({ hasText: 'brought in: Lamp room' });
  await can.first().getByRole('button', { name: 'Back on the shelf' }).click();
  await expect(can).toHaveCount(0);
});

test('a forecast is taken from CSV or refused; a space is described by one who begins, and waits are told for its air', async ({
  page,
}) => {
  await openFresh(page, '/air?space=platform');
  await test.step('a forecast is taken from CSV and moves the plan; one that cannot be meant is refused, and nothing is lost', async () => {
    const sources = page.getByRole('region', { name: 'Where it is known from' });
    await expect(sources).toContainText('taken 35 min ago from a file');
    const take = (name: string, text: string) =>
      sources
        .getByLabel('Take a forecast (CSV)')
        .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
    await take(
      'heat.csv',
      forecast(48, () => 64),
    );
    await expect(sources).toContainText(
      'heat.csv was not taken. In row 2 it is 64 °C, which cannot be: if the file has °F',
    );
    await expect(sources).toContainText('taken 35 min ago');
    await take(
      'cold.csv',
      forecast(48, () => -3),
    );
    await expect(sources).toContainText('taken 0 min ago from a file');
    await expect(page.getByRole('region', { name: 'Now', exact: true })).toContainText('-3.0 °C');
    await page.keyboard.press('Control+z');
    await expect(sources).toContainText('taken 35 min ago');
  });
  await test.step('a space is described by one who begins, and waits are told for its air', async () => {
    await goTo(page, '/air');
    await page.getByRole('button', { name: 'Another space' }).click();
    const dialog = page.getByRole('dialog', { name: 'A space where pieces stand' });
    await dialog.getByLabel('Heated to, °C').fill('60');
    await dialog.getByRole('button', { name: 'Keep this space' }).click();
    await expect(dialog).toContainText('A space needs a name.');
    await dialog.getByLabel('Name').fill('Lamp room');
    await dialog.getByRole('button', { name: 'Keep this space' }).click();
    await expect(dialog).toContainText('Another space has this name.');
    await dialog.getByLabel('Name').fill('Waiting room');
    await dialog.getByRole('button', { name: 'Keep this space' }).click();
    await expect(dialog).toContainText(/Workshop air lies between|A room is heated to between 5.0 °C and 35.0 °C\./);
    await dialog.getByLabel('Heated to, °C').fill('22');
    await dialog.getByRole('button', { name: 'Sand', exact: true }).click();
    await dialog.getByRole('button', { name: 'Keep this space' }).click();
    await expect(dialog).toBeHidden();
    await page.getByRole('button', { name: 'Waiting room' }).click();
    const now = page.getByRole('region', { name: 'Now', exact: true });
    await expect(now).toContainText('22.0 °C');
    await expect(now).toContainText('Here you may: coat by brush or pad, spray.');
    await now.getByRole('button', { name: 'Take out' }).click();
    await expect(page.getByRole('button', { name: 'Waiting room' })).toBeHidden();
  });
});

onOwnProfile(
  'the thermo-hygrometer and the forecast are listened to, and said to be away when they are',
  async ({ page }) => {
    await openFresh(page, '/air');
    const sources = page.getByRole('region', { name: 'Where it is known from' });
    await sources.getByRole('switch', { name: /^Listen to the thermo-hygrometer/ }).click();
    await expect(sources.getByRole('status')).toContainText('The instruments answer.');
    await expect(page.getByRole('region', { name: 'Air', exact: true })).toContainText('Lamp room');
    // What is done now keeps what they told: it stands among the readings.
    await page.getByRole('button', { name: 'Type a reading' }).click();
    const dialog = page.getByRole('dialog', { name: 'The air now' });
    await dialog.getByRole('button', { name: 'Platform' }).click();
    await dialog.getByLabel('Air temperature, °C').fill('7');
    await dialog.getByLabel('Humidity, %').fill('81');
    await dialog.getByRole('button', { name: 'Note this air' }).click();
    await expect(sources).toContainText('from the instruments');
    await page.route('**/api/**', (route) => route.abort());
    await page.reload();
    await expect(sources.getByRole('status')).toContainText('The instruments do not answer');
    await expect(sources).toContainText('from the instruments');
  },
);

test('the weather that the stand-ins make up is chosen, and is the same after a reload', async ({ page }) => {
  await openFresh(page, '/air', new Date().toISOString());
  const sources = page.getByRole('region', { name: 'Where it is known from' });
  await sources.getByRole('switch', { name: /^Listen to the thermo-hygrometer/ }).click();
  await expect(sources).toContainText('from the instruments');
  const spell = sources.getByRole('button', { name: 'A cold, damp spell' });
  await spell.click();
  await expect(spell).toHaveAttribute('aria-pressed', 'true');
  // Outdoors it is cold then, whatever the season.
  await page.getByRole('button', { name: 'Platform' }).click();
  await expect(page.getByText(/^[2-6](\.\d)? °C$/).first()).toBeVisible();
  await page.reload();
  await expect(spell).toHaveAttribute('aria-pressed', 'true');
  await sources.getByRole('button', { name: 'Usual for the season' }).click();
  await expect(spell).toHaveAttribute('aria-pressed', 'false');
});

test('a film that was touched moves what waits for it, and back', async ({ page }) => {
  await openFresh(page);
  const drain = page.getByRole('img', { name: /^Ticket-office cupboard, carcass: next coat from/ });
  const before = (await drain.getAttribute('aria-label')) ?? '';
  const touch = page.getByRole('button', { name: 'I touched it: Ticket-office cupboard, carcass' });
  await touch.click();
  await page.getByRole('menuitem', { name: 'Sands to powder' }).click();
  await expect(page.getByText('Noted: sands to powder. Its waits are worked out again.')).toBeVisible();
  // The next coat may go on: what is told next is what comes after.
  await expect(drain).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(drain).toHaveAttribute('aria-label', before);
});
