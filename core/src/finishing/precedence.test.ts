import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildFaces, formTable, newDamage, newPiece, shapeOf, zonesOf } from '../piece';
import { typicalProducts } from '../products';
import {
  additionKinds,
  alterationKinds,
  conditions,
  damageKinds,
  defaultSettings,
  depths,
  extents,
  fittingKinds,
  hardwareTreatments,
  lookKinds,
  materialKinds,
  methods,
  oldFinishKinds,
  ownerships,
  type PartKind,
  type Piece,
  type Product,
  type Settings,
  type Step,
  toolIds,
  wearClasses,
  worksites,
  zoneIds,
} from '../workshop';
import {
  checkPlan,
  damageTable,
  generatePlan,
  houseOf,
  houseRuleTable,
  lagsOf,
  nothingAround,
  runPlan,
  takeOffTable,
  unmetNeeds,
} from './index';
import { memberTable } from './members';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');

// Precedence facts of the trade, written down without looking at the generator.
const oily = new Set([
  'oil-stain',
  'gel-stain',
  'wiping-clear',
  'conditioner',
  'paste-wax',
  'dark-wax',
  'exterior-varnish',
]);
const coats = new Set<Step['kind']>([
  'condition',
  'stain',
  'dye',
  'glaze',
  'colour-wash',
  'tone',
  'neutralise',
  'seal',
  'block',
  'prime',
  'paint',
  'blend',
  'recolour-leather',
  'metallic',
  'patina',
  'clear',
  'size',
  'grain-fill',
]);
const abrasive = new Set<Step['kind']>(['sand', 'scuff', 'denib', 'level', 'feather', 'strip-abrasive']);
const takesOff = new Set<Step['kind']>(['strip-chemical', 'scrape', 'strip-abrasive', 'peel']);
const first = (z: readonly Step[], ...kinds: Step['kind'][]) => {
  const i = z.findIndex((s) => kinds.includes(s.kind));
  return i < 0 ? Number.POSITIVE_INFINITY : i;
};
const last = (z: readonly Step[], ...kinds: Step['kind'][]) => z.findLastIndex((s) => kinds.includes(s.kind));
const has = (z: readonly Step[], kind: Step['kind']) => z.some((s) => s.kind === kind);
type Fact = readonly [string, (z: readonly Step[], piece: Piece, all: readonly Step[]) => boolean];

