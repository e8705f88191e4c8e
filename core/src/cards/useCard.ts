import { layersOf, recipeKinds } from '../colour';
import { lookNames, lookRow } from '../finishing';
import { finishNames, materialOf, speciesById, surfaceOfZone, zoneNames } from '../piece';
import { isGone, leftL, usableUntilMin } from '../stock';
import { formatTemperature, formatVolume, type UnitSystem } from '../units';
import type { ColourRecipe, Container, FinishCard, LogEntry, Piece, Product, StepKindId, ZoneId } from '../workshop';
import { litresPerM2 } from './finishCard';

/** What the finish of a card sets on a zone of another piece. */
export interface CardOn {
  look: FinishCard['look'];
  additions: FinishCard['additions'];
  effects: FinishCard['effects'];
  /** By kind of step, as a piece keeps them. */
  choices: Partial<
    Record<
      StepKindId,
      { productId: string; coats: number; method: Product['methods'][number] | null; thinned: (number | null)[] }
    >
  >;
  /** The recipe of its colour, where all of it is known here; null: none, or not. */
  recipe: ColourRecipe | null;
}

/** One thing that is not as it was when the card was made. */
export interface CardDifference {
  about: 'unfinished' | 'look' | 'wood' | 'ground' | 'product' | 'shelf' | 'batch' | 'air' | 'went-wrong';
  sentence: string;
}

export interface CardTarget {
  piece: Piece;
  zoneId: ZoneId;
  /** Area of the zone, m². */
  areaM2: number;
  products: Readonly<Record<string, Product>>;
  containers: readonly Container[];
  /** The air it will be worked in; null: not known. */
  air: LogEntry['air'];
  unitSystem: UnitSystem;
  nowMin: number;
}

type CardProduct = NonNullable<FinishCard['steps'][number]['product']>;

/** A product for one that is gone: of its kind and carrier; undefined: there is none. */
const insteadOf = (gone: CardProduct, products: CardTarget['products']): Product | undefined =>
  Object.values(products)
    .filter((p) => p.kind === gone.kind && p.carrier === gone.carrier)
    .sort((a, b) => (a.id < b.id ? -1 : 1))[0];

const productsOf = (card: FinishCard): CardProduct[] => [
  ...new Map(card.steps.flatMap((s) => (s.product ? [[s.product.id, s.product] as const] : []))).values(),
];

/** What of a finish carries over to a zone: all that this workshop still has, and the nearest to what it has not. */
export function cardOn(card: FinishCard, products: CardTarget['products']): CardOn {
  const byId = new Map(productsOf(card).map((p) => [p.id, p]));
  const choices: CardOn['choices'] = {};
  for (const [kind, own] of Object.entries(card.chosen) as [
    StepKindId,
    NonNullable<FinishCard['chosen'][StepKindId]>,
  ][]) {
    const gone = byId.get(own.productId);
    const product = products[own.productId] ?? (gone && insteadOf(gone, products));
    if (!product) continue;
    const method = own.method !== null && product.methods.includes(own.method) ? own.method : null;
    choices[kind] = { productId: product.id, coats: own.coats, method, thinned: [...own.thinned] };
  }
  const recipe = card.recipe && layersOf(card.recipe.layers, products) ? card.recipe : null;
  if (recipe) for (const kind of recipeKinds) delete choices[kind];
  return { look: card.look, additions: [...card.additions], effects: { ...card.effects }, choices, recipe };
}

function groundDifferences(card: FinishCard, { piece, zoneId }: CardTarget): CardDifference[] {
  const own = surfaceOfZone(piece, zoneId);
  const told: CardDifference[] = [];
  const barred = lookRow(card.look).barred(own);
  if (barred !== null) told.push({ about: 'look', sentence: `${lookNames[card.look]} does not go here: ${barred}` });
  const name = (s: FinishCard['ground']) =>
    (s.material.speciesId && speciesById(s.material.speciesId).name.toLowerCase()) ||
    materialOf(s.material.kind).name.toLowerCase();
  const [then, now] = [name(card.ground), name(own)];
  if (then !== now)
    told.push({
      about: 'wood',
      sentence: lookRow(card.look).showsWood
        ? `This is ${now}, the card was made on ${then}: its colour comes out otherwise. Make a stick first.`
        : `This is ${now}, the card was made on ${then}: the plan primes and fills for ${now}.`,
    });
  const film = (s: FinishCard['ground']) => finishNames[s.oldFinish.kind].toLowerCase();
  if (card.ground.oldFinish.kind !== own.oldFinish.kind)
    told.push({
      about: 'ground',
      sentence: `There was ${film(card.ground)} on it then, here it is ${film(own)}: what goes before the first coat is planned for that.`,
    });
  return told;
}

