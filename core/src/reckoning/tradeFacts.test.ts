import { describe, expect, it } from 'vitest';
import { dewPointC, saturationPressureHpa, woodMoistureFrac } from '../climate';
import { filmReflectance } from '../colour';
import { leadHold, restraintOf } from '../finishing';
import { typicalPiece } from '../finishing/fixtures/typicalPiece';
import { grainUm } from '../finishing/grits';
import { alcoholToCut, shellacFromFlakes } from '../mixing';
import { newDamage } from '../piece';
import { typicalProducts } from '../products';
import { litresPerUsGallon, minuteOf, theoreticalSpreadM2PerL } from '../units';
import {
  type Damage,
  type DamageKind,
  defaultSettings,
  type MaterialKind,
  type OldFinishKind,
  type Piece,
  type Product,
  type Step,
  type Surface,
} from '../workshop';
import { jobs } from './fixtures/jobs';
import { type Reckoning, reckonPiece } from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');

/** Where a fact is from: a published source by name, edition and table (recalled), or one of two words. */
type From = 'common practice, no source' | 'from memory' | `${string}: ${string}`;
const T = 'common practice, no source';
const M = 'from memory';
type Fact = readonly [what: string, from: From, found: () => unknown, wanted: unknown];

const surface = (
  kind: MaterialKind,
  speciesId: string | null,
  finish: OldFinishKind = 'none',
  condition: Surface['oldFinish']['condition'] = 'sound',
  veneerThicknessMm: number | null = null,
): Surface => ({ material: { kind, speciesId, veneerThicknessMm }, oldFinish: { kind: finish, condition } });
const damage = (kind: DamageKind, change: Partial<Damage> = {}): Damage => ({
  ...newDamage(kind, kind, 'fronts'),
  ...change,
});
/** A board of 1.06 m² in one look. */
const board = (own: Surface, look: Piece['looks']['fronts'], change: Partial<Piece> = {}): Piece => ({
  ...typicalPiece('board', own),
  heightM: 1,
  widthM: 0.5,
  depthM: 0.02,
  looks: { fronts: look! },
  ...change,
});

const known = new Map<Piece, Reckoning>();
const reckon = (piece: Piece, own: typeof settings = settings): Reckoning => {
  const before = known.get(piece);
  if (before) return before;
  const r = reckonPiece({ piece, products, settings: own, nowMin: minuteOf('2026-11-25T08:00:00Z') });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  known.set(piece, r.value);
  return r.value;
};
const steps = (piece: Piece, zone: Step['zoneId'] = 'fronts'): Step[] =>
  reckon(piece).steps.flatMap((s) => (s.step.zoneId === zone ? [s.step] : []));
const kinds = (piece: Piece, ...of: Step['kind'][]): string[] =>
  steps(piece)
    .map((s) => s.kind)
    .filter((k) => of.length === 0 || of.includes(k));
const grits = (piece: Piece, kind: Step['kind'] = 'sand'): (number | null)[] =>
  steps(piece)
    .filter((s) => s.kind === kind)
    .map((s) => s.grit);
const productsOf = (piece: Piece, kind: Step['kind']): (string | null)[] =>
  steps(piece)
    .filter((s) => s.kind === kind)
    .map((s) => s.productId);
/** Minutes that the first step of a kind waits for one of another. */
const waited = (piece: Piece, kind: Step['kind'], before: Step['kind']): number | undefined => {
  const { steps: all } = reckon(piece);
  const byId = new Map(all.map((s) => [s.step.id, s]));
  for (const s of all.filter((x) => x.step.kind === kind))
    for (const w of s.waitsFor) {
      const from = byId.get(w.stepId)!;
      if (from.step.kind === before) return w.fromMin - from.endMin;
    }
  return undefined;
};
const litresOf = (piece: Piece, kind: Step['kind']): number =>
  Number(
    reckon(piece)
      .steps.find((s) => s.step.kind === kind)!
      .productL!.likely.toFixed(4),
  );
const coats = (piece: Piece, kind: Step['kind'] = 'clear'): number =>
  steps(piece).filter((s) => s.kind === kind).length;