/** What holds within one zone. */
const zoneFacts: readonly Fact[] = [
  [
    'cleaning comes before any abrasive',
    (z, piece) =>
      has(z, 'make-part') ||
      piece.houseRules['clean-or-scuff'] === 'scuff-first' ||
      first(z, 'degrease', 'wash', 'wipe-down', 'remove-residue') <=
        Math.min(first(z, ...abrasive), first(z, 'scrape')),
  ],
  [
    'a cleaner is rinsed and dries',
    (z) => !has(z, 'degrease') || (first(z, 'degrease') < last(z, 'rinse') && first(z, 'rinse') < last(z, 'dry-out')),
  ],
  [
    'glue comes before stripping, sanding and film',
    (z) =>
      first(z, 'glue') === Number.POSITIVE_INFINITY ||
      last(z, 'glue') < Math.min(first(z, 'strip-chemical', 'scrape', 'strip-abrasive', 'sand'), first(z, ...coats)),
  ],
  [
    'everything old is off before anything is filled',
    (z) => !has(z, 'fill') || last(z, ...takesOff) < first(z, 'fill'),
  ],
  [
    'filler is sanded',
    (z) =>
      !has(z, 'fill') ||
      !z.some((s) => abrasive.has(s.kind)) ||
      z.slice(last(z, 'fill') + 1).some((s) => abrasive.has(s.kind)),
  ],
  [
    'stripper is washed off and dries before anything else',
    (z) =>
      !has(z, 'strip-chemical') ||
      (last(z, 'strip-chemical') < last(z, 'remove-residue') && last(z, 'remove-residue') < last(z, 'dry-out')),
  ],
  [
    'bleach is rinsed and dries',
    (z) => !has(z, 'bleach') || (last(z, 'bleach') < last(z, 'rinse') && last(z, 'rinse') < last(z, 'dry-out')),
  ],
  [
    'dust is removed between an abrasive and a coat',
    (z) => z.every((s, i) => !coats.has(s.kind) || !abrasive.has(z[i - 1]?.kind ?? 'cure')),
  ],
  [
    'colour in the wood comes before every film',
    (z) => last(z, 'stain', 'dye', 'condition') < first(z, 'clear', 'paint', 'tone'),
  ],
  [
    'primer comes before paint',
    (z, piece) =>
      piece.looks[z[0]?.zoneId ?? 'top'] === 'leave' ||
      Math.max(last(z, 'prime'), last(z, 'block')) < first(z, 'paint', 'blend', 'metallic'),
  ],
  [
    'a block is left overnight before paint',
    (z) =>
      !has(z, 'block') ||
      z.some(
        (s, i) =>
          s.kind === 'dry' && s.fixedWaitMin >= 720 && i > last(z, 'block') && i < first(z, 'paint', 'metallic'),
      ),
  ],
  [
    'oily rags are seen to after every oily coat',
    (z) => z.every((s, i) => !oily.has(s.productId ?? '') || z[i + 1]?.kind === 'dispose'),
  ],
  [
    'a client approves between sample and colour',
    (z, piece) =>
      piece.ownership !== 'commission' ||
      !has(z, 'make-sample') ||
      (first(z, 'make-sample') < first(z, 'approve') &&
        first(z, 'approve') < first(z, 'stain', 'tone', 'colour-wash', 'recolour-leather')),
  ],
  [
    'what is laid on gets a base under it',
    (z) =>
      last(z, 'prime', 'block') < first(z, 'paper', 'leaf', 'foil') &&
      (!has(z, 'paper') || first(z, 'paint') < first(z, 'paper')) &&
      (!has(z, 'leaf') || first(z, 'paint') < first(z, 'leaf')),
  ],
  [
    'leaf is sealed before clear',
    (z) => !has(z, 'leaf') || z.slice(first(z, 'leaf'), first(z, 'clear')).some((s) => s.kind === 'seal'),
  ],
  [
    'decoration lies under the last clear coat',
    (z) =>
      !has(z, 'clear') ||
      Math.max(last(z, 'transfer'), last(z, 'stencil'), last(z, 'decal'), last(z, 'paper'), last(z, 'glaze')) <
        last(z, 'clear'),
  ],
  [
    'wax and gilding come after every coat',
    (z) => Math.max(...[...coats].map((k) => last(z, k))) < first(z, 'gild-edge', 'dark-wax'),
  ],
  [
    'a glaze and a wash are wiped back at once',
    (z) => z.every((s, i) => (s.kind !== 'glaze' && s.kind !== 'colour-wash') || z[i + 1]?.kind === 'wipe-back'),
  ],
  [
    'what is taped is untaped',
    (z) =>
      z.filter((s) => s.kind === 'mask' || s.kind === 'cover').length === z.filter((s) => s.kind === 'unmask').length,
  ],
  [
    'activator goes on the wet second metal coat',
    (z) => z.every((s, i) => s.kind !== 'activate' || z[i - 1]?.kind === 'patina'),
  ],
  [
    'drawers and doors are put right before coats',
    (z) => Math.max(last(z, 'ease-drawer'), last(z, 'align-door'), last(z, 'make-part')) < first(z, ...coats),
  ],
];

