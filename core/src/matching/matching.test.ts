import { describe, expect, it } from 'vitest';
import { cardOn, cardsOf } from '../cards';
import { difference, hexOf, labOfColour } from '../colour';
import { type Deed, DeedRefused, perform } from '../deeds';
import { demoWorkshop } from '../demo';
import { copyFinish, planOf } from '../finishing';
import { taughtWorkshop } from '../learning';
import { reckonPiece } from '../reckoning';
import { leftL } from '../stock';
import { instantOf } from '../units';
import { readWorkshopFile, type Workshop, writeWorkshopFile } from '../workshop';
import {
  bandsFor,
  laidOnZone,
  type MatchAsked,
  matchFor,
  paintFor,
  putRightFor,
  type RouteAnswer,
  recipeOn,
  woodLooks,
} from './index';

const nowMin = Date.parse('2026-11-25T10:07:00Z') / 60_000;
const shown = demoWorkshop(nowMin, 'Europe/London');
const { sticks: _, ...untried } = shown.pieces['stool-2']!;
/** The demo before its stick was tried. */
const demo: Workshop = { ...shown, pieces: { ...shown.pieces, 'stool-2': untried } };
const walnut = labOfColour('#6b4a32')!;
const stools: MatchAsked = {
  zones: [
    { pieceId: 'stool-1', zoneId: 'top' },
    { pieceId: 'stool-2', zoneId: 'top' },
  ],
  target: walnut,
  targetName: 'walnut table',
  from: 'shop',
};
const found = (w: Workshop, asked = stools) => {
  const told = matchFor(asked, taughtWorkshop(w), nowMin);
  if (!told.ok) throw new Error(told.issues.map((i) => i.message).join());
  return told.value;
};
const after = (w: Workshop, ...deeds: Deed[]): Workshop => {
  let n = 0;
  return deeds.reduce(
    (x, deed, i) =>
      perform(x, deed, instantOf(nowMin + i), () => {
        n += 1;
        return `new-${n}`;
      }),
    w,
  );
};
const routes = found(demo).routes;
/** A route with something to mix. */
const mixed = routes.find((r) => r.zones[0]!.layers.some((l) => l.parts.length + (l.thinnerParts > 0 ? 1 : 0) > 1))!;
const kept = (route: RouteAnswer, i = 0): Deed => {
  const { pieceId, zoneId, recipe } = route.zones[i]!;
  return { do: 'keep-recipe', pieceId, zoneId, recipe };
};

describe('a match in a workshop', () => {
  it('gives routes with bands, cost and time by the plan that would carry them', () => {
    expect(routes.length).toBeGreaterThan(1);
    for (const r of routes)
      for (const z of r.zones) {
        expect(z.bands.length).toBe(z.layers.length + 1);
        expect(z.bands.at(-1)!.hex).toBe(z.hex);
        expect(difference(z.bands.at(-1)!.lab, z.lab)).toBeLessThan(1e-6);
        if (z.layers.length > 1) expect(z.cost!.handsOnMin).toBeGreaterThan(0);
      }
  });
  it('takes only what stands on the shelf where that is asked, and says that nothing colours there', () => {
    expect(matchFor({ ...stools, from: 'shelf' }, taughtWorkshop(demo), nowMin)).toMatchObject({
      ok: false,
      issues: [{ code: 'no_colourant' }],
    });
  });
  it('names a piece that is not there, and asks for a zone', () => {
    const told = (zones: MatchAsked['zones']) => matchFor({ ...stools, zones }, taughtWorkshop(demo), nowMin);
    expect(told([{ pieceId: 'nobody', zoneId: 'top' }])).toMatchObject({ issues: [{ code: 'piece_unknown' }] });
    expect(told([])).toMatchObject({ issues: [{ code: 'no_zone' }] });
  });
});

