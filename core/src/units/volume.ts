import { convert } from 'convert';
import type { UnitSystem } from './length';
import { isTwoWays, parseNumber, twoWaysIssue } from './parseNumber';
import { good, type Result, refused } from './Result';

/** Litres in one US liquid gallon. Source: NIST Handbook 44, App. C (231 in³ = 3.785411784 L). */
export const litresPerUsGallon = convert(1, 'US liquid gallon').to('L');

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
 * Reads a volume as typed: `500 ml`, `2 qt`, `1/2 gal`, `1 imp gal`; a bare number is litres, or US quarts. US and
 * imperial gallons are told apart: without `imp` a gallon is the US one.
 * @returns volume, L, 0 to 1000
 */
export function parseVolume(text: string, system: UnitSystem): Result<number> {
  const typed = text.trim().toLowerCase();
  const match = /^([-−]?[\d.,/ ½¼¾⅛⅜⅝⅞]+?)\s*([a-z. ]*)$/.exec(typed);
  const value = match ? parseNumber(match[1] ?? '') : undefined;
  const unitText = (match?.[2] ?? '').replace(/\./g, '').replace(/\s+/g, ' ').trim();
  const refuse = (code: string, message: string) => refused<number>({ code, path: '', message });
  if (match && isTwoWays(match[1] ?? '')) return refused(twoWaysIssue(match[1] ?? ''));
  if (value === undefined)
    return refuse('volume_unreadable', `"${text.trim()}" is not an amount. Write 500 ml, 0.5 L or 1 qt.`);
  const bare = system === 'metric' ? 'L' : 'US liquid quart';
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

/** A volume as shown: millilitres under a litre, else litres; or fluid ounces under a quart, else quarts. */
export function formatVolume(volumeL: number, system: UnitSystem): string {
  if (system === 'metric') return volumeL < 0.9995 ? `${Math.round(volumeL * 1000)} ml` : `${volumeL.toFixed(2)} L`;
  const quarts = convert(volumeL, 'L').to('US liquid quart');
  return quarts < 0.995 ? `${convert(volumeL, 'L').to('US fluid ounce').toFixed(1)} fl oz` : `${quarts.toFixed(2)} qt`;
}

/**
 * Theoretical spreading rate of a coating, m²/L.
 * @param volumeSolidsFrac volume solids, 0 < x ≤ 1
 * @param filmDryUm dry film, µm, > 0
 * Source: identity, 1000 µm·m²/L (1604 ft²·mil/US gal). Check: 0.35 at 35 µm → 10 m²/L
 */
export const theoreticalSpreadM2PerL = (volumeSolidsFrac: number, filmDryUm: number): number =>
  (1000 * volumeSolidsFrac) / filmDryUm;
