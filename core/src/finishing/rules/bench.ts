import { airVerdict } from '../../climate';
import { brushEfficiencyFrac, wetFilmUm } from '../../coverage';
import { batchesNeeded, placingMinutes, usualMixTempC } from '../../mixing';
import type { Product, Step } from '../../workshop';
import { matchedSupplies } from '../Around';
import { type Consumption, isSprayed, stepKind } from '../stepKinds';
import { otherProduct, putBefore } from './Fix';
import {
  apartIn,
  eachStep,
  facesIn,
  hours,
  inZone,
  isAbrasive,
  isFilm,
  name,
  type Offence,
  productOf,
  type Rule,
  type RuleContext,
  type StepTime,
  where,
  workedZones,
} from './Rule';

/** How long a reading tells what the air will be, minutes (from memory). */
const airHoldsMin = 180;
/** Largest band of colour that can be kept wet by hand, m² (from memory). */
const keptWetM2 = 0.6;

/** Whole sheets, or square metres to the hundredth. @param round up for what is needed, down for what is there */
function sheets(amount: number, unit: Consumption['unit'], round: 'ceil' | 'floor'): string {
  const [each, slack] = [unit === 'pieces' ? 1 : 100, round === 'ceil' ? -1e-9 : 1e-9];
  const whole = Math[round](amount * each + slack);
  return unit === 'pieces' ? `${whole} ${whole === 1 ? 'sheet' : 'sheets'}` : `${(whole / each).toFixed(2)} ${unit}`;
}

const litres = (x: number): string => (x < 1 ? `${Math.ceil(x * 1000)} ml` : `${x.toFixed(2)} L`);

const breachWords = {
  'too-cold': (v: number, b: number) => `${v.toFixed(1)} °C is below the ${b} °C`,
  'too-warm': (v: number, b: number) => `${v.toFixed(1)} °C is above the ${b} °C`,
  'too-damp': (v: number, b: number) => `${Math.round(v * 100)} % is damper than the ${Math.round(b * 100)} %`,
  'near-dew-point': (v: number, b: number) => `the surface is ${v.toFixed(1)} K above dew point, less than the ${b} K`,
} as const;

/** Steps between the last coat of the zone and this one, and what was done for the whole piece just before. */
const readied = (context: RuleContext, step: Step, kind: Step['kind']): boolean => {
  const at = context.run.findIndex((x) => x.step === step);
  const since = context.run.slice(0, at).findLastIndex((x) => x.step.zoneId === step.zoneId && isFilm(x.step));
  return context.run
    .slice(since + 1, at)
    .some((x) => x.step.kind === kind && (x.step.zoneId === null || x.step.zoneId === step.zoneId));
};

/** When the hands are at a step; one that was logged without its start lasted as long as it was planned to. */
const handsAt = (at: StepTime): { startMin: number; endMin: number } => ({
  startMin: Math.min(at.startMin, at.endMin - at.handsOnMin),
  endMin: at.endMin,
});

interface Wet {
  step: Step;
  product: Product;
  from: number;
  until: number;
}

/** Worked out once for each plan: many rules and steps ask for it. */
const wetFilms = new WeakMap<RuleContext, readonly Wet[]>();

function wetIn(context: RuleContext): readonly Wet[] {
  const known = wetFilms.get(context);
  if (known) return known;
  const wet = context.run.flatMap(({ step }) => {
    const at = isFilm(step) ? context.times.get(step.id) : undefined;
    const product = productOf(context, step);
    return at && product ? [{ step, product, from: at.endMin, until: at.endMin + product.times.dustFreeMin.high }] : [];
  });
  wetFilms.set(context, wet);
  return wet;
}

/** The first wet film of another zone at some time: from its end until it is dust-free. */
const wetAt = (
  context: RuleContext,
  zoneId: Step['zoneId'],
  startMin: number,
  endMin: number,
  minds: (wet: Wet) => boolean = () => true,
): Wet | undefined =>
  wetIn(context).find((w) => w.from < endMin && w.until > startMin && w.step.zoneId !== zoneId && minds(w));

/** A wet film of another piece in the same air at some time. */
const wetBeside = ({ around }: RuleContext, at: Pick<StepTime, 'startMin' | 'endMin'>) =>
  around.wet.find((w) => w.fromMin < at.endMin && w.untilMin > at.startMin);

