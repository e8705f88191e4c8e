import { materialOf, zoneNames } from '../../piece';
import { isSprayed } from '../stepKinds';
import { onShelf, putBefore, restore } from './Fix';
import {
  disturbs,
  eachStep,
  hours,
  inZone,
  isFilm,
  meet,
  name,
  offending,
  productOf,
  type Rule,
  where,
  workedZones,
} from './Rule';

/** Tape left longer than this after the last coat tears its edge, minutes (from memory). */
const softMin = 24 * 60;

/** Rules of masking. */
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
        const kept = (c.piece.looks[step.zoneId!] ?? 'leave') === 'leave';
        return {
          severity: kept ? 'advice' : 'warn',
          sentence: `${where(step)}: tape lies on bare wood${kept ? ' that stays as it is: low-tack, and briefly' : ''}.`,
        };
      },
      (step, c) =>
        (c.piece.looks[step.zoneId!] ?? 'leave') === 'leave'
          ? []
          : [putBefore(c, step, [['seal', onShelf(c, 'sealer')]])],
    ),
  },
  {
    id: 'MSK-03',
    severity: 'stop',
    tag: 'T',
    why: 'Stripper creeps under tape: it is no barrier.',
    remedies: ['Strip before the neighbour is masked', 'Stop short, and finish the margin by hand'],
    check: (context) =>
      eachStep(context, (at, i) => {
        if (at.step.kind !== 'strip-chemical' || !at.step.zoneId) return [];
        const beside = context.run
          .slice(0, i)
          .findLast(
            (x) =>
              x.step.kind === 'mask' &&
              x.step.zoneId &&
              x.step.zoneId !== at.step.zoneId &&
              meet(context, at.step.zoneId!, x.step.zoneId),
          );
        const off =
          beside &&
          context.run.slice(0, i).some((x) => x.step.kind === 'unmask' && x.step.zoneId === beside.step.zoneId);
        const pins = context.piece.edits.pins.filter((p) => p.afterId === at.step.id);
        return beside && !off
          ? [
              {
                step: at.step,
                sentence: `${where(at.step)}: ${name(at.step)} relies on the tape on the ${zoneNames[beside.step.zoneId!].toLowerCase()}.`,
                fixes:
                  pins.length > 0
                    ? [{ name: 'Release your order', edits: pins.map((p) => ({ do: 'unpin' as const, ...p })) }]
                    : [],
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
      eachStep(context, ({ step }) => {
        const start = context.times.get(step.id)?.startMin;
        if (step.kind !== 'unmask' || !step.zoneId || start === undefined) return [];
        // The coats of the zones it waits for, also where what it waits for is a look at them.
        const beside = new Set(
          step.after.map((id) => context.run.find((at) => at.step.id === id)?.step.zoneId ?? null),
        );
        const ends = context.run.flatMap((at) => {
          const coat = at.step.zoneId !== step.zoneId && beside.has(at.step.zoneId) && isFilm(at.step);
          const end = coat ? context.times.get(at.step.id)?.endMin : undefined;
          return end === undefined || end > start ? [] : [end];
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
    check: (context) =>
      eachStep(context, ({ step }) => {
        const left = context.piece.edits.dropped.find((id) => id.startsWith(`${step.zoneId}/seal-edge/`));
        return step.kind === 'mask' && left
          ? [
              {
                step,
                sentence: `${where(step)}: the edge of the tape is not sealed.`,
                fixes: [{ name: 'Put the sealing of the edge back', edits: [restore(left)] }],
              },
            ]
          : [];
      }),
  },
  {
    id: 'MSK-06',
    severity: 'warn',
    tag: 'T',
    why: 'Mist falls on everything that is not covered.',
    remedies: ['Cover what is finished, and the openings'],
    check: (context) => {
      const sprayed = context.run.find((at) => isFilm(at.step) && isSprayed(at.step.method))?.step;
      const left = context.piece.edits.dropped.filter((id) => id.startsWith('piece/cover/') || /\/mask\/\d+$/.test(id));
      if (!sprayed || left.length === 0) return [];
      const away = context.piece.edits.dropped.filter((id) => /\/(cover|mask|unmask)\/\d+$/.test(id));
      return [
        {
          step: sprayed,
          sentence: `${where(sprayed)}: ${name(sprayed)} is sprayed with a neighbour or an opening uncovered.`,
          fixes: [{ name: 'Put the covers back', edits: away.map(restore) }],
        },
      ];
    },
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
