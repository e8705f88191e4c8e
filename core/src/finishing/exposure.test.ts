import { describe, expect, it } from 'vitest';
import { typicalProducts } from '../products';
import {
  defaultSettings,
  type FormId,
  type LookKind,
  type Method,
  type Piece,
  type Product,
  type Step,
  type StepKindId,
  type ZoneId,
} from '../workshop';
import { exposuresOf, type Standing } from './exposure';
import { typicalPiece, zonesIn } from './fixtures/typicalPiece';
import { houseOf } from './houseRules';
import { newStep } from './newStep';
import { runPlan } from './runPlan';
import { afterStep, statesAsFound } from './surfaceState';
import { unmetNeeds } from './unmetNeeds';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const piece = (form: FormId, topLook: LookKind, change: Partial<Piece> = {}): Piece =>
  typicalPiece(
    form,
    {
      material: { kind: 'solid', speciesId: 'oak', veneerThicknessMm: null },
      oldFinish: { kind: 'none', condition: 'sound' },
    },
    { looks: { top: topLook, carcass: 'painted', legs: 'painted' }, ...change },
  );
type Line = readonly [zoneId: ZoneId | null, kind: StepKindId, productId?: string | null, method?: Method | null];
const exposed = (of: Piece, lines: readonly Line[]) => {
  const zones = zonesIn(of);
  const steps = lines.map(
    ([zoneId, kind, productId = null, method = null], i): Step =>
      newStep({
        id: `${zoneId}/${kind}/${i}`,
        zoneId,
        kind,
        productId,
        method,
        part: kind === 'remove-part' || kind === 'refit-part' ? 'lid' : null,
        reason: '',
      }),
  );
  const house = houseOf(settings, of);
  const all = exposuresOf({ piece: of, zones, house, run: runPlan(of, zones, steps, products, house) });
  return (stepAt: number) => all.get(steps[stepAt]!.id) ?? [];
};

/** What was done on the top before its neighbour is worked, and what is still to come, for it to stand so. */
const stands: Readonly<Record<Standing, { look: LookKind; before: readonly Line[]; later: readonly Line[] }>> = {
  kept: { look: 'leave', before: [], later: [] },
  renewed: {
    look: 'natural-clear',
    before: [],
    later: [
      ['top', 'sand'],
      ['top', 'clear', 'waterborne-satin-clear', 'brush'],
    ],
  },
  bare: { look: 'natural-clear', before: [], later: [['top', 'clear', 'waterborne-satin-clear', 'brush']] },
  unfinished: {
    look: 'natural-clear',
    before: [['top', 'seal', 'shellac-sealer', 'brush']],
    later: [['top', 'clear', 'waterborne-satin-clear', 'brush']],
  },
  finished: { look: 'natural-clear', before: [['top', 'clear', 'waterborne-satin-clear', 'brush']], later: [] },
  painted: { look: 'painted', before: [['top', 'paint', 'paint-dark', 'brush']], later: [] },
};
const colour = (method: Method): Line => ['carcass', 'paint', 'enamel', method];
const clear = (method: Method): Line => ['carcass', 'clear', 'oil-brushing-clear', method];
const sends: readonly [what: string, line: Line, hurts: readonly Standing[]][] = [
  ['the mist of paint', colour('hvlp'), ['kept', 'bare', 'unfinished', 'finished', 'painted']],
  ['the mist of clear', clear('hvlp'), ['kept', 'finished', 'painted']],
  ['a run of paint', colour('brush'), ['kept', 'bare', 'unfinished', 'finished']],
  ['a run of clear', clear('brush'), ['kept']],
  [
    'stripper that creeps',
    ['carcass', 'strip-chemical', 'stripper', 'brush'],
    ['kept', 'unfinished', 'finished', 'painted'],
  ],
];
const all = Object.keys(stands) as Standing[];

