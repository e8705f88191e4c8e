import { convert } from 'convert';
import { isTwoWays, parseNumber, twoWaysIssue } from './parseNumber';
import { good, type Result, refused } from './Result';

/** How a workshop shows its figures; fields accept either. */
export type UnitSystem = 'metric' | 'us';

type LengthUnit = 'mm' | 'cm' | 'm' | 'in' | 'ft' | 'yd';

const unitNames: Readonly<Record<string, LengthUnit>> = {
  mm: 'mm',
  millimetre: 'mm',
  millimetres: 'mm',
  millimeter: 'mm',
  millimeters: 'mm',
  cm: 'cm',
  centimetre: 'cm',
  centimetres: 'cm',
  centimeter: 'cm',
  centimeters: 'cm',
  m: 'm',
  metre: 'm',
  metres: 'm',
  meter: 'm',
  meters: 'm',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '”': 'in',
  '″': 'in',
  "''": 'in',
  ft: 'ft',
  foot: 'ft',
  feet: 'ft',
  "'": 'ft',
  '’': 'ft',
  '′': 'ft',
  yd: 'yd',
  yard: 'yd',
  yards: 'yd',
};

/** Smallest and largest dimension of a piece of furniture that is believed, m. */
export const lengthLimitsM = { least: 0.005, most: 10 } as const;

const refuse = (code: string, message: string): Result<number> => refused({ code, path: '', message });

/**
 * Reads a length as typed: `30 in`, `2'6"`, `2 ft 6 1/2 in`, `76 cm`, `0,76 m`; a bare number is in the system's own
 * unit (centimetres or inches).
 * @returns length, m, within lengthLimitsM
 */
export function parseLength(text: string, system: UnitSystem): Result<number> {
  const read = parseDistance(text, system);
  if (!read.ok) return read;
  if (read.value === 0) return refuse('length_not_positive', 'A length has to be more than zero.');
  if (read.value < lengthLimitsM.least) return refuse('length_too_small', 'That is under 5 mm. Check the unit.');
  return read;
}

/** Reads a distance from an edge, as a length is read. @returns distance, m, from nothing to the largest length */
export function parseDistance(text: string, system: UnitSystem): Result<number> {
  const typed = text
    .trim()
    .toLowerCase()
    .replace(/('|’|′|ft|feet|foot)\s*[-−–]\s*(?=\d)/g, '$1 ');
  if (typed === '') return refuse('length_missing', 'Type a length, for example 76 cm or 30 in.');
  // A dash between feet and inches parts them, as on a drawing: 3'-6".
  const chunk = /([-−]?[\d.,/ ½¼¾⅛⅜⅝⅞]+)\s*(''|["”″'’′]|[a-zµ]+)?\s*/gy;
  let totalM = 0;
  let at = 0;
  let previous: LengthUnit | undefined;
  for (let match = chunk.exec(typed); match !== null && match[0] !== ''; match = chunk.exec(typed)) {
    const number = match[1] ?? '';
    if (isTwoWays(number)) return refused(twoWaysIssue(number));
    const value = parseNumber(number);
    if (value === undefined || (previous !== undefined && value < 0))
      return refuse('length_unreadable', `"${text.trim()}" is not a length. Write 76 cm, 30 in or 2'6".`);
    // Bare inches after feet are usual: 2'6.
    const bare: LengthUnit = previous === 'ft' ? 'in' : system === 'metric' ? 'cm' : 'in';
    const unit = match[2] === undefined ? bare : unitNames[match[2]];
    if (unit === undefined) {
      return refuse('length_unit_unknown', `"${match[2]}" is not a unit of length here. Use mm, cm, m, in or ft.`);
    }
    if (previous !== undefined && convert(1, unit).to('m') >= convert(1, previous).to('m')) {
      return refuse('length_unreadable', `"${text.trim()}" has its units in the wrong order. Write 2'6" or 1 m 20 cm.`);
    }
    totalM += convert(value, unit).to('m');
    previous = unit;
    at = chunk.lastIndex;
  }
  if (at < typed.length || previous === undefined) {
    return refuse('length_unreadable', `"${text.trim()}" is not a length. Write 76 cm, 30 in or 2'6".`);
  }
  if (!(totalM >= 0)) return refuse('length_not_positive', 'A length has to be more than zero.');
  if (totalM > lengthLimitsM.most) return refuse('length_too_large', 'That is over 10 m. Check the unit.');
  return good(totalM);
}

/** A length as shown: whole millimetres as centimetres, or inches to the nearest sixteenth. */
export function formatLength(lengthM: number, system: UnitSystem): string {
  if (system === 'metric') return `${+convert(lengthM, 'm').to('cm').toFixed(1)} cm`;
  const sixteenths = Math.round(convert(lengthM, 'm').to('in') * 16);
  const whole = Math.floor(sixteenths / 16);
  let over = sixteenths % 16;
  let under = 16;
  while (over > 0 && over % 2 === 0) [over, under] = [over / 2, under / 2];
  const fraction = over === 0 ? '' : `${over}/${under}`;
  return `${[whole === 0 && fraction ? '' : whole, fraction].filter((p) => p !== '').join(' ')} in`;
}

/** A length off a roll, as it is bought: to a tenth of a metre, or a foot; never less than is needed. */
export const runningLength = (lengthM: number, system: UnitSystem): string =>
  system === 'metric'
    ? `${(Math.ceil(lengthM * 10 - 1e-9) / 10).toFixed(1)} m`
    : `${Math.ceil(convert(lengthM, 'm').to('ft') - 1e-9)} ft`;

/** An area as shown: m², or ft². */
export const formatArea = (areaM2: number, system: UnitSystem): string =>
  system === 'metric' ? `${areaM2.toFixed(2)} m²` : `${convert(areaM2, 'm2').to('ft2').toFixed(1)} ft²`;
