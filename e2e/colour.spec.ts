import type { Page } from '@playwright/test';
import { test } from './bench';
import { expect } from './seen';
import { fromMenu, goTo, newWorkshop, openFresh, pick } from './support';

/** A stool of a wood in the workshop, stripped bare already. */
async function stool(page: Page, name: string, wood: string): Promise<void> {
  await goTo(page, '/pieces/new');
  await page.getByRole('button', { name: /^Stool/ }).click();
  await page.getByLabel('Height').fill('46 cm');
  await page.getByLabel('Width').fill('36 cm');
  await page.getByLabel('Depth').fill('36 cm');
  await pick(page.getByLabel('Carcass: wood'), wood);
  await pick(page.getByLabel('Carcass: old finish'), 'None, bare');
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Name', { exact: true }).press('Tab');
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
}

const typed = async (page: Page, label: string, colour: string) => {
  await page.getByRole('textbox', { name: label }).fill(colour);
  await page.getByRole('textbox', { name: label }).press('Enter');
};

/** A picture as a camera with wide colours would give it: a card, and wood beside it. */
const picture = (
  page: Page,
  card: string,
  wood: string,
  space: 'srgb' | 'display-p3' = 'srgb',
  size: readonly [number, number] = [800, 500],
) =>
  page
    .evaluate(
      async ([card, wood, space, [w, h]]) => {
        const canvas = document.createElement('canvas');
        canvas.width = w;
        canvas.height = h;
        const pen = canvas.getContext('2d', { colorSpace: space })!;
        pen.fillStyle = '#777';
        pen.fillRect(0, 0, w, h);
        pen.fillStyle = card;
        pen.fillRect(w * 0.1, h * 0.25, w * 0.25, h * 0.5);
        pen.fillStyle = wood;
        pen.fillRect(w * 0.5, h * 0.1, w * 0.45, h * 0.8);
        const blob = await new Promise<Blob>((done) => canvas.toBlob((b) => done(b!), 'image/png'));
        return [...new Uint8Array(await blob.arrayBuffer())];
      },
      [card, wood, space, size] as const,
    )
    .then((bytes) => Buffer.from(bytes));

test('two stools are brought to a walnut table: sticks, readings, a better way, and both plans carry it', async ({
  page,
}) => {
  await openFresh(page, '/');
  await newWorkshop(page);
  await stool(page, 'Oak stool', 'Oak, red');
  await stool(page, 'Beech stool', 'Beech');
  await fromMenu(page, 'Colour');
  await typed(page, 'Target', '#6b4a32');
  await page.getByRole('button', { name: 'Another surface to match' }).click();
  const ways = page.getByRole('region', { name: 'Ways to the colour' });
  const first = ways.getByRole('region', { name: /^Way 1/ });
  await expect(first).toContainText('Oak stool, top of oak, red');
  await expect(first).toContainText('Beech stool, top of beech');
  await expect(first).toContainText('as nobody measured it here');
  await expect(ways.getByRole('region', { name: /^Way 3/ })).toBeVisible();
  await first.getByRole('button', { name: 'Make sticks of it first' }).click();

  // What comes out is darker and redder than foretold: typed for both sticks.
  const sticks = page.getByRole('region', { name: /^Stick 1/ });
  await expect(sticks).toHaveCount(2);
  for (const n of [0, 1]) {
    const stick = sticks.nth(n);
    await stick
      .getByRole('button', { name: /^Read band \d of/ })
      .last()
      .click();
    await typed(page, 'As it came out', '31 12 17');
    await expect(page.getByRole('dialog')).toBeHidden();
    await expect(stick).toContainText('As it came out');
  }
  await expect(page.getByText('After 2 read sticks')).toBeVisible();

  // The next way knows it.
  await sticks.first().getByRole('link', { name: 'Match again' }).click();
  await page.getByRole('button', { name: 'Another surface to match' }).click();
  await expect(ways).toContainText('after 2 read sticks');
  const better = ways.getByRole('region', { name: /^Way 1/ });
  await better.getByRole('button', { name: 'Put it into the plans' }).click();
  await expect(page.getByText('Their plans carry this recipe now')).toBeVisible();
  for (const name of ['Oak stool', 'Beech stool']) {
    await goTo(page, '/pieces');
    await page.getByRole('link', { name }).first().click();
    await page.getByRole('link', { name: 'Plan', exact: true }).click();
    await expect(page.getByRole('list', { name: /Top/ }).first()).toContainText(/stain|dye/i);
  }
});

test('a stick that is right is the recipe of its zone, and its sticks go on paper', async ({ page }) => {
  await openFresh(page, '/colour/sticks?piece=stool-2');
  const stick = page.getByRole('region', { name: /^Stick 1/ });
  await expect(stick).toContainText('As it came out');
  await stick.getByRole('button', { name: 'This one is right' }).click();
  await expect(stick).toContainText('this is its recipe');
  await page.getByRole('link', { name: /^Print the sticks/ }).click();
  await expect(page.getByText('Waterborne dye, dark brown').first()).toBeVisible();
  await expect(page.getByText(/dries .* before the next/).first()).toBeVisible();
  await goTo(page, '/pieces/stool-2/plan');
  await page.getByRole('button', { name: /^dye/ }).first().click();
  await expect(page.getByText(/By the recipe for the counter in the ticket hall/)).toBeVisible();
});

