import { demoWorkshop } from '@cosmesis/core/demo';
import { type Draw, noSummary, type PieceSummary } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { Workshop } from '@cosmesis/core/workshop';
import { describe, expect, it } from 'vitest';
import { SummaryBook, type Wanted } from './SummaryBook';

const start = 29_700_000;
const demo = demoWorkshop(start, 'Europe/London');

function bench(fresh = 60, wanted: Wanted = 'all') {
  let now = start;
  let later: { work: () => void; ms: number }[] = [];
  const asked: (readonly string[])[] = [];
  let answer: (told: Result<PieceSummary[]>) => void = () => {};
  const book = new SummaryBook({
    nowMin: () => now,
    ask: (ids) => {
      asked.push(ids);
      return new Promise((resolve) => {
        answer = resolve;
      });
    },
    later: (work, ms) => void later.push({ work, ms }),
  });
  book.subscribe(() => {}, wanted);
  /** What waits no longer than that goes on, ms. */
  const settle = async (most = Number.POSITIVE_INFINITY) => {
    await Promise.resolve();
    await Promise.resolve();
    const due = later.filter((l) => l.ms <= most);
    later = later.filter((l) => l.ms > most);
    for (const { work } of due) work();
  };
  return {
    book,
    asked,
    settle,
    draws: [] as Draw[],
    pass: (minutes: number) => {
      now += minutes;
      book.tick();
    },
    /** Answers what was asked last. */
    async answer(ok = true, most?: number) {
      const ids = asked.at(-1)!;
      answer(
        ok
          ? {
              ok: true,
              value: ids.map((id) => ({
                ...noSummary(id, now, ''),
                freshForMin: fresh,
                draws: this.draws.filter((d) => d.pieceId === id),
              })),
              warnings: [],
            }
          : { ok: false, issues: [{ code: 'x', path: '', message: 'x' }] },
      );
      await settle(most);
    },
    async answerAll(most?: number) {
      for (let n = -1; n !== asked.length; ) {
        n = asked.length;
        await this.answer(true, most);
      }
    },
  };
}

const planned = Object.keys(demo.pieces);
const { log } = Object.values(demo.pieces).find((p) => p.log.length > 0)!;
/** Every third is under way; made on days in no order. */
const manyPieces = (n: number): Workshop => ({
  ...demo,
  pieces: Object.fromEntries(
    Array.from({ length: n }, (_, i) => {
      const piece = { ...demo.pieces[planned[i % planned.length]!]!, id: `p${i}` };
      const createdAt = `2026-11-${String(1 + ((i * 7) % 25)).padStart(2, '0')}T08:00:00Z`;
      return [piece.id, { ...piece, createdAt, log: i % 3 === 0 ? log : [] }];
    }),
  ),
});

