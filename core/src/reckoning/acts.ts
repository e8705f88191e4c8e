import { doWhat } from '../finishing';
import { keptWorkCalendar } from '../schedule';
import {
  aboutTime,
  clockTime,
  contentHash,
  dayEndMin,
  dayName,
  dayTime,
  formatAbout,
  type UnitSystem,
  weekdayName,
} from '../units';
import { canonicalJson, type Piece, type Workshop } from '../workshop';
import type { ListedSitting, PieceSummary } from './PieceSummary';
import { type Doing, queueForOne } from './queueForOne';
import { sittingWords } from './sittingsOf';
import type { WorkshopPlan } from './workshopSchedule';

/** A sitting of the queue with its piece. */
export interface Act extends Doing {
  piece: Piece;
  /** What keeps it from being sooner; null: not known, or nothing. */
  binds?: string | null;
  /** Who does it; null: anybody, or it is not known. */
  personId?: string | null;
}

/** So many sittings are put in order: a day and what follows it. */
const mostQueued = 80;

/** What can be done, by the summaries of its pieces alone. @param nowMin whole minutes since 1970 */
export function actsOf(
  summaries: Iterable<PieceSummary>,
  { pieces, settings }: Pick<Workshop, 'pieces' | 'settings'>,
  nowMin: number,
): Act[] {
  const isBegun = (id: string) => (pieces[id]?.log.length ?? 0) > 0;
  return queueForOne(summaries, isBegun, keptWorkCalendar(settings), nowMin, mostQueued).flatMap((doing) => {
    const piece = pieces[doing.pieceId];
    return piece ? [{ ...doing, piece }] : [];
  });
}

/**
 * The acts where the schedule of the whole workshop has them, as soon as it is known: in its order, with what keeps each from
 * being sooner. What is held stays at the end.
 */
export function inWorkshopOrder(acts: readonly Act[], plan: WorkshopPlan | undefined): readonly Act[] {
  if (!plan) return acts;
  const planned = new Map(plan.sittings.map((s) => [s.id, s]));
  const at = (a: Act) => planned.get(actKey(a));
  // What waits for something that is held is not to be done.
  const out = new Set(plan.unplaced.map((u) => `${u.pieceId}/${u.sittingId}`));
  const [placed, others]: [Act[], Act[]] = [[], []];
  for (const a of acts) {
    const p = at(a);
    if (p)
      placed.push({
        ...a,
        startMin: p.startMin,
        endMin: p.endMin,
        binds: p.status === 'running' ? null : p.binds,
        personId: p.personId,
      });
    else if (a.sitting.held || !out.has(actKey(a))) others.push(a);
  }
  const runs = (a: Act) => a.sitting.status === 'running';
  const inOrder = [...placed.sort((a, b) => a.startMin - b.startMin), ...others];
  // The hands are at what runs, however long it was meant to take.
  return [...inOrder.filter(runs), ...inOrder.filter((a) => !runs(a))];
}

/** Names an act among those of all pieces. */
export const actKey = (act: Act) => `${act.piece.id}/${act.sitting.id}`;

/** Litres of a sitting in words, with the digits their range deserves; null: it takes none. */
export const litresInWords = ({ litres }: ListedSitting, unitSystem: UnitSystem): string | null => {
  const sum = (of: 'lowL' | 'likelyL' | 'highL') => litres.reduce((all, l) => all + l[of], 0);
  return litres.length === 0
    ? null
    : formatAbout({ low: sum('lowL'), likely: sum('likelyL'), high: sum('highL') }, unitSystem);
};

/** So many acts are kept for the next opening. */
const mostKept = 8;

/** What is begun and done before the day is over. @param nowMin whole minutes since 1970 */
export function fitToday(acts: readonly Act[], nowMin: number, timeZone: string): Act[] {
  const endMin = dayEndMin(nowMin, timeZone);
  return acts.filter((a) => a.sitting.held === null && a.endMin <= endMin);
}

/** The day, and about how much of its work fits into what is left of it. @param nowMin whole minutes since 1970 */
export const headingOf = (acts: readonly Act[], nowMin: number, timeZone: string): string => {
  const min = fitToday(acts, nowMin, timeZone).reduce((sum, a) => sum + a.sitting.handsOnMin, 0);
  return `${weekdayName(nowMin, timeZone)}${min > 0 ? `, about ${aboutTime(min)} of work` : ''}`;
};

/** Today in short: kept for the next opening, and told of the demo before anything else is there. */
export interface TodayInShort {
  workshopId: string;
  heading: string;
  /** When that was, in words. */
  at: string;
  acts: readonly { when: string; piece: string; pieceId: string; what: string; facts: string }[];
  /** The first act whole, and the name of what it was worked out from: it can be pressed as long as that stands. */
  first?: { doing: Doing; from: string; atMin: number };
}

/** What an act is worked out from. */
export type ActSource = Pick<Workshop, 'pieces' | 'products' | 'settings'>;

/** Names what an act of a piece was worked out from. */
export const sourceOf = (pieceId: string, { pieces, products, settings }: ActSource): string =>
  contentHash(canonicalJson([pieces[pieceId], products, settings]));

/** The first act as it is kept, or nothing where it is held. */
const firstOf = (doing: Act | undefined, source: ActSource, atMin: number): Pick<TodayInShort, 'first'> => {
  if (!doing || doing.sitting.held) return {};
  const { pieceId, sitting, startMin, endMin } = doing;
  return { first: { doing: { pieceId, sitting, startMin, endMin }, from: sourceOf(pieceId, source), atMin } };
};

/** The acts of now in short. @param nowMin whole minutes since 1970 */
export function todayInShort(
  workshop: ActSource & Pick<Workshop, 'id'>,
  acts: readonly Act[],
  nowMin: number,
): TodayInShort {
  const { timeZone, unitSystem } = workshop.settings;
  return {
    workshopId: workshop.id,
    heading: headingOf(acts, nowMin, timeZone),
    at: `${dayName(nowMin, timeZone)} at ${clockTime(nowMin, timeZone)}`,
    acts: acts.slice(0, mostKept).map(({ piece, sitting, startMin }) => ({
      when: sitting.held ? 'Held' : dayTime(startMin, nowMin, timeZone),
      piece: piece.name,
      pieceId: piece.id,
      what: sittingWords(sitting, doWhat),
      facts: [aboutTime(sitting.handsOnMin), litresInWords(sitting, unitSystem)].filter(Boolean).join(' · '),
    })),
    ...firstOf(acts[0], workshop, nowMin),
  };
}
