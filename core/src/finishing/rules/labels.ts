import { pinkThrough } from '../../colour';
import type { Product, UnderKind } from '../../workshop';
import { ownExtraId } from '../applyEdits';
import type { SurfaceState } from '../surfaceState';
import { onShelf, otherProduct, putBefore, restore } from './Fix';
import {
  inZone,
  isFilm,
  name,
  type Offence,
  offending,
  productOf,
  type Rule,
  type RuleContext,
  where,
  workedZones,
} from './Rule';

type Layer = SurfaceState['layers'][number];

const underNames: Readonly<Record<UnderKind, string>> = {
  shellac: 'shellac',
  'oil-film': 'an oil film',
  'water-film': 'a waterborne film',
  lacquer: 'lacquer',
  wax: 'wax',
  paint: 'paint',
};

/** What a label would call the layer. */
function underOf(layer: Layer, product: Product | undefined): UnderKind | null {
  if (layer.role === 'wax') return 'wax';
  if (layer.old === 'shellac' || product?.carrier === 'alcohol') return 'shellac';
  if (layer.old === 'lacquer' || product?.carrier === 'lacquer') return 'lacquer';
  if (layer.old === 'paint' || product?.kind === 'paint') return 'paint';
  if (layer.old === 'oil-varnish' || layer.old === 'polyurethane' || product?.carrier === 'oil') return 'oil-film';
  return product?.carrier === 'water' ? 'water-film' : null;
}

/** The steps of a zone that lay films, in order. */
const filmsIn = (context: RuleContext, zone: NonNullable<Parameters<typeof inZone>[1]>) =>
  inZone(context, zone)
    .map((at) => at.step)
    .filter(isFilm);

/** A build from this many coats on is thick (from memory). */
const thickFrom = 4;

/** Rules of what one product's label says about another. */
/** The red of a wood shows pink through a wash over it. */
const goesPink = (speciesId: string, wash: Product | undefined): boolean =>
  wash !== undefined && pinkThrough({ speciesId, state: 'usual', read: null }, wash) !== null;

