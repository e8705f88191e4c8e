import type { FittingKind, PartKind, Piece } from '../workshop';
import { formatMm } from './formatMm';

/** A kind of fitting as a row. Common practice, no source. */
export interface Fitting {
  id: FittingKind;
  part: PartKind;
  one: string;
  many: string;
  /** Why it comes off before the work. */
  off: string;
  /** How it goes on again. */
  on: string;
  /** It is fitted only when the film bears weight on it, or a blow. */
  after?: string;
}

/** What is screwed, driven or let into a piece besides pulls and hinges. */
export const fittingTable: readonly Fitting[] = [
  {
    id: 'caster',
    part: 'caster',
    one: 'caster',
    many: 'casters',
    off: 'Casters come out of their sockets: film in them stops them turning.',
    on: 'Each in its own socket again, once the film bears the weight.',
  },
  {
    id: 'leveller',
    part: 'leveller',
    one: 'leveller',
    many: 'levellers',
    off: 'Levellers come out, so that no film glues them into their thread.',
    on: 'Turned in, and the piece set level on them.',
  },
  {
    id: 'catch',
    part: 'catch',
    one: 'catch',
    many: 'catches',
    off: 'Catches come off with the doors: film on them keeps a door from closing.',
    on: 'Set back from the edge by as much as the door lies in: tried before the screws are tightened.',
  },
  {
    id: 'fixing',
    part: 'fixing',
    one: 'fixing',
    many: 'fixings',
    off: 'Rusted screws and plates come out, bagged and labelled by their place.',
    on: 'New screws where the old were rusted; waxed, they turn in without tearing the hole.',
  },
  {
    id: 'button',
    part: 'button',
    one: 'button',
    many: 'buttons',
    off: 'Buttons over the screw heads are levered out before anything is laid.',
    on: 'Pressed in over the heads last, with a spot of glue.',
  },
  {
    id: 'show-nail',
    part: 'show-nail',
    one: 'show-nail',
    many: 'show-nails',
    off: 'Drawn with a lifter along the edge of the cover; bent ones are replaced.',
    on: 'Set by a line, and driven with a soft hammer, the corners first.',
  },
];

/** The row of a kind of fitting. */
export const fittingRow = (id: FittingKind): Fitting => fittingTable.find((f) => f.id === id)!;

type OneOf = Piece['fittings'][number];

/**
 * How much longer the screws of a fitting are than what they go into, m; null: they end in it, or were not measured.
 * @param screwM length under the head, m
 * @param woodM thickness of the wood with what lies between, m
 * Check: 30 mm in 22 mm → 8 mm too long
 */
export const tooLongM = ({ screwM, woodM }: Pick<OneOf, 'screwM' | 'woodM'>): number | null =>
  screwM !== null && woodM !== null && screwM >= woodM ? screwM - woodM : null;

/** How a fitting goes on again; a catch by the measure of its door. */
export const onAgain = ({ kind, insetM }: Pick<OneOf, 'kind' | 'insetM'>): string =>
  kind === 'catch' && insetM !== undefined
    ? `Set back ${formatMm(insetM)} from the edge, as far as the door lies in: tried before the screws are tightened.`
    : fittingRow(kind).on;

/** What is said of screws that would come out on the other side; null: nothing. */
export function screwsSay(fitting: Pick<OneOf, 'screwM' | 'woodM' | 'kind'>): string | null {
  if (tooLongM(fitting) === null) return null;
  const [screw, wood] = [formatMm(fitting.screwM!), formatMm(fitting.woodM!)];
  return `Its screws are ${screw} long and go into ${wood}: cut them, or shim the ${fittingRow(fitting.kind).one} with washers, or they come out on the other side.`;
}
