import type { Locator, Page } from '@playwright/test';
import { expect } from './seen';

/** Wednesday morning in the workshop. */
const wednesday = '2026-11-25T10:07:00Z';

/** Opens the application on a profile that has never seen it, at a given moment. */
export async function openFresh(page: Page, path = '/', at = wednesday): Promise<void> {
  await page.clock.install({ time: new Date(at) });
  if (page.url() === 'about:blank') await page.goto(path);
  else {
    await leave(page);
    if (cameAs.get(page)?.at !== at || cameAs.get(page)?.heads !== (await headsIn(page))) {
      await putAllBack(page);
      cameAs.set(page, { at, heads: await headsIn(page) });
    }
    await goTo(page, path);
  }
  await page.getByRole('navigation', { name: 'Rooms' }).waitFor();
}

/** The demo in a page as it came: from when it is, and what there was in the store. */
const cameAs = new WeakMap<Page, { at: string; heads: string }>();

/** Which workshops there are, and how often each was written. */
const headsIn = (page: Page): Promise<string> =>
  page.evaluate(
    () =>
      new Promise<string>((resolve, reject) => {
        const open = indexedDB.open('cosmesis');
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const heads = open.result.transaction('heads').objectStore('heads').getAll();
          heads.onsuccess = () => {
            open.result.close();
            resolve(JSON.stringify(heads.result));
          };
        };
      }),
  );

/** Leaves what a test before left open or half typed, and forgets what it chose for the device. */
async function leave(page: Page): Promise<void> {
  await page.clock.resume();
  await page.evaluate(() => {
    localStorage.clear();
    sessionStorage.clear();
  });
  if (await page.evaluate(() => document.querySelector('[role=dialog], [role=menu]') !== null))
    await page.keyboard.press('Escape');
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await expect(page.getByText('Not saved yet')).toHaveCount(0);
}

/** Only the demo, as it comes, in a page that was used before. */
async function putAllBack(page: Page): Promise<void> {
  await goTo(page, '/settings');
  const list = page.getByRole('region', { name: 'Workshops on this device' });
  const reset = list.getByRole('button', { name: /^(Reset the demo|Bring the demo back)$/ });
  const hasDemo = (await reset.textContent()) === 'Reset the demo';
  let left = (await list.getByRole('listitem').count()) - (hasDemo ? 1 : 0);
  await reset.click();
  // Until Today is on screen Settings still is: who goes there has gone nowhere, and nothing gives the window its name again.
  await page.waitForFunction(() => document.title.startsWith('Today'));
  if (left > 0) await goTo(page, '/settings');
  const others = list.getByRole('listitem').filter({ has: page.getByRole('button', { name: /^Open / }) });
  for (; left > 0; left -= 1) {
    await others
      .first()
      .getByRole('button', { name: /^Delete / })
      .click();
    await page.getByRole('button', { name: 'Delete for good' }).click();
    await expect(list.getByRole('listitem')).toHaveCount(left);
  }
}

/**
 * Goes to an address of the application without loading it again, as the keys for back and forward do. The window is called by
 * the screen as soon as that is there.
 */
export async function goTo(page: Page, path: string): Promise<void> {
  if (page.url() === 'about:blank') return void (await page.goto(path));
  if (new URL(path, page.url()).href === page.url()) return;
  await page.evaluate((to) => {
    document.title = '';
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: null }));
  }, path);
  await page.waitForFunction(() => document.title !== '');
}

/** Presses a line of the menu. */
export async function fromMenu(page: Page, name: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: 'Menu' }).click();
  await page.getByRole('menuitem', { name }).click();
}

/** Picks one of a list: from the browser's own, or by typing its name. */
export async function pick(field: Locator, name: string): Promise<void> {
  if ((await field.evaluate((e) => e.tagName)) === 'SELECT') {
    await field.selectOption({ label: name });
    return;
  }
  const option = field.page().getByRole('option', { name, exact: true });
  // The list gets shorter while one types: what was pressed is what stands in the field then.
  await expect(async () => {
    await field.first().fill(name);
    await option.click({ timeout: 5_000 });
    await expect(field.first()).toHaveValue(name, { timeout: 2_000 });
  }).toPass();
}

