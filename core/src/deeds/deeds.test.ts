import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { planOf } from '../finishing';
import { typicalSupplies } from '../products';
import { buyList, leftL, usableStock, willItLast } from '../stock';
import { minuteOf } from '../units';
import {
  type Container,
  canonicalJson,
  type LedgerRow,
  type Product,
  type SeenKind,
  type Step,
  type Workshop,
  writeWorkshopFile,
} from '../workshop';
import { type Deed, DeedRefused, type Mishap, mishapsOn, perform, workingOf } from './index';
import { mishapTable } from './mishaps';

const start = '2026-11-25T10:07:00+00:00';
const demo = demoWorkshop(minuteOf(start), 'Europe/London');
const later = (minutes: number): string => new Date(Date.parse(start) + minutes * 60_000).toISOString();
/** Ids in order, so that the same deeds give the same bytes. */
const counting = (from = 0) => {
  let n = from;
  return () => {
    n += 1;
    return `new-${n}`;
  };
};
const counter = 'parcels-counter';
const paint = planOf(demo.pieces[counter]!, demo).steps.find((s) => s.kind === 'paint')!;
const productId = paint.productId!;
const planned = { startAt: start, endAt: start, volumeL: 0.133 };
const finish = (step = paint, volumeL = 0.133): Deed => ({
  do: 'finish-step',
  pieceId: counter,
  step,
  planned: { ...planned, volumeL },
});
const after = (workshop: Workshop, ...deeds: Deed[]): Workshop => {
  const ids = counting();
  return deeds.reduce((w, deed, i) => perform(w, deed, later(i + 1), ids), workshop);
};
const cansOf = (w: Workshop, id = productId): Container[] =>
  Object.values(w.containers).filter((c) => c.productId === id);
const shelfL = (w: Workshop, id = productId): number => cansOf(w, id).reduce((sum, c) => sum + leftL(c), 0);
/** A shelf with just these amounts of the paint, each in a can of its own. */
const withCans = (...litres: number[]): Workshop => ({
  ...demo,
  containers: {},
  ...(litres.length > 0
    ? {
        containers: after(
          { ...demo, containers: {} },
          {
            do: 'bring',
            containers: litres.map((l) => ({ productId, litres: l, batch: null, finite: false, place: '' })),
          },
        ).containers,
      }
    : {}),
});
const entryId = (w: Workshop): string => w.pieces[counter]!.log.at(-1)!.id;

describe('what went wrong on a coat', () => {
  const zone = paint.zoneId!;
  const [first, last] = planOf(demo.pieces[counter]!, demo).steps.filter(
    (s) => s.kind === 'paint' && s.zoneId === zone,
  ) as [Step, Step];
  const wrong = (step: Step, what: Mishap) =>
    after(withCans(1), finish(step), { do: 'went-wrong', pieceId: counter, stepId: step.id, what }).pieces[counter]!;
  it('is kept with the step, and each mishap that leaves a mark becomes a damage found then, on its zone', () => {
    for (const { id, name, damage } of mishapTable) {
      const piece = wrong(first, id);
      expect(piece.log.at(-1)!.note).toBe(`${name}.`);
      const found = piece.damage.slice(demo.pieces[counter]!.damage.length);
      expect(found.map((d) => [d.kind, d.zoneId, d.foundAt])).toEqual(damage ? [[damage, zone, later(2)]] : []);
    }
  });
  it('a run is levelled in the plan, before the next coat of its zone', () => {
    const { steps } = planOf(wrong(first, 'run'), demo);
    const own = steps.filter((s) => s.zoneId === zone);
    const level = own.findIndex((s) => s.kind === 'feather');
    expect(level).toBeGreaterThan(own.findIndex((s) => s.id === first.id));
    expect(level).toBeLessThan(own.findIndex((s) => s.id === last.id));
  });
  it('a place missed in the last coat, or a ground that shows through it, asks for one more; in one before it, the next coat covers it', () => {
    const coats = (piece: Workshop['pieces'][string]) =>
      planOf(piece, demo).steps.filter((s) => s.zoneId === zone && s.kind === 'paint').length;
    expect(coats(wrong(first, 'missed'))).toBe(first.of);
    expect(coats(wrong(last, 'missed'))).toBe(last.of + 1);
    expect([coats(wrong(first, 'shows')), coats(wrong(last, 'shows'))]).toEqual([first.of, last.of + 1]);
    // Kept as a word too, from which it is learnt what the paint takes.
    expect(wrong(first, 'shows').log.at(-1)!.seen).toEqual(['still-shows']);
  });
  it('a place missed under a coat that is on asks for none, nor does one in stain: it is wiped out', () => {
    const both = after(withCans(1), finish(first), finish(last), {
      do: 'went-wrong',
      pieceId: counter,
      stepId: first.id,
      what: 'missed',
    }).pieces[counter]!;
    expect(both.choices).toEqual(demo.pieces[counter]!.choices);
    const stain = demo.pieces['ticket-cupboard']!.log.find((e) => e.step.kind === 'stain')!.step;
    const onStain = (what: Mishap) =>
      perform(demo, { do: 'went-wrong', pieceId: 'ticket-cupboard', stepId: stain.id, what }, later(1), counting());
    expect(onStain('missed').pieces['ticket-cupboard']!.choices).toEqual(demo.pieces['ticket-cupboard']!.choices);
    expect(() => onStain('run')).toThrow('does not happen to such a coat');
    expect(mishapsOn('stain').map((m) => m.id)).toEqual(['missed', 'dark', 'knocked']);
    expect(mishapsOn('clear').map((m) => m.id)).toEqual(mishapTable.map((m) => m.id).filter((m) => m !== 'shows'));
    expect(mishapsOn('paint').map((m) => m.id)).toEqual(mishapTable.map((m) => m.id));
  });
  it('is refused of a step that was not begun', () => {
    expect(() => after(demo, { do: 'went-wrong', pieceId: counter, stepId: first.id, what: 'run' })).toThrow(
      DeedRefused,
    );
  });
});

