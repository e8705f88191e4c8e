import { materialOf } from '../piece';
import type { Condition, LookKind, Surface } from '../workshop';

/** A look as a row: what a zone shall show, and what that asks of its surface. */
export interface Look {
  id: LookKind;
  name: string;
  /** The wood, or the old finish, is seen: it is taped against paint, and fills show. */
  showsWood: boolean;
  /** When an old film has to come off: always, where it is worn, or never. */
  strips: 'always' | 'worn' | 'never';
  /** The ladder that the bare wood under it gets. */
  ladder: 'natural-clear' | 'stained-clear' | 'painted';
  /** Laid on opaque coats, in the stage of the painting. */
  painted: boolean;
  /** Why a surface cannot have it, or null where it can. */
  barred: (surface: Surface) => string | null;
}

const noGrain = ({ material }: Surface): string | null => {
  const { grain, name, id } = materialOf(material.kind);
  if (grain) return null;
  const instead = { leather: 'colour it', cloth: 'cover it anew', glass: 'clean it' }[id as string] ?? 'paint it';
  return `${name} has no grain to show: ${instead} or leave it alone.`;
};
const onlyOn =
  (kinds: readonly Surface['material']['kind'][], words: string) =>
  ({ material }: Surface): string | null =>
    kinds.includes(material.kind) ? null : words;

/** A film that no longer holds on what is under it. */
export const isLost = (condition: Condition): boolean =>
  condition === 'failing' || condition === 'bubbled' || condition === 'weathered';

/** Old films that can be kept and worked over. */
function keepable({ material, oldFinish }: Surface): string | null {
  if (!materialOf(material.kind).wood) return `${materialOf(material.kind).name} has no finish to refresh.`;
  if (oldFinish.kind === 'none' || oldFinish.kind === 'wax') return 'There is no old finish to refresh.';
  if (oldFinish.kind === 'paint') return 'Old paint is painted again, not refreshed.';
  if (oldFinish.condition === 'crazed')
    return 'Its cracks run on through every new coat: revive it where it melts together, or take it off.';
  return isLost(oldFinish.condition) ? 'A finish that flakes holds nothing: it has to come off.' : null;
}

/** Old finishes that can be cleaned and laid again as they are: those that melt in their own solvent, and whatever is sound. */
function revivable({ material, oldFinish: { kind, condition } }: Surface): string | null {
  if (!materialOf(material.kind).wood) return `${materialOf(material.kind).name} has no finish to revive.`;
  if (kind === 'none') return 'There is no old finish to revive.';
  if (kind === 'paint') return 'Old paint is painted again, not revived.';
  const melts = kind === 'shellac' || kind === 'lacquer' || kind === 'wax';
  if (condition === 'weathered') return 'Weathered grey wood has no finish left to revive.';
  return (isLost(condition) || condition === 'crazed') && !melts
    ? 'Only shellac and lacquer that crazed melt together again: a finish that flakes has to come off.'
    : null;
}

/** Paint holds on everything that is hard, and on cane; leather and cloth bend away under it. */
const noPaint = ({ material }: Surface): string | null =>
  material.kind === 'leather' || material.kind === 'cloth' || material.kind === 'glass'
    ? `${materialOf(material.kind).name} takes no rigid film.`
    : null;
/** Decorated faces are rigid and flat. */
const noDecoration = (surface: Surface): string | null =>
  noPaint(surface) ?? (surface.material.kind === 'cane' ? 'Cane has no face to lay it on.' : null);

/** Cane is evened in the film, wood where it is not under old paint. */
function toned(surface: Surface): string | null {
  const { kind } = surface.material;
  if (kind === 'cane') return null;
  if (!materialOf(kind).wood) return noGrain(surface);
  return surface.oldFinish.kind === 'paint' ? 'Old paint has to come off first: choose stained and clear.' : null;
}

/** Every look a zone can get. */
export const lookTable: readonly Look[] = [
  {
    id: 'natural-clear',
    name: 'natural clear',
    showsWood: true,
    strips: 'always',
    ladder: 'natural-clear',
    painted: false,
    barred: noGrain,
  },
  {
    id: 'stained-clear',
    name: 'stained and clear',
    showsWood: true,
    strips: 'always',
    ladder: 'stained-clear',
    painted: false,
    barred: noGrain,
  },
  {
    id: 'revived',
    name: 'cleaned and revived',
    showsWood: true,
    strips: 'never',
    ladder: 'natural-clear',
    painted: false,
    barred: revivable,
  },
  {
    id: 'refreshed',
    name: 'refreshed, old finish kept',
    showsWood: true,
    strips: 'never',
    ladder: 'natural-clear',
    painted: false,
    barred: keepable,
  },
  {
    id: 'toned',
    name: 'toned',
    showsWood: true,
    strips: 'worn',
    ladder: 'natural-clear',
    painted: false,
    barred: toned,
  },
  {
    id: 'waxed',
    name: 'waxed',
    showsWood: true,
    strips: 'always',
    ladder: 'natural-clear',
    painted: false,
    barred: noGrain,
  },
  {
    id: 'washed',
    name: 'washed only',
    showsWood: true,
    strips: 'never',
    ladder: 'natural-clear',
    painted: false,
    barred: () => null,
  },
  {
    id: 'whitewashed',
    name: 'whitewashed or limed',
    showsWood: true,
    strips: 'always',
    ladder: 'stained-clear',
    painted: false,
    barred: noGrain,
  },
  {
    id: 'painted',
    name: 'painted',
    showsWood: false,
    strips: 'worn',
    ladder: 'painted',
    painted: true,
    barred: noPaint,
  },
  {
    id: 'blended',
    name: 'painted in blended bands',
    showsWood: false,
    strips: 'worn',
    ladder: 'painted',
    painted: true,
    barred: noDecoration,
  },
  {
    id: 'papered',
    name: 'papered',
    showsWood: false,
    strips: 'worn',
    ladder: 'painted',
    painted: true,
    barred: noDecoration,
  },
  {
    id: 'leafed',
    name: 'leafed',
    showsWood: false,
    strips: 'worn',
    ladder: 'painted',
    painted: true,
    barred: noDecoration,
  },
  {
    id: 'foiled',
    name: 'foiled',
    showsWood: false,
    strips: 'worn',
    ladder: 'painted',
    painted: true,
    barred: noDecoration,
  },
  {
    id: 'patina',
    name: 'metal patina',
    showsWood: false,
    strips: 'worn',
    ladder: 'painted',
    painted: true,
    barred: noDecoration,
  },
  {
    id: 'recoloured',
    name: 'leather recoloured',
    showsWood: false,
    strips: 'never',
    ladder: 'painted',
    painted: false,
    barred: onlyOn(['leather'], 'Only leather is recoloured.'),
  },
  {
    id: 're-covered',
    name: 'covered anew',
    showsWood: false,
    strips: 'never',
    ladder: 'painted',
    painted: false,
    barred: onlyOn(['cloth', 'leather'], 'Only cloth and leather are covered anew.'),
  },
  {
    id: 'leave',
    name: 'left alone',
    showsWood: true,
    strips: 'never',
    ladder: 'natural-clear',
    painted: false,
    barred: () => null,
  },
];

const byId = new Map(lookTable.map((l) => [l.id, l]));

/** The row of a look. */
export const lookRow = (id: LookKind): Look => byId.get(id)!;
