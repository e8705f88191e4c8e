import {
  type Belief,
  colourWords,
  hexOf,
  keptLayer,
  type Lab,
  type Remedy,
  remedies,
  type SurfaceNow,
  type Trouble,
} from '../colour';
import { good, type Result } from '../units';
import type { ColourLayer, Workshop, ZoneId } from '../workshop';
import { finishOfZone, groundOfZone, noClear } from './groundOfZone';
import { knownLayers, knownPiece } from './knownZone';

/** What is asked where a colour came out wrong. */
export interface TroubleAsked {
  pieceId: string;
  zoneId: ZoneId;
  trouble: Trouble;
  state: SurfaceNow;
  /** What was laid, from the wood up; the clear that ends it may be among it. */
  layers: readonly ColourLayer[];
  now: Lab | null;
  target: Lab;
}
/** One thing that can be done, as it can be told. */
export interface RemedyAnswer extends Omit<Remedy, 'layers'> {
  hex: string | null;
  words: string;
  layers: readonly ColourLayer[];
}

/** What can be done now with a colour of a zone that came out wrong. */
export function putRightFor(
  workshop: Workshop & { settings: { colours?: Belief } },
  { pieceId, zoneId, trouble, state, layers: kept, now, target }: TroubleAsked,
): Result<RemedyAnswer[]> {
  const piece = knownPiece(workshop, pieceId);
  if (!piece.ok) return piece;
  const layers = knownLayers(kept, workshop.products);
  if (!layers.ok) return layers;
  const finish = finishOfZone(piece.value, zoneId, workshop);
  if (!finish) return noClear;
  const { colours } = workshop.settings;
  // The clear that ends it is laid in thought: what is asked is what it will look like then.
  const laid = layers.value.filter((l) => l.parts[0]!.product.kind !== 'clear');
  const found = remedies({
    trouble,
    state,
    ground: groundOfZone(piece.value, zoneId),
    layers: laid,
    now,
    target,
    products: Object.values(workshop.products),
    finish,
    ...(colours ? { belief: colours } : {}),
  });
  return good(
    found.map(({ layers: added, ...r }) => ({
      ...r,
      hex: r.lab && hexOf(r.lab),
      words: r.lab ? colourWords(r.lab) : '',
      layers: added.map(keptLayer),
    })),
  );
}
