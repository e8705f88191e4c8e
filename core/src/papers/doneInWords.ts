import { damageRow, doWhat, lookNames, lookOf, lowerFirst, stepKind } from '../finishing';
import { zoneNames } from '../piece';
import type { ReckonedStep } from '../reckoning';
import type { Piece, Product, StepKindId, ZoneId } from '../workshop';

/** Groups of steps that a client hears of; what only serves them is left out. */
const told: ReadonlySet<string> = new Set([
  'clean',
  'take off',
  'repair',
  'parts',
  'abrade',
  'film',
  'colour wood',
  'decorate',
  'last',
]);
/** Of these groups, what only serves the rest. */
const untold: ReadonlySet<StepKindId> = new Set([
  'de-dust',
  'raise-grain',
  'rehearse-assembly',
  'dry-out',
  'vacuum',
  'remove-part',
  'refit-part',
  'rinse',
  'denib',
]);

/** What is done on one zone, as a client is told: each thing once, coats counted with their product. */
export function doneOn(
  zoneId: ZoneId | null,
  steps: readonly ReckonedStep[],
  products: Readonly<Record<string, Product>>,
): string[] {
  const own = steps.filter((s) => s.step.zoneId === zoneId);
  const seen = new Set<string>();
  const firstFilm = own.findIndex((s) => stepKind(s.step.kind).film);
  return own.flatMap((s, i) => {
    const { kind, of, productId } = s.step;
    const { group, film, verb } = stepKind(kind);
    const key = film || of > 1 ? `${kind}/${productId}` : kind;
    // Between coats it serves the next of them.
    if (kind === 'scuff' && firstFilm >= 0 && i > firstFilm) return [];
    if ((!told.has(group) && !film) || untold.has(kind) || seen.has(key)) return [];
    seen.add(key);
    const product = productId ? products[productId]?.name : undefined;
    if (film) {
      if (!product) return [lowerFirst(verb)];
      return [of > 1 ? `${lowerFirst(verb)}, ${of} coats of ${product}` : `${lowerFirst(verb)} with ${product}`];
    }
    return [s.step.part ? lowerFirst(doWhat(s)) : lowerFirst(verb)];
  });
}

/** What is not done: zones that stay as they are, and damage that is left. */
export function notDone(piece: Piece, zones: readonly ZoneId[]): string[] {
  const left = zones
    .filter((z) => lookOf(piece, z) === 'leave')
    .map((z) => `${zoneNames[z]}: ${lookNames.leave.toLowerCase()}`);
  const accepted = piece.damage.flatMap((d) =>
    piece.decisions[`damage/${d.id}`]?.choice === 'accept'
      ? [`${zoneNames[d.zoneId]}: ${damageRow(d.kind).name.toLowerCase()} stays as it is`]
      : [],
  );
  return [...left, ...accepted];
}