/** What holds over the whole piece. */
const pieceFacts: readonly Fact[] = [
  [
    'photographs come before every change',
    (all) =>
      all.length === 0 ||
      all.every((s, i) => i > first(all, 'photograph') || s.kind === 'photograph' || s.kind === 'obtain'),
  ],
  [
    'hardware is fitted after every coat on the wood',
    (all) =>
      last(
        all.filter((s) => s.zoneId !== 'hardware'),
        ...coats,
      ) <
      first(
        all.filter((s) => s.zoneId !== 'hardware'),
        'refit-part',
      ),
  ],
  [
    'what comes off goes on again',
    (all) =>
      all
        .filter((s) => s.kind === 'remove-part')
        .map((s) => s.part)
        .sort()
        .join() ===
      all
        .filter((s) => s.kind === 'refit-part')
        .map((s) => s.part)
        .sort()
        .join(),
  ],
  [
    'what is ordered is ordered before it is needed',
    (all) =>
      all.every(
        (s) =>
          !['paper', 'leaf', 'foil', 'transfer', 're-veneer', 're-cane', 'line'].includes(s.kind) ||
          s.after.some((id) => id.includes('/obtain/')),
      ),
  ],
  [
    'a sample is made before colour goes on, on its own zone or on one that gets the same',
    (all) =>
      all.every(
        (s, i) =>
          !['stain', 'tone', 'colour-wash', 'recolour-leather'].includes(s.kind) ||
          all
            .slice(0, i)
            .some(
              (x) =>
                x.kind === 'make-sample' &&
                all.some((y) => y.zoneId === x.zoneId && y.kind === s.kind && y.productId === s.productId),
            ),
      ),
  ],
  ['a piece turned over is turned back', (all) => all.filter((s) => s.kind === 'turn').length % 2 === 0],
  [
    'while it lies, only what hangs under it is coated, and it is turned right before that is taken up',
    (all, piece) => {
      const under = formTable.find((f) => f.id === piece.form)!.lying;
      const turns = all.flatMap((s, i) => (s.kind === 'turn' ? [i] : []));
      return turns.every((from, n) => {
        if (n % 2 === 1) return true;
        const meanwhile = all.slice(from + 1, turns[n + 1]);
        const coated = meanwhile.filter((s) => coats.has(s.kind));
        return (
          coated.length > 0 &&
          coated.every((s) => under.includes(s.zoneId!)) &&
          under.includes(meanwhile.find((s) => s.zoneId !== null)!.zoneId!)
        );
      });
    },
  ],
  [
    'brushed legs that stand under a piece are coated upside down; posts, legs under the gun and what lies apart are not',
    (all, piece) => {
      const off = (part: PartKind) => all.some((s) => s.kind === 'remove-part' && s.part === part);
      const apart = off('joint') || off('bolt') || piece.worksite === 'in-place';
      const hangs = formTable.find((f) => f.id === piece.form)!.lying;
      const under = hangs.filter((z) => !apart && !(z === 'legs' && off('leg')));
      const brushed = all.some(
        (s) => coats.has(s.kind) && under.includes(s.zoneId!) && s.method !== 'hvlp' && s.method !== 'aerosol',
      );
      return brushed === all.some((s) => s.kind === 'turn');
    },
  ],
  [
    'dust work before the first coats is over when it is moved to be sprayed',
    (all) => {
      const move = all.findIndex((s) => s.kind === 'move-to-space');
      return (
        move < 0 ||
        !all.slice(move).some((s) => s.kind === 'sand' || s.kind === 'strip-abrasive' || s.kind === 'scrape')
      );
    },
  ],
  ['cure waits for every zone', (all) => all.length === 0 || last(all, 'cure') >= all.length - 2],
];

// What the survey, the user's own choices or the law alone force: fills under stain, wax on a used top, shellac where the
// user asked for it, coats the user counted, a cot that is handed over, used covers kept on a piece for sale.
// What the workshop does not have to hand, linings that are noted, faces too large to blend in one go.
const forced = ['SUB-03', 'CMP-10', 'APP-06', 'SAF-13', 'SAF-08', 'SAF-03', 'SAF-05', 'SAF-06', 'SAF-07', 'APP-09'];

