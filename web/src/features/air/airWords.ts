import { type AirBreach, breachNames } from '@cosmesis/core/climate';
import type { CoatNow } from '@cosmesis/core/reckoning';
import { formatTemperature, formatTemperatureDifference, type UnitSystem } from '@cosmesis/core/units';

/** A product in few words: what stands before the first comma of its name. */
export const short = (name: string): string => name.split(',')[0]!;

/** What of its label the air breaks, with its bound. */
function breachWords(b: AirBreach, system: UnitSystem): string {
  const temp = (t: number) => formatTemperature(t, system);
  const percent = (f: number) => `${Math.round(f * 100)} %`;
  switch (b.limit) {
    case 'too-cold':
      return `too cold, label asks for ${temp(b.bound)}`;
    case 'too-warm':
      return `too warm, label allows ${temp(b.bound)}`;
    case 'too-damp':
      return `too damp, label allows ${percent(b.bound)}`;
    case 'near-dew-point':
      return `surface ${formatTemperatureDifference(b.value, system)} above dew point, label asks for ${formatTemperatureDifference(b.bound, system)}`;
  }
}

/** What may go on now and until when, in a sentence; undefined: nothing is to be coated, or may. @param at a minute as a time */
export function mayWords(
  coats: readonly CoatNow[],
  missing: number,
  at: (minute: number) => string,
): string | undefined {
  const may = coats.filter((c) => c.breach === null);
  if (may.length === 0) return undefined;
  const ends = may.filter((c) => c.untilMin !== null).sort((a, b) => a.untilMin! - b.untilMin!);
  const [soonest] = ends;
  const all = may.length === coats.length;
  const what = all
    ? may.length === 1
      ? short(may[0]!.name)
      : `${missing > 0 ? '' : 'all '}${may.length} coats planned${missing > 0 ? ' so far' : ' here'}`
    : may.length === 1
      ? short(may[0]!.name)
      : `${may.length} of ${coats.length} coats`;
  if (!soonest) return `Within the label’s limits: ${what}`;
  const until = `until ${at(soonest.untilMin!)}, then ${breachNames[soonest.endedBy!.limit]}`;
  // Where the label of one ends sooner than that of others, it is named.
  return ends.length === may.length && ends.every((c) => c.untilMin === soonest.untilMin)
    ? `Within the label’s limits ${until}: ${what}`
    : `Within the label’s limits: ${what}; ${short(soonest.name)} only ${until}`;
}

/** What may not go on now, why, and from when; undefined: all may. */
export function mayNotWords(
  coats: readonly CoatNow[],
  system: UnitSystem,
  at: (minute: number) => string,
): string | undefined {
  const not = coats.filter((c) => c.breach !== null);
  const [first] = not;
  if (!first?.breach) return undefined;
  const from = first.untilMin === null ? '' : `; from ${at(first.untilMin)}`;
  const others = not.length > 1 ? `; ${not.length - 1} more` : '';
  return `Not now: ${short(first.name)}, ${breachWords(first.breach, system)}${from}${others}`;
}
