import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyFix, type Finding } from '../finishing';
import { canonicalJson, type Piece, type Step, type StepKindId } from '../workshop';
import { jobs } from './fixtures/jobs';
import { at, stepsOf, usualWorld } from './fixtures/ruleFixtures';
import { reckonPiece } from './index';

const findings = (piece: Piece): readonly Finding[] => {
  const r = reckonPiece({ ...usualWorld, piece });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value.findings;
};
const without = (piece: Piece, dropped: readonly string[]): Piece => ({
  ...piece,
  edits: { ...piece.edits, dropped: [...piece.edits.dropped, ...dropped] },
});
const isStop = (f: Finding) => f.severity.startsWith('stop');

/** One mistake: every step of some kinds is left out of a zone, and what has to be said of it. */
const mistakes: readonly {
  kinds: readonly StepKindId[];
  says: readonly string[];
  when?: (zone: readonly Step[]) => boolean;
  /** Left out of every zone. */
  everywhere?: boolean;
}[] = [
  {
    kinds: ['degrease', 'wipe-down', 'rinse', 'dry-out', 'wash'],
    says: ['ORD-02'],
    when: (z) =>
      followed(z, 'degrease', ['sand', 'scuff']) &&
      !z.some((s) => ['bleach', 'strip-chemical', 'treat-pests', 'remove-residue'].includes(s.kind)),
  },
  {
    kinds: ['rinse'],
    says: ['ORD-03'],
    when: (z) =>
      z.some((s) => s.kind === 'degrease') &&
      !z.some((s) => ['bleach', 'remove-residue', 'peel', 're-veneer'].includes(s.kind)),
  },
  { kinds: ['glue'], says: ['ORD-05'], when: (z) => !z.some((s) => s.kind === 'fill-leather') },
  { kinds: ['inspect'], says: ['ORD-06'], when: (z) => followed(z, 'inspect', ['paint', 'blend']) },
  {
    kinds: ['de-dust'],
    says: ['ORD-07'],
    when: (z) => followed(z, 'scuff', ['prime', 'seal']) || followed(z, 'sand', ['clear', 'prime']),
  },
  { kinds: ['photograph'], says: ['ORD-12'] },
  {
    kinds: ['make-sample'],
    says: ['ORD-17'],
    everywhere: true,
    when: (z) => z.some((s) => ['stain', 'dye', 'glaze', 'colour-wash', 'tone'].includes(s.kind)),
  },
  { kinds: ['condition'], says: ['SUB-08'] },
  { kinds: ['neutralise'], says: ['CMP-18'] },
  { kinds: ['treat-pests'], says: ['SAF-11'] },
  // One walk to the can does for every zone of a sitting.
  { kinds: ['dispose'], says: ['SAF-04', 'SAF-14'], everywhere: true },
  { kinds: ['fit-restraint'], says: ['SAF-10', 'SAF-13'] },
  { kinds: ['oil-runners'], says: ['FIN-04'] },
  { kinds: ['felt'], says: ['FIN-04'] },
  { kinds: ['seal-edge'], says: ['MSK-05'] },
  {
    kinds: ['obtain'],
    says: ['ORD-20'],
    when: (z) => z.some((s) => ['paper', 'leaf', 'foil', 'transfer', 're-veneer', 're-cane', 'line'].includes(s.kind)),
  },
  { kinds: ['level'], says: ['MSK-09'] },
];

const followed = (zone: readonly Step[], kind: StepKindId, by: readonly StepKindId[]): boolean => {
  const first = zone.findIndex((s) => s.kind === kind);
  return first >= 0 && zone.slice(first).some((s) => by.includes(s.kind));
};