describe('a coat and the shelf', () => {
  it('a can of 50 ml and a coat of 133 ml: 50 ml are drawn, and when it is taken out again 50 ml are back', () => {
    const before = withCans(0.05);
    const done = after(before, finish());
    expect(shelfL(done)).toBe(0);
    const undone = perform(
      done,
      { do: 'remove-entry', pieceId: counter, entryId: entryId(done) },
      later(9),
      counting(),
    );
    expect(shelfL(undone)).toBeCloseTo(0.05, 12);
    expect(canonicalJson(undone.containers)).toBe(canonicalJson(before.containers));
  });
  it('takes what was planned, then the difference when it is weighed, and nothing for a step that only began', () => {
    const before = withCans(1);
    const begun = after(before, { do: 'start-step', pieceId: counter, step: paint, planned });
    expect(shelfL(begun)).toBe(1);
    const done = perform(begun, finish(), later(5), counting(5));
    expect(shelfL(done)).toBeCloseTo(0.867, 12);
    const weighed = (actualL: number) =>
      perform(
        done,
        { do: 'correct-entry', pieceId: counter, entryId: entryId(done), change: { actualL } },
        later(6),
        counting(6),
      );
    expect(shelfL(weighed(0.2))).toBeCloseTo(0.8, 12);
    expect(shelfL(weighed(0.1))).toBeCloseTo(0.9, 12);
  });
  it('what was used at one go is shared out as it was planned, and drawn from the can once', () => {
    const [one, two] = planOf(demo.pieces[counter]!, demo).steps.filter((s) => s.productId === productId) as [
      Step,
      Step,
    ];
    const before = withCans(1);
    const both = [one, two].reduce(
      (w, s, i) =>
        perform(
          w,
          { do: 'finish-step', pieceId: counter, step: s, planned: { ...planned, volumeL: i === 0 ? 0.1 : 0.3 } },
          later(i + 1),
          counting(i + 1),
        ),
      before,
    );
    const stepIds = [one.id, two.id];
    const used = (litres: number, ids = stepIds) =>
      perform(both, { do: 'note-used', pieceId: counter, productId, stepIds: ids, litres }, later(9), counting(9));
    const amounts = (w: Workshop) => w.pieces[counter]!.log.slice(-2).map((e) => e.actualL);
    expect(amounts(used(0.2))).toEqual([expect.closeTo(0.05, 12), expect.closeTo(0.15, 12)]);
    expect(shelfL(used(0.2))).toBeCloseTo(0.8, 12);
    expect(amounts(used(0.2, [two.id]))).toEqual([null, 0.2]);
    expect(() => used(0.2, ['gone'])).toThrow('taken out in the meantime');
  });
  it('what was seen is noted once, in its order, on each step of a sitting, and struck out without a trace', () => {
    const done = after(withCans(1), finish());
    const see = (w: Workshop, seen: SeenKind, noted: boolean) =>
      perform(w, { do: 'note-seen', pieceId: counter, entryIds: [entryId(w)], seen, noted }, later(3), counting(3));
    const both = see(see(see(done, 'weather-turned', true), 'dusty', true), 'dusty', true);
    expect(both.pieces[counter]!.log.at(-1)!.seen).toEqual(['dusty', 'weather-turned']);
    expect(see(see(both, 'dusty', false), 'weather-turned', false)).toEqual(done);
  });
  it('what is past its date is left alone, by the log as by the buy list, unless the user says so', () => {
    const old = withCans(1);
    const [can] = cansOf(old);
    const stale: Workshop = {
      ...old,
      containers: { [can!.id]: { ...can!, boughtAt: '2010-01-01T00:00:00Z', openedAt: '2010-01-01T00:00:00Z' } },
    };
    const done = after(stale, finish());
    expect(shelfL(done)).toBe(1);
    const need = { pieceId: counter, pieceName: '', productId, atMin: minuteOf(start), highL: 0.5 };
    expect(buyList([need], Object.values(stale.containers), demo.products, minuteOf(start)).lines[0]?.buyL).toBe(0.5);
    const knowingly = perform(
      done,
      { do: 'correct-entry', pieceId: counter, entryId: entryId(done), change: { fromExpired: true } },
      later(3),
      counting(3),
    );
    expect(shelfL(knowingly)).toBeCloseTo(0.867, 12);
  });
  it('a weighing says what there is: a coat corrected before it changes nothing after it', () => {
    const before = withCans(1);
    const done = after(before, finish());
    const counted = perform(
      done,
      { do: 'count', containerId: cansOf(before)[0]!.id, litres: 0.7, by: 'weighed' },
      later(30),
      counting(30),
    );
    const corrected = perform(
      counted,
      { do: 'correct-entry', pieceId: counter, entryId: entryId(done), change: { actualL: 0.3 } },
      later(40),
      counting(40),
    );
    expect([shelfL(counted), shelfL(corrected)]).toEqual([0.7, 0.7]);
  });
  it('keeps the step as it was, whatever becomes of the plan', () => {
    const done = after(demo, finish());
    const gone: Workshop = {
      ...done,
      products: {},
      pieces: { ...done.pieces, [counter]: { ...done.pieces[counter]!, looks: {} } },
    };
    expect(planOf(gone.pieces[counter]!, gone).steps).toContainEqual(paint);
  });
});

