import { doWhat } from '../finishing';
import { minuteOf } from '../units';
import type { Mix, Piece } from '../workshop';
import type { ListedSitting, PieceSummary } from './PieceSummary';
import { sittingWords } from './sittingsOf';

/** Something a person wants to be told at its minute, since 1970. */
export interface Alarm {
  /** Names what it is of: told once. */
  key: string;
  atMin: number;
  kind: 'opens' | 'closes-soon' | 'closed' | 'take-off' | 'sets-soon';
  title: string;
  text: string;
  /** What it leads to; null: a mix. */
  pieceId: string | null;
  mixId: string | null;
}

/** A window that closes is told so long before, minutes; what sets in the cup so long (common practice, no source). */
const [closingSoonMin, settingSoonMin] = [60, 5];
/** A wait that is shorter than this is stood by, and not told, minutes. */
const shortestToldMin = 5;

/** What a sitting waits for, where all of that has been done: when it opens, and when its window closes. */
function windowOf({ steps }: ListedSitting, done: ReadonlySet<string>) {
  const inside = new Set(steps.map((s) => s.step.id));
  const waits = steps.flatMap((s) => s.waitsFor).filter((w) => !inside.has(w.stepId));
  if (waits.length === 0 || waits.some((w) => !done.has(w.stepId))) return null;
  const closes = waits.flatMap((w) => w.untilMin ?? []);
  return {
    opensMin: Math.max(...waits.map((w) => w.fromMin)),
    closesMin: closes.length > 0 ? Math.min(...closes) : null,
    dwells: waits.some((w) => w.wait === 'dwell'),
  };
}

/**
 * What is to be told of a piece: when a sitting may be begun whose waits run, an hour before its window closes, and when it has.
 * Only waits that run are told: what has to be done first may change them.
 */
export function alarmsOfPiece(
  piece: Pick<Piece, 'id' | 'name' | 'log'>,
  summary: Pick<PieceSummary, 'sittings'>,
): Alarm[] {
  const doneAt = new Map(
    piece.log.flatMap((e) => (e.doneAt === null ? [] : [[e.step.id, minuteOf(e.doneAt)] as const])),
  );
  const done = new Set(doneAt.keys());
  return summary.sittings.flatMap((sitting): Alarm[] => {
    if (sitting.status !== 'planned' || sitting.held) return [];
    const window = windowOf(sitting, done);
    if (!window) return [];
    const { opensMin, closesMin, dwells } = window;
    const laidMin = Math.max(...sitting.steps.flatMap((s) => s.waitsFor.flatMap((w) => doneAt.get(w.stepId) ?? [])));
    const what = sittingWords(sitting, doWhat);
    const alarm = (kind: Alarm['kind'], atMin: number, title: string, text: string): Alarm => ({
      // Worked out again in other air it is told at another minute, and once all the same.
      key: `${piece.id}/${sitting.id}/${kind}/${laidMin}`,
      atMin,
      kind,
      title: `${piece.name}: ${title}`,
      text,
      pieceId: piece.id,
      mixId: null,
    });
    const opens =
      opensMin - laidMin >= shortestToldMin
        ? [
            dwells
              ? alarm('take-off', opensMin, 'it has worked long enough', `${what}, before it dries in.`)
              : alarm('opens', opensMin, 'may go on', what),
          ]
        : [];
    if (closesMin === null) return opens;
    const soonMin = closesMin - closingSoonMin;
    return [
      ...opens,
      ...(soonMin > opensMin
        ? [alarm('closes-soon', soonMin, 'an hour left', `${what}: after that it has to be abraded first.`)]
        : []),
      alarm('closed', closesMin, 'its window has closed', `${what}: abrade it first.`),
    ];
  });
}

/** What is to be told of a mix that sets: a little before it does. */
export function alarmsOfMix(mix: Pick<Mix, 'id' | 'name' | 'done' | 'startedAt' | 'workingMin'>): Alarm[] {
  const { id, name, done, startedAt, workingMin } = mix;
  if (done || startedAt === null || workingMin === null) return [];
  const atMin = minuteOf(startedAt) + Math.floor(Math.max(workingMin / 2, workingMin - settingSoonMin));
  return [
    {
      key: `mix/${id}/${startedAt}`,
      atMin,
      kind: 'sets-soon',
      title: `${name}: sets soon`,
      text: 'Place what is left, or throw it away.',
      pieceId: null,
      mixId: id,
    },
  ];
}
