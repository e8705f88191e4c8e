import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { speciesTable } from '../piece';
import { typicalProducts } from '../products';
import type { Product } from '../workshop';
import {
  beliefFrom,
  difference,
  type Ground,
  hexOf,
  type Lab,
  type Layer,
  labOf,
  labOfColour,
  likelyLook,
  lookAfter,
  matchRoutes,
  mixesFor,
  nothingRead,
  plainLayer,
  predicted,
  rangeTo,
  remedies,
  type Stick,
  type TroubleOrder,
} from './index';

const product = (id: string): Product => typicalProducts.find((p) => p.id === id)!;
const wood = (speciesId: string): Ground => ({ speciesId, state: 'usual', read: null });
const clear = product('waterborne-satin-clear');
const lab = (ground: Ground, ...layers: Layer[]): Lab => labOf(lookAfter(ground, layers));
const mix = (parts: readonly (readonly [string, number])[], thinnerParts = 0): Layer => ({
  parts: parts.map(([id, n]) => ({ product: product(id), parts: n })),
  thinnerParts,
  coats: 1,
});
/** A paint of a given colour that hides nearly all in a coat. */
const paint = (id: string, colour: string): Product => ({
  ...product('enamel'),
  id,
  name: id,
  colour,
  hidingFrac: 0.95,
});
const anyWood = fc.constantFrom(...speciesTable.map((s) => s.id));

describe('what lies on wood', () => {
  it('bare wood is as it was read, or as its kind has it', () => {
    expect(hexOf(lab(wood('beech')))).toBe('#d6ad84');
    expect(difference(lab({ speciesId: 'beech', state: 'usual', read: [60, 12, 30] }), [60, 12, 30])).toBeLessThan(
      1e-3,
    );
  });
  it('dry, wetted with spirits and finished are three looks, each deeper than dry', () =>
    fc.assert(
      fc.property(anyWood, (id) => {
        const dry = lab(wood(id));
        const wet = labOf(lookAfter(wood(id), [], undefined, 'wet'));
        const finished = lab(wood(id), plainLayer({ ...clear, sheen: 'gloss' }, 3));
        expect(wet[0]).toBeLessThan(dry[0]);
        expect(finished[0]).toBeLessThan(wet[0]);
      }),
    ));
  it('a matt clear looks paler than a gloss of the same', () => {
    const of = (sheen: Product['sheen']) => lab(wood('walnut'), plainLayer({ ...clear, sheen }, 2))[0];
    expect(of('matt')).toBeGreaterThan(of('satin'));
    expect(of('satin')).toBeGreaterThan(of('gloss'));
  });
  it('oil clear yellows, and each coat more', () => {
    const of = (coats: number) => lab(wood('maple'), plainLayer(product('oil-brushing-clear'), coats))[2];
    expect(of(2)).toBeGreaterThan(of(1));
    expect(of(1)).toBeGreaterThan(lab(wood('maple'), plainLayer(product('waterborne-gloss-clear')))[2]);
  });
  it('a stain darkens, thinned less, a second coat by less than the first, wiped early less, and over a seal hardly', () => {
    const stain = product('oil-stain');
    const [bare, one, two] = [0, 1, 2].map((n) => lab(wood('ash'), ...(n > 0 ? [plainLayer(stain, n)] : []))[0]) as [
      number,
      number,
      number,
    ];
    expect(bare - one).toBeGreaterThan(one - two);
    expect(two).toBeLessThan(one);
    expect(lab(wood('ash'), mix([['oil-stain', 1]], 1))[0]).toBeGreaterThan(one);
    expect(lab(wood('ash'), { ...plainLayer(stain), dwellMin: 3 })[0]).toBeGreaterThan(one);
    const sealed = lab(wood('ash'), plainLayer(product('shellac-sealer')))[0];
    expect(sealed - lab(wood('ash'), plainLayer(product('shellac-sealer')), plainLayer(stain))[0]).toBeLessThan(
      (bare - one) / 2,
    );
  });
  it('the card of a stain is met on the wood of the card', () => {
    const pale: Ground = { speciesId: null, state: 'usual', read: labOfColour('#e2c79b')! };
    for (const id of ['oil-stain', 'water-dye-brown'])
      expect(difference(lab(pale, plainLayer(product(id))), labOfColour(product(id).colour)!)).toBeLessThan(1);
  });
  it('green takes red away, and a mix of a colour with itself is itself', () => {
    const red = lab(wood('mahogany'), plainLayer(clear, 2));
    const green = lab(wood('mahogany'), mix([['water-dye-green', 1]]), plainLayer(clear, 2));
    expect(green[1]).toBeLessThan(red[1]);
    fc.assert(
      fc.property(
        fc.constantFrom('enamel', 'water-dye-red', 'lime-wash', 'water-glaze'),
        fc.integer({ min: 1, max: 5 }),
        (id, n) => {
          const alone = lab(wood('oak'), plainLayer(product(id)));
          const twin = { ...product(id), id: 'twin' };
          const both = lab(wood('oak'), {
            parts: [
              { product: product(id), parts: n },
              { product: twin, parts: 3 },
            ],
            thinnerParts: 0,
            coats: 1,
          });
          expect(difference(alone, both)).toBeLessThan(1e-6);
        },
      ),
    );
  });
  it('an opaque paint forgets the wood with every coat', () => {
    const apart = (coats: number) =>
      difference(
        lab(wood('walnut'), plainLayer(product('enamel'), coats)),
        lab(wood('maple'), plainLayer(product('enamel'), coats)),
      );
    expect(apart(2)).toBeLessThan(apart(1));
    expect(apart(6)).toBeLessThan(0.2);
  });
  it('what came on it is seen: old varnish yellows, old paint hides', () => {
    const varnished = labOf(lookAfter(wood('oak'), [{ old: 'oil-varnish' }]));
    expect(varnished[0]).toBeLessThan(lab(wood('oak'))[0]);
    expect(
      difference(
        labOf(lookAfter(wood('oak'), [{ old: 'paint' }])),
        labOf(lookAfter(wood('walnut'), [{ old: 'paint' }])),
      ),
    ).toBeLessThan(1e-9);
  });
  it('no look leaves what a reflectance can be', () =>
    fc.assert(
      fc.property(
        anyWood,
        fc.array(fc.constantFrom(...typicalProducts.map((p) => p.id)), { maxLength: 5 }),
        (id, laid) => {
          for (const r of lookAfter(
            wood(id),
            laid.map((p) => plainLayer(product(p))),
          )) {
            expect(r).toBeGreaterThan(0);
            expect(r).toBeLessThanOrEqual(1);
          }
        },
      ),
    ));
});

