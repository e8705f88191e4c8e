import type { Piece, Product } from '../workshop';
import { solidLadder, veneerLadder } from './grits';
import { type Phase, phase } from './phases';
import type { Situation } from './Situation';
import { type Pick, ZoneChain } from './ZoneChain';

const overnightMin = 12 * 60;
const sealedDryMin = 60;
const scuffGrit = 180;
const primerGrit = 220;
const betweenCoatsGrit = 320;

function clean(chain: ZoneChain, s: Situation): void {
  const { productId, method } = chain.pick('degrease', ['cleaner']);
  chain.add(phase.clean, 'degrease', {
    productId,
    method,
    reason: 'Grease driven into the wood by the first abrasive makes coats fail later.',
  });
  chain.add(phase.clean, 'rinse', { reason: 'Residue of the cleaner spoils adhesion.' });
  chain.add(phase.clean, 'dry-out', {
    fixedWaitMin: s.hasFinish ? sealedDryMin : overnightMin,
    reason: s.hasFinish ? 'A sealed surface dries in about an hour.' : 'Bare wood holds the rinse water overnight.',
  });
}

function glue(chain: ZoneChain, s: Situation): void {
  if (s.glued === 0) return;
  const { productId, method } = chain.pick('glue', ['glue']);
  chain.add(phase.glue, 'glue', {
    productId,
    method,
    count: s.glued,
    reason: 'What is loose tears under the abrasive, and glue smears show under stain: everything is glued first.',
  });
}

function dewax(chain: ZoneChain, s: Situation): void {
  if (!s.hasWax) return;
  chain.add(phase.takeOff, 'remove-residue', {
    reason: 'Wax or polish may be on it, and no film holds on wax: wipe down with mineral spirits and clean rags.',
  });
}

function strip(chain: ZoneChain, s: Situation): void {
  if (!s.chemical) {
    chain.add(phase.takeOff, 'scrape', {
      reason: 'On flat solid wood a scraper takes the old film off fastest and with the least mess.',
    });
    return;
  }
  const { productId, method } = chain.pick('strip-chemical', ['stripper']);
  for (let round = 1; round <= (s.thick ? 2 : 1); round += 1) {
    const first = s.veneer
      ? 'Sanding a film off veneer risks going through it: stripper lifts it instead.'
      : 'Stripper reaches shaped work and board that a scraper would spoil.';
    chain.add(phase.takeOff, 'strip-chemical', {
      productId,
      method,
      reason: round === 1 ? first : 'A thick film needs a second application.',
    });
    chain.add(phase.takeOff, 'scrape', { reason: 'With the grain only: across it the scraper chips.' });
  }
  chain.add(phase.takeOff, 'remove-residue', { reason: 'Stripper left in the pores eats the next coat.' });
  chain.add(phase.takeOff, 'dry-out', {
    fixedWaitMin: overnightMin,
    reason: 'The wet wash has to leave the wood before anything goes on.',
  });
}

/** Fills, where there are any, and says how they will show. */
function fill(chain: ZoneChain, s: Situation): void {
  const count = s.corners + s.dents;
  if (count === 0) return;
  const twoPart = s.look === 'painted' && s.corners > 0;
  const { productId, method } = chain.pick(
    'fill',
    twoPart ? ['filler-two-part', 'filler-ready'] : ['filler-ready', 'filler-two-part'],
    null,
    twoPart ? 'filler-two-part' : 'filler-ready',
  );
  const opaque = twoPart
    ? 'Corners and edges need the hard edge of two-part filler'
    : 'Ready-mixed filler levels dents';
  chain.add(phase.abrade, 'fill', {
    productId,
    method,
    count,
    reason:
      s.look === 'painted'
        ? `${opaque}; the last grit blends it in.`
        : 'Fills stay visible under clear and take no stain: keep them small. The last grit blends them in.',
  });
}

/** Bare wood: the ladder with the repairs before its last rung. A film that stays: repairs, then scuff. */
function abrade(chain: ZoneChain, s: Situation): void {
  if (s.look === 'leave') return;
  const bare = s.strips || !s.surfaces.some((x) => x.oldFinish.kind !== 'none' && x.oldFinish.kind !== 'wax');
  if (!bare) {
    fill(chain, s);
    chain.addAbrasive(phase.abrade, 'scuff', {
      grit: scuffGrit,
      byHand: true,
      reason: 'A sound film only needs a key for the next coat.',
    });
    return;
  }
  const { grits, byHand } = s.veneer ? veneerLadder(s.look, s.veneer.thicknessMm) : solidLadder(s.look);
  const why = byHand
    ? 'By hand: the veneer is thin or its thickness unknown.'
    : 'Each grit only takes out the scratches of the one before.';
  if (grits.length === 0) {
    fill(chain, s);
    chain.add(phase.abrade, 'de-dust', { reason: 'Nothing may be sanded off this veneer; it is only wiped clean.' });
    return;
  }
  grits.slice(0, -1).forEach((grit) => void chain.add(phase.abrade, 'sand', { grit, byHand, reason: why }));
  fill(chain, s);
  chain.addAbrasive(phase.abrade, 'sand', { grit: grits.at(-1)!, byHand, reason: why });
}

