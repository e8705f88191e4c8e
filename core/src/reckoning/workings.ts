import type { PackChoice, Working, WorkingInput } from '../coverage';
import { handsOnParts, stepKind, type WorkedFaces } from '../finishing';
import type { LearnedFigure, Step } from '../workshop';

/** What a figure of one's own adds to a working. */
const yoursInput = ({ factor, count }: LearnedFigure, goes: string): WorkingInput => ({
  name: `yours, after ${count} ${goes}${count === 1 ? '' : 's'} of the log`,
  value: factor,
  unit: '× typical',
  tag: 'own',
});

/** An amount with what the log taught of it. @param amount as it is now */
export const asYours = (working: Working, amount: number, learned: LearnedFigure | undefined): Working =>
  learned
    ? {
        ...working,
        formula: `(${working.formula}) × yours`,
        inputs: [...working.inputs, yoursInput(learned, 'coat')],
        result: { ...working.result, value: amount },
      }
    : working;

/**
 * How the hands-on time of a step was worked out.
 * @param on the faces it works
 * @param learned what the log taught of it; undefined: nothing
 */
export function minutesWorking(
  step: Step,
  on: WorkedFaces,
  minutes: number,
  setsUp: boolean,
  learned: LearnedFigure | undefined,
): Working {
  return {
    title: `${stepKind(step.kind).verb}: hands-on time`,
    formula: `sum of minutes × amount${learned ? ', × yours' : ''}, rounded up to whole minutes`,
    inputs: [
      ...handsOnParts(step, on, setsUp).flatMap((part) => [
        { name: part.name, value: part.minutes, unit: `min/${part.per}`, tag: 'M' as const },
        ...(part.per === 'time'
          ? []
          : [
              {
                name: 'times',
                value: part.amount,
                unit: part.per === 'part' || part.per === 'place' ? '' : part.per,
                tag: 'measured' as const,
              },
            ]),
      ]),
      ...(learned ? [yoursInput(learned, 'sitting')] : []),
    ],
    result: { value: minutes, unit: 'min' },
    note: 'Typical times from memory; the log shows what yours are.',
  };
}

/** How the cans of a product were chosen. @param needL litres they have to reach */
export function packsWorking(name: string, needL: number, packs: PackChoice): Working {
  return {
    title: `${name}: cans`,
    formula: 'the least price whose cans hold at least the high end of the need',
    inputs: [
      { name: 'need, high end', value: needL, unit: 'L', tag: 'computed' },
      ...packs.counts.flatMap(({ pack, count }) => [
        { name: `cans of ${pack.volumeL} L`, value: count, unit: '', tag: 'computed' as const },
        { name: `price of one`, value: pack.price, unit: '', tag: pack.tag },
      ]),
      { name: 'they hold', value: packs.volumeL, unit: 'L', tag: 'computed' },
    ],
    result: { value: packs.price, unit: 'in all' },
  };
}
