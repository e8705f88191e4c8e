import { execFileSync } from 'node:child_process';
import { test as onOwnProfile, type Page } from '@playwright/test';
import { test } from './bench';
import { exifJpeg } from './exifJpeg';
import { expect } from './seen';
import { fromMenu, goTo, openFresh } from './support';

const colours = { red: [255, 0, 0], green: [0, 160, 0], blue: [0, 0, 255], white: [255, 255, 255] } as const;
type Colour = keyof typeof colours;

/** A picture of 80 × 40 px in four quarters: red, green; blue, white. */
const quarters = (page: Page, width = 80): Promise<number[]> =>
  page.evaluate(async (px) => {
    const canvas = new OffscreenCanvas(px, px / 2);
    const context = canvas.getContext('2d')!;
    for (const [i, colour] of ['#f00', '#00a000', '#00f', '#fff'].entries()) {
      context.fillStyle = colour;
      context.fillRect(((i % 2) * px) / 2, i < 2 ? 0 : px / 4, px / 2, px / 4);
    }
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 1 });
    return [...new Uint8Array(await blob.arrayBuffer())];
  }, width);

/** Each picture as it is kept: its size, the colours of its upper corners, and whether anything a camera wrote is in it. */
const keptPictures = (page: Page) =>
  page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      const asked = indexedDB.open('cosmesis-photographs');
      asked.onsuccess = () => resolve(asked.result);
      asked.onerror = () => reject(asked.error);
    });
    const all = await new Promise<{ full: Blob }[]>((resolve) => {
      const asked = db.transaction('pictures').objectStore('pictures').getAll();
      asked.onsuccess = () => resolve(asked.result);
    });
    db.close();
    return Promise.all(
      all.map(async ({ full }) => {
        const bitmap = await createImageBitmap(full, { imageOrientation: 'none' });
        const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
        const context = canvas.getContext('2d')!;
        context.drawImage(bitmap, 0, 0);
        const at = (x: number, y: number) => [...context.getImageData(x, y, 1, 1).data].slice(0, 3);
        const text = new TextDecoder('latin1').decode(await full.arrayBuffer());
        return {
          size: [bitmap.width, bitmap.height],
          left: at(5, 5),
          right: at(bitmap.width - 6, 5),
          written: text.includes('Exif'),
        };
      }),
    );
  });

const nearest = (rgb: readonly number[]): Colour =>
  (Object.entries(colours) as [Colour, readonly number[]][])
    .map(([name, c]) => [name, c.reduce((sum, v, i) => sum + (v - rgb[i]!) ** 2, 0)] as const)
    .sort((a, b) => a[1] - b[1])[0]![0];

// Exif 2.32, Orientation: where the first row and the first column of what is stored belong.
const upright: readonly [width: number, left: Colour, right: Colour][] = [
  [80, 'red', 'green'],
  [80, 'green', 'red'],
  [80, 'white', 'blue'],
  [80, 'blue', 'white'],
  [40, 'red', 'blue'],
  [40, 'blue', 'red'],
  [40, 'white', 'green'],
  [40, 'green', 'white'],
];

onOwnProfile(
  'photographs stand upright whichever way the camera was held, at their hour, without the place',
  async ({ page }) => {
    await openFresh(page, '/pieces/ticket-cupboard/survey#photographs');
    const plain = Uint8Array.from(await quarters(page));
    const files = upright.map((_, i) => ({
      name: `turned-${i + 1}.jpg`,
      mimeType: 'image/jpeg',
      buffer: exifJpeg(plain, { orientation: i + 1, date: `2026:11:2${i % 2} 09:3${i}:00`, place: i === 0 }),
    }));
    await page.getByLabel('Photographs', { exact: true }).and(page.locator('input')).setInputFiles(files);
    const section = page.getByRole('region', { name: 'Photographs' });
    await expect(section.getByRole('button', { name: /The whole piece/ })).toHaveCount(8);
    await expect(section).toContainText('Where one was taken stood in the file: that is left out.');
    // By day, the newest first, and each at the hour the camera wrote.
    await expect(section.getByRole('heading', { level: 3 })).toHaveText([/Sat 21 Nov/, /Fri 20 Nov/]);
    await expect(section.getByRole('button', { name: 'The whole piece, 09:37' })).toBeVisible();
    const kept = await keptPictures(page);
    const told = kept.map((k) => [k.size[0], nearest(k.left), nearest(k.right)].join(' ')).sort();
    expect(told).toEqual(upright.map((u) => u.join(' ')).sort());
    expect(kept.some((k) => k.written)).toBe(false);
  },
);

