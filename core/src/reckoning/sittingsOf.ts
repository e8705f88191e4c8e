import { goesOn, type Hold, lowerFirst } from '../finishing';
import { zoneNames } from '../piece';
import { drawnShares } from '../workshop';
import type { ReckonedStep } from './Reckoning';

/** What is done at one go: one tool, filled once, on one face after the other, with what belongs right behind it. */
export interface Sitting<S = ReckonedStep> {
  /** Id of its first step. */
  id: string;
  steps: readonly S[];
  startMin: number;
  endMin: number;
  handsOnMin: number;
  /** Litres of each product it takes: likely, and the range it lies in. */
  litres: readonly { productId: string; lowL: number; likelyL: number; highL: number }[];
  status: ReckonedStep['status'];
  /** When the first window of its steps closes. */
  closesAtMin: number | null;
  cautions: readonly string[];
  /** What keeps one of its steps from being begun; null: nothing. */
  held: Hold | null;
  /** Why it has no place in the schedule of all pieces; null: it has one, or it is told of by itself. */
  unplaced: string | null;
}

function litresOf(steps: readonly ReckonedStep[]): Sitting['litres'] {
  const sums = new Map<string, Sitting['litres'][number]>();
  for (const { step, productL } of steps) {
    for (const { productId, share } of productL ? drawnShares(step) : []) {
      const own = sums.get(productId) ?? { productId, lowL: 0, likelyL: 0, highL: 0 };
      sums.set(productId, {
        ...own,
        lowL: own.lowL + share * productL!.low,
        likelyL: own.likelyL + share * productL!.likely,
        highL: own.highL + share * productL!.high,
      });
    }
  }
  return [...sums.values()];
}

/** A step where it lies in time. */
type InTime = Pick<ReckonedStep, 'step' | 'status' | 'startMin' | 'endMin' | 'unplaced'>;

/**
 * Steps as they are worked, in time, cut where a break lies between two, where the tool is another one, or where what is done
 * ends and what is to come begins.
 */
export function cutIntoSittings<T extends InTime>(worked: readonly T[]): T[][] {
  const place = new Map(worked.map((s, i) => [s, i]));
  const sittings: T[][] = [];
  for (const s of [...worked].sort(
    (a, b) => a.startMin - b.startMin || a.endMin - b.endMin || place.get(a)! - place.get(b)!,
  )) {
    const open = sittings.at(-1);
    const last = open?.at(-1);
    const alike = (last?.status === 'done') === (s.status === 'done') && last?.unplaced === s.unplaced;
    const follows = open && last!.endMin === s.startMin && alike;
    if (
      follows &&
      goesOn(
        open.map((x) => x.step),
        s.step,
      )
    )
      open.push(s);
    else sittings.push([s]);
  }
  return sittings;
}

const statusOf = (own: readonly ReckonedStep[]): ReckonedStep['status'] =>
  own.some((s) => s.status === 'running') ? 'running' : own[0]!.status;

/**
 * The sittings of a schedule, in time: steps that follow each other without a break and with the same tool. What only waits
 * belongs to none.
 */
export const sittingsOf = (steps: readonly ReckonedStep[]): Sitting[] =>
  cutIntoSittings(steps.filter((s) => s.handsOnMin > 0)).map((own) => ({
    id: own[0]!.step.id,
    steps: own,
    startMin: own[0]!.startMin,
    endMin: own.at(-1)!.endMin,
    handsOnMin: own.reduce((sum, s) => sum + s.handsOnMin, 0),
    litres: litresOf(own),
    status: statusOf(own),
    closesAtMin: own.reduce<number | null>(
      (least, { closesAtMin: at }) => (at !== null && (least === null || at < least) ? at : least),
      null,
    ),
    cautions: [...new Set(own.flatMap((s) => s.cautions))],
    held: own.find((s) => s.held)?.held ?? null,
    unplaced: own[0]!.unplaced ?? null,
  }));

/** Whether a step or a sitting has a time: what is held, or has no place among all pieces, has none until that is settled. */
export const hasTime = ({
  status,
  held,
  unplaced,
}: Pick<ReckonedStep, 'status' | 'held'> & { unplaced?: string | null }) =>
  status !== 'planned' || (held === null && (unplaced ?? null) === null);

/** What stands in place of a time where there is none. */
export const noTimeWords = ({ held }: Pick<ReckonedStep, 'held'>): string => (held ? 'held' : 'no time yet');

/** One thing that is done in a sitting, on which zones; none: on the whole piece. */
export interface SittingPart {
  what: string;
  zones: readonly string[];
}

/** What is done in a sitting, one after the other, each with its zones. @param say a step in words, without its zone */
export function sittingParts<S extends Pick<ReckonedStep, 'step'>>(
  { steps }: Pick<Sitting<S>, 'steps'>,
  say: (step: S) => string,
): SittingPart[] {
  const parts = new Map<string, Set<string>>();
  for (const s of steps) {
    const what = say(s);
    const zones = parts.get(what) ?? new Set();
    parts.set(what, zones);
    if (s.step.zoneId !== null) zones.add(zoneNames[s.step.zoneId].toLowerCase());
  }
  return rungsTogether([...parts].map(([what, zones]) => ({ what, zones: [...zones] })));
}

const rung = /^(.*) (P\d+)((?: by hand)?)$/;

/** Grits that follow each other on the same zones, in one breath: "Sand P80, P120, P150". */
function rungsTogether(parts: readonly SittingPart[]): SittingPart[] {
  const said: SittingPart[] = [];
  for (const part of parts) {
    const last = said.at(-1);
    const [own, before] = [rung.exec(part.what), last && /^(.*?) (P\d+(?:, P\d+)*)((?: by hand)?)$/.exec(last.what)];
    const alike = own && before && own[1] === before[1] && own[3] === before[3];
    if (last && alike && last.zones.join() === part.zones.join())
      said.splice(-1, 1, { ...last, what: `${before[1]} ${before[2]}, ${own[2]}${own[3]}` });
    else said.push(part);
  }
  return said;
}

/**
 * A sitting in words: "Sand P150: legs, carcass; then vacuum and tack"; zones are said again only where they are others.
 * @param say a step in words, without its zone
 */
export function sittingWords<S extends Pick<ReckonedStep, 'step'>>(
  sitting: Pick<Sitting<S>, 'steps'>,
  say: (step: S) => string,
): string {
  let before = '';
  return sittingParts(sitting, say)
    .map(({ what, zones }, i) => {
      const said = i === 0 ? what : lowerFirst(what);
      const where = [...zones].sort().join(', ');
      const isSaid = where === before;
      before = where;
      return zones.length > 0 && !isSaid ? `${said}: ${zones.join(', ')}` : said;
    })
    .join('; then ');
}

/** The litres of a sitting as a range. */
export const rangeOf = ({ lowL, likelyL, highL }: Omit<Sitting['litres'][number], 'productId'>) => ({
  low: lowL,
  likely: likelyL,
  high: highL,
});
