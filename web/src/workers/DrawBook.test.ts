import type { Draw } from '@cosmesis/core/reckoning';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DrawBook } from './DrawBook';

const draw = (pieceId: string, productId: string, highL: number): Draw => ({
  pieceId,
  pieceName: pieceId,
  productId,
  stepId: `${productId} ${highL}`,
  zoneId: 'top',
  kind: 'clear',
  atMin: 0,
  highL,
});
const products = ['wax', 'oil', 'paint'];
const drawsOf = (pieceId: string) =>
  fc
    .array(fc.tuple(fc.constantFrom(...products), fc.integer({ min: 1, max: 9 })), { maxLength: 5 })
    .map((all) => ({ pieceId, draws: all.map(([productId, litres]) => draw(pieceId, productId, litres)) }));
const sorted = (all: readonly Draw[]) => all.map((d) => `${d.pieceId} ${d.stepId}`).sort();

describe('what pieces take, by product', () => {
  it('is what each of them took last, whatever it took before', () => {
    const puts = fc.array(fc.constantFrom('chest', 'table', 'chair').chain(drawsOf), { maxLength: 12 });
    fc.assert(
      fc.property(puts, (all) => {
        const book = new DrawBook();
        const last = new Map<string, readonly Draw[]>();
        for (const { pieceId, draws } of all) {
          book.put(pieceId, draws);
          last.set(pieceId, draws);
          for (const productId of products) {
            const wanted = [...last.values()].flat().filter((d) => d.productId === productId);
            expect(sorted(book.of(productId))).toEqual(sorted(wanted));
          }
        }
      }),
    );
  });

  it('is nothing of a piece that is gone, and nothing at all of another workshop', () => {
    const book = new DrawBook();
    book.put('chest', [draw('chest', 'oil', 1)]);
    book.put('table', [draw('table', 'oil', 2)]);
    book.put('chest', []);
    expect(sorted(book.of('oil'))).toEqual(['table oil 2']);
    book.clear();
    expect(book.of('oil')).toEqual([]);
  });
});