describe('what sticks teach', () => {
  const brown = product('water-dye-brown');
  const layers = [plainLayer(brown), plainLayer(clear, 3)];
  /** A stick of a workshop whose dye is stronger and redder than its card. */
  const stronger: Product = { ...brown, colour: '#5e3a24' };
  const truth = lab(wood('beech'), plainLayer(stronger), plainLayer(clear, 3));
  const stick = (at: Lab): Stick => ({ ground: wood('beech'), layers, readings: [{ after: 2, wet: false, lab: at }] });
  it('a product that nobody measured is foretold as wide as it deserves', () => {
    const { withinDeltaE } = predicted(wood('beech'), layers);
    expect(withinDeltaE).toBeGreaterThan(4);
    expect(withinDeltaE).toBeLessThan(15);
    const read = predicted({ ...wood('beech'), read: lab(wood('beech')) }, [plainLayer(clear, 3)]);
    expect(read.withinDeltaE).toBeLessThan(predicted(wood('beech'), [plainLayer(clear, 3)]).withinDeltaE);
  });
  it('after a stick the prediction lies nearer and is narrower, after three more so', () => {
    const apart = (n: number) => {
      const p = predicted(
        wood('beech'),
        layers,
        n === 0 ? nothingRead : beliefFrom(Array.from({ length: n }, () => stick(truth))),
      );
      return { off: difference(p.lab, truth), within: p.withinDeltaE };
    };
    const [none, one, three] = [apart(0), apart(1), apart(3)] as const;
    expect(one.off).toBeLessThan(none.off / 2);
    expect(three.off).toBeLessThanOrEqual(one.off);
    expect(one.within).toBeLessThan(none.within / 2);
    expect(three.within).toBeLessThan(one.within);
  });
  it('what was learnt on beech holds so far for oak, and not for another product', () => {
    const belief = beliefFrom([stick(truth), stick(truth)]);
    const moved = (ground: Ground, l: readonly Layer[]) =>
      difference(likelyLook(ground, l, belief), likelyLook(ground, l));
    const bareOnly = [plainLayer(clear, 3)];
    expect(moved(wood('oak'), layers)).toBeGreaterThan(moved(wood('oak'), bareOnly) + 1);
    expect(moved(wood('oak'), layers)).toBeLessThan(moved(wood('beech'), layers));
  });
  it('what is drawn is the middle of what is foretold, read or not', () => {
    for (const belief of [nothingRead, beliefFrom([stick(truth)]), beliefFrom([stick(truth), stick([60, 12, 20])])])
      for (const ground of [wood('beech'), wood('oak'), { ...wood('pine'), read: [70, 10, 24] as Lab }])
        for (const l of [layers, [plainLayer(clear, 3)], []])
          expect(difference(likelyLook(ground, l, belief), predicted(ground, l, belief).lab)).toBeLessThan(1e-6);
  });
  it('one slip among several readings does not carry the rest', () => {
    const good = Array.from({ length: 4 }, () => stick(truth));
    const spoiled = likelyLook(wood('beech'), layers, beliefFrom([...good, stick([80, 0, 5])]));
    expect(difference(spoiled, truth)).toBeLessThan(2);
    expect(difference(likelyLook(wood('beech'), layers, beliefFrom([stick([80, 0, 5])])), truth)).toBeGreaterThan(4);
  });
  it('readings of each stage count, the bare one as the wood of that stick', () => {
    const ground: Ground = { ...wood('beech'), read: [70, 10, 24] };
    const staged: Stick = {
      ground,
      layers,
      readings: [
        { after: 0, wet: false, lab: [70, 10, 24] },
        { after: 1, wet: false, lab: lab(ground, plainLayer(stronger)) },
      ],
    };
    const belief = beliefFrom([staged]);
    expect(belief.keys).not.toContain('wood as read');
    expect(belief.sticksOf.get(brown.id)).toBe(1);
    expect(difference(likelyLook(ground, [plainLayer(brown)], belief), lab(ground, plainLayer(stronger)))).toBeLessThan(
      1.5,
    );
  });
});

