import { describe, expect, it } from 'vitest';
import { applyFix, type Finding, isFlammable, ruleTable } from '../finishing';
import { waitsOf } from '../finishing/fixtures/waitsOf';
import { newDamage } from '../piece';
import type { Piece } from '../workshop';
import { jobs } from './fixtures/jobs';
import {
  at,
  board,
  clearBoard,
  fixtures,
  paintedBoard,
  positive,
  stepsOf,
  strippedWet,
  surface,
  usualWorld,
  type World,
  without,
  withStep,
} from './fixtures/ruleFixtures';
import { previewFix, reckonPiece } from './index';

const { products, settings, nowMin } = usualWorld;

const findings = (piece: Piece, world: World = usualWorld): readonly Finding[] => {
  const r = reckonPiece({ ...world, piece });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value.findings;
};

/** The same piece and workshop, whose products have ids that no code can know, on a shelf in another order. */
const underOtherIds = (piece: Piece, world: World): { piece: Piece; world: World } => {
  const renamed = <T>(value: T): T =>
    JSON.parse(JSON.stringify(value), (key, v) => {
      if (key === 'productId' && typeof v === 'string') return `q~${v}`;
      if (key === 'productIds') return v.map((id: string) => `q~${id}`);
      return key === 'stock' ? Object.fromEntries(Object.entries(v).map(([id, can]) => [`q~${id}`, can])) : v;
    });
  const shelf = Object.values(world.products).map((p) => [`q~${p.id}`, { ...p, id: `q~${p.id}` }] as const);
  return {
    piece: renamed(piece),
    world: { ...renamed(world), products: Object.fromEntries(shelf.reverse()) },
  };
};

describe.each(fixtures)('$rule', ({ rule, raises, keepsStill, world, stillWorld }) => {
  const raising: World = { ...usualWorld, ...world };
  const of = (piece: Piece, where: World = raising) => findings(piece, where).filter((f) => f.ruleId === rule);
  it('is raised by the plan that breaks it, with its reason, and by no plan near it', () => {
    const found = of(raises);
    expect(found.length).toBeGreaterThan(0);
    expect(found[0]!.sentence).toMatch(/^[A-Z].*[.,:].*$/s);
    expect(of(keepsStill, { ...usualWorld, ...(stillWorld ?? world) }).map((f) => f.sentence)).toEqual([]);
  });
  it('is the same with the same fixes, whatever ids the products have and in whatever order they stand', () => {
    const other = underOtherIds(raises, raising);
    const found = findings(other.piece, other.world);
    expect(JSON.parse(JSON.stringify(found).replaceAll('q~', ''))).toEqual(
      JSON.parse(JSON.stringify(findings(raises, raising))),
    );
  });
  it('is gone after any of its fixes, and no new stop has come', () => {
    for (const fix of of(raises)[0]!.fixes) {
      const fixed = structuredClone(raises) as Piece;
      let id = 0;
      applyFix(fixed, fix, () => `fix-${++id}`, at);
      const after = findings(fixed, raising);
      const first = of(raises)[0]!;
      expect(
        after.filter((f) => f.ruleId === rule && f.zoneId === first.zoneId).map((f) => `${fix.name}: ${f.sentence}`),
      ).toEqual([]);
      const stops = (all: readonly Finding[]) => all.filter((f) => f.severity.startsWith('stop')).map((f) => f.ruleId);
      const before = stops(findings(raises, raising));
      expect(stops(after).filter((s) => !before.includes(s))).toEqual([]);
    }
  });
});

