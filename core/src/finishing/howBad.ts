import { formById, newDamage } from '../piece';
import type { Condition, Damage, DamageKind, Piece, ZoneId } from '../workshop';

/** How bad a piece is, in one word. */
export type Badness = 'good' | 'worn' | 'poor' | 'wreck';

/** A level with what it usually means. Common practice, no source: every defect can be edited. */
export const badnessTable: readonly {
  id: Badness;
  name: string;
  says: string;
  condition: Condition;
  defects: readonly (readonly [kind: DamageKind, zones: readonly ZoneId[], count: number])[];
}[] = [
  { id: 'good', name: 'Good', says: 'sound, a little tired', condition: 'sound', defects: [] },
  {
    id: 'worn',
    name: 'Worn',
    says: 'scratched, rings on the top',
    condition: 'sound',
    defects: [
      ['scratch', ['top', 'seat', 'fronts', 'carcass'], 3],
      ['water-ring', ['top'], 1],
      ['dent', ['carcass'], 1],
    ],
  },
  {
    id: 'poor',
    name: 'Poor',
    says: 'flaking, loose joints, corners gone',
    condition: 'failing',
    defects: [
      ['dent', ['top', 'carcass'], 3],
      ['missing-corner', ['carcass', 'fronts'], 1],
      ['open-joint', ['carcass', 'fronts'], 1],
      ['sticking-drawer', ['fronts'], 1],
    ],
  },
  {
    id: 'wreck',
    name: 'A wreck',
    says: 'filthy, split, parts missing',
    condition: 'failing',
    defects: [
      ['filthy', ['carcass', 'fronts'], 1],
      ['open-joint', ['carcass', 'fronts'], 3],
      ['split', ['top', 'carcass'], 1],
      ['missing-corner', ['carcass', 'fronts'], 3],
      ['dent', ['top', 'carcass'], 6],
      ['wobbly-leg', ['legs'], 2],
      ['sticking-drawer', ['fronts'], 2],
    ],
  },
];

const quickId = 'quick-';

/** Whether a defect came from one word, not from a look at its place. */
export const isQuick = (damage: Damage): boolean => damage.id.startsWith(quickId);

/**
 * A first survey from one word: the state of the old film and typical defects. Defects that were noted by hand stay;
 * those of an earlier word are taken back.
 */
export function withBadness(piece: Piece, badness: Badness): Pick<Piece, 'surfaces' | 'damage'> {
  const level = badnessTable.find((b) => b.id === badness)!;
  const { zones } = formById(piece.form);
  const hasDrawers = piece.drawers > 0;
  const defects = level.defects.flatMap(([kind, where, count]) => {
    const zone = where.find((z) => zones.includes(z));
    const missing =
      !zone || (kind === 'sticking-drawer' && !hasDrawers) || (kind === 'wobbly-leg' && piece.legs === 'none');
    return missing ? [] : [newDamage(`${quickId}${kind}`, kind, zone, count)];
  });
  const worn = <T extends Piece['surfaces']['top'] | null>(s: T): T =>
    s === null ? s : { ...s, oldFinish: { ...s.oldFinish, condition: level.condition } };
  const { surfaces } = piece;
  return {
    surfaces: {
      top: worn(surfaces.top),
      carcass: worn(surfaces.carcass),
      fronts: worn(surfaces.fronts),
      interior: worn(surfaces.interior),
      legs: worn(surfaces.legs),
      seat: worn(surfaces.seat),
      hardware: surfaces.hardware,
    },
    damage: [...piece.damage.filter((d) => !isQuick(d)), ...defects],
  };
}

/** The word whose defects a piece carries, or null where it was surveyed by hand. */
export const badnessOf = (piece: Piece): Badness | null => {
  const quick = piece.damage.filter(isQuick).map((d) => d.kind);
  return (
    badnessTable.find(
      (b) =>
        b.defects.length > 0 &&
        quick.length > 0 &&
        quick.every((k) => b.defects.some(([kind]) => kind === k)) &&
        quick.length >= b.defects.length - 3,
    )?.id ?? null
  );
};