test('a photograph is named, held against one from before, taken away and back; what is none is refused', async ({
  page,
}) => {
  await openFresh(page, '/pieces/refreshment-table/survey#photographs');
  const plain = Uint8Array.from(await quarters(page));
  const shot = (name: string, date: string) => ({
    name,
    mimeType: 'image/jpeg',
    buffer: exifJpeg(plain, { orientation: 1, date, place: false }),
  });
  await page
    .getByLabel('Photographs', { exact: true })
    .and(page.locator('input'))
    .setInputFiles([
      shot('before.jpg', '2026:11:20 09:00:00'),
      shot('after.jpg', '2026:11:24 16:00:00'),
      { name: 'letter.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('this is no picture') },
      { name: 'clip.mp4', mimeType: 'video/mp4', buffer: Buffer.from('film') },
    ]);
  const section = page.getByRole('region', { name: 'Photographs' });
  await expect(section).toContainText('letter.jpg cannot be read as a picture');
  await expect(section).toContainText('clip.mp4 is a film');
  await section.getByRole('button', { name: 'The whole piece, 16:00' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Note').fill('The veneer lies flat again');
  await dialog.getByLabel('Held against the one from before').selectOption({ index: 1 });
  const compare = dialog.getByRole('region', { name: 'Before and after' });
  await expect(compare.getByRole('img', { name: 'Before' })).toBeVisible();
  const line = compare.getByRole('slider', { name: 'Line between before and after' });
  await line.focus();
  await page.keyboard.press('ArrowRight');
  await expect(line).toHaveValue('51');
  await compare.getByRole('slider', { name: 'To the right' }).focus();
  await page.keyboard.press('ArrowRight');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(section.getByRole('button', { name: /The veneer lies flat again/ })).toContainText('with before');
  // All of it is there after a reload.
  await page.reload();
  await section.getByRole('button', { name: /The veneer lies flat again/ }).click();
  await expect(compare.getByRole('slider', { name: 'To the right' })).toHaveValue('0.005');
  await dialog.getByRole('button', { name: 'Take it away' }).click();
  await expect(section.getByRole('button', { name: /16:00/ })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(section.getByRole('button', { name: /16:00/ })).toBeVisible();
});

test('a damage and the sitting that is next are photographed where they stand', async ({ page }, info) => {
  await openFresh(page, '/pieces/refreshment-table/survey');
  const plain = Uint8Array.from(await quarters(page));
  const buffer = exifJpeg(plain, { orientation: 1, date: '2026:11:25 09:00:00', place: false });
  const shot = { name: 'corner.jpg', mimeType: 'image/jpeg', buffer };
  await page.getByLabel('Photographs of loose veneer, top').setInputFiles(shot);
  await expect(page.getByRole('link', { name: '1 taken' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Damage 1: loose veneer, top, 09:00/ })).toBeVisible();
  await goTo(page, '/pieces/refreshment-table/work');
  await page
    .getByLabel(/^Photographs of /)
    .first()
    .setInputFiles(shot);
  await page.getByRole('link', { name: '1 taken' }).click();
  await expect(page.getByRole('region', { name: 'Photographs' }).getByRole('button', { name: /09:00$/ })).toHaveCount(
    2,
  );
  // On paper too, and in its PDF.
  await goTo(page, '/pieces/refreshment-table/papers');
  await page.getByRole('button', { name: 'Survey', exact: true }).click();
  await expect(page.getByRole('img', { name: /^Damage 1: loose veneer, Wed 25 Nov 09:00/ })).toBeVisible();
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as PDF' }).click(),
  ]);
  const path = info.outputPath('survey.pdf');
  await saved.saveAs(path);
  expect(execFileSync('pdfimages', ['-list', path], { encoding: 'utf8' })).toMatch(/image +80 +40/);
  expect(execFileSync('pdftotext', [path, '-'], { encoding: 'utf8' })).toContain('Damage 1: loose veneer, Wed 25 Nov');
});

onOwnProfile(
  'photographs go with the workshop in a ZIP, and come back on another device',
  async ({ page, browser }, info) => {
    await openFresh(page, '/pieces/ticket-cupboard/survey#photographs');
    const plain = Uint8Array.from(await quarters(page));
    await page
      .getByLabel('Photographs', { exact: true })
      .and(page.locator('input'))
      .setInputFiles({
        name: 'found.jpg',
        mimeType: 'image/jpeg',
        buffer: exifJpeg(plain, { orientation: 1, date: '2026:11:20 09:00:00', place: false }),
      });
    await expect(page.getByRole('button', { name: 'The whole piece, 09:00' })).toBeVisible();
    await fromMenu(page, 'Settings');
    const [saved] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export with photographs' }).click(),
    ]);
    expect(saved.suggestedFilename()).toMatch(/\.zip$/);
    const path = info.outputPath('workshop.zip');
    await saved.saveAs(path);
    const other = await browser.newContext();
    const phone = await other.newPage();
    await openFresh(phone, '/settings');
    await phone.getByLabel('Import a file').setInputFiles(path);
    await expect(phone.getByText(/\(from file\) opened\./)).toBeVisible();
    await goTo(phone, '/pieces/ticket-cupboard/survey#photographs');
    await phone.getByRole('button', { name: 'The whole piece, 09:00' }).click();
    await expect(phone.getByRole('dialog').getByRole('img', { name: /The whole piece/ })).toBeVisible();
    expect((await keptPictures(phone)).map((k) => k.size)).toEqual([[80, 40]]);
    await other.close();
  },
);