function productDifferences(card: FinishCard, target: CardTarget): CardDifference[] {
  const { products, containers, nowMin, areaM2, unitSystem } = target;
  return productsOf(card).flatMap((was): CardDifference[] => {
    const product = products[was.id];
    if (!product) {
      const other = insteadOf(was, products);
      return [
        {
          about: 'product',
          sentence: other
            ? `${was.name} is not among the products any more: ${other.name} takes its place.`
            : `${was.name} is not among the products any more, and nothing like it: choose another one in the plan.`,
        },
      ];
    }
    const cans = containers.filter((c) => c.productId === was.id && !isGone(c) && leftL(c) > 0);
    const aged = cans.filter((c) => {
      const until = usableUntilMin(c, product);
      return until !== null && until < nowMin;
    });
    const told: CardDifference[] = [];
    if (cans.length > 0 && aged.length === cans.length)
      told.push({ about: 'shelf', sentence: `What is left of ${product.name} is past its date: buy it fresh.` });
    const batches = [...new Set(card.steps.filter((s) => s.product?.id === was.id).flatMap((s) => s.batch ?? []))];
    const perM2 = litresPerM2(card, was.id);
    if (batches.length > 0) {
      const same = cans.filter((c) => c.batch !== null && batches.includes(c.batch));
      const left = same.reduce((sum, c) => sum + leftL(c), 0);
      const need = perM2 === null ? null : perM2 * areaM2;
      const amount = (x: number) => formatVolume(x, unitSystem);
      const named = batches.join(', ');
      if (left === 0)
        told.push({
          about: 'batch',
          sentence: `Nothing of batch ${named} of ${product.name} is left: another one may differ.`,
        });
      else if (need !== null)
        told.push({
          about: 'batch',
          sentence:
            left >= need
              ? `Of batch ${named} ${amount(left)} are left, and ${amount(need)} are needed: enough.`
              : `Of batch ${named} ${amount(left)} are left, and ${amount(need)} are needed: mix it with the next one before the first coat.`,
        });
    }
    return told;
  });
}

/** Air that differs by more than this is said: K, and share of humidity (our choice). */
const [otherK, otherHum] = [5, 0.2];

function airDifference(card: FinishCard, { air, unitSystem }: CardTarget): CardDifference[] {
  const then = card.steps.flatMap((s) => (s.air && s.product ? [s.air] : []));
  if (!air || then.length === 0) return [];
  const mean = (of: (a: NonNullable<LogEntry['air']>) => number) =>
    then.reduce((sum, a) => sum + of(a), 0) / then.length;
  const [wasC, wasHum] = [mean((a) => a.airTempC), mean((a) => a.relHumFrac)];
  if (Math.abs(wasC - air.airTempC) <= otherK && Math.abs(wasHum - air.relHumFrac) <= otherHum) return [];
  const words = (t: number, h: number) => `${formatTemperature(t, unitSystem)} and ${Math.round(h * 100)} %`;
  return [
    {
      about: 'air',
      sentence: `It was laid at ${words(wasC, wasHum)}, now it is ${words(air.airTempC, air.relHumFrac)}: it flows and dries otherwise.`,
    },
  ];
}

/** What differs between a card and the zone it is to go on: wood, film below, products, shelf, batch, air, and what went wrong then. */
export function cardDifferences(card: FinishCard, target: CardTarget): CardDifference[] {
  const wrong = card.steps.filter((s) => s.seen.length > 0 || s.note !== '');
  const unfinished =
    card.toCome > 0
      ? [
          {
            about: 'unfinished' as const,
            sentence: `The card was made before the finish was complete: ${card.toCome} steps were still to come.`,
          },
        ]
      : [];
  return [
    ...unfinished,
    ...groundDifferences(card, target),
    ...productDifferences(card, target),
    ...airDifference(card, target),
    ...wrong.map(
      (s): CardDifference => ({ about: 'went-wrong', sentence: `Noted then at “${s.what.toLowerCase()}”: ${s.note}` }),
    ),
  ];
}

/** What a card is called: "Ticket-office cupboard, carcass". */
export const cardName = ({ pieceName, zoneId }: Pick<FinishCard, 'pieceName' | 'zoneId'>): string =>
  `${pieceName}, ${zoneNames[zoneId].toLowerCase()}`;
