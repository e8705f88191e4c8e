import { describe, expect, it } from 'vitest';
import { newDamage, newPiece } from '../piece';
import { typicalProducts } from '../products';
import { damageKinds, defaultSettings, type Piece, type Product, type SpotReaction, type ZoneTests } from '../workshop';
import {
  additionTable,
  badnessOf,
  badnessTable,
  concludeSpotTest,
  damageTable,
  generatePlan,
  isQuick,
  lookTable,
  takeOffTable,
  withBadness,
} from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const tested = (spirits: SpotReaction, alcohol: SpotReaction, lacquerThinner: SpotReaction): ZoneTests => ({
  spirits,
  alcohol,
  lacquerThinner,
  bleed: 'unknown',
  silicone: false,
});

describe('spot tests, in their order', () => {
  it.each<[SpotReaction, SpotReaction, SpotReaction, string | null, RegExp]>([
    ['untried', 'untried', 'untried', null, /Not tried yet/],
    ['dissolves', 'untried', 'untried', null, /Try alcohol next/],
    ['nothing', 'dissolves', 'untried', 'shellac', /Alcohol dissolves it/],
    ['dissolves', 'dissolves', 'untried', 'shellac', /Wax or polish lies on it/],
    ['nothing', 'nothing', 'untried', null, /Try lacquer thinner next/],
    ['nothing', 'nothing', 'dissolves', 'lacquer', /Lacquer thinner dissolves it/],
    ['nothing', 'nothing', 'wrinkles', 'oil-varnish', /not dissolving/],
    ['nothing', 'nothing', 'softens', 'polyurethane', /waterborne acrylic/],
    ['nothing', 'nothing', 'nothing', 'polyurethane', /Neither/],
  ])('spirits %s, alcohol %s, thinner %s → %s', (spirits, alcohol, thinner, finish, words) => {
    const told = concludeSpotTest(tested(spirits, alcohol, thinner));
    expect(told.finish).toBe(finish);
    expect(told.words).toMatch(words);
  });
});

describe('how bad it is, in one word', () => {
  const cabinet: Piece = {
    ...newPiece('c', 'C', 'cabinet', ''),
    drawers: 1,
    damage: [newDamage('own', 'burn', 'top')],
  };
  it('fills in typical defects and the state of the film, and takes those of an earlier word back', () => {
    const wreck = { ...cabinet, ...withBadness(cabinet, 'wreck') };
    expect(wreck.surfaces.carcass.oldFinish.condition).toBe('failing');
    expect(wreck.damage.map((d) => d.kind)).toEqual([
      'burn',
      'filthy',
      'open-joint',
      'split',
      'missing-corner',
      'dent',
      'wobbly-leg',
      'sticking-drawer',
    ]);
    const good = { ...wreck, ...withBadness(wreck, 'good') };
    expect(good.damage.map((d) => d.id)).toEqual(['own']);
    expect(good.surfaces.top.oldFinish.condition).toBe('sound');
  });
  it('gives a frame no drawers, and a board no legs', () => {
    const board = newPiece('b', 'B', 'board', '');
    const kinds = withBadness(board, 'wreck').damage.map((d) => d.kind);
    expect(kinds).not.toContain('sticking-drawer');
    expect(kinds).not.toContain('wobbly-leg');
  });
  it('is told again from the defects it put in', () => {
    for (const { id, defects } of badnessTable.filter((b) => b.defects.length > 0)) {
      const piece = { ...cabinet, ...withBadness(cabinet, id) };
      expect(badnessOf(piece)).toBe(id);
      expect(piece.damage.filter(isQuick).length).toBeGreaterThanOrEqual(defects.length - 1);
    }
    expect(badnessOf(cabinet)).toBeNull();
  });
});

describe('tables of the survey', () => {
  it('have one row for every id, and say what speaks for and against each way', () => {
    expect(damageTable.map((r) => r.id).sort()).toEqual([...damageKinds].sort());
    for (const { treatments } of damageTable) {
      expect(new Set(treatments.map((t) => t.id)).size).toBe(treatments.length);
      for (const t of treatments) expect([t.speaksFor.length, t.speaksAgainst.length].every((n) => n > 4)).toBe(true);
    }
    expect(takeOffTable.map((t) => t.id)).toEqual(['chemical', 'scrape', 'abrasive', 'scuff']);
    expect(new Set(lookTable.map((l) => l.name)).size).toBe(17);
    expect(new Set(additionTable.map((a) => a.name)).size).toBe(10);
  });
});