describe('a recipe in a plan', () => {
  it.each(routes.map((r) => [r.id, r] as const))(
    '%s: every layer stands in the plan of either stool, in its order, and the last band is foretold',
    (_, route) => {
      const w = after(demo, kept(route, 0), kept(route, 1));
      for (const { pieceId, layers, hex } of route.zones) {
        const piece = w.pieces[pieceId]!;
        const told = reckonPiece({ piece, products: w.products, settings: w.settings, nowMin });
        if (!told.ok) throw new Error('no plan');
        const own = told.value.steps.filter((s) => s.step.zoneId === 'top' && s.step.productId !== null);
        const coloured = layers.filter(
          (l) => l.parts.length > 1 || w.products[l.parts[0]!.productId]!.kind !== 'clear',
        );
        const places = coloured.map((l) =>
          own.findIndex((s) =>
            l.parts.length > 1 || l.thinnerParts > 0
              ? JSON.stringify(s.step.mixed?.parts) === JSON.stringify(l.parts)
              : s.step.productId === l.parts[0]!.productId,
          ),
        );
        expect(places.every((p) => p >= 0)).toBe(true);
        expect(places).toEqual([...places].sort((a, b) => a - b));
        // The plan seals it under its tape besides.
        expect(difference(labOfColour(own.at(-1)!.bandColour)!, labOfColour(hex)!)).toBeLessThan(1.5);
        expect(told.value.findings.filter((f) => f.severity === 'stop' && f.stepId?.startsWith('top/'))).toEqual([]);
      }
    },
  );
  it('draws what is mixed by its parts from their own cans, and buys each of them', () => {
    const w = after(demo, kept(mixed));
    const piece = w.pieces['stool-1']!;
    const told = reckonPiece({ piece, products: w.products, settings: w.settings, nowMin });
    if (!told.ok) throw new Error('no plan');
    const at = told.value.steps.find((s) => s.step.mixed)!;
    const { parts, thinnerParts } = at.step.mixed!;
    const whole = parts.reduce((sum, p) => sum + p.parts, thinnerParts);
    expect(at.thinnerL?.likely ?? 0).toBeCloseTo((at.productL!.likely * thinnerParts) / whole, 9);
    for (const p of parts) expect(told.value.products.some((n) => n.productId === p.productId)).toBe(true);
    const cans: Deed = {
      do: 'bring',
      containers: parts.map((p) => ({ productId: p.productId, litres: 1, batch: null, finite: false, place: '' })),
    };
    const done = after(w, cans, {
      do: 'finish-step',
      pieceId: piece.id,
      step: at.step,
      planned: { startAt: instantOf(nowMin), endAt: instantOf(nowMin), volumeL: 0.1 },
    });
    for (const p of parts) {
      const left = Object.values(done.containers)
        .filter((c) => c.productId === p.productId)
        .reduce((sum, c) => sum + leftL(c), 0);
      const before = Object.values(w.containers)
        .filter((c) => c.productId === p.productId)
        .reduce((sum, c) => sum + leftL(c), 0);
      expect(left).toBeCloseTo(before + 1 - (0.1 * p.parts) / whole, 9);
    }
  });
  it('gives way to what the user chooses for the step since', () => {
    const w = after(demo, kept(mixed));
    const main = planOf(w.pieces['stool-1']!, w).steps.find((s) => s.mixed)!;
    const other = Object.values(w.products).find(
      (p) => p.kind === w.products[main.productId!]!.kind && p.id !== main.productId,
    )!;
    const piece = {
      ...w.pieces['stool-1']!,
      choices: { [`top/${main.kind}`]: { productId: other.id, coats: null, method: null } },
    };
    const step = planOf(piece, w).steps.find((s) => s.kind === main.kind && s.zoneId === 'top')!;
    expect([step.productId, step.mixed]).toEqual([other.id, undefined]);
  });
  it('is taken back, survives the file, and refuses a product that is gone', () => {
    const w = after(demo, kept(mixed));
    const read = readWorkshopFile(writeWorkshopFile(w, instantOf(nowMin)));
    expect(read.ok && read.value.pieces.find((p) => p.id === 'stool-1')!.colours!.top!.recipe!.layers).toEqual(
      mixed.zones[0]!.layers,
    );
    const none = after(w, { do: 'keep-recipe', pieceId: 'stool-1', zoneId: 'top', recipe: null });
    expect(planOf(none.pieces['stool-1']!, none).steps.some((s) => s.mixed)).toBe(false);
    const recipe = {
      ...mixed.zones[0]!.recipe,
      layers: [{ ...mixed.zones[0]!.layers[0]!, parts: [{ productId: 'gone', parts: 1 }] }],
    };
    expect(() => after(demo, { do: 'keep-recipe', pieceId: 'stool-1', zoneId: 'top', recipe })).toThrow(DeedRefused);
  });
});

