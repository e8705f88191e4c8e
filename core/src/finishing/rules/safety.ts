import { formById, materialOf, surfaceOf } from '../../piece';
import type { Step } from '../../workshop';
import { glassIn, isGlass } from '../glassIn';
import { isLateScuff } from '../lateScuff';
import { hasOldFilm, leadHold } from '../leadBans';
import { restraintOf } from '../restraint';
import type { StepStates } from '../runPlan';
import { isSprayed, stepKind } from '../stepKinds';
import { type Fix, onShelf, putBefore, restore } from './Fix';
import {
  apartIn,
  coveredAt,
  eachStep,
  hours,
  inZone,
  isAbrasive,
  isFilm,
  name,
  type Offence,
  offending,
  productOf,
  type Rule,
  type RuleContext,
  where,
  workedZones,
} from './Rule';

/** Whether a restraint or lid support is fitted, whoever planned it. */
const fitted = ({ run }: RuleContext): boolean => run.some((at) => at.step.kind === 'fit-restraint');

/** Puts the restraint back where it was left out, else plans one before the last step. */
function fitRestraint(context: RuleContext, before: Step, what: string): Fix {
  const fix = putBefore(context, before, [['fit-restraint']]);
  const left = context.piece.edits.dropped.filter((id) => id.startsWith('piece/fit-restraint/'));
  return left.length > 0 ? { name: `Put ${what} back`, edits: left.map(restore) } : fix;
}

/** Insect fluid that meets a film, or is covered before the time on its label. */
function fluidOffences(context: RuleContext): Offence[] {
  return workedZones(context).flatMap((zone): Offence[] => {
    const steps = inZone(context, zone);
    const at = steps.findIndex((s) => productOf(context, s.step)?.kind === 'pest-treatment');
    const fluid = steps[at];
    if (!fluid) return [];
    if (fluid.distinct.before.some((s) => s.layers.some((l) => l.role !== 'in-wood')))
      return [
        {
          step: fluid.step,
          severity: 'stop',
          sentence: `${where(fluid.step)}: ${name(fluid.step)} comes on a finish, and insect fluid enters bare wood only.`,
        },
      ];
    const coat = steps.slice(at + 1).find((s) => isFilm(s.step))?.step;
    const [laid, covered] = [context.times.get(fluid.step.id), coat && context.times.get(coat.id)];
    const wait = productOf(context, fluid.step)!.times.filmFromMin;
    if (!coat || !laid || !covered || !wait) return [];
    const early = laid.endMin + (covered.logged ? wait.low : wait.high) - covered.startMin;
    return early > 0
      ? [
          {
            step: coat,
            severity: 'stop',
            sentence: `${where(coat)}: ${name(coat)} covers the insect fluid ${hours(early)} before the season on its label is over.`,
          },
        ]
      : [];
  });
}

/** Bare wood that is covered, on a piece whose insects were treated with fluid on other faces only. */
function leftToInsects(context: RuleContext): Offence[] {
  const isFluid = (at: StepStates) => productOf(context, at.step)?.kind === 'pest-treatment';
  // What a firm has treated is treated all through.
  const byFirm = context.run.some((at) => at.step.kind === 'treat-pests' && at.step.productId === null);
  if (byFirm || !context.run.some(isFluid) || !context.piece.damage.some((d) => d.kind === 'live-insects')) return [];
  return workedZones(context).flatMap((zone): Offence[] => {
    const steps = inZone(context, zone);
    const coat = steps.find((s) => isFilm(s.step));
    const bare = coat?.distinct.before.some(
      (s) => materialOf(s.material).wood && s.layers.every((l) => l.role === 'in-wood'),
    );
    // New wood was never in the piece.
    const renewed = steps.some((s) => s.step.kind === 'make-part' && s.step.part === 'top');
    if (!coat || !bare || renewed || steps.some(isFluid)) return [];
    const { step } = coat;
    return [
      {
        step,
        sentence: `${where(step)}: ${name(step)} covers bare wood of a piece with insects, and no fluid has gone into it.`,
        fixes: [putBefore(context, step, [['treat-pests', onShelf(context, 'pest-treatment')], ['dry-out']])],
      },
    ];
  });
}

/** What lies in the dust of a nest goes into the air with it. */
const raisesDust = (s: Step): boolean =>
  s.kind === 'vacuum' || s.kind === 'de-dust' || stepKind(s.kind).touches.includes('dust');

/** Oily rags and dust are seen to by the end of the working day, minutes (from memory). */
const leftLyingMin = 8 * 60;

