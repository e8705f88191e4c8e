import type { OldFinishKind, Product } from '../workshop';
import { kOverS, reflectanceOfKOverS } from './kubelkaMunk';
import { hazeOf, type Layer, physicsOf } from './Layer';
import { reflectanceOfHex } from './lab';
import { inWood, onWood, ownColour, scattering, tint, toned } from './productCurves';
import { each, type Spectrum, spectrumOf } from './spectrum';
import { colourKey, factorOf, meanFactor, type Theta, type Thetas } from './taught';
import type { Ground } from './woods';

/** Something on a surface: what was laid, or what came with it. */
export type Laid = Layer | { old: OldFinishKind };

/** What a layer does to what is seen. */
export type Effect =
  /** Adds to the K/S of bare wood; on a sealed one it is a film that lets so much through. */
  | { does: 'soak'; name: string; added: Spectrum; coats: number; onSealed: Spectrum }
  /** Takes light and throws none back. */
  | { does: 'filter'; through: Spectrum; haze: number | null }
  /** Scatters: a film of its own colour, power S·X. */
  | { does: 'cover'; masstone: Spectrum; power: number; hides: boolean }
  /** Multiplies the K/S of bare wood. */
  | { does: 'bleach'; factor: number }
  /** Lets in less of what comes after it. */
  | { does: 'condition'; factor: number }
  /** Nothing under it is seen. */
  | { does: 'replace'; by: Spectrum };

/** Over a sealed wood a stain leaves so much of its colour (common practice: much less; the share from memory). */
const onSealedShare = 0.25;
/** What a conditioner lets in (from memory). */
const conditioned = 0.6;
/** Absorption that one treatment with bleach leaves in wood (from memory). */
const bleached = 0.75;
/** Time a stain lies, for which its card holds, minutes (common practice: 5 to 15), and how its strength goes with it (from memory). */
const usualDwellMin = 10;
const dwellPower = 0.3;
/** Grit for which a card holds, and how strength falls with a finer one (from memory). */
const usualGrit = 180;
const gritPower = 0.35;
/** A colourant spreads so far where no rate is known, m² per litre (from memory). */
const usualSpread = 14;
/** From this share of hiding on a film's own face is seen: its card has that in it (from memory). */
const hidesFrom = 0.3;
/** Kubelka–Munk needs a masstone below one. */
const whitest = 0.9999;

const oldPaint = '#8f8a76';
const oldVarnish = '#7a4a22';
/** An old varnish has so much of that colour, and a wax (from memory). */
const varnishShare = 0.3;
const waxShare = 0.09;

/** One part of a layer, with its share of the whole and what sticks taught of it. */
interface Part {
  product: Product;
  share: number;
  theta: Theta | undefined;
}

const summed = (parts: readonly Part[], of: (p: Part) => Spectrum): Spectrum => {
  const curves = parts.map(of);
  return spectrumOf((i) => parts.reduce((sum, p, n) => sum + p.share * curves[n]![i]! * factorOf(p.theta, i), 0));
};
const passed = (absorbed: Spectrum, coats: number): Spectrum => each(absorbed, (a) => Math.exp(-a * coats));

/** Colour that goes into the wood: by how long it lies, and how coarse the wood was left. */
function soak(layer: Layer, parts: readonly Part[]): Effect {
  const strength =
    ((layer.dwellMin ?? usualDwellMin) / usualDwellMin) ** dwellPower *
    (usualGrit / (layer.grit ?? usualGrit)) ** gritPower;
  return {
    does: 'soak',
    name: parts[0]!.product.id,
    added: each(
      summed(parts, (p) => inWood(p.product)),
      (a) => a * strength,
    ),
    coats: layer.coats,
    onSealed: passed(
      summed(parts, (p) => onWood(p.product)),
      onSealedShare * layer.coats,
    ),
  };
}

/** A clear with its own tint, and what it was tinted with: a colourant in it is as thick as the coat of clear is beside one of its own. */
function filter(layer: Layer, parts: readonly Part[]): Effect {
  const { product } = parts[0]!;
  const spread = (p: Product) => p.spreadM2PerL?.likely ?? usualSpread;
  const absorbed = summed(parts, (p) => {
    if (p.product.kind === 'toner') return toned(p.product);
    if (physicsOf(p.product) === 'clear') return tint(p.product);
    return each(onWood(p.product), (a) => (a * spread(p.product)) / spread(product));
  });
  return { does: 'filter', through: passed(absorbed, layer.coats), haze: hazeOf[product.sheen ?? 'satin'] };
}

/** A film that scatters: two-constant Kubelka–Munk, K and S of its parts by their shares (Duncan 1940, recalled). */
function cover(layer: Layer, parts: readonly Part[]): Effect {
  const s = parts.map((p) => p.share * scattering(p.product) * meanFactor(p.theta));
  const power = s.reduce((sum, x) => sum + x, 0);
  const k = spectrumOf((i) =>
    parts.reduce(
      (sum, p, n) => sum + s[n]! * kOverS(ownColour(p.product)[i]!) * (factorOf(p.theta, i) / meanFactor(p.theta)),
      0,
    ),
  );
  return {
    does: 'cover',
    masstone: each(k, (x) => Math.min(whitest, reflectanceOfKOverS(x / power))),
    power: power * layer.coats,
    hides: parts[0]!.product.hidingFrac >= hidesFrom,
  };
}

/** What came with a piece: an old varnish deepens and yellows, an old paint is all that is seen. */
function old(kind: OldFinishKind): Effect | null {
  if (kind === 'none') return null;
  if (kind === 'paint' || kind === 'unknown') return { does: 'replace', by: reflectanceOfHex(oldPaint) };
  const share = kind === 'wax' ? waxShare : varnishShare;
  return { does: 'filter', through: each(reflectanceOfHex(oldVarnish), (r) => r ** share), haze: null };
}

/** What a layer does to what is seen; null: nothing. @param taught what sticks have taught */
export function effectOf(ground: Ground, layer: Laid, taught: Thetas): Effect | null {
  if ('old' in layer) return old(layer.old);
  const [first] = layer.parts;
  if (!first) return null;
  const whole = layer.parts.reduce((sum, p) => sum + p.parts, 0) + layer.thinnerParts;
  const parts = layer.parts.map(({ product, parts: n }) => ({
    product,
    share: n / whole,
    theta: taught(colourKey(product, ground)),
  }));
  switch (physicsOf(first.product)) {
    case 'nothing':
      return null;
    case 'bleach':
      return { does: 'bleach', factor: bleached ** layer.coats };
    case 'conditioner':
      return { does: 'condition', factor: conditioned };
    case 'in-wood':
      return soak(layer, parts);
    case 'clear':
      return filter(layer, parts);
    default:
      return cover(layer, parts);
  }
}