describe('the same finish on another wood', () => {
  const w = after(demo, kept(mixed));
  const from = w.pieces['stool-1']!;
  const bench = w.pieces['waiting-bench']!;
  it('is copied with its recipe, told how far it comes out, and corrected by a match to what it looked like', () => {
    const copied = copyFinish(from, ['top'], 'planned', w);
    expect(copied.recipes.top).toMatchObject({ layers: mixed.zones[0]!.layers });
    expect(Object.keys(copied.choices).some((k) => /\/(dye|stain|seal|tone|glaze)$/.test(k))).toBe(false);
    const on = recipeOn(copied.recipes.top!, { ...bench, colours: { top: { state: 'dark' } } }, 'top', w.products);
    if (!on.ok) throw new Error('not foretold');
    expect(on.value.words).toMatch(/^On oak, white or european, a dark board.*than where it comes from\.$/);
    expect(on.value.deltaE).toBeGreaterThan(0.5);
    const corrected = found(w, {
      zones: [{ pieceId: bench.id, zoneId: 'top' }],
      target: [...copied.recipes.top!.expected],
      targetName: from.name,
      from: 'shop',
    });
    expect(Math.min(...corrected.routes.map((r) => r.deltaE))).toBeLessThan(on.value.deltaE + 0.5);
    expect(
      recipeOn(
        {
          ...copied.recipes.top!,
          layers: [{ ...mixed.zones[0]!.layers[0]!, parts: [{ productId: 'gone', parts: 1 }] }],
        },
        bench,
        'top',
        w.products,
      ),
    ).toMatchObject({ ok: false });
  });
  it('a finish card carries it, and lays it where it is used', () => {
    const told = reckonPiece({ piece: from, products: w.products, settings: w.settings, nowMin });
    if (!told.ok) throw new Error('no plan');
    const done = told.value.steps.filter((s) => s.step.zoneId === 'top').slice(0, 20);
    const worked = after(
      w,
      ...done.map(
        (s): Deed => ({
          do: 'finish-step',
          pieceId: from.id,
          step: s.step,
          planned: { startAt: instantOf(nowMin), endAt: instantOf(nowMin), volumeL: s.productL?.likely ?? null },
        }),
      ),
    );
    const piece = worked.pieces[from.id]!;
    const again = reckonPiece({ piece, products: w.products, settings: w.settings, nowMin });
    if (!again.ok) throw new Error('no plan');
    const card = cardsOf(piece, again.value, worked).find((c) => c.zoneId === 'top')!;
    expect(card.recipe!.layers).toEqual(mixed.zones[0]!.layers);
    const on = cardOn(card, w.products);
    expect(on.recipe).toEqual(card.recipe);
    expect(Object.keys(on.choices)).not.toContain('dye');
    const { 'water-dye-brown': _, ...fewer } = w.products;
    const usesBrown = card.recipe!.layers.some((l) => l.parts.some((p) => p.productId === 'water-dye-brown'));
    expect(cardOn(card, fewer).recipe === null).toBe(usesBrown);
  });
});

