import { bleedShows } from '../../colour';
import { materialOf } from '../../piece';
import { blockOf } from '../blockTable';
import type { Wish } from '../fromShelf';
import type { House } from '../houseRules';
import { phase } from '../phases';
import type { Situation } from '../Situation';
import type { Pick, ZoneChain } from '../ZoneChain';
import { coats, pickClear } from './coats';
import { hasFills } from './repairs';
import { betweenCoatsGrit, isBare, overnightMin, primerGrit, type Stage } from './Stage';
import { sample } from './sample';

/** Coats of primer a surface asks for, by the school of the house. */
const primerCoats = (bare: boolean, house: House): number =>
  house['primer-coats'] === 'two' ? 2 : house['primer-coats'] === 'one' ? 1 : bare ? 2 : 1;

/** Bare, whole wood under a paint that is its own primer needs none. */
const takesPaintBare = (chain: ZoneChain, s: Situation): boolean =>
  isBare(s) &&
  !hasFills(s) &&
  s.surfaces.every((x) => x.material.kind === 'solid') &&
  chain.pick('paint', ['paint']).product?.traits.includes('own-primer') === true;

/** A coat under paint: which, how many, why. */
interface Undercoat {
  kind: 'block' | 'prime' | 'seal';
  picked: Pick;
  reason: string;
}

/** Whether what bleeds would show in the colour, in one of its bands, or in what is painted over them. */
const isPale = (chain: ZoneChain, s: Situation): boolean => {
  const over = s.additions.includes('taped-design') ? [null] : [];
  const ids = s.bands.length > 0 ? [...s.bands.map((b) => b.productId), ...over] : [null];
  return ids.some((id) => {
    const { product } = chain.pick('paint', ['paint'], 1, id === null ? {} : { id });
    return !product || (id !== null && product.id !== id) || bleedShows(product.colour);
  });
};

/** Primer, blocker or adhesion coat under paint; null where the house paints without. */
function undercoatOf(chain: ZoneChain, s: Situation, house: House): Undercoat | null {
  if (s.metal)
    return {
      kind: 'prime',
      picked: chain.pick('prime', ['metal-primer', 'primer'], 1),
      reason: 'Paint peels off metal without a metal primer, and waterborne paint lets it rust.',
    };
  if (s.flexible)
    return {
      kind: 'seal',
      picked: chain.pick('seal', ['sealer'], 1),
      reason: 'Cane drinks: a thin sealing coat, and the paint stays on top.',
    };
  if (s.bleeder && isPale(chain, s)) {
    const reason = `${s.bleeder} bleeds through paint: two blocking coats, and a night to show whether they hold.`;
    return { kind: 'block', picked: chain.pick('block', ['blocker'], 2, blockOf(s, house).wish), reason };
  }
  const bare = isBare(s) || (hasFills(s) && !s.slick);
  const board = s.surfaces.some((x) => materialOf(x.material.kind).board);
  if (house.primer === 'never' && !s.slick && !board) return null;
  if (house.primer === 'by-substrate' && takesPaintBare(chain, s)) return null;
  if (!bare && !s.slick && house['adhesion-coat'] === 'shellac')
    return {
      kind: 'seal',
      picked: chain.pick('seal', ['sealer'], 1),
      reason: 'House rule: clear shellac holds paint on a sound film.',
    };
  const wish: Wish = bare ? { not: 'bonding' } : { trait: 'bonding' };
  return {
    kind: 'prime',
    picked: chain.pick('prime', ['primer', 'blocker'], primerCoats(bare, house), wish),
    reason: s.slick
      ? 'Bonding primer is all that holds on laminate and foil.'
      : bare
        ? 'Bare or repaired surfaces drink the first coat of primer.'
        : 'Bonding primer holds on a sound, scuffed film.',
  };
}

/** What one place holds that primer shows, L (from memory). */
const foundL = 0.0005;

/** What the look over the primer led to: those places are filled, sanded and primed again. */
function mendFound(chain: ZoneChain, s: Situation, under: Pick): void {
  const count = s.foundAtInspection;
  if (count === 0) return;
  const { productId, method } = chain.pick('fill', ['filler-ready', 'filler-two-part']);
  chain.add(phase.paint, 'fill', {
    productId,
    method,
    count,
    fillL: count * foundL,
    fills: 'small',
    reason: 'Found when the primer was looked over.',
  });
  chain.addAbrasive(phase.paint, 'feather', {
    grit: primerGrit,
    byHand: true,
    areaFrac: 0.05,
    reason: 'Only round the new fills: the primer beside them stays.',
  });
  spotPrime(chain, count, 'A fill without primer drinks the paint and shows as a dull spot.', under);
}

/** Mended places get the primer that the rest has. */
function spotPrime(chain: ZoneChain, count: number, reason: string, under: Pick | null = null): void {
  const usual = chain.pick('spot-prime', ['primer', 'blocker'], null, { not: 'bonding' });
  const { productId, method } = under?.product && under.product.kind !== 'sealer' ? under : usual;
  chain.add(phase.paint, 'spot-prime', { productId, method, count, areaFrac: Math.min(1, 0.02 * count), reason });
}

