import { describe, expect, it } from 'vitest';
import { applyFix, exposuresOf, houseOf, planOf, runPlan } from '../finishing';
import { buildFaces, shapeOf, zonesOf } from '../piece';
import type { Piece, Step } from '../workshop';
import { jobs } from './fixtures/jobs';
import { usualWorld, without } from './fixtures/ruleFixtures';
import { reckonPiece } from './index';

const { settings } = usualWorld;
const stool = jobs['stool in bands of two colours, of a set'];
const chest = jobs['chest painted by gun, in knotty pine, with new pulls'];
const sideboard = jobs['sideboard refreshed, its scratches hidden with a stick'];
const box = jobs['box toned, with a decal'];
const table = jobs['table in veneer and solid, stained for a client in a hurry'];

const reckon = (piece: Piece) => {
  const r = reckonPiece({ ...usualWorld, piece });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const uncovered = (piece: Piece) => reckon(piece).findings.filter((f) => f.ruleId === 'MSK-06');
const ids = (piece: Piece) => planOf(piece, usualWorld).steps.map((s) => s.id);
const house = (piece: Piece, rules: Piece['houseRules']): Piece => ({ ...piece, houseRules: rules });
/** What a plan exposes, in words, with every cover and tape of it taken away, or with them. */
function exposed(piece: Piece, covers: boolean): Record<string, string[]> {
  const shape = shapeOf(piece);
  if (!shape.ok) throw new Error('measured');
  const zones = zonesOf(piece, buildFaces(shape.value));
  const away = (s: Step) => ['mask', 'cover', 'unmask', 'seal-edge'].includes(s.kind);
  const steps = planOf(piece, usualWorld).steps.filter((s) => covers || !away(s));
  const run = runPlan(piece, zones, steps, usualWorld.products);
  const found = exposuresOf({ piece, zones, run, house: houseOf(settings, piece) });
  return Object.fromEntries(
    [...found].map(([id, all]) => [
      id,
      all.map((e) => `${e.sent} ${e.spread} on ${e.zoneId}, ${e.standing}${e.covered ? ', covered' : ''}`),
    ]),
  );
}

describe('what a step can reach and hurt', () => {
  it('paint that is brushed beside wood: sealed and not under its last coat, or bare', () => {
    const bare = exposed(stool, false);
    expect(bare['carcass/paint/1']).toEqual(['colour run on top, unfinished']);
    expect(bare['legs/prime/1']).toEqual(['colour run on top, unfinished']);
    // Bands are kept where they are by hand, and so is what is wiped on; paint beside paint is cut in.
    expect(bare['legs/blend/1']).toBeUndefined();
    expect(bare['top/stain/1']).toBeUndefined();
    expect(Object.keys(bare).filter((id) => id.startsWith('top/'))).toEqual([]);
    expect(exposed(stool, true)['carcass/paint/1']).toEqual(['colour run on top, unfinished, covered']);
    const base = exposed(house(stool, { 'top-or-base-first': 'base-first' }), false);
    expect(base['carcass/paint/1']).toEqual(['colour run on top, bare']);
  });

  it('mist of clear on paint that is done, and on what stays as it is, but not on what is sprayed with the same', () => {
    const sprayed = house(chest, { 'clear-by': 'spray' });
    expect(exposed(sprayed, false)['top/clear/1']).toEqual(['clear mist on carcass, painted']);
    expect(exposed(house(box, { 'clear-by': 'spray' }), false)['carcass/clear/1']).toEqual([
      'clear mist on interior, kept',
    ]);
    // All of the chest is painted out of one gun, and its drawers are out.
    expect(Object.keys(exposed(chest, false))).toEqual([]);
  });

  it('stripper creeps to a neighbour that has its coats, not to one that is stripped too', () => {
    const strips = house(table, { 'strip-solid': 'chemical' });
    expect(Object.keys(exposed(strips, false)).filter((id) => id.includes('strip'))).toEqual([]);
    const own: Piece = {
      ...strips,
      edits: {
        ...strips.edits,
        extra: [
          {
            id: 'late',
            kind: 'strip-chemical',
            zoneId: 'legs',
            afterId: 'top/clear/3',
            productId: 'stripper-gel',
            method: 'brush',
            grit: null,
          },
        ],
      },
    };
    expect(exposed(own, false)['own/late']).toContain('stripper creep on top, finished');
    // Tape on what stays as it is holds no stripper back either.
    const kept: Piece = {
      ...sideboard,
      edits: {
        ...sideboard.edits,
        extra: [{ ...own.edits.extra[0]!, zoneId: 'carcass', afterId: 'carcass/clear/1' }],
      },
    };
    expect(exposed(kept, true)['own/late']).toContain('stripper creep on legs, kept, covered');
    expect(reckon(kept).findings.filter((f) => f.ruleId === 'MSK-03')).not.toEqual([]);
  });
});

describe('covers come from what is exposed', () => {
  it.each([
    ['stool, its top tapes left out', stool, ['top/mask/1', 'top/seal-edge/1', 'top/unmask/1']],
    ['stool, base first', house(stool, { 'top-or-base-first': 'base-first' }), ['top/cover/1', 'top/unmask/1']],
    ['chest, clear by gun', house(chest, { 'clear-by': 'spray' }), ['carcass/mask/1', 'carcass/unmask/1']],
    [
      'box, clear by gun, its inside left alone',
      house(box, { 'clear-by': 'spray' }),
      ['interior/cover/1', 'interior/unmask/1'],
    ],
  ] as const)('%s: in the plan as made; left out it is said, and one press puts it back', (_, piece, covers) => {
    expect(ids(piece)).toEqual(expect.arrayContaining([...covers]));
    expect(uncovered(piece)).toEqual([]);
    const spoiled = without(piece, ...covers);
    const found = uncovered(spoiled);
    expect(found.length).toBeGreaterThan(0);
    const mended = structuredClone(spoiled) as Piece;
    for (const f of found) applyFix(mended, f.fixes[0]!, () => 'new', '2026-11-25T08:00:00Z');
    expect(uncovered(mended)).toEqual([]);
  });

  it('a coat of one’s own beside what is finished: that is taped before it, when it bears tape, and untaped after', () => {
    const late: Piece = {
      ...stool,
      edits: {
        ...stool.edits,
        extra: [
          {
            id: 'third',
            kind: 'paint',
            zoneId: 'carcass',
            afterId: 'top/clear/3',
            productId: 'enamel',
            method: 'brush',
            grit: null,
          },
        ],
      },
    };
    const steps = reckon(late).steps;
    const place = (id: string) => steps.findIndex((s) => s.step.id === id);
    expect([place('top/mask/2'), place('own/third'), place('top/unmask/2')]).toEqual(
      [...[place('top/mask/2'), place('own/third'), place('top/unmask/2')]].sort((a, b) => a - b),
    );
    expect(place('top/mask/2')).toBeGreaterThan(0);
    const at = (id: string) => steps[place(id)]!;
    // Waterborne clear bears tape after 48 h at the latest.
    expect(at('top/mask/2').startMin - at('top/clear/3').endMin).toBeGreaterThanOrEqual(48 * 60);
    expect(at('own/third').startMin).toBeGreaterThanOrEqual(at('top/mask/2').endMin);
    expect(uncovered(late)).toEqual([]);
    const left = without(late, 'top/mask/2', 'top/unmask/2');
    const open: Piece = { ...left, edits: { ...left.edits, extra: late.edits.extra } };
    expect(reckon(open).issues.map((i) => i.message)).toEqual(reckon(late).issues.map((i) => i.message));
    expect(uncovered(open)[0]?.sentence).toBe('Carcass: paint is brushed with the top uncovered, which is finished.');
  });
});
