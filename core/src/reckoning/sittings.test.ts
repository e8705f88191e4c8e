import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { goesOn, houseRuleTable, inSittings, planOf } from '../finishing';
import { doneEntry } from '../finishing/fixtures/logEntry';
import { lagsIn } from '../finishing/fixtures/waitsOf';
import { typicalProducts } from '../products';
import { workCalendar } from '../schedule';
import { instantOf, minuteOf } from '../units';
import { defaultSettings, type Piece, type Product, type Step } from '../workshop';
import { jobs } from './fixtures/jobs';
import { type ReckonedStep, reckonPiece, sittingsOf } from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const nowMin = minuteOf('2026-11-25T08:00:00Z');
const reckon = (piece: Piece) => {
  const r = reckonPiece({ piece, products, settings, nowMin });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const sittingOf = (piece: Piece, stepId: string) =>
  sittingsOf(reckon(piece).steps)
    .find((s) => s.steps.some((x) => x.step.id === stepId))!
    .steps.map((s) => s.step.id);

/** Every job as it is, and once under every school that is not the usual one. */
const pieces = Object.entries(jobs).map(([name, piece], i) => {
  const others = houseRuleTable.flatMap((r) =>
    r.schools.filter((s) => s.id !== r.usual).map((s) => [r.id, s.id] as const),
  );
  const [rule, school] = others[(i * 7) % others.length]!;
  return [name, piece, { ...piece, houseRules: { [rule]: school } }] as const;
});

describe('steps of a plan in sittings', () => {
  it.each(pieces)('%s: every step in one, none before what it waits for, none waiting inside', (_, ...both) => {
    for (const piece of both) {
      const { steps } = planOf(piece, { products, settings });
      const waits = lagsIn(piece, steps, { products, settings });
      const sittings = inSittings(steps, waits);
      expect(
        sittings
          .flat()
          .map((s) => s.id)
          .sort(),
      ).toEqual(steps.map((s) => s.id).sort());
      const done = new Set<string>();
      for (const sitting of sittings) {
        const own = new Set(sitting.map((s) => s.id));
        sitting.forEach((step, i) => {
          if (i > 0) expect(goesOn(sitting.slice(0, i), step), step.id).toBe(true);
          for (const l of waits.get(step.id)!) {
            const inside = own.has(l.beforeId);
            expect(inside ? l.minMin : done.has(l.beforeId), `${step.id} after ${l.beforeId}`).toBe(inside ? 0 : true);
          }
        });
        for (const id of own) done.add(id);
      }
    }
  });

  it.each(pieces)('%s: sittings hold all hands-on work, in time, one tool at a time', (_, ...both) => {
    for (const piece of both) {
      const { steps } = reckon(piece);
      const sittings = sittingsOf(steps);
      const worked = steps.filter((s) => s.handsOnMin > 0);
      expect(sittings.flatMap((s) => s.steps).length).toBe(worked.length);
      expect(sittings.reduce((sum, s) => sum + s.handsOnMin, 0)).toBe(worked.reduce((sum, s) => sum + s.handsOnMin, 0));
      expect(sittings.length).toBeLessThan(worked.length);
      sittings.forEach((s, i) => {
        expect(s.startMin).toBeGreaterThanOrEqual(sittings[i - 1]?.endMin ?? 0);
        s.steps.forEach((x, k) => {
          if (k > 0) expect(x.startMin).toBe(s.steps[k - 1]!.endMin);
        });
        const tools = new Set(
          s.steps
            .filter((x) => x.step.productId !== null && x.step.areaFrac === 1)
            .map((x) => [x.step.productId, x.step.method].join()),
        );
        expect(tools.size).toBeLessThanOrEqual(1);
      });
    }
  });

  it('what is washed is rinsed with it, over all zones; a coat goes on wherever it is due', () => {
    const dressing = jobs['dressing table with its mirror, pulls sprayed'];
    const zones = (kind: string, n: number) => ['carcass', 'fronts', 'top'].map((z) => `${z}/${kind}/${n}`);
    const washed = [...zones('degrease', 1), ...zones('rinse', 1), 'hardware/degrease/1', 'hardware/rinse/1'];
    expect(sittingOf(dressing, 'top/rinse/1').sort()).toEqual(washed.sort());
    expect(sittingOf(dressing, 'top/paint/2')).toEqual(zones('paint', 2));
    // Sanded between coats on one zone after the other, and dusted off together.
    expect(sittingOf(dressing, 'top/denib/2').sort()).toEqual([...zones('denib', 2), ...zones('de-dust', 3)].sort());
  });

  it.each(pieces)('%s: a wait that nobody logs is over when its time has passed, and holds up nothing', (_, piece) => {
    const before = reckon(piece);
    const waits = before.steps.filter((s) => s.handsOnMin === 0 && s.step.kind !== 'cure');
    for (const wait of waits.slice(0, 2)) {
      const until = wait.startMin + 40 * 24 * 60;
      const log = before.steps
        .filter((s) => s.handsOnMin > 0 && s.endMin <= wait.startMin)
        .map((s) => doneEntry(s.step, instantOf(s.endMin), instantOf(s.startMin)));
      const after = reckonPiece({ piece: { ...piece, log }, products, settings, nowMin: until });
      if (!after.ok) throw new Error('measured');
      const over = after.value.steps.find((s) => s.step.id === wait.step.id);
      expect([over?.status, over?.startMin], wait.step.id).toEqual(['done', wait.startMin]);
      // While it lasts it is still to come.
      const during = reckonPiece({ piece: { ...piece, log }, products, settings, nowMin: wait.startMin - 1 });
      expect(during.ok && during.value.steps.find((s) => s.step.id === wait.step.id)?.status).toBe('planned');
    }
  });

  it('colours of a blend go on wet into each other, whatever the hour; the next round waits for all of them', () => {
    const stool = jobs['stool in bands of two colours, of a set'];
    expect(sittingOf(stool, 'legs/blend/2')).toEqual(['legs/blend/1', 'legs/blend/2']);
    expect(sittingOf(stool, 'legs/blend/4')).toEqual(['legs/blend/3', 'legs/blend/4']);
    for (let late = 0; late < 9 * 60; late += 11) {
      const r = reckonPiece({ piece: stool, products, settings, nowMin: nowMin + late });
      if (!r.ok) throw new Error('measured');
      const at = (id: string) => r.value.steps.find((s) => s.step.id === id)!;
      for (const [first, next] of [
        ['legs/blend/1', 'legs/blend/2'],
        ['legs/blend/3', 'legs/blend/4'],
      ] as const)
        expect([late, at(next).startMin - at(first).endMin]).toEqual([late, 0]);
      // Both colours of a round are recoatable after 16 h at the latest.
      expect(at('legs/blend/3').startMin - at('legs/blend/2').endMin).toBeGreaterThanOrEqual(16 * 60);
    }
    // Done as it has to be done, it is not stopped.
    const planned = reckon(stool);
    const until = planned.steps.findIndex((s) => s.step.id === 'legs/blend/2');
    const log = planned.steps
      .filter((s, i) => i <= until || s.startMin <= planned.steps[until]!.startMin)
      .map((s) => doneEntry(s.step, instantOf(s.endMin), instantOf(s.startMin)));
    const done = reckonPiece({ piece: { ...stool, log }, products, settings, nowMin: planned.steps[until]!.endMin });
    if (!done.ok) throw new Error('measured');
    expect(done.value.findings.filter((f) => f.severity === 'stop')).toEqual([]);
  });

  it('what works for a time is taken off before the break, whatever the hour at which the piece is begun', () => {
    const calendar = workCalendar(settings);
    let pairs = 0;
    for (const piece of Object.values(jobs))
      for (let late = 0; late < 9 * 60; late += 37) {
        const r = reckonPiece({ piece, products, settings, nowMin: nowMin + late });
        if (!r.ok) throw new Error('measured');
        const byId = new Map(r.value.steps.map((s) => [s.step.id, s]));
        for (const s of r.value.steps)
          for (const { stepId, wait } of s.waitsFor) {
            if (wait !== 'dwell') continue;
            const laid = byId.get(stepId)!;
            expect(calendar.shiftAt(laid.startMin).endMin, `${s.step.id} at +${late}`).toBeGreaterThanOrEqual(s.endMin);
            pairs += 1;
          }
      }
    expect(pairs).toBeGreaterThan(50);
  });

  it('what was washed is rinsed before the break, whatever the hour', () => {
    const calendar = workCalendar(settings);
    let rinses = 0;
    for (const piece of Object.values(jobs))
      for (let late = 0; late < 9 * 60; late += 37) {
        const r = reckonPiece({ piece, products, settings, nowMin: nowMin + late });
        if (!r.ok) throw new Error('measured');
        const { steps } = r.value;
        for (const [i, s] of steps.entries()) {
          if (s.step.kind !== 'rinse') continue;
          const washed = steps.slice(0, i).findLast((x) => x.step.zoneId === s.step.zoneId);
          if (!washed || !['wash', 'degrease'].includes(washed.step.kind)) continue;
          expect(calendar.shiftAt(washed.startMin).endMin, `${s.step.id} at +${late}`).toBeGreaterThanOrEqual(s.endMin);
          rinses += 1;
        }
      }
    expect(rinses).toBeGreaterThan(200);
  });

  it('a step that is split off is a sitting of its own, in the schedule and in the lists, until it is given back', () => {
    const piece = jobs['cot left outside the workshop’s hands, painted all the same'] as Piece;
    const sittings = sittingsOf(reckon(piece).steps);
    const shared = sittings.find((s) => s.steps.filter((x) => x.step.kind === 'prime').length > 1)!;
    const one = shared.steps.findLast((s) => s.step.kind === 'prime')!.step.id;
    const split = sittingsOf(reckon({ ...piece, edits: { ...piece.edits, apart: [one] } }).steps);
    // The look over it belongs right behind it.
    const byItself = split.find((s) => s.steps.some((x) => x.step.id === one))!.steps;
    expect(byItself.filter((x) => x.step.kind !== 'inspect').map((x) => x.step.id)).toEqual([one]);
    expect(split.flatMap((s) => s.steps.map((x) => x.step.id)).sort()).toEqual(
      sittings.flatMap((s) => s.steps.map((x) => x.step.id)).sort(),
    );
    // It sets its own tool up.
    const alone = (all: typeof sittings) => all.flatMap((s) => s.steps).find((x) => x.step.id === one)!.handsOnMin;
    expect(alone(split)).toBeGreaterThan(alone(sittings));
    expect(sittingsOf(reckon({ ...piece, edits: { ...piece.edits, apart: [] } }).steps).length).toBe(sittings.length);
  });

  it('whatever is split off, the same lies on the piece, and every sitting fills its tool once', () => {
    const lossOf = (s: ReckonedStep) =>
      s.working?.inputs.find((i) => i.name.startsWith('left in the tool'))?.value ?? 0;
    const laid = (steps: readonly ReckonedStep[]) =>
      new Map(steps.filter((s) => s.productL).map((s) => [s.step.id, s.productL!.likely - lossOf(s)]));
    const alike = (a: ReturnType<typeof laid>, b: ReturnType<typeof laid>) => {
      expect([...b.keys()].sort()).toEqual([...a.keys()].sort());
      for (const [id, litres] of a) expect(b.get(id), id).toBeCloseTo(litres, 9);
    };
    const anyPiece = fc.constantFrom(...pieces.flatMap(([, ...both]) => both));
    fc.assert(
      fc.property(anyPiece, fc.array(fc.nat(200), { maxLength: 12 }), (piece, picks) => {
        const whole = reckon(piece).steps;
        const apart = [...new Set(picks.map((i) => whole[i % whole.length]!.step.id))];
        const split = reckon({ ...piece, edits: { ...piece.edits, apart } }).steps;
        alike(laid(whole), laid(split));
        for (const { steps } of sittingsOf(split)) {
          const filled = steps.filter((s) => lossOf(s) > 0);
          expect(new Set(filled.map((s) => s.step.productId)).size).toBe(filled.length);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('another product, another way of laying it on and a coat over the one just laid are other sittings', () => {
    const step = (change: Partial<Step>): Step => ({
      ...planOf(jobs['frame leafed'], { products, settings }).steps.find((s) => s.zoneId === 'fronts')!,
      kind: 'clear',
      productId: 'a',
      method: 'brush',
      grit: null,
      ...change,
    });
    const first = step({ id: '1' });
    expect(goesOn([first], step({ id: '2', zoneId: 'top' }))).toBe(true);
    for (const change of [{ productId: 'b' }, { method: 'hvlp' as const }, { kind: 'seal' as const }, { zoneId: null }])
      expect(goesOn([first], step({ id: '2', ...change })), JSON.stringify(change)).toBe(false);
    // Tape is pulled on all zones and off the film at one go; what goes together again is one go too.
    expect(goesOn([step({ kind: 'unmask' })], step({ kind: 'unmask', id: '2', zoneId: null }))).toBe(true);
    expect(goesOn([step({ kind: 'refit-part', zoneId: null })], step({ kind: 'felt', zoneId: null }))).toBe(true);
    expect(goesOn([step({ kind: 'refit-part', zoneId: null })], step({ kind: 'hand-over', zoneId: null }))).toBe(false);
    const sand = step({ kind: 'sand', grit: 120, productId: null, method: null });
    // Up the ladder with one sander, not down again, nor by hand.
    expect(goesOn([sand], { ...sand, grit: 150 })).toBe(true);
    expect(goesOn([sand], { ...sand, grit: 80 })).toBe(false);
    expect(goesOn([sand], { ...sand, grit: 80, zoneId: 'top' })).toBe(true);
    expect(goesOn([sand], { ...sand, grit: 150, byHand: !sand.byHand })).toBe(false);
    expect(
      goesOn(
        [step({ kind: 'denib', grit: 220, productId: null })],
        step({ kind: 'denib', grit: 320, productId: null }),
      ),
    ).toBe(false);
    expect(goesOn([sand], { ...sand, kind: 'de-dust', grit: null })).toBe(true);
    expect(goesOn([first], { ...sand, kind: 'de-dust', grit: null })).toBe(false);
    // Parts come off one after the other; other steps of the whole piece stand alone.
    const off = step({ kind: 'remove-part', zoneId: null, part: 'door', productId: null, method: null });
    expect(goesOn([off], { ...off, part: 'hardware' })).toBe(true);
    expect(goesOn([off], { ...off, kind: 'refit-part' })).toBe(false);
    expect(goesOn([{ ...off, kind: 'photograph', part: null }], { ...off, kind: 'photograph', part: null })).toBe(
      false,
    );
    const table = reckon(jobs['oak shelf, natural clear, grain filled']);
    const coats = table.steps.filter((s: ReckonedStep) => s.step.kind === 'clear').map((s) => s.step.id);
    for (const id of coats) expect(sittingsOf(table.steps).find((s) => s.id === id)?.steps).toHaveLength(1);
  });
});