/** What of a step may heat itself: rags and pads wet with oil, the mist of its gun, dust sanded off it; undefined: nothing. */
function selfHeating(context: RuleContext, { step, distinct }: StepStates): string | undefined {
  const heats = (productId: string | null) =>
    productId !== null && context.products[productId]?.hazards.includes('self-heating-rags') === true;
  if (heats(step.productId)) return isSprayed(step.method) ? 'overspray' : 'oily rags';
  // What a passed window asked for meets a film that has long hardened.
  const dust =
    isAbrasive(step) && !isLateScuff(step) && distinct.before.some((s) => heats(s.layers.at(-1)?.productId ?? null));
  return dust ? 'oily dust' : undefined;
}

/** Rules by which people get hurt. */
export const safetyRules: readonly Rule[] = [
  {
    id: 'SAF-01',
    severity: 'stop-locked',
    holds: 'lead not tested',
    tag: 'P',
    why: 'Old paint may hold lead until its country banned it (United States: 16 CFR 1303). Sanding, scraping or heating it spreads lead dust.',
    remedies: [
      'Record a negative test of every layer',
      'Leave the film untouched',
      'Hand the work to licensed people',
      'Record that the film was taken off in a lead-proper way',
    ],
    check: (context) => {
      if (!leadHold(context.piece)) return [];
      const found = context.piece.lead.result === 'positive';
      const result = found ? 'tested positive for lead' : 'may hold lead: no negative test of every layer is recorded';
      // Judged by what came in: a heat gun or stripper in between leaves its share of the film behind.
      return eachStep(context, ({ step, faces }) =>
        stepKind(step.kind).breaksFilm &&
        leadHold(context.piece, step.zoneId) &&
        faces.some((f) => hasOldFilm(surfaceOf(context.piece, f)))
          ? [
              {
                step,
                sentence: `${where(step)}: ${name(step)} would disturb an old film that ${result}.`,
                ...(found && { holds: 'lead found' }),
              },
            ]
          : [],
      );
    },
  },
  {
    id: 'SAF-04',
    severity: 'warn',
    tag: 'T',
    why: 'Rags wet with oil heat themselves and catch fire in a heap.',
    remedies: ['See to the rags: flat outdoors, or in a lidded can with water'],
    check: (context) => {
      const seenTo = context.run.flatMap(({ step }, i) =>
        step.kind === 'dispose' ? [{ i, atMin: context.times.get(step.id)?.startMin }] : [],
      );
      return eachStep(context, (at, i) => {
        const what = selfHeating(context, at);
        const { step } = at;
        const end = context.times.get(step.id)?.endMin;
        // One walk to the can does for all that was in hand at that go, on whatever zone.
        const seen = seenTo.some(
          (d) => d.i > i && (d.atMin === undefined || end === undefined || d.atMin - end <= leftLyingMin),
        );
        if (!what || seen) return [];
        const zone = step.zoneId ?? 'piece';
        const left = context.piece.edits.dropped.filter((id) => id.startsWith(`${zone}/dispose/`));
        const add = {
          name: 'Add after it: see to the oily rags',
          edits: [
            {
              do: 'insert' as const,
              kind: 'dispose' as const,
              zoneId: step.zoneId,
              afterId: step.id,
              productId: null,
              method: null,
              grit: null,
            },
          ],
        };
        return [
          {
            step,
            sentence: `${where(step)}: nothing is planned for the ${what} of ${name(step)}.`,
            fixes: left.length > 0 ? [{ name: 'Put the seeing to the rags back', edits: left.map(restore) }] : [add],
          },
        ];
      });
    },
  },
  {
    id: 'SAF-08',
    severity: 'warn',
    tag: 'label',
    house: 'old-upholstery',
    why: 'Some places restrict the sale of used upholstery: cleaning, labels, fire rules.',
    remedies: ['Check the local rule, and note it'],
    check: (context) => {
      const kept = inZone(context, 'seat').find((at) => at.step.kind === 'replace-part')?.step;
      const stripped = inZone(context, 'seat').some((at) => at.step.kind === 'remove-covering');
      return kept && !stripped && context.piece.ownership === 'resale'
        ? [{ step: kept, sentence: 'Seat: used upholstery stays under the new cover of a piece that is to be sold.' }]
        : [];
    },
  },
  {
    id: 'SAF-10',
    severity: 'advice',
    tag: 'P',
    why: 'Chests of this height tip when a child climbs their drawers (ASTM F2057-23, 16 CFR 1261, for makers).',
    remedies: ['Fit a restraint to the wall'],
    check: (context) => {
      const last = context.run.at(-1)?.step;
      return last && restraintOf(context.piece) === 'wall' && !fitted(context)
        ? [
            {
              step: last,
              sentence: 'The piece: it goes out with no restraint against tipping.',
              fixes: [fitRestraint(context, last, 'the restraint')],
            },
          ]
        : [];
    },
  },
  {
    id: 'SAF-11',
    severity: 'warn',
    tag: 'T',
    why: 'Mould and insects spread to other pieces while this one stands about; the dust of droppings carries disease; insect fluid that is covered too early is not proven.',
    remedies: [
      'Isolate and treat it first',
      'Wet it with disinfectant and lift it',
      'Wait for the season on the label',
    ],
    check: (context) => [
      ...offending(
        'before',
        (s) => s.kind === 'degrease' || isFilm(s) || raisesDust(s),
        (s, step) => {
          if (s.openDamage.includes('droppings') && raisesDust(step))
            return {
              severity: 'stop' as const,
              sentence: `${where(step)}: ${name(step)} raises the dust of nests or droppings that were not wetted and lifted.`,
              fixes: [putBefore(context, step, [['disinfect', onShelf(context, 'disinfectant')], ['dry-out']])],
            };
          const found = s.openDamage.find((d) =>
            d === 'live-insects' ? isFilm(step) : (d === 'mould' || d === 'droppings') && !raisesDust(step),
          );
          if (!found) return false;
          const fluid = found === 'live-insects';
          return {
            sentence: `${where(step)}: ${name(step)} comes before the ${fluid ? 'insects' : found} are treated.`,
            fixes: [
              fluid
                ? putBefore(context, step, [['treat-pests', onShelf(context, 'pest-treatment')], ['dry-out']])
                : putBefore(context, step, [['disinfect', onShelf(context, 'disinfectant')], ['dry-out']]),
            ],
          };
        },
      )(context),
      ...fluidOffences(context),
      ...leftToInsects(context),
    ],
  },
  {
    id: 'SAF-12',
    severity: 'warn',
    tag: 'T',
    why: 'Glass left in breaks under scraper and hammer.',
    remedies: ['Take it out', 'Protect it'],
    check: (context) => {
      const panes = glassIn(context.piece);
      if (panes.length === 0) return [];
      const apart = apartIn(context);
      let out = false;
      let taped = false;
      const told = new Set<string>();
      return eachStep(context, ({ step }) => {
        if (isGlass(step.part)) out = step.kind !== 'refit-part';
        if (step.zoneId === null && step.kind === 'mask') taped = true;
        if (step.zoneId === null && step.kind === 'unmask') taped = false;
        if (out || taped || step.zoneId === null) return [];
        const sprayed = isFilm(step) && isSprayed(step.method);
        const pane = panes.find((p) =>
          sprayed ? !apart.has(step.zoneId!) : stepKind(step.kind).breaksFilm && p.zoneId === step.zoneId,
        );
        if (!pane || told.has(pane.id) || coveredAt(context, pane.zoneId, step)) return [];
        told.add(pane.id);
        const left = context.piece.edits.dropped.filter(
          (id) => id.startsWith('piece/remove-part/') || id.startsWith('piece/refit-part/'),
        );
        return [
          {
            step,
            sentence: `${where(step)}: ${name(step)} comes with the ${pane.what} still in and not protected.`,
            fixes: left.length > 0 ? [{ name: 'Put the taking out back', edits: left.map(restore) }] : [],
          },
        ];
      });
    },
  },
  {
    id: 'SAF-13',
    severity: 'stop-locked',
    holds: 'not to be handed over yet',
    tag: 'P',
    why: 'Children have died in chests with a latch that closes by itself, and in old cots with a side that moves.',
    remedies: ['Fit a lid support and take the latch off', 'Do not hand it over'],
    check: (context) => {
      const { family } = formById(context.piece.form);
      const out =
        context.run.find((at) => at.step.kind === 'hand-over')?.step ??
        context.run.findLast((at) => at.step.kind === 'cure')?.step;
      if (!out) return [];
      if (restraintOf(context.piece) === 'lid' && !fitted(context))
        return [
          {
            step: out,
            sentence: 'The piece: it goes out with no lid support, or with a latch that closes by itself.',
            fixes: [fitRestraint(context, out, 'the lid support')],
          },
        ];
      return family === 'cot' && out.kind === 'hand-over'
        ? [
            {
              step: out,
              sentence:
                'The piece: an old cot is handed over; current law comes first, and one with a side that moves is not.',
            },
          ]
        : [];
    },
  },
];