const kindsOf = fc.constantFrom(
  ...materialKinds,
  'solid' as const,
  'solid' as const,
  'veneer' as const,
  'veneer' as const,
);
const anySurface = fc.record({
  material: fc.record({
    kind: kindsOf,
    speciesId: fc.constantFrom('oak', 'pine', 'knotty-pine', 'mahogany', 'cherry', 'unknown'),
    veneerThicknessMm: fc.option(fc.integer({ min: 15, max: 200 }).map((x) => x / 100)),
  }),
  oldFinish: fc.record({ kind: fc.constantFrom(...oldFinishKinds), condition: fc.constantFrom(...conditions) }),
});
const everyZone = <T>(value: fc.Arbitrary<T>) =>
  fc.tuple(...zoneIds.map(() => value)).map((values) => Object.fromEntries(zoneIds.map((z, i) => [z, values[i]!])));
const anyTests = fc.record({
  spirits: fc.constant('untried' as const),
  alcohol: fc.constant('untried' as const),
  lacquerThinner: fc.constant('untried' as const),
  bleed: fc.constantFrom('unknown' as const, 'none' as const, 'bleeds' as const),
  silicone: fc.boolean(),
});
const anySettings = fc
  .record({
    tools: fc.subarray([...toolIds]),
    sprayCarriers: fc.constantFrom(['water' as const], settings.sprayCarriers),
  })
  .map((s): Settings => ({ ...settings, tools: s.tools, sprayCarriers: [...s.sprayCarriers] }));
