import { test as onOwnProfile } from '@playwright/test';
import { test } from './bench';
import { expect } from './seen';
import { bareChest, exportText, goTo, importText, openEmpty, openFresh } from './support';

test('dimensions that make no sense are named, and what was there stays', async ({ page }) => {
  await openEmpty(page);
  await bareChest(page);
  const height = page.getByLabel('Height');
  for (const [typed, said] of [
    ['tall', '"tall" is not a length'],
    ['-90 cm', 'A length has to be more than zero.'],
    ['0', 'A length has to be more than zero.'],
    ['90 kg', '"kg" is not a unit of length here'],
    ['90 m', 'That is over 10 m. Check the unit.'],
    ['30 cm', 'is at least'],
  ] as const) {
    await height.fill(typed);
    await expect(page.getByText(said, { exact: false })).toBeVisible();
  }
  await height.fill('90 m');
  await height.blur();
  await page.reload();
  await expect(page.getByLabel('Height')).toHaveValue('90 m');
  await expect(page.getByText('That is over 10 m. Check the unit.')).toBeVisible();
  await page.getByLabel('Height').fill('95 cm');
  await goTo(page, '/pieces');
  await page.goBack();
  await expect(page.getByLabel('Height')).toHaveValue('95 cm');
});

test('files that cannot be read are refused with the reason, and markup in their names is shown as text', async ({
  page,
}) => {
  await openFresh(page, '/settings');
  await test.step('files that cannot be read are refused with the reason, and nothing changes', async () => {
    const good = await exportText(page);
    const refuse = async (text: string | Buffer, reason: string) => {
      await importText(page, text);
      await expect(page.getByRole('alert')).toContainText(reason);
      await expect(page.getByRole('alert')).toContainText('nothing was changed');
    };
    await refuse(good.slice(0, good.length / 2), 'it may be cut short');
    await refuse(
      good.replace(/"schemaVersion":\s*\d+/, '"schemaVersion":99'),
      'The file is of version 99; this Cosmesis reads up to',
    );
    await refuse('{"a":1}', 'This JSON is not a Cosmesis workshop file.');
    await refuse(good.replaceAll(/"heightM":\s*1.1,/g, '"heightM":"tall",'), '"Ticket-office cupboard" → heightM');
    const without = (text: string) => text.replace(/"exportedAt":\s*"[^"]+"/, '');
    expect(without(await exportText(page))).toBe(without(good));
  });
  await test.step('markup in names is shown as text', async () => {
    await goTo(page, '/settings');
    const file = (await exportText(page)).replace(
      '"Ticket-office cupboard"',
      '"<img src=x onerror=alert(1)><b>Cupboard</b>"',
    );
    const ran = () => expect(false, 'a script ran').toBe(true);
    page.on('dialog', ran);
    await importText(page, file);
    await expect(page.getByText('opened.')).toBeVisible();
    await page.getByRole('link', { name: 'Pieces' }).click();
    await expect(page.getByRole('heading', { name: 'Pieces', level: 1 })).toBeVisible();
    await expect(page.getByRole('link', { name: '<img src=x onerror=alert(1)><b>Cupboard</b>' })).toBeVisible();
    await expect(page.locator('main img')).toHaveCount(0);
    page.off('dialog', ran);
  });
});

