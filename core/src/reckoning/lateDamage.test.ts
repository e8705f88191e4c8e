import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planOf, stepKind } from '../finishing';
import { doneEntry } from '../finishing/fixtures/logEntry';
import { newDamage } from '../piece';
import type { DamageKind, Piece, Step, ZoneId } from '../workshop';
import { jobs } from './fixtures/jobs';
import { usualWorld } from './fixtures/ruleFixtures';
import { reckonPiece } from './index';

const iso = (minute: number) => new Date(minute * 60_000).toISOString();

const reckon = (piece: Piece, nowMin = usualWorld.nowMin) => {
  const r = reckonPiece({ ...usualWorld, piece, nowMin });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};

/** A job worked to plan up to a step, and then a damage found. */
function foundAfter(job: Piece, upTo: number, kind: DamageKind, zoneId: ZoneId): { piece: Piece; nowMin: number } {
  const inOrder = [...reckon(job).steps].sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin);
  const nowMin = Math.ceil(inOrder[upTo]!.endMin);
  const log = inOrder.filter((s) => s.endMin <= nowMin).map((s) => doneEntry(s.step, iso(s.endMin), iso(s.startMin)));
  const damage = [...job.damage, newDamage('late', kind, zoneId, 1, iso(nowMin))];
  return { piece: { ...job, log, damage }, nowMin };
}

/** What is planned on a zone when a damage was found after all of its own work. */
function afterAll(name: keyof typeof jobs, kind: DamageKind, zoneId: ZoneId): string[] {
  const job = jobs[name] as Piece;
  const inOrder = [...reckon(job).steps].sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin);
  const last = inOrder.findLastIndex((s) => s.step.zoneId === zoneId);
  const { piece, nowMin } = foundAfter(job, last, kind, zoneId);
  return reckon(piece, nowMin)
    .steps.filter((s) => s.status !== 'done' && s.step.zoneId === zoneId)
    .map((s) => `${s.step.kind}${s.step.areaFrac < 1 ? ' in places' : ''}`);
}

describe('damage found when a zone was done is made good from what lies there', () => {
  const again = ['denib', 'de-dust'];
  it.each<[keyof typeof jobs, DamageKind, ZoneId, string[]]>([
    [
      'chest painted by gun, in knotty pine, with new pulls',
      'dent',
      'fronts',
      ['fill', 'feather in places', 'de-dust', 'spot-prime in places', 'paint in places', ...again, 'paint'],
    ],
    ['table in veneer and solid, stained for a client in a hurry', 'dent', 'top', ['fill-stick', ...again, 'clear']],
    [
      'table in veneer and solid, stained for a client in a hurry',
      'loose-veneer',
      'top',
      ['glue', 'clamp', ...again, 'clear'],
    ],
    [
      'table in veneer and solid, stained for a client in a hurry',
      'run-in-film',
      'top',
      ['feather in places', 'de-dust', ...again, 'clear'],
    ],
    ['table in veneer and solid, stained for a client in a hurry', 'spoiled-film', 'legs', [...again, 'clear']],
  ])('%s: %s on the %s', (name, kind, zoneId, steps) => expect(afterAll(name, kind, zoneId)).toEqual(steps));

  it('a run in the clear over paint asks for clear alone, a dent there for its colour as well', () => {
    const chest = 'chest painted by gun, in knotty pine, with new pulls' as const;
    expect(afterAll(chest, 'run-in-film', 'top').filter((s) => s === 'paint' || s === 'clear')).toEqual(['clear']);
    expect(afterAll(chest, 'dent', 'top').slice(-4)).toEqual(['paint', ...again, 'clear']);
  });

  it('a scratch of the workshop is put right where an old one is kept for its age', () => {
    const table = 'table in veneer and solid, stained for a client in a hurry' as const;
    const keeping = { ...(jobs[table] as Piece), houseRules: { character: 'keep' as const } };
    const last = reckon(keeping).steps.length - 2;
    const { piece, nowMin } = foundAfter(keeping, last, 'scratch', 'top');
    expect(reckon(piece, nowMin).steps.filter((s) => s.step.kind === 'fill-stick' && s.status !== 'done')).toHaveLength(
      1,
    );
    const old = { ...keeping, damage: [...keeping.damage, newDamage('old', 'scratch', 'top')] };
    expect(planOf(old, usualWorld).steps.some((s) => s.kind === 'fill-stick' && s.zoneId === 'top')).toBe(false);
  });

  it('what comes loose on a new top before it is sanded is glued first', () => {
    const slope = jobs['writing slope with a new top and a trim'] as Piece;
    const inOrder = [...reckon(slope).steps].sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin);
    const made = inOrder.findIndex((s) => s.step.id === 'top/make-part/1');
    const { piece, nowMin } = foundAfter(slope, made, 'open-joint', 'top');
    const kinds = reckon(piece, nowMin)
      .steps.filter((s) => s.status !== 'done' && s.step.zoneId === 'top')
      .map((s) => s.step.kind);
    expect(kinds.slice(0, 3)).toEqual(['glue', 'clamp', 'sand']);
  });

  it('what needs the finish off puts nothing in: that is another look', () => {
    expect(afterAll('box toned, with a decal', 'swollen-board', 'carcass')).toEqual([]);
  });

  it('parts that had all gone on again come off for it, and no others', () => {
    const job = jobs['chest painted by gun, in knotty pine, with new pulls'] as Piece;
    const last = reckon(job).steps.length - 2;
    const moved = (zoneId: ZoneId) => {
      const { piece, nowMin } = foundAfter(job, last, 'dent', zoneId);
      return reckon(piece, nowMin)
        .steps.filter((s) => s.status !== 'done' && s.step.kind.endsWith('-part'))
        .map((s) => s.step.id);
    };
    expect(moved('fronts')).toEqual(['piece/remove-part/2', 'piece/refit-part/2']);
    expect(moved('top')).toEqual([]);
  });
});

