import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newDamage, newPiece } from '../piece';
import { typicalProducts } from '../products';
import { defaultSettings, type Piece, type Product, type Step, type Surface } from '../workshop';
import { lagsIn } from './fixtures/waitsOf';
import { type LagOnSurface, planOf, stepKind } from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const shop = { products, settings: defaultSettings('W', 'Europe/London', 'metric', 'GBP') };
const of = (finish: Surface['oldFinish']['kind'], speciesId = 'ash'): Surface => ({
  material: { kind: 'solid', speciesId, veneerThicknessMm: null },
  oldFinish: { kind: finish, condition: 'sound' },
});
const chest = (change: Partial<Piece> = {}): Piece => ({
  ...newPiece('c', 'C', 'chest-of-drawers', '2026-11-25T08:00:00Z'),
  heightM: 0.9,
  widthM: 0.9,
  depthM: 0.45,
  lead: { result: 'negative', everyLayer: true, licensedWork: false },
  surfaces: {
    top: of('lacquer'),
    carcass: of('none'),
    fronts: of('none'),
    interior: null,
    legs: null,
    seat: null,
    hardware: null,
  },
  looks: { top: 'stained-clear', carcass: 'painted', fronts: 'painted' },
  ...change,
});
const lags = (piece: Piece, steps: readonly Step[] = planOf(piece, shop).steps, shelf = products) =>
  lagsIn(piece, steps, { ...shop, products: shelf });
/** The plan of a piece with one step of the user's own behind another. */
const withOwn = (piece: Piece, afterId: string, own: Partial<Piece['edits']['extra'][number]>): Piece => ({
  ...piece,
  edits: {
    ...piece.edits,
    extra: [{ id: 'x', zoneId: 'top', kind: 'clear', afterId, productId: null, method: 'brush', grit: null, ...own }],
  },
});
const waits = (all: Map<string, LagOnSurface[]>, id: string) =>
  Object.fromEntries(all.get(id)!.map((l) => [l.beforeId, l.wait]));
const varnish = 'waterborne-satin-clear';