const time = (id: string, of: keyof Product['times']): unknown => {
  const t = products[id]!.times[of];
  return t && 'likely' in t ? [t.low, t.likely, t.high] : t;
};
const hours = (name: keyof typeof jobs): number => reckon(jobs[name]).totals.handsOnMin / 60;
const within = (x: number, low: number, high: number): boolean => x >= low && x <= high;
const withoutAir = { ...settings, tools: settings.tools.filter((t) => t !== 'ventilation') };
const h = 60;
const d = 24 * h;

const ash = surface('solid', 'ash');
const pale = (speciesId: string, finish: OldFinishKind = 'none') =>
  board(surface('solid', speciesId, finish), 'painted');
const stained = (speciesId: string, productId: string) =>
  board(surface('solid', speciesId), 'stained-clear', {
    choices: { 'fronts/stain': { productId, coats: null, method: null } },
  });
const mended = (
  own: Damage,
  look: Piece['looks']['fronts'] = 'painted',
  change: Partial<Piece> = {},
  film: OldFinishKind = 'none',
) => board(surface('solid', 'ash', film), look, { damage: [own], ...change });
const veneered = (mm: number | null, look: Piece['looks']['fronts'] = 'natural-clear') =>
  board(surface('veneer', 'ash', 'none', 'sound', mm), look);
const peeled = board(surface('veneer', 'ash', 'lacquer', 'failing', 0.7), 'natural-clear', {
  damage: [damage('loose-veneer', { extentM: 0.4 })],
  decisions: { 'damage/loose-veneer': { choice: 're-veneer', at: '2026-11-25T08:00:00Z', why: '' } },
});
const filthy = board(surface('solid', 'ash', 'lacquer'), 'painted', { damage: [damage('filthy')] });
const withHardware = (spacingM: number | null): Piece => ({
  ...typicalPiece('chest-of-drawers', surface('solid', 'beech', 'lacquer'), {
    drawers: 4,
    looks: { fronts: 'painted' },
  }),
  hardware: { treatment: 'fill-redrill', spacingM, newSpacingM: 0.128, missing: 0, spare: 0 },
});
const handles = (piece: Piece): number => steps(piece).find((s) => s.kind === 'plug')!.count;

