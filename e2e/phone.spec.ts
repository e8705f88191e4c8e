import { test } from '@playwright/test';
import { expect } from './seen';
import { goTo, openFresh, pick } from './support';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('on a phone the action of now is the first thing, large enough for a thumb, and one press logs it', async ({
  page,
}) => {
  await openFresh(page);
  const act = page.getByRole('article');
  const done = act.getByRole('button', { name: 'Done' });
  await expect(done).toBeInViewport();
  for (const target of await page.getByRole('main').getByRole('button').all()) {
    const box = (await target.boundingBox())!;
    expect(Math.min(box.width, box.height), (await target.textContent()) ?? '').toBeGreaterThanOrEqual(48);
  }
  const size = await act.getByRole('heading').evaluate((h) => Number.parseFloat(getComputedStyle(h).fontSize));
  expect(size).toBeGreaterThanOrEqual(32);
  await done.tap();
  await expect(page.getByText(/^Done: Prime: fronts; then look over the primer\./)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(act.getByRole('heading', { name: 'Prime' })).toBeVisible();
  const bar = (await page.getByRole('navigation', { name: 'Rooms' }).boundingBox())!;
  expect(bar.y + bar.height).toBeCloseTo(844, 0);
});

test('a face is moved to another zone by thumb, and main text is at least 16 px on every main screen', async ({
  page,
}) => {
  await openFresh(page, '/pieces/parcels-counter/survey');
  await test.step('a face is moved to another zone by thumb', async () => {
    const drawing = page.getByRole('group', { name: /press a face/ });
    await drawing.getByRole('button', { name: /Drawer 2, front/ }).tap();
    await pick(page.getByLabel('Belongs to the zone'), 'Carcass');
    await expect(drawing.getByRole('button', { name: 'Drawer 2, front, zone Carcass' })).toBeVisible();
    await page.getByRole('button', { name: 'opened' }).click();
    await expect(drawing.getByRole('button', { name: /inside/ }).first()).toBeVisible();
  });
  await test.step('main text is at least 16 px on every main screen', async () => {
    await goTo(page, '/');
    for (const path of [
      '/',
      '/pieces',
      '/pieces/ticket-cupboard/survey',
      '/pieces/ticket-cupboard/quantities',
      '/pieces/ticket-cupboard/log',
      '/products/enamel',
      '/workshop',
    ]) {
      await goTo(page, path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expect(page.getByText('Working it out…')).toBeHidden();
      const small = await page.getByRole('main').evaluate((main) =>
        [...main.querySelectorAll('p, td, th, label, button, a, span, b')]
          .filter(
            (e) =>
              e.children.length === 0 &&
              e.textContent?.trim() &&
              (e as HTMLElement).offsetParent !== null &&
              !e.closest('svg'),
          )
          .filter((e) => Number.parseFloat(getComputedStyle(e).fontSize) < 16)
          .map((e) => `${e.className} ${e.textContent?.slice(0, 30)}`),
      );
      expect(small, path).toEqual([]);
    }
  });
});
