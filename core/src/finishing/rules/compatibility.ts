import { yellowedDeltaE } from '../../colour';
import { coatsToHide, primerTonesFor } from '../../coverage';
import { zoneNames } from '../../piece';
import type { Product, Step, ZoneId } from '../../workshop';
import { lookOf, staysAsItIs } from '../Situation';
import { stainsWood } from '../stepKinds';
import { onShelf, putBefore, take, takeOut, takeWaterborne } from './Fix';
import {
  eachStep,
  hours,
  inZone,
  isFilm,
  lightness,
  name,
  offending,
  productOf,
  type Rule,
  type RuleContext,
  where,
  workedZones,
} from './Rule';

const isGel = ({ products }: RuleContext, productId: string | null): boolean =>
  productId !== null && products[productId]?.traits.includes('gel') === true;

/** Each coat with the film it comes on, what that one asks for, and the minutes from its end. */
function pairsOf({ run, lags, times, products }: RuleContext) {
  const byId = new Map(run.map(({ step }) => [step.id, step]));
  return run.flatMap(({ step }) => {
    if (!isFilm(step)) return [];
    return (lags.get(step.id) ?? []).flatMap((lag) => {
      const before = byId.get(lag.beforeId)!;
      const [from, to] = [times.get(before.id), times.get(step.id)];
      const product = before.productId ? products[before.productId] : undefined;
      if ((lag.wait !== 'recoat' && lag.wait !== 'film') || !isFilm(before) || !from || !to || !product) return [];
      return [{ before, step, product, lag, gapMin: to.startMin - from.endMin, logged: to.logged }];
    });
  });
}

const pairsIn = new WeakMap<RuleContext, ReturnType<typeof pairsOf>>();

function coatPairs(context: RuleContext): ReturnType<typeof pairsOf> {
  const pairs = pairsIn.get(context) ?? pairsOf(context);
  pairsIn.set(context, pairs);
  return pairs;
}

/** Coats that come before the one under them allows it; stains and films are two rules. */
const tooEarly =
  (over: 'stain' | 'film'): Rule['check'] =>
  (context) =>
    coatPairs(context).flatMap(({ before, step, product, lag, gapMin, logged }) => {
      if (stainsWood(before.kind) !== (over === 'stain')) return [];
      // What is done is held to what the label certainly forbids, what is planned to the cautious end.
      const least = logged ? lag.earlyMin : lag.minMin;
      const { blocked } = lag;
      const barred = blocked !== null && gapMin > blocked.from && gapMin < blocked.to;
      if (gapMin >= least && !barred) return [];
      return [
        {
          step,
          sentence: barred
            ? `${where(step)}: ${name(step)} falls ${hours(gapMin)} after the coat before, inside the ${hours(blocked.from)} to ${hours(blocked.to)} in which ${product.name} may wrinkle.`
            : `${where(step)}: ${name(step)} comes ${hours(gapMin)} after the ${over === 'stain' ? 'stain' : 'coat'} before; ${product.name} asks for ${hours(least)}, so it is ${hours(least - gapMin)} short.`,
          working: `Counted from the end of ${name(before)} to the start of ${name(step)}: ${Math.round(gapMin)} min; at the ${logged ? 'early' : 'late'} end of its sheet ${Math.round(least)} min.`,
        },
      ];
    });

/** So far a clear may change the colour under it before it is spoken of, ΔE00 (from memory). */
const yellowFrom = 8;
const yellows = (under: Product, clear: Product | undefined, coats: number): boolean =>
  clear !== undefined && yellowedDeltaE(under.colour, clear, coats) > yellowFrom;
const hotOver = ['paint', 'oil-varnish', 'polyurethane', 'unknown'];

const tones = new Map<string, { here: number | null; best: ReturnType<typeof primerTonesFor>[number] | undefined }>();
/** Coats of a paint over a ground, and the tone that suits it best: worked out once for each pair of colours. */
function tonesOf(paint: Product, ground: string) {
  const key = `${paint.colour} ${paint.hidingFrac} ${ground}`;
  const known = tones.get(key) ?? { here: coatsToHide(paint, ground), best: primerTonesFor(paint, 1)[0] };
  tones.set(key, known);
  return known;
}

/** A paint takes more coats over a primer than over another tone of it. */
function costsCoats(paint: Product, primer: Product): boolean {
  const { here, best } = tonesOf(paint, primer.colour);
  return best?.coats != null && (here === null || here > best.coats);
}