/** Whether a step leaves dust in the air: abrasives, and planes and saws. */
const raisesDust = (step: Step): boolean =>
  isAbrasive(step) || (stepKind(step.kind).waste.includes('dust') && stepKind(step.kind).group === 'repair');

/** What is left on the shelf for a step: what is there, less what this piece and the others take before it. */
function shortfalls(context: RuleContext, finite: boolean) {
  const used = new Map<string, number>();
  const seen = new Set<string>();
  if (Object.keys(context.around.stock).length === 0) return [];
  return context.run.flatMap(({ step }) => {
    const at = context.times.get(step.id);
    const stock = step.productId ? context.around.stock[step.productId] : undefined;
    if (!at || at.logged || !stock || !step.productId || stock.finite !== finite) return [];
    const own = (used.get(step.productId) ?? 0) + at.highL;
    used.set(step.productId, own);
    const before = finite ? stock.taken : stock.taken.filter((t) => t.atMin < at.startMin);
    const others = before.reduce((sum, t) => sum + t.highL, 0);
    const short = own + others - stock.usableL;
    if (short <= 1e-9 || seen.has(step.productId)) return [];
    seen.add(step.productId);
    return [
      {
        step,
        product: productOf(context, step)!,
        stock,
        own,
        others,
        short,
        names: [...new Set(before.map((t) => t.pieceName))],
      },
    ];
  });
}

const soloWords = (names: readonly string[], others: number): string =>
  others > 0
    ? ` (${names.slice(0, 3).join(', ')} ${names.length > 3 ? 'and others ' : ''}take ${litres(others)} before it)`
    : '';

/** Whether enough of a product is on the shelf. */
const inStock =
  (context: RuleContext, needL: number) =>
  (p: Product): boolean =>
    (context.around.stock[p.id]?.usableL ?? 0) >= needL;

/** A coat that the space does not bear when it is planned: the schedule waits for hours that are fit, where any come. */
function notBorne(context: RuleContext, step: Step, { startMin, handsOnMin }: StepTime): Offence[] {
  const bar = context.space?.bars(step, startMin, handsOnMin);
  if (!bar) return [];
  const ever = Number.isFinite(bar.untilMin) ? '' : ', and does not become fit for it in four months';
  const others = context.space!.bearing(step, startMin, handsOnMin);
  return [
    {
      step,
      sentence: `${where(step)}: ${name(step)} cannot go on as planned: ${bar.because}${ever}.`,
      fixes: others.map(({ id, name: space }) => ({
        name: `Let the piece stand in ${space}`,
        edits: [{ do: 'stand-in', spaceId: id }],
      })),
    },
  ];
}

