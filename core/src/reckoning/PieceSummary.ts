import type { Piece } from '../workshop';
import { type Draw, drawsOf } from './aroundPiece';
import { type ConsumableUse, useOfSteps } from './consumablesOf';
import type { ReckonedStep, Reckoning, WetZone } from './Reckoning';
import { type Sitting, sittingsOf } from './sittingsOf';

/** A step as lists show it: without the working behind its figures. */
export type ListedStep = Omit<ReckonedStep, 'working' | 'minutesWorking'>;

/** A sitting as lists show it. */
export type ListedSitting = Sitting<ListedStep>;

/** What the lists of a workshop show of a piece: small, because thousands of them are kept. */
export interface PieceSummary {
  pieceId: string;
  /** Whole minute since 1970 at which it was worked out. */
  atMin: number;
  /** Why nothing could be worked out; null: it could. */
  issue: string | null;
  /** Sittings that run or come soon, the first in time first. */
  sittings: readonly ListedSitting[];
  wet: readonly WetZone[];
  draws: readonly Draw[];
  /** Litres-free: what the steps to come use up besides products. */
  use: readonly ConsumableUse[];
  /** Minutes for which it can be shown: by the minute what is running, drying or begun, the rest by the hour. */
  freshForMin: number;
}

/** Sittings within this time are listed, minutes; and in any case so many. */
const listedWithinMin = 36 * 60;
const listedAtLeast = 3;
const listedAtMost = 16;

const listed = ({ working: _, minutesWorking: __, ...step }: ReckonedStep): ListedStep => step;

/** What the lists show of a piece. @param nowMin whole minutes since 1970 */
export function summaryOf(
  piece: Pick<Piece, 'id' | 'name' | 'log'>,
  reckoning: Reckoning,
  nowMin: number,
): PieceSummary {
  const ahead = sittingsOf(reckoning.steps).filter((s) => s.status !== 'done');
  const sittings = ahead
    .filter((s, i) => i < listedAtLeast || s.status === 'running' || s.startMin < nowMin + listedWithinMin)
    .slice(0, listedAtMost);
  return {
    pieceId: piece.id,
    atMin: nowMin,
    issue: null,
    sittings: sittings.map((s) => ({ ...s, steps: s.steps.map(listed) })),
    wet: reckoning.wet,
    draws: drawsOf(piece, reckoning),
    use: useOfSteps(reckoning.steps.filter((s) => s.status === 'planned')),
    freshForMin: reckoning.wet.length > 0 || (piece.log.length > 0 && ahead.length > 0) ? 1 : 60,
  };
}

/** The summary of a piece of which nothing can be worked out. */
export const noSummary = (pieceId: string, nowMin: number, issue: string): PieceSummary => ({
  pieceId,
  atMin: nowMin,
  issue,
  sittings: [],
  wet: [],
  draws: [],
  use: [],
  freshForMin: 60,
});