describe('what a neighbour suffers', () => {
  // Common practice, no source: which of what is sent hurts which standing.
  it.each(
    sends.flatMap(([what, line, hurts]) =>
      all.map((standing) => ({ what, line, standing, hurt: hurts.includes(standing) })),
    ),
  )('$what on what is $standing: $hurt', ({ line, standing, hurt }) => {
    const { look, before, later } = stands[standing];
    const found = exposed(piece('table', look), [...before, line, ...later])(before.length).filter(
      (e) => e.zoneId === 'top',
    );
    expect(found.map((e) => [e.standing, e.covered])).toEqual(hurt ? [[standing, false]] : []);
  });

  it('is told to be covered while it is, and open again after', () => {
    const at3 = exposed(piece('table', 'natural-clear'), [
      ['top', 'clear', 'waterborne-satin-clear', 'brush'],
      ['top', 'mask'],
      ['carcass', 'paint', 'enamel', 'hvlp'],
      ['top', 'unmask'],
      ['carcass', 'paint', 'enamel', 'hvlp'],
    ]);
    const top = (i: number) =>
      at3(i)
        .filter((e) => e.zoneId === 'top')
        .map((e) => e.covered);
    expect([top(2), top(4)]).toEqual([[true], [false]]);
  });

  it('is told whether it bears tape: bare wood and stain that is not sealed do not', () => {
    const raw = (...before: Line[]) =>
      exposed(piece('table', 'stained-clear'), [
        ...before,
        ['carcass', 'paint', 'enamel', 'hvlp'],
        ['top', 'clear', 'waterborne-satin-clear', 'brush'],
      ])(before.length).find((e) => e.zoneId === 'top')!.raw;
    const stain: Line = ['top', 'stain', 'oil-stain', 'wipe'];
    expect([raw(), raw(stain), raw(stain, ['top', 'seal', 'shellac-sealer', 'brush'])]).toEqual([true, true, false]);
  });

  it('is nothing where the same comes out of the same can, where it lies apart, or where only mist would reach it', () => {
    const same: Line[] = [
      ['top', 'paint', 'enamel', 'hvlp'],
      ['carcass', 'paint', 'enamel', 'hvlp'],
    ];
    expect(exposed(piece('table', 'painted'), same)(1).filter((e) => e.zoneId === 'top')).toEqual([]);
    // The top of a sideboard meets its legs nowhere: mist falls on it, a run does not.
    const legs = (method: Method) =>
      exposed(piece('sideboard', 'leave'), [['legs', 'paint', 'enamel', method]])(0).map((e) => e.zoneId);
    expect(legs('hvlp')).toContain('top');
    expect(legs('brush')).not.toContain('top');
    // A lid that is off is out of reach of the mist; hung again it is not.
    const lid = exposed(piece('blanket-chest', 'leave', { houseRules: { 'hardware-doors': 'off-first' } }), [
      [null, 'remove-part'],
      ['carcass', 'paint', 'enamel', 'hvlp'],
      [null, 'refit-part'],
      ['carcass', 'paint', 'enamel', 'hvlp'],
    ]);
    expect([1, 3].map((i) => lid(i).some((e) => e.zoneId === 'top'))).toEqual([false, true]);
  });
});

describe('wax on a surface', () => {
  it('is a layer that no film goes on, until it is wiped off and dry', () => {
    const of = piece('table', 'waxed');
    const faces = zonesIn(of).flatMap((z) => z.faces);
    const bare = {
      ...statesAsFound(of, faces).get(faces.find((f) => f.zoneId === 'top')!.id)!,
      soil: 'clean' as const,
    };
    const step = (kind: StepKindId, productId: string): Step =>
      newStep({ id: `top/${kind}/1`, zoneId: 'top', kind, productId, reason: '' });
    const clearCoat = step('clear', 'waterborne-satin-clear');
    expect(unmetNeeds(clearCoat, bare)).toEqual([]);
    const waxed = afterStep(bare, step('wax', 'paste-wax'), products['paste-wax']);
    expect(waxed.layers.map((l) => [l.role, l.productId])).toEqual([['wax', 'paste-wax']]);
    expect(unmetNeeds(clearCoat, waxed)).toEqual(['no-wax']);
    expect(unmetNeeds(clearCoat, afterStep(waxed, step('remove-residue', 'mineral-spirits'), undefined))).toEqual([
      'dry',
    ]);
  });
});
