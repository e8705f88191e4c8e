import type { Supply, SupplyKind } from '../workshop';

const supply = (
  kind: SupplyKind,
  name: string,
  unit: Supply['unit'],
  ...packs: [amount: number, price: number][]
): Supply => ({
  id: `typical-${kind.replace(/ /g, '-')}`,
  kind,
  name,
  unit,
  packs: packs.map(([amount, price]) => ({ amount, price, tag: 'M' as const })),
  left: 0,
  reorderAt: null,
  deliveryDays: 3,
});

/** What is used up besides the products, as it is typically sold (from memory; prices are placeholders). */
export const typicalSupplies: readonly Supply[] = [
  supply('abrasive sheet', 'Abrasive sheets, assorted grits', 'pieces', [5, 4], [25, 14], [50, 25]),
  supply('scraper edge', 'Scraper blades', 'pieces', [1, 4], [5, 15]),
  supply('rag', 'Lint-free rags', 'pieces', [10, 4], [50, 14]),
  supply('tack cloth', 'Tack cloths', 'pieces', [1, 2], [10, 14]),
  supply('tape', 'Low-tack tape, 24 mm', 'm', [25, 5], [50, 8]),
  supply('film', 'Masking film', 'm²', [20, 5], [80, 14]),
  supply('gloves', 'Gloves, pairs', 'pieces', [1, 2], [50, 12]),
  supply('brush', 'Brushes, 50 mm', 'pieces', [1, 7], [3, 18]),
  supply('pad', 'Synthetic pads', 'pieces', [2, 3], [10, 11]),
  supply('roller', 'Foam rollers, 100 mm', 'pieces', [2, 4], [10, 15]),
  supply('sheet goods', 'Veneer, by the sheet', 'm²', [0.5, 12], [2, 38]),
  supply('cloth', 'Covering cloth, off the roll', 'm²', [0.5, 12], [2, 38]),
  supply('paper', 'Decorative paper, sheets of 500 × 700 mm', 'pieces', [1, 4], [10, 32]),
  supply('foil', 'Transfer foil, by the roll', 'm²', [0.5, 6], [3, 28]),
  supply('transfer', 'Rub-on transfers', 'pieces', [1, 18]),
  // A book of 25 leaves of 140 mm covers 0.49 m².
  supply('leaf', 'Imitation leaf, books of 25', 'm²', [0.49, 9], [4.9, 70]),
  supply('staples', 'Upholstery staples', 'pieces', [1000, 5], [5000, 16]),
];

/** What a workshop keeps count of, and typical supplies of every other kind: what is used up has a price, counted or not. */
export const withTypicalSupplies = (own: readonly Supply[]): Supply[] => [
  ...own,
  ...typicalSupplies.filter((t) => !own.some((s) => s.kind === t.kind)),
];
