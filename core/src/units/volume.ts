import { convert } from 'convert';
import type { UnitSystem } from './length';
import { isTwoWays, parseNumber, twoWaysIssue } from './parseNumber';
import { good, type Result, refused } from './Result';

/** Litres in one US liquid gallon. Source: NIST Handbook 44, App. C (231 in³ = 3.785411784 L). */
export const litresPerUsGallon = convert(1, 'US liquid gallon').to('L');
const litresPerUsQuart = litresPerUsGallon / 4;

const unitNames = {
  ml: 'mL',
  cl: 'cL',
  l: 'L',
  litre: 'L',
  litres: 'L',
  liter: 'L',
  liters: 'L',
  qt: 'US liquid quart',
  quart: 'US liquid quart',
  quarts: 'US liquid quart',
  pt: 'US liquid pint',
  pint: 'US liquid pint',
  pints: 'US liquid pint',
  gal: 'US liquid gallon',
  gallon: 'US liquid gallon',
  gallons: 'US liquid gallon',
  'us gal': 'US liquid gallon',
  'fl oz': 'US fluid ounce',
  'imp gal': 'imperial gallon',
  'imp qt': 'imperial quart',
  'imp pt': 'imperial pint',
  'imp fl oz': 'imperial fluid ounce',
} as const;

/**
 * Reads a volume as typed: `500 ml`, `2 qt`, `1/2 gal`, `1 imp gal`; a bare number has the unit that is shown beside it, else it
 * is litres, or US quarts. US and imperial gallons are told apart: without `imp` a gallon is the US one.
 * @param shownL a volume as it stands where it is typed, L: `143` typed over 120 ml is 143 ml
 * @returns volume, L, 0 to 1000
 */
export function parseVolume(text: string, system: UnitSystem, shownL: number | null = null): Result<number> {
  const typed = text.trim().toLowerCase();
  const match = /^([-−]?[\d.,/ ½¼¾⅛⅜⅝⅞]+?)\s*([a-z. ]*)$/.exec(typed);
  const value = match ? parseNumber(match[1] ?? '') : undefined;
  const unitText = (match?.[2] ?? '').replace(/\./g, '').replace(/\s+/g, ' ').trim();
  const refuse = (code: string, message: string) => refused<number>({ code, path: '', message });
  if (match && isTwoWays(match[1] ?? '')) return refused(twoWaysIssue(match[1] ?? ''));
  if (value === undefined)
    return refuse('volume_unreadable', `"${text.trim()}" is not an amount. Write 500 ml, 0.5 L or 1 qt.`);
  const bare = shownL === null ? largeUnit[system] : unitShown(shownL, system);
  const unit = unitText === '' ? bare : unitNames[unitText as keyof typeof unitNames];
  if (unit === undefined)
    return refuse(
      'volume_unit_unknown',
      `"${unitText}" is not a unit of volume here. Use ml, L, fl oz, pt, qt, gal or imp gal.`,
    );
  const litres = convert(value, unit).to('L');
  if (!(litres >= 0)) return refuse('volume_negative', 'An amount cannot be less than nothing.');
  if (litres > 1000) return refuse('volume_too_large', 'That is over 1,000 litres. Check the unit.');
  return good(litres);
}

const largeUnit = { metric: 'L', us: 'US liquid quart' } as const;

/** The unit a volume is shown in: millilitres under a litre, else litres; or fluid ounces under a quart, else quarts. */
function unitShown(volumeL: number, system: UnitSystem) {
  const small = volumeL < (system === 'metric' ? 0.9995 : 0.995 * litresPerUsQuart);
  return small ? (system === 'metric' ? 'mL' : 'US fluid ounce') : largeUnit[system];
}

const shownAs = {
  mL: { digits: 0, name: 'ml' },
  L: { digits: 2, name: 'L' },
  'US fluid ounce': { digits: 1, name: 'fl oz' },
  'US liquid quart': { digits: 2, name: 'qt' },
} as const;

/** A volume as shown. */
export function formatVolume(volumeL: number, system: UnitSystem): string {
  const unit = unitShown(volumeL, system);
  const { digits, name } = shownAs[unit];
  return `${convert(volumeL, 'L').to(unit).toFixed(digits)} ${name}`;
}

/** What is known of an amount: its 10 % to 90 % range and what is likely. */
interface Estimate {
  low: number;
  likely: number;
  high: number;
}

/** The largest of 1 and 5 times a power of ten that is no more than half of a range. */
function stepOf(width: number): number {
  const ten = 10 ** Math.floor(Math.log10(width / 2));
  return width / 2 >= 5 * ten ? 5 * ten : ten;
}

/**
 * A volume as an estimate is shown: with the digits that its range deserves, so that 0.24 to 0.37 L is 300 ml and not 298.
 * What is known exactly keeps its digits.
 */
export function formatAbout({ low, likely, high }: Estimate, system: UnitSystem): string {
  const unit = unitShown(likely, system);
  const { digits, name } = shownAs[unit];
  const shown = convert(likely, 'L').to(unit);
  const width = convert(Math.max(0, high - low), 'L').to(unit);
  if (width < 10 ** -digits) return formatVolume(likely, system);
  const step = Math.max(10 ** -digits, stepOf(width));
  const rounded = Math.max(Math.round(shown / step) * step, step);
  return `${rounded.toFixed(Math.max(0, Math.min(digits, -Math.floor(Math.log10(step)))))} ${name}`;
}

/**
 * Theoretical spreading rate of a coating, m²/L.
 * @param volumeSolidsFrac volume solids, 0 < x ≤ 1
 * @param filmDryUm dry film, µm, > 0
 * Source: identity, 1000 µm·m²/L (1604 ft²·mil/US gal). Check: 0.35 at 35 µm → 10 m²/L
 */
export const theoreticalSpreadM2PerL = (volumeSolidsFrac: number, filmDryUm: number): number =>
  (1000 * volumeSolidsFrac) / filmDryUm;
