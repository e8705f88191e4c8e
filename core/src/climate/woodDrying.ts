import { DomainError } from '../units';
import type { HourOfAir, SpaceAir } from './spaceAir';
import { woodMoistureFrac } from './woodMoistureFrac';

/** How fast water goes through wood across its grain, m²/s (from memory; species lie three times either way). */
const diffusionM2PerS = 1e-10;
const minS = 60;
const hourMin = 60;
/** What dries longer than this is not told, minutes: a year. */
const longestMin = 366 * 24 * 60;

/** Time constant of a board that dries from both faces, τ = L² ÷ (π² D), minutes. Check: 20 mm → 4.7 days */
function dryingConstantMin(thicknessM: number): number {
  if (!(thicknessM > 0 && thicknessM <= 0.5))
    throw new DomainError('out_of_range', 'thicknessM', thicknessM, 'above 0 to 0.5 m');
  return (thicknessM * thicknessM) / (Math.PI ** 2 * diffusionM2PerS) / minS;
}

/** Moisture at which wood comes to rest in some air, kg per kg; air beyond what the formula knows counts as its edge. */
export const woodRestsAt = ({ airTempC, relHumFrac }: Pick<HourOfAir, 'airTempC' | 'relHumFrac'>): number =>
  woodMoistureFrac(Math.min(60, Math.max(-10, airTempC)), Math.min(0.95, relHumFrac));

/**
 * Moisture of a wet board after some time in a space: dM/dt = −(M − EMC) ÷ τ, hour by hour.
 * @param startFrac kg water per kg dry wood at fromMin, 0…2
 * @param thicknessM of the board, both of whose faces are open
 * @returns kg per kg; towards the moisture at which the wood rests in that air, which it never passes
 */
export function woodMoistureAfter(
  startFrac: number,
  thicknessM: number,
  air: SpaceAir,
  fromMin: number,
  untilMin: number,
): number {
  const tau = dryingConstantMin(thicknessM);
  let moisture = startFrac;
  for (let at = fromMin; at < untilMin; ) {
    const end = Math.min(untilMin, (Math.floor(at / hourMin) + 1) * hourMin);
    const rest = woodRestsAt(air.at(at));
    moisture = rest + (moisture - rest) * Math.exp(-(end - at) / tau);
    at = end;
  }
  return moisture;
}

/** Minutes until a wet board has come down to a moisture; null: not within a year in this air. */
export function woodDryingMin(
  startFrac: number,
  wantedFrac: number,
  thicknessM: number,
  air: SpaceAir,
  fromMin: number,
): number | null {
  const tau = dryingConstantMin(thicknessM);
  let moisture = startFrac;
  if (moisture <= wantedFrac) return 0;
  for (let at = fromMin; at < fromMin + longestMin; ) {
    const end = (Math.floor(at / hourMin) + 1) * hourMin;
    const rest = woodRestsAt(air.at(at));
    const next = rest + (moisture - rest) * Math.exp(-(end - at) / tau);
    if (next <= wantedFrac) return Math.ceil(at - fromMin + tau * Math.log((moisture - rest) / (wantedFrac - rest)));
    moisture = next;
    at = end;
  }
  return null;
}
