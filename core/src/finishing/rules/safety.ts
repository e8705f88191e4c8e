import { formById } from '../../piece';
import { leadHold } from '../leadBans';
import { putBefore, restore } from './Fix';
import { disturbs, inZone, isFilm, name, offending, productOf, type Rule, where, workedZones } from './Rule';

const disturbsOldFilm = ['sand', 'scuff', 'scrape', 'denib', 'strip-abrasive', 'feather', 'level', 'rub-out'];

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
                    ? [{ name: 'Put the seeing to the rags back', edits: left.map(restore) }]
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
              fixes: [{ name: 'Put the restraint back', edits: left.map(restore) }],
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
              fixes: left.length > 0 ? [{ name: 'Put the taking out back', edits: left.map(restore) }] : [],
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
            fixes: [{ name: 'Put the lid support back', edits: left.map(restore) }],
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
