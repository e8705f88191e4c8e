import { doWhat, lowerFirst, waitWordsAfter } from '../finishing';
import { zoneNames } from '../piece';
import {
  hasTime,
  type ReckonedStep,
  type Reckoning,
  rangeOf,
  type Sitting,
  sittingsOf,
  sittingWords,
} from '../reckoning';
import { formatAbout, type UnitSystem } from '../units';
import type { Product, ZoneId } from '../workshop';

interface TextInput {
  pieceName: string;
  reckoning: Reckoning;
  products: Readonly<Record<string, Product>>;
  timeZone: string;
  unitSystem: UnitSystem;
}

const zoneName = (id: ZoneId | null): string => (id === null ? 'whole piece' : zoneNames[id].toLowerCase());

/** A length of time as one says it at the bench. @param minutes ≥ 0 */
function lasting(minutes: number): string {
  if (minutes < 120) return `${Math.round(minutes)} min`;
  return minutes < 2 * 1440 ? `${Number((minutes / 60).toFixed(1))} h` : `${Number((minutes / 1440).toFixed(1))} days`;
}

/**
 * A plan as the bench reads it, one sitting to a line: when, what, on which zones, how long, how much; under it what had to be
 * waited for, and why. What has no time comes after what has one, with what keeps it. Times are of the workshop.
 */
export function planToText({ pieceName, reckoning, products, timeZone, unitSystem }: TextInput): string {
  const format = (options: Intl.DateTimeFormatOptions) => {
    const made = new Intl.DateTimeFormat('en-GB', { timeZone, ...options });
    return (minute: number) => made.format(minute * 60_000);
  };
  const day = format({ weekday: 'short', day: 'numeric', month: 'short' });
  const hour = format({ hour: '2-digit', minute: '2-digit' });
  const byId = new Map(reckoning.steps.map((s) => [s.step.id, s]));
  const all = sittingsOf(reckoning.steps);
  const sittings = all.filter(hasTime);
  /** What a sitting was held up by: the last of its waits to be over, where that is after the sitting before. */
  const because = (steps: readonly ReckonedStep[], sinceMin: number): string[] => {
    const all = steps.flatMap((s) => s.waitsFor.map((w) => ({ ...w, before: byId.get(w.stepId) })));
    const last = all.reduce<(typeof all)[number] | undefined>(
      (a, b) => (a && a.fromMin >= b.fromMin ? a : b),
      undefined,
    );
    if (!last?.before || last.fromMin <= sinceMin) return [];
    const { before, fromMin, wait } = last;
    const on = zoneName(before.step.zoneId);
    return [
      `               ${lasting(fromMin - before.endMin)} after ${lowerFirst(doWhat(before))}, ${on}: ${waitWordsAfter(before.step.kind, wait)}`,
    ];
  };
  const whatOf = (sitting: Sitting): string =>
    [
      `${sittingWords(sitting, doWhat)}, ${lasting(sitting.handsOnMin)}`,
      ...sitting.litres.map(
        (l) => `${products[l.productId]?.name ?? l.productId} ${formatAbout(rangeOf(l), unitSystem)}`,
      ),
    ].join(' · ');
  const lines = sittings.flatMap((sitting, i) => {
    const { startMin, endMin, status, steps } = sitting;
    const today = day(startMin);
    const begins = i === 0 || day(sittings[i - 1]!.startMin) !== today;
    const done = status === 'done' ? ' (done)' : status === 'running' ? ' (running)' : '';
    const until = day(endMin) === today ? hour(endMin) : `${day(endMin)} ${hour(endMin)}`;
    return [
      ...(begins ? ['', today] : []),
      `  ${hour(startMin)}–${until}  ${whatOf(sitting)}${done}`,
      ...(status === 'planned' ? because(steps, sittings[i - 1]?.endMin ?? 0) : []),
    ];
  });
  const untimed = all
    .filter((s) => !hasTime(s))
    .flatMap((s) => [`  ${whatOf(s)}`, `               ${s.held ? `held: ${s.held.words}` : s.unplaced}`]);
  const worked = reckoning.steps.filter((s) => s.handsOnMin > 0);
  const handsOnMin = worked.reduce((sum, s) => sum + s.handsOnMin, 0);
  const { lightUseAtMin, curedAtMin } = reckoning.totals;
  const ends = [
    lightUseAtMin === null ? '' : ` Light use ${day(lightUseAtMin)}.`,
    curedAtMin === null ? '' : ` Cured ${day(curedAtMin)}.`,
  ].join('');
  const head = `${pieceName}: ${all.length} sittings, ${worked.length} steps, ${lasting(handsOnMin)} hands-on.${ends}`;
  const without = untimed.length > 0 ? ['', 'No time yet', ...untimed] : [];
  return [head, ...lines, ...without, ...reckoning.findings.map((f) => `! ${f.ruleId} ${f.sentence}`), ''].join('\n');
}
