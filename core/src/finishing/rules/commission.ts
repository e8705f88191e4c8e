import type { Step } from '../../workshop';
import { type AwaitedKind, awaitedNames } from '../commission';
import { stepKind } from '../stepKinds';
import { disturbs, inZone, isFilm, name, type Offence, type Rule, type RuleContext, where, workedZones } from './Rule';

/** Whether it is still to be begun: what has happened is not held. */
const ahead = ({ times }: RuleContext, step: Step): boolean => !times.get(step.id)?.logged;
const isCommission = ({ piece }: RuleContext): boolean => piece.ownership === 'commission';

const colours: ReadonlySet<Step['kind']> = new Set(['paint', 'blend', 'paper', 'metallic', 'leaf', 'foil']);

/** What cannot be done without something that the client brings. */
const needs: Readonly<Record<AwaitedKind, (step: Step) => boolean>> = {
  pulls: ({ kind, part }) => kind === 'drill' || (kind === 'refit-part' && part === 'hardware'),
  covering: ({ kind, part }) =>
    (kind === 'replace-part' || kind === 'make-part' || kind === 'refit-part') && part === 'covering',
  glass: ({ kind, part }) =>
    (kind === 'refit-part' || kind === 'replace-part') && (part === 'glass' || part === 'mirror'),
  colour: ({ kind }) => colours.has(kind) || stepKind(kind).colours === true,
  all: disturbs,
};

/** The first step ahead, of those that something holds, of each zone that has one; of the whole piece as well. */
function firstOfEach(
  context: RuleContext,
  holds: (step: Step) => boolean,
  sentence: (step: Step) => string,
): Offence[] {
  return [null, ...workedZones(context)].flatMap((zone) => {
    const first = inZone(context, zone).find(({ step }) => ahead(context, step) && holds(step))?.step;
    return first ? [{ step: first, sentence: sentence(first) }] : [];
  });
}

/** What a client has a word in. Common practice, no source. */
export const commissionRules: readonly Rule[] = [
  {
    id: 'COM-01',
    severity: 'stop-locked',
    holds: 'offer not approved',
    tag: 'T',
    why: 'What was offered and not agreed may be asked for otherwise, and what is stripped cannot be given back.',
    remedies: ['Note that the offer is approved', 'Take the offer back'],
    check: (context) => {
      const { offer } = context.piece.commission;
      if (!isCommission(context) || !offer || offer.approvedAt !== null) return [];
      return firstOfEach(
        context,
        disturbs,
        (step) => `${where(step)}: ${name(step)} comes before the client approved the offer.`,
      );
    },
  },
  {
    id: 'COM-02',
    severity: 'stop-locked',
    holds: 'not brought yet',
    tag: 'T',
    why: 'What the client brings is measured before anything is made to fit it.',
    remedies: ['Note that it came', 'Take it off the list'],
    check: (context) =>
      isCommission(context)
        ? (context.piece.commission.awaited ?? [])
            .filter((a) => a.receivedAt === null)
            .flatMap((a) =>
              firstOfEach(
                context,
                needs[a.kind],
                (step) =>
                  `${where(step)}: ${name(step)} needs what the client brings (${a.what || awaitedNames[a.kind].toLowerCase()}), and it has not come.`,
              ),
            )
        : [],
  },
  {
    id: 'COM-03',
    severity: 'stop-locked',
    holds: 'change not approved',
    tag: 'T',
    why: 'A change that was asked for and not agreed on may still be called off: what is laid meanwhile is laid for nothing.',
    remedies: ['Note that the change is approved', 'Call it off'],
    check: (context) =>
      isCommission(context)
        ? (context.piece.commission.changes ?? [])
            .filter((c) => c.approvedAt === null)
            .flatMap((c) =>
              firstOfEach(
                context,
                (step) => step.zoneId === c.zoneId && (isFilm(step) || stepKind(step.kind).colours === true),
                (step) => `${where(step)}: ${name(step)} comes while a change is not agreed on: ${c.what}.`,
              ),
            )
        : [],
  },
];
