import { DomainError } from '../units';

const gasConstant = 8.314462618;
/** Activation energy of a two-part polyester, J/mol (typical from memory: ×0.508 from 20 to 30 °C). */
const activationJPerMol = 50_000;
/** Temperature that working times are named at, and that of a mix where none was read, °C. */
export const usualMixTempC = 20;
const zeroCelsiusK = 273.15;

/**
 * Working time of a two-part mix.
 * @param at20Min working time at 20 °C with the usual share of hardener, minutes, > 0
 * @param tempC   temperature of the mix, °C, −10…60
 * @param hardenerPerUsual share of hardener over the usual one, > 0
 * @returns minutes: ∝ exp(E/RT) ÷ hardener. A thick mass heats itself and is quicker still.
 * @throws DomainError out_of_range (NaN included)
 * Source: Arrhenius; hardener taken as inversely proportional within the range its label allows (from memory).
 * Check: 10 min at 20 °C → 5.08 min at 30 °C
 */
export function workingMinutes(at20Min: number, tempC: number, hardenerPerUsual = 1): number {
  if (!(at20Min > 0)) throw new DomainError('out_of_range', 'at20Min', at20Min, 'above 0');
  if (!(tempC >= -10 && tempC <= 60)) throw new DomainError('out_of_range', 'tempC', tempC, '-10 to 60 °C');
  if (!(hardenerPerUsual > 0)) throw new DomainError('out_of_range', 'hardenerPerUsual', hardenerPerUsual, 'above 0');
  const t = tempC + zeroCelsiusK;
  return (
    (at20Min * Math.exp((activationJPerMol / gasConstant) * (1 / t - 1 / (usualMixTempC + zeroCelsiusK)))) /
    hardenerPerUsual
  );
}
