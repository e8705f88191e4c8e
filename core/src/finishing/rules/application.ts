import { ownExtraId } from '../applyEdits';
import { methodNames } from '../stepKinds';
import { wearIn } from '../wearIn';
import { restore } from './Fix';
import { eachStep, inZone, name, productOf, type Rule, where, workedZones } from './Rule';

/** Clear coats by what a zone has to bear (common practice, no source). */
const leastCoats = { display: 2, furniture: 3, 'used-top': 3, wet: 4, 'child-food': 3 } as const;

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
        const wear = wearIn(context.piece)[zone] ?? (zone === 'top' ? 'used-top' : undefined);
        const clears = inZone(context, zone)
          .map((at) => at.step)
          .filter((s) => s.kind === 'clear');
        const first = clears[0];
        if (!wear || !first) return [];
        // A film that was kept counts for a coat.
        const kept = inZone(context, zone)
          .find((at) => at.step === first)!
          .distinct.before.every((s) => s.layers.some((l) => l.old !== null && l.role === 'film'));
        const least = leastCoats[wear] - Number(kept);
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
                      ...context.piece.edits.dropped.filter((id) => id.startsWith(`${zone}/clear/`)).map(restore),
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
      eachStep(context, ({ step }) => {
        if (!step.method || context.settings.methods.includes(step.method)) return [];
        const way = productOf(context, step)?.methods.find((m) => context.settings.methods.includes(m));
        return [
          {
            step,
            sentence: `${where(step)}: ${name(step)} is put on by ${methodNames[step.method]}, which this workshop does not have or allow.`,
            fixes:
              way && ownExtraId(step.id) === null
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
