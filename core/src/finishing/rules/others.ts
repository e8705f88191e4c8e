import { formById, materialOf, zoneNames } from '../../piece';
import { leadHold } from '../leadBans';
import { isSprayed, methodNames } from '../stepKinds';
import { putBefore } from './Fix';
import {
  disturbs,
  hours,
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

const disturbsOldFilm = ['sand', 'scuff', 'scrape', 'denib', 'strip-abrasive', 'feather', 'level', 'rub-out'];
/** Tape left longer than this after the last coat tears its edge, minutes (from memory). */
const softMin = 24 * 60;
/** Clear coats by what a zone has to bear (common practice, no source). */
const leastCoats = { display: 2, furniture: 2, 'used-top': 3, wet: 4, 'child-food': 2 } as const;
const masked = (stepId: string) => ({ do: 'restore' as const, stepId });

/** Rules of masking. */
export const maskingRules: readonly Rule[] = [
  {
    id: 'MSK-01',
    severity: 'warn',
    tag: 'T',
    why: 'Tape lifts a film that is too young, or marks it.',
    remedies: ['Wait', 'Take low-tack tape', 'Wrap it in film instead'],
    check: (context) =>
      context.run.flatMap(({ step }) => {
        const start = context.times.get(step.id)?.startMin;
        if (step.kind !== 'mask' || !step.zoneId || start === undefined || step.areaFrac < 1) return [];
        const under = inZone(context, step.zoneId)
          .map((at) => at.step)
          .filter((s) => isFilm(s) && (context.times.get(s.id)?.endMin ?? Number.POSITIVE_INFINITY) <= start)
          .at(-1);
        const safe = under && productOf(context, under)?.times.tapeSafeMin.high;
        const gap = under ? start - (context.times.get(under.id)?.endMin ?? start) : 0;
        return under && safe !== undefined && gap < safe
          ? [
              {
                step,
                sentence: `${where(step)}: the tape is laid ${hours(gap)} after ${name(under)}, which bears it after ${hours(safe)}: ${hours(safe - gap)} short.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'MSK-02',
    severity: 'warn',
    tag: 'T',
    why: 'The glue of tape bonds into open grain.',
    remedies: ['Seal it first', 'Low-tack tape, and briefly'],
    check: offending(
      'before',
      (s) => s.kind === 'mask' && s.zoneId !== null,
      (s, step, c) => {
        if (!materialOf(s.material).wood || s.layers.length > 0) return false;
        const kept = (c.piece.looks[step.zoneId!] ?? 'leave') === 'leave';
        return {
          severity: kept ? 'advice' : 'warn',
          sentence: `${where(step)}: tape lies on bare wood${kept ? ' that stays as it is: low-tack, and briefly' : ''}.`,
        };
      },
      (step, c) =>
        (c.piece.looks[step.zoneId!] ?? 'leave') === 'leave'
          ? []
          : [putBefore(c, step, [['seal', { productId: 'shellac-sealer', method: 'brush' }]])],
    ),
  },
  {
    id: 'MSK-03',
    severity: 'stop',
    tag: 'T',
    why: 'Stripper creeps under tape: it is no barrier.',
    remedies: ['Strip before the neighbour is masked', 'Stop short, and finish the margin by hand'],
    check: (context) =>
      context.run.flatMap((at, i) => {
        if (at.step.kind !== 'strip-chemical' || !at.step.zoneId) return [];
        const beside = context.run
          .slice(0, i)
          .findLast(
            (x) =>
              x.step.kind === 'mask' &&
              x.step.zoneId &&
              x.step.zoneId !== at.step.zoneId &&
              meet(context, at.step.zoneId!, x.step.zoneId),
          );
        const off =
          beside &&
          context.run.slice(0, i).some((x) => x.step.kind === 'unmask' && x.step.zoneId === beside.step.zoneId);
        const pins = context.piece.edits.pins.filter((p) => p.afterId === at.step.id);
        return beside && !off
          ? [
              {
                step: at.step,
                sentence: `${where(at.step)}: ${name(at.step)} relies on the tape on the ${zoneNames[beside.step.zoneId!].toLowerCase()}.`,
                fixes:
                  pins.length > 0
                    ? [{ name: 'Release your order', edits: pins.map((p) => ({ do: 'unpin' as const, ...p })) }]
                    : [],
              },
            ]
          : [];
      }),
  },
  {
    id: 'MSK-04',
    severity: 'warn',
    tag: 'T',
    house: 'tape-pull',
    silencedBy: ['dry'],
    why: 'Hard paint tears at the edge of the tape.',
    remedies: ['Pull the tape while the last coat is soft', 'Score it first'],
    check: (context) =>
      context.run.flatMap(({ step }) => {
        const start = context.times.get(step.id)?.startMin;
        if (step.kind !== 'unmask' || !step.zoneId || start === undefined) return [];
        const ends = step.waitsFor.flatMap((w) => {
          const coat = context.run.find((at) => at.step.id === w.stepId)?.step;
          const end = coat && isFilm(coat) ? context.times.get(coat.id)?.endMin : undefined;
          return end === undefined ? [] : [end];
        });
        const end = ends.length > 0 ? Math.max(...ends) : undefined;
        return end !== undefined && start - end > 3 * softMin
          ? [
              {
                step,
                sentence: `${where(step)}: the tape is pulled ${hours(start - end)} after the last coat, when it is hard.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'MSK-05',
    severity: 'advice',
    tag: 'T',
    house: 'edge-seal',
    silencedBy: ['none'],
    why: 'Paint creeps under tape; what creeps first decides what is seen.',
    remedies: ['Seal the edge of the tape'],
    check: (context) =>
      context.run.flatMap(({ step }) => {
        const left = context.piece.edits.dropped.find((id) => id.startsWith(`${step.zoneId}/seal-edge/`));
        return step.kind === 'mask' && left
          ? [
              {
                step,
                sentence: `${where(step)}: the edge of the tape is not sealed.`,
                fixes: [{ name: 'Put the sealing of the edge back', edits: [masked(left)] }],
              },
            ]
          : [];
      }),
  },
  {
    id: 'MSK-06',
    severity: 'warn',
    tag: 'T',
    why: 'Mist falls on everything that is not covered.',
    remedies: ['Cover what is finished, and the openings'],
    check: (context) => {
      const sprayed = context.run.find((at) => isFilm(at.step) && isSprayed(at.step.method))?.step;
      const left = context.piece.edits.dropped.filter((id) => id.startsWith('piece/cover/') || /\/mask\/\d+$/.test(id));
      if (!sprayed || left.length === 0) return [];
      const away = context.piece.edits.dropped.filter((id) => /\/(cover|mask|unmask)\/\d+$/.test(id));
      return [
        {
          step: sprayed,
          sentence: `${where(sprayed)}: ${name(sprayed)} is sprayed with a neighbour or an opening uncovered.`,
          fixes: [{ name: 'Put the covers back', edits: away.map(masked) }],
        },
      ];
    },
  },
  {
    id: 'MSK-07',
    severity: 'stop',
    tag: 'T',
    why: 'What is to be kept is lost with the first wet or abrasive step.',
    remedies: ['Protect it first'],
    check: (context) => {
      const first = context.run.find((at) => disturbs(at.step))?.step;
      const covered = context.run.some((at) => at.step.kind === 'cover' && at.step.zoneId === null);
      const left = context.piece.edits.dropped.filter((id) => id.startsWith('piece/cover/'));
      return first && context.piece.kept.length > 0 && !covered
        ? [
            {
              step: first,
              sentence: `${where(first)}: ${name(first)} comes with nothing over what is to be kept.`,
              fixes: left.length > 0 ? [{ name: 'Put the cover back', edits: left.map(masked) }] : [],
            },
          ]
        : [];
    },
  },
  {
    id: 'MSK-09',
    severity: 'advice',
    tag: 'T',
    why: 'The ridge of a taped design shows through every clear coat.',
    remedies: ['Level it with P1000'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone).map((at) => at.step);
        const pulled = steps.findIndex((s) => s.kind === 'unmask' && s.areaFrac < 1);
        const clear = steps.find((s, i) => i > pulled && s.kind === 'clear');
        return pulled >= 0 && clear && !steps.slice(pulled).some((s) => s.kind === 'level')
          ? [
              {
                step: clear,
                sentence: `${where(clear)}: ${name(clear)} comes over the ridge of the tape.`,
                fixes: [putBefore(context, clear, [['level', { grit: 1000 }], ['de-dust']])],
              },
            ]
          : [];
      }),
  },
];

/** Rules of how things are put on. */
export const applicationRules: readonly Rule[] = [
  {
    id: 'APP-06',
    severity: 'warn',
    tag: 'T',
    why: 'Fewer coats than the wear asks for are worn through in a year.',
    remedies: ['Add coats'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const wear = context.piece.wear[zone] ?? (zone === 'top' ? 'used-top' : undefined);
        const clears = inZone(context, zone)
          .map((at) => at.step)
          .filter((s) => s.kind === 'clear');
        const first = clears[0];
        if (!wear || !first || (context.piece.looks[zone] === 'refreshed' && clears.length >= 2)) return [];
        const least = leastCoats[wear];
        return clears.length < least
          ? [
              {
                step: first,
                sentence: `${where(first)}: ${clears.length} clear ${clears.length === 1 ? 'coat' : 'coats'} where its wear asks for ${least}.`,
                fixes: [
                  {
                    name: `Lay ${least} coats`,
                    edits: [
                      { do: 'choose' as const, key: `${zone}/clear`, coats: least },
                      ...context.piece.edits.dropped.filter((id) => id.startsWith(`${zone}/clear/`)).map(masked),
                    ],
                  },
                ],
              },
            ]
          : [];
      }),
  },
  {
    id: 'APP-13',
    severity: 'stop',
    tag: 'T',
    why: 'A plan proposes nothing that the workshop does not have or allow.',
    remedies: ['Take another way', 'Allow it under House rules'],
    check: (context) =>
      context.run.flatMap(({ step }) => {
        if (!step.method || context.settings.methods.includes(step.method)) return [];
        const way = productOf(context, step)?.methods.find((m) => context.settings.methods.includes(m));
        return [
          {
            step,
            sentence: `${where(step)}: ${name(step)} is put on by ${methodNames[step.method]}, which this workshop does not have or allow.`,
            fixes:
              way && !step.id.startsWith('own/')
                ? [
                    {
                      name: `By ${methodNames[way]} instead`,
                      edits: [{ do: 'choose' as const, key: `${step.zoneId}/${step.kind}`, method: way }],
                    },
                  ]
                : [],
          },
        ];
      }),
  },
];

/** Rules of the end of the work. */
export const finishRules: readonly Rule[] = [
  {
    id: 'FIN-01',
    severity: 'warn',
    tag: 'label',
    why: 'A film that has not cured rubs through instead of up.',
    remedies: ['Wait for the cure'],
    check: (context) =>
      context.run.flatMap(({ step }) => {
        const start = context.times.get(step.id)?.startMin;
        if (step.kind !== 'rub-out' || start === undefined) return [];
        const last = inZone(context, step.zoneId)
          .map((at) => at.step)
          .filter((s) => s.kind === 'clear')
          .at(-1);
        const cure = last && productOf(context, last)?.times.cureMin.high;
        const gap = last ? start - (context.times.get(last.id)?.endMin ?? start) : 0;
        return cure !== undefined && gap < cure
          ? [
              {
                step,
                sentence: `${where(step)}: it is rubbed out ${hours(gap)} after the last coat; the film cures in ${hours(cure)}.`,
              },
            ]
          : [];
      }),
  },
  {
    id: 'FIN-02',
    severity: 'warn',
    tag: 'computed',
    why: 'A piece handed over before light use is marked by its first glass.',
    remedies: ['Promise a later date', 'Take a clear that is quicker'],
    check: (context) => {
      const promised = context.piece.promisedAt === null ? null : Date.parse(context.piece.promisedAt) / 60_000;
      const last = context.run.findLast((at) => isFilm(at.step))?.step;
      const late = promised !== null && context.lightUseAtMin !== null ? context.lightUseAtMin - promised : 0;
      return last && late > 0
        ? [{ step: last, sentence: `The piece: light use comes ${hours(late)} after the promised date.` }]
        : [];
    },
  },
  {
    id: 'FIN-04',
    severity: 'advice',
    tag: 'T',
    why: 'Dry runners and bare feet are what a customer notices first.',
    remedies: ['Wax the runners, felt the feet'],
    check: (context) => {
      const last = context.run.at(-1)?.step;
      const left = context.piece.edits.dropped.filter(
        (id) => id.startsWith('piece/oil-runners/') || id.startsWith('piece/felt/'),
      );
      return last && left.length > 0
        ? [
            {
              step: last,
              sentence: 'The piece: no felt under its feet, or its runners are not waxed.',
              fixes: [{ name: 'Put felt and runners back', edits: left.map(masked) }],
            },
          ]
        : [];
    },
  },
];

/** Rules by which people get hurt. */
export const safetyRules: readonly Rule[] = [
  {
    id: 'SAF-01',
    severity: 'stop-locked',
    tag: 'P',
    why: 'Old paint may hold lead until its country banned it (United States: 16 CFR 1303). Sanding, scraping or heating it spreads lead dust.',
    remedies: ['Record a negative test of every layer', 'Leave the film untouched', 'Hand the work to licensed people'],
    check: (context) => {
      if (!leadHold(context.piece)) return [];
      const result =
        context.piece.lead.result === 'positive'
          ? 'tested positive for lead'
          : 'may hold lead: no negative test of every layer is recorded';
      return offending(
        'before',
        (s) => disturbsOldFilm.includes(s.kind),
        (s, step) =>
          s.layers.some((l) => l.old !== null && l.old !== 'wax') &&
          `${where(step)}: ${name(step)} would disturb an old film that ${result}.`,
      )(context);
    },
  },
  {
    id: 'SAF-04',
    severity: 'warn',
    tag: 'T',
    why: 'Rags wet with oil heat themselves and catch fire in a heap.',
    remedies: ['See to the rags: flat outdoors, or in a lidded can with water'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const steps = inZone(context, zone).map((at) => at.step);
        const bad = steps.find(
          (s, i) => productOf(context, s)?.hazards.includes('self-heating-rags') && steps[i + 1]?.kind !== 'dispose',
        );
        const next = bad && steps[steps.indexOf(bad) + 1];
        const left = context.piece.edits.dropped.filter((id) => id.startsWith(`${zone}/dispose/`));
        return bad
          ? [
              {
                step: bad,
                sentence: `${where(bad)}: nothing is planned for the oily rags of ${name(bad)}.`,
                fixes:
                  left.length > 0
                    ? [{ name: 'Put the seeing to the rags back', edits: left.map(masked) }]
                    : next
                      ? [putBefore(context, next, [['dispose']])]
                      : [
                          {
                            name: 'Add after it: see to the oily rags',
                            edits: [
                              {
                                do: 'insert' as const,
                                kind: 'dispose' as const,
                                zoneId: zone,
                                afterId: bad.id,
                                productId: null,
                                method: null,
                                grit: null,
                              },
                            ],
                          },
                        ],
              },
            ]
          : [];
      }),
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
      const tall = formById(context.piece.form).restraint === 'wall' && (context.piece.heightM ?? 0) >= 0.6858;
      const left = context.piece.edits.dropped.filter((id) => id.startsWith('piece/fit-restraint/'));
      return last && tall && left.length > 0
        ? [
            {
              step: last,
              sentence: 'The piece: it goes out with no restraint against tipping.',
              fixes: [{ name: 'Put the restraint back', edits: left.map(masked) }],
            },
          ]
        : [];
    },
  },
  {
    id: 'SAF-11',
    severity: 'warn',
    tag: 'T',
    why: 'Mould and insects spread to other pieces while this one stands about.',
    remedies: ['Isolate and treat it first'],
    check: offending(
      'before',
      (s) => s.kind === 'degrease' || isFilm(s),
      (s, step) => {
        const found = s.openDamage.find((d) => d === 'live-insects' || d === 'mould');
        return (
          found !== undefined &&
          `${where(step)}: ${name(step)} comes before the ${found === 'mould' ? 'mould' : 'insects'} are treated.`
        );
      },
      (step, c) => [
        putBefore(c, step, [['treat-pests', { productId: 'insect-treatment', method: 'brush' }], ['dry-out']]),
      ],
    ),
  },
  {
    id: 'SAF-12',
    severity: 'warn',
    tag: 'T',
    why: 'Glass left in breaks under scraper and hammer.',
    remedies: ['Take it out', 'Protect it'],
    check: (context) => {
      const worked = inZone(context, 'carcass').find((at) => disturbs(at.step))?.step;
      const off = context.run.some((at) => at.step.kind === 'remove-part' && at.step.part === 'mirror');
      const taped = context.run.some((at) => at.step.zoneId === null && at.step.kind === 'mask');
      const left = context.piece.edits.dropped.filter(
        (id) => id.startsWith('piece/remove-part/') || id.startsWith('piece/refit-part/'),
      );
      return worked && formById(context.piece.form).family === 'dressing-table' && !off && !taped
        ? [
            {
              step: worked,
              sentence: `${where(worked)}: ${name(worked)} comes with the mirror still in and not protected.`,
              fixes: left.length > 0 ? [{ name: 'Put the taking out back', edits: left.map(masked) }] : [],
            },
          ]
        : [];
    },
  },
  {
    id: 'SAF-13',
    severity: 'stop-locked',
    tag: 'P',
    why: 'Children have died in chests with a latch that closes by itself, and in old cots with a side that moves.',
    remedies: ['Fit a lid support and take the latch off', 'Do not hand it over'],
    check: (context) => {
      const { restraint, family } = formById(context.piece.form);
      const out =
        context.run.find((at) => at.step.kind === 'hand-over')?.step ??
        context.run.findLast((at) => at.step.kind === 'cure')?.step;
      if (!out) return [];
      const left = context.piece.edits.dropped.filter((id) => id.startsWith('piece/fit-restraint/'));
      if (restraint === 'lid' && left.length > 0)
        return [
          {
            step: out,
            sentence: 'The piece: it goes out with no lid support, or with a latch that closes by itself.',
            fixes: [{ name: 'Put the lid support back', edits: left.map(masked) }],
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
