import { zoneNames } from '../piece';
import { productWait } from '../products';
import type { Piece, Product, Step } from '../workshop';
import { gluedDamage } from './damageTable';
import type { Finding, Severity } from './Finding';
import { finePowerBelowMm, finePowerGrit, handOnlyBelowMm, veneerReserveMm } from './grits';
import { leadHold } from './leadBans';
import type { StepStates } from './runPlan';
import { stepKind } from './stepKinds';
import type { SurfaceState } from './surfaceState';

/** What rules read. Times are whole minutes since 1970 and absent for steps that could not be scheduled. */
export interface RuleContext {
  piece: Piece;
  run: readonly StepStates[];
  products: Readonly<Record<string, Product>>;
  times: ReadonlyMap<string, { startMin: number; endMin: number; logged: boolean }>;
}

/** One offence: the step, and words for what was found. */
interface Offence {
  step: Step;
  sentence: string;
  severity?: Severity;
}

/** A rule as a row: what it looks for, how bad it is, why, and the ways out. */
export interface Rule {
  id: string;
  severity: Severity;
  tag: Finding['tag'];
  why: string;
  remedies: readonly string[];
  check: (context: RuleContext) => Offence[];
}

const where = (step: Step): string => (step.zoneId ? zoneNames[step.zoneId] : 'The piece');
const name = (step: Step): string =>
  `${stepKind(step.kind).verb.toLowerCase()}${step.grit ? ` P${step.grit}` : ''}${step.of > 1 ? ` ${step.ordinal}` : ''}`;

/** Offences of steps whose faces, before or after them, are in a state that breaks a rule. */
const offending =
  (
    which: 'before' | 'after',
    applies: (step: Step) => boolean,
    broken: (state: SurfaceState, step: Step) => string | false,
  ): Rule['check'] =>
  (context) =>
    context.run.flatMap((at) => {
      if (!applies(at.step)) return [];
      const words = [...new Set(at[which])].map((s) => broken(s, at.step)).find((w) => w !== false);
      return words ? [{ step: at.step, sentence: words }] : [];
    });

const disturbsFilm = (step: Step): boolean => ['sand', 'scuff', 'scrape', 'denib'].includes(step.kind);
const oldFilmOn = (state: SurfaceState): boolean => state.layers.some((l) => l.old !== null && l.old !== 'wax');

const leadRule: Rule['check'] = (context) => {
  if (!leadHold(context.piece)) return [];
  const result =
    context.piece.lead.result === 'positive'
      ? 'tested positive for lead'
      : 'may hold lead: no negative test of every layer is recorded';
  return offending(
    'before',
    disturbsFilm,
    (s, step) => oldFilmOn(s) && `${where(step)}: ${name(step)} would disturb an old film that ${result}.`,
  )(context);
};

/** Pairs of coats of one surface with nothing abrasive between them, with the minutes from one to the next. */
function coatPairs(context: RuleContext) {
  const last = new Map<string | null, Step>();
  const keyedSince = new Map<string | null, boolean>();
  const inTime = [...context.run].sort(
    (a, b) => (context.times.get(a.step.id)?.startMin ?? 0) - (context.times.get(b.step.id)?.startMin ?? 0),
  );
  return inTime.flatMap(({ step }) => {
    const kind = stepKind(step.kind);
    if (kind.abrasive) keyedSince.set(step.zoneId, true);
    if (kind.hides) last.delete(step.zoneId);
    if (!kind.film) return [];
    const before = last.get(step.zoneId);
    const keyed = keyedSince.get(step.zoneId) ?? false;
    last.set(step.zoneId, step);
    keyedSince.set(step.zoneId, false);
    const from = before && context.times.get(before.id);
    const to = context.times.get(step.id);
    const product = before?.productId ? context.products[before.productId] : undefined;
    if (!before || !from || !to || !product) return [];
    const next = step.productId ? context.products[step.productId] : undefined;
    const wait = productWait(product, before.productId === step.productId ? 'recoat' : 'film', next?.carrier ?? null);
    return [{ before, step, product, wait, keyed, gapMin: to.startMin - from.endMin, logged: to.logged }];
  });
}

const hours = (minutes: number): string =>
  minutes < 120 ? `${Math.round(minutes)} min` : `${+(minutes / 60).toFixed(1)} h`;

const tooEarly: Rule['check'] = (context) =>
  coatPairs(context).flatMap(({ before, step, product, wait, gapMin, logged }) => {
    // What is done is held to what the label certainly forbids, what is planned to the cautious end.
    const least = logged && before.productId === step.productId ? product.times.recoatFromMin.low : wait.minMin;
    const barred = wait.blocked && gapMin > wait.blocked.from && gapMin < wait.blocked.to;
    if (gapMin >= least && !barred) return [];
    return [
      {
        step,
        sentence: barred
          ? `${where(step)}: ${name(step)} falls ${hours(gapMin)} after the coat before, inside the ${hours(wait.blocked!.from)} to ${hours(wait.blocked!.to)} in which ${product.name} may wrinkle.`
          : `${where(step)}: ${name(step)} comes ${hours(gapMin)} after the coat before; ${product.name} asks for ${hours(least)}, so it is ${hours(least - gapMin)} short.`,
      },
    ];
  });

