import axe from 'axe-core';
import { test } from './bench';
import { expect } from './seen';
import { goTo, openFresh } from './support';

const screens = [
  '/',
  '/pieces',
  '/pieces/new',
  '/pieces/ticket-cupboard/survey',
  '/pieces/parcels-counter/survey',
  '/pieces/writing-slope/survey',
  '/pieces/stool-1/plan',
  '/pieces/ticket-cupboard/plan',
  '/pieces/parcels-counter/plan',
  '/pieces/ticket-cupboard/quantities',
  '/pieces/ticket-cupboard/work',
  '/pieces/ticket-cupboard/papers',
  '/rack',
  '/mix',
  '/mix/mix-1',
  '/buy',
  '/shelf',
  '/products',
  '/products/new',
  '/products/enamel',
  '/settings',
  '/settings/house',
  '/market',
  '/cards',
  '/cards/ticket-cupboard.carcass',
  '/learned',
  '/colour?piece=stool-1',
  '/colour/sticks',
  '/colour/mix',
  '/colour/right?piece=stool-2',
  '/earned',
  '/pieces/gone/plan',
];

/** Each kind of screen once: of a second piece only what the first has not. */
const kinds = screens.filter((s) => !/cupboard\/survey|counter\/(survey|plan)/.test(s));

/** What depends on colours and sizes. */
const ofLooks = ['color-contrast', 'link-in-text-block', 'target-size'];

/** The few colours of a page are read once, and not anew for every word on it: a third of what axe takes. */
function readColoursOnce(): void {
  interface Colour extends Record<'r' | 'g' | 'b' | 'alpha', number> {
    parseString: (text: string) => Colour;
  }
  const { commons } = (window as unknown as { axe: { commons: { color: { Color: { prototype: Colour } } } } }).axe;
  const colour = commons.color.Color.prototype;
  const { parseString } = colour;
  const seen = new Map<string, Pick<Colour, 'r' | 'g' | 'b' | 'alpha'>>();
  colour.parseString = function (text) {
    const known = seen.get(text);
    if (known) return Object.assign(this, known);
    const { r, g, b, alpha } = parseString.call(this, text);
    seen.set(text, { r, g, b, alpha });
    return this;
  };
}

/** In two halves, so that no worker is left with all of it. */
const halves = (of: readonly string[]) => [of.slice(0, of.length / 2), of.slice(of.length / 2)];

for (const { width, height, scheme, of, half } of [
  { width: 1280, height: 800, scheme: 'light' as const, all: screens },
  { width: 390, height: 844, scheme: 'dark' as const, all: kinds },
].flatMap(({ all, ...look }) => halves(all).map((of, i) => ({ ...look, of, half: i + 1 })))) {
  test(`axe finds nothing on any screen at ${width}×${height}, ${scheme}, half ${half}`, async ({ page }) => {
    test.setTimeout(300_000);
    await page.emulateMedia({ colorScheme: scheme });
    await page.setViewportSize({ width, height });
    await openFresh(page);
    for (const path of of) {
      await goTo(page, path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expect(page.getByText('Working it out…')).toBeHidden();
      await expect(page.getByText('Opening…')).toBeHidden();
      // What opens is looked at open where most of it stands: on a plan also the other ways.
      if (path.includes('writing-slope/survey') || path.includes('stool-1'))
        await page.evaluate(() => {
          for (const part of document.querySelectorAll<HTMLElement>('main button[aria-expanded=false]')) part.click();
        });
      if (path.endsWith('stool-1/plan'))
        await expect(page.getByRole('heading', { name: 'Taking apart: legs' })).toBeVisible();
      // It stays in the page, as the page stays open.
      if (!(await page.evaluate(() => 'axe' in window))) {
        await page.evaluate(axe.source);
        await page.evaluate(readColoursOnce);
      }
      // Roles and names are those of the other width: there the frame alone is another one.
      const rules = scheme === 'dark' && path !== '/' ? ofLooks : null;
      const found = await page.evaluate(async (runOnly) => {
        // Of what is right nothing is told, which takes as long as to find what is wrong.
        const lean = { resultTypes: ['violations' as const], selectors: false, ...(runOnly && { runOnly }) };
        const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, lean);
        return violations.map((v) => `${v.id} ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`);
      }, rules);
      expect(found, path).toEqual([]);
      const wide = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      expect(wide, `${path} scrolls sideways`).toBeLessThanOrEqual(0);
    }
  });
}
