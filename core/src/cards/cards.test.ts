import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { planOf } from '../finishing';
import { buildFaces, newPiece, shapeToDraw, zonesOf } from '../piece';
import { reckonPiece } from '../reckoning';
import { type Container, finishCardSchema, type Piece } from '../workshop';
import {
  type CardTarget,
  cardDifferences,
  cardName,
  cardOn,
  cardsOf,
  finishCard,
  litresPerM2,
  readCard,
} from './index';

const nowMin = Date.parse('2026-11-25T10:00:00Z') / 60_000;
const demo = demoWorkshop(nowMin, 'Europe/London');
const { products, settings } = demo;

const reckoned = (piece: Piece) => {
  const told = reckonPiece({ piece, products, settings, nowMin });
  if (!told.ok) throw new Error(told.issues[0]!.message);
  return told.value;
};
const painted = Object.values(demo.pieces).find((p) =>
  p.log.some((e) => e.step.zoneId === 'carcass' && e.step.kind === 'paint'),
)!;
const card = finishCard(painted, 'carcass', reckoned(painted), demo)!;

const other: Piece = {
  ...newPiece('other', 'Another cupboard', painted.form, new Date(nowMin * 60_000).toISOString()),
  ...{ heightM: 1, widthM: 0.9, depthM: 0.4, drawers: 1, doors: 2, shelves: 2 },
  surfaces: painted.surfaces,
};
const target = (change: Partial<CardTarget> = {}): CardTarget => ({
  piece: other,
  zoneId: 'carcass',
  areaM2: 2,
  products,
  containers: [],
  air: null,
  unitSystem: 'metric',
  nowMin,
  ...change,
});
const about = (t: CardTarget, what: string, of = card) =>
  cardDifferences(of, t)
    .filter((d) => d.about === what)
    .map((d) => d.sentence);