/** What a list shows as picked. */
export const chosen = (field: Locator): Promise<string> =>
  field.evaluate((e) =>
    e instanceof HTMLSelectElement ? (e.selectedOptions[0]?.text ?? '') : (e as HTMLInputElement).value,
  );

/** A step as its grip calls it, and as it is called by its id. */
export interface StepInList {
  grip: string;
  id: string;
}

/** Drags a step by its grip over another one. What is said to who cannot see it tells that it is held, and over what. */
export async function dragStep(page: Page, step: StepInList, over: StepInList): Promise<void> {
  const gripOf = ({ grip }: StepInList) => page.getByRole('button', { name: `Drag: ${grip}`, exact: true });
  const placeOf = async (of: StepInList) => {
    const box = await gripOf(of).boundingBox();
    if (!box) throw new Error(`${of.grip} is drawn`);
    return box;
  };
  await expect(gripOf(step)).toBeVisible();
  // In the middle of the screen, clear of what is said at its foot.
  await gripOf(over).evaluate((row) => row.scrollIntoView({ block: 'center' }));
  // The list moves while its plan is worked out: it is taken up where it stands then.
  await expect(async () => {
    await page.mouse.up();
    const from = await placeOf(step);
    await page.mouse.move(from.x + 10, from.y + 20);
    await page.mouse.down();
    await page.mouse.move(from.x + 10, from.y + 40, { steps: 4 });
    await expect(page.getByText(`draggable item ${step.id}`)).toBeAttached({ timeout: 2_000 });
  }).toPass();
  const to = await placeOf(over);
  await page.mouse.move(to.x + 10, to.y + 10, { steps: 8 });
  await expect(page.getByText(`over droppable area ${over.id}`)).toBeAttached();
  await page.mouse.up();
}

/** Types the hour of a date field, part by part. */
export async function typeHour(within: Locator, label: string, hours: string, minutes: string): Promise<void> {
  const field = within.getByRole('group', { name: label });
  await field.getByRole('spinbutton', { name: 'Hours' }).pressSequentially(hours);
  await field.getByRole('spinbutton', { name: 'Minutes' }).pressSequentially(minutes);
}

/** An empty workshop; what was done to the others in a page that was used before is no matter. */
export async function openEmpty(page: Page): Promise<void> {
  if (page.url() === 'about:blank') await openFresh(page, '/settings');
  else {
    await page.clock.install({ time: new Date(wednesday) });
    await leave(page);
    await goTo(page, '/settings');
  }
  await page.getByRole('button', { name: 'New workshop', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Nothing on the bench' })).toBeVisible();
}

/** From the demo into an empty workshop. */
export async function newWorkshop(page: Page): Promise<void> {
  await fromMenu(page, /^New workshop/);
  await expect(page.getByRole('heading', { name: 'Nothing on the bench' })).toBeVisible();
}

/** A chest in an empty workshop, measured, of bare ash. */
export async function bareChest(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'New piece' }).first().click();
  await page.getByRole('button', { name: 'Chest of drawers' }).click();
  await page.getByLabel('Height').fill('90 cm');
  await page.getByLabel('Width').fill('90 cm');
  await page.getByLabel('Depth').fill('45 cm');
  await pick(page.getByLabel('Carcass: wood'), 'Ash');
  await pick(page.getByLabel('Carcass: old finish'), 'None, bare');
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
  await fromMenu(page, 'Settings');
  await page
    .getByLabel('Import a file')
    .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.isBuffer(text) ? text : Buffer.from(text) });
}

/** Exports the open workshop. */
export async function exportText(page: Page): Promise<string> {
  await fromMenu(page, 'Settings');
  return (await downloaded(page, page.getByRole('button', { name: 'Export this workshop' }))).text;
}

/** Waits on the rack until the plan is there and no better order is sought any more. */
export async function orderFound(page: Page): Promise<void> {
  await expect(page.getByRole('group', { name: 'Rack' }).getByRole('button').first()).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'A better order is sought' })).toBeHidden();
}