describe('what a step waits for is read from what lies there', () => {
  // Minutes of the sheets that ship: waterborne clear 2 to 3 h, unscuffed until 12 h; shellac sealer by its own sheet.
  it('a coat by the sheet of the film under it, with the window that stays open until it is abraded', () => {
    const piece = chest();
    const all = lags(piece);
    const steps = planOf(piece, shop).steps.filter((s) => s.zoneId === 'top');
    const second = all.get('top/clear/2')!.find((l) => l.beforeId === 'top/clear/1')!;
    expect([second.wait, second.minMin, second.earlyMin, second.maxMin]).toEqual(['recoat', 180, 102, 720]);
    const scuffed = steps.flatMap((s): Step[] =>
      s.id === 'top/clear/2' ? [{ ...steps[0]!, id: 'own/s', kind: 'scuff', grit: 320, after: [] }, s] : [s],
    );
    const keyed = lags(piece, scuffed);
    expect(keyed.get('top/clear/2')!.find((l) => l.beforeId === 'top/clear/1')!.maxMin).toBeNull();
    expect(waits(keyed, 'own/s')['top/clear/1']).toBe('sand');
  });

  it('a coat of one’s own waits for the film below, whatever lies between, and all that follows counts it', () => {
    const plain = planOf(chest(), shop).steps;
    const coats = plain.filter((s) => s.zoneId === 'top' && s.kind === 'clear').map((s) => s.id);
    // Right behind a coat, behind its denibbing and behind its dust removal: the film below is the same.
    const first = plain.findIndex((s) => s.id === coats[0]);
    const next = plain.findIndex((s, i) => i > first && s.zoneId === 'top' && s.kind === 'clear');
    for (const { id } of plain.slice(first, next).filter((s) => s.zoneId === 'top')) {
      const own = withOwn(chest(), id, { productId: varnish });
      const all = lags(own);
      expect(waits(all, 'own/x')[coats[0]!], id).toBe('recoat');
      expect(waits(all, coats[1]!)['own/x'], id).toBe('recoat');
    }
    // The last film is that of the user: what ends the work waits for it, and the cure counts from all.
    const last = lags(withOwn(chest(), plain.findLast((s) => s.zoneId === 'top')!.id, { productId: varnish }));
    expect(waits(last, 'piece/refit-part/1')['own/x']).toBe('handle');
    expect(waits(last, 'piece/cure/1')).toMatchObject({ 'own/x': 'cure', [coats[0]!]: 'cure' });
  });

  it('tape, leaf, wax and rubbing out by what they ask of the film', () => {
    const coats = planOf(chest(), shop).steps.filter((s) => s.zoneId === 'top' && s.kind === 'clear');
    const end = coats.at(-1)!.id;
    for (const [kind, wait] of [
      ['mask', 'tape'],
      ['rub-out', 'cure'],
      ['wax', 'film'],
      ['denib', 'sand'],
      ['degrease', 'sand'],
      ['fill', 'sand'],
      ['wipe-back', 'none'],
      ['inspect', undefined],
    ] as const)
      expect(waits(lags(withOwn(chest(), end, { kind })), 'own/x')[end], kind).toBe(wait ?? 'none');
  });

  it('a film that melts in is recoated by its own sheet out of any can, a foreign one is waited for as a film', () => {
    const shelf = {
      ...products,
      own: { ...products['shellac-sealer']!, id: 'own', traits: [] },
      other: { ...products[varnish]!, id: 'other', traits: [] },
    };
    const piece = chest();
    const seal = planOf(piece, shop).steps.find((s) => s.zoneId === 'top' && s.kind === 'seal')!;
    expect(seal.productId).toBe('shellac-sealer');
    const coat = (productId: string): Step => ({ ...seal, id: 'own/x', kind: 'seal', productId, after: [] });
    const wait = (before: Step, productId: string) =>
      waits(lags(piece, [before, coat(productId)], shelf), 'own/x')[before.id];
    expect([wait(seal, 'own'), wait(seal, varnish)]).toEqual(['recoat', 'film']);
    expect(wait({ ...seal, kind: 'clear', productId: varnish }, 'other')).toBe('film');
  });

  it('glue is pressed at once and holds before it is worked; what is left over is seen to at once', () => {
    const piece = chest({
      damage: [newDamage('d', 'open-joint', 'carcass'), newDamage('f', 'missing-corner', 'fronts')],
    });
    const { steps } = planOf(piece, shop);
    const all = lags(piece);
    const glue = steps.find((s) => s.kind === 'glue')!;
    const lagOf = (id: string, beforeId: string) => all.get(id)!.find((l) => l.beforeId === beforeId)!;
    const clamped: Step = { ...glue, id: 'own/c', kind: 'clamp', productId: null, after: [] };
    const at = steps.indexOf(glue);
    const worked = steps.slice(at + 1).find((s) => s.zoneId === glue.zoneId && s.kind !== 'clamp')!;
    const sand = { wait: 'sand', minMin: products[glue.productId!]!.times.sandFromMin.high };
    expect(lagOf(worked.id, glue.id)).toMatchObject(sand);
    const pressed = lags(piece, [...steps.slice(0, at + 1), clamped, ...steps.slice(at + 1)]);
    expect(pressed.get(clamped.id)!.find((l) => l.beforeId === glue.id)!.minMin).toBe(0);
    expect(pressed.get(worked.id)!.find((l) => l.beforeId === glue.id)).toMatchObject(sand);
    const filled = steps.find((s) => s.kind === 'fill')!;
    const left = steps.find((s) => s.kind === 'dispose' && s.zoneId === filled.zoneId)!;
    expect(lagOf(left.id, filled.id).minMin).toBe(0);
    // The filler still has to set before it is sanded, though the waste was seen to meanwhile.
    const sanded = steps
      .slice(steps.indexOf(left))
      .find((s) => s.zoneId === filled.zoneId && stepKind(s.kind).abrasive)!;
    expect(lagOf(sanded.id, filled.id).wait).toBe('sand');
  });

  it('stripper and bleach work for as long as their sheets say; nobody turns a piece that has to dry', () => {
    const piece = chest({
      surfaces: {
        ...chest().surfaces,
        top: {
          material: { kind: 'veneer', speciesId: 'oak', veneerThicknessMm: 0.8 },
          oldFinish: { kind: 'shellac', condition: 'failing' },
        },
      },
      damage: [{ ...newDamage('d', 'water-ring', 'top'), depth: 'deep' }],
    });
    const { steps } = planOf(piece, shop);
    const all = lags(piece);
    for (const kind of ['strip-chemical', 'bleach'] as const) {
      const at = steps.findIndex((s) => s.kind === kind);
      const next = steps.slice(at + 1).find((s) => s.zoneId === 'top')!;
      const lag = all.get(next.id)!.find((l) => l.beforeId === steps[at]!.id)!;
      const dwell = products[steps[at]!.productId!]!.times.dwellMin!;
      expect([lag.wait, lag.minMin, lag.earlyMin], kind).toEqual(['dwell', dwell.high, dwell.low]);
      // What takes it off has waited: nothing after that does.
      for (const s of steps.slice(steps.indexOf(next) + 1))
        if (s.zoneId === 'top')
          expect(all.get(s.id)!.some((l) => l.wait === 'dwell' && l.beforeId === steps[at]!.id)).toBe(false);
    }
    const dry = steps.findIndex((s) => s.kind === 'dry-out' && s.zoneId === 'top');
    const turn: Step = { ...steps[0]!, id: 'own/t', kind: 'turn', after: [] };
    const turned = lags(piece, [...steps.slice(0, dry + 1), turn, ...steps.slice(dry + 1)]);
    expect(turned.get('own/t')!.find((l) => l.beforeId === steps[dry]!.id)).toMatchObject({
      wait: 'dry',
      minMin: steps[dry]!.fixedWaitMin,
    });
    // Every face is reached again only after it.
    const next = steps.slice(dry + 1).find((s) => s.zoneId === 'carcass')!;
    expect(waits(turned, next.id)['own/t']).toBe('none');
  });

  it('what children or food touch is cured through before it is given away', () => {
    const sold = (change: Partial<Piece>) => lags(chest({ ownership: 'commission', ...change }));
    const end = 'top/clear/3';
    expect(waits(sold({}), 'piece/hand-over/1')[end]).toBe('light-use');
    expect(waits(sold({ wear: { top: 'child-food' } }), 'piece/hand-over/1')[end]).toBe('cure');
  });
});