test('a full disk: the change is kept, said, and saved once there is room', async ({ page }) => {
  await openFresh(page, '/pieces/ticket-cupboard/survey');
  await page.evaluate(() => {
    const put = IDBObjectStore.prototype.put;
    Object.assign(window, {
      makeRoom: () => {
        IDBObjectStore.prototype.put = put;
      },
    });
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  await page.getByLabel('Name', { exact: true }).fill('Cupboard with no room');
  await expect(page.getByRole('alert')).toContainText('Not saved: this device has no room left.');
  await expect(page.getByRole('heading', { name: 'Cupboard with no room' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save as a file' })).toBeVisible();
  await page.evaluate(() => (window as unknown as { makeRoom: () => void }).makeRoom());
  // What is tried again by itself meanwhile takes the button away.
  const again = page.getByRole('button', { name: 'Try again' });
  await expect(async () => {
    if (await again.isVisible()) await again.click({ timeout: 2_000 });
    await expect(page.getByRole('alert')).toBeHidden({ timeout: 2_000 });
  }).toPass();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Cupboard with no room' })).toBeVisible();
});

test('two tabs on one piece keep both edits and share the undo', async ({ page }) => {
  await openFresh(page, '/pieces/ticket-cupboard/survey');
  const other = await page.context().newPage();
  await other.clock.install({ time: new Date('2026-11-25T10:07:00Z') });
  await other.goto('/pieces/ticket-cupboard/survey');
  await other.getByLabel('Note', { exact: true }).fill('Typed in the other tab.');
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('Typed in the other tab.');
  await page.getByLabel('Width').fill('97 cm');
  await expect(other.getByLabel('Width')).toHaveValue('97 cm');
  await expect(other.getByLabel('Note', { exact: true })).toHaveValue('Typed in the other tab.');
  await other.getByRole('heading', { name: 'Ticket-office cupboard' }).click();
  await other.keyboard.press('Control+z');
  await expect(page.getByLabel('Width')).toHaveValue('96 cm');
  await other.close();
});

onOwnProfile('a record that cannot be read is set aside and can be downloaded; the rest opens', async ({ page }) => {
  await openFresh(page);
  await expect(page.getByRole('article')).toBeVisible();
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const open = indexedDB.open('cosmesis');
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const tx = open.result.transaction('records', 'readwrite');
          tx.objectStore('records').put({
            workshopId: 'demo',
            kind: 'piece',
            id: 'ticket-cupboard',
            value: { name: 'Ticket-office cupboard', heightM: 'spoiled' },
          });
          tx.oncomplete = () => resolve();
        };
      }),
  );
  await page.goto('/pieces');
  await expect(page.getByRole('alert')).toContainText('One thing was set aside, and is kept. The rest is open.');
  await expect(page.getByRole('link', { name: 'Refreshment table' })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download Ticket-office cupboard' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('set-aside-ticket-office-cupboard.json');
  await page.reload();
  await expect(page.getByRole('button', { name: 'Forget Ticket-office cupboard' })).toBeVisible();
  await page.getByRole('button', { name: 'Forget Ticket-office cupboard' }).click();
  await expect(page.getByRole('alert')).toBeHidden();
});

test('a browser that empties its store loses nothing, and says so; one that loses all of it says what is gone, by name', async ({
  page,
}) => {
  await openEmpty(page);
  await bareChest(page);
  const chest = page.getByLabel('Name', { exact: true });
  await chest.fill('Left-luggage chest');
  await chest.blur();
  await expect(page.getByText('Not saved yet')).toHaveCount(0);
  const lose = async (all: boolean) => {
    await page.goto('/api/health');
    await page.evaluate(async (copyToo) => {
      await new Promise<void>((resolve, reject) => {
        const gone = indexedDB.deleteDatabase('cosmesis');
        gone.onsuccess = () => resolve();
        gone.onerror = () => reject(gone.error);
      });
      if (copyToo) await (await navigator.storage.getDirectory()).removeEntry('second-copy', { recursive: true });
    }, all);
    await page.goto('/pieces');
  };
  await lose(false);
  await expect(page.getByRole('alert')).toContainText(/This browser had lost.*“My workshop”.*here again/);
  await expect(page.getByRole('link', { name: 'Left-luggage chest' })).toBeVisible();
  await lose(true);
  const alert = page.getByRole('alert').filter({ hasText: 'no longer has' });
  await expect(alert).toContainText('This browser no longer has “My workshop”:');
  await page.reload();
  await expect(
    page
      .getByRole('article')
      .or(page.getByRole('link', { name: 'Ticket-office cupboard' }))
      .first(),
  ).toBeVisible();
  await expect(alert).toBeHidden();
});

onOwnProfile('never a blank page: a part that fails to load leaves a way to save the data', async ({ page }) => {
  await page.route(/assets\/Plan-/, (route) => route.abort());
  await openFresh(page);
  await page.getByRole('link', { name: 'Refreshment table' }).first().click();
  await expect(page.getByRole('heading', { name: 'Something broke on this page' })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the workshop as a file' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('cosmesis-rescue.json');
});