describe('a finding that is met', () => {
  const dusty = without(clearBoard, 'fronts/de-dust/1');
  const finding = findings(dusty).find((f) => f.ruleId === 'ORD-07')!;
  it('is previewed with its cost, and nothing is stored', () => {
    const piece = dusty;
    const before = structuredClone(piece);
    const r = previewFix({ piece, products, settings, nowMin }, finding.fixes[0]!);
    if (!r.ok) throw new Error('previewed');
    // 1.06 m² at 2 minutes: 3 minutes more.
    expect(r.value.after.handsOnMin - r.value.before.handsOnMin).toBe(3);
    expect(r.value.after.price).toBe(r.value.before.price);
    expect([r.value.resolves.length, r.value.raises]).toEqual([1, []]);
    expect(piece).toEqual(before);
  });
  it('can be overruled with a reason that survives a new plan; what is locked cannot', () => {
    const kept: Piece = { ...dusty, overrules: [{ findingId: finding.id, why: 'Tacked by hand.', at }] };
    const again = findings({ ...kept, looks: { fronts: 'natural-clear' }, note: 'planned again' });
    expect(again.find((f) => f.ruleId === 'ORD-07')?.overruledBecause).toBe('Tacked by hand.');
    const held: Piece = { ...paintedBoard, lead: { result: 'positive', everyLayer: true, licensedWork: false } };
    const locked = findings(held).find((f) => f.ruleId === 'SAF-01')!;
    const tried = findings({ ...held, overrules: [{ findingId: locked.id, why: 'No.', at }] });
    expect(tried.find((f) => f.ruleId === 'SAF-01')?.overruledBecause).toBeNull();
  });
  it('is silenced by the school of the house that allows it', () => {
    const pine = without(board(surface('solid', 'pine'), 'stained-clear'), 'fronts/condition/1');
    expect(findings(pine).map((f) => f.ruleId)).toContain('SUB-08');
    expect(findings({ ...pine, houseRules: { conditioner: 'never' } }).map((f) => f.ruleId)).not.toContain('SUB-08');
  });
});