describe('a sitting', () => {
  const { steps } = planOf(demo.pieces[counter]!, demo);
  const own = steps.filter((s) => s.kind === 'paint').slice(0, 3);
  const minutes = [30, 20, 10];
  const of = (what: 'start-sitting' | 'finish-sitting', from = 0): Deed => ({
    do: what,
    pieceId: counter,
    steps: own.slice(from).map((step, i) => ({ step, planned, handsOnMin: minutes[from + i]! })),
  });
  /** Of each entry: its step, when it was begun and when it was done, in minutes of the day. */
  const told = (w: Workshop) =>
    w.pieces[counter]!.log.slice(demo.pieces[counter]!.log.length).map((e) => [
      own.findIndex((s) => s.id === e.step.id),
      e.startedAt?.slice(11, 16) ?? null,
      e.doneAt?.slice(11, 16),
    ]);

  it('of three steps that nobody began: done one after the other in as long as was planned, and each draws its own', () => {
    const w = perform(withCans(5), of('finish-sitting'), later(120), counting());
    expect(told(w)).toEqual([
      [0, null, '11:37'],
      [1, '11:37', '11:57'],
      [2, '11:57', '12:07'],
    ]);
    expect(shelfL(withCans(5)) - shelfL(w)).toBeCloseTo(3 * planned.volumeL, 9);
  });

  it('pressed right after another within one minute: in the order of the presses', () => {
    const at = (second: number) => new Date(Date.parse(start) + second * 1000).toISOString();
    const first = perform(demo, { do: 'finish-step', pieceId: counter, step: own[0]!, planned }, at(20), counting());
    const { log } = perform(first, of('finish-sitting', 1), at(40), counting(9)).pieces[counter]!;
    const done = log.slice(-3).map((e) => Date.parse(e.doneAt!));
    expect(done[0]).toBe(Date.parse(at(20)));
    expect(done).toEqual([...done].sort((a, b) => a - b));
    expect(done[2]).toBe(Date.parse(at(40)));
  });

  it('begun and done: the time it took, shared by the minutes of its steps', () => {
    const begun = perform(demo, of('start-sitting'), later(0), counting());
    expect(told(begun)).toEqual([[0, '10:07', undefined]]);
    // 120 min for 60 planned: 60, 40, 20.
    expect(told(perform(begun, of('finish-sitting'), later(120), counting(9)))).toEqual([
      [0, '10:07', '11:07'],
      [1, '11:07', '11:47'],
      [2, '11:47', '12:07'],
    ]);
  });

  it('of which a step was logged alone: the rest follows it, not sooner, and nothing is logged twice', () => {
    const alone = perform(
      demo,
      { do: 'finish-step', pieceId: counter, step: own[0]!, planned },
      later(110),
      counting(),
    );
    const w = perform(alone, of('finish-sitting'), later(125), counting(9));
    expect(told(w)).toEqual([
      [0, null, '11:57'],
      // 15 min for 30 planned: 10 and 5.
      [1, null, '12:07'],
      [2, '12:07', '12:12'],
    ]);
    expect(perform(w, of('finish-sitting'), later(130), counting(20))).toEqual(w);
    expect(perform(w, of('start-sitting'), later(130), counting(20))).toEqual(w);
  });
});

