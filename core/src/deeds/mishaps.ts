import type { DamageKind, StepKindId } from '../workshop';

/** What can be seen to have gone wrong on a coat. */
export type Mishap = 'run' | 'dust' | 'missed' | 'shows' | 'dark' | 'knocked';

/** A mishap as a row: its words, and what the plan does about it. Common practice, no source. */
export interface MishapRow {
  id: Mishap;
  name: string;
  /** The damage it is kept as: the plan puts it right. Null: it leaves none. */
  damage: DamageKind | null;
  /** What follows, in words: of a coat that lies on the surface, and of one that goes into the wood; null: not there. */
  follows: { film: string; inWood: string | null };
  /** Only on coats that are to hide what is under them. */
  hiding?: boolean;
}

const other = 'Choose another look for the zone: what it would cost is shown before anything changes.';
const scratch = 'It is noted as a scratch: how it is put right is asked under Other ways.';

export const mishapTable: readonly MishapRow[] = [
  {
    id: 'run',
    name: 'Run or sag',
    damage: 'run-in-film',
    follows: { film: 'It is levelled once the film is hard, and coated again.', inWood: null },
  },
  {
    id: 'dust',
    name: 'Dust, fisheyes or a print',
    damage: 'spoiled-film',
    follows: { film: 'It is sanded flat and coated again.', inWood: null },
  },
  {
    id: 'missed',
    name: 'Missed place',
    damage: null,
    follows: {
      film: 'The next coat covers it; where none was to come, one more is planned.',
      inWood: 'Wet the place with the same product and wipe it out; the plan stays as it is.',
    },
  },
  {
    id: 'shows',
    name: 'Ground still shows',
    damage: null,
    follows: {
      film: 'The next coat goes over it; where none was to come, one more is planned. Plans learn from it what this paint takes.',
      inWood: null,
    },
    hiding: true,
  },
  { id: 'dark', name: 'Too dark', damage: null, follows: { film: other, inWood: other } },
  { id: 'knocked', name: 'Knocked or scratched', damage: 'scratch', follows: { film: scratch, inWood: scratch } },
];

const intoTheWood: ReadonlySet<StepKindId> = new Set(['condition', 'grain-fill', 'stain', 'dye', 'neutralise', 'size']);

/** Coats of which one more can be laid. */
export const laidAgain: ReadonlySet<StepKindId> = new Set([
  'block',
  'prime',
  'paint',
  'metallic',
  'tone',
  'clear',
  'colour-wash',
  'recolour-leather',
]);

/** Coats that are to hide what is under them. */
export const toHide: ReadonlySet<StepKindId> = new Set(['paint', 'metallic']);

/** What can go wrong on a coat of a kind, with what follows there. */
export const mishapsOn = (kind: StepKindId): { id: Mishap; name: string; follows: string }[] =>
  mishapTable.flatMap(({ id, name, follows, hiding }) => {
    if (hiding && !toHide.has(kind)) return [];
    const words = intoTheWood.has(kind) ? follows.inWood : follows.film;
    return words === null ? [] : [{ id, name, follows: words }];
  });
