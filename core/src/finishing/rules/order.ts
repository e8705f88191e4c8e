import { formById, zoneNames } from '../../piece';
import type { ProductKind, Step, StepKindId } from '../../workshop';
import { ownExtraId } from '../applyEdits';
import { damageRow, gluedDamage } from '../damageTable';
import { coversUnder, hidesUnder } from '../exposure';
import { stepKind } from '../stepKinds';
import { isMild, onShelf, putBefore, takeOut } from './Fix';
import {
  apartIn,
  coveredAt,
  disturbs,
  eachStep,
  exposuresIn,
  indexOf,
  inZone,
  isAbrasive,
  isFilm,
  name,
  offending,
  type Rule,
  type RuleContext,
  where,
  workedZones,
} from './Rule';

const takesFilm: readonly StepKindId[] = ['strip-chemical', 'scrape', 'strip-abrasive', 'peel'];
/** What colours the wood and lies open until it is sealed. */
const stainKinds: ReadonlySet<ProductKind> = new Set(['stain', 'dye', 'glaze', 'wash']);
const repairs: readonly StepKindId[] = ['ease-drawer', 'align-door', 'make-part'];

/** What makes a piece fit to be handled at all comes before anything is taken off it. */
const firstAid: ReadonlySet<Step['kind']> = new Set(['treat-pests', 'disinfect']);
/** The first step of a zone that wets or abrades it. */
const firstTouch = (context: RuleContext, zoneId: Step['zoneId']) =>
  inZone(context, zoneId).find((at) => disturbs(at.step) && !firstAid.has(at.step.kind))?.step;

/** What covers its ground with a colour of its own. */
const coveredWith: ReadonlySet<StepKindId> = new Set(['paint', 'blend', 'glaze', 'paper']);

/** Zones that are worked with their pulls or doors still on, and nothing masked. */
function partsOn(part: 'hardware' | 'door') {
  return (context: RuleContext) => {
    const masked = context.run.some((x) => x.step.zoneId === null && x.step.kind === 'mask');
    if (masked) return [];
    const off = context.run.findIndex((x) => x.step.kind === 'remove-part' && x.step.part === part);
    const cleaned = context.house['hardware-doors'] === 'off-after-cleaning';
    const left = context.piece.edits.dropped.filter(
      (id) => id.startsWith('piece/remove-part/') || id.startsWith('piece/refit-part/'),
    );
    return context.zones.flatMap((zone) => {
      const fitted = zone.faces.some((f) => (part === 'hardware' ? f.fittings.pulls : f.fittings.hinges) > 0);
      const first =
        part === 'hardware'
          ? firstTouch(context, zone.id)
          : inZone(context, zone.id).find((at) => at.step.kind === 'stain' || at.step.kind === 'paint')?.step;
      if (!fitted || !first || (off >= 0 && (off < indexOf(context, first) || cleaned))) return [];
      return [
        {
          step: first,
          sentence: `${where(first)}: ${name(first)} comes with the ${part === 'door' ? 'doors' : 'hardware'} still on and not masked.`,
          fixes:
            left.length > 0
              ? [{ name: 'Put the taking off back', edits: left.map((stepId) => ({ do: 'restore' as const, stepId })) }]
              : [],
        },
      ];
    });
  };
}

/** What is laid or fitted of these comes by post. */
const takesDays: ReadonlySet<StepKindId> = new Set([
  'paper',
  'leaf',
  'foil',
  'transfer',
  're-veneer',
  're-cane',
  'line',
]);

