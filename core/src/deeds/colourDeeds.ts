import type { Draft } from 'immer';
import { withRecipe } from '../colour';
import type { ColourRecipe, Piece, SampleStick, Workshop, ZoneId } from '../workshop';
import type { DeedOf } from './Deed';
import { DeedRefused } from './DeedRefused';
import { pieceOf } from './logDeeds';

/** More than these a piece does not carry, nor a stick. */
const mostSticks = 500;
const mostReadings = 60;

function stickOf(draft: Draft<Workshop>, pieceId: string, stickId: string): Draft<SampleStick> {
  const stick = pieceOf(draft, pieceId).sticks?.find((s) => s.id === stickId);
  if (!stick) throw new DeedRefused('stick_gone', 'The stick is gone: it was taken away in the meantime.');
  return stick;
}

/** A stick comes to a piece. One of the same id gives its place, and keeps what was read of it where its layers are the same. */
export function keepStick(draft: Draft<Workshop>, { pieceId, stick }: DeedOf<'keep-stick'>, at: string): void {
  const piece = pieceOf(draft, pieceId);
  const own = piece.sticks ?? [];
  const before = own.find((s) => s.id === stick.id);
  if (!before && own.length >= mostSticks)
    throw new DeedRefused('too_many_sticks', `A piece carries ${mostSticks} sticks: take some away first.`);
  const made: SampleStick = { ...stick, madeAt: before?.madeAt ?? at };
  piece.sticks = before ? own.map((s) => (s.id === stick.id ? made : s)) : [...own, made];
}

/** What was read of a stick after so many of its layers. */
export function readStick(
  draft: Draft<Workshop>,
  { pieceId, stickId, reading }: DeedOf<'read-stick'>,
  at: string,
): void {
  const stick = stickOf(draft, pieceId, stickId);
  if (reading.after > stick.layers.length)
    throw new DeedRefused('no_such_band', `The stick has ${stick.layers.length} layers: read one of its bands.`);
  if (stick.readings.length >= mostReadings)
    throw new DeedRefused('too_many_readings', `A stick carries ${mostReadings} readings: take one away first.`);
  stick.readings.push({ ...reading, lab: [...reading.lab], at });
}

/** A reading is taken away. */
export function unreadStick(draft: Draft<Workshop>, { pieceId, stickId, index }: DeedOf<'unread-stick'>): void {
  stickOf(draft, pieceId, stickId).readings.splice(index, 1);
}

/** A stick is taken away; a recipe that was approved by it stays. */
export function removeStick(draft: Draft<Workshop>, { pieceId, stickId }: DeedOf<'remove-stick'>): void {
  stickOf(draft, pieceId, stickId);
  const piece = pieceOf(draft, pieceId);
  const rest = piece.sticks!.filter((s) => s.id !== stickId);
  if (rest.length > 0) piece.sticks = rest;
  else delete piece.sticks;
  const photos = piece.photos?.filter((p) => !(p.of.kind === 'stick' && p.of.stickId === stickId));
  if (photos && photos.length > 0) piece.photos = photos;
  else if (photos) delete piece.photos;
}

/** What the wood of a zone was read as, and which of its kind it is. */
export function noteWood(
  draft: Draft<Workshop>,
  { pieceId, zoneId, lab, from, state }: DeedOf<'note-wood'>,
  at: string,
): void {
  const piece = pieceOf(draft, pieceId);
  const { ground: _, state: __, ...kept } = piece.colours?.[zoneId] ?? {};
  piece.colours = {
    ...piece.colours,
    [zoneId]: {
      ...kept,
      ...(lab ? { ground: { lab: [...lab] as [number, number, number], from, at } } : {}),
      ...(state ? { state } : {}),
    },
  };
}

/** The recipe of a zone, with the look that it asks for. */
function setRecipe(draft: Draft<Workshop>, pieceId: string, zoneId: ZoneId, recipe: ColourRecipe | null): void {
  const piece = pieceOf(draft, pieceId);
  const { colours, choices, looks } = withRecipe(piece as Piece, zoneId, recipe, draft.products);
  Object.assign(piece, { colours, choices, looks });
}

export function keepRecipe(
  draft: Draft<Workshop>,
  { pieceId, zoneId, recipe }: DeedOf<'keep-recipe'>,
  at: string,
): void {
  if (recipe?.layers.some((l) => l.parts.some((p) => !draft.products[p.productId])))
    throw new DeedRefused('product_gone', 'A product of this recipe is not known here: choose another route.');
  setRecipe(draft, pieceId, zoneId, recipe && { ...recipe, at });
}

/** The layers of a stick become the recipe of its zone; on a commission the client's word is kept with it. */
export function approveStick(
  draft: Draft<Workshop>,
  { pieceId, stickId, expected, targetName }: DeedOf<'approve-stick'>,
  at: string,
  newId: () => string,
): void {
  const stick = stickOf(draft, pieceId, stickId);
  const last = stick.readings.findLast((r) => r.after === stick.layers.length && !r.wet);
  setRecipe(draft, pieceId, stick.zoneId, {
    at,
    target: stick.target ?? last?.lab ?? [...expected],
    targetName,
    layers: stick.layers.map((l) => ({ ...l, parts: l.parts.map((p) => ({ ...p })) })),
    expected: last?.lab ?? [...expected],
    stickId,
  });
  const piece = pieceOf(draft, pieceId);
  if (piece.ownership === 'commission')
    piece.commission.approvals.push({ id: newId(), what: `Sample stick “${stick.name}”`, at });
}
