/** A wait that the air of its space makes longer: minutes since 1970, counted from the end of what is waited for. */
export interface LagInAir {
  /** When it opens. */
  opens: (endMin: number) => number;
  /** When its window closes; null: it stays open. */
  closes: (endMin: number) => number | null;
  /** Between these it may not be begun; null: at any time. */
  barred: (endMin: number) => { fromMin: number; untilMin: number } | null;
}

/** What a wait tells of its times: minutes after the end of what is waited for, or, where the air decides, by its clock. */
export interface LagTimes {
  minMin: number;
  maxMin: number | null;
  blocked: { from: number; to: number } | null;
  /** Left out: the minutes hold in any air. */
  inAir?: LagInAir;
}

/** The first minute a wait allows. */
export const opensAt = ({ minMin, inAir }: LagTimes, endMin: number): number =>
  inAir ? inAir.opens(endMin) : endMin + minMin;

/** The last minute of its window; null: it stays open. */
export function closesAt({ maxMin, inAir }: LagTimes, endMin: number): number | null {
  if (inAir) return inAir.closes(endMin);
  return maxMin === null ? null : endMin + maxMin;
}

/** The stretch in which it may not be begun. */
export function barredBetween(
  { blocked, inAir }: LagTimes,
  endMin: number,
): { fromMin: number; untilMin: number } | null {
  if (inAir) return inAir.barred(endMin);
  return blocked && { fromMin: endMin + blocked.from, untilMin: endMin + blocked.to };
}

/** What a film leaves open to dust. */
interface Open {
  /** Minutes after its end in which it takes dust; 0: nothing does. */
  openMin: number;
  /** Until when, where the air decides; left out: for those minutes. */
  openUntil?: (endMin: number) => number;
}

/** The minute from which what was laid takes no dust. */
export const dustFreeAt = ({ openMin, openUntil }: Open, endMin: number): number =>
  openMin > 0 && openUntil ? openUntil(endMin) : endMin + openMin;

/** Tells whether the air of its space lets work begin; until when not, and why. Infinity: it never does. */
export type AirBar = (startMin: number) => { untilMin: number; because: string } | null;

/**
 * The same bar, asked once for each minute: a search asks for the same ones again and again. What is barred until a minute is
 * barred until then from any minute before it, back to where that was found.
 */
export function remembered(bar: AirBar): AirBar {
  const open = new Set<number>();
  const barred: { fromMin: number; told: { untilMin: number; because: string } }[] = [];
  return (startMin) => {
    if (open.has(startMin)) return null;
    const known = barred.find((b) => startMin >= b.fromMin && startMin < b.told.untilMin);
    if (known) return known.told;
    const told = bar(startMin);
    if (!told) open.add(startMin);
    else {
      const same = barred.find((b) => b.told.untilMin === told.untilMin && b.told.because === told.because);
      if (same) same.fromMin = Math.min(same.fromMin, startMin);
      else barred.push({ fromMin: startMin, told });
    }
    return told;
  };
}
