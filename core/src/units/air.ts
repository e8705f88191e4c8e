import { convert } from 'convert';
import type { UnitSystem } from './length';
import { parseNumber } from './parseNumber';
import { good, type Result, refused } from './Result';

/** Air temperatures believed in a workshop, °C. */
const temperatureLimitsC = { least: -30, most: 50 } as const;

/**
 * Reads a temperature: `14.5`, `14.5 C`, `58 F`; a bare number is in the system's own unit.
 * @returns temperature, °C, −30…50
 */
export function parseTemperature(text: string, system: UnitSystem): Result<number> {
  const match = /^([-−]?[\d.,]+)\s*°?\s*([cfCF])?$/.exec(text.trim());
  const value = match ? parseNumber(match[1] ?? '') : undefined;
  const refuse = (code: string, message: string) => refused<number>({ code, path: '', message });
  if (value === undefined)
    return refuse('temperature_unreadable', `"${text.trim()}" is not a temperature. Write 14.5 C or 58 F.`);
  const unit = match?.[2]?.toUpperCase() ?? (system === 'metric' ? 'C' : 'F');
  const celsius = unit === 'C' ? value : convert(value, 'fahrenheit').to('celsius');
  if (!(celsius >= temperatureLimitsC.least && celsius <= temperatureLimitsC.most)) {
    return refuse('temperature_absurd', 'Workshop air lies between −30 and 50 °C (−22 and 122 °F). Check the figure.');
  }
  return good(celsius);
}

/** Reads a relative humidity in per cent. @returns fraction, 0.01…1 */
export function parseHumidity(text: string): Result<number> {
  const percent = parseNumber(text.replace('%', ''));
  if (percent === undefined)
    return refused({
      code: 'humidity_unreadable',
      path: '',
      message: `"${text.trim()}" is not a humidity. Write 62 or 62 %.`,
    });
  if (!(percent >= 1 && percent <= 100))
    return refused({ code: 'humidity_absurd', path: '', message: 'Humidity lies between 1 and 100 %.' });
  return good(percent / 100);
}

/** A temperature as shown. */
export const formatTemperature = (tempC: number, system: UnitSystem, digits = 1): string =>
  system === 'metric' ? `${tempC.toFixed(digits)} °C` : `${convert(tempC, 'celsius').to('fahrenheit').toFixed(0)} °F`;

/** A temperature difference as shown, with its sign. */
export function formatTemperatureDifference(differenceK: number, system: UnitSystem): string {
  const shown = system === 'metric' ? differenceK : differenceK * 1.8;
  return `${shown < 0 ? '−' : '+'}${Math.abs(shown).toFixed(1)} ${system === 'metric' ? 'K' : '°F'}`;
}