describe('one fact of the survey changed at a time', () => {
  const ash = { kind: 'solid' as const, speciesId: 'ash', veneerThicknessMm: null };
  const base = newPiece('p', 'P', 'board', '');
  const board = (change: Partial<Piece> = {}, finish: 'none' | 'paint' | 'lacquer' = 'paint'): Piece => ({
    ...base,
    heightM: 1,
    widthM: 0.5,
    depthM: 0.02,
    surfaces: { ...base.surfaces, fronts: { material: ash, oldFinish: { kind: finish, condition: 'sound' } } },
    looks: { fronts: 'painted' },
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    ...change,
  });
  const kinds = (piece: Piece, tools = settings.tools) => {
    const r = generatePlan(piece, { products, settings: { ...settings, tools } });
    if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
    return r.value.filter((s) => s.zoneId === 'fronts').map((s) => `${s.kind}${s.grit ? ` ${s.grit}` : ''}`);
  };
  const change = (before: string[], after: string[]) => ({
    gone: before.filter((k) => !after.includes(k)),
    come: [...new Set(after.filter((k) => !before.includes(k)))],
  });
  const usual = kinds(board());
  it.each<[string, Piece, string[], string[]]>([
    [
      'a bleed test that turns pink: blocked instead of primed',
      board({ tests: { fronts: { ...tested('nothing', 'nothing', 'nothing'), bleed: 'bleeds' } } }),
      ['prime'],
      ['block', 'dry'],
    ],
    [
      'silicone: wiped off, and kept down with shellac',
      board({ tests: { fronts: { ...tested('nothing', 'nothing', 'nothing'), silicone: true } } }),
      [],
      ['remove-residue', 'seal'],
    ],
    [
      'places found at the inspection: filled, feathered, primed again',
      board({ foundAtInspection: { fronts: 2 } }),
      [],
      ['fill', 'feather 220', 'spot-prime'],
    ],
    [
      'a decision to strip a sound film',
      board({ decisions: { 'fronts/take-off': { choice: 'chemical', at: '2026-11-25T08:00:00Z', why: '' } } }),
      ['scuff 180'],
      ['strip-chemical', 'scrape', 'remove-residue', 'sand 120', 'sand 150'],
    ],
    ['used by children: a film over the paint', board({ wear: { fronts: 'child-food' } }), [], ['clear']],
    [
      'an ornament to be filled flush',
      board({
        alterations: [
          { id: 'a', kind: 'ornament-filled', zoneId: 'fronts', faceId: null, lengthM: null, girthM: null },
        ],
      }),
      [],
      ['fill', 'sand-fills 180'],
    ],
    [
      'a lock hole to be filled',
      board({
        alterations: [
          { id: 'a', kind: 'lock-hole-filled', zoneId: 'fronts', faceId: null, lengthM: null, girthM: null },
        ],
      }),
      [],
      ['plug', 'dispose', 'sand-fills 180'],
    ],
    [
      'an old label is covered, and nothing else changes in the zone',
      board({ kept: [{ id: 'k', kind: 'label', faceId: 'board/front', at: [0.5, 0.5], note: '' }] }),
      [],
      [],
    ],
  ])('%s', (_, piece, gone, come) => expect(change(usual, kinds(piece))).toEqual({ gone, come }));

  it('tools that are missing: by stripper instead of a scraper, by hand instead of a sander', () => {
    const clear = board({ looks: { fronts: 'natural-clear' } }, 'lacquer');
    const without = (...gone: string[]) => settings.tools.filter((t) => !gone.includes(t));
    expect(kinds(clear)).toContain('scrape');
    expect(kinds(clear, without('scraper'))).toContain('strip-chemical');
    const r = generatePlan(clear, { products, settings: { ...settings, tools: without('power-sander') } });
    expect(r.ok && r.value.filter((s) => s.kind === 'sand').every((s) => s.byHand)).toBe(true);
  });
  it('a face moved to a zone of its own gets its own finish, sealed and taped against the paint beside it', () => {
    const inlaid = board(
      { faceZones: { 'board/front': 'own-1' }, looks: { fronts: 'painted', 'own-1': 'natural-clear' } },
      'none',
    );
    const r = generatePlan(inlaid, { products, settings });
    const own = r.ok ? r.value.filter((s) => s.zoneId === 'own-1') : [];
    expect(own.map((s) => s.kind)).toEqual(expect.arrayContaining(['seal', 'mask', 'unmask', 'clear']));
    // The front of 1 × 0.5 m meets the edges on all four sides.
    expect(own.find((s) => s.kind === 'mask')?.lineM).toBeCloseTo(3, 9);
  });
  it('a joint that cannot be glued here is refused, with what to do', () => {
    const loose = board({ damage: [newDamage('d', 'open-joint', 'fronts')] });
    const r = generatePlan(loose, { products, settings: { ...settings, tools: [] } });
    expect(r.ok ? [] : r.issues.map((i) => i.message)).toEqual([
      'Fronts: open joint cannot be put right here: the workshop has no clamps. Add them under House rules, leave the zone alone, or hand the repair out.',
    ]);
  });
  it('damage on a zone left alone stays, and that is said', () => {
    const wobbly = board({
      damage: [newDamage('d', 'open-joint', 'fronts')],
      faceZones: { 'board/front': 'own-1' },
      looks: { fronts: 'leave', 'own-1': 'painted' },
    });
    const r = generatePlan(wobbly, { products, settings });
    expect(r.ok ? r.warnings.map((w) => [w.code, w.message]) : []).toEqual([
      [
        'damage_left',
        'Fronts: left alone, so what was noted stays: open joint. Choose a look for it to have it put right.',
      ],
    ]);
  });
  it('damage that cannot be there is kept, and said', () => {
    const odd = board({ damage: [newDamage('d', 'broken-cane', 'fronts'), newDamage('e', 'dent', 'top')] });
    const r = generatePlan(odd, { products, settings });
    expect(r.ok ? r.warnings.map((w) => [w.code, w.message.split(':')[0]]) : []).toEqual([
      ['damage_misplaced', 'broken cane is noted on Fronts of solid wood'],
      ['damage_misplaced', 'dent or gouge is noted on a zone this piece does not have (top)'],
    ]);
  });
});