/** Coats over a primer against those over the tone that suits the paint best, and the litres between: ": 4 instead of 2, 0.3 L more". */
function toneCost(context: RuleContext, zones: readonly ZoneId[], paint: Product, primer: Product): string {
  const { here, best } = tonesOf(paint, primer.colour);
  if (!best?.coats || here === null || here <= best.coats || !paint.spreadM2PerL) return '';
  const areaM2 = context.zones.filter((z) => zones.includes(z.id)).reduce((sum, z) => sum + z.areaM2, 0);
  const moreL = ((here - best.coats) * areaM2) / paint.spreadM2PerL.likely;
  return `: ${here} to hide it instead of ${best.coats} over ${best.tone.name}, about ${moreL.toFixed(2)} L more`;
}

/** Shellac that other films hold on: its sheet says so, or its own name. */
const isDewaxed = (p: Product): boolean => p.traits.includes('dewaxed') || /dewaxed/i.test(p.name);

/** Rules of what goes over what, and when. */
export const compatibilityRules: readonly Rule[] = [
  {
    id: 'CMP-01',
    severity: 'stop',
    tag: 'T',
    house: 'stain-wait',
    why: 'A film over stain that still gives off its solvent stays soft, or bleeds.',
    remedies: ['Wait', 'Seal it first'],
    check: tooEarly('stain'),
  },
  {
    id: 'CMP-02',
    severity: 'stop',
    tag: 'label',
    why: 'A coat over one that still gives off its solvent stays soft, wrinkles or lifts.',
    remedies: ['Wait'],
    check: tooEarly('film'),
  },
  {
    id: 'CMP-03',
    severity: 'warn',
    tag: 'label',
    why: 'A film that has hardened past its window gives the next coat nothing to hold on to.',
    remedies: ['Scuff before the coat'],
    check: (context) =>
      coatPairs(context).flatMap(({ step, product, lag: { maxMin }, gapMin, logged }) =>
        maxMin === null || gapMin <= maxMin || step.kind === 'size'
          ? []
          : [
              {
                step,
                sentence: `${where(step)}: ${name(step)} comes ${hours(gapMin)} after the coat before with no scuff; the window of ${product.name} closes after ${hours(maxMin)}.`,
                working: `${Math.round(gapMin)} min from the end of the coat before; the early end of its window on its sheet is ${Math.round(maxMin)} min, and nothing abrasive lies between.`,
                // What is done cannot be scuffed under any more.
                fixes: logged ? [] : [putBefore(context, step, [['scuff', { grit: 320 }], ['de-dust']])],
              },
            ],
      ),
  },
  {
    id: 'CMP-04',
    severity: 'stop',
    tag: 'T',
    why: 'Hot solvent lifts oil films, enamel and paint it does not know.',
    remedies: ['Seal it with shellac first', 'Take another clear'],
    check: offending(
      'before',
      isFilm,
      (s, step, c) => {
        const top = s.layers.at(-1);
        const product = top?.productId ? c.products[top.productId] : undefined;
        const soft =
          (top?.old && hotOver.includes(top.old)) ||
          product?.kind === 'paint' ||
          (product?.kind === 'clear' && product.carrier === 'oil');
        return (
          productOf(c, step)?.carrier === 'lacquer' &&
          Boolean(soft) &&
          `${where(step)}: ${name(step)} puts lacquer straight on ${top?.old ? 'the old film' : (product?.name ?? 'paint')}.`
        );
      },
      (step, c) => [putBefore(c, step, [['seal', onShelf(c, 'sealer')]]), ...takeWaterborne(c, step.zoneId, step.kind)],
    ),
  },
  {
    id: 'CMP-05',
    severity: 'stop',
    tag: 'T',
    why: 'No film holds on wax.',
    remedies: ['Wipe the wax off with spirits'],
    check: offending(
      'before',
      isFilm,
      (s, step, c) => {
        const waxed = s.residue === 'wax' || s.layers.some((l) => l.role === 'wax');
        const zone = inZone(c, step.zoneId).map((at) => at.step);
        const earlier = zone.slice(0, zone.indexOf(step));
        const unknown = s.layers.some((l) => l.old === 'unknown') && !earlier.some((x) => x.kind === 'remove-residue');
        return (
          (waxed || unknown) &&
          `${where(step)}: ${name(step)} comes over ${waxed ? 'wax' : 'a surface that is not known and was not wiped with spirits'}.`
        );
      },
      (step, c) => [putBefore(c, step, [['remove-residue'], ['dry-out']]), ...takeOut(step)],
    ),
  },
  {
    id: 'CMP-08',
    severity: 'stop',
    tag: 'T',
    why: 'Waterborne clear and polyurethane peel off shellac that holds wax.',
    remedies: ['Scuff it, and seal it with dewaxed shellac'],
    check: offending(
      'before',
      (s) => s.kind === 'clear',
      (s, step, c) => {
        if (productOf(c, step)?.carrier === 'alcohol') return false;
        const top = s.layers.at(-1);
        if (top?.old === 'shellac')
          return `${where(step)}: ${name(step)} comes straight on old shellac, which may hold wax.`;
        const below = top?.productId ? c.products[top.productId] : undefined;
        const waxy =
          below?.carrier === 'alcohol' && (below.kind === 'sealer' || below.kind === 'clear') && !isDewaxed(below);
        return waxy && `${where(step)}: ${name(step)} comes on ${below.name}, which is not known to be dewaxed.`;
      },
      (step, c) => [putBefore(c, step, [['seal', onShelf(c, 'sealer')]])],
    ),
  },
  {
    id: 'CMP-09',
    severity: 'warn',
    tag: 'T',
    house: 'top-clear',
    silencedBy: ['shellac'],
    why: 'Shellac bears neither alcohol nor heat nor standing water.',
    remedies: ['Put a clear coat over it'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const wear = context.piece.wear[zone] ?? (zone === 'top' ? 'used-top' : 'furniture');
        if (wear !== 'used-top' && wear !== 'wet') return [];
        if (inZone(context, zone).some((at) => at.step.kind === 'wax' || at.step.kind === 'dark-wax')) return [];
        const films = inZone(context, zone).filter((at) => isFilm(at.step));
        const last = films.at(-1)?.step;
        const shellac =
          last && productOf(context, last)?.carrier === 'alcohol' && (last.kind === 'clear' || last.kind === 'seal');
        // Shellac that was kept stays what it was, and an odour is sealed in with it, on purpose.
        const kept =
          staysAsItIs(lookOf(context.piece, zone)) ||
          (films.at(-1)?.distinct.before.every((s) => s.layers.some((l) => l.old === 'shellac')) ?? false);
        return last && shellac
          ? [
              {
                step: last,
                ...(kept ? { severity: 'advice' as const } : {}),
                sentence: kept
                  ? `${where(last)}: it stays shellac, and bears neither drink nor heat: say so at the hand-over.`
                  : `${where(last)}: shellac is the last coat where drink, heat or water are met.`,
                fixes: kept ? [] : takeWaterborne(context, zone),
              },
            ]
          : [];
      }),
  },
  {
    id: 'CMP-10',
    severity: 'warn',
    tag: 'T',
    house: 'wax-on-paint',
    silencedBy: ['yes'],
    why: 'Wax is for display: a used top wears through it in weeks.',
    remedies: ['Take a film clear'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const wear = context.piece.wear[zone];
        if (wear !== 'used-top' && wear !== 'wet') return [];
        const steps = inZone(context, zone).map((at) => at.step);
        const waxed = steps.find((s) => s.kind === 'wax');
        return waxed && !steps.some((s) => s.kind === 'clear')
          ? [
              {
                step: waxed,
                sentence: `${where(waxed)}: wax is all that protects a surface in use.`,
                fixes: [
                  {
                    name: 'Natural clear instead',
                    edits: [{ do: 'look' as const, zoneId: zone, look: 'natural-clear' as const }],
                  },
                ],
              },
            ]
          : [];
      }),
  },
  {
    id: 'CMP-11',
    severity: 'warn',
    tag: 'T',
    why: 'Imitation and silver leaf tarnish under waterborne clear.',
    remedies: ['Seal the leaf first'],
    check: offending(
      'before',
      (s) => s.kind === 'clear' && s.ordinal === 1,
      (s, step, c) => {
        const leaf = s.layers.findLastIndex((l) => l.stepId?.includes('/leaf/') === true);
        return (
          leaf >= 0 &&
          leaf === s.layers.length - 1 &&
          productOf(c, step)?.carrier === 'water' &&
          `${where(step)}: ${name(step)} puts a waterborne clear straight on leaf.`
        );
      },
      (step, c) => [putBefore(c, step, [['seal', onShelf(c, 'sealer')]])],
    ),
  },
  {
    id: 'CMP-12',
    severity: 'warn',
    tag: 'T',
    why: 'Dark wax goes into an unsealed face and never comes out.',
    remedies: ['Clear it first'],
    check: offending(
      'before',
      (s) => s.kind === 'dark-wax',
      (s, step, c) => {
        const top = s.layers.findLast((l) => l.role === 'film');
        const kind = top?.productId ? c.products[top.productId]?.kind : undefined;
        return kind !== 'clear' && kind !== 'sealer' && `${where(step)}: dark wax comes on an unsealed face.`;
      },
      (step, c) => [putBefore(c, step, [['seal', onShelf(c, 'sealer')]])],
    ),
  },
  {
    id: 'CMP-13',
    severity: 'advice',
    tag: 'computed',
    why: 'A deep colour needs more coats over a white primer than over a grey one, and a pale one more over grey.',
    remedies: ['Have the primer tinted towards the paint'],
    // The same paint over the same primer is one finding, however many zones have it.
    check: (context) => {
      const pairs = new Map<string, { step: Step; zones: ZoneId[]; paint: Product; primer: Product }>();
      for (const zone of workedZones(context)) {
        const steps = inZone(context, zone).map((at) => at.step);
        const step = steps.find((s) => s.kind === 'paint');
        const under =
          step && steps.slice(0, steps.indexOf(step)).findLast((s) => s.kind === 'prime' || s.kind === 'block');
        const [paint, primer] = [step && productOf(context, step), under && productOf(context, under)];
        if (!step || !paint || !primer || !costsCoats(paint, primer)) continue;
        const known = pairs.get(`${paint.id} ${primer.id}`);
        if (known) known.zones.push(zone);
        else pairs.set(`${paint.id} ${primer.id}`, { step, zones: [zone], paint, primer });
      }
      return [...pairs.values()].map(({ step, zones, paint, primer }) => ({
        step,
        sentence: `${zones.map((z) => zoneNames[z]).join(', ')}: the primer is ${lightness(primer.colour) > lightness(paint.colour) ? 'much lighter' : 'much darker'} than the paint, which costs coats${toneCost(context, zones, paint, primer)}.`,
      }));
    },
  },
  {
    id: 'CMP-14',
    severity: 'stop',
    tag: 'label',
    why: 'Thinned past its limit a film neither covers nor holds, and with the wrong thinner it curdles.',
    remedies: ['Thin within the limit of the label', 'Take the thinner it is carried in'],
    check: (context) =>
      eachStep(context, ({ step }) => {
        const p = productOf(context, step);
        // A coat may be thinned otherwise than its sheet has it.
        const thinFrac = step.thinFrac ?? p?.thinningFrac.value ?? 0;
        if (p && thinFrac > 0 && p.thinnerCarrier !== null && p.thinnerCarrier !== p.carrier)
          return [
            {
              step,
              sentence: `${where(step)}: the sheet of ${p.name} names a thinner of ${p.thinnerCarrier}, but it is carried in ${p.carrier}.`,
            },
          ];
        return p && thinFrac > p.thinningMaxFrac.value + 1e-9
          ? [
              {
                step,
                sentence: `${where(step)}: ${p.name} is thinned by ${Math.round(thinFrac * 100)} %; its label allows ${Math.round(p.thinningMaxFrac.value * 100)} %.`,
                working: `Litres of thinner to a litre of product: ${thinFrac} against ${p.thinningMaxFrac.value} on its sheet.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'CMP-15',
    severity: 'advice',
    tag: 'T',
    why: 'Gel lies on top: what comes after it can no longer go in.',
    remedies: ['Begin with a penetrating stain'],
    check: offending(
      'before',
      (s, c) => stainsWood(s.kind) && !isGel(c, s.productId),
      (s, step, c) => {
        const gel = s.layers.find((l) => isGel(c, l.productId));
        return (
          gel !== undefined && `${where(step)}: ${name(step)} comes over gel, through which nothing goes into the wood.`
        );
      },
      (step, c) => [
        ...takeOut(step),
        ...take(c, 'a penetrating stain first', [step.zoneId, 'stain'], 'stain', (p) => !p.traits.includes('gel')),
      ],
    ),
  },
  {
    id: 'CMP-19',
    severity: 'warn',
    tag: 'T',
    why: 'Oil clears yellow white and pale paint.',
    remedies: ['Take a clear that does not amber'],
    check: offending(
      'before',
      (s) => s.kind === 'clear' && s.ordinal === 1,
      (s, step, c) => {
        const top = s.layers.findLast(
          (l) => l.productId !== null && ['paint', 'wash'].includes(c.products[l.productId]?.kind ?? ''),
        );
        const under = top?.productId ? c.products[top.productId] : undefined;
        return (
          under !== undefined &&
          yellows(under, productOf(c, step), step.of) &&
          `${where(step)}: ${productOf(c, step)!.name} comes over ${under.name}, which it will yellow.`
        );
      },
      (step, c) => takeWaterborne(c, step.zoneId),
    ),
  },
  {
    id: 'CMP-20',
    severity: 'warn',
    tag: 'M',
    why: 'Strong solvent goes through raw veneer and softens the contact cement under it.',
    remedies: ['Take a waterborne clear', 'Thin coats only'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone).map((at) => at.step);
        const laid = steps.findIndex((s) => s.kind === 're-veneer');
        const first = laid < 0 ? undefined : steps.slice(laid).find(isFilm);
        const carrier = first && productOf(context, first)?.carrier;
        return first && first.kind === 'clear' && (carrier === 'lacquer' || carrier === 'oil')
          ? [
              {
                step: first,
                sentence: `${where(first)}: ${name(first)} floods new veneer on contact cement with solvent.`,
                fixes: takeWaterborne(context, zone, first.kind),
              },
            ]
          : [];
      }),
  },
];