describe('sticks of a workshop', () => {
  const stickOf = (route: RouteAnswer, i: number, id: string): Deed => ({
    do: 'keep-stick',
    pieceId: route.zones[i]!.pieceId,
    stick: {
      id,
      name: `Stick ${id}`,
      zoneId: 'top',
      speciesId: demo.pieces[route.zones[i]!.pieceId]!.surfaces.top.material.speciesId,
      state: 'usual',
      layers: route.zones[i]!.layers.map((l) => ({ ...l })),
      target: walnut,
      readings: [],
      note: '',
    },
  });
  /** The dye of this workshop is redder and stronger than its card. */
  const off = [-5, 4, 3] as const;
  const came = (route: RouteAnswer, i: number) =>
    route.zones[i]!.lab.map((x, c) => x + off[c]!) as [number, number, number];
  it('two sticks bring the next routes nearer to what comes out, and narrow them', () => {
    const route = mixed;
    const w = after(
      demo,
      stickOf(route, 0, 'a'),
      stickOf(route, 1, 'b'),
      {
        do: 'read-stick',
        pieceId: 'stool-1',
        stickId: 'a',
        reading: { after: route.zones[0]!.layers.length, wet: false, lab: came(route, 0), from: 'typed' },
      },
      {
        do: 'read-stick',
        pieceId: 'stool-2',
        stickId: 'b',
        reading: { after: route.zones[1]!.layers.length, wet: false, lab: came(route, 1), from: 'typed' },
      },
    );
    const told = bandsFor(taughtWorkshop(w), 'stool-1', 'top', route.zones[0]!.layers);
    if (!told.ok) throw new Error('no bands');
    const last = told.value.at(-1)!;
    expect(difference(last.lab, came(route, 0))).toBeLessThan(difference(route.zones[0]!.lab, came(route, 0)) / 3);
    expect(last.withinDeltaE).toBeLessThan(route.zones[0]!.withinDeltaE / 2);
    // What is proposed now is right for the dye as it is.
    const best = found(w).routes.reduce((a, b) => (b.deltaE < a.deltaE ? b : a));
    expect(best.deltaE).toBeLessThan(3);
    // A reading taken away teaches nothing any more.
    const undone = after(
      w,
      { do: 'unread-stick', pieceId: 'stool-1', stickId: 'a', index: 0 },
      { do: 'remove-stick', pieceId: 'stool-2', stickId: 'b' },
    );
    expect(taughtWorkshop(undone).settings.colours).toBeUndefined();
    expect(undone.pieces['stool-2']!.sticks).toBeUndefined();
  });
  it('a stick read bare says what the wood of its zone is, as long as the reading stands', () => {
    const lab: [number, number, number] = [60, 14, 34];
    const bare = { after: 0, wet: false, lab, from: 'typed' as const };
    const w = after(demo, stickOf(mixed, 0, 'a'), {
      do: 'read-stick',
      pieceId: 'stool-1',
      stickId: 'a',
      reading: bare,
    });
    const first = (x: Workshop) => {
      const told = woodLooks(taughtWorkshop(x), 'stool-1', 'top');
      if (!told.ok) throw new Error('no looks');
      return told.value.map((l) => l.hex);
    };
    expect(first(w)[0]).toBe(hexOf(lab));
    // Dry, wetted and under clear are three looks, each deeper.
    const depths = first(w).map((hex) => labOfColour(hex)![0]);
    expect(depths).toEqual([...depths].sort((a, b) => b - a));
    const told = reckonPiece({ piece: w.pieces['stool-1']!, products: w.products, settings: w.settings, nowMin });
    if (!told.ok) throw new Error('no plan');
    expect(told.value.steps.find((s) => s.step.id === 'top/sand/1')!.bandColour).toBe(hexOf(lab));
    const unread = after(w, { do: 'unread-stick', pieceId: 'stool-1', stickId: 'a', index: 0 });
    expect(first(unread)).toEqual(first(demo));
    // Of the dye that lies over the band nothing was read.
    expect(found(w).routes.every((r) => r.zones.every((z) => z.sticks === 0))).toBe(true);
  });
  it('each surface ends in the clear of its own plan, and a painted zone in that of the finish it is to get', () => {
    const own = {
      ...demo.pieces['stool-2']!,
      choices: { 'top/clear': { productId: 'oil-brushing-clear', coats: 2, method: null } },
    };
    const w: Workshop = { ...demo, pieces: { ...demo.pieces, 'stool-2': own } };
    for (const r of found(w).routes) {
      const ends = r.zones.map((z) => z.layers.at(-1)!);
      expect(ends.map((l) => l.parts[0]!.productId)).toEqual(['waterborne-satin-clear', 'oil-brushing-clear']);
      expect(ends[1]!.coats).toBe(2);
    }
    const painted = found(demo, { ...stools, zones: [{ pieceId: 'stool-1', zoneId: 'carcass' }] }).routes[0]!.zones[0]!;
    const carried = after(demo, { do: 'keep-recipe', pieceId: 'stool-1', zoneId: 'carcass', recipe: painted.recipe });
    const coats = planOf(carried.pieces['stool-1']!, carried).steps.filter(
      (s) => s.zoneId === 'carcass' && s.kind === 'clear',
    );
    expect(painted.layers.at(-1)!.coats).toBe(coats.length);
  });
  it('an approved stick is the recipe of its zone, with the client’s word on a commission', () => {
    const own = {
      ...demo,
      pieces: { ...demo.pieces, 'stool-1': { ...demo.pieces['stool-1']!, ownership: 'commission' as const } },
    };
    const w = after(own, stickOf(mixed, 0, 'a'), {
      do: 'approve-stick',
      pieceId: 'stool-1',
      stickId: 'a',
      expected: walnut,
      targetName: 'walnut table',
    });
    const piece = w.pieces['stool-1']!;
    expect(piece.colours!.top!.recipe).toMatchObject({ stickId: 'a', target: walnut });
    expect(piece.commission.approvals.map((a) => a.what)).toEqual(['Sample stick “Stick a”']);
  });
  it('refuses a stick that is gone and a band it has not', () => {
    const w = after(demo, stickOf(mixed, 0, 'a'));
    const reading = { after: 19, wet: false, lab: walnut, from: 'typed' as const };
    expect(() => after(w, { do: 'read-stick', pieceId: 'stool-1', stickId: 'a', reading })).toThrow(/layers/);
    expect(() => after(w, { do: 'read-stick', pieceId: 'stool-1', stickId: 'z', reading })).toThrow(/gone/);
  });
  it('the wood of a zone as it was read is what is foretold from, and bands follow it', () => {
    const lab: [number, number, number] = [60, 14, 34];
    const w = after(demo, { do: 'note-wood', pieceId: 'stool-1', zoneId: 'top', lab, from: 'reader', state: null });
    const told = bandsFor(w, 'stool-1', 'top', []);
    expect(told.ok && hexOf(told.value[0]!.lab)).toBe(hexOf(lab));
  });
});