describe('finish cards', () => {
  it('tell what was done, in its order, with what it took; a zone without a coat has none', () => {
    expect(finishCardSchema.parse(card)).toEqual(card);
    const done = painted.log.filter((e) => e.step.zoneId === 'carcass' && e.doneAt !== null);
    expect(card.steps.length).toBe(done.length);
    const times = card.steps.map((s) => Date.parse(s.doneAt));
    expect(times).toEqual([...times].sort((a, b) => a - b));
    const coat = done.find((e) => e.step.kind === 'paint')!;
    const told = card.steps.find((s) => s.kind === 'paint')!;
    expect(told.litres).toBe(coat.actualL);
    expect(told.product?.id).toBe(coat.step.productId);
    expect(card.chosen.paint).toMatchObject({ productId: coat.step.productId, method: coat.step.method });
    expect(card.chosen.paint!.coats).toBe(done.filter((e) => e.step.kind === 'paint').length);
    expect(finishCard(other, 'carcass', reckoned({ ...other, looks: { carcass: 'painted' } }), demo)).toBeNull();
    expect(cardsOf(painted, reckoned(painted), demo).map((c) => c.id)).toContain(card.id);
    expect(cardName(card)).toBe(`${painted.name}, carcass`);
  });

  it('go out as JSON and come back the same; what is none is refused, with what to do', () => {
    expect(readCard(JSON.stringify(card))).toMatchObject({ ok: true, value: card });
    const message = (text: string) => {
      const read = readCard(text);
      return read.ok ? '' : read.issues[0]!.message;
    };
    expect(message('not JSON')).toContain('no finish card');
    expect(message('{"format":"cosmesis-workshop"}')).toContain('whole workshop');
    expect(message('[1]')).toContain('no finish card');
    expect(message(JSON.stringify({ ...card, steps: [] }))).toContain('steps');
    expect(message('x'.repeat(2_000_001))).toContain('too large');
  });

  it('litres for a square metre: all coats over the area', () => {
    const productId = card.chosen.paint!.productId;
    const own = card.steps.filter((s) => s.product?.id === productId);
    const by = own.reduce((sum, s) => sum + s.litres!, 0) / own[0]!.areaM2!;
    expect(litresPerM2(card, productId)).toBeCloseTo(by, 9);
    expect(litresPerM2(card, 'nothing')).toBeNull();
  });

  it('on another piece its plan lays the same: look, products, methods and as many coats', () => {
    const on = cardOn(card, products);
    const piece: Piece = {
      ...other,
      looks: { carcass: on.look },
      additions: { carcass: [...on.additions] },
      choices: Object.fromEntries(Object.entries(on.choices).map(([kind, c]) => [`carcass/${kind}`, c])),
    };
    const coats = planOf(piece, { products, settings }).steps.filter(
      (s) => s.zoneId === 'carcass' && s.kind === 'paint',
    );
    expect(coats.length).toBe(card.chosen.paint!.coats);
    expect(new Set(coats.map((s) => s.productId))).toEqual(new Set([card.chosen.paint!.productId]));
  });

  it('a product that is gone gives way to one of its kind; none of its kind is said', () => {
    const { paint } = card.chosen;
    const was = products[paint!.productId]!;
    const { [was.id]: _, ...rest } = products;
    const instead = products[cardOn(card, rest).choices.paint!.productId]!;
    expect([instead.kind, instead.carrier]).toEqual([was.kind, was.carrier]);
    expect(about(target({ products: rest }), 'product')).toEqual([
      `${was.name} is not among the products any more: ${instead.name} takes its place.`,
    ]);
    const none = Object.fromEntries(Object.entries(products).filter(([, p]) => p.kind !== was.kind));
    expect(cardOn(card, none).choices.paint).toBeUndefined();
    expect(about(target({ products: none }), 'product')[0]).toContain('nothing like it');
  });

  it('names another wood and another film below, for wood that shows as for wood that is covered', () => {
    expect(about(target(), 'wood')).toEqual([]);
    const surfaces = {
      ...other.surfaces,
      carcass: {
        material: { kind: 'solid', speciesId: 'beech', veneerThicknessMm: null },
        oldFinish: { kind: 'wax', condition: 'sound' },
      },
    } as Piece['surfaces'];
    const there = target({ piece: { ...other, surfaces } });
    expect(about(there, 'wood')[0]).toMatch(/^This is .*beech, the card was made on .*pine: the plan primes/);
    expect(about(there, 'wood', { ...card, look: 'stained-clear' })[0]).toContain('Make a stick first.');
    expect(about(there, 'ground')[0]).toMatch(/^There was .*paint.* wax/);
    expect(about(there, 'look', { ...card, look: 're-covered' })).toHaveLength(1);
  });

  it('says what is left of its batch and whether it is enough, and what is past its date', () => {
    const { productId } = card.chosen.paint!;
    const of = { ...card, steps: card.steps.map((s) => (s.product?.id === productId ? { ...s, batch: 'B 7' } : s)) };
    const can = (litres: number, batch: string | null, boughtAt: string | null = null): Container => ({
      ...Object.values(demo.containers)[0]!,
      id: `can ${litres}`,
      productId,
      batch,
      boughtAt,
      openedAt: boughtAt,
      ledger: [
        { at: boughtAt ?? '2026-11-20T08:00:00Z', deed: 'brought', ofId: null, changeL: litres, countedL: null },
      ],
    });
    const said = (...containers: Container[]) => about(target({ containers, areaM2: 2 }), 'batch', of)[0];
    const need = 2 * litresPerM2(of, productId)!;
    expect(said(can(need + 0.1, 'B 7'))).toContain('enough');
    expect(said(can(need - 0.1, 'B 7'))).toContain('mix it with the next one');
    expect(said(can(5, 'B 8'))).toContain('Nothing of batch B 7');
    const aged = can(1, null, '2001-01-01T00:00:00Z');
    expect(about(target({ containers: [aged] }), 'shelf')[0]).toContain('past its date');
  });

  it('says when the air is another one, and what went wrong then', () => {
    const air = (airTempC: number, relHumFrac: number) => about(target({ air: { airTempC, relHumFrac } }), 'air');
    // The demo logged 15.5 °C and 58 %.
    expect(air(17, 0.6)).toEqual([]);
    expect(air(24, 0.6)[0]).toContain('flows and dries otherwise');
    expect(air(16, 0.85)).toHaveLength(1);
    const ran = { ...card, steps: card.steps.map((s, i) => (i === 0 ? { ...s, note: 'ran at the edge' } : s)) };
    expect(about(target(), 'went-wrong', ran).some((s) => s.includes('ran at the edge'))).toBe(true);
  });

  it('every zone of the demo that has a coat has its card, and reads back', () => {
    for (const piece of Object.values(demo.pieces)) {
      const cards = cardsOf(piece, reckoned(piece), demo);
      for (const c of cards) expect(readCard(JSON.stringify(c)).ok, `${piece.id} ${c.zoneId}`).toBe(true);
      const zones = zonesOf(piece, buildFaces(shapeToDraw(piece))).map((z) => z.id);
      expect(cards.every((c) => zones.includes(c.zoneId))).toBe(true);
    }
  });
});
