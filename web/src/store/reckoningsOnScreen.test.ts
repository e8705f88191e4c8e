import { demoWorkshop } from '@cosmesis/core/demo';
import { noSummary } from '@cosmesis/core/reckoning';
import type { Workshop } from '@cosmesis/core/workshop';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { callCore } from '../workers/callCore';
import { askAhead, askedAhead, onScreen, reckonKey } from './reckoningsOnScreen';
import type { Book } from './SummaryBook';

vi.mock('../workers/callCore', () => ({ callCore: vi.fn(async () => ({ ok: false, issues: [] })) }));

const demo = demoWorkshop(29_700_000, 'Europe/London');
const [one, two] = Object.values(demo.pieces);
const book = (change: Partial<Book> = {}): Book => ({
  byId: new Map([[one!.id, noSummary(one!.id, 0, '')]]),
  all: 1,
  missing: 0,
  turns: 0,
  turnsOf: new Map(),
  ...change,
});
const asked = () => vi.mocked(callCore).mock.calls.map(([name, args, options]) => [name, args[0], options?.urgent]);
const edited = (note: string): Workshop => ({
  ...demo,
  pieces: { ...demo.pieces, [one!.id]: { ...one!, note } },
});

describe('what is on screen', () => {
  beforeEach(() => {
    vi.mocked(callCore).mockClear();
    onScreen.clear();
  });

  it('is asked for at once when its piece, the shelf or the air is another one, once, before all else', () => {
    onScreen.add({ ids: [one!.id], key: 'as drawn' });
    const workshop = edited('cracked');
    askAhead(workshop);
    expect(asked()).toEqual([['reckon', one!.id, true]]);
    askAhead(workshop);
    // A mix is no part of it.
    askAhead({ ...workshop, mixes: {} });
    expect(asked()).toHaveLength(1);
    askAhead({ ...workshop, products: { ...workshop.products } });
    askAhead({ ...workshop, readings: {} });
    expect(asked()).toHaveLength(3);
  });

  it('is taken once by what is drawn, and what changed again before that is kept no longer', async () => {
    const shown = { ids: [one!.id], key: 'as drawn' };
    onScreen.add(shown);
    askAhead(edited('cracked'));
    const before = shown.key;
    askAhead(edited('cracked through'));
    expect(askedAhead(before)).toBeUndefined();
    expect([...(await askedAhead(shown.key))!.keys()]).toEqual([one!.id]);
    expect(askedAhead(shown.key)).toBeUndefined();
  });

  it('is left alone where it was never drawn, or its piece is gone', () => {
    onScreen.add({ ids: [one!.id], key: null });
    onScreen.add({ ids: ['gone'], key: 'as drawn' });
    onScreen.add({ ids: ['constructor'], key: 'as drawn' });
    askAhead(edited('cracked'));
    expect(asked()).toEqual([]);
  });

  it('is another one when another piece takes something else, and not when it does so itself', () => {
    const keyOf = (ids: string[], now: Book) =>
      reckonKey(
        ids.map((id) => demo.pieces[id]!),
        demo,
        29_700_000,
        now,
      );
    const own = book({ turns: 3, turnsOf: new Map([[one!.id, 3]]) });
    const other = book({ turns: 3, turnsOf: new Map([[two!.id, 3]]) });
    expect(keyOf([one!.id], own)).toBe(keyOf([one!.id], book()));
    expect(keyOf([one!.id], other)).not.toBe(keyOf([one!.id], book()));
    // Of several, each bears on the others.
    expect(keyOf([one!.id, two!.id], own)).not.toBe(keyOf([one!.id, two!.id], book()));
    // Nothing is settled before every piece is known.
    expect(keyOf([one!.id], book({ missing: 2 }))).not.toBe(keyOf([one!.id], book()));
  });
});
