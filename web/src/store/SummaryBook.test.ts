import { demoWorkshop } from '@cosmesis/core/demo';
import { noSummary, type PieceSummary } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { Workshop } from '@cosmesis/core/workshop';
import { describe, expect, it } from 'vitest';
import { SummaryBook } from './SummaryBook';

const start = 29_700_000;
const demo = demoWorkshop(start, 'Europe/London');

function bench(fresh = 60) {
  let now = start;
  let later: (() => void)[] = [];
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
    later: (work) => void later.push(work),
  });
  const settle = async () => {
    await Promise.resolve();
    await Promise.resolve();
    const due = later;
    later = [];
    for (const work of due) work();
  };
  return {
    book,
    asked,
    pass: (minutes: number) => {
      now += minutes;
      book.tick();
    },
    /** Answers what was asked last. */
    async answer(ok = true) {
      const ids = asked.at(-1)!;
      answer(
        ok
          ? { ok: true, value: ids.map((id) => ({ ...noSummary(id, now, ''), freshForMin: fresh })), warnings: [] }
          : { ok: false, issues: [{ code: 'x', path: '', message: 'x' }] },
      );
      await settle();
    },
    async answerAll() {
      for (let n = -1; n !== asked.length; ) {
        n = asked.length;
        await this.answer();
      }
    },
  };
}

const planned = Object.keys(demo.pieces);
const manyPieces = (n: number): Workshop => ({
  ...demo,
  pieces: Object.fromEntries(
    Array.from({ length: n }, (_, i) => {
      const piece = { ...demo.pieces[planned[i % planned.length]!]!, id: `p${i}` };
      return [piece.id, { ...piece, log: i === n - 1 ? piece.log : [] }];
    }),
  ),
});

describe('the book of summaries', () => {
  it('asks for a few at a time, those under way first, until every planned piece has one', async () => {
    const b = bench();
    const workshop = manyPieces(30);
    b.book.follow(workshop);
    const [head, ...rest] = b.asked[0]!;
    expect(workshop.pieces[head!]!.log.length > 0 || workshop.pieces.p29!.log.length === 0).toBe(true);
    expect(rest).toHaveLength(7);
    expect(Math.max(...b.asked.map((ids) => ids.length))).toBeLessThanOrEqual(8);
    await b.answerAll();
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
    expect(b.asked).toHaveLength(before);
    const one = planned[0]!;
    b.book.follow({ ...demo, pieces: { ...demo.pieces, [one]: { ...demo.pieces[one]!, note: 'cracked' } } });
    expect(b.asked.slice(before)).toEqual([[one]]);
    await b.answerAll();
    const then = b.asked.length;
    b.pass(2);
    await b.answerAll();
    expect(new Set(b.asked.slice(then).flat()).size).toBe(b.book.get().all - 1);
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
});
