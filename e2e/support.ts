import { type Browser, type BrowserContext, expect, type Locator, type Page, test } from '@playwright/test';

/** Wednesday morning in the workshop. */
const wednesday = '2026-11-25T10:07:00Z';

/** Opens the application on a profile that has never seen it, at a given moment. */
export async function openFresh(page: Page, path = '/', at = wednesday): Promise<void> {
  await page.clock.install({ time: new Date(at) });
  await page.goto(path);
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible();
}

/** From the demo into an empty workshop. */
export async function newWorkshop(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'New workshop' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing on the bench' })).toBeVisible();
}

/** A chest in an empty workshop, measured, of bare ash. */
export async function bareChest(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'New piece' }).first().click();
  await page.getByRole('button', { name: 'Chest of drawers' }).click();
  await page.getByLabel('Height').fill('90 cm');
  await page.getByLabel('Width').fill('90 cm');
  await page.getByLabel('Depth').fill('45 cm');
  await page.getByLabel('Carcass: wood').selectOption({ label: 'Ash' });
  await page.getByLabel('Carcass: old finish').selectOption({ label: 'None, bare' });
}

/** The text of a file the page offers for download when something is pressed. */
export async function downloaded(page: Page, press: Locator): Promise<{ name: string; text: string }> {
  const [download] = await Promise.all([page.waitForEvent('download'), press.click()]);
  const stream = await download.createReadStream();
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(chunk as Buffer);
  return { name: download.suggestedFilename(), text: Buffer.concat(chunks).toString('utf8') };
}

/** Imports a text as a file on the workshop screen. */
export async function importText(page: Page, text: string | Buffer, name = 'workshop.json'): Promise<void> {
  await page.getByRole('link', { name: 'Workshop', exact: true }).click();
  await page
    .getByLabel('Import a file')
    .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.isBuffer(text) ? text : Buffer.from(text) });
}

/** Exports the open workshop. */
export async function exportText(page: Page): Promise<string> {
  await page.getByRole('link', { name: 'Workshop', exact: true }).click();
  return (await downloaded(page, page.getByRole('button', { name: 'Export this workshop' }))).text;
}

/** A second browser context with the settings of the tests. */
export const anotherContext = (browser: Browser): Promise<BrowserContext> =>
  browser.newContext({ baseURL: test.info().project.use.baseURL ?? '', timezoneId: 'Europe/London', locale: 'en-GB' });