describe.each(Object.entries(jobs))('%s', (_, job) => {
  const whole = job as Piece;
  const planned = stepsOf(whole);
  const zones = [...new Set(planned.map((s) => s.zoneId))];
  const cases = zones.flatMap((zoneId) => {
    const own = planned.filter((s) => s.zoneId === zoneId);
    return mistakes.flatMap((m) => {
      const has = own.some((s) => m.kinds.includes(s.kind));
      const left = m.everywhere ? planned : own;
      const ids = has ? left.filter((s) => m.kinds.includes(s.kind)).map((s) => s.id) : [];
      return ids.length > 0 && (m.when?.(own) ?? true) ? [{ m, zoneId, ids }] : [];
    });
  });
  const clean = new Set(
    findings(whole)
      .filter(isStop)
      .map((f) => f.ruleId),
  );
  it('has no stop as generated, and says what is wrong and no other stop after one mistake', () => {
    expect([...clean].filter((r) => r !== 'SUB-03' && r !== 'SAF-13')).toEqual([]);
    expect(cases.length).toBeGreaterThan(2);
    for (const { m, zoneId, ids } of cases) {
      const found = findings(without(whole, ids));
      const what = `${zoneId ?? 'piece'} without ${m.kinds.join(', ')}`;
      expect(
        found.filter((f) => m.says.includes(f.ruleId) && (f.zoneId === zoneId || zoneId === null)).length,
        `${what}: ${found.map((f) => f.ruleId).join()}`,
      ).toBeGreaterThan(0);
      const others = found.filter((f) => isStop(f) && !m.says.includes(f.ruleId) && !clean.has(f.ruleId));
      expect(others.map((f) => `${what}: ${f.ruleId} ${f.sentence}`)).toEqual([]);
    }
  });
});

describe('fixes in any order', () => {
  const names = Object.keys(jobs) as (keyof typeof jobs)[];
  const wholes = new Map(names.map((n) => [n, jobs[n] as Piece]));
  const spoiled = fc
    .record({
      name: fc.constantFrom(...names),
      drop: fc.array(fc.nat(400), { minLength: 1, maxLength: 6 }),
      order: fc.array(fc.nat(1000), { minLength: 60, maxLength: 60 }),
    })
    .map((r) => {
      const whole = wholes.get(r.name)!;
      const steps = stepsOf(whole);
      const dropped = [...new Set(r.drop.map((d) => steps[d % steps.length]!.id))].filter(
        (id) => !id.includes('/cure/'),
      );
      return { piece: without(whole, dropped), order: r.order };
    });

  it('end with none left of what was fixed, at most three presses for each finding, and no new stop', () => {
    let pressed = 0;
    fc.assert(
      fc.property(spoiled, ({ piece, order }) => {
        const first = findings(piece);
        const stops = new Set(first.filter(isStop).map((f) => `${f.ruleId}/${f.zoneId}`));
        const most = 3 * Math.max(1, first.length);
        let now = piece;
        let presses = 0;
        for (; presses <= most; presses += 1) {
          const open = findings(now).flatMap((f) => f.fixes.map((fix) => ({ f, fix })));
          if (open.length === 0) break;
          const { f, fix } = open[order[presses % order.length]! % open.length]!;
          const draft = structuredClone(now) as Piece;
          let n = 0;
          applyFix(draft, fix, () => `fix-${presses}-${++n}`, at);
          now = draft;
          const still = findings(now);
          expect(still.filter((x) => x.id === f.id).map((x) => `${fix.name}: ${x.sentence}`)).toEqual([]);
          const fresh = still.filter((x) => isStop(x) && !stops.has(`${x.ruleId}/${x.zoneId}`));
          expect(fresh.map((x) => `${fix.name} for ${f.ruleId}: ${x.sentence}`)).toEqual([]);
          pressed += 1;
        }
        expect(presses).toBeLessThanOrEqual(most);
      }),
      { numRuns: 200, seed: 20261126 },
    );
    expect(pressed).toBeGreaterThan(200);
  });

  it('any orders the user asks for are checked without a crash, and lose no step', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...names),
        fc.array(fc.tuple(fc.nat(400), fc.nat(400)), { maxLength: 8 }),
        (name, pins) => {
          const whole = wholes.get(name)!;
          const steps = stepsOf(whole);
          const pinned: Piece = {
            ...whole,
            edits: {
              ...whole.edits,
              pins: pins.map(([a, b]) => ({
                beforeId: steps[a % steps.length]!.id,
                afterId: steps[b % steps.length]!.id,
              })),
            },
          };
          expect(
            stepsOf(pinned)
              .map((s) => s.id)
              .sort(),
          ).toEqual(steps.map((s) => s.id).sort());
          expect(findings(pinned).length).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 60, seed: 4 },
    );
  });

  it('are taken back byte for byte', () => {
    for (const name of names.slice(0, 8)) {
      const piece = without(
        wholes.get(name)!,
        stepsOf(wholes.get(name)!)
          .filter((s) => s.kind === 'de-dust')
          .map((s) => s.id),
      );
      const before = canonicalJson(piece);
      const draft = structuredClone(piece) as Piece;
      for (const f of findings(piece)) for (const fix of f.fixes) applyFix(draft, fix, () => 'x', at);
      expect(canonicalJson(piece)).toBe(before);
    }
  });
});