export const labelRules: readonly Rule[] = [
  {
    id: 'CMP-06',
    severity: 'stop',
    tag: 'label',
    why: 'The label of this very product says so; another product of the same kind may allow it.',
    remedies: ['Take another product', 'Put a coat between that both allow'],
    check: offending(
      'before',
      isFilm,
      (s, step, c) => {
        const top = s.layers.at(-1);
        const product = productOf(c, step);
        const under = top ? underOf(top, top.productId ? c.products[top.productId] : undefined) : null;
        return (
          under !== null &&
          product?.forbidsUnder.includes(under) === true &&
          `${where(step)}: ${name(step)} puts ${product.name} on ${underNames[under]}, which its label forbids.`
        );
      },
      (step, c) => otherProduct(c, step, (p) => p.forbidsUnder.length === 0),
    ),
  },
  {
    id: 'CMP-07',
    severity: 'warn',
    tag: 'label',
    why: 'Some systems are made to be closed with a clear of their own; others lift them or go cloudy.',
    remedies: ['Take the clear of the same family'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const films = filmsIn(context, zone);
        const first = films.findIndex((s) => s.kind === 'clear');
        const under = films.slice(0, Math.max(0, first)).at(-1);
        const [clear, product] = [films[first], under && productOf(context, under)];
        if (!clear || !product?.demandsOwnClear || productOf(context, clear)?.family === product.family) return [];
        return [
          {
            step: clear,
            sentence: `${where(clear)}: ${product.name} asks for a clear of its own family (${product.family ?? 'not named'}).`,
            fixes: otherProduct(context, clear, (p) => p.family === product.family),
          },
        ];
      }),
  },
  {
    id: 'CMP-16',
    severity: 'advice',
    tag: 'label',
    house: 'clear-over-paint',
    why: 'A paint that is its own finish gains nothing from a clear, and one that chalks is worn off without it.',
    remedies: ['Drop the clear', 'Add a clear'],
    check: (context) =>
      workedZones(context).flatMap((zone): Offence[] => {
        const steps = inZone(context, zone).map((at) => at.step);
        const paint = steps.findLast((s) => s.kind === 'paint' || s.kind === 'colour-wash' || s.kind === 'blend');
        const product = paint && productOf(context, paint);
        if (!paint || !product) return [];
        const later = steps.slice(steps.indexOf(paint) + 1);
        const over = later.find((s) => ['clear', 'wax', 'dark-wax', 'seal'].includes(s.kind));
        if (product.clearOver === 'needed' && !over)
          return [
            {
              step: paint,
              severity: 'warn' as const,
              sentence: `${where(paint)}: ${product.name} needs a clear or wax over it, and has none.`,
              fixes: [
                {
                  name: 'Add two clear coats',
                  edits: [
                    ...context.piece.edits.dropped.filter((id) => id.startsWith(`${zone}/clear/`)).map(restore),
                    ...(context.piece.edits.dropped.some((id) => id.startsWith(`${zone}/clear/`)) ? [] : [1, 2]).map(
                      () => ({
                        do: 'insert' as const,
                        kind: 'clear' as const,
                        zoneId: zone,
                        afterId: paint.id,
                        productId: null,
                        method: null,
                        grit: null,
                        ...onShelf(context, 'clear', (p) => p.carrier === 'water'),
                      }),
                    ),
                  ],
                },
              ],
            },
          ];
        const house = context.house['clear-over-paint'];
        const wanted = house === 'everywhere' || (house === 'tops' && zone === 'top') || context.piece.wear[zone];
        return product.clearOver === 'needless' && over?.kind === 'clear' && !wanted
          ? [
              {
                step: over,
                sentence: `${where(over)}: ${product.name} needs no clear over it.`,
                fixes: [
                  {
                    name: 'Leave the clear coats out',
                    edits: later
                      .filter((s) => s.kind === 'clear')
                      .map((s) =>
                        ownExtraId(s.id) !== null
                          ? { do: 'remove-own' as const, extraId: ownExtraId(s.id)! }
                          : { do: 'drop' as const, stepId: s.id },
                      ),
                  },
                ],
              },
            ]
          : [];
      }),
  },
  {
    id: 'CMP-17',
    severity: 'advice',
    tag: 'T',
    why: 'A touched-up place shows by its shine, however well its colour matches.',
    remedies: ['Finish with a whole last coat'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const films = filmsIn(context, zone).filter((s) => s.kind === 'clear' || s.kind === 'paint');
        const last = films.at(-1);
        const whole = films.findLast((s) => s !== last && s.areaFrac === 1);
        const [a, b] = [last && productOf(context, last)?.sheen, whole && productOf(context, whole)?.sheen];
        if (!last || last.areaFrac === 1 || !a || !b || a === b) return [];
        return [
          {
            step: last,
            sentence: `${where(last)}: ${name(last)} touches up ${b} with ${a}; the place will show.`,
            fixes: [
              {
                name: 'Add a whole last coat',
                edits: [
                  {
                    do: 'insert' as const,
                    kind: last.kind,
                    zoneId: zone,
                    afterId: last.id,
                    productId: whole?.productId ?? last.productId,
                    method: whole?.method ?? last.method,
                    grit: null,
                  },
                ],
              },
            ],
          },
        ];
      }),
  },
  {
    id: 'CMP-18',
    severity: 'warn',
    tag: 'T',
    why: 'A thin colour over a strong one is shifted by it; its complement cancels it first.',
    remedies: ['Neutralise it first'],
    check: offending(
      'before',
      (s) => (s.kind === 'recolour-leather' || s.kind === 'colour-wash') && s.ordinal === 1,
      (s, step, c) => {
        const cancelled = s.layers.some((l) => l.stepId?.includes('/neutralise/'));
        const strong =
          step.kind === 'recolour-leather'
            ? s.layers.some((l) => l.old !== null && l.old !== 'wax')
            : c.piece.looks[step.zoneId!] === 'whitewashed' && goesPink(s.species.id, productOf(c, step));
        return (
          strong &&
          !cancelled &&
          !s.layers.some(
            (l) => l.stepId !== null && c.run.some((r) => r.step.id === l.stepId && r.step.kind === 'neutralise'),
          ) &&
          `${where(step)}: ${name(step)} lets ${step.kind === 'recolour-leather' ? 'the old colour' : `the red of ${s.species.name.toLowerCase()}`} show through.`
        );
      },
      (step, c) => [
        putBefore(c, step, [
          ['neutralise', step.kind === 'recolour-leather' ? onShelf(c, 'leather-colour') : onShelf(c, 'wash')],
        ]),
      ],
    ),
  },
  {
    id: 'CMP-21',
    severity: 'advice',
    tag: 'M',
    why: 'The matting of every coat adds up, and a thick build goes cloudy.',
    remedies: ['Build in gloss or satin, finish matt'],
    check: (context) =>
      workedZones(context).flatMap((zone) => {
        const clears = filmsIn(context, zone).filter((s) => s.kind === 'clear');
        const first = clears[0];
        const matt = clears.every((s) => productOf(context, s)?.sheen === 'matt');
        return first && matt && clears.length >= thickFrom
          ? [
              {
                step: first,
                sentence: `${where(first)}: ${clears.length} matt coats over each other will look cloudy.`,
                fixes: otherProduct(
                  context,
                  first,
                  (p) => p.sheen === 'satin' && p.carrier === productOf(context, first)?.carrier,
                ),
              },
            ]
          : [];
      }),
  },
];
