import { materialOf, zoneNames } from '../../piece';
import type { Piece, Step, StepKindId, ZoneId } from '../../workshop';
import type { Standing } from '../exposure';
import { drawersIn } from '../members';
import { lookOf, staysAsItIs } from '../Situation';
import { isSprayed } from '../stepKinds';
import { type Fix, onShelf, type PlanEdit, putBefore, restore } from './Fix';
import {
  apartIn,
  disturbs,
  eachStep,
  exposuresIn,
  hours,
  indexOf,
  inZone,
  isFilm,
  meet,
  name,
  type Offence,
  offending,
  productOf,
  type Rule,
  type RuleContext,
  where,
  workedZones,
} from './Rule';

/** Tape left longer than this after the last coat tears its edge, minutes (from memory). */
const softMin = 24 * 60;

/** Lets go of orders of the user's own. */
function releaseOrder({ piece }: RuleContext, which: (pin: Piece['edits']['pins'][number]) => boolean): Fix[] {
  const pins = piece.edits.pins.filter(which);
  return pins.length > 0
    ? [{ name: 'Release your order', edits: pins.map((p) => ({ do: 'unpin' as const, ...p })) }]
    : [];
}

/** Puts a step in. @param thenId what has to wait for it */
const put = (kind: StepKindId, zoneId: ZoneId, afterId: string, thenId?: string): PlanEdit => ({
  do: 'insert',
  kind,
  zoneId,
  afterId,
  productId: null,
  method: null,
  grit: null,
  ...(thenId ? { thenId } : {}),
});

const standingWords: Readonly<Record<Standing, string>> = {
  kept: 'stays as it is',
  renewed: 'is still to be done',
  bare: 'is bare wood',
  unfinished: 'is not under its last coat',
  finished: 'is finished',
  painted: 'is finished',
};
const reachWords = {
  brush: 'brushed',
  roller: 'rolled',
  hvlp: 'sprayed',
  aerosol: 'sprayed',
  wipe: 'wiped on',
} as const;

/** Zones that a step can reach and hurt, with nothing over them: the first step on each. */
function uncovered(context: RuleContext): Offence[] {
  const told = new Set<string>();
  return eachStep(context, ({ step }) =>
    (exposuresIn(context).get(step.id) ?? []).flatMap(({ zoneId, spread, standing, covered, raw }): Offence[] => {
      const key = `${step.zoneId} ${zoneId}`;
      if (covered || spread === 'creep' || told.has(key)) return [];
      told.add(key);
      const left = context.piece.edits.dropped.filter((id) =>
        ['mask', 'cover', 'unmask', 'seal-edge'].some((kind) => id.startsWith(`${zoneId}/${kind}/`)),
      );
      const last = context.run
        .slice(0, indexOf(context, step))
        .findLast((at) => at.step.zoneId === zoneId && at.step.kind !== 'obtain')?.step;
      return [
        {
          step,
          sentence: `${where(step)}: ${name(step)} is ${reachWords[step.method ?? 'brush']} with the ${zoneNames[zoneId].toLowerCase()} uncovered, which ${standingWords[standing]}.`,
          fixes: [
            left.length > 0
              ? { name: 'Put the cover back', edits: left.map(restore) }
              : {
                  name: `Cover the ${zoneNames[zoneId].toLowerCase()}`,
                  edits: [
                    put('unmask', zoneId, step.id),
                    put(raw ? 'cover' : 'mask', zoneId, last?.id ?? 'piece/photograph/1', step.id),
                  ],
                },
          ],
        },
      ];
    }),
  );
}

/** Openings of drawers that are out: mist goes in there. */
function openings(context: RuleContext): Offence[] {
  const { piece, house, zones } = context;
  const apart = apartIn(context);
  const first = context.run.findIndex(
    ({ step }) => isFilm(step) && isSprayed(step.method) && step.zoneId !== null && !apart.has(step.zoneId),
  );
  const sprayed = context.run[first]?.step;
  const out =
    !drawersIn(piece, house, zones) && zones.some((z) => z.faces.some((f) => /^drawer-\d+\/front$/.test(f.id)));
  const over = context.run.slice(0, first).some(({ step }) => step.kind === 'cover' && step.zoneId === null);
  if (!sprayed || !out || over) return [];
  const left = context.piece.edits.dropped.filter((id) => id.startsWith('piece/cover/'));
  return [
    {
      step: sprayed,
      sentence: `${where(sprayed)}: ${name(sprayed)} is sprayed with the openings of the drawers uncovered.`,
      fixes: left.length > 0 ? [{ name: 'Put the covers back', edits: left.map(restore) }] : [],
    },
  ];
}

