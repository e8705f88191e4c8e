import { woodMoistureFrac } from '../climate';
import type { Piece } from '../workshop';

/** Points of moisture between wood and its future room that move the film (common practice, no source). */
export const moistureApartFrac = 0.02;
/** Interior of most homes (Wood Handbook FPL-GTR-282, ch. 13, recalled). */
const usualMoistureFrac = 0.08;
/** Damper than this nothing is told, as a fraction: wood beside water. */
const mostRelHumFrac = 0.95;

/** Moisture to which the room it will live in brings the wood of a piece, kg water per kg dry wood. */
export const homeMoistureFrac = ({ home }: Pick<Piece, 'home'>): number =>
  home ? woodMoistureFrac(home.airTempC, Math.min(mostRelHumFrac, home.relHumFrac)) : usualMoistureFrac;
