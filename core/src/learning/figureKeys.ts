import { type Step, type SupplyKind, supplyKinds, type WorkedShape } from '../workshop';
import type { FigureOf } from './Learned';

type OfStep = Pick<Step, 'kind' | 'method' | 'productId' | 'fills'>;

/** Key of the figure for how much a step takes: its product, by the places it fills, else by its method, else by what is done with it. */
export const litresKey = ({ productId, method, kind, fills }: OfStep): string =>
  `litres/${productId}/${fills ?? method ?? kind}`;

/** Key of the figure for how long a step takes: what is done, how, and on which shape. */
export const minutesKey = ({ kind, method }: OfStep, shape: WorkedShape): string =>
  `minutes/${kind}/${method ?? '-'}/${shape}`;

/** Key of the figure for how long films of a product take to dry. */
export const dryKey = (productId: string): string => `dry/${productId}`;

/** Key of the figure for how much of a supply is used up. */
export const usesKey = (what: SupplyKind): string => `uses/${what}`;

/** Key of the figure for how many coats of a paint hide what is under it. */
export const hidesKey = (productId: string): string => `hides/${productId}`;

const isSupply = (word: string): word is SupplyKind => (supplyKinds as readonly string[]).includes(word);

/** What a figure is of, read from its key; null: of nothing that is known. */
export function figureOf(key: string): FigureOf | null {
  const [kind, ...rest] = key.split('/');
  if (kind === 'litres' && rest.length === 2) return { kind, productId: rest[0]!, by: rest[1]! };
  if (kind === 'uses' && rest.length === 1 && isSupply(rest[0]!)) return { kind, supply: rest[0] };
  if (kind === 'hides' && rest.length === 1) return { kind, productId: rest[0]! };
  if (kind === 'dry' && rest.length === 1) return { kind, productId: rest[0]! };
  if (kind === 'minutes' && rest.length === 3) return { kind, stepKind: rest[0]!, by: rest[1]!, shape: rest[2]! };
  return null;
}
