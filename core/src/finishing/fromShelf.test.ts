import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { typicalProducts } from '../products';
import { type Product, productKinds } from '../workshop';
import { fromShelf } from './fromShelf';

const shelf = (products: readonly Product[]) => Object.fromEntries(products.map((p) => [p.id, p]));
const typical = shelf(typicalProducts);
const idOf = (...args: Parameters<typeof fromShelf>) => fromShelf(...args)?.id;
const noGel: Product = { ...typical['gel-stain']!, id: 'a-gel', traits: [] };

describe('fromShelf', () => {
  it.each([
    [['primer', 'blocker'], { trait: 'bonding' }, 'bonding-primer'],
    [['primer', 'blocker'], { not: 'bonding' }, 'water-primer'],
    [['clear'], { carrier: 'water' }, 'waterborne-satin-clear'],
    [['clear'], { carrier: 'oil', method: 'wipe' }, 'wiping-clear'],
    [['clear'], { carrier: 'alcohol' }, 'shellac-clear'],
    [['clear'], { trait: 'exterior' }, 'exterior-varnish'],
    [['stain'], { trait: 'gel' }, 'gel-stain'],
    [['blocker'], { carrier: 'oil', method: 'aerosol' }, 'aerosol-block'],
    [['glue'], { trait: 'instant' }, 'super-glue'],
    [['filler-ready', 'filler-two-part'], {}, 'filler-ready'],
    [['paint'], { id: 'chalky-paint' }, 'chalky-paint'],
    [['paint'], {}, 'enamel'],
  ] as const)('for %j that shall be %j: %s', (jobs, wish, id) => expect(idOf(typical, jobs, wish)).toBe(id));

  it('gives what does the job where nothing meets the wish, its second job where the first has none, and nothing for no job', () => {
    const { 'gel-stain': _, ...noGels } = typical;
    expect(idOf(noGels, ['stain'], { trait: 'gel' })).toBe('oil-stain');
    const blockers = shelf(typicalProducts.filter((p) => p.kind !== 'primer'));
    expect(idOf(blockers, ['primer', 'blocker'], { not: 'bonding' })).toBe('shellac-primer');
    // What meets the wish comes before what is usual, though it does the job second best.
    expect(idOf(shelf([noGel, typical['water-dye']!]), ['stain', 'dye'], { carrier: 'water' })).toBe('water-dye');
    expect(idOf({}, ['paint'])).toBeUndefined();
    expect(idOf(typical, ['paint'], {}, (p) => p.hidingFrac > 2)).toBeUndefined();
  });

  it('an own can changes nothing until it is said to be the usual one; of two unknown ones the milder is taken', () => {
    const own: Product = { ...typical.enamel!, id: 'a-green', traits: [] };
    expect(idOf({ ...typical, 'a-green': own }, ['paint'])).toBe('enamel');
    const said = { ...typical, 'a-green': { ...own, traits: ['usual' as const] } };
    expect(idOf({ ...said, enamel: { ...typical.enamel!, traits: [] } }, ['paint'])).toBe('a-green');
    const strong: Product = { ...typical.stripper!, id: 'a', traits: [], hazards: ['chlorinated', 'flammable'] };
    expect(idOf(shelf([strong, { ...strong, id: 'b', hazards: ['flammable'] }]), ['stripper'])).toBe('b');
  });

  it('does not depend on the order of the shelf', () => {
    const some = fc.shuffledSubarray([...typicalProducts], { minLength: 10 });
    fc.assert(
      fc.property(
        some,
        fc.constantFrom(...productKinds),
        fc.constantFrom('water', 'oil'),
        (products, kind, carrier) => {
          const args = [[kind], { carrier }] as const;
          expect(idOf(shelf(products), ...args)).toBe(idOf(shelf([...products].reverse()), ...args));
        },
      ),
    );
  });
});
