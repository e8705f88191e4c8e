import type { StepKindId } from '../../workshop';
import { badChecks } from '../filmChecks';
import { restore } from './Fix';
import { eachStep, hours, inZone, isFilm, name, productOf, type Rule, where, workedZones } from './Rule';

/** What takes a film off, down to what holds. */
const takesOff: ReadonlySet<StepKindId> = new Set(['strip-chemical', 'strip-abrasive', 'strip-heat', 'scrape', 'peel']);

/** Rules of the end of the work. */
export const finishRules: readonly Rule[] = [
  {
    id: 'FIN-01',
    severity: 'warn',
    tag: 'label',
    why: 'A film that has not cured rubs through instead of up.',
    remedies: ['Wait for the cure'],
    check: (context) =>
      eachStep(context, ({ step }) => {
        const start = context.times.get(step.id)?.startMin;
        if (step.kind !== 'rub-out' || start === undefined) return [];
        const steps = inZone(context, step.zoneId).map((at) => at.step);
        const last = steps.slice(0, steps.indexOf(step)).findLast((s) => s.kind === 'clear');
        const cure = last && productOf(context, last)?.times.cureMin.high;
        const gap = last ? start - (context.times.get(last.id)?.endMin ?? start) : 0;
        return cure !== undefined && gap < cure
          ? [
              {
                step,
                sentence: `${where(step)}: it is rubbed out ${hours(gap)} after the last coat; the film cures in ${hours(cure)}.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'FIN-02',
    severity: 'warn',
    tag: 'computed',
    why: 'A piece handed over before light use is marked by its first glass.',
    remedies: ['Promise a later date', 'Take a clear that is quicker'],
    check: (context) => {
      const promised = context.piece.promisedAt === null ? null : Date.parse(context.piece.promisedAt) / 60_000;
      const last = context.run.findLast((at) => isFilm(at.step))?.step;
      const late = promised !== null && context.lightUseAtMin !== null ? context.lightUseAtMin - promised : 0;
      return last && late > 0
        ? [
            {
              step: last,
              sentence: `The piece: light use comes ${hours(late)} after the promised date.`,
              working:
                'The latest of the last coats and what follows them, each with the late end of its light use, against the promised minute.',
            },
          ]
        : [];
    },
  },
  {
    id: 'FIN-05',
    severity: 'stop',
    tag: 'P',
    why: 'A coat over a film that does not hold comes off with it (cross-cut by ISO 2409: from 2 on more than a twentieth flakes).',
    remedies: [
      'Take the film off down to what holds',
      'Test it again when it has hardened',
      'Overrule it where the place was an exception',
    ],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone).map((at) => at.step);
        return context.piece.log.flatMap((entry) => {
          const [bad] = badChecks(entry);
          if (entry.step.zoneId !== zone || !bad) return [];
          const after = steps.slice(steps.findIndex((s) => s.id === entry.step.id) + 1);
          const next = after.find((s) => isFilm(s) && !context.times.get(s.id)?.logged);
          const takenOff = after.slice(0, next ? after.indexOf(next) : 0).some((s) => takesOff.has(s.kind));
          return next && !takenOff
            ? [
                {
                  step: next,
                  sentence: `${where(next)}: ${name(next)} would go on a film that does not hold (${bad.check.name.toLowerCase()} ${bad.mark.name}, ${bad.mark.says}).`,
                },
              ]
            : [];
        });
      }),
  },
  {
    id: 'FIN-04',
    severity: 'advice',
    tag: 'T',
    why: 'Dry runners and bare feet are what a customer notices first.',
    remedies: ['Wax the runners, felt the feet'],
    check: (context) => {
      const last = context.run.at(-1)?.step;
      const left = context.piece.edits.dropped.filter(
        (id) => id.startsWith('piece/oil-runners/') || id.startsWith('piece/felt/'),
      );
      return last && left.length > 0
        ? [
            {
              step: last,
              sentence: 'The piece: no felt under its feet, or its runners are not waxed.',
              fixes: [{ name: 'Put felt and runners back', edits: left.map(restore) }],
            },
          ]
        : [];
    },
  },
];