describe('match', () => {
  const products = typicalProducts.filter((p) => ['stain', 'dye', 'sealer', 'toner', 'glaze'].includes(p.kind));
  const finish = { product: clear, coats: 3 };
  const order = (target: Lab, ...woods: string[]) => {
    const grounds = woods.map((id) => ({ name: id, ground: wood(id), finish }));
    return { target, grounds: grounds as unknown as readonly [(typeof grounds)[0]], products };
  };
  const walnut = lab(wood('walnut'), plainLayer(clear, 3));
  it('brings pale beech and red oak to a walnut table, fewest layers first, each with its distance and range', () => {
    const found = matchRoutes(order(walnut, 'red-oak', 'beech'));
    expect(found.ok).toBe(true);
    if (!found.ok) return;
    const { routes, outOfReach } = found.value;
    expect(routes.length).toBeGreaterThan(1);
    expect(routes.length).toBeLessThanOrEqual(5);
    expect(outOfReach).toEqual([]);
    expect(routes.map((r) => r.layerCount)).toEqual(routes.map((r) => r.layerCount).sort((a, b) => a - b));
    expect(Math.min(...routes.map((r) => r.deltaE))).toBeLessThan(2);
    for (const r of routes)
      for (const o of r.outcomes) {
        const ground = wood(o.name);
        expect(o.deltaE.likely).toBeCloseTo(difference(lab(ground, ...o.layers), walnut), 6);
        expect(o.deltaE.low).toBeLessThanOrEqual(o.deltaE.high);
        expect(o.layers.at(-1)!.parts[0]!.product.kind).toBe('clear');
        expect(o.why.length).toBeGreaterThan(1);
      }
  }, 30_000);
  it('says what cannot be reached, and why', () => {
    const found = matchRoutes(order(labOfColour('#e8d0a0')!, 'walnut'));
    expect(found.ok && found.value.outOfReach.join()).toMatch(/walnut cannot be made so light.*bleach/);
  }, 30_000);
  it('refuses a shelf with no colour on it, and a target no surface has', () => {
    expect(matchRoutes({ ...order(walnut, 'oak'), products: [clear] })).toMatchObject({
      ok: false,
      issues: [{ code: 'no_colourant' }],
    });
    expect(matchRoutes(order([50, 150, 150], 'oak'))).toMatchObject({
      ok: false,
      issues: [{ code: 'target_out_of_gamut' }],
    });
  });
  it(
    'is never beaten by all mixes of two in up to four parts, tried one by one',
    () =>
      fc.assert(
        fc.property(
          fc.constantFrom('beech', 'oak', 'pine', 'cherry'),
          fc.constantFrom('#8a5a2b', '#6b4a32', '#7a5a3a', '#94683a'),
          fc.shuffledSubarray(['water-dye', 'water-dye-red', 'water-dye-green', 'water-dye-brown', 'water-dye-black'], {
            minLength: 2,
            maxLength: 3,
          }),
          (id, hex, ids) => {
            const own = ids.map(product);
            const target = labOfColour(hex)!;
            let best = Number.POSITIVE_INFINITY;
            for (const a of own)
              for (const b of own)
                for (let p = 1; p <= 4; p += 1)
                  for (let q = 0; q <= (a === b ? 0 : 4 - p); q += 1)
                    for (let t = 0; t <= 4 - p - q; t += 1) {
                      const layer: Layer = {
                        parts: [{ product: a, parts: p }, ...(q > 0 ? [{ product: b, parts: q }] : [])],
                        thinnerParts: t,
                        coats: 1,
                      };
                      best = Math.min(best, difference(lab(wood(id), layer, plainLayer(clear, 3)), target));
                    }
            const found = matchRoutes({ ...order(target, id), products: own });
            if (!found.ok) throw new Error('no routes');
            // What is simpler to measure may lie behind by as much as a layer has to be worth.
            expect(Math.min(...found.value.routes.map((r) => r.deltaE))).toBeLessThanOrEqual(best + 0.6);
          },
        ),
        { numRuns: 8 },
      ),
    60_000,
  );
});