test('a colour is read from a photograph by its card, in either colour space, and refused where it cannot be', async ({
  page,
}) => {
  await openFresh(page, '/colour?piece=stool-1&zone=top');
  await page.getByRole('button', { name: 'Target: from a photograph' }).click();
  const dialog = page.getByRole('dialog');
  const file = dialog.getByLabel(/^(Choose or take|Another)/);
  const open = (name: string, buffer: Buffer, mimeType = 'image/png') => file.setInputFiles({ name, mimeType, buffer });
  const press = async (x: number, y: number) => {
    const shown = dialog.getByRole('application');
    const box = (await shown.boundingBox())!;
    await shown.click({ position: { x: box.width * x, y: box.height * y } });
  };

  // What is no picture says so, and nothing is lost.
  await open('cut.png', Buffer.from([137, 80, 78, 71, 13, 10, 26, 10, 0, 0]));
  await expect(dialog).toContainText('cut.png cannot be read as a picture');
  await open('phone.heic', Buffer.from('ftypheic nothing a browser here knows'), 'image/heic');
  await expect(dialog).toContainText('Save it as JPEG');

  await open('black.png', await picture(page, '#010101', '#010101'));
  await dialog.getByRole('button', { name: 'Place to read' }).click();
  await press(0.7, 0.5);
  await expect(dialog).toContainText('Mark the white or grey card first');
  await dialog.getByRole('button', { name: 'Card', exact: true }).click();
  await press(0.2, 0.5);
  await expect(dialog).toContainText('black in the picture');

  // White of 0.9 in even light; the same brown, in sRGB and as a camera of wide colours writes it.
  for (const [space, wood, lab] of [
    ['srgb', '#7a5236', 'L* 39 a* 13 b* 23'],
    ['display-p3', 'color(display-p3 0.478 0.322 0.212)', 'L* 39 a* 17 b* 27'],
  ] as const) {
    await open('wood.png', await picture(page, 'rgb(243,243,243)', wood, space));
    await press(0.2, 0.5);
    await press(0.7, 0.5);
    await expect(dialog.getByRole('status')).toContainText(lab);
  }
  await dialog.getByRole('button', { name: 'Read it a second time' }).click();
  await press(0.8, 0.6);
  await expect(dialog.getByText('their mean is taken')).toBeVisible();
  await dialog.getByRole('button', { name: 'Take this colour' }).click();
  await expect(page.getByText('read from a photograph')).toBeVisible();
  await expect(page.getByRole('region', { name: /^Way 1/ })).toBeVisible();
});

test('a picture of 24 megapixels is read beside the page', async ({ page }) => {
  await openFresh(page, '/colour?piece=stool-1&zone=top');
  const large = await picture(page, 'rgb(243,243,243)', '#7a5236', 'srgb', [6000, 4000]);
  await page.getByRole('button', { name: 'Target: from a photograph' }).click();
  const dialog = page.getByRole('dialog');
  await dialog
    .getByLabel('Choose or take a picture')
    .setInputFiles({ name: 'large.png', mimeType: 'image/png', buffer: large });
  await expect(dialog.getByRole('application')).toBeVisible();
  const shown = dialog.getByRole('application');
  const box = (await shown.boundingBox())!;
  await shown.click({ position: { x: box.width * 0.2, y: box.height * 0.5 } });
  await shown.click({ position: { x: box.width * 0.7, y: box.height * 0.5 } });
  await expect(dialog.getByRole('status')).toContainText('L* 39 a* 13 b* 23');
});

test('a paint is mixed by whole parts and taken to the mix bench; a colour that is wrong is put right', async ({
  page,
}) => {
  await openFresh(page, '/colour/mix');
  await typed(page, 'Colour wanted', '#587b6d');
  const mixes = page.getByRole('region', { name: 'Mixes' });
  const best = mixes.getByRole('region', { name: 'Mix of 2' });
  await expect(best).toContainText('1 part Urethane-modified waterborne enamel, deep green');
  await best.getByRole('link', { name: 'Take it to the mix bench' }).click();
  await expect(page.getByRole('button', { name: 'Colours in parts' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByLabel('Parts', { exact: true })).toHaveCount(2);

  await goTo(page, '/colour/right?piece=stool-2&zone=top');
  await page.getByRole('button', { name: 'The colour is still wet' }).click();
  const done = page.getByRole('region', { name: 'What can be done' });
  await expect(done.getByRole('region', { name: 'Wipe it back now' })).toContainText('about half of the last coat');
  await page.getByRole('button', { name: 'Filler shows' }).click();
  await expect(done.getByRole('region').first()).toHaveAttribute('aria-label', 'Paint the fill in');
});

test('the reader is set on its tile and read; a colour that cannot be is said so', async ({ page }) => {
  await openFresh(page, '/colour?piece=stool-1&zone=top');
  await typed(page, 'Target', 'brownish');
  await expect(page.getByText('Write a colour as #6b4a32')).toBeVisible();
  await typed(page, 'Target', '50 150 150');
  await expect(page.getByText('No surface can have this colour')).toBeVisible();
  await page.getByRole('button', { name: 'Target: with the reader' }).click();
  const dialog = page.getByRole('dialog');
  await typed(page, 'What the stand-in is laid on', '36 12 22');
  await dialog.getByRole('button', { name: 'Set it on its white tile' }).click();
  await expect(dialog.getByText('L* 36 a* 12 b* 22')).toBeVisible();
  await dialog.getByRole('button', { name: 'Take this reading' }).click();
  await expect(page.getByText('read with the reader')).toBeVisible();
  await page.getByRole('button', { name: 'What stands on the shelf' }).click();
  await expect(page.getByText('Nothing on the shelf or among the products colours wood')).toBeVisible();
});
