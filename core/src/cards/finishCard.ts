import { doWhat, lookOf, stepKind } from '../finishing';
import { surfaceOfZone } from '../piece';
import type { Reckoning } from '../reckoning';
import { usedRows } from '../takeaway';
import type { ColourRecipe, FinishCard, LogEntry, Mix, Piece, StepKindId, Workshop, ZoneId } from '../workshop';

/** What cards are made from, besides the piece with its figures. */
export interface CardShop {
  products: Workshop['products'];
  settings: Pick<Workshop['settings'], 'name'>;
  mixes: Workshop['mixes'];
}

/** Id of the card of a zone; the same for as long as the piece is. */
export const cardId = (pieceId: string, zoneId: ZoneId): string => `${pieceId}.${zoneId}`;

/** What was mixed, in parts: "4 : 1 by volume". */
function ratioOf({ parts, by }: Mix): string {
  const told = parts.map((p) => p.massKg).filter((kg) => kg > 0);
  const least = Math.min(...told);
  if (told.length < 2) return '';
  const named = parts.filter((p) => p.massKg > 0).map((p) => `${p.name} ${Number((p.massKg / least).toPrecision(2))}`);
  return `${named.join(' : ')}, by weight${by === 'volume' ? ' as poured' : ''}`;
}

const isLaid = ({ step }: LogEntry): boolean => step.productId !== null;
/** Colour or film, and not only what was washed and filled before it. */
const isFinish = ({ step }: LogEntry): boolean =>
  step.productId !== null && (stepKind(step.kind).film || step.kind === 'stain' || step.kind === 'wax');

/**
 * The finish of a zone as it was really done, from the log of its piece.
 * @returns null where nothing has been laid on it yet
 */
export function finishCard(piece: Piece, zoneId: ZoneId, reckoning: Reckoning, shop: CardShop): FinishCard | null {
  const log = piece.log.filter((e) => e.doneAt !== null && e.step.zoneId === zoneId);
  const zone = reckoning.zones.find((z) => z.id === zoneId);
  const look = lookOf(piece, zoneId);
  if (!zone || !log.some(isFinish) || look === 'leave') return null;
  const byId = new Map(log.map((e) => [e.id, e]));
  const areas = new Map(reckoning.steps.map((s) => [s.step.id, s]));
  const rows = usedRows({ log, stepNotes: piece.stepNotes }, shop.products);
  const mixes = new Map(Object.values(shop.mixes).map((m) => [m.name, m]));
  const steps = rows.map((row): FinishCard['steps'][number] => {
    const { step, seen, air, batch, doneAt } = byId.get(row.id)!;
    const product = step.productId === null ? undefined : shop.products[step.productId];
    const mixed = batch ? mixes.get(batch) : undefined;
    return {
      kind: step.kind,
      what: doWhat({ step }),
      product: product ? { id: product.id, name: product.name, kind: product.kind, carrier: product.carrier } : null,
      method: step.method,
      grit: step.grit,
      thinFrac: step.thinFrac ?? null,
      litres: row.litres,
      measured: !row.asPlanned,
      areaM2: product?.perPlaceL ? null : (areas.get(step.id)?.areaM2 ?? null),
      batch: batch ?? null,
      ratio: mixed ? ratioOf(mixed) : '',
      doneAt: doneAt!,
      waitedMin: row.waitedMin,
      air,
      seen: seen ?? [],
      note: row.note,
    };
  });
  const chosen: FinishCard['chosen'] = {};
  for (const kind of new Set(log.filter(isLaid).map((e) => e.step.kind))) {
    const laid = log.filter((e) => isLaid(e) && e.step.kind === kind).sort((a, b) => a.step.ordinal - b.step.ordinal);
    const last = laid.at(-1)!.step;
    chosen[kind as StepKindId] = {
      productId: last.productId!,
      method: last.method,
      coats: Math.min(20, laid.length),
      thinned: laid.slice(0, 20).map((e) => e.step.thinFrac ?? null),
    };
  }
  const done = reckoning.steps.filter((s) => s.step.zoneId === zoneId && s.status === 'done').at(-1);
  const stepIds = new Set(log.map((e) => e.step.id));
  return {
    format: 'cosmesis-card',
    cardVersion: 1,
    id: cardId(piece.id, zoneId),
    workshopName: shop.settings.name,
    pieceId: piece.id,
    pieceName: piece.name,
    zoneId,
    look,
    additions: [...(piece.additions[zoneId] ?? [])],
    effects: { ...piece.effects[zoneId] },
    ground: surfaceOfZone(piece, zoneId),
    colour: /^#[0-9a-f]{6}$/.test(done?.bandColour ?? '') ? done!.bandColour : zone.colour,
    chosen,
    steps,
    toCome: reckoning.steps.filter((s) => s.step.zoneId === zoneId && s.status !== 'done' && s.step.kind !== 'cure')
      .length,
    photoIds: (piece.photos ?? [])
      .filter((p) => p.of.kind === 'piece' || (p.of.kind === 'step' && stepIds.has(p.of.stepId)))
      .map((p) => p.id),
    ...(piece.colours?.[zoneId]?.recipe ? { recipe: recipeAlone(piece.colours[zoneId].recipe) } : {}),
  };
}

/** A recipe without the stick of its piece. */
function recipeAlone({ stickId: _, ...recipe }: ColourRecipe): ColourRecipe {
  return recipe;
}

/** The cards of a piece: one for each zone that something was laid on. */
export const cardsOf = (piece: Piece, reckoning: Reckoning, shop: CardShop): FinishCard[] =>
  reckoning.zones.flatMap((z) => finishCard(piece, z.id, reckoning, shop) ?? []);

/** Litres of a product that a square metre took, all coats together; null: it goes by the place. */
export function litresPerM2(card: FinishCard, productId: string): number | null {
  const own = card.steps.filter((s) => s.product?.id === productId && s.litres !== null && s.areaM2 !== null);
  const areaM2 = Math.max(0, ...own.map((s) => s.areaM2!));
  return areaM2 > 0 ? own.reduce((sum, s) => sum + s.litres!, 0) / areaM2 : null;
}
