import { bleedShows } from '../../colour';
import { materialOf } from '../../piece';
import type { Step } from '../../workshop';
import { closesDamage } from '../damageTable';
import type { Severity } from '../Finding';
import { finePowerBelowMm, finePowerGrit, grainUm, handOnlyBelowMm, veneerReserveMm } from '../grits';
import { soapsOnZinc, stainsWood, stepKind } from '../stepKinds';
import { fillKinds } from '../surfaceState';
import { wearIn } from '../wearIn';
import { isMild, onShelf, putBefore, take, takeOut, takeWaterborne } from './Fix';
import {
  inZone,
  isAbrasive,
  isFilm,
  name,
  offending,
  productOf,
  type Rule,
  type RuleContext,
  where,
  workedZones,
} from './Rule';

/** A jump in the ladder above this is worth a word (from memory). */
const largestJump = 1.7;

/** Rules of what lies under the coats. */
/** How much a fill shows under colour: under what goes into the wood, under gel that lies on top, and where it is a pinhole. */
const fillShows: Readonly<
  Record<(typeof fillKinds)[number], Readonly<Record<'clear' | 'opaque' | 'small', Severity>>>
> = {
  'filler-two-part': { clear: 'stop', opaque: 'warn', small: 'advice' },
  'filler-ready': { clear: 'warn', opaque: 'advice', small: 'advice' },
  'filler-stick': { clear: 'advice', opaque: 'advice', small: 'advice' },
};
/** Longest measure of a place whose fill hardly shows, m (from memory). */
const pinholeM = 0.005;

/** How a fill is seen under a stain: by what the stain is, and by how large the places are, where all were measured. */
function seenThrough({ piece, products }: RuleContext, step: Step): 'clear' | 'opaque' | 'small' {
  const places = piece.damage.filter((d) => d.zoneId === step.zoneId && closesDamage('fill', d.kind));
  if (places.length > 0 && places.every((d) => d.extentM !== null && d.extentM <= pinholeM)) return 'small';
  return step.productId && products[step.productId]?.traits.includes('gel') ? 'opaque' : 'clear';
}

