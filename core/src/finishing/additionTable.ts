import type { AdditionKind, LookKind, ZoneId } from '../workshop';
import { lookRow } from './lookTable';

/** What a look can carry besides, as a row. */
export interface Addition {
  id: AdditionKind;
  name: string;
  /** Why it cannot be had with a look on a zone, or null where it can. */
  barred: (look: LookKind, zoneId: ZoneId) => string | null;
}

const needsFilm = (look: LookKind): string | null =>
  look === 'leave' || look === 'recoloured' || look === 're-covered' || look === 'waxed'
    ? 'It needs a film to lie on.'
    : look === 'revived' || look === 'washed'
      ? 'What is revived or only washed stays as it was: nothing is laid on it.'
      : null;
const onBareWood = (look: LookKind): string | null =>
  look === 'natural-clear' || look === 'stained-clear' ? null : 'The grain is filled on bare wood under a clear coat.';
const onPaint = (look: LookKind): string | null =>
  needsFilm(look) ?? (lookRow(look).painted ? null : 'It is laid in paint: choose a painted look.');
const onFlat = (look: LookKind, zoneId: ZoneId): string | null =>
  needsFilm(look) ?? (zoneId === 'legs' || zoneId === 'hardware' ? 'It needs flat faces.' : null);

/** Everything a look can carry besides. */
export const additionTable: readonly Addition[] = [
  { id: 'grain-filled', name: 'grain filled', barred: onBareWood },
  { id: 'glazed', name: 'glazed', barred: needsFilm },
  { id: 'stencilled', name: 'stencilled', barred: onFlat },
  { id: 'taped-design', name: 'taped design', barred: (look, zoneId) => onPaint(look) ?? onFlat(look, zoneId) },
  { id: 'transfer', name: 'transfer', barred: onFlat },
  { id: 'decal', name: 'decal', barred: onFlat },
  { id: 'applique', name: 'ornaments glued on', barred: (look, zoneId) => onPaint(look) ?? onFlat(look, zoneId) },
  { id: 'gilded-edges', name: 'gilded edges', barred: needsFilm },
  { id: 'dark-waxed', name: 'dark wax', barred: needsFilm },
  {
    id: 'lined',
    name: 'lined with paper',
    barred: (look, zoneId) => (zoneId === 'interior' ? needsFilm(look) : 'Only the inside is lined.'),
  },
];

const byId = new Map(additionTable.map((a) => [a.id, a]));

/** The row of an addition. */
export const additionRow = (id: AdditionKind): Addition => byId.get(id)!;