describe('a mix and the coat it was made for', () => {
  const begin: Extract<Deed, { do: 'begin-mix' }> = {
    do: 'begin-mix',
    mix: {
      name: 'Thinned',
      productId,
      by: 'mass',
      hardenerFrac: null,
      parts: [{ name: 'paint', productId, share: 1, densityKgPerL: 1.3, hardener: false }],
      wantedKg: 0.26,
      steps: [{ pieceId: counter, stepId: paint.id }],
      colour: '#6f7f6a',
      useBy: null,
    },
  };
  const pour = (massKg: number): Deed => ({ do: 'pour', mixId: 'new-1', part: 0, massKg });
  const close: Deed = { do: 'finish-mix', mixId: 'new-1', keptL: 0 };
  it.each([
    ['begun, poured, laid, closed', [begin, pour(0.26), finish(), close]],
    ['begun, laid, poured, closed', [begin, finish(), pour(0.26), close]],
    ['begun, poured, closed, laid', [begin, pour(0.26), close, finish()]],
  ] satisfies [string, Deed[]][])('%s: leaves the shelf once', (_, deeds) =>
    // 0.26 kg at 1.3 kg/L are 0.2 L.
    expect(shelfL(after(withCans(1), ...deeds))).toBeCloseTo(0.8, 12),
  );
  it('is noted with the coat, also where it was mixed after the coat was begun, with the air of that hour', () => {
    const start: Deed = { ...finish(), do: 'start-step' } as Deed;
    const air: Deed = {
      do: 'read-air',
      reading: { space: 'Goods shed', airTempC: 18, relHumFrac: 0.6, surfaceTempC: null },
    };
    // What was read elsewhere, and later, is none of its own.
    const elsewhere: Deed = {
      do: 'read-air',
      reading: { space: 'Lamp room', airTempC: 21, relHumFrac: 0.4, surfaceTempC: null },
    };
    const w = after(
      { ...withCans(1), readings: {} },
      start,
      air,
      elsewhere,
      begin,
      { do: 'pour', mixId: 'new-4', part: 0, massKg: 0.26 },
      // Another one, for another step of the piece, is none of its own.
      { ...begin, mix: { ...begin.mix, name: 'Other', steps: [{ pieceId: counter, stepId: 'top/clear/1' }] } },
      { do: 'pour', mixId: 'new-5', part: 0, massKg: 0.1 },
      finish(),
    );
    expect(w.pieces[counter]!.log.find((e) => e.step.id === paint.id)).toMatchObject({
      batch: 'Thinned',
      air: { airTempC: 18, relHumFrac: 0.6 },
    });
  });
  it('poured to nothing, or taken away, the coat draws for itself', () => {
    expect(shelfL(after(withCans(1), begin, pour(0.26), finish(), pour(0)))).toBeCloseTo(0.867, 12);
    // Thrown away, the mix has left the shelf, and so has what the coat takes.
    const drawn = (...deeds: Deed[]) => 1 - shelfL(after(withCans(1), ...deeds));
    expect(drawn(begin, pour(0.26), finish(), { do: 'throw-mix', mixId: 'new-1' })).toBeCloseTo(
      drawn(begin, pour(0.26)) + drawn(finish()),
      9,
    );
    expect(shelfL(after(withCans(1), begin, pour(0.26), finish(), { do: 'drop-mix', mixId: 'new-1' }))).toBeCloseTo(
      0.867,
      12,
    );
  });
  it('what is kept goes into a jar, and a closed mix is not closed twice', () => {
    const done = after(withCans(1), begin, pour(0.26), { ...close, keptL: 0.05 } as Deed);
    expect(shelfL(done)).toBeCloseTo(0.85, 12);
    expect(() => perform(done, close, later(9), counting(9))).toThrow(DeedRefused);
  });
  it.each([Number.NaN, -1, 1e9])('%s kg are refused, and nothing is changed', (massKg) =>
    expect(() => after(withCans(1), begin, pour(massKg))).toThrow(DeedRefused),
  );
});

describe('the working time of what is in the cup', () => {
  // 4 minutes at 20 °C with 2 % of hardener; × 0.508 from 20 to 30 °C and inversely with the hardener (Arrhenius with 50 kJ/mol, from
  // memory; common practice: half per 10 °C).
  const filler = demo.products['filler-two-part']!;
  const cup = (pasteG: number, hardenerG: number) => [
    { name: 'paste', share: 98, massKg: pasteG / 1000, densityKgPerL: 1.8, hardener: false, productId: filler.id },
    { name: 'hardener', share: 2, massKg: hardenerG / 1000, densityKgPerL: 1.2, hardener: true, productId: null },
  ];
  const at = (airTempC: number) => ({ airTempC, relHumFrac: 0.5 });
  it.each([
    ['as its label says, at 20 °C', cup(98, 2), at(20), 4],
    ['at 30 °C', cup(98, 2), at(30), 4 * 0.508],
    ['with twice the hardener', cup(98, 4), at(20), 4 / (4 / 102 / 0.02)],
    ['with half of it', cup(99, 1), at(20), 8],
    ['before any hardener is in', cup(98, 0), at(20), 4],
    ['with no reading of the air', cup(98, 2), null, 4],
  ] as const)('%s', (_, parts, air, minutes) =>
    expect(workingOf({ parts: [...parts], air }, filler)).toBeCloseTo(minutes, 2),
  );
  it('is nothing for what does not set, and for what is unknown', () => {
    expect(workingOf({ parts: cup(98, 2), air: null }, demo.products.enamel)).toBeNull();
    expect(workingOf({ parts: cup(98, 2), air: null }, undefined)).toBeNull();
  });
});

