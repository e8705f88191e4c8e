import { materialOf } from '../../piece';
import type { ZoneId } from '../../workshop';
import { homeMoistureFrac, moistureApartFrac } from '../homeMoistureFrac';
import { soapsOnZinc } from '../stepKinds';
import { onShelf, otherProduct, putBefore, replaceOwn, takeOut } from './Fix';
import {
  apartIn,
  eachStep,
  hours,
  indexOf,
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

/** Sheen is not judged before, minutes (common practice, no source). */
const judgeFromMin = 30;

const percent = (frac: number): string => `${+(frac * 100).toFixed(1)} %`;

/** Zones that lie on the bench while the piece is upside down, and those it stands on. */
const lyingZones: readonly ZoneId[] = ['top', 'seat'];
const standingZones: readonly ZoneId[] = ['legs'];

/** Rules of what the surface, the place and the hour are like. */
export const conditionRules: readonly Rule[] = [
  {
    id: 'SUB-12',
    severity: 'warn',
    tag: 'P',
    why: 'Wood that still has to swell or shrink moves under its film (Wood Handbook FPL-GTR-282, ch. 13).',
    remedies: ['Wait in the room it will live in', 'Measure again'],
    check: (context) => {
      const firsts = workedZones(context).flatMap((zone) => {
        const at = inZone(context, zone).find((x) => isFilm(x.step) && x.faces.length > 0);
        return at?.distinct.before.some((s) => materialOf(s.material).wood) ? [{ zone, at }] : [];
      });
      const measured = firsts.filter(({ zone }) => context.piece.tests[zone]?.moistureFrac != null);
      if (measured.length === 0)
        // A film that stays keeps the room out; and a test that is planned will tell.
        return firsts
          .filter(({ at }) => at.distinct.before.some((s) => materialOf(s.material).wood && s.layers.length === 0))
          .filter(
            ({ at }) =>
              !context.run.some(
                (x) => x.step.test === 'moisture' && indexOf(context, x.step) < indexOf(context, at.step),
              ),
          )
          .slice(0, 1)
          .map(({ at: { step } }) => ({
            step,
            severity: 'advice' as const,
            sentence: `${where(step)}: the moisture of the wood is not known before ${name(step)}; a meter tells it in a minute.`,
          }));
      const home = homeMoistureFrac(context.piece);
      return measured.flatMap(({ zone, at: { step } }) => {
        const now = context.piece.tests[zone]!.moistureFrac!;
        const apart = Math.abs(now - home);
        return apart > moistureApartFrac + 1e-9
          ? [
              {
                step,
                sentence: `${where(step)}: the wood holds ${percent(now)} of water, its room will bring it to ${percent(home)}: ${percent(apart)} apart, more than ${percent(moistureApartFrac)}.`,
                working: context.piece.home
                  ? `At ${context.piece.home.airTempC} °C and ${Math.round(context.piece.home.relHumFrac * 100)} % wood comes to ${percent(home)} (Hailwood–Horrobin); |${percent(now)} − ${percent(home)}|.`
                  : `A usual interior brings wood to ${percent(home)}; |${percent(now)} − ${percent(home)}|.`,
              },
            ]
          : [];
      });
    },
  },
  {
    id: 'SUB-14',
    severity: 'warn',
    tag: 'T',
    why: 'Heat blisters coats beside it, lets veneer go, and lights vapour.',
    remedies: ['Take another method'],
    check: (context) =>
      eachStep(context, (at, i) => {
        const { step } = at;
        if (step.kind !== 'strip-heat' || !step.zoneId) return [];
        const vapour = at.distinct.before.some(
          (s) => s.wet || s.residue === 'stripper' || s.residue === 'softened-film',
        );
        const coated = context.run
          .slice(0, i)
          .find((x) => x.step.zoneId && isFilm(x.step) && meet(context, step.zoneId!, x.step.zoneId));
        const veneer = at.distinct.before.some((s) => s.material === 'veneer');
        const fixes = replaceOwn(context, step, [['scrape'], ['de-dust']]);
        if (vapour)
          return [
            {
              step,
              severity: 'stop' as const,
              sentence: `${where(step)}: ${name(step)} comes while solvent or stripper is still in the surface.`,
              fixes: takeOut(step),
            },
          ];
        if (coated)
          return [
            { step, sentence: `${where(step)}: ${name(step)} comes beside a face that has its coat already.`, fixes },
          ];
        return veneer
          ? [
              {
                step,
                sentence: `${where(step)}: ${name(step)} on veneer lets its glue go; only to re-melt animal glue, knowingly.`,
                fixes,
              },
            ]
          : [];
      }),
  },
  {
    id: 'SUB-16',
    severity: 'warn',
    tag: 'T',
    why: 'Slivers of steel rust under water and blacken tannin.',
    remedies: ['Take a synthetic pad'],
    check: (context) =>
      eachStep(context, (at, i) => {
        const { step } = at;
        if (step.kind !== 'steel-wool') return [];
        const next = context.run.slice(i + 1).find((x) => x.step.zoneId === step.zoneId && isFilm(x.step))?.step;
        const water = next && productOf(context, next)?.carrier === 'water';
        const tannin = at.distinct.before.find((s) => materialOf(s.material).wood && s.species.tannin);
        return water || tannin
          ? [
              {
                step,
                sentence: `${where(step)}: ${name(step)} comes ${water ? `before ${name(next)}, which is waterborne` : `on ${tannin!.species.name.toLowerCase()}, rich in tannin`}.`,
                fixes: replaceOwn(context, step, [['scuff', { grit: 320 }], ['de-dust']]),
              },
            ]
          : [];
      }),
  },
  {
    id: 'SUB-20',
    severity: 'stop',
    tag: 'P',
    why: 'Zinc turns oil and alkyd films to soap: they peel in sheets.',
    remedies: ['Prime it with a waterborne bonding metal primer'],
    check: offending(
      'before',
      (s) => isFilm(s) && s.zoneId !== null,
      (s, step, c) => {
        const product = productOf(c, step);
        return (
          s.material === 'metal' &&
          c.piece.tests[step.zoneId!]?.zincCoated === true &&
          product !== undefined &&
          soapsOnZinc(product) &&
          !s.layers.some((l) => l.productId !== null) &&
          `${where(step)}: ${name(step)} puts an oil product straight on zinc.`
        );
      },
      (step, c) => {
        const primer = onShelf(c, 'metal-primer', (p) => !soapsOnZinc(p));
        if (step.kind === 'prime') return otherProduct(c, step, (p) => !soapsOnZinc(p));
        return primer.productId ? [putBefore(c, step, [['prime', primer]])] : [];
      },
    ),
  },
  {
    id: 'ORD-15',
    severity: 'advice',
    tag: 'computed',
    why: 'Each coat that goes on before a change of mind has to come off again: now is the cheapest time.',
    remedies: ['Compare leaving it, changing now and changing later'],
    check: (context) =>
      context.piece.reworked.flatMap((r) => {
        const steps = inZone(context, r.zoneId).map((at) => at.step);
        const fresh = steps.filter((s) => !r.stepIds.includes(s.id));
        const first = fresh[0];
        const begun = fresh.some((s) => context.times.get(s.id)?.logged);
        const coats = steps.filter((s) => r.stepIds.includes(s.id) && isFilm(s)).length;
        return first && !begun && context.piece.looks[r.zoneId] === r.to
          ? [
              {
                step: first,
                sentence: `${where(first)}: its look was changed after ${coats} ${coats === 1 ? 'coat' : 'coats'}; nothing of the new plan is done yet.`,
                fixes: [{ name: 'Change it back', edits: [{ do: 'unrework' as const, reworkedId: r.id }] }],
              },
            ]
          : [];
      }),
  },
  {
    id: 'ORD-21',
    severity: 'warn',
    tag: 'T',
    why: 'A face that is laid on before it can be handled takes the print of whatever lies under it.',
    remedies: ['Wait', 'Coat the faces in another order'],
    check: (context) => {
      const turns = context.run.filter((at) => at.step.kind === 'turn').map((at) => at.step);
      return turns.flatMap((step) => {
        const start = context.times.get(step.id)?.startMin;
        if (start === undefined) return [];
        // The first turn lays it upside down, the next stands it up again, and so on.
        const young = (step.ordinal % 2 === 1 ? lyingZones : standingZones).flatMap((zone) => {
          if (apartIn(context).has(zone)) return [];
          const last = inZone(context, zone)
            .map((at) => at.step)
            .filter((s) => isFilm(s) && (context.times.get(s.id)?.endMin ?? Number.POSITIVE_INFINITY) <= start)
            .at(-1);
          const safe = last && productOf(context, last)?.times.handleMin.high;
          const gap = last ? start - (context.times.get(last.id)?.endMin ?? start) : 0;
          return last && safe !== undefined && gap < safe ? [{ last, gap, safe }] : [];
        })[0];
        const pins = context.piece.edits.pins.filter((p) => p.beforeId === step.id);
        return young
          ? [
              {
                step,
                sentence: `The piece: it is turned ${hours(young.gap)} after ${name(young.last)} on the ${where(young.last).toLowerCase()}, which can be handled after ${hours(young.safe)}.`,
                fixes:
                  pins.length > 0
                    ? [{ name: 'Release your order', edits: pins.map((p) => ({ do: 'unpin' as const, ...p })) }]
                    : [],
              },
            ]
          : [];
      });
    },
  },
  {
    id: 'FIN-03',
    severity: 'advice',
    tag: 'T',
    why: 'Sheen and colour shift while a film dries.',
    remedies: ['Judge it later'],
    check: (context) =>
      eachStep(context, ({ step }) => {
        const start = context.times.get(step.id)?.startMin;
        if ((step.kind !== 'judge' && step.kind !== 'approve') || start === undefined) return [];
        const last = inZone(context, step.zoneId)
          .map((at) => at.step)
          .filter((s) => isFilm(s) && (context.times.get(s.id)?.endMin ?? Number.POSITIVE_INFINITY) <= start)
          .at(-1);
        const gap = last ? start - (context.times.get(last.id)?.endMin ?? start) : Number.POSITIVE_INFINITY;
        return gap < judgeFromMin
          ? [
              {
                step,
                sentence: `${where(step)}: it is judged ${hours(gap)} after ${name(last!)}; not before ${hours(judgeFromMin)}.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'MSK-08',
    severity: 'advice',
    tag: 'T',
    why: 'Old furniture is not square: a line measured from one side runs out at the other.',
    remedies: ['Measure from both sides'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const taped = inZone(context, zone).find((at) => at.step.kind === 'mask' && at.step.areaFrac < 1)?.step;
        return taped && context.piece.decisions[`${zone}/design`]?.choice === 'one-side'
          ? [
              {
                step: taped,
                sentence: `${where(taped)}: the design is measured from one side only.`,
                fixes: [
                  {
                    name: 'Measure from both sides',
                    edits: [{ do: 'decide' as const, key: `${zone}/design`, choice: 'both-sides' }],
                  },
                ],
              },
            ]
          : [];
      }),
  },
];