describe('the other benches', () => {
  it('mix paints of the workshop, and over the wood of a zone', () => {
    const asked = {
      target: labOfColour('#587b6d')!,
      productIds: ['enamel', 'paint-dark'],
      mostParts: 8,
      ...{ over: null, forZone: null },
    };
    const thick = paintFor(demo, asked);
    expect(thick.ok && thick.value.at(-1)!.deltaE).toBeLessThan(2);
    expect(thick.ok && thick.value[0]!.need).toBeNull();
    // For a carcass with two coats in its plan, and for a top that is to be stained: 1.1 · coats · area ÷ Σ share · rate.
    const shelf = demo.products;
    for (const [pieceId, zoneId] of [
      ['parcels-counter', 'carcass'],
      ['stool-1', 'top'],
    ] as const) {
      const sized = paintFor(demo, { ...asked, forZone: { pieceId, zoneId } });
      if (!sized.ok) throw new Error('not mixed');
      const { parts, need } = sized.value.at(-1)!;
      const all = parts.reduce((n, p) => n + p.parts, 0);
      const rate = parts.reduce((n, p) => n + (p.parts / all) * shelf[p.productId]!.spreadM2PerL!.likely, 0);
      const steps = planOf(demo.pieces[pieceId]!, demo).steps.filter((s) => s.zoneId === zoneId && s.kind === 'paint');
      expect(need!.coats).toBe(steps.length || 2);
      expect(need!.litres).toBeCloseTo((1.1 * need!.coats * need!.areaM2) / rate, 9);
    }
    const thin = paintFor(demo, {
      ...asked,
      productIds: ['lime-wash'],
      over: { pieceId: 'stool-2', zoneId: 'top', coats: 1 },
    });
    expect(thin.ok && thin.value[0]!.lab[0]).toBeLessThan(90);
    expect(paintFor(demo, { ...asked, productIds: [] })).toMatchObject({ issues: [{ code: 'no_colourant' }] });
  });
  it('take what lies on a zone from its recipe, else from what was laid, else from what is to be', () => {
    const plan = planOf(demo.pieces['stool-1']!, demo).steps.filter((s) => s.zoneId === 'top');
    const on = (done: readonly string[], recipe?: Workshop['pieces'][string]['colours']) =>
      laidOnZone(
        recipe ? { colours: recipe } : {},
        'top',
        plan.map((step) => ({ step, status: done.includes(step.kind) ? ('done' as const) : ('planned' as const) })),
      ).map((l) => l.parts[0]!.productId);
    const of = (...kinds: string[]) => plan.filter((s) => kinds.includes(s.kind)).map((s) => s.productId);
    expect(on([])).toEqual(of('condition', 'dye', 'stain', 'seal', 'glaze', 'tone'));
    expect(on([]).length).toBeGreaterThan(1);
    expect(on(['condition', 'sand'])).toEqual(of('condition'));
    const layers = mixed.zones[0]!.layers;
    const recipe = { at: instantOf(nowMin), target: walnut, targetName: '', expected: walnut, layers: [...layers] };
    expect(on(['condition'], { top: { recipe } } as Workshop['pieces'][string]['colours'])).toEqual(
      layers.map((l) => l.parts[0]!.productId),
    );
  });
  it('say what to do with a stool that came out too dark', () => {
    const told = putRightFor(demo, {
      pieceId: 'stool-1',
      zoneId: 'top',
      trouble: 'too-dark',
      state: 'wet',
      layers: mixed.zones[0]!.layers,
      now: null,
      target: labOfColour('#a07a50')!,
    });
    expect(told.ok && told.value.map((r) => r.id)).toContain('wipe');
    expect(told.ok && told.value.every((r) => r.lab === null || r.words !== '')).toBe(true);
  });
});
