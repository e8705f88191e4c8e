import { demoWorkshop } from '@cosmesis/core/demo';
import { actsOf, inWorkshopOrder, sourceOf, todayInShort, todayOf } from '@cosmesis/core/reckoning';
import { type Photo, type Product, type Workshop, writeWorkshopFile } from '@cosmesis/core/workshop';
import { describe, expect, it } from 'vitest';
import { type Changes, mirrored } from './Changes';
import type { Disk, KeptAnswer, KeptOrder } from './Disk';
import { Engine, type SoughtPlan } from './Engine';

const nowMin = 29_700_000;
const demo = demoWorkshop(nowMin, 'Europe/London');
const ids = Object.keys(demo.pieces);
const cupboard = 'ticket-cupboard';

/** A disk in memory that counts what is read and written. */
function disk() {
  const answers = new Map<string, KeptAnswer>();
  const adopted: Workshop[] = [];
  const kept = new Map<string, Blob>();
  const d: Disk & {
    answers: typeof answers;
    order: KeptOrder | null;
    adopted: Workshop[];
    kept: typeof kept;
    room: number;
  } = {
    answers,
    adopted,
    kept,
    room: 100,
    order: null,
    read: async () => ({ answers: [...answers.values()], order: d.order }),
    write: async (_, kept) => {
      // As the store of the browser takes it: a function in it would throw.
      const { answers: some, order } = structuredClone(kept);
      for (const a of some) answers.set(a.pieceId, a);
      if (order) d.order = order;
    },
    isTaken: async (id) => id === 'demo',
    adopt: async (w) => void adopted.push(w),
    pictures: async function* (ids) {
      for (const id of ids) if (kept.has(id)) yield { id, blob: kept.get(id)! };
    },
    keepPicture: async (id, blob) => {
      if (kept.size >= d.room) return 'full';
      if ((await blob.text()) === 'broken') return 'unreadable';
      kept.set(id, blob);
      return 'kept';
    },
  };
  return d;
}

const whole = (w: Workshop): Changes => ({
  workshopId: w.id,
  opening: 1,
  fresh: true,
  settings: w.settings,
  put: JSON.parse(JSON.stringify(mirrored.flatMap((c) => Object.values(w[c]).map((r) => [c, r])))),
  remove: [],
});
const put = (collection: Changes['put'][number][0], record: unknown): Changes => ({
  workshopId: 'demo',
  opening: 1,
  fresh: false,
  put: [[collection, JSON.parse(JSON.stringify(record))]],
  remove: [],
});
const opened = (on: Disk, w = demo, version = 'v1') => {
  const engine = new Engine(version, on);
  engine.apply(whole(w));
  return engine;
};
const summaries = async (engine: Engine, at = nowMin) => {
  const told = await engine.summariesOf(ids, at);
  if (!told.ok) throw new Error(told.issues[0]?.message);
  return new Map(told.value.map((s) => [s.pieceId, s]));
};

/** A better order, once all pieces are worked out for it. */
const sought = async (engine: Engine, at: number, more: number, known: number | null): Promise<SoughtPlan> => {
  const told = await engine.betterPlan(at, more, known, Number.POSITIVE_INFINITY);
  if (!told.ok) throw new Error(told.issues[0]?.message);
  if ('missing' in told.value) throw new Error('not all of them are worked out');
  return told.value;
};