onOwnProfile(
  'the oldest photographs are taken away in full and stay small, come back with their ZIP, and what belongs to none is cleared up',
  async ({ page }, info) => {
    await openFresh(page, '/pieces/ticket-cupboard/survey#photographs');
    const plain = Uint8Array.from(await quarters(page, 1600));
    const add = (name: string, date: string) =>
      page
        .getByLabel('Photographs', { exact: true })
        .and(page.locator('input'))
        .setInputFiles({
          name,
          mimeType: 'image/jpeg',
          buffer: exifJpeg(plain, { orientation: 1, date, place: false }),
        });
    await add('found.jpg', '2026:11:20 09:00:00');
    await expect(page.getByRole('button', { name: 'The whole piece, 09:00' })).toBeVisible();
    await add('later.jpg', '2026:11:21 10:00:00');
    await page.getByRole('button', { name: 'The whole piece, 10:00' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Take it away' }).click();
    await expect(page.getByRole('button', { name: 'The whole piece, 10:00' })).toBeHidden();
    await fromMenu(page, 'Settings');
    const room = page.getByRole('region', { name: 'Room for photographs' });
    await expect(room.getByText(/1 are here in full/)).toBeVisible();
    await room.getByRole('button', { name: 'Clear up 1 of photographs that were taken out' }).click();
    await expect(page.getByText('One picture was cleared up.')).toBeVisible();
    expect(await keptPictures(page)).toHaveLength(1);
    const [saved] = await Promise.all([
      page.waitForEvent('download'),
      room.getByRole('button', { name: 'Take the oldest photograph away' }).click(),
    ]);
    const path = info.outputPath('oldest.zip');
    await saved.saveAs(path);
    await expect(room.getByText(/0 are here in full/)).toBeVisible();
    const small = (await keptPictures(page))[0]!.size;
    expect(small[0]).toBeLessThan(1600);
    await page.getByLabel('Take over from another copy').setInputFiles(path);
    const dialog = page.getByRole('dialog', { name: 'Take over from another copy' });
    await expect(dialog.getByText('It brings 1 picture.')).toBeVisible();
    await dialog.getByRole('button', { name: 'Take it over' }).click();
    await expect(page.getByText(/^Taken over: 1 picture/)).toBeVisible();
    expect((await keptPictures(page))[0]!.size[0]).toBe(1600);
  },
);

test('a face is photographed where it is pressed, and marked there on the drawing', async ({ page }) => {
  await openFresh(page, '/pieces/ticket-cupboard/survey');
  const drawing = page.locator('svg.drawing').first();
  await drawing.getByRole('button', { name: 'Plinth, front, zone Carcass' }).click();
  await page
    .getByLabel('Photographs of Plinth, front')
    .and(page.locator('input'))
    .setInputFiles({
      name: 'ring.jpg',
      mimeType: 'image/jpeg',
      buffer: exifJpeg(Uint8Array.from(await quarters(page)), {
        orientation: 1,
        date: '2026:11:20 09:00:00',
        place: false,
      }),
    });
  await expect(page.getByText('The photograph is kept.')).toBeVisible();
  await expect(drawing.getByRole('button', { name: 'Plinth, front, zone Carcass, photographed once' })).toBeVisible();
});
