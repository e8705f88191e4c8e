import 'fake-indexeddb/auto';
import { demoWorkshop } from '@cosmesis/core/demo';
import { shellacFromFlakes } from '@cosmesis/core/mixing';
import type { LogEntry, Mix, Workshop } from '@cosmesis/core/workshop';
import { type Draft, produce } from 'immer';
import { describe, expect, it } from 'vitest';
import { recipeOf, workingOf } from './mixes';
import { shelfFollows } from './shelfOfLog';

const demo = demoWorkshop(Math.floor(Date.parse('2026-11-25T10:07:00Z') / 60_000), 'Europe/London');
const entry = (
  actualL: number | null,
  doneAt: string | null = '2026-11-25T10:00:00Z',
): Pick<LogEntry, 'actualL' | 'planned' | 'doneAt'> => ({
  actualL,
  doneAt,
  planned: { startAt: '2026-11-25T09:00:00Z', endAt: '2026-11-25T10:00:00Z', volumeL: 0.2 },
});
const enamelL = (w: Workshop) => w.containers['can-1']!.leftL;
const follow = (
  before: ReturnType<typeof entry> | null,
  after: ReturnType<typeof entry> | null,
  from: Workshop = demo,
) =>
  produce(from, (draft) => shelfFollows(draft as Draft<Workshop>, 'ticket-cupboard', 'carcass/paint/2', before, after));

describe('the shelf follows the log', () => {
  it('takes what was planned when a coat is done, then the difference when it is weighed, and gives it back', () => {
    const done = follow(null, entry(null));
    expect(enamelL(demo) - enamelL(done)).toBeCloseTo(0.2, 9);
    const weighed = follow(entry(null), entry(0.26), done);
    expect(enamelL(demo) - enamelL(weighed)).toBeCloseTo(0.26, 9);
    const less = follow(entry(0.26), entry(0.15), weighed);
    expect(enamelL(demo) - enamelL(less)).toBeCloseTo(0.15, 9);
    expect(enamelL(follow(entry(0.15), null, less))).toBeCloseTo(enamelL(demo), 9);
  });
  it('takes nothing for a step that only began, nor for one that a closed mix was poured for', () => {
    expect(enamelL(follow(null, entry(null, null)))).toBe(enamelL(demo));
    const mix = {
      ...demo.mixes['mix-1']!,
      done: true,
      steps: [{ pieceId: 'ticket-cupboard', stepId: 'carcass/paint/2' }],
    };
    expect(enamelL(follow(null, entry(null), { ...demo, mixes: { m: mix } }))).toBe(enamelL(demo));
  });
});

describe('a mix in the cup', () => {
  const filler = demo.products['filler-two-part']!;
  const poured = (paste: number, hardener: number, tempC = 20): Mix => ({
    ...demo.mixes['mix-1']!,
    air: { airTempC: tempC, relHumFrac: 0.5 },
    parts: demo.mixes['mix-1']!.parts.map((p, i) => ({ ...p, massKg: i === 0 ? paste : hardener })),
  });
  it('sets sooner with more hardener and in the warm: 4 min at 2 %, 2.67 at 3 %, half of it at 30 °C', () => {
    expect(workingOf(poured(0.098, 0.002), filler)).toBeCloseTo(4, 6);
    expect(workingOf(poured(0.097, 0.003), filler)).toBeCloseTo(4 / 1.5, 6);
    expect(workingOf(poured(0.098, 0.002, 30), filler)).toBeCloseTo(4 * 0.508, 2);
    expect(workingOf(poured(0.098, 0), filler)).toBeCloseTo(4, 6);
    expect(workingOf(poured(1, 0), demo.products.enamel!)).toBeNull();
  });
  it('is a recipe again, with the shares it was begun with', () => {
    expect(recipeOf(poured(0.5, 0.1)).parts.map((p) => p.share)).toEqual([98, 2]);
    expect(shellacFromFlakes(1, 1).flakesKg).toBeLessThan(0.12);
  });
});