describe('the book of summaries', () => {
  it('asks for the first one alone and then for a few at a time, those under way first and the newest of them, until every planned piece has one', async () => {
    const b = bench();
    const workshop = manyPieces(30);
    b.book.follow(workshop);
    expect(b.asked[0]).toHaveLength(1);
    await b.answerAll();
    const order = b.asked.flat().map((id) => workshop.pieces[id]!);
    const under = order.findIndex((p) => p.log.length === 0);
    expect(under).toBeGreaterThan(0);
    expect(order.slice(under).every((p) => p.log.length === 0)).toBe(true);
    const made = order.slice(0, under).map((p) => Date.parse(p.createdAt));
    expect(made).toEqual([...made].sort((x, y) => y - x));
    expect(b.asked.map((ids) => ids.length)).toEqual([1, 8, 8, 8, 5]);
    expect(b.book.get()).toMatchObject({ all: 30, missing: 0 });
    expect(b.asked.flat().sort()).toEqual(Object.keys(workshop.pieces).sort());
  });
  it('asks again for what changed or went stale, and for nothing else', async () => {
    const b = bench();
    b.book.follow(demo);
    await b.answerAll();
    const before = b.asked.length;
    b.pass(59);
    b.book.follow({ ...demo, readings: {} });
    await b.settle();
    expect(b.asked).toHaveLength(before);
    const one = planned[0]!;
    b.book.follow({ ...demo, pieces: { ...demo.pieces, [one]: { ...demo.pieces[one]!, note: 'cracked' } } });
    // What is on screen is asked for before it.
    expect(b.asked).toHaveLength(before);
    await b.settle();
    expect(b.asked.slice(before)).toEqual([[one]]);
    await b.answerAll();
    const then = b.asked.length;
    b.pass(2);
    await b.answerAll();
    expect(new Set(b.asked.slice(then).flat()).size).toBe(b.book.get().all - 1);
  });
  it('where one piece is looked at the others wait until nothing changed for a while, or until somebody looks at them', async () => {
    const soonMs = 1000;
    const [one, two] = planned;
    const b = bench(60, [one!]);
    b.book.follow(demo);
    await b.answerAll(soonMs);
    expect(b.asked).toEqual([[one]]);
    // A change while they wait: they wait anew, and what is looked at does not.
    b.book.follow({ ...demo, pieces: { ...demo.pieces, [one!]: { ...demo.pieces[one!]!, note: 'cracked' } } });
    await b.settle(soonMs);
    expect(b.asked).toEqual([[one], [one]]);
    await b.answer(true, soonMs);
    await b.settle();
    expect(b.asked).toHaveLength(2);
    await b.settle();
    expect(b.asked).toHaveLength(3);
    await b.answerAll();
    expect(b.book.get().missing).toBe(0);

    const other = bench(60, []);
    other.book.follow(demo);
    expect(other.asked).toEqual([]);
    const leave = other.book.subscribe(() => {}, [two!]);
    expect(other.asked).toEqual([[two]]);
    await other.answer(true, soonMs);
    expect(other.asked).toHaveLength(1);
    leave();
    other.book.subscribe(() => {});
    await other.answerAll(soonMs);
    expect(other.book.get().missing).toBe(0);
  });
  it('tells when a piece takes something else than before, and which; nothing where it takes the same', async () => {
    const b = bench();
    const [one] = planned;
    const draw = {
      pieceId: one!,
      pieceName: 'x',
      productId: 'enamel',
      stepId: 'top/paint/1',
      zoneId: 'top' as const,
      kind: 'paint' as const,
      atMin: start,
      highL: 0.2,
    };
    b.draws = [draw];
    b.book.follow(demo);
    await b.answerAll();
    const turns = () => [b.book.get().turns, b.book.get().turnsOf.get(one!) ?? 0];
    expect(turns()).toEqual([0, 0]);
    const noted = (note: string) => ({ ...demo, pieces: { ...demo.pieces, [one!]: { ...demo.pieces[one!]!, note } } });
    b.book.follow(noted('same'));
    await b.answerAll();
    expect(turns()).toEqual([0, 0]);
    b.draws = [{ ...draw, highL: 0.3 }];
    b.book.follow(noted('more'));
    await b.answerAll();
    expect(turns()).toEqual([1, 1]);
  });
  it('forgets the summaries of another workshop and of pieces that are gone, and asks again after a failure, later', async () => {
    const b = bench();
    b.book.follow(demo);
    await b.answer(false);
    expect(b.asked).toHaveLength(2);
    await b.answerAll();
    const { [planned[0]!]: _, ...rest } = demo.pieces;
    b.book.follow({ ...demo, pieces: rest });
    await b.answerAll();
    expect(b.book.get().byId.has(planned[0]!)).toBe(false);
    b.book.follow({ ...demo, id: 'other', pieces: {} });
    await b.answerAll();
    expect(b.book.get()).toMatchObject({ all: 0, missing: 0 });
    expect(b.book.get().byId.size).toBe(0);
  });
  it('knows nothing of a workshop that took the place of another under its id, nor takes an answer that was meant for that', async () => {
    const b = bench();
    b.book.follow(demo, 1);
    await b.answerAll();
    b.book.follow({ ...demo, pieces: { ...demo.pieces } }, 1);
    expect(b.book.get().missing).toBe(0);
    const again = (opening: number) => b.book.follow({ ...demo, pieces: structuredClone(demo.pieces) }, opening);
    again(2);
    expect(b.book.get()).toMatchObject({ all: planned.length, missing: planned.length });
    const asked = b.asked.length;
    again(3);
    await b.answer();
    expect(b.book.get().byId.size).toBe(0);
    await b.answerAll();
    expect(b.book.get().missing).toBe(0);
    expect(b.asked.slice(asked).flat()).toHaveLength(planned.length);
  });
});
