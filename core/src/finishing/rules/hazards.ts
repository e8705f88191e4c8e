import type { Hazard, Product, Step } from '../../workshop';
import { ownExtraId } from '../applyEdits';
import { lackingOf, type Worn, wornWords } from '../protectionOf';
import { isFlammable, isSprayed, methodNames, stepKind } from '../stepKinds';
import { wearIn } from '../wearIn';
import { leftovers } from '../ZoneChain';
import { type Fix, otherProduct, putBefore, takeOut } from './Fix';
import {
  disturbs,
  eachStep,
  hours,
  inZone,
  isFilm,
  name,
  productOf,
  type Rule,
  type RuleContext,
  where,
  workedZones,
} from './Rule';

/** Steps with a product that names a hazard. */
const withHazard = (context: RuleContext, hazards: readonly Hazard[]) =>
  hazardous(context).flatMap(({ step, product }) => {
    const hazard = product.hazards.find((h) => hazards.includes(h));
    return hazard ? [{ step, product, hazard }] : [];
  });

interface Hazardous {
  step: Step;
  product: Product;
}
/** Worked out once for each plan: many rules ask for it. */
const hazardousIn = new WeakMap<RuleContext, readonly Hazardous[]>();

function hazardous(context: RuleContext): readonly Hazardous[] {
  const known = hazardousIn.get(context);
  if (known) return known;
  const found = eachStep<Hazardous>(context, ({ step }) => {
    const product = productOf(context, step);
    return product && product.hazards.length > 0 ? [{ step, product }] : [];
  });
  hazardousIn.set(context, found);
  return found;
}

const clearOf =
  (...hazards: Hazard[]) =>
  (p: Product): boolean =>
    !p.hazards.some((h) => hazards.includes(h));

const inWords = (worn: readonly Worn[]): string => worn.map((w) => wornWords[w]).join(' and ');

/** The same product another way, where its label names one that throws no mist. */
const otherMethod = (step: Step, product: Product): Fix[] => {
  const method = product.methods.find((m) => !isSprayed(m));
  return method && ownExtraId(step.id) === null
    ? [
        {
          name: `Lay it by ${methodNames[method]}`,
          edits: [{ do: 'choose', key: `${step.zoneId}/${step.kind}`, method }],
        },
      ]
    : [];
};

/** What may never meet chlorine bleach. */
const withBleach: readonly Hazard[] = ['ammonia', 'acid', 'oxidising'];

/** The last place in a run of steps at which what was on the surface is washed off and has dried: a wash, then a drying. */
function clearedAt(steps: readonly Step[]): number {
  const dried = steps.findLastIndex((s) => s.kind === 'dry-out');
  const washed = steps.slice(0, Math.max(0, dried)).findLastIndex((s) => s.kind === 'rinse');
  return washed < 0 ? -1 : washed;
}

/** What a zone was last bleached with before a step. */
function lastBleach(context: RuleContext, step: Step): Product | undefined {
  const before = context.run.slice(
    0,
    context.run.findIndex((at) => at.step === step),
  );
  const at = before.findLast(
    ({ step: s }) => s.zoneId === step.zoneId && stepKind(s.kind).gives.includes('leave-bleach'),
  );
  return at && productOf(context, at.step);
}

/** Answers to where the vapour goes, on the piece. */
const vents = ['through-draught', 'outdoors'];
/** What lights vapour, in words, by the answer on the piece. */
const lights: Readonly<Record<string, string>> = {
  'flame-near': 'near a flame, pilot light, heater or spark',
  'fan-motor': 'with an ordinary fan motor running in it',
};

/** Solvent mist wants an extraction that is made for it: neither a window nor the open air takes it from the face. */
const needsExtraction = (step: Step, product: Product): boolean =>
  step.method === 'hvlp' && product.carrier === 'lacquer';