export const substrateRules: readonly Rule[] = [
  {
    id: 'SUB-01',
    severity: 'stop',
    tag: 'computed',
    why: `Each rung of the ladder takes off about the grain of the one before; ${veneerReserveMm} mm has to stay.`,
    remedies: ['Start finer', 'Sand by hand', 'Strip chemically', 'Paint instead'],
    check: offending(
      'after',
      (s) => s.kind === 'sand' || s.kind === 'strip-abrasive',
      (s, step) =>
        s.veneerLeftMm !== null &&
        s.veneerLeftMm < veneerReserveMm - 1e-9 && {
          sentence: `${where(step)}: ${name(step)} leaves ${Math.max(0, s.veneerLeftMm).toFixed(2)} mm of veneer, less than ${veneerReserveMm} mm.`,
          working: `Each rung takes about the median grain of the one before it: P${step.grit ?? 180} is ${grainUm(step.grit ?? 180)} µm; what came before it in the plan is taken off first.`,
        },
      (step) => takeOut(step),
    ),
  },
  {
    id: 'SUB-02',
    severity: 'stop',
    tag: 'M',
    house: 'strip-solid',
    why: `A powered sander goes through thin veneer before it shows: by hand below ${handOnlyBelowMm} mm or where the thickness is unknown, P${finePowerGrit} or finer below ${finePowerBelowMm} mm.`,
    remedies: ['Sand by hand', 'Use a scraper', 'Strip chemically'],
    check: offending(
      'before',
      (s) => isAbrasive(s) && !s.byHand,
      (s, step) => {
        if (s.material !== 'veneer') return false;
        const left = s.veneerLeftMm ?? 0;
        const amount = s.veneerKnown ? `${left.toFixed(2)} mm` : 'unknown thickness';
        if (!s.veneerKnown || left < handOnlyBelowMm)
          return `${where(step)}: ${name(step)} under power on veneer of ${amount}.`;
        return left < finePowerBelowMm && (step.grit ?? 0) < finePowerGrit
          ? {
              severity: 'warn',
              sentence: `${where(step)}: ${name(step)} under power on veneer of ${amount} starts coarser than P${finePowerGrit}.`,
            }
          : false;
      },
      (step) => takeOut(step),
    ),
  },
  {
    id: 'SUB-03',
    severity: 'warn',
    tag: 'T',
    why: 'Filler takes no stain: two-part shows worst, ready-mixed plainly, a coloured stick hardly.',
    remedies: ['Paint it', 'Tone it in', 'Move the border of the zone'],
    check: offending(
      'before',
      (s) => stainsWood(s.kind),
      (s, step, c) => {
        if (s.fillKind === null) return false;
        const words = {
          'filler-two-part': 'two-part filler',
          'filler-ready': 'ready-mixed filler',
          'filler-stick': 'a coloured stick',
        }[s.fillKind];
        const severity = fillShows[s.fillKind][seenThrough(c, step)];
        return { severity, sentence: `${where(step)}: ${name(step)} comes over ${words}, which takes no stain.` };
      },
      (step) =>
        step.zoneId
          ? [{ name: 'Paint this zone instead', edits: [{ do: 'look', zoneId: step.zoneId, look: 'painted' }] }]
          : [],
    ),
  },
  {
    id: 'SUB-04',
    severity: 'stop',
    tag: 'T',
    why: 'What has to go into wood cannot go through a film, paint or laminate: it stays wet on top.',
    remedies: ['Strip it first', 'Choose an opaque look, a gel or a glaze'],
    check: offending(
      'before',
      (s) => stepKind(s.kind).needs.includes('bare'),
      (s, step) =>
        materialOf(s.material).slick || s.layers.some((l) => l.old !== null)
          ? `${where(step)}: ${name(step)} comes on ${materialOf(s.material).slick ? materialOf(s.material).name.toLowerCase() : 'the old finish'}, which it cannot enter.`
          : false,
      (step, c) => [
        putBefore(c, step, [['strip-chemical', onShelf(c, 'stripper')], ['scrape'], ['remove-residue'], ['dry-out']]),
        ...takeOut(step),
      ],
    ),
  },
  {
    id: 'SUB-05',
    severity: 'warn',
    tag: 'T',
    why: 'Raw board drinks paint at its edges and swells.',
    remedies: ['Prime it first'],
    check: offending(
      'before',
      (s) => s.kind === 'paint' || s.kind === 'metallic',
      (s, step) =>
        materialOf(s.material).board &&
        s.layers.length === 0 &&
        `${where(step)}: ${name(step)} comes on raw ${materialOf(s.material).name} with no primer.`,
      (step, c) => [putBefore(c, step, [['prime', onShelf(c, 'primer', (p) => !p.traits.includes('bonding'))]])],
    ),
  },
  {
    id: 'SUB-06',
    severity: 'stop',
    tag: 'T',
    house: 'adhesion-coat',
    why: 'Nothing holds on laminate, foil or gloss without a key or a bonding coat.',
    remedies: ['Scuff it', 'Prime it with a bonding primer'],
    check: offending(
      'before',
      isFilm,
      (s, step, c) => {
        const product = productOf(c, step);
        const bonds =
          product?.kind === 'metal-primer' ||
          product?.traits.includes('bonding') ||
          product?.kind === 'sealer' ||
          product?.kind === 'blocker';
        const slick = materialOf(s.material).slick && s.layers.length === 0 && s.lastGrit === null;
        // What dissolves the old film becomes one with it.
        const meltsIn =
          (s.layers.at(-1)?.old === 'shellac' && product?.carrier === 'alcohol') ||
          (s.layers.at(-1)?.old === 'lacquer' && product?.carrier === 'lacquer');
        const gloss =
          !meltsIn &&
          s.layers.length > 0 &&
          s.layers.at(-1)!.old !== null &&
          s.layers.at(-1)!.old !== 'wax' &&
          !s.layers.at(-1)!.keyed;
        return (
          !materialOf(s.material).flexible &&
          (slick || gloss) &&
          !bonds &&
          `${where(step)}: ${name(step)} comes on ${slick ? materialOf(s.material).name.toLowerCase() : 'an old film'} that is neither scuffed nor primed to bond.`
        );
      },
      (step, c) => [putBefore(c, step, [['scuff', { grit: 180 }], ['de-dust']])],
    ),
  },
  {
    id: 'SUB-07',
    severity: 'warn',
    tag: 'T',
    why: 'Metal rusts under waterborne paint, and paint chips off it.',
    remedies: ['Prime it with a metal primer'],
    check: offending(
      'before',
      (s) => s.kind === 'paint' || s.kind === 'metallic' || s.kind === 'patina',
      (s, step, c) =>
        s.material === 'metal' &&
        !s.layers.some((l) => l.productId !== null && c.products[l.productId]?.kind === 'metal-primer') &&
        `${where(step)}: ${name(step)} comes on metal with no metal primer.`,
      (step, c) => {
        const zinc = step.zoneId !== null && c.piece.tests[step.zoneId]?.zincCoated === true;
        const primer = onShelf(c, 'metal-primer', (p) => !zinc || !soapsOnZinc(p));
        return primer.productId ? [putBefore(c, step, [['prime', primer]])] : [];
      },
    ),
  },
  {
    id: 'SUB-08',
    severity: 'warn',
    tag: 'T',
    house: 'conditioner',
    silencedBy: ['never'],
    why: 'Such woods take penetrating stain in blotches.',
    remedies: ['Condition it first', 'Take a gel stain'],
    check: offending(
      'before',
      (s) => s.kind === 'stain',
      (s, step, c) =>
        materialOf(s.material).wood &&
        s.species.blotches &&
        !productOf(c, step)?.traits.includes('gel') &&
        !s.layers.some(
          (l) => l.productId !== null && ['conditioner', 'sealer'].includes(c.products[l.productId]?.kind ?? ''),
        ) &&
        !s.layers.some((l) => l.stepId?.includes('/stain/')) &&
        `${where(step)}: ${name(step)} comes on ${s.species.id === 'unknown' ? 'a wood that is not known' : s.species.name.toLowerCase()}, which blotches, with no conditioner.`,
      (step, c) => [
        putBefore(c, step, [['condition', onShelf(c, 'conditioner')]]),
        ...take(c, 'a gel stain', [step.zoneId, 'stain'], 'stain', (p) => p.traits.includes('gel')),
      ],
    ),
  },
  {
    id: 'SUB-09',
    severity: 'warn',
    tag: 'T',
    house: 'blocking-coat',
    why: 'One coat may look fine and turn pink in the paint: two, and a night to show whether they hold.',
    remedies: ['Block twice, and leave it overnight', 'Test a patch'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone);
        const pale = steps.find(
          (at) =>
            (at.step.kind === 'paint' || at.step.kind === 'colour-wash' || at.step.kind === 'paper') &&
            // Ornaments that are touched in are no wood that bleeds.
            at.step.areaFrac > 0.1 &&
            bleedShows(productOf(context, at.step)?.colour ?? '#ffffff'),
        );
        if (!pale || context.piece.tests[zone]?.bleed === 'none') return [];
        const tested = context.piece.tests[zone]?.bleed === 'bleeds';
        const bleeds = pale.distinct.before.some((s) => materialOf(s.material).wood && (s.species.bleeds || tested));
        if (!bleeds) return [];
        const earlier = steps.slice(0, steps.indexOf(pale)).map((at) => at.step);
        const blocks = earlier.filter(
          (s) => s.kind === 'block' || (s.kind === 'seal' && productOf(context, s)?.carrier === 'alcohol'),
        ).length;
        const night = earlier.some((s) => s.kind === 'dry' && s.fixedWaitMin >= 720);
        if (blocks >= 2 && night) return [];
        const lacks =
          blocks >= 2
            ? 'with no night for the block to show'
            : `over ${blocks === 0 ? 'no blocking coat' : 'one blocking coat'}`;
        return [
          {
            step: pale.step,
            sentence: `${where(pale.step)}: ${name(pale.step)} comes on wood that bleeds, ${lacks}.`,
            fixes: [
              blocks >= 2
                ? putBefore(context, pale.step, [['dry']])
                : {
                    name: 'Block it twice',
                    edits: [
                      { do: 'choose' as const, key: `${zone}/block`, coats: 2 },
                      ...context.piece.edits.dropped
                        .filter((id) => /^(block|seal|dry)$/.test(id.split('/')[1] ?? '') && id.startsWith(`${zone}/`))
                        .map((stepId) => ({ do: 'restore' as const, stepId })),
                    ],
                  },
            ],
          },
        ];
      }),
  },
  {
    id: 'SUB-10',
    severity: 'warn',
    tag: 'M',
    why: 'Strong alkali darkens tannin-rich wood and lifts veneer.',
    remedies: ['Take a mild cleaner', 'Take a mild stripper'],
    check: offending(
      'before',
      (s) => s.kind === 'degrease' || s.kind === 'wash' || s.kind === 'wipe-down' || s.kind === 'strip-chemical',
      (s, step, c) => {
        if (!productOf(c, step)?.hazards.includes('caustic')) return false;
        if (s.material === 'veneer')
          return {
            severity: 'stop',
            sentence: `${where(step)}: a caustic ${productOf(c, step)!.kind} comes on veneer.`,
          };
        return materialOf(s.material).wood && s.species.tannin
          ? `${where(step)}: a caustic ${productOf(c, step)!.kind} comes on ${s.species.name.toLowerCase()}, rich in tannin.`
          : false;
      },
      (step, c) => {
        const kind = productOf(c, step)!.kind;
        return take(c, `a mild ${kind}`, [step.zoneId, step.kind], kind, isMild);
      },
    ),
  },
  {
    id: 'SUB-11',
    severity: 'advice',
    tag: 'M',
    why: 'Open pores telegraph through a full gloss.',
    remedies: ['Fill the grain'],
    check: offending(
      'before',
      (s) => s.kind === 'clear' && s.ordinal === 1,
      (s, step, c) =>
        productOf(c, step)?.sheen === 'gloss' &&
        // Outside, what keeps the wet out counts, not the mirror.
        wearIn(c.piece)[step.zoneId!] !== 'wet' &&
        materialOf(s.material).wood &&
        s.species.pore === 'open' &&
        // An old film that stays has its pores as they are.
        !s.layers.some((l) => l.old !== null && l.role === 'film') &&
        !s.layers.some(
          (l) => l.productId !== null && ['grain-filler', 'paint'].includes(c.products[l.productId]?.kind ?? ''),
        ) &&
        `${where(step)}: a gloss comes on ${s.species.name.toLowerCase()}, whose open pores are not filled.`,
      (step, c) => [putBefore(c, step, [['grain-fill', onShelf(c, 'grain-filler')]])],
    ),
  },
  {
    id: 'SUB-13',
    severity: 'stop',
    tag: 'T',
    why: 'What is rigid cracks off what bends.',
    remedies: ['Take products that bend'],
    check: offending(
      'before',
      (s) => s.kind === 'fill' || s.kind === 'plug' || s.kind === 'paint' || s.kind === 'clear' || s.kind === 'prime',
      (s, step, c) =>
        (s.material === 'leather' || s.material === 'cloth') &&
        !productOf(c, step)?.traits.includes('flexible') &&
        (isFilm(step) || fillKinds.some((k) => k === productOf(c, step)?.kind)) &&
        `${where(step)}: ${name(step)} puts something rigid on ${s.material}.`,
      (step) => takeOut(step),
    ),
  },
  {
    id: 'SUB-15',
    severity: 'warn',
    tag: 'T',
    why: 'Sealed wood takes only a little stain.',
    remedies: ['Glaze or tone instead'],
    check: offending(
      'before',
      (s) => stainsWood(s.kind),
      (s, step) =>
        s.layers.some((l) => l.role === 'film' && l.old === null) &&
        `${where(step)}: ${name(step)} comes on wood that is already sealed.`,
      (step) => takeOut(step),
    ),
  },
  {
    id: 'SUB-17',
    severity: 'warn',
    tag: 'T',
    why: 'Silicone polish throws every coat into fisheyes.',
    remedies: ['Wash it off twice, and keep it down with shellac'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const bends = inZone(context, zone)[0]?.distinct.before.every((x) => materialOf(x.material).flexible) ?? false;
        const renewed = inZone(context, zone).some((at) => at.step.kind === 'make-part' && at.step.part === 'top');
        if (!context.piece.tests[zone]?.silicone || zone === 'hardware' || renewed || bends) return [];
        const steps = inZone(context, zone).map((at) => at.step);
        const first = steps.find((s) => isFilm(s) && !stepKind(s.kind).inWood);
        if (!first) return [];
        const washed = steps.slice(0, steps.indexOf(first)).some((s) => s.kind === 'remove-residue');
        const barrier = productOf(context, first)?.carrier === 'alcohol';
        const lacks = [
          ...(washed ? [] : [['remove-residue'] as const, ['dry-out'] as const]),
          ...(barrier ? [] : [['seal', onShelf(context, 'sealer')] as const]),
        ];
        return lacks.length > 0
          ? [
              {
                step: first,
                sentence: `${where(first)}: ${name(first)} comes where silicone was found, ${washed ? 'with no barrier' : 'not washed off'}.`,
                fixes: [putBefore(context, first, lacks)],
              },
            ]
          : [];
      }),
  },
  {
    id: 'SUB-18',
    severity: 'warn',
    tag: 'T',
    why: 'The oil of such woods keeps oil films from drying.',
    remedies: ['Seal it with shellac first', 'Take another clear'],
    check: offending(
      'before',
      (s) => s.kind === 'clear',
      (s, step, c) =>
        productOf(c, step)?.carrier === 'oil' &&
        materialOf(s.material).wood &&
        s.species.oily &&
        s.layers.length === 0 &&
        `${where(step)}: an oil film comes on ${s.species.name.toLowerCase()}, an oily wood, with no barrier.`,
      (step, c) => [putBefore(c, step, [['seal', onShelf(c, 'sealer')]]), ...takeWaterborne(c, step.zoneId)],
    ),
  },
  {
    id: 'SUB-19',
    severity: 'stop',
    tag: 'T',
    why: 'Bleach that was not rinsed works on under the coat.',
    remedies: ['Rinse it, and let it dry'],
    check: offending(
      'before',
      isFilm,
      (s, step) => s.residue === 'bleach' && `${where(step)}: ${name(step)} comes before the bleach is rinsed off.`,
      (step, c) => [putBefore(c, step, [['rinse'], ['dry-out']])],
    ),
  },
  {
    id: 'SUB-21',
    severity: 'advice',
    tag: 'M',
    house: 'ladder',
    silencedBy: ['80-120-240'],
    why: 'Each grit only takes out the scratches of the one before: a large jump leaves some, and stain shows them.',
    remedies: ['Put the missing grit in'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const rungs = inZone(context, zone)
          .map((at) => at.step)
          .filter((s) => s.kind === 'sand');
        return rungs.flatMap((step, i) => {
          const from = rungs[i - 1]?.grit;
          if (!from || !step.grit || step.grit <= from) return [];
          const jump = grainUm(from) / grainUm(step.grit);
          const between = [100, 120, 150, 180, 220].find(
            (g) => g > from && g < step.grit! && grainUm(from) / grainUm(g) <= largestJump,
          );
          if (jump <= largestJump || between === undefined) return [];
          return [
            {
              step,
              sentence: `${where(step)}: from P${from} to P${step.grit} the grain falls ${jump.toFixed(1)} times, more than ${largestJump}.`,
              working: `Median grain ${grainUm(from)} µm ÷ ${grainUm(step.grit)} µm (FEPA).`,
              fixes: [putBefore(context, step, [['sand', { grit: between }]])],
            },
          ];
        });
      }),
  },
];
