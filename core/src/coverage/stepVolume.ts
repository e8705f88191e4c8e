import { certain, DomainError, invertRange, multiplyRanges, type Range, scaleRange } from '../units';
import type { Method, Mixed, Product, SourcedRange, Step, Tag } from '../workshop';
import { reconcile } from './filmBuild';
import type { Working, WorkingInput } from './Working';

/** Share of the product that ends on the piece (from memory; HVLP: compliance threshold, South Coast AQMD Rule 1136). */
const transferEfficiency: Readonly<Record<Method, { value: number; tag: Tag }>> = {
  brush: { value: 0.92, tag: 'M' },
  roller: { value: 0.92, tag: 'M' },
  hvlp: { value: 0.65, tag: 'P' },
  aerosol: { value: 0.45, tag: 'M' },
  wipe: { value: 0.95, tag: 'M' },
};

/** What stays in tool, cup and pot each time it is filled, L (from memory). */
const toolLossL: Readonly<Record<Method, number>> = { brush: 0.02, roller: 0.05, hvlp: 0.04, aerosol: 0, wipe: 0.01 };

/** How much more the first coat takes on dry bare softwood or board (from memory). */
const thirstyFirstCoat: Range = { low: 1.3, likely: 1.6, high: 2 };

/** How well an area is known from three dimensions: 10 to 90 % (from memory). */
const areaSpread: Range = { low: 0.95, likely: 1, high: 1.08 };

/** Share of thinner in a mix, 0 to 1. */
const thinnerShare = ({ parts, thinnerParts }: Mixed): number =>
  thinnerParts / (parts.reduce((sum, p) => sum + p.parts, 0) + thinnerParts);

/** Larger than any furniture: what lies beyond is a mistake, m². */
const largestAreaM2 = 10_000;

/** Litres of product, and thinner, for one step. */
export interface StepVolume {
  productL: Range;
  thinnerL: Range;
  working: Working;
}

const input = (name: string, value: number, unit: string, tag: WorkingInput['tag']): WorkingInput => ({
  name,
  value,
  unit,
  tag,
});

/** By what factor an amount can be off at 10 and 90 %, at the least, by where it comes from (from memory). */
const leastFactor: Readonly<Record<Tag, number>> = { M: 1.25, T: 1.15, P: 1.1, label: 1.1, own: 1 };

/**
 * A range no narrower than its source deserves: a value from memory that names ± 5 % is not known to 5 %.
 * @returns the ends given, or those of its tag where they lie further out; what is the workshop's own stays as it is
 * Check: 10 from memory, 9.5 to 10.5 → 8 to 12.5
 */
export const asWideAsItsTag = ({ low, likely, high, tag }: SourcedRange): Range => ({
  low: Math.min(low, likely / leastFactor[tag]),
  likely,
  high: Math.max(high, likely * leastFactor[tag]),
});

/**
 * Litres one step takes: by the place for fillers and glue, else area over the practical spreading rate by brush,
 * times the ratio of transfer efficiencies, times what a thirsty surface drinks, plus what stays in the tool.
 * Thinner is added to the product, it does not stretch it: solids decide the film.
 * @param areaM2 area of the step, m², 0 to 10,000; over no area nothing is put on and nothing stays in a tool
 * @param thirstyFrac share of that area that is bare softwood or board under its first coat, 0 to 1
 * @param fillsTool the tool is filled for it; false: it goes on with a tool that is filled, and what stays in it is counted there
 * @returns 10–likely–90 %, L; undefined where the product has neither a rate nor an amount per place
 * @throws DomainError out_of_range (area, NaN included)
 * Check: 2 m² at 10 m²/L by brush on a sealed surface → 0.2 L + 0.02 L in the brush
 */