const anyPiece = fc
  .record({
    form: fc.constantFrom(...formTable),
    legs: fc.nat(6),
    surfaces: everyZone(anySurface),
    looks: everyZone(fc.constantFrom(...lookKinds)),
    additions: everyZone(fc.subarray([...additionKinds])),
    wear: everyZone(fc.constantFrom(...wearClasses)),
    tested: fc.option(everyZone(anyTests)),
    drawers: fc.nat(3),
    doors: fc.nat(2),
    damage: fc.array(
      fc.record({
        kind: fc.constantFrom(...damageKinds),
        zoneId: fc.constantFrom(...zoneIds),
        count: fc.integer({ min: 1, max: 4 }),
        depth: fc.constantFrom(...depths),
        choice: fc.nat(4),
        faceId: fc.constantFrom(null, 'top/up', 'carcass/left', 'leg-front-left/front', 'drawer-1/front'),
      }),
      { maxLength: 5 },
    ),
    takeOff: fc.constantFrom(...takeOffTable.map((t) => t.id)),
    apart: fc.tuple(...memberTable.map((m) => fc.constantFrom(['on', m.id], ['off', m.id], ['as usual', m.id]))),
    alterations: fc.array(
      fc.record({
        kind: fc.constantFrom(...alterationKinds),
        zoneId: fc.constantFrom('top' as const, 'carcass' as const),
      }),
      { maxLength: 2 },
    ),
    hardware: fc.constantFrom(...hardwareTreatments),
    kept: fc.boolean(),
    fittings: fc.array(
      fc.record({ kind: fc.constantFrom(...fittingKinds), zoneId: fc.constantFrom(...zoneIds), missing: fc.nat(4) }),
      { maxLength: 2 },
    ),
    worksite: fc.constantFrom(...worksites),
    upholstery: fc.constantFrom('loose' as const, 'fixed' as const),
    extent: fc.constantFrom(...extents),
    owed: fc.nat(1),
    ownership: fc.constantFrom(...ownerships),
    found: fc.nat(3),
    method: fc.option(fc.constantFrom(...methods)),
    coats: fc.option(fc.integer({ min: 1, max: 7 })),
    house: fc.record(
      Object.fromEntries(houseRuleTable.map((row) => [row.id, fc.constantFrom(...row.schools.map((x) => x.id))])),
    ),
  })
  .map((r): Piece => {
    const { seat, hardware, ...surfaces } = r.surfaces as Piece['surfaces'];
    return {
      ...newPiece('any', 'Any', r.form.id, '2026-11-25T08:00:00Z'),
      heightM: 1.2,
      widthM: 1.4,
      depthM: 0.5,
      drawers: r.form.asks.includes('drawers') ? r.drawers : 0,
      doors: r.form.asks.includes('doors') ? r.doors : 0,
      shelves: 0,
      legs: r.form.legs[r.legs % r.form.legs.length]!,
      surfaces: { ...surfaces, seat: r.form.seat ? seat : null, hardware: null },
      looks: r.looks,
      additions: r.additions,
      wear: r.wear,
      tests: r.tested ?? {},
      damage: r.damage.map((d, i) => ({
        ...newDamage(`d${i}`, d.kind, d.zoneId, d.count),
        depth: d.depth,
        faceId: d.faceId,
      })),
      decisions: Object.fromEntries([
        ...r.damage.map((d, i) => {
          const { treatments } = damageTable.find((row) => row.id === d.kind)!;
          return [
            `damage/d${i}`,
            { choice: treatments[d.choice % treatments.length]!.id, at: '2026-11-25T08:00:00Z', why: '' },
          ];
        }),
        ['carcass/take-off', { choice: r.takeOff, at: '2026-11-25T08:00:00Z', why: '' }],
        ...r.apart.map(([choice, id]) => [`apart/${id}`, { choice, at: '2026-11-25T08:00:00Z', why: '' }]),
      ]),
      alterations: r.alterations.map((a, i) => ({ ...a, id: `a${i}`, faceId: null, lengthM: 0.5, girthM: 0.03 })),
      hardware: { treatment: r.hardware, spacingM: 0.096, newSpacingM: 0.128, missing: 1, spare: 0 },
      fittings: r.fittings.map((f, i) => ({ ...f, id: `f${i}`, count: 4, screwM: 0.03, woodM: 0.02 })),
      worksite: r.worksite,
      upholstery: r.upholstery,
      effects: { top: { glazed: r.extent, 'dark-waxed': r.extent } },
      kept: r.kept ? [{ id: 'k', kind: 'label', faceId: 'carcass/back', at: [0.5, 0.5], note: '' }] : [],
      ownership: r.ownership,
      foundAtInspection: { carcass: r.found },
      bands: { from: 'floor', edges: [0.3, 0.6], productIds: ['enamel', 'paint-dark', 'enamel'] },
      lead: { result: 'negative', everyLayer: true, licensedWork: false },
      houseRules: r.house,
      choices: {
        'top/clear': { productId: null, coats: r.coats, method: r.method },
        'carcass/paint': { productId: null, coats: r.coats, method: r.method, owed: r.owed, thinned: [0.05] },
      },
    };
  });

