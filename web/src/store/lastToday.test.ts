import { demoWorkshop } from '@cosmesis/core/demo';
import {
  type Act,
  actsOf,
  type Doing,
  reckonPiece,
  summaryOf,
  type TodayInShort,
  todayInShort,
} from '@cosmesis/core/reckoning';
import { expect, it, vi } from 'vitest';
import { keepToday, stillFirst, takePressed } from './lastToday';

const nowMin = Date.parse('2026-11-25T10:07:00Z') / 60_000;
const workshop = demoWorkshop(nowMin, 'Europe/London');
const { products, settings } = workshop;
const summaries = Object.values(workshop.pieces).flatMap((piece) => {
  const told = reckonPiece({ piece, products, settings, nowMin, air: null });
  return told.ok ? [summaryOf(piece, told.value, nowMin)] : [];
});
const [act] = actsOf(summaries, workshop, nowMin) as [Act];
const { piece: _, ...first } = act;
const kept = (doing: Doing): TodayInShort => todayInShort(workshop, [{ ...act, ...doing }], nowMin);

it('presses the first act of the last Today as long as what it came from stands', () => {
  expect(stillFirst(kept(first), workshop, nowMin + 30)).toEqual(first);
  const piece = workshop.pieces[first.pieceId]!;
  const renamed = { ...workshop, pieces: { ...workshop.pieces, [piece.id]: { ...piece, name: 'Another' } } };
  expect(stillFirst(kept(first), renamed, nowMin + 30)).toBeNull();
});

it('presses no act of a day before, none whose window closed, and keeps none that is held', () => {
  const at = (closesAtMin: number | null): Doing => ({
    ...first,
    sitting: { ...first.sitting, closesAtMin },
  });
  expect(stillFirst(kept(at(null)), workshop, nowMin + 720)).not.toBeNull();
  expect(stillFirst(kept(at(null)), workshop, nowMin + 721)).toBeNull();
  expect(stillFirst(kept(at(nowMin + 60)), workshop, nowMin + 59)).not.toBeNull();
  expect(stillFirst(kept(at(nowMin + 60)), workshop, nowMin + 60)).toBeNull();
  const held = { ...first, sitting: { ...first.sitting, held: { words: 'lead not tested' } } } as Doing;
  expect(kept(held).first).toBeUndefined();
});

it('does what was pressed before the application had begun once, and only where it still stands', () => {
  const disk = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => disk.get(key) ?? null,
    setItem: (key: string, value: string) => void disk.set(key, value),
    removeItem: (key: string) => void disk.delete(key),
  });
  const last = kept(first);
  keepToday(last);
  const atMs = (nowMin + 5) * 60_000;
  const press = (change: object = {}) =>
    disk.set('cosmesis/pressed', JSON.stringify({ from: last.first!.from, what: 'start', atMs, ...change }));
  const take = (laterMs = 2000, id = workshop.id) => takePressed(id, workshop, atMs + laterMs);
  expect(take()).toBeNull();
  press();
  expect(take()).toEqual({ doing: first, what: 'start' });
  expect(take()).toBeNull();
  for (const [change, laterMs, id] of [
    [{ from: 'another' }, 2000, workshop.id],
    [{ what: 'undo' }, 2000, workshop.id],
    [{}, 11 * 60_000, workshop.id],
    [{}, 2000, 'another workshop'],
  ] as const) {
    press(change);
    expect(take(laterMs, id)).toBe('gone');
  }
  disk.set('cosmesis/pressed', 'no JSON');
  expect(take()).toBeNull();
  vi.unstubAllGlobals();
});