describe('the engine of the worker', () => {
  it('tells of the demo what a server tells on a first visit: the same acts in the same order, from the same source', async () => {
    const engine = new Engine('1', disk());
    const ids = engine.begin(nowMin, 'Europe/London');
    const summaries = await engine.summariesOf(ids, nowMin);
    const plan = engine.workshopPlan(nowMin);
    const made = engine.demo(nowMin, 'Europe/London');
    if (!summaries.ok || !plan.ok || !made.ok) throw new Error('the demo is not worked out');
    const acts = inWorkshopOrder(actsOf(summaries.value, made.value, nowMin), plan.value);
    const told = todayOf(demoWorkshop(nowMin, 'Europe/London'), nowMin);
    expect(told).toEqual(todayInShort(made.value, acts, nowMin));
    expect(told.acts.length).toBeGreaterThan(5);
    expect(told.first).toMatchObject({ atMin: nowMin, from: sourceOf(told.acts[0]!.pieceId, made.value) });
  });
  it('keeps what it worked out of the demo before that was asked for, and makes another for another hour', async () => {
    const engine = new Engine('v1', disk());
    expect(engine.begin(nowMin, 'Europe/London')).toEqual(ids);
    const before = await summaries(engine);
    const made = engine.demo(nowMin, 'Europe/London');
    if (!made.ok) throw new Error('no demo');
    expect(made.value).toEqual(demo);
    engine.apply(whole(made.value));
    const after = await summaries(engine);
    expect(ids.filter((id) => after.get(id) !== before.get(id))).toEqual([]);
    // Once handed over it is the user's: the next one is made anew.
    const again = engine.demo(nowMin + 60, 'Europe/London');
    expect(again).toEqual({ ok: true, value: demoWorkshop(nowMin + 60, 'Europe/London'), warnings: [] });
    expect(engine.begin(nowMin, 'Europe/London')).toEqual([]);
    // Another workshop in its place takes over nothing.
    engine.apply({ ...whole({ ...demo, id: 'own', pieces: {} }), put: [] });
    expect(await engine.summariesOf(ids, nowMin)).toEqual({ ok: true, value: [], warnings: [] });
  });

  it('works pieces out for the schedule a few at a time: what is on screen comes between', async () => {
    const engine = opened(disk());
    const asked = async (at: number) => {
      const told = await engine.betterPlan(at, 0, null, 0);
      if (!told.ok) throw new Error(told.issues[0]?.message);
      return 'missing' in told.value ? told.value.missing : null;
    };
    for (let left = ids.length - 1; left > 0; left -= 1) expect(await asked(nowMin)).toBe(left);
    expect(await asked(nowMin)).toBeNull();
    // What is known of them is not worked out again for the next minute.
    expect(await asked(nowMin + 1)).toBeNull();
    // Nor where the lists had them worked out before.
    const other = opened(disk());
    await summaries(other);
    const told = await other.betterPlan(nowMin, 0, null, 0);
    expect(told.ok && 'missing' in told.value).toBe(false);
  });

  it('schedules the whole workshop at once, betters it when asked again, and goes on from what was found', async () => {
    const on = disk();
    const engine = opened(on);
    let known: number | null = null;
    const plan = async (at: number, more: number, of = engine) => {
      const told = await sought(of, at, more, known);
      known = told.no;
      const whole = of.workshopPlan(at);
      if (told.plan) expect(whole).toEqual({ ok: true, value: told.plan, warnings: [] });
      if (!whole.ok) throw new Error(whole.issues[0]?.message);
      return { ...whole.value, tried: told.tried, of: told.of, told: told.plan !== null };
    };
    const first = await plan(nowMin, 0);
    expect([first.tried, first.told]).toEqual([0, true]);
    // What is known is not told again.
    expect((await plan(nowMin, 0)).told).toBe(false);
    expect(first.sittings.length).toBeGreaterThan(100);
    const hands = [...first.sittings].sort((a, b) => a.startMin - b.startMin);
    for (const [i, s] of hands.entries()) if (i > 0) expect(s.startMin).toBeGreaterThanOrEqual(hands[i - 1]!.endMin);
    expect(first.sittings.every((s) => s.binds !== '' && demo.pieces[s.pieceId])).toBe(true);
    expect(first.ready.map((r) => r.pieceId).sort()).toEqual([...ids].sort());
    const last = (p: typeof first) => Math.max(...p.ready.map((r) => r.atMin ?? 0));
    const better = await plan(nowMin, 60);
    expect(better.tried).toBe(60);
    expect(last(better)).toBeLessThanOrEqual(last(first));
    expect(better.sittings).not.toEqual(first.sittings);
    // A minute later nobody has done anything: the order is the one that was found.
    const later = await plan(nowMin + 1, 0);
    const order = (p: typeof first) => [...p.sittings].sort((a, b) => a.startMin - b.startMin).map((s) => s.id);
    expect([order(later), later.tried]).toEqual([order(better), 60]);
    // So it is for who loads the page again, and is not sought anew; later it is gone on with; other code begins anew.
    expect(await engine.keepAnswers()).toBe(true);
    expect(await engine.keepAnswers()).toBe(false);
    const again = await plan(nowMin + 1, 0, opened(on));
    expect([again.sittings, again.tried, again.of]).toEqual([later.sittings, later.tried, later.of]);
    const after = await plan(nowMin + 11, 0, opened(on));
    expect([order(after), after.tried]).toEqual([order(better), 0]);
    expect((await plan(nowMin, 0, opened(on, demo, 'v2'))).sittings).toEqual(first.sittings);
    // What is undone has the order back that was found for it.
    const own = demo.pieces[cupboard]!;
    engine.apply(put('pieces', { ...own, heightM: 0.9 }));
    expect((await plan(nowMin, 5)).tried).toBe(5);
    engine.apply(put('pieces', own));
    const undone = await plan(nowMin, 0);
    expect([undone.sittings, undone.tried]).toEqual([better.sittings, 60]);
    // Another workshop begins with nothing of this one; this one, put back, with what was found for it.
    const { [cupboard]: _, ...others } = demo.pieces;
    const other = { ...demo, pieces: others };
    engine.apply({ ...whole(other), opening: 2 });
    const anew = await plan(nowMin, 0);
    expect(anew.tried).toBe(0);
    expect(anew.sittings).toEqual((await plan(nowMin, 0, opened(disk(), other))).sittings);
    engine.apply({ ...whole(demo), opening: 3 });
    expect((await plan(nowMin, 0)).sittings).toEqual(better.sittings);
    // What putting it back wiped off the disk is written there again.
    on.order = null;
    expect([await engine.keepAnswers(), on.order !== null]).toEqual([true, true]);
  });

  it('works out one piece for one edit: every other summary is the very one it had', async () => {
    const engine = opened(disk());
    const before = await summaries(engine);
    engine.apply(put('pieces', { ...demo.pieces[cupboard]!, heightM: 0.9 }));
    const after = await summaries(engine);
    expect(ids.filter((id) => after.get(id) !== before.get(id))).toEqual([cupboard]);
    // A note says nothing that a list shows, but it is the piece’s; a new price is everybody’s.
    const product = Object.values(demo.products)[0]!;
    engine.apply(put('products', { ...product, packs: product.packs.map((p) => ({ ...p, price: p.price + 1 })) }));
    const dearer = await summaries(engine);
    expect(ids.every((id) => dearer.get(id) !== after.get(id))).toBe(true);
  });
  it('opens with what was kept on disk, and works out only what changed, was kept by other code or went stale', async () => {
    const on = disk();
    const first = opened(on);
    await summaries(first);
    expect(await first.keepAnswers()).toBe(true);
    expect(on.answers.size).toBe(ids.length);
    // Kept answers are marked: what comes back marked was not worked out.
    for (const a of on.answers.values()) a.summary = { ...a.summary, atMin: nowMin - 0.5 };
    const kept = (m: Awaited<ReturnType<typeof summaries>>) => ids.filter((id) => m.get(id)!.atMin === nowMin - 0.5);
    expect(kept(await summaries(opened(on)))).toEqual(ids);
    const changed = { ...demo, pieces: { ...demo.pieces, [cupboard]: { ...demo.pieces[cupboard]!, heightM: 0.9 } } };
    expect(kept(await summaries(opened(on, changed)))).toEqual(ids.filter((id) => id !== cupboard));
    expect(kept(await summaries(opened(on, demo, 'v2')))).toEqual([]);
    expect(kept(await summaries(opened(on), nowMin + 61))).toEqual([]);
  });
  it('says once that a plan is another because the shelf changed, and not where the user changed the piece', async () => {
    const on = disk();
    const engine = opened(on);
    const planOfSteps = async (e: Engine) => {
      const told = await e.reckon(cupboard, nowMin);
      if (!told.ok) throw new Error(told.issues[0]?.message);
      return { before: told.value.plannedBefore, now: told.value.steps.filter((s) => !s.inserted).map((s) => s.step) };
    };
    const first = await planOfSteps(engine);
    expect(first.before?.map((s) => s.id)).toEqual(first.now.map((s) => s.id));
    const logged = new Set(demo.pieces[cupboard]!.log.map((e) => e.step.productId));
    const ahead = new Set(first.now.flatMap((s) => (logged.has(s.productId) ? [] : (s.productId ?? []))));
    const paint = Object.values(demo.products).find((p: Product) => ahead.has(p.id))!;
    engine.apply({ workshopId: 'demo', opening: 1, fresh: false, put: [], remove: [['products', paint.id]] });
    const without = await planOfSteps(engine);
    expect(without.now.some((s) => s.productId === paint.id)).toBe(false);
    expect(without.before?.some((s) => s.productId === paint.id)).toBe(true);
    // Over a restart too, until it was seen.
    await engine.keepAnswers();
    const again = opened(on, {
      ...demo,
      products: Object.fromEntries(Object.entries(demo.products).filter(([id]) => id !== paint.id)),
    });
    expect((await planOfSteps(again)).before?.some((s) => s.productId === paint.id)).toBe(true);
    again.seePlan(cupboard);
    expect((await planOfSteps(again)).before?.some((s) => s.productId === paint.id)).toBe(false);
    // The user’s own change is not news.
    engine.apply(
      put('pieces', { ...demo.pieces[cupboard]!, looks: { ...demo.pieces[cupboard]!.looks, top: 'waxed' } }),
    );
    const own = await planOfSteps(engine);
    expect(own.before?.map((s) => s.id)).toEqual(own.now.map((s) => s.id));
  });
  it('answers in words where a piece is gone or what it works out fails, and goes on', async () => {
    const engine = opened(disk());
    const told = await engine.reckon('nobody', nowMin);
    expect(told.ok ? '' : told.issues[0]?.message).toMatch(/not in the workshop any more/);
    expect((await engine.reckon(cupboard, nowMin)).ok).toBe(true);
  });
  it('reads a file whole with progress, never over a workshop that is there, and refuses what cannot be read', async () => {
    const on = disk();
    const engine = new Engine('v1', on);
    const shares: number[] = [];
    const file = new Blob([writeWorkshopFile(demo, '2026-11-25T08:00:00+00:00')]);
    const told = await engine.importFile(file, 'fresh-id', (share) => shares.push(share));
    expect(told.ok).toBe(true);
    expect(on.adopted.map((w) => w.id)).toEqual(['fresh-id']);
    expect(shares.length).toBeGreaterThan(1);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    const cut = await engine.importFile(new Blob(['{"format":']), 'other', () => {});
    expect(cut.ok).toBe(false);
    expect(on.adopted).toHaveLength(1);
  });

  it('takes a workshop with its photographs to another device: all that are there, and says which are not', async () => {
    const photo = (id: string): Photo => ({
      id,
      name: `${id}.jpg`,
      at: '2026-11-25T10:00:00+00:00',
      atFrom: 'camera',
      widthPx: 20,
      heightPx: 10,
      of: { kind: 'piece' },
      note: '',
    });
    const photos = ['one', 'two', 'three', 'broken', 'elsewhere'].map(photo);
    const here = disk();
    const engine = new Engine('1', here);
    engine.apply(whole({ ...demo, pieces: { ...demo.pieces, [cupboard]: { ...demo.pieces[cupboard]!, photos } } }));
    for (const id of ['one', 'two', 'three', 'broken', 'of no piece']) here.kept.set(id, new Blob([id]));
    const zip = await engine.exportZip('2026-11-25T10:00:00+00:00');
    if (!zip.ok) throw new Error(zip.issues[0]?.message);
    expect(zip.value.left).toBe(1);
    const there = disk();
    const read = await new Engine('1', there).importFile(zip.value.blob, 'fresh');
    expect(read.ok && read.warnings.map((w) => w.code)).toEqual(['photos_damaged']);
    expect(there.adopted[0]!.pieces[cupboard]!.photos).toEqual(photos);
    expect([...there.kept.keys()]).toEqual(['one', 'two', 'three']);
    expect(await there.kept.get('two')!.text()).toBe('two');
    // A disk that is full keeps what it can, and the workshop.
    const full = disk();
    full.room = 2;
    const half = await new Engine('1', full).importFile(zip.value.blob, 'fresh');
    expect(half.ok && half.warnings[0]?.message).toMatch(/2 photographs were kept, 2 were not/);
    expect(full.adopted).toHaveLength(1);
  });

  it('plans with what the instruments told, keeps it out of the records until it is, and lets go of it for another workshop', () => {
    const engine = opened(disk());
    const shed = () => {
      const told = engine.airNow('parcels-counter', nowMin);
      if (!told.ok || !told.value) throw new Error('no air');
      return told.value;
    };
    expect(shed()).toMatchObject({ space: 'Goods shed', airTempC: 10.5 });
    const reading = {
      id: 'probe-1',
      at: new Date(nowMin * 60_000).toISOString(),
      space: 'Goods shed',
      airTempC: 3,
      relHumFrac: 0.9,
      surfaceTempC: 3,
    };
    engine.hear({ workshopId: 'demo', readings: [reading], forecast: null });
    expect(shed().airTempC).toBe(3);
    // An older forecast than the one there is changes nothing, a later one does.
    const own = demo.settings.forecast!;
    const cold = own.airTempC.map(() => -5);
    const at = (hours: number) => new Date(Date.parse(own.takenAt) + hours * 3_600_000).toISOString();
    const platform = () => {
      const told = engine.airAhead('platform', nowMin);
      if (!told.ok) throw new Error('no air');
      return told.value.hours.find((h) => h.atMin > nowMin + 600)!.airTempC;
    };
    const before = platform();
    engine.hear({ workshopId: 'demo', readings: [], forecast: { ...own, takenAt: at(-5), airTempC: cold } });
    expect(platform()).toBe(before);
    engine.hear({ workshopId: 'demo', readings: [], forecast: { ...own, takenAt: at(1), airTempC: cold } });
    expect(platform()).toBe(-5);
    engine.hear({ workshopId: 'another', readings: [reading], forecast: null });
    expect(shed().airTempC).toBe(10.5);
    const bands = engine.spaceBands(nowMin);
    expect(bands.ok).toBe(true);
  });

  it('tries a sitting at another time, and says piece by piece what stands against it', async () => {
    const engine = opened(disk());
    await summaries(engine);
    const told = engine.workshopPlan(nowMin);
    if (!told.ok) throw new Error(told.issues[0]?.message);
    const inOrder = [...told.value.sittings].sort((a, b) => a.startMin - b.startMin);
    const at = (id: string, startMin: number) => {
      const answer = engine.tryWhen(nowMin, { taskId: id, startMin, personId: null });
      if (!answer.ok) throw new Error(answer.issues[0]?.message);
      return answer.value;
    };
    const planned = inOrder.slice(1).find((s) => s.status === 'planned')!;
    expect(at(planned.id, planned.startMin)).toMatchObject({ ok: true, missed: [] });
    // In the night there are no hours for it, whoever does it.
    const night = { taskId: planned.id, startMin: planned.startMin + 14 * 60, personId: null };
    expect(at(night.taskId, night.startMin)).toMatchObject({ ok: false, pieceId: planned.pieceId });
    const seek = (number: number) => {
      for (let asked = 1; ; asked += 1) {
        const answer = engine.whyNot(number, nowMin, planned.pieceId, night, 0.01);
        if (!answer.ok) throw new Error(answer.issues[0]?.message);
        if (answer.value.done) return { asked, parts: answer.value.parts };
      }
    };
    const found = seek(1);
    expect(found.asked).toBeGreaterThan(2);
    expect(found.parts?.map((p) => p.kind)).toEqual(['hours', 'pin']);
    engine.whyNot(2, nowMin, planned.pieceId, night, 0.01);
    expect(seek(3).parts).toEqual(found.parts);
  });

  it('rehearses as far as it is let, goes on where it was, begins anew under another number, and says the same each time', async () => {
    const engine = opened(disk());
    await summaries(engine);
    const play = (number: number) => {
      const shares: number[] = [];
      for (;;) {
        const answer = engine.rehearse(number, 20, nowMin, 0.01);
        if (!answer.ok) throw new Error(answer.issues[0]?.message);
        shares.push(answer.value.share);
        if (answer.value.told) return { shares, told: answer.value.told };
      }
    };
    const first = play(1);
    expect(first.shares.length).toBeGreaterThan(2);
    expect([...first.shares].sort((a, b) => a - b)).toEqual(first.shares);
    expect(first.told.runs).toBe(20);
    expect(first.told.pieces.filter((p) => p.metFrac !== null).length).toBe(2);
    expect(first.told.alternatives.map((a) => a.id)).toEqual([
      'as-it-is',
      'longer-days',
      'saturday',
      'second-hands',
      'one-more-place',
      'warm-air',
    ]);
    engine.rehearse(2, 20, nowMin, 0.01);
    expect(play(3).told).toEqual(first.told);
  });
});