/** Rules about what people breathe, touch and set alight. */
export const hazardRules: readonly Rule[] = [
  {
    id: 'SAF-02',
    severity: 'stop-locked',
    holds: 'stripper not allowed',
    tag: 'P',
    why: 'Chlorinated solvents have killed people at this work and are barred to consumers and most trades in many places (40 CFR 751); N-methylpyrrolidone harms the unborn.',
    remedies: ['Take another stripper'],
    check: (context) =>
      withHazard(context, ['chlorinated', 'nmp']).map(({ step, product, hazard }) => ({
        step,
        severity: hazard === 'nmp' ? ('warn' as const) : ('stop-locked' as const),
        sentence: `${where(step)}: ${product.name} holds ${hazard === 'nmp' ? 'N-methylpyrrolidone' : 'a chlorinated solvent'}.`,
        fixes: [...otherProduct(context, step, clearOf('chlorinated', 'nmp')), ...takeOut(step)],
      })),
  },
  {
    id: 'SAF-03',
    severity: 'stop-locked',
    holds: 'vapour near a flame',
    tag: 'P',
    why: 'Solvent vapour travels along the floor to a pilot light, heater or switch and flashes back (29 CFR 1910.106).',
    remedies: ['Record through-draught, or work outdoors', 'Take a product without flammable vapour'],
    check: (context) => {
      const { choice } = context.piece.decisions['piece/air'] ?? {};
      const lit = choice === undefined ? undefined : lights[choice];
      const vented = choice ? vents.includes(choice) : context.settings.tools.includes('ventilation');
      const extracted = context.settings.tools.includes('solvent-extraction');
      return eachStep(context, ({ step }) => {
        const product = productOf(context, step);
        if (!product || !isFlammable(product)) return [];
        if (!extracted && needsExtraction(step, product))
          return [
            {
              step,
              sentence: `${where(step)}: ${product.name} by gun needs a space whose extraction is made for solvent; an open window does not do.`,
              fixes: [...otherMethod(step, product), ...otherProduct(context, step, (p) => p.carrier === 'water')],
            },
          ];
        if (!lit && vented) return [];
        return [
          {
            step,
            sentence: `${where(step)}: ${product.name} gives off flammable vapour ${lit ?? 'and no ventilation is recorded'}.`,
            fixes: vents.map((vent) => ({
              name:
                vent === 'outdoors' ? 'Record: it is done outdoors' : 'Record: real through-draught, nothing burning',
              edits: [{ do: 'decide' as const, key: 'piece/air', choice: vent }],
            })),
          },
        ];
      });
    },
  },
  {
    id: 'SAF-05',
    severity: 'warn',
    tag: 'P',
    why: 'Wood dust sensitises, mist of any gun or can is breathed and gets into the eyes, and solvents go through the skin (NIOSH Pocket Guide).',
    remedies: ['Have it to hand, and tick it under House rules'],
    check: (context) => {
      return eachStep(context, ({ step }) => {
        const missing = lackingOf(step, productOf(context, step), context.settings.tools);
        return missing.length > 0
          ? [
              {
                step,
                sentence: `${where(step)}: ${name(step)} asks for ${inWords(missing)}, which the workshop does not name as to hand.`,
              },
            ]
          : [];
      });
    },
  },
  {
    id: 'SAF-06',
    severity: 'warn',
    tag: 'T',
    why: 'Caustics, acids and oxidisers burn skin and eyes, acid left in the wood is dust when it is sanded; chlorine bleach with ammonia, acid, alcohol, acetone or peroxide gives off poison gas.',
    remedies: ['Gloves rated for it and goggles', 'Never the two together'],
    check: (context) => {
      const bare = withHazard(context, ['caustic', 'acid', 'oxidising', 'chlorine-bleach']).flatMap(
        ({ step, product }) => {
          const missing = (['gloves', 'eye-protection'] as const).filter((t) => !context.settings.tools.includes(t));
          return missing.length > 0
            ? [
                {
                  step,
                  sentence: `${where(step)}: ${product.name} burns, and the workshop does not name ${inWords(missing)} as to hand.`,
                  fixes: otherProduct(context, step, clearOf('caustic', 'acid', 'oxidising', 'chlorine-bleach')),
                },
              ]
            : [];
        },
      );
      const bleach = withHazard(context, ['chlorine-bleach']).length > 0;
      const mixed = (bleach ? workedZones(context) : []).flatMap((zone) => {
        const steps = inZone(context, zone).map((at) => at.step);
        const gas = (s: Step) => productOf(context, s)?.hazards.includes('chlorine-bleach') === true;
        const meets = (s: Step) => {
          const p = productOf(context, s);
          return p !== undefined && (p.carrier === 'alcohol' || p.hazards.some((h) => withBleach.includes(h)));
        };
        if (!steps.some(gas)) return [];
        return steps.flatMap((step, i) => {
          const since = clearedAt(steps.slice(0, i));
          const earlier = steps.slice(since + 1, i);
          const other = gas(step) ? earlier.find(meets) : meets(step) ? earlier.find(gas) : undefined;
          return other
            ? [
                {
                  step,
                  severity: 'stop-locked' as const,
                  holds: 'bleach not rinsed',
                  sentence: `${where(step)}: ${productOf(context, step)!.name} meets ${productOf(context, other)!.name} with no wash and drying between: together they give off poison gas.`,
                  fixes: [
                    putBefore(context, step, [['rinse'], ['dry-out']]),
                    ...(gas(step) ? otherProduct(context, step, clearOf('chlorine-bleach')) : []),
                  ],
                },
              ]
            : [];
        });
      });
      const dusty = eachStep(context, ({ step, distinct }) =>
        stepKind(step.kind).touches.includes('dust') &&
        distinct.before.some((s) => s.residue === 'bleach') &&
        lastBleach(context, step)?.hazards.includes('acid')
          ? [
              {
                step,
                severity: 'stop' as const,
                sentence: `${where(step)}: ${name(step)} comes before the acid is rinsed out: its crystals go into the air with the dust.`,
                fixes: [putBefore(context, step, [['rinse'], ['dry-out']])],
              },
            ]
          : [],
      );
      return [...mixed, ...dusty, ...bare];
    },
  },
  {
    id: 'SAF-07',
    severity: 'stop-locked',
    holds: 'lining not cleared',
    tag: 'P',
    why: 'Board and paper linings of old heated or electrical cabinets may hold asbestos; its fibres stay in the air for days (40 CFR 763).',
    remedies: ['Leave the zone alone', 'Record that licensed people have dealt with it'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const lining = context.piece.damage.find((d) => d.kind === 'fibrous-lining' && d.zoneId === zone);
        const first = inZone(context, zone).find((at) => disturbs(at.step) || at.step.kind === 'vacuum')?.step;
        if (!lining || !first || context.piece.decisions[`damage/${lining.id}`]?.choice === 'licensed') return [];
        return [
          {
            step: first,
            sentence: `${where(first)}: a grey fibrous or board lining is noted, and ${name(first)} would disturb it.`,
            fixes: [
              { name: 'Leave the zone alone', edits: [{ do: 'look' as const, zoneId: zone, look: 'leave' as const }] },
            ],
          },
        ];
      }),
  },
  {
    id: 'SAF-09',
    severity: 'warn',
    tag: 'label',
    why: 'Children mouth what they hold, and food lies on what is not cured; toy and food rules differ by place.',
    remedies: ['Hand it over after the full cure', 'Check the local toy or food rules'],
    check: (context) => {
      const out = context.run.find((at) => at.step.kind === 'hand-over')?.step;
      const start = out && context.times.get(out.id)?.startMin;
      if (!out || start === undefined) return [];
      return workedZones(context).flatMap((zone) => {
        if (wearIn(context.piece)[zone] !== 'child-food') return [];
        const last = inZone(context, zone)
          .map((at) => at.step)
          .filter(isFilm)
          .at(-1);
        const end = last && context.times.get(last.id)?.endMin;
        const cured = last && end !== undefined ? end + (productOf(context, last)?.times.cureMin.high ?? 0) : start;
        return start < cured
          ? [
              {
                step: out,
                sentence: `${where(last!)}: it is for children or food, and is handed over ${hours(cured - start)} before ${name(last!)} has cured.`,
              },
            ]
          : [];
      });
    },
  },
  {
    id: 'SAF-14',
    severity: 'warn',
    tag: 'T',
    why: 'Super glue on cotton, wool or leather heats and smokes; mixed filler in the bin sets hot.',
    remedies: ['See to what is left over, before anything else'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone).map((at) => at.step);
        return steps.flatMap((step, i) => {
          const hazards = productOf(context, step)?.hazards ?? [];
          const left = leftovers.find((l) => l.hazard !== 'self-heating-rags' && hazards.includes(l.hazard));
          if (!left || steps[i + 1]?.kind === 'dispose') return [];
          return [
            {
              step,
              sentence: `${where(step)}: nothing is planned for ${left.what} after ${name(step)}.`,
              fixes: [
                {
                  name: `Add after it: see to ${left.what}`,
                  edits: [
                    {
                      do: 'insert' as const,
                      kind: 'dispose' as const,
                      zoneId: zone,
                      afterId: step.id,
                      productId: null,
                      method: null,
                      grit: null,
                    },
                  ],
                },
              ],
            },
          ];
        });
      }),
  },
  {
    id: 'SAF-15',
    severity: 'stop-locked',
    holds: 'spray needs supplied air',
    tag: 'P',
    why: 'Isocyanates and aziridines sensitise for life and ask for supplied air (29 CFR 1910.1000; EU 2020/1149): they are outside this tool.',
    remedies: ['Hand it to trained sprayers with supplied air', 'Take another product'],
    check: (context) =>
      withHazard(context, ['isocyanate']).map(({ step, product }) => ({
        step,
        sentence: `${where(step)}: ${product.name} is crosslinked with isocyanate or aziridine.`,
        fixes: [...otherProduct(context, step, clearOf('isocyanate')), ...takeOut(step)],
      })),
  },
];
