import type { Hazard, Product, Step, StepKindId, ToolId } from '../../workshop';
import { stepKind } from '../stepKinds';
import { leftovers } from '../ZoneChain';
import { otherProduct, putBefore, restore, takeOut } from './Fix';
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

/** What a step asks a person to wear, as the workshop names it. */
const wornAs: Readonly<Record<string, ToolId>> = {
  'dust-mask': 'dust-mask',
  'cartridge-mask': 'vapour-mask',
  gloves: 'gloves',
  goggles: 'eye-protection',
};
const toolWords: Readonly<Partial<Record<ToolId, string>>> = {
  'dust-mask': 'a dust mask',
  'vapour-mask': 'a cartridge mask',
  gloves: 'gloves',
  'eye-protection': 'eye protection',
};

/** What a step needs to wear that the workshop does not name. */
function lacking(context: RuleContext, step: Step): ToolId[] {
  const product = productOf(context, step);
  const vapour = product?.hazards.some((h) => h === 'vapour' || h === 'flammable') && step.method === 'hvlp';
  const wanted = [
    ...stepKind(step.kind).protection.map((p) => wornAs[p]),
    vapour ? ('vapour-mask' as const) : undefined,
  ];
  return [...new Set(wanted)].filter((t): t is ToolId => t !== undefined && !context.settings.tools.includes(t));
}
const inWords = (tools: readonly ToolId[]): string => tools.map((t) => toolWords[t] ?? t).join(' and ');

/** What may never meet chlorine bleach. */
const withBleach: readonly Hazard[] = ['ammonia', 'acid', 'oxidising'];

/** Kinds that clear the air or the surface of what was used before them. */
const clears: readonly StepKindId[] = ['rinse', 'dry-out'];

/** Answers to where the vapour goes, on the piece. */
const vents = ['through-draught', 'outdoors'];

/** Rules about what people breathe, touch and set alight. */
export const hazardRules: readonly Rule[] = [
  {
    id: 'SAF-02',
    severity: 'stop-locked',
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
    tag: 'P',
    why: 'Solvent vapour travels along the floor to a pilot light, heater or switch and flashes back (29 CFR 1910.106).',
    remedies: ['Record through-draught, or work outdoors', 'Take a product without flammable vapour'],
    check: (context) => {
      const { choice } = context.piece.decisions['piece/air'] ?? {};
      const lit = choice === 'flame-near';
      const vented = choice ? vents.includes(choice) : context.settings.tools.includes('ventilation');
      if (!lit && vented) return [];
      return withHazard(context, ['flammable']).map(({ step, product }) => ({
        step,
        sentence: `${where(step)}: ${product.name} gives off flammable vapour ${lit ? 'near a flame, pilot light, heater or spark' : 'and no ventilation is recorded'}.`,
        fixes: [
          ...vents.map((vent) => ({
            name: vent === 'outdoors' ? 'Record: it is done outdoors' : 'Record: real through-draught, nothing burning',
            edits: [{ do: 'decide' as const, key: 'piece/air', choice: vent }],
          })),
        ],
      }));
    },
  },
  {
    id: 'SAF-05',
    severity: 'warn',
    tag: 'P',
    why: 'Wood dust sensitises and solvents go through the skin (NIOSH Pocket Guide).',
    remedies: ['Have it to hand, and tick it under House rules'],
    check: (context) => {
      const all = Object.values(wornAs).every((tool) => context.settings.tools.includes(tool));
      if (all) return [];
      return eachStep(context, ({ step }) => {
        const missing = lacking(context, step);
        return missing.length > 0 && (step.zoneId !== null || missing.includes('gloves'))
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
    why: 'Caustics and oxidisers burn skin and eyes; chlorine bleach with ammonia, acid, alcohol, acetone or peroxide gives off poison gas.',
    remedies: ['Gloves rated for it and goggles', 'Never the two together'],
    check: (context) => {
      const bare = withHazard(context, ['caustic', 'oxidising', 'chlorine-bleach']).flatMap(({ step, product }) => {
        const missing = (['gloves', 'eye-protection'] as const).filter((t) => !context.settings.tools.includes(t));
        return missing.length > 0
          ? [
              {
                step,
                sentence: `${where(step)}: ${product.name} burns, and the workshop does not name ${inWords(missing)} as to hand.`,
                fixes: otherProduct(context, step, clearOf('caustic', 'oxidising', 'chlorine-bleach')),
              },
            ]
          : [];
      });
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
          const since = steps.slice(0, i).findLastIndex((s) => clears.includes(s.kind));
          const earlier = steps.slice(since + 1, i);
          const other = gas(step) ? earlier.find(meets) : meets(step) ? earlier.find(gas) : undefined;
          return other
            ? [
                {
                  step,
                  severity: 'stop-locked' as const,
                  sentence: `${where(step)}: ${productOf(context, step)!.name} meets ${productOf(context, other)!.name} with no rinse between: together they give off poison gas.`,
                  fixes: [
                    putBefore(context, step, [['rinse'], ['dry-out']]),
                    ...(gas(step) ? otherProduct(context, step, clearOf('chlorine-bleach')) : []),
                  ],
                },
              ]
            : [];
        });
      });
      return [...mixed, ...bare];
    },
  },
  {
    id: 'SAF-07',
    severity: 'stop-locked',
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
        if (context.piece.wear[zone] !== 'child-food') return [];
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
          const dropped = context.piece.edits.dropped.filter((id) => id.startsWith(`${zone}/dispose/`));
          return [
            {
              step,
              sentence: `${where(step)}: nothing is planned for ${left.what} after ${name(step)}.`,
              fixes:
                dropped.length > 0
                  ? [{ name: 'Put the seeing to it back', edits: dropped.map(restore) }]
                  : [
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