/** Rules of air, film, batches and shelf. */
export const benchRules: readonly Rule[] = [
  {
    id: 'APP-01',
    severity: 'stop',
    tag: 'label',
    why: 'Outside the air its label allows a film does not form: it blushes, stays soft or lets go.',
    remedies: ['Another space', 'Warm the piece first', 'Another day'],
    check: (context) => {
      const { air } = context;
      const fresh = air !== null && context.nowMin - air.atMin <= airHoldsMin;
      return eachStep(context, ({ step }) => {
        const at = context.times.get(step.id);
        const product = productOf(context, step);
        if (!isFilm(step) || !at || !product || at.logged) return [];
        if (!fresh || at.startMin > air.atMin + airHoldsMin) return notBorne(context, step, at);
        const open = airVerdict(product.air, air).breaches.filter((b) =>
          b.limit === 'too-damp' || b.limit === 'too-warm'
            ? !readied(context, step, 'move-to-space')
            : !readied(context, step, 'warm-up') && !readied(context, step, 'move-to-space'),
        );
        const [first] = open;
        if (!first) return [];
        const cold = open.every((b) => b.limit === 'too-cold' || b.limit === 'near-dew-point');
        return [
          {
            step,
            sentence: `${where(step)}: ${name(step)} is to go on now, and ${breachWords[first.limit](first.value, first.bound)} that ${product.name} asks for.`,
            fixes: [
              ...(cold && context.settings.tools.includes('heated-space')
                ? [putBefore(context, step, [['warm-up']])]
                : []),
              putBefore(context, step, [['move-to-space']]),
            ],
          },
        ];
      });
    },
  },
  {
    id: 'APP-02',
    severity: 'warn',
    tag: 'M',
    why: 'More than a vertical face can hold runs down it.',
    remedies: ['Thinner coats', 'Lay the face flat'],
    check: (context) =>
      eachStep(context, ({ step, faces }) => {
        const zone = step.zoneId;
        const upright = faces.some((f) => f.side !== 'up' && f.side !== 'down');
        if (!upright || context.piece.decisions[`${zone}/lay`]?.choice === 'flat') return [];
        const product = productOf(context, step);
        // An aerosol is laid in passes, each thinner than any limit.
        const wet = product && isFilm(step) && step.method !== 'aerosol' ? wetFilmUm(product) : null;
        return product?.sagUm && wet !== null && wet > product.sagUm.value
          ? [
              {
                step,
                sentence: `${where(step)}: a coat of ${product.name} is ${Math.round(wet)} µm wet; upright it hangs up to ${Math.round(product.sagUm.value)} µm.`,
                working: `1000 ÷ ${product.spreadM2PerL!.likely} m²/L × ${brushEfficiencyFrac} that stays on × ${1 + product.thinningFrac.value} with its thinner = ${wet.toFixed(1)} µm.`,
                fixes: [
                  {
                    name: 'Lay the faces flat to coat them',
                    edits: [{ do: 'decide' as const, key: `${zone}/lay`, choice: 'flat' }],
                  },
                ],
              },
            ]
          : [];
      }),
  },
  {
    id: 'APP-03',
    severity: 'stop',
    tag: 'computed',
    why: 'What sets in the cup before it is placed is lost, and tears when it is worked on.',
    remedies: ['Mix smaller batches'],
    check: (context) =>
      eachStep(context, ({ step }) => {
        const product = productOf(context, step);
        if (!product?.workingMin) return [];
        const key = `${step.zoneId}/${step.kind}`;
        const chosen = context.piece.choices[key]?.batches ?? null;
        if (chosen === null) return [];
        const placing = placingMinutes(step, product, context.times.get(step.id)?.handsOnMin ?? 0);
        const need = batchesNeeded(product, placing, context.air?.airTempC ?? usualMixTempC);
        return need.count > chosen
          ? [
              {
                step,
                sentence: `${where(step)}: ${chosen === 1 ? 'one batch' : `${chosen} batches`} for ${name(step)} ${chosen === 1 ? 'takes' : 'take'} ${hours(placing / chosen)} each to place and ${chosen === 1 ? 'sets' : 'set'} in ${need.workingMin.toFixed(1)} min.`,
                working: `${placing.toFixed(1)} min to place all of it ÷ ${chosen}; working time at ${(context.air?.airTempC ?? usualMixTempC).toFixed(1)} °C ${need.workingMin.toFixed(1)} min, of which four fifths are left for placing: ${need.count} batches.`,
                fixes: [
                  {
                    name: `Mix ${need.count} batches`,
                    edits: [{ do: 'choose' as const, key, batches: null }],
                  },
                ],
              },
            ]
          : [];
      }),
  },
  {
    id: 'APP-04',
    severity: 'warn',
    tag: 'T',
    why: 'Mist falls on every wet face in reach and stays there as grit.',
    remedies: ['Wait until it is dust-free', 'Spray in another order'],
    check: (context) => {
      const apart = apartIn(context);
      return eachStep(context, ({ step }) => {
        const at = context.times.get(step.id);
        if (!isFilm(step) || !isSprayed(step.method) || !at || !step.zoneId) return [];
        const hands = handsAt(at);
        // What has just come out of the same gun flows together; half dry it takes the mist as grit.
        const hit = wetAt(
          context,
          step.zoneId,
          hands.startMin,
          hands.endMin,
          (w) =>
            w.step.productId !== step.productId ||
            (![step, w.step].some((s) => apart.has(s.zoneId!)) &&
              hands.startMin - w.from > ((w.until - w.from) * 2) / 3),
        );
        const other = hit ? undefined : wetBeside(context, hands);
        if (hit)
          return [
            {
              step,
              ...(hit.step.productId === step.productId ? { severity: 'advice' as const } : {}),
              sentence: `${where(step)}: ${name(step)} is sprayed ${hours(hit.until - hands.startMin)} before ${hit.product.name} on the ${where(hit.step).toLowerCase()} is dust-free.`,
            },
          ];
        return other
          ? [
              {
                step,
                sentence: `${where(step)}: ${name(step)} is sprayed ${hours(other.untilMin - hands.startMin)} before ${other.what} of ${other.pieceName} is dust-free.`,
              },
            ]
          : [];
      });
    },
  },
  {
    id: 'APP-05',
    severity: 'advice',
    tag: 'T',
    why: 'Needle, air and thinning are set on a board, not on the piece.',
    remedies: ['Spray a test panel first'],
    check: (context) => {
      const tried = new Set<string | null>();
      const sampled = new Set<Step['zoneId']>();
      const told = new Set<Step['zoneId']>();
      return eachStep(context, ({ step }) => {
        if (step.kind === 'make-sample' || (step.kind === 'test' && step.zoneId !== null)) sampled.add(step.zoneId);
        // A can needs no setting.
        if (!isFilm(step) || step.method !== 'hvlp') return [];
        // A gun that is set for a product is set for it on every zone.
        const ofIt = (zoneId: Step['zoneId']) =>
          zoneId === step.zoneId || inZone(context, zoneId).some((at) => at.step.productId === step.productId);
        const set = tried.has(step.productId) || [...sampled].some(ofIt);
        tried.add(step.productId);
        if (set || told.has(step.zoneId)) return [];
        told.add(step.zoneId);
        return [
          {
            step,
            sentence: `${where(step)}: ${name(step)} is sprayed with no test panel before it.`,
            fixes: [putBefore(context, step, [['test']])],
          },
        ];
      });
    },
  },
  {
    id: 'APP-07',
    severity: 'stop',
    tag: 'computed',
    why: 'A coat that stops in the middle of a face shows for ever.',
    remedies: ['Buy it before the step', 'Take what is on the shelf'],
    check: (context) =>
      shortfalls(context, false).map(({ step, product, stock, own, others, short, names }) => ({
        step,
        sentence: `${where(step)}: ${product.name} runs out before ${name(step)}: ${litres(stock.usableL)} on the shelf, up to ${litres(own)} needed here${soloWords(names, others)}; ${litres(short)} short.`,
        working: `${litres(stock.usableL)} usable − ${litres(others)} taken before it by others − ${litres(own)} here, high end = ${litres(short)} short.`,
        fixes: otherProduct(context, step, inStock(context, own)),
      })),
  },
  {
    id: 'APP-08',
    severity: 'advice',
    tag: 'T',
    house: 'tools-reuse',
    silencedBy: ['new', 'wrap'],
    why: 'An old brush sheds dried paint into the coat that is seen.',
    remedies: ['A new brush for the last coat'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const last = inZone(context, zone)
          .map((at) => at.step)
          .filter(isFilm)
          .at(-1);
        return last?.method === 'brush' && context.piece.decisions[`${zone}/last-brush`]?.choice !== 'new'
          ? [
              {
                step: last,
                sentence: `${where(last)}: the last coat, ${name(last)}, is laid with a brush that was used before.`,
                fixes: [
                  {
                    name: 'A new brush for it',
                    edits: [{ do: 'decide' as const, key: `${zone}/last-brush`, choice: 'new' }],
                  },
                ],
              },
            ]
          : [];
      }),
  },
  {
    id: 'APP-09',
    severity: 'warn',
    tag: 'T',
    why: 'Bands blend only while both are wet; where the edge has dried a line stays.',
    remedies: ['Split the area at an edge', 'A retarder in the paint'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const step = inZone(context, zone).find((at) => at.step.kind === 'blend')?.step;
        const answer = context.piece.decisions[`${zone}/blend`]?.choice;
        if (!step || answer === 'retarder' || answer === 'split') return [];
        const largest = Math.max(...facesIn(context, zone).map((f) => f.areaM2)) * step.areaFrac;
        return largest > keptWetM2
          ? [
              {
                step,
                sentence: `${where(step)}: ${largest.toFixed(2)} m² is blended in one go; about ${keptWetM2} m² can be kept wet.`,
                fixes: (['split', 'retarder'] as const).map((choice) => ({
                  name: choice === 'split' ? 'Split it at an edge' : 'A retarder in the paint',
                  edits: [{ do: 'decide' as const, key: `${zone}/blend`, choice }],
                })),
              },
            ]
          : [];
      }),
  },
  {
    id: 'APP-10',
    severity: 'warn',
    tag: 'T',
    why: 'Two batches of one colour never match side by side.',
    remedies: ['Mix one batch for the whole set', 'Coat the other piece again from this batch'],
    check: (context) =>
      context.piece.log.flatMap((entry) => {
        const step = context.run.find((at) => at.step.id === entry.step.id)?.step;
        if (!step?.productId || !entry.batch) return [];
        const other = context.around.set.find((s) => s.productId === step.productId && s.batch !== entry.batch);
        return other
          ? [
              {
                step,
                sentence: `${where(step)}: ${name(step)} came from batch ${entry.batch}, ${other.pieceName} of the same set from batch ${other.batch}.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'APP-11',
    severity: 'stop',
    tag: 'computed',
    why: 'Paper, veneer and cloth of another lot do not match: short means laid again.',
    remedies: ['Order the rest of the same lot', 'Lay it out again'],
    check: (context) =>
      matchedSupplies.flatMap((what) => {
        const have = context.around.inHand[what];
        // What is laid is no matter of what is in hand.
        const uses = context.run.flatMap(({ step }) => {
          const at = context.times.get(step.id);
          const use = at?.logged ? undefined : at?.uses.find((u) => u.what === what);
          return use ? [{ step, ...use }] : [];
        });
        const [first] = uses;
        if (have === undefined || !first) return [];
        const need = uses.reduce((sum, u) => sum + u.amount, 0);
        const short = need - have;
        if (short <= 1e-9) return [];
        const { unit } = first;
        return [
          {
            step: first.step,
            sentence: `${where(first.step)}: ${sheets(need, unit, 'ceil')} with waste and pattern, ${sheets(have, unit, 'floor')} in hand; ${sheets(short, unit, 'ceil')} short.`,
          },
        ];
      }),
  },
  {
    id: 'APP-12',
    severity: 'stop',
    tag: 'T',
    why: 'Dust in the air settles in every film that is still open.',
    remedies: ['Sand at another time', 'Sand in another space'],
    check: (context) => {
      if (context.piece.decisions['piece/dust']?.choice === 'other-space') return [];
      const fixes = [
        {
          name: 'Sand in another space',
          edits: [{ do: 'decide' as const, key: 'piece/dust', choice: 'other-space' }],
        },
      ];
      return eachStep(context, ({ step }) => {
        const at = context.times.get(step.id);
        if (!raisesDust(step) || !at) return [];
        const hands = handsAt(at);
        if (hands.endMin <= hands.startMin) return [];
        const own = wetAt(context, step.zoneId, hands.startMin, hands.endMin);
        const other = wetBeside(context, hands);
        if (own)
          return [
            {
              step,
              sentence: `${where(step)}: ${name(step)} raises dust ${hours(own.until - hands.startMin)} before ${name(own.step)} on the ${where(own.step).toLowerCase()} is dust-free.`,
              fixes,
            },
          ];
        return other
          ? [
              {
                step,
                sentence: `${where(step)}: ${name(step)} raises dust ${hours(other.untilMin - hands.startMin)} before ${other.what} of ${other.pieceName} is dust-free.`,
                fixes,
              },
            ]
          : [];
      });
    },
  },
  {
    id: 'APP-14',
    severity: 'stop',
    tag: 'computed',
    why: 'A colour that cannot be bought again has to do for the whole set.',
    remedies: ['Another colour', 'A smaller set'],
    check: (context) =>
      shortfalls(context, true).map(({ step, product, stock, own, others, short, names }) => ({
        step,
        sentence: `${where(step)}: ${product.name} cannot be bought again: ${litres(stock.usableL)} are left, up to ${litres(own)} needed here${soloWords(names, others)}; ${litres(short)} short for all of it.`,
        working: `${litres(stock.usableL)} usable − ${litres(others)} for the others − ${litres(own)} here, high end = ${litres(short)} short.`,
        fixes: otherProduct(context, step, inStock(context, own)),
      })),
  },
];