/** Rules of masking. */
/** Low-tack tape may lie on bare wood so long, minutes (common practice, no source): a day and a night. */
const brieflyMin = 36 * 60;

/** How long tape lies, minutes; for ever where nothing takes it off. */
function tapedMin(context: RuleContext, mask: Step): number {
  const steps = inZone(context, mask.zoneId).map((at) => at.step);
  const off = steps.slice(steps.findIndex((s) => s.id === mask.id)).find((s) => s.kind === 'unmask');
  const [laid, pulled] = [context.times.get(mask.id), off && context.times.get(off.id)];
  return laid && pulled ? pulled.startMin - laid.endMin : Number.POSITIVE_INFINITY;
}

export const maskingRules: readonly Rule[] = [
  {
    id: 'MSK-01',
    severity: 'warn',
    tag: 'T',
    why: 'Tape lifts a film that is too young, or marks it.',
    remedies: ['Wait', 'Take low-tack tape', 'Wrap it in film instead'],
    check: (context) =>
      eachStep(context, ({ step }) => {
        const start = context.times.get(step.id)?.startMin;
        if (step.kind !== 'mask' || !step.zoneId || start === undefined || step.areaFrac < 1) return [];
        const under = inZone(context, step.zoneId)
          .map((at) => at.step)
          .filter((s) => isFilm(s) && (context.times.get(s.id)?.endMin ?? Number.POSITIVE_INFINITY) <= start)
          .at(-1);
        const safe = under && productOf(context, under)?.times.tapeSafeMin.high;
        const gap = under ? start - (context.times.get(under.id)?.endMin ?? start) : 0;
        return under && safe !== undefined && gap < safe
          ? [
              {
                step,
                sentence: `${where(step)}: the tape is laid ${hours(gap)} after ${name(under)}, which bears it after ${hours(safe)}: ${hours(safe - gap)} short.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'MSK-02',
    severity: 'warn',
    tag: 'T',
    why: 'The glue of tape bonds into open grain.',
    remedies: ['Seal it first', 'Low-tack tape, and briefly'],
    check: offending(
      'before',
      (s) => s.kind === 'mask' && s.zoneId !== null,
      (s, step, c) => {
        if (!materialOf(s.material).wood || s.layers.length > 0) return false;
        const kept = staysAsItIs(lookOf(c.piece, step.zoneId!));
        // Low-tack tape for a day leaves wood that stays as it is alone.
        if (kept && tapedMin(c, step) <= brieflyMin) return false;
        return {
          severity: kept ? 'advice' : 'warn',
          sentence: `${where(step)}: tape lies on bare wood${kept ? ' that stays as it is: low-tack, and briefly' : ''}.`,
        };
      },
      (step, c) =>
        staysAsItIs(lookOf(c.piece, step.zoneId!)) ? [] : [putBefore(c, step, [['seal', onShelf(c, 'sealer')]])],
    ),
  },
  {
    id: 'MSK-03',
    severity: 'stop',
    tag: 'T',
    why: 'Stripper creeps under tape: it is no barrier.',
    remedies: ['Strip before the neighbour is masked', 'Stop short, and finish the margin by hand'],
    check: (context) =>
      eachStep(context, ({ step }) => {
        const taped = exposuresIn(context)
          .get(step.id)
          ?.find((e) => e.spread === 'creep' && e.covered);
        return taped
          ? [
              {
                step,
                sentence: `${where(step)}: ${name(step)} relies on the tape on the ${zoneNames[taped.zoneId].toLowerCase()}.`,
                fixes: releaseOrder(context, (p) => p.afterId === step.id),
              },
            ]
          : [];
      }),
  },
  {
    id: 'MSK-04',
    severity: 'warn',
    tag: 'T',
    house: 'tape-pull',
    silencedBy: ['dry'],
    why: 'Hard paint tears at the edge of the tape.',
    remedies: ['Pull the tape while the last coat is soft', 'Score it first'],
    check: (context) =>
      eachStep(context, ({ step }, index) => {
        const start = context.times.get(step.id)?.startMin;
        if (step.kind !== 'unmask' || !step.zoneId || start === undefined) return [];
        const laid = context.run.findLast(
          (at, i) =>
            i < index && at.step.zoneId === step.zoneId && (at.step.kind === 'mask' || at.step.kind === 'cover'),
        )?.step;
        const from = laid && context.times.get(laid.id)?.endMin;
        // Film that is only laid over a zone has no edge that tears.
        if (laid?.kind !== 'mask' || from === undefined) return [];
        const ends = context.run.flatMap(({ step: coat }) => {
          const { zoneId } = coat;
          const reaches =
            isFilm(coat) &&
            zoneId !== null &&
            (zoneId === step.zoneId || meet(context, step.zoneId!, zoneId) || isSprayed(coat.method));
          const end = reaches ? context.times.get(coat.id)?.endMin : undefined;
          return end === undefined || end < from || end > start + 1 ? [] : [end];
        });
        const end = ends.length > 0 ? Math.max(...ends) : undefined;
        return end !== undefined && start - end > 3 * softMin
          ? [
              {
                step,
                sentence: `${where(step)}: the tape is pulled ${hours(start - end)} after the last coat, when it is hard.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'MSK-05',
    severity: 'advice',
    tag: 'T',
    house: 'edge-seal',
    silencedBy: ['none'],
    why: 'Paint creeps under tape; what creeps first decides what is seen.',
    remedies: ['Seal the edge of the tape'],
    check: (context) => {
      const against = new Map<ZoneId, string[]>();
      for (const [id, all] of exposuresIn(context))
        for (const e of all)
          if (e.covered && e.sent === 'colour' && (e.standing === 'bare' || e.standing === 'unfinished'))
            against.set(e.zoneId, [...(against.get(e.zoneId) ?? []), id]);
      return workedZones(context).flatMap((zoneId) => {
        const steps = inZone(context, zoneId).map((at) => at.step);
        return steps.flatMap((mask, from): Offence[] => {
          if (mask.kind !== 'mask') return [];
          const pulled = steps.findIndex((s, i) => i > from && s.kind === 'unmask');
          const meanwhile = steps.slice(from, pulled < 0 ? undefined : pulled);
          const until = steps[pulled] ? indexOf(context, steps[pulled]) : Number.POSITIVE_INFINITY;
          const coloured =
            mask.areaFrac < 1
              ? meanwhile.some(isFilm)
              : (against.get(zoneId) ?? []).some((id) => {
                  const at = context.run.findIndex((x) => x.step.id === id);
                  return at > indexOf(context, mask) && at < until;
                });
          if (!coloured || meanwhile.some((s) => s.kind === 'seal-edge')) return [];
          const left = context.piece.edits.dropped.filter((id) => id.startsWith(`${zoneId}/seal-edge/`));
          const fix: Fix =
            left.length > 0
              ? { name: 'Put the sealing of the edge back', edits: left.map(restore) }
              : { name: 'Seal the edge of the tape', edits: [put('seal-edge', zoneId, mask.id)] };
          return [{ step: mask, sentence: `${where(mask)}: the edge of the tape is not sealed.`, fixes: [fix] }];
        });
      });
    },
  },
  {
    id: 'MSK-06',
    severity: 'warn',
    tag: 'T',
    why: 'Mist falls on everything that is not covered, and what is brushed or rolled runs over the edge.',
    remedies: ['Cover what is finished or bare, and the openings'],
    check: (context) => [...uncovered(context), ...openings(context)],
  },
  {
    id: 'MSK-07',
    severity: 'stop',
    tag: 'T',
    why: 'What is to be kept is lost with the first wet or abrasive step.',
    remedies: ['Protect it first'],
    check: (context) => {
      const first = context.run.find((at) => disturbs(at.step))?.step;
      const covered = context.run.some((at) => at.step.kind === 'cover' && at.step.zoneId === null);
      const left = context.piece.edits.dropped.filter((id) => id.startsWith('piece/cover/'));
      return first && context.piece.kept.length > 0 && !covered
        ? [
            {
              step: first,
              sentence: `${where(first)}: ${name(first)} comes with nothing over what is to be kept.`,
              fixes: left.length > 0 ? [{ name: 'Put the cover back', edits: left.map(restore) }] : [],
            },
          ]
        : [];
    },
  },
  {
    id: 'MSK-09',
    severity: 'advice',
    tag: 'T',
    why: 'The ridge of a taped design shows through every clear coat.',
    remedies: ['Level it with P1000'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone).map((at) => at.step);
        const pulled = steps.findIndex((s) => s.kind === 'unmask' && s.areaFrac < 1);
        const clear = steps.find((s, i) => i > pulled && s.kind === 'clear');
        return pulled >= 0 && clear && !steps.slice(pulled).some((s) => s.kind === 'level')
          ? [
              {
                step: clear,
                sentence: `${where(clear)}: ${name(clear)} comes over the ridge of the tape.`,
                fixes: [putBefore(context, clear, [['level', { grit: 1000 }], ['de-dust']])],
              },
            ]
          : [];
      }),
  },
];