describe('what goes out of the house', () => {
  it('has a piece in its turn among the others: its calendar begins each sitting when the schedule of all does', async () => {
    const engine = opened(disk());
    const plan = engine.workshopPlan(nowMin);
    const piece = 'writing-slope';
    const [made, alone] = [await engine.calendar(piece, nowMin), await engine.reckon(piece, nowMin)];
    if (!plan.ok || !made.ok || !alone.ok) throw new Error('worked out');
    const stamp = (minute: number) => `${new Date(minute * 60_000).toISOString().slice(0, 19).replace(/[-:]/g, '')}Z`;
    const begins = new Set([...made.value.matchAll(/DTSTART:(\S+)/g)].map((m) => m[1]));
    const sittings = plan.value.sittings.filter((s) => s.pieceId === piece && s.status === 'planned');
    expect(sittings.length).toBeGreaterThan(10);
    // Two right behind each other with the same tool are one event.
    const goesOn = new Set(sittings.map((s) => s.endMin));
    for (const s of sittings) if (!goesOn.has(s.startMin)) expect(begins, s.words).toContain(stamp(s.startMin));
    const ready = plan.value.ready.find((r) => r.pieceId === piece)!.atMin!;
    expect(begins).toContain(stamp(ready));
    expect(ready).toBeGreaterThan(alone.value.totals.lightUseAtMin!);
  });
});
