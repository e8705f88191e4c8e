import type { DamageKind } from '../workshop';

/** What can be seen to have gone wrong on a coat. */
export type Mishap = 'run' | 'dust' | 'missed' | 'dark' | 'knocked';

/** A mishap as a row: its words, and what the plan does about it. Common practice, no source. */
export interface MishapRow {
  id: Mishap;
  name: string;
  /** The damage it is kept as: the plan puts it right before the next coat. Null: it leaves none. */
  damage: DamageKind | null;
  /** What follows, in words. */
  follows: string;
}

export const mishapTable: readonly MishapRow[] = [
  {
    id: 'run',
    name: 'Run or sag',
    damage: 'run-in-film',
    follows: 'It is levelled once the film is hard, and coated again.',
  },
  {
    id: 'dust',
    name: 'Dust, fisheyes or a print',
    damage: 'spoiled-film',
    follows: 'It is sanded flat and coated again.',
  },
  {
    id: 'missed',
    name: 'Missed place',
    damage: null,
    follows: 'The next coat covers it; after the last one another is planned.',
  },
  { id: 'dark', name: 'Too dark', damage: null, follows: 'Hold another look or product against it under Other ways.' },
  {
    id: 'knocked',
    name: 'Knocked or scratched',
    damage: 'scratch',
    follows: 'It is filled and coated again; say how deep in the survey.',
  },
];
