import { asWideAsItsTag } from '../coverage';
import { certain, groupedBy, latestFirst, minuteOf, type Range } from '../units';
import type { LearnedFigure, Piece, Product, Tag, Workshop } from '../workshop';
import { believe, tenToNinety } from './believe';
import { coloursTaught } from './coloursTaught';
import { evidenceOf, suppliesEvidence } from './evidenceOf';
import { figureOf } from './figureKeys';
import { hidingAsTaught } from './hidingAsTaught';
import type { Evidence, FigureOf, Taught, TaughtFigure, TaughtWorkshop } from './Learned';

/** How far one coat, weighed, lies off another of the same kind, as a standard deviation of the logarithm (from memory). */
const litresScatter = 0.15;
/** The same of one sitting by the clock (from memory). */
const minutesScatter = 0.3;
/** The same of the time in which one film dries (from memory). */
const dryScatter = 0.3;
/** The same of what is used up of supplies from one count to the next (from memory). */
const usesScatter = 0.3;
/** The same of the coats in which a paint hides, judged by eye (from memory). */
const hidesScatter = 0.2;
/** How well typical minutes, and the time of a label in other air, are known: 10 to 90 % (from memory). */
const minutesPrior: Range = { low: 1 / 1.6, likely: 1, high: 1.6 };

/** How far one go lies off a figure that is known, as a standard deviation of the logarithm. */
const scatterOf = {
  litres: litresScatter,
  minutes: minutesScatter,
  dry: dryScatter,
  uses: usesScatter,
  hides: hidesScatter,
} as const;

const spreadOf = ({ low, high }: Range): number => Math.max(0.02, Math.log(high / low) / 2 / tenToNinety);

/** How well the typical amount of a product is known, times. */
function litresPrior(product: Product | undefined): { prior: Range; tag: Tag } {
  const from = product?.perPlaceL ?? product?.spreadM2PerL;
  if (!from || !(from.low > 0)) return { prior: { low: 1 / 1.25, likely: 1, high: 1.25 }, tag: 'M' };
  const wide = asWideAsItsTag(from);
  const times = { low: wide.low / wide.likely, likely: 1, high: wide.high / wide.likely };
  // Litres go against a spreading rate, and with an amount per place.
  const prior = product?.perPlaceL ? times : { low: 1 / times.high, likely: 1, high: 1 / times.low };
  return { prior: prior.high > prior.low ? prior : certain(1), tag: from.tag };
}

/** How well the coats are known in which a paint hides: as well as its contrast ratio is. */
function hidesPrior(product: Product | undefined): { prior: Range; tag: Tag } {
  const tag = product?.valueTags.hidingFrac ?? 'M';
  const { low, likely, high } = asWideAsItsTag({ low: 1, likely: 1, high: 1, tag });
  return { prior: { low: 1 / high, likely, high: 1 / low }, tag };
}

function priorOf(of: FigureOf, products: Workshop['products']): { prior: Range; tag: Tag } {
  if (of.kind === 'litres') return litresPrior(products[of.productId]);
  if (of.kind === 'hides') return hidesPrior(products[of.productId]);
  return { prior: minutesPrior, tag: 'M' };
}

/** What a log says is read once for as long as it stays as it is. */
const read = new WeakMap<Piece['log'], Evidence[]>();
function evidenceIn(piece: Piece): Evidence[] {
  const known = read.get(piece.log);
  if (known && (known.length === 0 || known[0]!.pieceId === piece.id)) return known;
  const made = evidenceOf(piece);
  read.set(piece.log, made);
  return made;
}

/** The figures of a workshop that its log says something of, with what is believed of each. */
export function learnedFrom({
  pieces,
  products,
  settings,
  supplies,
}: Pick<Workshop, 'pieces' | 'products' | 'settings' | 'supplies'>): TaughtFigure[] {
  const all = Object.values(pieces);
  const found = [...all.flatMap(evidenceIn), ...suppliesEvidence(Object.values(supplies), all)];
  const byKey = groupedBy(found, (e) => e.key);
  const said = settings.learning ?? {};
  return [...byKey].flatMap(([key, found]): TaughtFigure[] => {
    const of = figureOf(key);
    if (!of) return [];
    const own = said[key];
    const since = own?.since === undefined ? null : minuteOf(own.since);
    const evidence = found
      .map((e): Evidence => (since !== null && minuteOf(e.at) < since ? { ...e, left: 'forgotten' } : e))
      .sort((a, b) => -latestFirst(a.at, b.at));
    const counts = evidence.filter((e) => e.left === null);
    const { prior, tag } = priorOf(of, products);
    const scatter = scatterOf[of.kind];
    const observed = counts.map((e) => ({ logRatio: Math.log(e.actual / e.typical), share: e.share }));
    const belief = counts.length > 0 ? believe(spreadOf(prior), scatter, observed) : null;
    const frozen = own?.frozen;
    return [
      {
        key,
        of,
        prior,
        tag,
        evidence,
        belief: frozen ? { ...frozen, weights: belief?.weights ?? [] } : belief,
        frozen: frozen !== undefined,
      },
    ];
  });
}

/** A hundredth more or less is no other plan. */
const step = 0.01;
const settled = ({ factor, sdLog, count }: LearnedFigure): LearnedFigure => ({
  factor: Math.exp(Math.round(Math.log(factor) / step) * step),
  sdLog: Math.ceil(sdLog / step) * step,
  count,
});

const taughtBy = (figures: readonly TaughtFigure[]): Taught =>
  Object.fromEntries(figures.flatMap(({ key, belief }) => (belief ? [[key, settled(belief)]] : [])));

/**
 * A workshop whose plans are worked out with its own figures, as far as its log teaches them. What a frozen figure says holds without
 * any evidence.
 */
export function taughtWorkshop(workshop: Workshop): TaughtWorkshop {
  const frozen = Object.entries(workshop.settings.learning ?? {}).flatMap(([key, { frozen: own }]) =>
    own ? [[key, settled(own)] as const] : [],
  );
  const taught = { ...taughtBy(learnedFrom(workshop)), ...Object.fromEntries(frozen) };
  const colours = coloursTaught(workshop);
  if (Object.keys(taught).length === 0 && !colours) return workshop;
  const settings: TaughtWorkshop['settings'] = { ...workshop.settings };
  if (Object.keys(taught).length > 0) settings.taught = taught;
  if (colours) settings.colours = colours;
  return { ...workshop, settings, products: hidingAsTaught(workshop.products, taught) };
}

/**
 * An amount as the log teaches it: moved to where it lies, and as wide as the figure and one go of it deserve.
 * @returns the range as it was where nothing is known of the figure
 */
export function asTaught(range: Range, learned: LearnedFigure | undefined, kind: keyof typeof scatterOf): Range {
  if (!learned) return range;
  const likely = range.likely * learned.factor;
  const spread = Math.exp(tenToNinety * Math.hypot(learned.sdLog, scatterOf[kind]));
  return { low: likely / spread, likely, high: likely * spread };
}
