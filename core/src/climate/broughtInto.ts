import type { SpaceAir } from './spaceAir';

/** Wood of furniture follows the air it is brought into so slowly: time constant, minutes (from memory). */
const followsMin = 180;
/** After so many of them it has: nothing is left to tell. */
const longestMin = 8 * followsMin;

/**
 * The air round a piece that was brought from one space into another: until then that of the first; from then on that of the
 * second, while its wood warms or cools, so that a cold piece in a warm damp room is seen to lie near the dew point.
 * @param atMin when it was brought, minutes since 1970
 */
export function broughtInto(air: SpaceAir, from: SpaceAir, atMin: number): SpaceAir {
  const apartK = from.at(atMin).surfaceTempC - air.at(atMin).surfaceTempC;
  return {
    ...air,
    at: (minute) => {
      if (minute < atMin) return from.at(minute);
      const own = air.at(minute);
      const since = minute - atMin;
      if (since > longestMin) return own;
      return { ...own, surfaceTempC: own.surfaceTempC + apartK * Math.exp(-since / followsMin) };
    },
  };
}
