import type { Page } from '@playwright/test';
import { test } from './bench';
import { expect } from './seen';
import { exportText, importText, openFresh } from './support';

interface Logged {
  step: { kind: string; zoneId: string | null };
  startedAt: string;
  doneAt: string | null;
}
interface File {
  settings: { forecast: { startAt: string; airTempC: (number | null)[]; relHumFrac: (number | null)[] } };
  pieces: { id: string; name: string; spaceId?: string; log: Logged[] }[];
  readings: { space: string; at: string }[];
}

const kept = ['refreshment-table', 'stool-1', 'waiting-bench'];
const outdoors = 'goods-shed';
/** From noon on it is as cold and damp as no label bears, minutes from the forecast's first hour do not matter. */
const spellFrom = Date.parse('2026-11-25T12:00:00Z');

/** Three pieces of the demo: one with wet films stands in the shed, the others in the warm room; the spell comes at noon and stays. */
function withSpell(text: string): string {
  const file = JSON.parse(text) as File;
  file.pieces = file.pieces.filter((p) => kept.includes(p.id));
  for (const p of file.pieces) if (p.id === 'refreshment-table') p.spaceId = outdoors;
  const { forecast } = file.settings;
  const first = Date.parse(forecast.startAt);
  for (const i of forecast.airTempC.keys()) {
    if (first + i * 3_600_000 < spellFrom) continue;
    forecast.airTempC[i] = 3;
    forecast.relHumFrac[i] = 0.97;
  }
  return JSON.stringify(file);
}

const nowMs = (page: Page): Promise<number> => page.evaluate(() => Date.now());
/** "1 h 10" or "25 min" in minutes. */
function minutesOf(words: string): number {
  const [, hours, rest, only] = /(?:(\d+) h(?: (\d+))?)|(?:(\d+) min)/.exec(words) ?? [];
  return only ? Number(only) : Number(hours ?? 0) * 60 + Number(rest ?? 0);
}
/** An hour of the day in the workshop, which keeps the time of Greenwich in November. */
const atHour = (clock: string): number => Date.parse(`2026-11-25T${clock}:00Z`);

const coats = new Set(['prime', 'seal', 'paint', 'clear', 'stain', 'washcoat', 'sanding-sealer']);

test('a day’s work on three pieces while it turns cold and damp: each thing when the list says, no window let pass, no coat outside its air', async ({
  page,
}) => {
  await openFresh(page, '/settings');
  await importText(page, withSpell(await exportText(page)));
  await expect(page.getByRole('heading', { name: /^Wednesday/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Before it is needed' })).toContainText('order now');
  const act = page.getByRole('article');
  const pieces = new Set<string>();
  let doneSittings = 0;
  while ((await nowMs(page)) < atHour('17:00')) {
    await expect(act).toBeVisible();
    const words = (await act.allInnerTexts()).join(' ').replaceAll('\n', ' ');
    const later = /^(\d\d:\d\d) /.exec(words);
    if (later) {
      // Nothing can be begun before: the hands wait, and the clock goes on.
      await page.clock.fastForward(atHour(later[1]!) - (await nowMs(page)));
      await expect(act).toContainText('Now');
      continue;
    }
    // What is left is for another day.
    if (!words.startsWith('Now')) break;
    const closes = /Window closes (\d\d:\d\d)/.exec(words);
    if (closes) expect(await nowMs(page), words).toBeLessThan(atHour(closes[1]!));
    pieces.add(/^Now · ([^,]+),/.exec(words)?.[1] ?? words);
    await act.getByRole('button', { name: 'Start' }).click();
    await expect(act).toContainText('Running');
    await page.clock.fastForward(minutesOf(words) * 60_000);
    await act.getByRole('button', { name: 'Done', exact: true }).click();
    await expect(act).not.toContainText('Running');
    doneSittings += 1;
  }
  expect([...pieces].sort()).toEqual(['Refreshment table', 'Waiting-room bench', 'Waiting-room stool 1']);
  expect(doneSittings).toBeGreaterThan(12);
  const file = JSON.parse(await exportText(page)) as File;
  const laid = file.pieces.flatMap((p) =>
    p.log
      .filter((e) => coats.has(e.step.kind) && Date.parse(e.startedAt) >= atHour('10:00'))
      .map((e) => ({ outdoors: p.spaceId === outdoors, at: Date.parse(e.startedAt), kind: e.step.kind })),
  );
  // One was laid in the shed before it turned, and one in the warm room after that.
  expect(laid.map((c) => c.outdoors)).toEqual([true, false]);
  // In the shed no label bears the air from noon on.
  expect(laid.filter((c) => c.outdoors && c.at >= spellFrom)).toEqual([]);
});