describe('over any plan', () => {
  const pieces = [
    chest(),
    chest({ looks: { top: 'natural-clear', carcass: 'waxed', fronts: 'stained-clear' }, legs: 'square' }),
    chest({ additions: { fronts: ['stencilled'], top: ['grain-filled'] }, ownership: 'commission' }),
  ];
  const anyPlace = fc
    .constantFrom(...pieces)
    .chain((piece) => fc.tuple(fc.constant(piece), fc.constantFrom(...planOf(piece, shop).steps)));

  it('a step put in by hand where the plan has it waits as the plan’s own, and is waited for as that one', () => {
    fc.assert(
      fc.property(anyPlace, ([piece, step]) => {
        const { steps } = planOf(piece, shop);
        // What comes first in its zone has nothing to stand behind; decorations of parts carry more than an edit can say.
        const before = steps.slice(0, steps.indexOf(step)).findLast((s) => s.zoneId === step.zoneId);
        fc.pre(before !== undefined && step.zoneId !== null && step.kind !== 'obtain' && step.fixedWaitMin === 0);
        const { zoneId, kind, productId, method, grit } = step;
        const edits = { ...piece.edits, dropped: [step.id], extra: [] as Piece['edits']['extra'] };
        edits.extra.push({ id: 'x', zoneId: zoneId!, kind, productId, method, grit, afterId: before!.id });
        const own = lags({ ...piece, edits });
        const real = (all: Map<string, LagOnSurface[]>, id: string) =>
          all
            .get(id)!
            .filter((l) => l.wait !== 'none')
            .map((l) => [l.beforeId === 'own/x' ? step.id : l.beforeId, l.wait, l.minMin, l.maxMin].join(' '))
            .sort();
        const generated = lags(piece);
        for (const s of steps) {
          const id = s.id === step.id ? 'own/x' : s.id;
          // A school of the house rides on the generated stain alone.
          if (!s.zoneId || s.zoneId === zoneId)
            expect(real(own, id), `${step.id} at ${id}`).toEqual(real(generated, s.id));
        }
      }),
      { numRuns: 150 },
    );
  });

  it('no step waits for one that comes after it, and every film is waited for by what grips the piece', () => {
    for (const piece of pieces) {
      const { steps } = planOf(piece, shop);
      const all = lags(piece);
      const place = new Map(steps.map((s, i) => [s.id, i]));
      for (const [id, own] of all)
        for (const l of own)
          expect(place.get(l.beforeId)!, `${id} waits for ${l.beforeId}`).toBeLessThan(place.get(id)!);
      const films = steps.filter((s) => stepKind(s.kind).film).map((s) => s.id);
      const cure = new Set(
        all
          .get('piece/cure/1')!
          .filter((l) => l.wait === 'cure')
          .map((l) => l.beforeId),
      );
      expect(films.filter((id) => !cure.has(id))).toEqual([]);
    }
  });
});