/** The undercoats, the look over them, and the night a block is given. */
export const prime: Stage = (chain, s, house) => {
  if (s.ownership === 'commission') sample(chain, s, 'On a board, primed and painted as it will be');
  if (s.places('spot-prime') > 0)
    spotPrime(chain, s.places('spot-prime'), 'Where the film had flaked, the ground is bare: it is primed first.');
  if (s.tests?.silicone) {
    const { productId, method } = chain.pick('seal', ['sealer'], 1);
    chain.add(phase.paint, 'seal', {
      productId,
      method,
      reason: 'Silicone was found: shellac keeps it from the coats above.',
    });
  }
  const under = undercoatOf(chain, s, house);
  if (!under) return;
  const { kind, picked, reason } = under;
  for (let n = 1; n <= picked.coats; n += 1) {
    chain.add(phase.paint, kind, { productId: picked.productId, method: picked.method, of: picked.coats, reason });
    if (n > 1 || s.flexible) continue;
    chain.add(phase.paint, 'inspect', { reason: 'Primer shows what was missed: fill, sand and spot-prime it now.' });
    mendFound(chain, s, picked);
  }
  if (s.slick && !s.metal)
    chain.add(phase.paint, 'test', {
      test: 'adhesion',
      reason: 'Tape pressed on a scored cross and pulled off: better it fails now than under the paint.',
    });
  if (kind === 'block')
    chain.add(phase.paint, 'dry', {
      fixedWaitMin: overnightMin,
      reason: 'A block that fails shows overnight, not in an hour.',
    });
  if (kind !== 'seal')
    chain.addAbrasive(phase.paint, 'denib', {
      grit: primerGrit,
      byHand: true,
      reason: 'The texture of primer shows in the paint.',
    });
};

/** One colour. */
export const paint: Stage = (chain, s, house) =>
  coats(
    chain,
    phase.paint,
    'paint',
    chain.pick('paint', ['paint'], s.flexible ? 2 : null),
    house,
    ['The first coat of the colour sets its tone.', 'Two coats as a rule: the first never covers evenly.'],
    s.flexible ? 'never' : 'by-house',
  );

const blendCoats = 2;

/** Bands of colour: the first coat sets them out, the later ones are blended wet into each other. */
export const blend: Stage = (chain, s) => {
  const usual = chain.pick('paint', ['paint']);
  const bands = s.bands.length > 0 ? s.bands : [{ productId: usual.productId ?? '', shareFrac: 1 }];
  bands.forEach((band, i) => {
    const picked = chain.pick('paint', ['paint'], 1, { id: band.productId });
    const productId = band.productId || picked.productId;
    chain.add(phase.paint, 'paint', {
      productId,
      method: picked.method,
      areaFrac: band.shareFrac,
      reason: `Band ${i + 1} of ${bands.length}, from below: the first coat only sets the bands out.`,
    });
  });
  chain.addAbrasive(phase.paint, 'denib', {
    grit: betweenCoatsGrit,
    byHand: true,
    reason: 'Edges of the bands are levelled before they are blended.',
  });
  for (let n = 1; n <= blendCoats; n += 1)
    bands.forEach((band, i) => {
      const picked = chain.pick('paint', ['paint'], 1, { id: band.productId });
      chain.add(phase.paint, 'blend', {
        productId: band.productId || picked.productId,
        method: 'brush',
        areaFrac: band.shareFrac,
        of: blendCoats,
        ordinal: n,
        reason:
          i === 0
            ? 'One brush for each colour and one for blending, a fine mist, little paint, a wet edge.'
            : 'Into the band below while both are wet.',
      });
    });
};

/** A film over paint: where the house wants it, where something is laid on the paint, or on a used top. */
export const overPaint: Stage = (chain, s, house) => {
  const laidOn = s.additions.some((a) => a !== 'gilded-edges' && a !== 'applique' && a !== 'dark-waxed');
  const used = s.zoneId === 'top' || s.wear === 'used-top' || s.wear === 'wet' || s.wear === 'child-food';
  const needed = chain.pick('paint', ['paint']).product?.clearOver === 'needed';
  const cleared =
    laidOn || needed || house['clear-over-paint'] === 'everywhere' || (house['clear-over-paint'] === 'tops' && used);
  if (cleared && !s.flexible) {
    const words = used
      ? 'A used top needs clear over its paint.'
      : laidOn
        ? 'What lies on the paint needs a film over it.'
        : needed
          ? 'Its label asks for a clear over this paint.'
          : 'House rule: clear over every paint.';
    coats(chain, phase.clear, 'clear', pickClear(chain, s, house), house, [
      words,
      'Builds the film up to what the wear asks for.',
    ]);
  } else if (s.additions.includes('dark-waxed')) {
    const { productId, method } = chain.pick('seal', ['sealer'], 1);
    chain.add(phase.clear, 'seal', {
      productId,
      method,
      reason: 'Dark wax on bare paint stains it for ever: one sealing coat under it.',
    });
  } else if (house['wax-on-paint'] === 'yes' && !s.flexible) {
    const { productId, method } = chain.pick('wax', ['wax']);
    chain.add(phase.clear, 'wax', {
      productId,
      method,
      reason: 'House rule: wax is the last coat on paint. For display and light use only.',
    });
  }
};

/** A film over what was laid on whole faces. */
export const overDecoration: Stage = (chain, s, house) => {
  const decorative = s.zoneId === 'top' || s.wear !== null ? null : 2;
  coats(chain, phase.clear, 'clear', pickClear(chain, s, house, decorative), house, [
    'Paper, leaf and metal tarnish and soil without a film.',
    'Builds the film up to what the wear asks for.',
  ]);
};
