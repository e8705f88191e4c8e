import type { Page } from '@playwright/test';
import { test } from './bench';
import { expect } from './seen';
import { downloaded, openFresh, pick } from './support';

/** Counts what a stranger does: each press, each choice, each field filled is one action. */
class Stranger {
  actions = 0;
  constructor(readonly page: Page) {}
  async press(role: 'button' | 'link' | 'menuitem', name: string | RegExp): Promise<void> {
    this.actions += 1;
    await this.page.getByRole(role, { name }).first().click();
  }
  async type(label: string, text: string): Promise<void> {
    this.actions += 1;
    await this.page.getByLabel(label, { exact: true }).fill(text);
  }
  async choose(label: string, option: string): Promise<void> {
    this.actions += 1;
    await pick(this.page.getByLabel(label, { exact: true }), option);
  }
  async tick(name: string): Promise<void> {
    this.actions += 1;
    await this.page.getByRole('button', { name }).click();
  }
}

test('a stranger with a tape measure gets to litres, cans, cost and date within 40 actions, on a phone', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openFresh(page);
  const stranger = new Stranger(page);
  await stranger.press('button', 'Menu');
  await stranger.press('menuitem', /^New workshop/);
  await stranger.press('link', 'New piece');
  await stranger.press('button', 'Chest of drawers');
  await stranger.type('Height', '35 1/2 in');
  await stranger.type('Width', '3\'0"');
  await stranger.type('Depth', '0,45 m');
  await stranger.choose('Drawers', '3');
  await stranger.choose('Carcass: wood', 'Knotty pine');
  await stranger.choose('Carcass: old finish', 'Paint');
  await stranger.choose('Top: made of', 'Veneer');
  await stranger.choose('Top: wood', 'Ash');
  await stranger.choose('Top: old finish', 'Shellac');
  await stranger.type('Top: veneer thickness, mm', '0.6');
  await stranger.choose('Decade it was made', '1930s');
  await stranger.choose('Country it was made in', 'United Kingdom');
  await expect(page.getByText('Held: the old film may not be sanded, scraped or heated yet.')).toBeVisible();
  await stranger.tick('Negative, every layer');
  await expect(page.getByText('Held: the old film')).toBeHidden();
  await stranger.press('link', 'To the plan');
  await stranger.choose('Look of the top', 'stained and clear');
  await stranger.choose('Look of the carcass', 'painted');
  await stranger.choose('Look of the fronts', 'painted');
  await expect(page.getByRole('list', { name: 'Carcass: steps in order' })).toContainText('block 2');
  await stranger.press('link', 'Quantities');
  await expect(page.getByRole('heading', { name: /Cans for the whole piece, bought new: £\d+/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /Furniture enamel.*1 × 750 ml/ })).toBeVisible();
  await stranger.press('link', 'Work');
  await expect(page.getByText('Light use from')).toBeVisible();
  expect(stranger.actions).toBeLessThanOrEqual(40);

  const calendar = await downloaded(page, page.getByRole('button', { name: 'Download as calendar' }));
  expect(calendar.name).toBe('chest-of-drawers.ics');
  expect(calendar.text).toContain('BEGIN:VCALENDAR');
});

test('a piece is measured and planned by keyboard alone', async ({ page }) => {
  await openFresh(page);
  await page.getByRole('button', { name: 'Menu' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: /^New workshop/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Nothing on the bench' })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { name: 'Which form is it?' })).toBeVisible();
  await page.getByRole('button', { name: 'Chest of drawers' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Height')).toBeFocused();
  await page.keyboard.type('90');
  await page.keyboard.press('Tab');
  await page.keyboard.type('90');
  await page.keyboard.press('Tab');
  await page.keyboard.type('45');
  await expect(page.getByLabel('Depth')).toHaveValue('45');

  // From face to face in the drawing with the arrows, then the face to another zone.
  const drawing = page.getByRole('group', { name: /press a face/ });
  await drawing.getByRole('button', { name: /Top, upper face/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Top, upper face' })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(drawing.locator(':focus')).not.toHaveAccessibleName(/Top, upper face/);

  await page.getByRole('link', { name: 'To the plan' }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel('Look of the top').focus();
  await page.keyboard.type('nat');
  await expect(page.getByRole('list', { name: 'Top: steps in order' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Quantities' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /Cans for the whole piece/ })).toBeVisible();
  await page.keyboard.press('g');
  await page.keyboard.press('t');
  await expect(page.getByRole('heading', { name: /Wednesday/ })).toBeVisible();
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
});

test('moving a face moves its area, and undo brings it back', async ({ page }) => {
  await openFresh(page, '/pieces/parcels-counter/survey');
  const drawing = page.getByRole('group', { name: /press a face/ });
  await drawing.getByRole('button', { name: /Side, right, zone Carcass/ }).click();
  await pick(page.getByLabel('Belongs to the zone'), 'Top');
  await expect(drawing.getByRole('button', { name: /Side, right, zone Top/ })).toBeVisible();
  await page.getByRole('heading', { name: 'Parcels counter' }).click();
  await page.keyboard.press('Control+z');
  await expect(drawing.getByRole('button', { name: /Side, right, zone Carcass/ })).toBeVisible();
});

test('a changed product, method and number of coats change litres, steps and price at once', async ({ page }) => {
  await openFresh(page, '/pieces/parcels-counter/plan');
  const stick = page.getByRole('list', { name: 'Top: steps in order' });
  await stick.getByRole('button', { name: /^clear 1/ }).click();
  const step = page.getByRole('region', { name: 'Step', exact: true });
  await expect(step.getByRole('heading')).toHaveText('Clear coat 1 of 3');
  const before = await step.getByRole('button', { name: /Show working: .*one coat/ }).textContent();
  await pick(step.getByLabel('Method'), 'HVLP gun');
  await expect(step.getByRole('button', { name: /Show working: .*one coat/ })).not.toHaveText(before ?? '');
  await expect(
    page.getByRole('list', { name: 'Carcass: steps in order' }).getByRole('button', { name: /^mask/ }),
  ).toBeVisible();
  await step.getByLabel('Coats').selectOption('5');
  await expect(stick.getByRole('button', { name: /^clear 5/ })).toBeVisible();
  await step.getByRole('button', { name: /Show working: .*one coat/ }).click();
  const working = page.getByRole('dialog');
  await expect(working).toContainText('transfer efficiency, this method');
  await expect(working.getByRole('row', { name: /this method/ })).toContainText('0.65');
  await expect(working.getByRole('row', { name: /this method/ })).toContainText('published');
});
