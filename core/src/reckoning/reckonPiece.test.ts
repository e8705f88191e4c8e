import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { memberKey, memberTable, planOf } from '../finishing';
import { newPiece } from '../piece';
import { typicalProducts } from '../products';
import { minuteOf } from '../units';
import {
  defaultSettings,
  formIds,
  type LogEntry,
  lookKinds,
  methods,
  oldFinishKinds,
  type Piece,
  type Product,
  type Step,
  type Surface,
} from '../workshop';
import { planDifference, planKept, reckonPiece } from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const shop = { products, settings };
const bare = (speciesId: string): Surface => ({
  material: { kind: 'solid', speciesId, veneerThicknessMm: null },
  oldFinish: { kind: 'none', condition: 'sound' },
});
const topOnly = (change: Partial<Piece> = {}, species = 'oak'): Piece => {
  const piece: Piece = {
    ...newPiece('p', 'P', 'chest-of-drawers', '2026-11-25T08:00:00Z'),
    heightM: 0.9,
    widthM: 0.9,
    depthM: 0.45,
    surfaces: {
      top: bare(species),
      carcass: bare('oak'),
      fronts: bare('oak'),
      interior: null,
      legs: null,
      seat: null,
      hardware: null,
    },
    looks: { top: 'natural-clear' },
    ...change,
  };
  return piece;
};
const reckon = (piece: Piece, now: string, shelf = products) => {
  const r = reckonPiece({ piece, products: shelf, settings, nowMin: minuteOf(now) });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const entry = (step: Step, doneAt: string, more: Partial<LogEntry> = {}): LogEntry => ({
  id: step.id,
  step,
  startedAt: null,
  doneAt,
  actualL: null,
  air: null,
  note: '',
  planned: null,
  ...more,
});
const stepOf = (id: string): Step => planOf(topOnly(), shop).steps.find((s) => s.id === id)!;
const at = (minute: number | undefined | null) =>
  minute === undefined || minute === null ? null : new Date(minute * 60_000).toISOString().slice(0, 16);
const find = (r: ReturnType<typeof reckon>, id: string) => r.steps.find((s) => s.step.id === id);

/** House rule: coats are sanded only to cure faults. */
const unsanded = { houseRules: { 'between-coats': 'faults' } };

describe('a bare oak top of 0.47115 m² in natural clear, from Wednesday 8:00', () => {
  const r = reckon(topOnly(), '2026-11-25T08:00:00Z');
  it('takes the minutes and litres worked by hand', () => {
    // Wash 5 min/m² → 3; P80 10 min/m² and 1 for the vacuum → 6; a later rung the least, 3; wiping a coat 8 min/m² and 3 → 7.
    expect(find(r, 'top/degrease/1')?.handsOnMin).toBe(3);
    expect(find(r, 'top/sand/1')?.handsOnMin).toBe(6);
    expect(find(r, 'top/sand/5')?.handsOnMin).toBe(3);
    expect(find(r, 'top/clear/1')?.handsOnMin).toBe(7);
    // 0.47115 m² ÷ 11 m²/L + 0.01 L in the pad = 0.05283 L a coat, three coats 0.15850 L.
    expect(find(r, 'top/clear/1')?.productL?.likely).toBeCloseTo(0.0528318, 6);
    expect(r.products.find((p) => p.productId === 'waterborne-satin-clear')?.needL.likely).toBeCloseTo(0.1584955, 6);
    expect(r.products.find((p) => p.productId === 'waterborne-satin-clear')?.packs).toMatchObject({
      price: 10,
      volumeL: 0.25,
    });
  });
  it('waits through nights by label: bare wood dries overnight, three hours between coats', () => {
    expect(at(find(r, 'top/sand/1')?.startMin)).toBe('2026-11-26T08:00');
    const smooth = reckon(topOnly(unsanded), '2026-11-25T08:00:00Z');
    const [one, two] = [find(smooth, 'top/clear/1')!, find(smooth, 'top/clear/2')!];
    expect(two.opensAtMin! - one.endMin).toBe(180);
    expect(two.closesAtMin! - one.endMin).toBe(720);
    // The first waterborne coat raises the grain of bare wood: sanded before the second, its window is of no account.
    expect(find(r, 'top/clear/2')!.closesAtMin).toBeNull();
    expect(find(r, 'top/denib/1')?.step.reason).toContain('raised the grain');
    expect(two.startMin).toBeGreaterThanOrEqual(two.opensAtMin!);
    // Light use two days after the last coat, cured 28 days after it.
    const last = find(r, 'top/clear/3')!;
    expect(r.totals.lightUseAtMin! - last.endMin).toBe(2880);
    expect(r.totals.curedAtMin! - last.endMin).toBe(28 * 1440);
  });
  it('shows the working of every litre', () =>
    expect(r.steps.filter((s) => s.productL).every((s) => s.working && s.working.inputs.length > 0)).toBe(true));
});

describe('one input changed at a time', () => {
  it('species: pine drinks its first coat 1.6 times, later coats not', () => {
    const pine = reckon(topOnly({}, 'pine'), '2026-11-25T08:00:00Z');
    expect(find(pine, 'top/clear/1')?.productL?.likely).toBeCloseTo(0.0428318 * 1.6 + 0.01, 6);
    expect(find(pine, 'top/clear/2')?.productL?.likely).toBeCloseTo(0.0528318, 6);
  });
  it('method: brush takes 9 min/m² and 10 to set up and clean, and twice the loss in the tool', () => {
    const brushed = reckon(
      topOnly({ choices: { 'top/clear': { productId: null, coats: null, method: 'brush' } } }),
      '2026-11-25T08:00:00Z',
    );
    expect(find(brushed, 'top/clear/1')?.handsOnMin).toBe(15); // 9 × 0.47115 + 10
    expect(find(brushed, 'top/clear/1')?.productL?.likely).toBeCloseTo(0.0628318, 6);
  });
  it('product: a label that asks for six hours moves the next coat', () => {
    const clear = products['waterborne-satin-clear']!;
    const slow = {
      ...products,
      [clear.id]: {
        ...clear,
        times: { ...clear.times, recoatFromMin: { low: 300, likely: 330, high: 360, tag: 'label' as const } },
      },
    };
    const r = reckon(topOnly(), '2026-11-25T08:00:00Z', slow);
    expect(find(r, 'top/clear/2')!.opensAtMin! - find(r, 'top/clear/1')!.endMin).toBe(360);
  });
  it('start date: nothing begins before it', () =>
    expect(at(reckon(topOnly({ startAt: '2026-12-01T08:00:00Z' }), '2026-11-25T08:00:00Z').steps[0]?.startMin)).toBe(
      '2026-12-01T08:00',
    ));
});

describe('what happened', () => {
  const upToCoat1 = (doneAt: string): Piece => {
    const piece = topOnly(unsanded);
    const { steps } = planOf(piece, shop);
    const at = steps.findIndex((s) => s.id === 'top/clear/1');
    const before = steps.slice(0, at);
    return {
      ...piece,
      log: [...before.map((s) => entry(s, '2026-11-27T08:00:00Z')), entry(steps[at]!, doneAt, { actualL: 0.08 })],
    };
  };
  it('late on Friday: the window closes on Saturday at 4:50, and Monday gains a scuff', () => {
    const r = reckon(upToCoat1('2026-11-27T16:50:00Z'), '2026-11-27T16:55:00Z');
    const own = r.steps.filter((s) => s.status === 'planned' && s.step.zoneId === 'top').slice(0, 3);
    expect(own.map((s) => `${s.step.id} ${at(s.startMin)}`)).toEqual([
      'top/clear/2/scuff 2026-11-30T08:00',
      'top/clear/2/de-dust 2026-11-30T08:03',
      'top/clear/2 2026-11-30T08:04',
    ]);
    expect(at(own[0]?.missedAtMin)).toBe('2026-11-28T04:50');
    expect(r.findings.filter((f) => f.severity !== 'advice')).toEqual([]);
  });
  it('early on Friday: the window is met and there is no scuff', () => {
    const r = reckon(upToCoat1('2026-11-27T08:30:00Z'), '2026-11-27T09:00:00Z');
    expect(at(find(r, 'top/clear/2')?.startMin)).toBe('2026-11-27T11:30');
    expect(r.steps.some((s) => s.inserted)).toBe(false);
  });
  it('a weighed amount takes the place of the estimate', () => {
    const r = reckon(upToCoat1('2026-11-27T08:30:00Z'), '2026-11-27T09:00:00Z');
    expect(r.products.find((p) => p.productId === 'waterborne-satin-clear')?.needL.likely).toBeCloseTo(
      0.08 + 2 * 0.0528318,
      6,
    );
  });
  it('a coat that went on too early or too late is named', () => {
    const early = upToCoat1('2026-11-27T09:00:00Z');
    const second = (at2: string) =>
      reckon({ ...early, log: [...early.log, entry(stepOf('top/clear/2'), at2)] }, '2026-12-01T09:00:00Z')
        .findings.filter((f) => f.severity !== 'advice')
        .map((f) => f.ruleId);
    expect(second('2026-11-27T10:00:00Z')).toEqual(['CMP-02']);
    expect(second('2026-11-27T13:00:00Z')).toEqual([]);
    expect(second('2026-11-30T09:00:00Z')).toEqual(['CMP-03']);
  });
  it('a running step ends when it was meant to, but not before now', () => {
    const piece = topOnly({
      log: [entry(stepOf('top/degrease/1'), '', { startedAt: '2026-11-25T08:00:00Z', doneAt: null })],
    });
    expect(at(find(reckon(piece, '2026-11-25T08:01:00Z'), 'top/degrease/1')?.endMin)).toBe('2026-11-25T08:03');
    expect(at(find(reckon(piece, '2026-11-25T09:00:00Z'), 'top/degrease/1')?.endMin)).toBe('2026-11-25T09:00');
  });
  it('goes on with its sitting though the hours are over, as long as somebody may still be at it', () => {
    const done = ['piece/photograph/1', 'top/degrease/1', 'top/rinse/1'].map((id) =>
      entry(stepOf(id), '2026-11-27T12:00:00Z'),
    );
    const sanded = (startedAt: string, now: string, more: Partial<LogEntry> = {}) => {
      const sand = entry(stepOf('top/sand/1'), '', { startedAt, doneAt: null, ...more });
      const r = reckon(topOnly({ log: [...done, sand] }), now);
      return ['top/sand/2', 'top/clear/1'].map((id) => at(find(r, id)?.startMin));
    };
    // Saturday: the finer grits right behind the first, within 6 min; the clear coat in the hours of Monday.
    const [finer, clear] = sanded('2026-11-28T10:00:00Z', '2026-11-28T10:01:00Z');
    expect(finer).toBe('2026-11-28T10:06');
    expect(clear! > '2026-11-30T08:00').toBe(true);
    // Paused, nobody is at it; nor at what was begun on Friday and never told done.
    const pauses = [{ from: '2026-11-28T10:02:00Z', until: null }];
    expect(sanded('2026-11-28T10:00:00Z', '2026-11-28T10:30:00Z', { pauses })[0]).toBe('2026-11-30T08:00');
    expect(sanded('2026-11-27T16:55:00Z', '2026-11-28T10:01:00Z')[0]).toBe('2026-11-30T08:00');
    // Within the hours nothing changes: what would not end in them waits for the next day.
    expect(sanded('2026-11-27T16:55:00Z', '2026-11-27T16:59:00Z')[0]).toBe('2026-11-30T08:00');
  });
});

describe('the demo', () => {
  const nowMin = minuteOf('2026-11-25T10:07:00Z');
  const demo = demoWorkshop(nowMin, 'Europe/London');
  it('has nine pieces, one of them held, and something wet', () => {
    const all = Object.values(demo.pieces).map((piece) => reckon(piece, '2026-11-25T10:07:00Z', demo.products));
    const held = all.filter((r) => r.steps.some((s) => s.held));
    expect(all).toHaveLength(9);
    expect(
      held.map((r) => [r.pieceId, ...r.findings.filter((f) => f.severity !== 'advice').map((f) => f.ruleId)]),
    ).toEqual([['parcels-counter', 'SAF-01', 'SAF-01']]);
    expect(
      all
        .filter((r) => !held.includes(r))
        .flatMap((r) => [...r.findings.filter((f) => f.severity !== 'advice'), ...r.issues]),
    ).toEqual([]);
    expect(all.flatMap((r) => r.wet).length).toBeGreaterThanOrEqual(3);
  });
});

// Fills under stain and the coats a user counts are forced by the survey and the user.
const forced = ['SUB-03', 'APP-06', 'APP-09'];

describe('figures that leave', () => {
  const demo = demoWorkshop(minuteOf('2026-11-25T08:00:00Z'), 'Europe/London');
  const counter = demo.pieces['parcels-counter']!;
  const reckonDemo = (piece: Piece, shelf = demo.products) =>
    reckonPiece({ piece, products: shelf, settings: demo.settings, nowMin: minuteOf('2026-11-25T09:00:00Z') });

  it('are finite where a logged step has lost its zone: nothing is put on over no area', () => {
    const { steps } = planOf(counter, demo);
    const step = steps.find((s) => s.id === 'fronts/degrease/1')!;
    const lost = { ...counter, drawers: 0, doors: 0, log: [entry(step, '2026-11-25T08:30:00Z')] };
    const r = reckonDemo(lost);
    if (!r.ok) throw new Error(r.issues[0]?.message);
    expect(r.value.steps.find((s) => s.step.id === step.id)).toMatchObject({
      status: 'done',
      areaM2: 0,
      productL: { low: 0, likely: 0, high: 0 },
    });
    expect(JSON.stringify(r.value)).not.toMatch(/"(areaM2|startMin|endMin|likely)":null/);
  });
  it('are refused, with the step named, where a sheet or a date gives no number', () => {
    const used = planOf(counter, demo).steps.find((s) => s.kind === 'degrease')!.productId!;
    const sheet = demo.products[used]!;
    const spoiled = { ...sheet, spreadM2PerL: { ...sheet.spreadM2PerL!, likely: Number.NaN } };
    const r = reckonDemo(counter, { ...demo.products, [used]: spoiled });
    expect(r.ok ? '' : r.issues[0]?.code).toBe('figure_not_finite');
    expect(r.ok ? '' : r.issues[0]?.path).toContain('degrease/1.productL');
  });
  it('come for pieces and products named like the properties of every object', () => {
    for (const id of ['constructor', 'toString', 'valueOf', 'hasOwnProperty']) {
      const r = reckonDemo({ ...counter, id, name: id });
      expect(r.ok && r.value.steps.length).toBeGreaterThan(10);
      const chosen = { ...counter, choices: { 'carcass/paint': { productId: id, coats: null, method: null } } };
      const told = reckonDemo(chosen);
      expect(told.ok && told.value.issues.some((i) => i.code === 'choice_unused')).toBe(true);
    }
  });
});

describe('a plan that is derived', () => {
  it('is the very same one while nothing it reads has changed: a note, a name and a price plan nothing', () => {
    const piece = topOnly();
    const plan = planOf(piece, shop);
    expect(planOf({ ...piece, note: 'cracked', stepNotes: { x: 'y' } }, shop)).toBe(plan);
    expect(planOf({ ...piece, name: 'Q', salePrice: 240 }, shop)).toBe(plan);
    expect(planOf({ ...piece, heightM: 0.91 }, shop)).not.toBe(plan);
    expect(planOf(piece, { ...shop, products: { ...products } })).not.toBe(plan);
  });
  it('is held against the one from before, step by step; what was done does not count', () => {
    const { steps } = planOf(topOnly(), shop);
    const [first, second, third] = steps as [Step, Step, Step];
    const before = planKept(steps);
    expect(planDifference({ log: [], plannedBefore: before }, steps)).toBeNull();
    expect(planDifference({ log: [], plannedBefore: undefined }, steps)).toBeNull();
    const now = [{ ...first, grit: 999 }, { ...second, id: 'top/new/1' }, ...steps.slice(2)];
    expect(planDifference({ log: [], plannedBefore: before }, now)).toEqual({
      came: [now[1]],
      gone: [second.id],
      otherwise: [{ step: now[0], was: before[0] }],
    });
    const done = { log: [entry(third, '2026-11-25T08:30:00Z')], plannedBefore: before };
    expect(
      planDifference(
        done,
        steps.map((s) => (s === third ? { ...s, method: 'hvlp' as const } : s)),
      ),
    ).toBeNull();
  });
});

describe('any piece, at any moment of its work', () => {
  const zoneIds = ['top', 'carcass', 'fronts', 'interior', 'legs'] as const;
  const anyPiece = fc
    .record({
      form: fc.constantFrom(...formIds),
      size: fc.tuple(
        fc.integer({ min: 70, max: 200 }),
        fc.integer({ min: 60, max: 220 }),
        fc.integer({ min: 30, max: 90 }),
      ),
      looks: fc.tuple(...zoneIds.map(() => fc.constantFrom(...lookKinds))),
      species: fc.constantFrom('oak', 'pine', 'knotty-pine', 'cherry'),
      finish: fc.constantFrom(...oldFinishKinds),
      progress: fc.nat(60),
      method: fc.option(fc.constantFrom(...methods)),
      apart: fc.subarray([...memberTable]),
    })
    .map((r) => {
      const surface: Surface = {
        material: { kind: 'solid', speciesId: r.species, veneerThicknessMm: null },
        oldFinish: { kind: r.finish, condition: 'failing' },
      };
      const [h, w, d] = r.size;
      const choice = { productId: null, coats: null, method: r.method };
      const piece: Piece = {
        ...newPiece('any', 'Any', r.form, '2026-11-25T08:00:00Z'),
        heightM: h / 100,
        widthM: (w + 2 * d) / 100,
        depthM: d / 100,
        surfaces: {
          top: surface,
          carcass: surface,
          fronts: surface,
          interior: null,
          legs: null,
          seat: null,
          hardware: null,
        },
        lead: { result: 'negative', everyLayer: true, licensedWork: false },
        looks: Object.fromEntries(zoneIds.map((z, i) => [z, r.looks[i]!])),
        choices: { 'top/clear': choice, 'carcass/paint': choice },
        decisions: Object.fromEntries(
          r.apart.map((m) => [memberKey(m.id), { choice: 'off', at: '2026-11-25T08:00:00Z', why: '' }]),
        ),
      };
      const start = reckon(piece, '2026-11-25T08:00:00Z');
      const done = [...start.steps].sort((a, b) => a.startMin - b.startMin).slice(0, r.progress);
      return {
        ...piece,
        log: done.map((s) =>
          entry(s.step, new Date(s.endMin * 60_000).toISOString(), {
            startedAt: new Date(s.startMin * 60_000).toISOString(),
          }),
        ),
      };
    });

  it('keeps every wait and barred interval, never leaves a window without a scuff, and is the same each time', () => {
    fc.assert(
      fc.property(anyPiece, (piece) => {
        const now = ['2026-11-25T08:00:00.000Z', ...piece.log.map((e) => e.doneAt!)].sort().at(-1)!;
        const r = reckon(piece, now);
        const own = r.findings.filter((f) => f.severity !== 'advice' && !forced.includes(f.ruleId));
        expect(own.map((f) => `${f.ruleId} ${f.sentence}`)).toEqual([]);
        const nowMin = minuteOf(now);
        for (const s of r.steps.filter((x) => x.status === 'planned')) {
          expect(s.startMin, `${s.step.id} before now`).toBeGreaterThanOrEqual(nowMin);
          if (s.opensAtMin !== null)
            expect(s.startMin, `${s.step.id} before it opens`).toBeGreaterThanOrEqual(s.opensAtMin);
          if (s.closesAtMin !== null) expect(s.startMin).toBeLessThanOrEqual(s.closesAtMin);
        }
        for (const s of r.steps)
          if (s.productL)
            expect(
              s.productL.low <= s.productL.likely && s.productL.likely <= s.productL.high && s.productL.low >= 0,
            ).toBe(true);
        for (const p of r.products) expect(p.packs.volumeL + 1e-6).toBeGreaterThanOrEqual(p.needL.high);
        for (const w of r.wet) {
          expect(w.touchMin).toBeLessThanOrEqual(w.recoatFromMin + 24 * 60);
          expect(w.laidAtMin).toBeLessThanOrEqual(nowMin);
        }
        expect(JSON.stringify(reckon(piece, now))).toBe(JSON.stringify(r));
      }),
      { numRuns: 120 },
    );
  });
});