describe('any survey, looks and house rules', () => {
  it('give a plan that keeps the facts of the trade, finds every surface ready, and raises no own stop or warning', () => {
    let plans = 0;
    fc.assert(
      fc.property(anyPiece, anySettings, (piece, shopSettings) => {
        const r = generatePlan(piece, { products, settings: shopSettings });
        if (!r.ok) {
          expect(r.issues.every((i) => i.code === 'look_barred' || i.code === 'damage_barred')).toBe(true);
          return;
        }
        plans += 1;
        const all = r.value;
        expect(all.map((s) => s.id).filter((id, i, ids) => ids.indexOf(id) !== i)).toEqual([]);
        const place = new Map(all.map((s, i) => [s.id, i]));
        for (const s of all)
          for (const id of s.after)
            expect(place.get(id) ?? 1e9, `${s.id} comes after ${id}`).toBeLessThan(place.get(s.id)!);
        for (const zone of zoneIds) {
          const own = all.filter((s) => s.zoneId === zone && s.kind !== 'obtain');
          if (zone !== 'hardware')
            for (const [fact, holds] of zoneFacts) expect(holds(own, piece, all), `${zone}: ${fact}`).toBe(true);
        }
        for (const [fact, holds] of pieceFacts) expect(holds(all, piece, all), fact).toBe(true);
        const shape = shapeOf(piece);
        if (!shape.ok) throw new Error('measured');
        const zones = zonesOf(piece, buildFaces(shape.value));
        const run = runPlan(piece, zones, all, products);
        for (const at of run)
          for (const state of new Set(at.before)) expect(unmetNeeds(at.step, state), at.step.id).toEqual([]);
        const house = houseOf(shopSettings, piece);
        const context = {
          piece,
          zones,
          run,
          products,
          settings: shopSettings,
          house,
          times: new Map(),
          lags: lagsOf({ run, products, house, wear: piece.wear }),
          lightUseAtMin: null,
          nowMin: 0,
          air: null,
          around: nothingAround,
        };
        const own = checkPlan(context).filter((f) => f.severity !== 'advice' && !forced.includes(f.ruleId));
        expect(own.map((f) => `${f.ruleId} ${f.sentence}`)).toEqual([]);
      }),
      { numRuns: 300 },
    );
    expect(plans).toBeGreaterThan(30);
  });

  it('are refused in at most a quarter of surveys and looks, and generate once the named fact is gone', () => {
    const oak = { kind: 'solid' as const, speciesId: 'oak', veneerThicknessMm: null };
    // What a message names, and the survey without it.
    const cures: readonly [RegExp, (s: Piece['surfaces']['top']) => Piece['surfaces']['top']][] = [
      [
        /paint has to come off|painted again, not re|no old finish|that flakes|Its cracks|lacquer that crazed|finish left/,
        (s) => ({ ...s, oldFinish: { kind: 'shellac', condition: 'sound' } }),
      ],
      [/grain to show|finish to re|stand in one zone|rigid film|no face to lay/, (s) => ({ ...s, material: oak })],
      [/Only leather/, (s) => ({ ...s, material: { ...oak, kind: 'leather' } })],
      [/Only cloth and leather/, (s) => ({ ...s, material: { ...oak, kind: 'cloth' } })],
    ];
    // Materials as they are met in case furniture: mostly wood and board.
    const met = ['solid', 'solid', 'veneer', 'veneer', 'plywood', 'mdf', 'particleboard', 'laminate', 'metal'] as const;
    // What is revived has to have something to revive.
    const looks = lookKinds.filter((l) => l !== 'recoloured' && l !== 're-covered' && l !== 'revived');
    const base = newPiece('p', 'P', 'board', '2026-11-25T08:00:00Z');
    const shop = { products, settings };
    const plan = (fronts: Piece['surfaces']['top'], look: (typeof looks)[number]) =>
      generatePlan(
        {
          ...base,
          heightM: 0.9,
          widthM: 0.5,
          depthM: 0.02,
          surfaces: { ...base.surfaces, fronts },
          looks: { fronts: look },
        },
        shop,
      );
    let seen = 0;
    let refused = 0;
    for (const look of looks)
      for (const kind of met)
        for (const finish of oldFinishKinds)
          for (const condition of conditions) {
            let fronts: Piece['surfaces']['top'] = {
              material: { kind, speciesId: 'oak', veneerThicknessMm: null },
              oldFinish: { kind: finish, condition },
            };
            let r = plan(fronts, look);
            seen += 1;
            if (!r.ok) refused += 1;
            for (let round = 0; round < 3 && !r.ok; round += 1) {
              const named = r.issues.map((i) => i.message.split(' What can:')[0]).join(' ');
              for (const [words, cure] of cures) if (words.test(named)) fronts = cure(fronts);
              r = plan(fronts, look);
            }
            expect(r.ok ? [] : r.issues.map((i) => i.message)).toEqual([]);
          }
    expect(seen).toBe(14 * 9 * 8 * 6);
    expect(refused / seen).toBeLessThanOrEqual(0.25);
  });
});