export function stepVolume(
  step: Step,
  product: Product,
  areaM2: number,
  thirstyFrac: number,
  fillsTool = true,
): StepVolume | undefined {
  if (!(areaM2 >= 0 && areaM2 <= largestAreaM2))
    throw new DomainError('out_of_range', 'areaM2', areaM2, `0 to ${largestAreaM2} m²`);
  if (step.fillL !== undefined && step.fillL > 0) return volumeOfFill(step.fillL, product);
  if (product.perPlaceL) return volumeByPlace(step, product, product.perPlaceL);
  if (!product.spreadM2PerL || !(product.spreadM2PerL.low > 0)) return undefined;
  const method = step.method ?? 'brush';
  const efficiency = transferEfficiency.brush.value / transferEfficiency[method].value;
  // Wiped products are rated as wiped: what the rag takes is in their rate.
  const methodFactor = method === 'wipe' ? 1 : efficiency;
  const thirst: Range = {
    low: 1 + (thirstyFirstCoat.low - 1) * thirstyFrac,
    likely: 1 + (thirstyFirstCoat.likely - 1) * thirstyFrac,
    high: 1 + (thirstyFirstCoat.high - 1) * thirstyFrac,
  };
  // Where the label names solids and a dry film, the film decides; the rate's own spread stays its spread.
  const byFilm = reconcile(product);
  const rate =
    byFilm.rateByFilmM2PerL === null
      ? asWideAsItsTag(product.spreadM2PerL)
      : scaleRange(asWideAsItsTag(product.spreadM2PerL), byFilm.rateByFilmM2PerL / product.spreadM2PerL.likely);
  // A spread in per cent has no meaning on nothing.
  const onPiece =
    areaM2 === 0 ? certain(0) : multiplyRanges([scaleRange(areaSpread, areaM2), invertRange(rate), thirst]);
  const lossL = areaM2 === 0 || !fillsTool ? 0 : toolLossL[method];
  const scaled = scaleRange(onPiece, methodFactor);
  const productL = { low: scaled.low + lossL, likely: scaled.likely + lossL, high: scaled.high + lossL };
  return {
    productL,
    // What is mixed is spread as a whole: its thinner is a part of it.
    thinnerL: scaleRange(
      productL,
      step.mixed ? thinnerShare(step.mixed) : (step.thinFrac ?? product.thinningFrac.value),
    ),
    working: {
      title: `${product.name}, one coat`,
      formula: 'area ÷ spreading rate × brush efficiency ÷ method efficiency × thirst + left in the tool',
      inputs: [
        input('area', areaM2, 'm²', 'measured'),
        ...(byFilm.rateByFilmM2PerL === null
          ? [input('spreading rate by brush', product.spreadM2PerL.likely, 'm²/L', product.spreadM2PerL.tag)]
          : [
              input('volume solids', product.volumeSolidsFrac!.value, '', product.volumeSolidsFrac!.tag),
              input('dry film of one coat', product.filmDryUm!.value, 'µm', product.filmDryUm!.tag),
              input('rate that these give by brush', rate.likely, 'm²/L', 'computed'),
              input('rate of the label', product.spreadM2PerL.likely, 'm²/L', product.spreadM2PerL.tag),
              input('by film against by rate', byFilm.apartFrac! * 100, '% more', 'computed'),
            ]),
        input('transfer efficiency by brush', transferEfficiency.brush.value, '', 'M'),
        input(
          `transfer efficiency, this method`,
          method === 'wipe' ? transferEfficiency.brush.value : transferEfficiency[method].value,
          '',
          transferEfficiency[method].tag,
        ),
        input('first coat on bare softwood or board', thirst.likely, '×', 'M'),
        input(fillsTool ? 'left in the tool' : 'left in the tool, counted where it was filled', lossL, 'L', 'M'),
        ...((step.thinFrac ?? product.thinningFrac.value) > 0
          ? [
              step.thinFrac === undefined
                ? input('thinner per litre', product.thinningFrac.value, 'L/L', product.thinningFrac.tag)
                : input('thinner per litre', step.thinFrac, 'L/L', 'own'),
            ]
          : []),
      ],
      result: { value: productL.likely, unit: 'L' },
      note: 'Range: 10 to 90 %, from the spread of area, rate and thirst taken as independent; a rate without a label or a log counts as known to a quarter.',
    },
  };
}

/** How much more filler is mixed than a hole holds: it stands proud, shrinks, and stays on the board (from memory). */
const overFill: Range = { low: 1.1, likely: 1.4, high: 2 };

function volumeOfFill(fillL: number, product: Product): StepVolume {
  const productL = scaleRange(overFill, fillL);
  return {
    productL,
    thinnerL: certain(0),
    working: {
      title: product.name,
      formula: 'what the places hold × overfill and waste',
      inputs: [
        input('what the places hold', fillL, 'L', 'measured'),
        input('overfill and waste', overFill.likely, '×', 'M'),
      ],
      result: { value: productL.likely, unit: 'L' },
    },
  };
}

function volumeByPlace(step: Step, product: Product, perPlace: SourcedRange): StepVolume {
  const productL = scaleRange(asWideAsItsTag(perPlace), step.count);
  return {
    productL,
    thinnerL: certain(0),
    working: {
      title: product.name,
      formula: 'places × amount per place',
      inputs: [
        input('places', step.count, '', 'measured'),
        input('amount per place', perPlace.likely, 'L', perPlace.tag),
      ],
      result: { value: productL.likely, unit: 'L' },
    },
  };
}

/**
 * Wet film of a coat for a wanted dry film.
 * @param filmDryUm dry film, µm, > 0
 * @param volumeSolidsFrac volume solids of the product, 0 < x ≤ 1
 * @param thinnerPerProduct litres of thinner per litre of product, ≥ 0
 * @returns µm; volumes taken as additive. Check: 35 µm at 0.35 with 0.1 → 110 µm
 */
export const filmWetUm = (filmDryUm: number, volumeSolidsFrac: number, thinnerPerProduct: number): number =>
  (filmDryUm * (1 + thinnerPerProduct)) / volumeSolidsFrac;