describe('whatever is found on whatever job at whatever moment', () => {
  const kinds: readonly DamageKind[] = ['dent', 'scratch', 'loose-veneer', 'open-joint', 'run-in-film', 'spoiled-film'];
  const anyFind = fc
    .record({
      job: fc.constantFrom(...(Object.values(jobs) as Piece[])),
      upTo: fc.nat(),
      kind: fc.constantFrom(...kinds),
      zone: fc.nat(),
    })
    .map(({ job, upTo, kind, zone }) => {
      const zones = Object.keys(job.looks) as ZoneId[];
      return {
        ...foundAfter(job, upTo % planOf(job, usualWorld).steps.length, kind, zones[zone % zones.length]!),
        job,
      };
    });

  it('nothing done is planned anew, the look is whole in the end, and nothing is raised that was not before', () => {
    fc.assert(
      fc.property(anyFind, ({ piece, nowMin, job }) => {
        const now = reckon(piece, nowMin);
        const ids = now.steps.map((s) => s.step.id);
        expect(new Set(ids).size).toBe(ids.length);
        const done = new Set(piece.log.map((e) => e.step.id));
        // All that was planned and not done is still planned, in its order.
        const before = reckon({ ...piece, damage: job.damage }, nowMin).steps.filter((s) => !s.inserted);
        expect(before.map((s) => s.step.id).filter((id) => !done.has(id) && !ids.includes(id))).toEqual([]);
        // What ends a zone is what ended it before: a film over all of it, of the same kind.
        const { zoneId } = piece.damage.at(-1)!;
        const closes = (steps: readonly Step[]) =>
          steps.findLast((s) => s.zoneId === zoneId && stepKind(s.kind).film && s.areaFrac === 1);
        const closing = closes(now.steps.map((s) => s.step));
        const usual = closes(reckon(job).steps.map((s) => s.step));
        if (usual?.kind === 'clear' || usual?.kind === 'paint')
          expect([closing?.kind, closing?.productId]).toEqual([usual.kind, usual.productId]);
        // A fill under stain is forced by what was found, and so is an inside that is coated again last.
        const was = new Set([...reckon(job).findings.map((f) => f.ruleId), 'SUB-03', 'ORD-08']);
        const raised = now.findings.filter((f) => f.severity !== 'advice' && !was.has(f.ruleId));
        expect(raised.map((f) => `${f.ruleId} ${f.sentence}`)).toEqual([]);
      }),
      { numRuns: 80 },
    );
  });
});