/** Coats of one product, with a light sanding after every second and before the last. */
function coats(
  chain: ZoneChain,
  at: Phase,
  kind: 'paint' | 'clear',
  picked: Pick,
  reasons: readonly [first: string, later: string],
): void {
  const { productId, method, product } = picked;
  for (let n = 1; n <= picked.coats; n += 1) {
    const last = n === picked.coats;
    // An enamel with a barred interval is recoated wet on tacky: sanding it in between would tear it.
    if (n > 1 && (n % 2 === 1 || last) && !product?.times.blockedMin) {
      chain.addAbrasive(at, 'denib', {
        grit: betweenCoatsGrit,
        byHand: true,
        reason: last ? 'The last coat shows every nib under it.' : 'Every second coat is sanded lightly.',
      });
    }
    chain.add(at, kind, { productId, method, of: picked.coats, reason: reasons[n === 1 ? 0 : 1] });
  }
}

function colourWood(chain: ZoneChain, s: Situation): void {
  const taped = s.zoneId !== 'interior' && s.neighbours.some((n) => n.look === 'painted');
  if (s.look === 'stained-clear') {
    if (s.species.some((x) => x.blotches)) {
      const conditioner = chain.pick('condition', ['conditioner']);
      chain.add(phase.colourWood, 'condition', {
        productId: conditioner.productId,
        method: conditioner.method,
        reason: `${s.species.find((x) => x.blotches)!.name} takes stain in blotches without it.`,
      });
    }
    const stain = chain.pick('stain', ['stain'], 1);
    for (let n = 1; n <= stain.coats; n += 1) {
      chain.add(phase.colourWood, 'stain', {
        productId: stain.productId,
        method: stain.method,
        of: stain.coats,
        reason: n === 1 ? 'Colour goes into bare wood, wiped off with the grain.' : 'A further coat darkens.',
      });
    }
  }
  if (!taped) return;
  const seal = chain.pick('seal', ['sealer']);
  const open =
    s.look === 'stained-clear'
      ? 'Tape may not lie on stain: one sealing coat locks it before the border is masked.'
      : 'Tape glue bonds into open grain: one sealing coat before the border is masked.';
  chain.add(phase.colourWood, 'seal', { productId: seal.productId, method: seal.method, reason: open });
}

/** How many clear coats the wear of a zone asks for by hand. */
const clearCoats = (s: Situation, product: Product | null): number =>
  s.zoneId === 'top' ? Math.max(3, product?.coats ?? 3) : (product?.coats ?? 3);

function clear(chain: ZoneChain, s: Situation): void {
  // The interior is finished before the outside is painted.
  const at = s.zoneId === 'interior' ? phase.colourWood : phase.clear;
  const first = chain.pick('clear', ['clear']);
  const picked = chain.pick('clear', ['clear'], clearCoats(s, first.product));
  coats(chain, at, 'clear', picked, ['The film that takes the wear.', 'Builds the film up to what the wear asks for.']);
}

function prime(chain: ZoneChain, s: Situation): void {
  const bleeder = s.species.find((x) => x.bleeds);
  const bare = s.strips || !s.hasFinish || s.corners + s.dents > 0;
  const kind = bleeder ? 'block' : 'prime';
  const picked = bleeder
    ? chain.pick('block', ['blocker'], 2)
    : chain.pick('prime', ['primer', 'blocker'], bare ? 2 : 1, bare ? 'water-primer' : 'bonding-primer');
  const reason = bleeder
    ? `${bleeder.name} bleeds through paint: two blocking coats, and a night to show whether they hold.`
    : bare
      ? 'Bare or repaired surfaces take two coats of primer.'
      : 'One coat of bonding primer holds on a sound, scuffed film.';
  for (let n = 1; n <= picked.coats; n += 1) {
    chain.add(phase.paint, kind, { productId: picked.productId, method: picked.method, of: picked.coats, reason });
    if (n === 1)
      chain.add(phase.paint, 'inspect', { reason: 'Primer shows what was missed: fill, sand and spot-prime it now.' });
  }
  chain.addAbrasive(phase.paint, 'denib', {
    grit: primerGrit,
    byHand: true,
    reason: 'The texture of primer shows in the paint.',
  });
}

function paint(chain: ZoneChain, s: Situation): void {
  prime(chain, s);
  coats(chain, phase.paint, 'paint', chain.pick('paint', ['paint']), [
    'The first coat of the colour sets its tone.',
    'Two coats as a rule: the first never covers evenly.',
  ]);
  if (s.zoneId !== 'top') return;
  const picked = chain.pick('clear', ['clear'], 3);
  coats(chain, phase.clear, 'clear', picked, [
    'A used top needs clear over its paint.',
    'Builds the film up to what the wear asks for.',
  ]);
}

/** The steps of one zone from dirty to finished, without what its neighbours ask for. */
export function planZone(piece: Piece, products: Readonly<Record<string, Product>>, s: Situation): ZoneChain {
  const chain = new ZoneChain(s.zoneId, piece.choices, products);
  if (s.look === 'leave') return chain;
  clean(chain, s);
  glue(chain, s);
  dewax(chain, s);
  if (s.strips) strip(chain, s);
  abrade(chain, s);
  if (s.look === 'painted') paint(chain, s);
  else {
    colourWood(chain, s);
    clear(chain, s);
  }
  return chain;
}
