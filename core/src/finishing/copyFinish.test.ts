import { describe, expect, it } from 'vitest';
import { newPiece } from '../piece';
import { typicalProducts } from '../products';
import { defaultSettings, type Piece, type Product, type Surface } from '../workshop';
import { doneEntry } from './fixtures/logEntry';
import { copyFinish, planOf } from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const shop = { products, settings: defaultSettings('W', 'Europe/London', 'metric', 'GBP') };
const oak: Surface = {
  material: { kind: 'solid', speciesId: 'oak', veneerThicknessMm: null },
  oldFinish: { kind: 'none', condition: 'sound' },
};
const chest = (change: Partial<Piece> = {}): Piece => ({
  ...newPiece('a', 'A', 'chest-of-drawers', '2026-11-25T08:00:00Z'),
  heightM: 0.9,
  widthM: 0.9,
  depthM: 0.45,
  surfaces: { top: oak, carcass: oak, fronts: oak, interior: null, legs: null, seat: null, hardware: null },
  looks: { top: 'stained-clear', carcass: 'painted', fronts: 'painted' },
  choices: { 'top/clear': { productId: 'wiping-clear', coats: 4, method: 'brush' } },
  houseRules: { ladder: '120-180-220' },
  ...change,
});
const logged = (piece: Piece, ids: readonly string[]): Piece => ({
  ...piece,
  log: ids.map((id) => doneEntry(planOf(piece, shop).steps.find((s) => s.id === id)!, '2026-11-25T09:00:00Z')),
});
const products4 = (piece: Piece) =>
  planOf(piece, shop)
    .steps.filter((s) => s.zoneId === 'top' && s.productId)
    .map((s) => `${s.kind} ${s.productId} ${s.method}`);

describe('copyFinish', () => {
  it('gives a second piece the same products, methods and coats where zones match', () => {
    const from = chest();
    const to: Piece = {
      ...newPiece('b', 'B', 'side-table', '2026-11-26T08:00:00Z'),
      heightM: 0.6,
      widthM: 0.5,
      depthM: 0.4,
      surfaces: { top: oak, carcass: oak, fronts: oak, interior: null, legs: null, seat: null, hardware: null },
    };
    const copied = copyFinish(from, ['top', 'carcass', 'legs'], 'planned', shop);
    expect(copied.unmatched).toEqual(['legs']);
    expect(copied.looks).toEqual({ top: 'stained-clear', carcass: 'painted' });
    const { unmatched: _, ...finish } = copied;
    expect(products4({ ...to, ...finish })).toEqual(products4(from));
  });

  it('repeats what was done rather than what was meant', () => {
    const from = logged(chest(), ['top/stain/1', 'top/clear/1', 'top/clear/2', 'top/clear/3']);
    expect(copyFinish(from, ['top'], 'logged', shop).choices['top/clear']).toEqual({
      productId: 'wiping-clear',
      coats: 3,
      method: 'brush',
    });
    expect(copyFinish(from, ['top'], 'planned', shop).choices['top/clear']?.coats).toBe(4);
  });

  it('leaves out what the new piece has no zone for', () => {
    const copied = copyFinish(chest(), ['top'], 'planned', shop);
    expect(Object.keys(copied.choices).every((key) => key.startsWith('top/'))).toBe(true);
    expect(copied.houseRules).toEqual({ ladder: '120-180-220' });
  });
});