describe('mixes of paint', () => {
  const black = paint('black', '#1f1f1f');
  const white = paint('white', '#f2f2ee');
  const blue = paint('blue', '#2b4a7a');
  const yellow = paint('yellow', '#d9b13a');
  const all = [black, white, blue, yellow];
  it('finds the parts it was mixed from, with the fewest colours first', () => {
    const target = labOf(
      lookAfter(wood('oak'), [
        {
          parts: [
            { product: white, parts: 5 },
            { product: blue, parts: 2 },
          ],
          thinnerParts: 0,
          coats: 200,
        },
      ]),
    );
    const found = mixesFor({ target, products: all, over: null, mostParts: 12 });
    expect(found.ok).toBe(true);
    if (!found.ok) return;
    const counts = found.value.map((m) => m.parts.length);
    expect(counts).toEqual([...counts].sort());
    const best = found.value.at(-1)!;
    expect(best.deltaE).toBeLessThan(1e-6);
    expect(best.parts.map((p) => [p.product.id, p.parts])).toEqual([
      ['white', 5],
      ['blue', 2],
    ]);
  });
  it('blue and yellow make green, which no mean of their screen colours would', () => {
    const [, a] = labOf(
      lookAfter(wood('oak'), [
        {
          parts: [
            { product: blue, parts: 1 },
            { product: yellow, parts: 3 },
          ],
          thinnerParts: 0,
          coats: 200,
        },
      ]),
    );
    expect(a).toBeLessThan(-5);
  });
  it('over a red ground a wash is kept from pink by a little green', () => {
    const wash = product('lime-wash');
    const green: Product = { ...wash, id: 'green-wash', name: 'green', colour: '#8fae86' };
    const over = { ground: wood('mahogany'), under: [plainLayer(product('shellac-sealer'), 2)], coats: 1 };
    const pink = labOf(lookAfter(over.ground, [...over.under, plainLayer(wash)]));
    const target: Lab = [pink[0] - 1, 0, pink[2] + 1];
    const found = mixesFor({ target, products: [wash, green], over, mostParts: 10 });
    expect(
      found.ok &&
        found.value
          .at(-1)!
          .parts.map((p) => p.product.id)
          .sort(),
    ).toEqual(['green-wash', 'lime-wash']);
  });
  it('says that there is nothing to mix with', () =>
    expect(mixesFor({ target: [50, 0, 0], products: [], over: null, mostParts: 8 })).toMatchObject({
      ok: false,
      issues: [{ code: 'no_colourant' }],
    }));
});