const tooLate: Rule['check'] = (context) =>
  coatPairs(context).flatMap(({ step, product, wait, keyed, gapMin }) =>
    wait.maxMin === null || gapMin <= wait.maxMin || keyed
      ? []
      : [
          {
            step,
            sentence: `${where(step)}: ${name(step)} comes ${hours(gapMin)} after the coat before with no scuff; the window of ${product.name} closes after ${hours(wait.maxMin)}.`,
          },
        ],
  );

/** The rules a plan is held against. A new rule is a new row. */
export const ruleTable: readonly Rule[] = [
  {
    id: 'SAF-01',
    severity: 'stop-locked',
    tag: 'P',
    check: leadRule,
    why: 'Old paint may hold lead until its country banned it (United States: 16 CFR 1303). Sanding, scraping or heating it spreads lead dust.',
    remedies: ['Record a negative test of every layer', 'Leave the film untouched', 'Hand the work to licensed people'],
  },
  {
    id: 'SUB-01',
    severity: 'stop',
    tag: 'computed',
    why: `Each rung of the ladder takes off about the grain of the one before; ${veneerReserveMm} mm has to stay.`,
    remedies: ['Start finer', 'Sand by hand', 'Strip chemically', 'Paint instead'],
    check: offending(
      'after',
      (s) => s.kind === 'sand',
      (s, step) =>
        s.veneerLeftMm !== null &&
        s.veneerLeftMm < veneerReserveMm - 1e-9 &&
        `${where(step)}: ${name(step)} leaves ${Math.max(0, s.veneerLeftMm).toFixed(2)} mm of veneer, less than ${veneerReserveMm} mm.`,
    ),
  },
  {
    id: 'SUB-02',
    severity: 'stop',
    tag: 'M',
    why: `A powered sander goes through thin veneer before it shows: by hand below ${handOnlyBelowMm} mm or where the thickness is unknown, P${finePowerGrit} or finer below ${finePowerBelowMm} mm.`,
    remedies: ['Sand by hand', 'Use a scraper', 'Strip chemically'],
    check: (context) =>
      context.run.flatMap((at) => {
        const { step } = at;
        if (step.kind !== 'sand' || step.byHand) return [];
        const veneers = [...new Set(at.before)].filter((s) => s.material === 'veneer');
        const thin = veneers.find((s) => !s.veneerKnown || (s.veneerLeftMm ?? 0) < handOnlyBelowMm);
        const coarse = veneers.find(
          (s) => (s.veneerLeftMm ?? 0) < finePowerBelowMm && (step.grit ?? 0) < finePowerGrit,
        );
        const amount = (s: SurfaceState) =>
          s.veneerKnown ? `${(s.veneerLeftMm ?? 0).toFixed(2)} mm` : 'unknown thickness';
        if (thin)
          return [{ step, sentence: `${where(step)}: ${name(step)} under power on veneer of ${amount(thin)}.` }];
        return coarse
          ? [
              {
                step,
                severity: 'warn' as const,
                sentence: `${where(step)}: ${name(step)} under power on veneer of ${amount(coarse)} starts coarser than P${finePowerGrit}.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'ORD-05',
    severity: 'stop',
    tag: 'T',
    why: 'Loose veneer tears under the abrasive, joints that move crack the film, and glue after stain leaves pale smears.',
    remedies: ['Glue before this step'],
    check: offending(
      'before',
      (s) => stepKind(s.kind).abrasive || stepKind(s.kind).film,
      (s, step) => {
        const open = s.openDamage.find((d) => gluedDamage.includes(d));
        return (
          open !== undefined && `${where(step)}: ${name(step)} comes while the ${open.replace('-', ' ')} is not glued.`
        );
      },
    ),
  },
  {
    id: 'CMP-02',
    severity: 'stop',
    tag: 'label',
    check: tooEarly,
    why: 'A coat over one that still gives off its solvent stays soft, wrinkles or lifts.',
    remedies: ['Wait'],
  },
  {
    id: 'CMP-03',
    severity: 'warn',
    tag: 'label',
    check: tooLate,
    why: 'A film that has hardened past its window gives the next coat nothing to hold on to.',
    remedies: ['Scuff before the coat'],
  },
];

/** Findings of a plan, the worst first, one per rule and zone: the first offending step stands for it. */
export function checkPlan(context: RuleContext, rules: readonly Rule[] = ruleTable): Finding[] {
  const order: readonly Severity[] = ['stop-locked', 'stop', 'warn', 'advice'];
  return rules
    .flatMap((rule) => {
      const seen = new Set<string | null>();
      return rule.check(context).flatMap(({ step, sentence, severity }) => {
        if (seen.has(step.zoneId)) return [];
        seen.add(step.zoneId);
        return [
          {
            id: `${rule.id}/${step.zoneId}/${step.id}`,
            ruleId: rule.id,
            severity: severity ?? rule.severity,
            zoneId: step.zoneId,
            stepId: step.id,
            sentence,
            why: rule.why,
            remedies: rule.remedies,
            tag: rule.tag,
          },
        ];
      });
    })
    .sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity));
}