describe('the clock of a cup', () => {
  const filler = demo.products['filler-two-part']!;
  const begin: Deed = {
    do: 'begin-mix',
    mix: {
      name: 'Filler',
      productId: filler.id,
      by: 'mass',
      hardenerFrac: { least: 0.01, most: 0.03 },
      parts: [
        { name: 'paste', productId: filler.id, share: 98, densityKgPerL: 1.8, hardener: false },
        { name: 'hardener', productId: null, share: 2, densityKgPerL: 1.2, hardener: true },
      ],
      wantedKg: 0.1,
      steps: [],
      colour: '#888888',
      useBy: null,
    },
  };
  const pour = (part: number, massKg: number): Deed => ({ do: 'pour', mixId: 'new-1', part, massKg });
  const mixAfter = (...deeds: Deed[]) => after(demo, begin, ...deeds).mixes['new-1']!;
  it('starts with the first hardener, goes on with more of it, and stops where all of it is taken out', () => {
    expect(mixAfter(pour(0, 0.098)).startedAt).toBeNull();
    expect(mixAfter(pour(0, 0.098)).workingMin).toBeNull();
    expect(mixAfter(pour(0, 0.098), pour(1, 0.001)).startedAt).toBe(later(3));
    expect(mixAfter(pour(0, 0.098), pour(1, 0.001), pour(1, 0.002)).startedAt).toBe(later(3));
    expect(mixAfter(pour(0, 0.098), pour(1, 0.002), pour(1, 0)).startedAt).toBeNull();
  });
});

describe('a count of a supply', () => {
  const bare: Workshop = { ...demo, supplies: {} };
  const { id: _, left: __, counts: ___, ...gloves } = typicalSupplies.find((s) => s.kind === 'gloves')!;
  const bought = (amount: number): Deed => ({ do: 'bring-supply', supply: gloves, amount });
  const own = (w: Workshop) => Object.values(w.supplies)[0]!;
  const at = (min: number) => new Date(Date.parse('2026-11-25T10:00:00Z') + min * 60_000).toISOString();
  const after = (...deeds: [min: number, deed: (w: Workshop) => Deed][]) =>
    deeds.reduce((w, [min, deed]) => perform(w, deed(w), at(min), counting()), bare);
  const count = (left: number) => (w: Workshop) => ({ do: 'count-supply', supplyId: own(w).id, left }) as const;

  it('stands beside what lay there and what was bought since; soon after it, it is put right', () => {
    const told = own(
      after([0, () => bought(50)], [600, count(30)], [620, count(31)], [700, () => bought(10)], [710, count(38)]),
    );
    expect(told.left).toBe(38);
    expect(told.counts!.map((c) => [c.was, c.found])).toEqual([
      [50, 50],
      [50, 31],
      [41, 38],
    ]);
  });
  it('is refused where it cannot be, and of what is no longer counted', () => {
    for (const left of [-1, Number.NaN, 1e6])
      expect(() => after([0, () => bought(1)], [1, count(left)])).toThrow(DeedRefused);
    expect(() => after([0, () => bought(-1)])).toThrow(DeedRefused);
    expect(() => after([0, () => ({ do: 'count-supply', supplyId: 'gone', left: 1 })])).toThrow(
      /no longer kept count of/,
    );
  });
});

describe('a count of a can', () => {
  const count = (litres: number, by: 'typed' | 'weighed' = 'typed'): Deed => ({
    do: 'count',
    containerId: Object.keys(withCans(1).containers)[0]!,
    litres,
    by,
  });
  const rows = (at: readonly number[], ...deeds: Deed[]) =>
    Object.values(
      deeds.reduce((w, deed, i) => perform(w, deed, later(at[i]!), counting(i)), withCans(1)).containers,
    )[0]!
      .ledger.slice(1)
      .map((r) => [r.deed, r.countedL]);
  it('corrected within a minute is one count; later, or by another way, it is another', () => {
    expect(rows([1, 1.5], count(0.4), count(0.5))).toEqual([['typed', 0.5]]);
    expect(rows([1, 2], count(0.4), count(0.5))).toEqual([
      ['typed', 0.4],
      ['typed', 0.5],
    ]);
    expect(rows([1, 1.5], count(0.4), count(0.5, 'weighed'))).toEqual([
      ['typed', 0.4],
      ['weighed', 0.5],
    ]);
  });
  it('lies between nothing and a thousand litres', () => {
    expect(rows([1, 5], count(0), count(1000))).toHaveLength(2);
    for (const litres of [-0.001, 1000.001, Number.NaN])
      expect(() => after(withCans(1), count(litres))).toThrow(DeedRefused);
  });
});