describe('putting it right', () => {
  const order = (over: Partial<TroubleOrder>): TroubleOrder => ({
    trouble: 'too-dark',
    state: 'wet',
    ground: wood('oak'),
    layers: [plainLayer(product('oil-stain-dark'))],
    now: null,
    target: lab(wood('oak'), plainLayer(product('oil-stain')), plainLayer(clear, 3)),
    products: typicalProducts,
    finish: { product: clear, coats: 3 },
    ...over,
  });
  const ids = (o: Partial<TroubleOrder>) => remedies(order(o)).map((r) => r.id);
  it('offers what the state of the surface allows', () => {
    expect(ids({ state: 'wet' })).toContain('wipe');
    expect(ids({ state: 'dry' })).toEqual(expect.arrayContaining(['wash', 'bleach', 'from-the-wood']));
    expect(ids({ state: 'dry' })).not.toContain('wipe');
    expect(ids({ state: 'clear-on' })).not.toEqual(expect.arrayContaining(['wash']));
    expect(ids({ trouble: 'filler-shows', state: 'dry' })).toEqual(['paint-in', 'from-the-wood']);
    expect(ids({ trouble: 'too-light', state: 'dry' })).toContain('again');
  });
  it('wiping back lightens, and the nearest stands first', () => {
    const now = likelyLook(wood('oak'), [plainLayer(product('oil-stain-dark'))]);
    const found = remedies(order({ now }));
    const as = likelyLook(wood('oak'), [plainLayer(product('oil-stain-dark')), plainLayer(clear, 3)]);
    expect(found.find((r) => r.id === 'wipe')!.lab![0]).toBeGreaterThan(as[0] + 2);
    const apart = found.flatMap((r) => r.deltaE ?? []);
    expect(apart).toEqual([...apart].sort((a, b) => a - b));
    expect(found.at(-1)!.id).toBe('from-the-wood');
  });
  it('begins from what was read, not from what was foretold', () => {
    const asIs = likelyLook(wood('oak'), [plainLayer(product('oil-stain-dark'))]);
    const read: Lab = [asIs[0] - 14, asIs[1], asIs[2] - 2];
    const at = (now: Lab | null) => remedies(order({ now })).find((r) => r.id === 'wipe')!.lab![0];
    expect(at(read)).toBeCloseTo(at(null) - 6, 6);
  });
  it('a fill is painted in over its own colour, and looks like the wood beside it under the clear', () => {
    const target = lab(wood('oak'), plainLayer(product('oil-stain')), plainLayer(clear, 3));
    const fill = remedies(order({ trouble: 'filler-shows', state: 'dry', target }))[0]!;
    expect(fill.deltaE).toBeCloseTo(difference(fill.lab!, target), 9);
    expect(fill.deltaE).toBeLessThan(5);
    expect(fill.how).toMatch(/ On [^:]*[Ff]ill[^:]*: /);
    // Where nothing known comes near it is said.
    for (const none of [{ products: [] }, { target: [60, -60, 40] as Lab }])
      expect(remedies(order({ trouble: 'filler-shows', ...none }))[0]).toMatchObject({
        id: 'paint-in',
        lab: null,
        how: expect.stringMatching(/None of the colours known here comes near/),
      });
  });
  it('what is blotchy is measured by its pale places: a film that covers evens it, more colour in the wood hardly does', () => {
    const found = remedies(order({ trouble: 'blotchy', state: 'dry' }));
    const now = found[0]!.apart!.now;
    expect(now).toBeGreaterThan(2);
    expect(new Set(found.flatMap((r) => r.apart?.now ?? []))).toEqual(new Set([now]));
    // By hand: places that took half of the stain, against the rest, both under the clear.
    const half = { ...plainLayer(product('oil-stain-dark')), thinnerParts: 1 };
    const [rest, pale] = [plainLayer(product('oil-stain-dark')), half].map((l) =>
      likelyLook(wood('oak'), [l, plainLayer(clear, 3)]),
    );
    expect(now).toBeCloseTo(difference(rest!, pale!), 9);
    const then = (id: string) => found.find((r) => r.id === id)!.apart!.after;
    expect(then('tone')).toBeLessThan(now / 2);
    expect(then('more-colour')).toBeGreaterThan(then('tone'));
    const ranks = found.flatMap((r) => (r.deltaE === null ? [] : r.deltaE + r.apart!.after));
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
    expect(remedies(order({})).every((r) => r.apart === null)).toBe(true);
  });
  it('too red is answered with green', () => {
    const red = remedies(
      order({ trouble: 'too-red', state: 'dry', layers: [plainLayer(product('water-dye-red'))] }),
    ).find((r) => r.id === 'more-colour')!;
    expect(red.how).toMatch(/green cancels red/);
    expect(
      red.layers[0]!.parts.some((p) => p.product.id === 'water-dye-green' || p.product.id === 'water-dye-blue'),
    ).toBe(true);
  });
});

describe('the range to a target', () => {
  it('holds the likely one within what one and nine in ten come to', () => {
    const p = predicted(wood('beech'), [plainLayer(product('oil-stain')), plainLayer(clear, 3)]);
    const far = rangeTo([20, 0, 0], p);
    expect(far.low).toBeLessThan(far.likely);
    expect(far.likely).toBeLessThan(far.high);
  });
});