describe('what could hurt someone', () => {
  const held: Piece = { ...strippedWet, lead: positive };
  const lockedAt = (piece: Piece): string | undefined => findings(piece).find((f) => f.ruleId === 'SAF-01')?.stepId;
  it.each([
    'sand',
    'scuff',
    'denib',
    'steel-wool',
    'feather',
    'level',
    'rub-out',
    'strip-abrasive',
    'strip-heat',
    'scrape',
    'peel',
  ] as const)('an old film that may hold lead is not disturbed: %s', (kind) =>
    expect(lockedAt(withStep(held, kind, 'fronts/dry-out/1'))).toBe('own/x'),
  );
  it.each(['degrease', 'de-dust', 'seal', 'paint', 'strip-chemical'] as const)('%s disturbs nothing', (kind) =>
    expect(lockedAt(withStep(held, kind, 'fronts/dry-out/1'))).not.toBe('own/x'),
  );
  it('advice takes nothing dry to such a film, whatever was decided, until it has tested negative', () => {
    const dry = (lead: Piece['lead']): string[] =>
      stepsOf({ ...held, lead, decisions: { 'fronts/take-off': { choice: 'scrape', at, why: '' } } })
        .map((s) => s.kind)
        .filter((k) => k === 'scrape' || k === 'strip-chemical');
    expect(dry(positive)).toEqual(['strip-chemical', 'scrape']);
    expect(dry({ result: 'negative', everyLayer: true, licensedWork: false })).toEqual(['scrape']);
  });
  it('holds the step and what follows on its zone with what is not settled, in a few words', () => {
    const wordsOf = (lead: Piece['lead']) => {
      const r = reckonPiece({ ...usualWorld, piece: withStep({ ...held, lead }, 'scrape', 'fronts/dry-out/1') });
      if (!r.ok) throw new Error('worked out');
      const at = r.value.steps.findIndex((s) => s.step.id === 'own/x');
      return r.value.steps.slice(at).flatMap((s) => (s.step.zoneId === 'fronts' ? [s.held?.words] : []));
    };
    expect(new Set(wordsOf(positive))).toEqual(new Set(['lead found']));
    expect(new Set(wordsOf({ ...positive, result: 'unknown' }))).toEqual(new Set(['lead not tested']));
    expect(new Set(wordsOf({ result: 'negative', everyLayer: true, licensedWork: false }))).toEqual(
      new Set([undefined]),
    );
    expect(ruleTable.filter((r) => r.severity === 'stop-locked' && !r.holds)).toEqual([]);
  });
  it('spirits one washes with are a product: they are counted in litres and bought', () => {
    const r = reckonPiece({ ...usualWorld, piece: board(surface('solid', 'oak', 'wax'), 'painted') });
    // 1.06 m² at 10 m²/L, and what stays in the rag.
    expect(r.ok && r.value.products.find((p) => p.productId === 'mineral-spirits')?.needL.likely).toBeCloseTo(0.116, 3);
  });
  it('insect fluid waits for bare wood, and the first coat for its season, also where the user put it in', () => {
    const worm = stepsOf(
      board(surface('solid', 'oak', 'paint'), 'natural-clear', { damage: [newDamage('w', 'live-insects', 'fronts')] }),
    );
    const kinds = worm.map((s) => s.kind);
    expect(kinds.indexOf('treat-pests')).toBeGreaterThan(kinds.indexOf('scrape'));
    for (const steps of [worm, stepsOf(withStep(clearBoard, 'treat-pests', 'fronts/dry-out/1', 'insect-treatment'))]) {
      const coat = steps.find((s) => s.kind === 'clear')!;
      const fluid = steps.find((s) => s.kind === 'treat-pests')!;
      expect(
        waitsOf(board(surface('solid', 'oak', 'paint'), 'natural-clear'), steps, usualWorld).get(coat.id),
      ).toContain(`film ${fluid.id}`);
    }
    const kept = stepsOf(
      board(surface('solid', 'beech', 'paint'), 'painted', { damage: [newDamage('w', 'live-insects', 'fronts')] }),
    );
    expect(kept.find((s) => s.kind === 'treat-pests')?.productId).toBeNull();
  });
  it('fluid goes into every bare face of the piece that is worked on, and SAF-11 asks for it where it was left out', () => {
    const chest: Piece = jobs['blanket chest stencilled, with a transfer on its lid'];
    const fluid = (piece: Piece) => stepsOf(piece).filter((s) => s.kind === 'treat-pests' && s.productId !== null);
    expect(chest.damage.filter((d) => d.kind === 'live-insects').map((d) => d.zoneId)).toEqual(['carcass']);
    expect(fluid(chest).map((s) => s.zoneId)).toEqual(['carcass', 'top']);
    const filmed = { ...chest.surfaces.top, oldFinish: { kind: 'paint' as const, condition: 'sound' as const } };
    const kept: Piece = { ...chest, surfaces: { ...chest.surfaces, top: filmed }, partSurfaces: {} };
    expect(fluid(kept).map((s) => s.zoneId)).toEqual(['carcass']);
    const findingOf = (piece: Piece) => findings(piece).find((f) => f.ruleId === 'SAF-11' && f.zoneId === 'top');
    expect(findingOf(chest)).toBeUndefined();
    expect(findingOf(without(chest, 'top/treat-pests/1'))?.sentence).toContain('no fluid has gone into it');
    expect(findingOf(kept)).toBeUndefined();
  });
  it('no product that is carried in oil, alcohol or lacquer thinner and put on the piece is taken for not flammable', () =>
    expect(
      Object.values(products).filter((p) => ['oil', 'alcohol', 'lacquer'].includes(p.carrier) && !isFlammable(p)),
    ).toEqual([]));
});

describe('a figure in a finding', () => {
  it('shows how it came about: coats too early, films too thick, cans too small, grits too far apart', () => {
    const workings = new Map(
      fixtures.map((f) => [
        f.rule,
        findings(f.raises, { ...usualWorld, ...f.world }).find((x) => x.ruleId === f.rule)?.working ?? null,
      ]),
    );
    for (const rule of [
      'SUB-01',
      'SUB-12',
      'SUB-21',
      'CMP-01',
      'CMP-02',
      'CMP-03',
      'APP-02',
      'APP-03',
      'APP-07',
      'APP-14',
      'FIN-02',
    ])
      expect(workings.get(rule), rule).toMatch(/\d|late end/);
    // 4 m²/L by brush, of which 92 % stays on.
    expect(workings.get('APP-02')).toBe('1000 ÷ 4 m²/L × 0.92 that stays on × 1 with its thinner = 230.0 µm.');
  });
});

describe('the rules together', () => {
  it('have fixtures, every one', () => {
    const seen = new Set(fixtures.map((f) => f.rule));
    expect(ruleTable.map((r) => r.id).filter((id) => !seen.has(id))).toEqual([]);
  });
});