const facts: readonly Fact[] = [
  // What bleeds, and what blocks it.
  ...(['oak', 'red-oak', 'walnut', 'mahogany', 'cedar', 'redwood', 'pine', 'knotty-pine'] as const).map(
    (id): Fact => [
      `${id} bleeds under pale paint: two blocking coats and a night`,
      T,
      () => kinds(pale(id), 'block', 'dry', 'prime'),
      ['block', 'block', 'dry'],
    ],
  ),
  ...(['beech', 'maple', 'ash', 'birch', 'poplar'] as const).map(
    (id): Fact => [
      `${id} does not bleed: bare wood is primed twice`,
      T,
      () => kinds(pale(id), 'block', 'prime'),
      ['prime', 'prime'],
    ],
  ),
  ['a block stands overnight before paint', T, () => waited(pale('oak'), 'denib', 'dry'), 12 * h],
  ['shellac type blocks strongest', T, () => productsOf(pale('oak'), 'block'), ['shellac-primer', 'shellac-primer']],
  [
    'a deep colour hides what bleeds into it',
    T,
    () =>
      kinds(
        board(surface('solid', 'oak'), 'painted', {
          choices: { 'fronts/paint': { productId: 'paint-dark', coats: null, method: null } },
        }),
        'block',
      ),
    [],
  ],
  [
    'an unknown wood is tested for bleeding before pale paint',
    T,
    () =>
      steps(pale('unknown'))
        .map((s) => s.test)
        .filter((t) => t === 'bleed'),
    ['bleed'],
  ],
  [
    'and under an old film too',
    T,
    () =>
      steps(pale('unknown', 'lacquer'))
        .map((s) => s.test)
        .filter((t) => t === 'bleed'),
    ['bleed'],
  ],
  [
    'a bleeder under whitewash: two coats of clear shellac and a night',
    T,
    () => kinds(board(surface('solid', 'oak'), 'whitewashed'), 'seal', 'dry'),
    ['seal', 'seal', 'dry'],
  ],
  [
    'lime wants open pores: a brass brush before the block',
    T,
    () => kinds(board(surface('solid', 'oak'), 'whitewashed'), 'brush-pores', 'seal')[0],
    'brush-pores',
  ],
  ['closed pores are not brushed', T, () => kinds(board(surface('solid', 'maple'), 'whitewashed'), 'brush-pores'), []],
  [
    'a wash is wiped back at once',
    T,
    () => waited(board(surface('solid', 'oak'), 'whitewashed'), 'wipe-back', 'colour-wash'),
    undefined,
  ],
  [
    'red wood shows pink through a wash: cancelled first',
    T,
    () => kinds(board(surface('solid', 'mahogany'), 'whitewashed'), 'neutralise'),
    ['neutralise'],
  ],

  // Cleaning by what is there.
  [
    'shellac is wiped down with spirits',
    T,
    () => productsOf(board(surface('solid', 'ash', 'shellac'), 'painted'), 'wipe-down'),
    ['mineral-spirits'],
  ],
  ['veneer too', T, () => productsOf(veneered(0.8), 'wipe-down'), ['mineral-spirits']],
  [
    'raw board is never soaked',
    T,
    () => kinds(board(surface('mdf', null), 'painted'), 'degrease', 'rinse', 'wipe-down'),
    ['wipe-down'],
  ],
  [
    'wax comes off with the dirt, by spirits',
    T,
    () => kinds(board(surface('solid', 'ash', 'wax'), 'painted'), 'degrease', 'wipe-down', 'remove-residue'),
    ['remove-residue'],
  ],
  [
    'sound lacquer on solid wood is washed and rinsed',
    T,
    () => kinds(board(surface('solid', 'ash', 'lacquer'), 'painted'), 'degrease', 'rinse', 'wipe-down'),
    ['degrease', 'rinse'],
  ],
  [
    'so is veneer under sound polyurethane',
    T,
    () => kinds(board(surface('veneer', 'ash', 'polyurethane', 'sound', 0.7), 'painted'), 'degrease', 'wipe-down'),
    ['degrease'],
  ],
  [
    'where no vapour may be, a wrung cloth does it',
    T,
    () =>
      reckon(board(surface('solid', 'ash', 'shellac'), 'painted'), withoutAir).steps.find(
        (s) => s.step.kind === 'wipe-down',
      )?.step.productId,
    'degreaser',
  ],
  [
    'leather is swabbed',
    T,
    () => kinds(board(surface('leather', null), 'recoloured'), 'degrease', 'rinse', 'wipe-down'),
    ['wipe-down'],
  ],
  ['filthy is washed once', T, () => kinds(filthy, 'wash', 'degrease', 'rinse'), ['wash', 'rinse']],
  ['bare wood dries overnight after its wash', T, () => waited(board(ash, 'painted'), 'sand', 'dry-out'), 12 * h],
  [
    'a sealed surface an hour',
    T,
    () => waited(board(surface('solid', 'ash', 'lacquer'), 'painted'), 'scuff', 'dry-out'),
    h,
  ],
  [
    'old wax is cleaned and waxed again, not sanded off',
    T,
    () => kinds(board(surface('solid', 'ash', 'wax'), 'waxed'), 'sand', 'seal', 'remove-residue', 'wax'),
    ['wax'],
  ],

  // Keeping the old finish.
  [
    'revived shellac is padded twice with shellac',
    T,
    () => productsOf(board(surface('solid', 'ash', 'shellac'), 'revived'), 'clear'),
    ['shellac-clear', 'shellac-clear'],
  ],
  [
    'crazed shellac is melted together with alcohol',
    T,
    () => productsOf(board(surface('solid', 'ash', 'shellac', 'failing'), 'revived'), 'reamalgamate'),
    ['alcohol'],
  ],
  [
    'crazed lacquer with lacquer thinner',
    T,
    () => productsOf(board(surface('solid', 'ash', 'lacquer', 'failing'), 'revived'), 'reamalgamate'),
    ['lacquer-thinner'],
  ],
  [
    'what is revived is neither scuffed nor stripped',
    T,
    () => kinds(board(surface('solid', 'ash', 'lacquer'), 'revived'), 'scuff', 'sand', 'scrape', 'strip-chemical'),
    [],
  ],
  [
    'a white ring is drawn out of a film that stays',
    T,
    () => kinds(mended(damage('water-ring', { depth: 'shallow' }), 'refreshed', {}, 'lacquer'), 'lift-ring'),
    ['lift-ring'],
  ],
  [
    'a black one is in the wood',
    T,
    () => kinds(mended(damage('water-ring', { depth: 'deep' }), 'refreshed', {}, 'lacquer'), 'lift-ring', 'bleach'),
    [],
  ],
  [
    'and is bleached out of bare wood',
    T,
    () => kinds(mended(damage('water-ring', { depth: 'deep' }), 'natural-clear', {}, 'lacquer'), 'bleach'),
    ['bleach'],
  ],
  [
    'a kept film under clear is keyed with P320',
    T,
    () => grits(board(surface('solid', 'ash', 'lacquer'), 'refreshed'), 'scuff'),
    [320],
  ],
  ['under paint with P180', T, () => grits(board(surface('solid', 'ash', 'lacquer'), 'painted'), 'scuff'), [180]],
  ['no barrier over sound lacquer', T, () => kinds(board(surface('solid', 'ash', 'lacquer'), 'refreshed'), 'seal'), []],
  [
    'a barrier over what is not known',
    T,
    () => productsOf(board(surface('solid', 'ash', 'unknown'), 'refreshed'), 'seal'),
    ['shellac-sealer'],
  ],
  [
    'kept shellac gets shellac',
    T,
    () => productsOf(board(surface('solid', 'ash', 'shellac'), 'refreshed'), 'clear'),
    ['shellac-clear', 'shellac-clear'],
  ],

  // Taking off.
  [
    'flat solid wood is scraped',
    T,
    () => kinds(board(surface('solid', 'ash', 'oil-varnish', 'failing'), 'natural-clear'), 'scrape', 'strip-chemical'),
    ['scrape'],
  ],
  [
    'veneer is stripped with stripper',
    T,
    () =>
      kinds(
        board(surface('veneer', 'ash', 'oil-varnish', 'failing', 0.8), 'natural-clear'),
        'strip-chemical',
        'scrape',
        'remove-residue',
      ),
    ['strip-chemical', 'scrape', 'remove-residue'],
  ],
  [
    'a thick film takes a second application',
    T,
    () => coats(board(surface('veneer', 'ash', 'paint', 'thick', 0.8), 'natural-clear'), 'strip-chemical'),
    2,
  ],
  ['fast stripper works 15 to 45 minutes', T, () => time('stripper', 'dwellMin'), [15, 30, 45]],
  ['slow stripper works for hours', M, () => time('stripper-slow', 'dwellMin'), [30, 4 * h, 12 * h]],
  [
    'the wash after stripper dries overnight',
    T,
    () =>
      steps(board(surface('veneer', 'ash', 'lacquer', 'failing', 0.8), 'natural-clear'))
        .filter((s) => s.kind === 'dry-out')
        .at(-1)?.fixedWaitMin,
    12 * h,
  ],
  [
    'the glue under peeled veneer is washed off and levelled',
    T,
    () => kinds(peeled, 'peel', 'wash-glue', 'fill', 're-veneer'),
    ['peel', 'wash-glue', 'fill', 're-veneer'],
  ],
  [
    'contact cement goes twice on both faces',
    T,
    () => litresOf(peeled, 're-veneer'),
    Number(((4 * reckon(peeled).steps.find((s) => s.step.kind === 're-veneer')!.areaM2) / 3.5 + 0.02).toFixed(4)),
  ],

  // Ladders and keys.
  ['bare wood under stain: P80 to P180', T, () => grits(stained('ash', 'oil-stain')), [80, 120, 150, 180]],
  ['under natural clear to P220', T, () => grits(board(ash, 'natural-clear')), [80, 120, 150, 180, 220]],
  ['under paint P120, P150', T, () => grits(board(ash, 'painted')), [120, 150]],
  [
    'veneer of unknown thickness by hand alone',
    M,
    () =>
      steps(veneered(null))
        .filter((s) => s.kind === 'sand')
        .map((s) => [s.grit, s.byHand]),
    [
      [180, true],
      [220, true],
    ],
  ],
  ['0.35 mm of veneer bears P220 alone', M, () => grits(veneered(0.35)), [220]],
  ['0.8 mm bears P150, P180, P220', M, () => grits(veneered(0.8)), [150, 180, 220]],
  ['primer is sanded with P220', T, () => grits(board(ash, 'painted'), 'denib')[0], 220],
  ['between coats with P320', T, () => grits(board(ash, 'painted'), 'denib')[1], 320],
  [
    'the first waterborne clear on bare wood is sanded: it raised the grain',
    T,
    () => kinds(board(ash, 'natural-clear'), 'clear', 'denib').slice(0, 3),
    ['clear', 'denib', 'clear'],
  ],
  [
    'a water stain: the grain is raised and sanded off before it',
    T,
    () => kinds(stained('ash', 'water-stain'), 'raise-grain', 'denib', 'stain').slice(0, 3),
    ['raise-grain', 'denib', 'stain'],
  ],
  ['an oil stain raises none', T, () => kinds(stained('ash', 'oil-stain'), 'raise-grain'), []],

  // Repairs.
  [
    'a corner is built with two-part filler, and shaped',
    T,
    () => [productsOf(mended(damage('missing-corner')), 'fill'), kinds(mended(damage('missing-corner')), 'shape')],
    [['filler-two-part'], ['shape']],
  ],
  [
    'under clear it is made of the same wood',
    T,
    () => kinds(mended(damage('missing-corner'), 'natural-clear'), 'fill', 'make-part'),
    ['make-part'],
  ],
  [
    'a corner of 50 mm holds 20.8 ml, and 40 % more is mixed',
    M,
    () => litresOf(mended(damage('missing-corner')), 'fill'),
    0.0292,
  ],
  [
    'a crushed dent is filled with ready-mixed filler',
    T,
    () => productsOf(mended(damage('dent', { depth: 'deep' })), 'fill'),
    ['filler-ready'],
  ],
  [
    'a shallow one is steamed up',
    T,
    () => kinds(mended(damage('dent', { depth: 'shallow' }), 'natural-clear'), 'steam', 'fill'),
    ['steam'],
  ],
  [
    'not in veneer',
    T,
    () =>
      kinds(
        board(surface('veneer', 'ash', 'none', 'sound', 0.8), 'painted', {
          damage: [damage('dent', { depth: 'shallow' })],
        }),
        'steam',
        'fill',
      ),
    ['fill'],
  ],
  [
    'old holes under clear get plugs of wood, glued',
    T,
    () => productsOf(mended(damage('old-holes', { count: 4 }), 'natural-clear'), 'plug'),
    ['wood-glue'],
  ],
  [
    'under paint filler, well under a millilitre a hole',
    M,
    () => litresOf(mended(damage('old-holes', { count: 8 })), 'plug'),
    0.0045,
  ],
  ['a pull on two screws leaves two holes', T, () => handles(withHardware(0.096)) / handles(withHardware(null)), 2],
  [
    'missing veneer is filled by its area: 150 × 150 × 0.7 mm, 15.75 ml and 40 %',
    M,
    () =>
      litresOf(
        board(surface('veneer', 'ash', 'none', 'sound', 0.7), 'painted', {
          damage: [damage('missing-veneer', { extentM: 0.15 })],
        }),
        'fill',
      ),
    0.0221,
  ],
  [
    'fills on a kept film are sanded by themselves',
    T,
    () => kinds(mended(damage('dent', { depth: 'deep' }), 'painted', {}, 'lacquer'), 'fill', 'sand-fills', 'scuff'),
    ['fill', 'sand-fills', 'scuff'],
  ],
  [
    'what is glued is clamped at once, and left overnight',
    T,
    () => [
      waited(mended(damage('split')), 'clamp', 'glue'),
      steps(mended(damage('split'))).find((s) => s.kind === 'clamp')?.fixedWaitMin,
    ],
    [undefined, 12 * h],
  ],
  [
    'a joint of 1920 is glued with hide glue',
    T,
    () => productsOf(mended(damage('open-joint'), 'painted', { decade: 1920 }), 'glue'),
    ['hide-glue'],
  ],
  [
    'one of 1970 with wood glue',
    T,
    () => productsOf(mended(damage('open-joint'), 'painted', { decade: 1970 }), 'glue'),
    ['wood-glue'],
  ],
  [
    'a chip is pressed back with glue that holds in seconds',
    T,
    () => [
      productsOf(
        board(surface('veneer', 'ash', 'none', 'sound', 0.8), 'painted', { damage: [damage('chipped-veneer')] }),
        'glue',
      ),
      kinds(
        board(surface('veneer', 'ash', 'none', 'sound', 0.8), 'painted', { damage: [damage('chipped-veneer')] }),
        'clamp',
      ),
    ],
    [['super-glue'], []],
  ],
  [
    'two-part filler is sanded after an hour at the latest',
    T,
    () => time('filler-two-part', 'sandFromMin'),
    [15, 40, 60],
  ],
  ['ready-mixed after hours to overnight', T, () => time('filler-ready', 'sandFromMin'), [2 * h, 6 * h, 12 * h]],
  [
    'torn leather is patched with what bends',
    T,
    () => productsOf(board(surface('leather', null), 'recoloured', { damage: [damage('torn-leather')] }), 'glue'),
    ['leather-glue'],
  ],
  [
    'leather filler: four thin layers, hours apart',
    T,
    () => [
      coats(board(surface('leather', null), 'recoloured', { damage: [damage('torn-leather')] }), 'fill-leather'),
      within(
        waited(
          board(surface('leather', null), 'recoloured', { damage: [damage('torn-leather')] }),
          'fill-leather',
          'fill-leather',
        )!,
        h,
        4 * h,
      ),
    ],
    [4, true],
  ],
  ['days before the fine sanding', T, () => time('filler-leather', 'sandFromMin'), [2 * d, 3 * d, 3 * d]],
  [
    'live insects: fluid in bare wood, covered after a season',
    M,
    () => waited(mended(damage('live-insects'), 'natural-clear'), 'clear', 'treat-pests'),
    180 * d,
  ],

  // Colour on wood.
  ['pine blotches: a conditioner first', T, () => kinds(stained('pine', 'oil-stain'), 'condition'), ['condition']],
  [
    'of the stain’s own carrier',
    T,
    () => [
      productsOf(stained('pine', 'oil-stain'), 'condition'),
      productsOf(stained('pine', 'water-stain'), 'condition'),
    ],
    [['conditioner'], ['conditioner-water']],
  ],
  ['none under gel', T, () => kinds(stained('pine', 'gel-stain'), 'condition'), []],
  ['none on oak', T, () => kinds(stained('oak', 'oil-stain'), 'condition'), []],
  ['conditioner stands a quarter of an hour', T, () => time('conditioner', 'recoatFromMin'), [15, 15, 15]],
  [
    'stain, washcoat, tinted filler, clear',
    T,
    () =>
      kinds(
        { ...stained('oak', 'oil-stain'), additions: { fronts: ['grain-filled'] } },
        'stain',
        'seal',
        'grain-fill',
        'clear',
      ).slice(0, 4),
    ['stain', 'seal', 'grain-fill', 'clear'],
  ],
  [
    'oil stain under a waterborne clear: two days',
    T,
    () => waited(stained('oak', 'oil-stain'), 'clear', 'stain'),
    2 * d,
  ],
  ['a sample before anything is touched', T, () => kinds(stained('oak', 'oil-stain'))[0], 'make-sample'],
  [
    'on a commission paint is shown and approved too',
    T,
    () => kinds(board(ash, 'painted', { ownership: 'commission' }), 'make-sample', 'approve'),
    ['make-sample', 'approve'],
  ],
  [
    'one sample takes half an hour',
    M,
    () => reckon(stained('oak', 'oil-stain')).steps.find((s) => s.step.kind === 'make-sample')?.handsOnMin,
    30,
  ],

  // Films.
  ...(
    [
      ['display', 2],
      ['furniture', 3],
      ['used-top', 3],
      ['wet', 5],
      ['child-food', 3],
    ] as const
  ).map(
    ([wear, n]): Fact => [
      `${wear}: ${n} clear coats`,
      T,
      () => coats(board(ash, 'natural-clear', { wear: { fronts: wear } })),
      n,
    ],
  ),
  [
    'wet work gets exterior varnish, the first coat strongly thinned',
    T,
    () => productsOf(board(ash, 'natural-clear', { wear: { fronts: 'wet' } }), 'clear')[0],
    'exterior-varnish',
  ],
  ['two coats of paint as a rule', T, () => coats(board(ash, 'painted'), 'paint'), 2],
  [
    'one coat of primer on a sound scuffed film',
    T,
    () => coats(board(surface('solid', 'ash', 'lacquer'), 'painted'), 'prime'),
    1,
  ],
  ['shellac sealer to the next coat 45 to 60 minutes', T, () => time('shellac-sealer', 'recoatFromMin'), [45, 50, 60]],
  ['shellac has no upper limit: it melts into itself', T, () => time('shellac-sealer', 'recoatUntilMin'), null],
  ['urethane enamel 4 h', T, () => time('enamel', 'recoatFromMin'), [4 * h, 4 * h, 6 * h]],
  ['lacquer is masked over after two days', T, () => time('brushing-lacquer', 'tapeSafeMin'), [2 * d, 2 * d, 2 * d]],
  ['and rubbed out after two weeks', T, () => time('brushing-lacquer', 'cureMin'), [14 * d, 14 * d, 14 * d]],
  [
    'oxidising aerosol is barred from 1 to 48 h',
    M,
    () => products['aerosol-enamel']!.times.blockedMin,
    { from: 60, to: 2 * d, tag: 'M' },
  ],
  [
    'a wiping clear holds 25 to 35 % of solids',
    M,
    () => within(products['wiping-clear']!.volumeSolidsFrac!.value, 0.25, 0.35),
    true,
  ],
  [
    'shellac keeps alike as sealer and as clear',
    T,
    () => products['shellac-clear']!.shelf,
    products['shellac-sealer']!.shelf,
  ],
  [
    'oil stains and oil clears want 10 °C and a margin to the dew point',
    M,
    () =>
      ['oil-stain', 'gel-stain', 'wiping-clear'].map((id) => [
        products[id]!.air.leastTempC.value,
        products[id]!.air.leastDewMarginK.value,
      ]),
    [
      [10, 3],
      [10, 3],
      [10, 3],
    ],
  ],
  [
    'a child’s piece is handed over cured, also when it is one’s own',
    T,
    () => waited(board(ash, 'painted', { wear: { fronts: 'child-food' } }), 'hand-over', 'clear'),
    products['waterborne-satin-clear']!.times.cureMin.high,
  ],
  ['leaf within hours of its size', M, () => within(waited(board(ash, 'leafed'), 'leaf', 'size')!, 15, 60), true],
  [
    'paper in whole sheets: 1.06 m² and 15 % are four of 0.35',
    M,
    () => steps(board(ash, 'papered')).find((s) => s.kind === 'paper')?.count,
    4,
  ],

  [
    'one paint over one primer of the wrong tone is one finding, however many zones',
    T,
    () => reckon(jobs['dressing table in blended bands']).findings.filter((f) => f.ruleId === 'CMP-13').length,
    1,
  ],

  // Hours of whole jobs, hands-on, against what is met.
  ...(
    [
      ['bedside table scuffed and painted', 3, 6],
      ['dining table with a stained top on a painted base', 8, 14],
      ['door for outside, both faces varnished', 8, 14],
      ['wardrobe in red oak limed', 14, 26],
      ['chair with a drop-in seat, its frame painted', 4, 7],
      ['frame leafed', 3, 6],
      ['bedside of board, its swollen top made anew', 4.5, 8],
    ] as const
  ).map(([name, low, high]): Fact => [`${name}: ${low} to ${high} h`, M, () => within(hours(name), low, high), true]),

  // Published figures; editions as recalled.
  ...(
    [
      [80, 201],
      [120, 125],
      [180, 82],
      [220, 68],
    ] as const
  ).map(
    ([p, um]): Fact => [
      `P${p} has a median grain of ${um} µm`,
      'FEPA 43-1 / ISO 6344-2: table of macro grits',
      () => grainUm(p),
      um,
    ],
  ),
  ...(
    [
      [320, 46.2],
      [400, 35],
      [1000, 18.3],
      [2000, 10.3],
    ] as const
  ).map(
    ([p, um]): Fact => [
      `P${p} has a median grain of ${um} µm`,
      'FEPA 43-2 / ISO 6344-3: table of micro grits',
      () => grainUm(p),
      um,
    ],
  ),
  [
    'a US gallon is 231 cubic inches',
    'NIST Handbook 44: Appendix C',
    () => litresPerUsGallon,
    231 * 0.0254 ** 3 * 1000,
  ],
  ['1000 × solids ÷ dry film', 'NIST Handbook 44: by its units', () => theoreticalSpreadM2PerL(0.35, 35), 10],
  [
    'two-pound cut: 239.65 g a litre of alcohol',
    'NIST Handbook 44: pound and gallon',
    () => {
      const cut = shellacFromFlakes(2, 1);
      return Number(((cut.flakesKg * 1000) / cut.alcoholL).toFixed(1));
    },
    239.7,
  ],
  ...(
    [
      [5, 3, 0.442],
      [5, 2, 0.994],
      [4, 2, 0.71],
      [3, 2, 0.383],
    ] as const
  ).map(
    ([from, to, share]): Fact => [
      `${from} to ${to} pound: ${share} of alcohol a volume`,
      'NIST Handbook 44: by conservation of flakes',
      () => Number(alcoholToCut(from, to).toFixed(3)),
      share,
    ],
  ),
  ...(
    [
      [25, 0.5, 13.9],
      [20, 0.6, 12],
      [30, 0.7, 23.9],
    ] as const
  ).map(
    ([t, rh, dew]): Fact => [
      `${t} °C at ${rh}: dew point ${dew} °C`,
      'Alduchov & Eskridge 1996, J. Appl. Meteorol. 35:601: eq. 21',
      () => Number(dewPointC(t, rh).toFixed(1)),
      dew,
    ],
  ),
  ...(
    [
      [10, 12.28],
      [20, 23.39],
      [30, 42.47],
    ] as const
  ).map(
    ([t, hpa]): Fact => [
      `${t} °C: ${hpa} hPa within 0.3 %`,
      'IAPWS steam tables: saturation pressure',
      () => Math.abs(saturationPressureHpa(t) / hpa - 1) < 0.003,
      true,
    ],
  ),
  ...(
    [
      [0.3, 0.062],
      [0.5, 0.092],
      [0.65, 0.12],
      [0.8, 0.16],
    ] as const
  ).map(
    ([rh, mc]): Fact => [
      `70 °F at ${rh}: ${mc} of moisture`,
      'Wood Handbook FPL-GTR-282: Table 4-2',
      () => Math.abs(woodMoistureFrac((70 - 32) / 1.8, rh) - mc) < 0.001,
      true,
    ],
  ),
  [
    'the surface stays 3 K above the dew point',
    'ISO 8502-4: margin, written for steel',
    () => products['waterborne-satin-clear']!.air.leastDewMarginK,
    { value: 3, tag: 'P' },
  ],
  [
    'a chest of 27 in wants a tip restraint',
    'ASTM F2057-23 / 16 CFR 1261: height',
    () =>
      [0.68, 0.69].map((heightM) =>
        restraintOf({ ...typicalPiece('chest-of-drawers', ash), heightM, widthM: 1.2, depthM: 0.5 }),
      ),
    [null, 'wall'],
  ],
  [
    'paint of 1975 from the USA may hold lead, of 1985 it may not',
    '16 CFR 1303: ban of 1978',
    () =>
      [1970, 1980].map((decade) =>
        Boolean(
          leadHold({
            ...board(surface('solid', 'ash', 'paint'), 'painted'),
            lead: { result: 'unknown', everyLayer: false, licensedWork: false },
            decade,
            country: 'US',
          }),
        ),
      ),
    [true, false],
  ],
  [
    'masstone 0.8 and power 2 over black: 0.6417',
    'ASTM D2805 / ISO 18314-2: worked',
    () => Number(filmReflectance(0.8, 0, 2).toFixed(4)),
    0.6417,
  ],
  [
    'and over its own masstone: 0.8',
    'ASTM D2805 / ISO 18314-2: worked',
    () => Number(filmReflectance(0.8, 0.8, 2).toFixed(4)),
    0.8,
  ],
];

describe('facts of the trade', () => {
  it('are at least a hundred, each with where it is from', () => {
    expect(facts.length).toBeGreaterThanOrEqual(100);
    expect(new Set(facts.map(([what]) => what)).size).toBe(facts.length);
    expect(facts.filter(([, from]) => from !== T && from !== M).length).toBeGreaterThan(20);
  });
  it.each(facts)('%s (%s)', (_, __, found, wanted) => expect(found()).toEqual(wanted));
});
