import { restore } from './Fix';
import { eachStep, hours, inZone, isFilm, productOf, type Rule, where } from './Rule';

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
