import { test as onOwnProfile, type Page } from '@playwright/test';
import { test } from './bench';
import { expect } from './seen';
import { openFresh } from './support';

/** Messages outside the page are taken down instead of shown: Chromium without a screen has no place for them. */
async function takeDownMessages(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const shown: { title: string; body: string }[] = [];
    Object.assign(window, { shown });
    class Taken {
      static permission = 'granted';
      static requestPermission = async () => 'granted';
      constructor(title: string, { body = '' }: NotificationOptions = {}) {
        shown.push({ title, body });
      }
    }
    Object.defineProperty(window, 'Notification', { value: Taken });
  });
}
const shown = (page: Page) =>
  page.evaluate(() => (window as unknown as { shown: { title: string; body: string }[] }).shown);

onOwnProfile('a window that opens is told once: in the page, outside it, and in the title', async ({ page }) => {
  await takeDownMessages(page);
  await openFresh(page, '/settings');
  await page.getByRole('switch', { name: /^Sound, and a message outside the page/ }).click();
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(page.getByRole('img', { name: /^Refreshment table, top: next coat from 10:43/ })).toBeVisible();
  // Nothing is told before all pieces are worked out.
  await expect(page.getByRole('article')).toBeVisible();
  // The clock goes on, minute by minute.
  for (let minute = 0; minute < 40; minute += 5) await page.clock.runFor('05:00');
  await expect.poll(async () => (await shown(page)).map((m) => m.title)).toContain('Refreshment table: may go on');
  await expect(page).toHaveTitle(/^▲ .*: may go on$/);
  const told = (await shown(page)).length;
  await page.reload();
  await expect(page.getByRole('article')).toBeVisible();
  await page.clock.runFor('02:00');
  expect((await shown(page)).length).toBeLessThanOrEqual(told);
  expect((await shown(page)).map((m) => m.title)).not.toContain('Refreshment table: may go on');
});

onOwnProfile(
  'what came due while the page was closed is listed when it is opened again, and is gone when it was seen',
  async ({ page }) => {
    await openFresh(page);
    await expect(page.getByRole('img', { name: /^Refreshment table, top: next coat from 10:43/ })).toBeVisible();
    // Until all is worked out nothing of it has been seen.
    await expect(page.getByRole('article')).toBeVisible();
    await page.clock.runFor('01:10');
    await page.goto('about:blank');
    await page.clock.setFixedTime(new Date('2026-11-25T12:30:00Z'));
    await page.goto('/');
    const missed = page.getByRole('status', { name: 'While it was closed' });
    await expect(missed).toContainText(/10:\d\d, Refreshment table: may go on\./);
    await missed.getByRole('button', { name: 'Seen' }).click();
    await expect(missed).toBeHidden();
    await page.reload();
    await expect(page.getByRole('article')).toBeVisible();
    await expect(missed).toBeHidden();
  },
);

test('the schedule of the workshop goes into a calendar that rings', async ({ page }) => {
  await openFresh(page, '/rack');
  await expect(page.getByRole('heading', { name: 'The rack' })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download as calendar' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('moorland-halt.ics');
  const stream = await download.createReadStream();
  let text = '';
  for await (const part of stream) text += String(part);
  expect(text.match(/BEGIN:VALARM/g)?.length).toBeGreaterThan(100);
  expect(text).toContain('SUMMARY:Refreshment table: Prime');
});