/** Rules of order. Common practice, no source, where no other tag stands. */
export const orderRules: readonly Rule[] = [
  {
    id: 'ORD-01',
    severity: 'warn',
    tag: 'T',
    house: 'hardware-doors',
    why: 'Cleaner, stripper and paint creep under what stays on, and edges stay bare.',
    remedies: ['Take the hardware off first', 'Mask it, and note why'],
    check: partsOn('hardware'),
  },
  {
    id: 'ORD-02',
    severity: 'warn',
    tag: 'T',
    house: 'clean-or-scuff',
    why: 'Grease driven into the wood by the abrasive makes coats fail late.',
    remedies: ['Degrease first'],
    check: offending(
      'before',
      (s, c) =>
        (isAbrasive(s) || s.kind === 'scrape') && !(s.kind === 'scuff' && c.house['clean-or-scuff'] === 'scuff-first'),
      (s, step) => s.soil === 'dirty' && `${where(step)}: ${name(step)} comes before the surface is degreased.`,
      (step, c) => [putBefore(c, step, [['degrease', onShelf(c, 'cleaner', isMild)], ['rinse'], ['dry-out']])],
    ),
  },
  {
    id: 'ORD-03',
    severity: 'warn',
    tag: 'T',
    why: 'Residue of a cleaner spoils adhesion, and water under a film lifts it.',
    remedies: ['Rinse, and let it dry'],
    check: offending(
      'before',
      (s) => isFilm(s) || s.kind === 'sand' || s.kind === 'scuff',
      (s, step) =>
        s.residue === 'cleaner'
          ? `${where(step)}: ${name(step)} comes while the cleaner is not rinsed off.`
          : s.wet &&
            s.residue === 'none' &&
            `${where(step)}: ${name(step)} comes while the surface is still wet from washing.`,
      (step, c) => {
        const unrinsed = c.run.find((at) => at.step === step)?.distinct.before.some((s) => s.residue === 'cleaner');
        return [putBefore(c, step, unrinsed ? [['rinse'], ['dry-out']] : [['dry-out']])];
      },
    ),
  },
  {
    id: 'ORD-04',
    severity: 'warn',
    tag: 'T',
    why: 'Stripper softens filler, and the scraper takes it out again.',
    remedies: ['Fill after stripping'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone);
        const strip = steps.findLastIndex((at) => takesFilm.includes(at.step.kind));
        const fill = steps.findIndex((at) => at.step.kind === 'fill' || at.step.kind === 'plug');
        const at = steps[fill];
        return at && strip > fill
          ? [
              {
                step: at.step,
                sentence: `${where(at.step)}: ${name(at.step)} comes before the old finish is off.`,
                fixes: takeOut(at.step),
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
      (s) => isAbrasive(s) || isFilm(s) || s.kind === 'wax',
      (s, step) => {
        // A runner inside the case does not stop the outside.
        const open = s.openDamage.find((d) => gluedDamage.includes(d) && d !== 'loose-runner');
        return (
          open !== undefined && `${where(step)}: ${name(step)} comes while the ${damageRow(open).name} is not glued.`
        );
      },
      (step, c) => [putBefore(c, step, [['glue', onShelf(c, 'glue', (p) => !p.traits.includes('instant'))]])],
    ),
  },
  {
    id: 'ORD-06',
    severity: 'warn',
    tag: 'T',
    house: 'repairs-in-ladder',
    why: 'Filler stands proud until it is sanded, and primer shows what was missed only to one who looks.',
    remedies: ['Sand after filling', 'Look over the first primer coat'],
    check: (context) => [
      ...offending(
        'before',
        isFilm,
        (s, step, c) =>
          s.rawFill &&
          // On veneer too thin for any abrasive the filler is struck off flush instead.
          (s.material !== 'veneer' || inZone(c, step.zoneId).some((at) => at.step.kind === 'sand')) &&
          `${where(step)}: ${name(step)} comes over filler that was not sanded.`,
        (step, c) => [putBefore(c, step, [['sand', { grit: 150 }], ['de-dust']])],
      )(context),
      ...workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone).map((at) => at.step);
        const primed = steps.findIndex((s) => s.kind === 'prime' || s.kind === 'block');
        const painted = steps.findIndex((s, i) => i > primed && (s.kind === 'paint' || s.kind === 'blend'));
        const coat = steps[painted];
        const looked = steps.slice(primed + 1, painted).some((s) => s.kind === 'inspect');
        return primed >= 0 && coat && !looked && zone !== 'hardware'
          ? [
              {
                step: coat,
                sentence: `${where(coat)}: ${name(coat)} comes with no look over the first coat of primer.`,
                fixes: [putBefore(context, coat, [['inspect']])],
              },
            ]
          : [];
      }),
    ],
  },
  {
    id: 'ORD-07',
    severity: 'warn',
    tag: 'T',
    why: 'Dust left on the surface stands in the coat for ever.',
    remedies: ['Vacuum and tack'],
    check: offending(
      'before',
      (s) => isFilm(s) || s.kind === 'wax' || stepKind(s.kind).group === 'decorate',
      (s, step) => s.dusty && `${where(step)}: ${name(step)} comes with the dust of the abrasive still on it.`,
      (step, c) => [putBefore(c, step, [['de-dust']])],
    ),
  },
  {
    id: 'ORD-08',
    severity: 'warn',
    tag: 'T',
    house: 'interior-first',
    silencedBy: ['after'],
    why: 'What drips out of the inside falls on what is finished.',
    remedies: ['Finish the inside first'],
    check: (context) => {
      // Who paints the base first finishes clear zones after it, the inside too.
      if (context.house['top-or-base-first'] === 'base-first') return [];
      const start = (step: Step) => context.times.get(step.id)?.startMin ?? 0;
      const coats = context.run.filter((at) => isFilm(at.step) || at.step.kind === 'wax');
      const apart = apartIn(context);
      const spoiled = new Map<Step, string[]>();
      for (const zone of workedZones(context)) {
        const last = coats.findLast((at) => at.step.zoneId === zone)?.step;
        const under = formById(context.piece.form).lying.includes(zone);
        if (zone === 'interior' || under || apart.has(zone) || !last) continue;
        const painted = inZone(context, zone).some((at) => hidesUnder(at.step.kind));
        const inside = context.run.find(
          (at) =>
            at.step.zoneId === 'interior' &&
            isFilm(at.step) &&
            // Clear on paint is cut in by hand.
            (stepKind(at.step.kind).colours || hidesUnder(at.step.kind) || !painted) &&
            (start(at.step) - start(last) || indexOf(context, at.step) - indexOf(context, last)) > 0,
        )?.step;
        // What is covered meanwhile takes no drip.
        if (!inside || coveredAt(context, zone, inside)) continue;
        spoiled.set(inside, [...(spoiled.get(inside) ?? []), zoneNames[zone].toLowerCase()]);
      }
      const pins = context.piece.edits.pins.filter((p) => p.afterId.startsWith('interior/'));
      return [...spoiled].map(([step, zones]) => ({
        step,
        sentence: `Interior: ${name(step)} comes after the last coat of the outside: ${zones.join(', ')}.`,
        fixes:
          pins.length > 0
            ? [{ name: 'Release your order', edits: pins.map((p) => ({ do: 'unpin' as const, ...p })) }]
            : takeOut(step),
      }));
    },
  },
  {
    id: 'ORD-09',
    severity: 'warn',
    tag: 'T',
    house: 'hardware-doors',
    why: 'Edges and hinge sides stay bare, and colour runs into the hinges.',
    remedies: ['Take the doors off', 'Mask the hinges'],
    check: partsOn('door'),
  },
  {
    id: 'ORD-10',
    severity: 'warn',
    tag: 'T',
    house: 'drilling',
    why: 'Filler over stain or clear cannot be hidden any more, and a finished front chips under the drill.',
    remedies: ['Fill before colour', 'Drill through tape, from a template, with a backing'],
    check: (context) =>
      eachStep(context, (at, index) => {
        const { step } = at;
        const fills = stepKind(step.kind).gives.includes('close-filled');
        // What is painted over later may be filled at any time before.
        const hidden = () =>
          inZone(context, step.zoneId).some((x) => hidesUnder(x.step.kind) && indexOf(context, x.step) > index);
        const shows = at.distinct.before.some((s) => {
          const last = s.layers.at(-1);
          const laid = last?.productId ? context.products[last.productId]?.kind : undefined;
          return last?.stepId && laid && !coversUnder(laid);
        });
        if (fills && shows && !hidden())
          return [
            {
              step,
              sentence: `${where(step)}: ${name(step)} comes after the colour or the clear coat.`,
              fixes: takeOut(step),
            },
          ];
        const finished = [...at.whole, ...at.distinct.before].some((s) => s.layers.some((l) => l.stepId !== null));
        return step.kind === 'drill' && finished && context.house.drilling !== 'after-finish'
          ? [
              {
                step,
                severity: 'advice' as const,
                sentence: `${where(step)}: holes are drilled in a finished front.`,
                fixes: takeOut(step),
              },
            ]
          : [];
      }),
  },
  {
    id: 'ORD-11',
    severity: 'stop',
    tag: 'T',
    why: 'Stripper left in the pores eats the next coat, and its wash lifts it.',
    remedies: ['Wash off every trace, and let it dry'],
    check: offending(
      'before',
      (s) => isFilm(s) || s.kind === 'sand',
      (s, step) =>
        s.residue === 'glue'
          ? {
              severity: 'warn',
              sentence: `${where(step)}: ${name(step)} comes before the old glue is washed off the peeled ground.`,
            }
          : (s.residue === 'stripper' || s.residue === 'softened-film') &&
            `${where(step)}: ${name(step)} comes before the stripper is washed off.`,
      (step, c) => [
        putBefore(c, step, [
          [
            inZone(c, step.zoneId).some(
              (at) => at.step.id === step.id && at.distinct.before.some((s) => s.residue === 'glue'),
            )
              ? 'wash-glue'
              : 'remove-residue',
          ],
          ['dry-out'],
        ]),
      ],
    ),
  },
  {
    id: 'ORD-12',
    severity: 'advice',
    tag: 'T',
    why: 'A finish can be sold, and made again, only from its record.',
    remedies: ['Photograph it first'],
    check: (context) => {
      const first = context.run.find((at) => at.step.kind !== 'obtain');
      const taken = context.run.some((at) => at.step.kind === 'photograph');
      return first && !taken
        ? [
            {
              step: first.step,
              sentence: 'The piece: nothing is photographed before the first change.',
              fixes: [{ name: 'Put the photographs back', edits: [{ do: 'restore', stepId: 'piece/photograph/1' }] }],
            },
          ]
        : [];
    },
  },
  {
    id: 'ORD-13',
    severity: 'warn',
    tag: 'T',
    why: 'A pale edge shows wherever paper, leaf or foil ends.',
    remedies: ['Lay a matching colour under it'],
    check: offending(
      'before',
      (s) => s.kind === 'paper' || s.kind === 'leaf' || s.kind === 'foil',
      (s, step, c) =>
        !s.layers.some((l) => c.products[l.productId ?? '']?.kind === 'paint') &&
        `${where(step)}: ${name(step)} comes with no colour under it.`,
      (step, c) => [putBefore(c, step, [['paint', onShelf(c, 'paint')]])],
    ),
  },
  {
    id: 'ORD-14',
    severity: 'warn',
    tag: 'T',
    why: 'What lies on the paint soils and lifts without a film, and gilding under clear goes dull.',
    remedies: ['Clear over it', 'Gild last'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone);
        const laid = steps.findLastIndex((at) => ['transfer', 'paper', 'stencil', 'activate'].includes(at.step.kind));
        const cleared = steps.findLastIndex((at) => at.step.kind === 'clear');
        const gilded = steps.findLastIndex((at) => at.step.kind === 'gild-edge');
        const [on, gild] = [steps[laid], steps[gilded]];
        if (on && cleared < laid && zone !== 'hardware')
          return [
            {
              step: on.step,
              sentence: `${where(on.step)}: nothing protects what comes of ${name(on.step)}.`,
              fixes: [],
            },
          ];
        return gild && cleared > gilded
          ? [
              {
                step: gild.step,
                sentence: `${where(gild.step)}: ${name(gild.step)} comes before the last clear coat.`,
                fixes: takeOut(gild.step),
              },
            ]
          : [];
      }),
  },
  {
    id: 'ORD-16',
    severity: 'warn',
    tag: 'T',
    why: 'What is planed off a drawer or shimmed under a hinge takes the finish with it.',
    remedies: ['Repair before the finish'],
    check: (context) =>
      eachStep(context, (at) =>
        repairs.includes(at.step.kind) && at.distinct.before.some((s) => s.layers.some((l) => l.stepId !== null))
          ? [
              {
                step: at.step,
                sentence: `${where(at.step)}: ${name(at.step)} comes after coats.`,
                fixes: takeOut(at.step),
              },
            ]
          : [],
      ),
  },
  {
    id: 'ORD-17',
    severity: 'warn',
    tag: 'T',
    why: 'Colour on the piece cannot be taken back, and a client who was not asked may want another.',
    remedies: ['Make a sample', 'Have it approved'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        // A client is asked about paint and paper too.
        const asked = context.piece.ownership === 'commission' ? coveredWith : null;
        const colour = inZone(context, zone).find(
          (at) => stepKind(at.step.kind).colours || asked?.has(at.step.kind),
        )?.step;
        if (!colour) return [];
        // A sample of the same colour serves every zone that gets it.
        const earlier = context.run
          .slice(0, indexOf(context, colour))
          .map((at) => at.step)
          .filter(
            (s) =>
              s.zoneId === zone ||
              inZone(context, s.zoneId).some(
                (at) => at.step.kind === colour.kind && at.step.productId === colour.productId,
              ),
          );
        if (!earlier.some((s) => s.kind === 'make-sample'))
          return [
            {
              step: colour,
              sentence: `${where(colour)}: ${name(colour)} comes with no sample made.`,
              fixes: [putBefore(context, colour, [['make-sample']])],
            },
          ];
        return context.piece.ownership === 'commission' && !earlier.some((s) => s.kind === 'approve')
          ? [
              {
                step: colour,
                sentence: `${where(colour)}: ${name(colour)} comes before the client approved the sample.`,
                fixes: [putBefore(context, colour, [['approve']])],
              },
            ]
          : [];
      }),
  },
  {
    id: 'ORD-18',
    severity: 'warn',
    tag: 'T',
    why: 'Stripper creeps under tape and into paint beside it.',
    remedies: ['Strip before anything near is painted', 'Stop short and finish the margin by hand'],
    check: (context) =>
      eachStep(context, ({ step }) => {
        const beside = exposuresIn(context)
          .get(step.id)
          ?.find((e) => e.spread === 'creep' && !e.covered && e.standing !== 'kept');
        if (!beside) return [];
        const pins = context.piece.edits.pins.filter((p) => p.afterId.startsWith(`${step.zoneId}/`));
        return [
          {
            step,
            sentence: `${where(step)}: ${name(step)} comes after the ${zoneNames[beside.zoneId].toLowerCase()} beside it has had its coats.`,
            fixes:
              pins.length > 0
                ? [{ name: 'Release your order', edits: pins.map((p) => ({ do: 'unpin' as const, ...p })) }]
                : takeOut(step),
          },
        ];
      }),
  },
  {
    id: 'ORD-19',
    severity: 'warn',
    tag: 'T',
    house: 'top-or-base-first',
    why: 'Tape lifts stain that is not sealed.',
    remedies: ['Seal it first'],
    check: offending(
      'before',
      (s) => s.kind === 'mask' && s.zoneId !== null,
      (s, step, c) => {
        const top = s.layers.at(-1);
        const kind = top?.role === 'in-wood' && top.productId ? c.products[top.productId]?.kind : undefined;
        return (
          kind !== undefined &&
          stainKinds.has(kind) &&
          `${where(step)}: the tape is laid on ${kind} that is not sealed.`
        );
      },
      (step, c) => [putBefore(c, step, [['seal', onShelf(c, 'sealer')]])],
    ),
  },
  {
    id: 'ORD-20',
    severity: 'warn',
    tag: 'computed',
    why: 'What takes days to come has to be ordered before the step that cannot wait for it.',
    remedies: ['Order it now', 'Take another'],
    check: (context) =>
      eachStep(context, ({ step }) => {
        // Who puts a step in has what it takes at hand.
        if (!takesDays.has(step.kind) || ownExtraId(step.id) !== null) return [];
        if (context.run.some((at) => at.step.kind === 'obtain' && step.after.includes(at.step.id))) return [];
        const left = context.piece.edits.dropped.filter((id) => id.startsWith(`${step.zoneId}/obtain/`));
        return [
          {
            step,
            sentence: `${where(step)}: nothing is ordered for it to ${name(step)}.`,
            fixes:
              left.length > 0
                ? [{ name: 'Put the order back', edits: left.map((stepId) => ({ do: 'restore' as const, stepId })) }]
                : [],
          },
        ];
      }),
  },
];