describe('any deeds in any order', () => {
  const stepIds = planOf(demo.pieces[counter]!, demo)
    .steps.filter((s) => s.productId !== null)
    .slice(0, 12);
  const litres = fc.double({ min: 0, max: 2, noNaN: true });
  const anyDeed = fc.oneof(
    fc.record({ what: fc.constant('finish' as const), i: fc.nat(11), l: litres }),
    fc.record({ what: fc.constant('start' as const), i: fc.nat(11), l: litres }),
    fc.record({
      what: fc.constantFrom('remove' as const, 'correct' as const, 'expired' as const),
      i: fc.nat(40),
      l: litres,
    }),
    fc.record({ what: fc.constant('bring' as const), i: fc.nat(11), l: litres }),
    fc.record({
      what: fc.constantFrom('typed' as const, 'weighed' as const, 'use-up' as const, 'throw-away' as const),
      i: fc.nat(40),
      l: litres,
    }),
    fc.record({
      what: fc.constantFrom('mix' as const, 'pour' as const, 'close' as const, 'drop' as const),
      i: fc.nat(11),
      l: litres,
    }),
  );
  type Raw = typeof anyDeed extends fc.Arbitrary<infer T> ? T : never;
  const nth = <T>(all: readonly T[], i: number): T | undefined => (all.length === 0 ? undefined : all[i % all.length]);
  function deedOf(w: Workshop, { what, i, l }: Raw): Deed | undefined {
    const step = stepIds[i % stepIds.length]!;
    const entry = nth(w.pieces[counter]!.log, i);
    const can = nth(Object.values(w.containers), i);
    const mix = nth(
      Object.values(w.mixes).filter((m) => m.id.startsWith('new-')),
      i,
    );
    switch (what) {
      case 'finish':
      case 'start':
        return { do: `${what}-step`, pieceId: counter, step, planned: { ...planned, volumeL: l } };
      case 'remove':
        return entry && { do: 'remove-entry', pieceId: counter, entryId: entry.id };
      case 'correct':
        return entry && { do: 'correct-entry', pieceId: counter, entryId: entry.id, change: { actualL: l } };
      case 'expired':
        return entry && { do: 'correct-entry', pieceId: counter, entryId: entry.id, change: { fromExpired: l > 1 } };
      case 'bring':
        return {
          do: 'bring',
          containers: [{ productId: step.productId!, litres: l, batch: null, finite: false, place: '' }],
        };
      case 'typed':
      case 'weighed':
        return can && { do: 'count', containerId: can.id, litres: l, by: what };
      case 'use-up':
      case 'throw-away':
        return can && { do: what, containerId: can.id };
      case 'mix':
        return {
          do: 'begin-mix',
          mix: {
            name: 'M',
            productId: step.productId,
            by: 'mass',
            hardenerFrac: null,
            parts: [{ name: 'p', productId: step.productId, share: 1, densityKgPerL: 1, hardener: false }],
            wantedKg: 1,
            steps: [{ pieceId: counter, stepId: step.id }],
            colour: '#000000',
            useBy: null,
          },
        };
      case 'pour':
        return mix && { do: 'pour', mixId: mix.id, part: 0, massKg: l };
      case 'close':
        return mix && !mix.done ? { do: 'finish-mix', mixId: mix.id, keptL: l / 4 } : undefined;
      case 'drop':
        return mix && { do: 'drop-mix', mixId: mix.id };
    }
  }
  const run = (raws: readonly Raw[]): Workshop[] => {
    const ids = counting();
    const states: Workshop[] = [demo];
    raws.forEach((raw, i) => {
      const w = states.at(-1)!;
      const deed = deedOf(w, raw);
      if (deed) states.push(perform(w, deed, later(i + 1), ids));
    });
    return states;
  };
  const rowsOf = (w: Workshop): LedgerRow[] => Object.values(w.containers).flatMap((c) => c.ledger);

  it('conserve litres: nothing is drawn twice, no can falls below nothing, only what is logged or poured is drawn', () => {
    fc.assert(
      fc.property(fc.array(anyDeed, { maxLength: 30 }), (raws) => {
        for (const w of run(raws)) {
          for (const c of Object.values(w.containers)) expect(leftL(c)).toBeGreaterThanOrEqual(0);
          for (const entry of w.pieces[counter]!.log) {
            const drawn = rowsOf(w).filter((r) => r.deed === 'coat' && r.ofId === entry.id);
            const sum = -drawn.reduce((s, r) => s + r.changeL!, 0);
            const used = entry.doneAt === null ? 0 : (entry.actualL ?? entry.planned?.volumeL ?? 0);
            expect(sum).toBeLessThanOrEqual(used + 1e-9);
            const mixed = Object.values(w.mixes).some(
              (m) =>
                m.steps.some((s) => s.pieceId === counter && s.stepId === entry.step.id) &&
                m.parts.some((p) => p.massKg > 0),
            );
            if (mixed) expect(sum).toBeCloseTo(0, 12);
          }
          const known = new Set([...w.pieces[counter]!.log.map((e) => e.id), ...Object.keys(w.mixes)]);
          for (const r of rowsOf(w)) if (r.deed === 'coat' || r.deed === 'mix') expect(known.has(r.ofId!)).toBe(true);
          for (const m of Object.values(w.mixes)) {
            const drawn = -rowsOf(w)
              .filter((r) => r.deed === 'mix' && r.ofId === m.id)
              .reduce((s, r) => s + r.changeL!, 0);
            expect(drawn).toBeLessThanOrEqual(m.parts.reduce((s, p) => s + p.massKg, 0) + 1e-9);
          }
        }
      }),
      { numRuns: 150 },
    );
  });

  it('draw from a full shelf just what was used: each coat its own, one from a poured mix nothing, a mix what was poured', () => {
    const full: Workshop = {
      ...demo,
      mixes: {},
      pieces: { ...demo.pieces, [counter]: { ...demo.pieces[counter]!, log: [] } },
      containers: after(
        { ...demo, containers: {} },
        {
          do: 'bring',
          containers: [...new Set(stepIds.flatMap((s) => s.productId ?? []))].map((id) => ({
            productId: id,
            litres: 500,
            batch: null,
            finite: true,
            place: '',
          })),
        },
      ).containers,
    };
    const some = fc.double({ min: 0.001, max: 2, noNaN: true });
    // A few steps only, so that mixes meet the coats they were made for.
    const act = fc.record({
      what: fc.constantFrom('mix' as const, 'finish' as const, 'correct' as const),
      i: fc.nat(3),
      l: some,
    });
    const drawn = (w: Workshop, deed: 'coat' | 'mix', ofId: string) =>
      -rowsOf(w)
        .filter((r) => r.deed === deed && r.ofId === ofId)
        .reduce((sum, r) => sum + r.changeL!, 0);
    fc.assert(
      fc.property(fc.array(act, { minLength: 2, maxLength: 12 }), (acts) => {
        const ids = counting();
        let w = full;
        const make = (raw: Raw) => {
          const deed = deedOf(w, raw);
          if (deed) w = perform(w, deed, later(1), ids);
        };
        for (const a of acts) {
          make(a);
          if (a.what === 'mix') make({ what: 'pour', i: Object.keys(w.mixes).length - 1, l: a.l });
        }
        for (const entry of w.pieces[counter]!.log) {
          const mixed = Object.values(w.mixes).some(
            (m) => m.steps.some((s) => s.stepId === entry.step.id) && m.parts.some((p) => p.massKg > 0),
          );
          const used = entry.doneAt === null || mixed ? 0 : (entry.actualL ?? entry.planned?.volumeL ?? 0);
          expect(drawn(w, 'coat', entry.id)).toBeCloseTo(used, 9);
        }
        // Parts of these mixes weigh a kilogram a litre.
        for (const m of Object.values(w.mixes))
          expect(drawn(w, 'mix', m.id)).toBeCloseTo(
            m.parts.reduce((sum, p) => sum + p.massKg, 0),
            9,
          );
      }),
      { numRuns: 200 },
    );
  });

  it('draw on nothing past its date unless the user said so', () => {
    fc.assert(
      fc.property(fc.array(anyDeed, { maxLength: 25 }), (raws) => {
        const w = run(raws).at(-1)!;
        for (const c of Object.values(w.containers)) {
          const days = (w.products[c.productId] as Product | undefined)?.shelf.closedDays ?? null;
          for (const r of c.ledger.filter((x) => x.deed === 'coat')) {
            const entry = w.pieces[counter]!.log.find((e) => e.id === r.ofId);
            const stale = days !== null && c.boughtAt !== null && minuteOf(c.boughtAt) + days * 1440 < minuteOf(r.at);
            if (stale) expect(entry?.fromExpired).toBe(true);
          }
        }
      }),
      { numRuns: 100 },
    );
  });

  it('are taken back by their opposites, byte for byte', () => {
    const before = writeWorkshopFile(demo, start);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(11), litres), { maxLength: 8 }),
        fc.array(fc.tuple(fc.nat(11), litres), { maxLength: 4 }),
        (coats, pours) => {
          let w = run([
            ...pours.flatMap(([i, l]): Raw[] => [
              { what: 'mix', i, l },
              { what: 'pour', i, l },
            ]),
            ...coats.map(([i, l]): Raw => ({ what: 'finish', i, l })),
          ]).at(-1)!;
          const ids = counting(1000);
          for (const e of w.pieces[counter]!.log)
            w = perform(w, { do: 'remove-entry', pieceId: counter, entryId: e.id }, later(99), ids);
          for (const m of Object.keys(w.mixes))
            if (m.startsWith('new-')) w = perform(w, { do: 'drop-mix', mixId: m }, later(99), ids);
          expect(writeWorkshopFile(w, start)).toBe(before);
        },
      ),
      { numRuns: 80 },
    );
  });

  it('leave the buy list, the shelf and "will it last" in agreement', () => {
    fc.assert(
      fc.property(fc.array(anyDeed, { maxLength: 20 }), litres, (raws, highL) => {
        const w = run(raws).at(-1)!;
        const cans = Object.values(w.containers);
        const nowMin = minuteOf(later(60));
        const stock = usableStock(cans, w.products, nowMin);
        for (const product of Object.values(w.products)) {
          const need = { pieceId: 'x', pieceName: 'X', productId: product.id, atMin: nowMin, highL };
          const line = buyList([need], cans, w.products, nowMin).lines[0];
          const [last] = willItLast(product, [need], cans);
          const usable = stock[product.id]?.usableL ?? 0;
          expect(line?.buyL ?? 0).toBeCloseTo(Math.max(0, highL - usable), 6);
          expect(last!.leftL < 0).toBe(line !== undefined);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('what is found of the air and of films', () => {
  const done = after(demo, finish());
  const entryOf = (w: Workshop) => w.pieces[counter]!.log.find((e) => e.step.id === paint.id)!;
  it('notes how a film was found, each time, and refuses where no coat was laid', () => {
    const test = (found: 'wet' | 'sandable'): Deed => ({ do: 'test-film', pieceId: counter, stepId: paint.id, found });
    const w = after(done, test('wet'), test('sandable'));
    expect(entryOf(w).filmTests).toEqual([
      { at: later(1), found: 'wet' },
      { at: later(2), found: 'sandable' },
    ]);
    expect(() => after(demo, test('wet'))).toThrow(/log it, then say how it was found/);
  });
  it('notes what a test read, each time; moisture is that of its zone from then on', () => {
    const read = (kind: 'cross-cut' | 'moisture', value: number): Deed => ({
      do: 'check-film',
      pieceId: counter,
      stepId: paint.id,
      kind,
      value,
    });
    const w = after(done, read('cross-cut', 3), read('moisture', 11));
    expect(entryOf(w).checks!.map((c) => [c.kind, c.value])).toEqual([
      ['cross-cut', 3],
      ['moisture', 11],
    ]);
    expect(w.pieces[counter]!.tests[paint.zoneId!]).toMatchObject({ moistureFrac: 0.11, moistureAt: later(2) });
    expect(() => after(demo, read('cross-cut', 3))).toThrow(/log it, then say how it was found/);
  });
  it('pauses what runs, once, goes on, and ends a pause with the work; what does not run cannot be paused', () => {
    const entryId = entryOf(done).id;
    expect(() => after(done, { do: 'pause', pieceId: counter, entryId })).toThrow(/does not run/);
    const begun: Workshop = {
      ...done,
      pieces: {
        ...done.pieces,
        [counter]: {
          ...done.pieces[counter]!,
          log: done.pieces[counter]!.log.map((e) =>
            e.id === entryId ? { ...e, startedAt: later(0), doneAt: null } : e,
          ),
        },
      },
    };
    const act = (what: 'pause' | 'go-on'): Deed => ({ do: what, pieceId: counter, entryId });
    const paused = after(begun, act('pause'), act('pause'), act('go-on'), act('pause'));
    expect(entryOf(paused).pauses).toEqual([
      { from: later(1), until: later(3) },
      { from: later(4), until: null },
    ]);
    const over = after(paused, finish());
    expect(entryOf(over).pauses!.every((p) => p.until !== null)).toBe(true);
  });
  it('keeps the times that were put right', () => {
    const { id, startedAt, doneAt } = entryOf(done);
    const change = (at: string): Deed => ({
      do: 'correct-entry',
      pieceId: counter,
      entryId: id,
      change: { doneAt: at },
    });
    const w = after(done, change(later(7)), change(later(9)));
    expect(entryOf(w)).toMatchObject({ doneAt: later(9), timesBefore: { startedAt, doneAt }, timeIs: 'corrected' });
  });
  it('moves a piece to a space there is, and back to the usual one', () => {
    const move = (spaceId: string | null): Deed => ({ do: 'move-piece', pieceId: counter, spaceId });
    const there = after(demo, move('lamp-room'));
    const first = demo.settings.spaces[0]!.id;
    const before = demo.pieces[counter]!.spaceId ?? first;
    expect(there.pieces[counter]!.spaceId).toBe('lamp-room');
    // From where it came is known as long as that is another space.
    expect(there.pieces[counter]!.brought?.fromId).toBe(before === 'lamp-room' ? undefined : before);
    const back = after(there, move('goods-shed'), move(null));
    expect(back.pieces[counter]).not.toHaveProperty('spaceId');
    expect(back.pieces[counter]!.brought?.fromId).toBe('goods-shed');
    expect(() => after(demo, move('cellar'))).toThrow(/choose another/);
  });
  it('says when a sitting begins and in whose hands, and takes it back', () => {
    const say = (stepId: string, begins: { at: string; personId: string | null } | null): Deed => ({
      do: 'say-when',
      pieceId: counter,
      stepId,
      begins,
    });
    const at = later(60);
    const said = after(demo, say('a', { at, personId: null }), say('b', { at, personId: null }));
    expect(said.pieces[counter]!.edits.begins).toEqual({ a: { at, personId: null }, b: { at, personId: null } });
    const back = after(said, say('a', null));
    expect(back.pieces[counter]!.edits.begins).toEqual({ b: { at, personId: null } });
    expect(after(back, say('b', null)).pieces[counter]!.edits).toEqual(demo.pieces[counter]!.edits);
    expect(() => after(demo, say('a', { at, personId: 'nobody' }))).toThrow(/choose another/);
  });
  it('takes a forecast for the one before', () => {
    const forecast = { ...demo.settings.forecast!, takenAt: start };
    expect(after(demo, { do: 'take-forecast', forecast }).settings.forecast).toEqual(forecast);
    expect(after(demo, { do: 'take-forecast', forecast: null }).settings.forecast).toBeNull();
  });
  it('notes with a coat only what was read where its piece stands', () => {
    const read = (space: string, airTempC: number): Deed => ({
      do: 'read-air',
      reading: { space, airTempC, relHumFrac: 0.5, surfaceTempC: null },
    });
    const w = after({ ...demo, readings: {} }, read('Goods shed', 9), read('Lamp room', 20), finish());
    expect(entryOf(w).air).toEqual({ airTempC: 9, relHumFrac: 0.5 });
    expect(entryOf(after({ ...demo, readings: {} }, read('Lamp room', 20), finish())).air).toBeNull();
  });
});
