import type { Draw } from '@cosmesis/core/reckoning';

/** What pieces will take off the shelf, by product; a change of one piece touches only the products it takes. */
export class DrawBook {
  private readonly ofPiece = new Map<string, readonly Draw[]>();
  private readonly byProduct = new Map<string, Map<string, Draw[]>>();
  private readonly flat = new Map<string, readonly Draw[]>();

  /** What a piece takes, in place of what it took before; nothing: it is gone. */
  put(pieceId: string, draws: readonly Draw[]): void {
    const own = new Map<string, Draw[]>();
    for (const draw of draws) {
      const some = own.get(draw.productId);
      if (some) some.push(draw);
      else own.set(draw.productId, [draw]);
    }
    for (const { productId } of this.ofPiece.get(pieceId) ?? []) {
      if (!own.has(productId)) this.byProduct.get(productId)?.delete(pieceId);
      this.flat.delete(productId);
    }
    for (const [productId, some] of own) {
      const all = this.byProduct.get(productId) ?? new Map<string, Draw[]>();
      this.byProduct.set(productId, all.set(pieceId, some));
      this.flat.delete(productId);
    }
    this.ofPiece.set(pieceId, draws);
  }

  clear(): void {
    this.ofPiece.clear();
    this.byProduct.clear();
    this.flat.clear();
  }

  /** What all of them take of a product. */
  of(productId: string): readonly Draw[] {
    const known = this.flat.get(productId);
    if (known) return known;
    const made = [...(this.byProduct.get(productId)?.values() ?? [])].flat();
    this.flat.set(productId, made);
    return made;
  }
}
