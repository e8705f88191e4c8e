import type { Product } from '../workshop';
import type { Belief } from './Belief';
import type { Lab } from './observer';
import type { Ground } from './woods';

/** One surface that is to match. */
export interface MatchGround {
  /** As it is called: "stool, red oak". */
  name: string;
  ground: Ground;
  /** Clear coats that end its finish, as its plan has them. */
  finish: { product: Product; coats: number };
  /** Conditioner that goes on before a colour of a carrier goes into the wood; left out: none. */
  conditioner?: Readonly<Partial<Record<Product['carrier'], Product>>>;
}

/** What is asked of a match. */
export interface MatchOrder {
  target: Lab;
  grounds: readonly [MatchGround, ...MatchGround[]];
  /** What there is to colour with, and to seal with. */
  products: readonly Product[];
  belief?: Belief;
}
