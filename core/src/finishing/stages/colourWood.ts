import { pinkThrough } from '../../colour';
import type { OldFinishKind, Product } from '../../workshop';
import type { House } from '../houseRules';
import { lookRow } from '../lookTable';
import { phase } from '../phases';
import type { Situation } from '../Situation';
import type { ZoneChain } from '../ZoneChain';
import { byRecipe, hasAll } from './byRecipe';
import { coats, colourPhase, filmPhase, pickClear } from './coats';
import { betweenCoatsGrit, isBare, type Stage, waxedAgain } from './Stage';
import { sample } from './sample';
import { stainOf } from './stainOf';

const grainFill: Stage = (chain, s, house) => {
  if (!s.additions.includes('grain-filled')) return;
  const { productId, method } = chain.pick('grain-fill', ['grain-filler']);
  chain.add(colourPhase(house), 'grain-fill', {
    productId,
    method,
    reason: 'Open pores telegraph through a gloss: packed across the grain, and wiped off.',
  });
  chain.addAbrasive(colourPhase(house), 'denib', {
    grit: 220,
    byHand: true,
    reason: 'What stands above the pores is sanded off.',
  });
};

/** Conditioner of the stain's own carrier: an oil one under a water stain resists it. None under gel, which lies on the wood. */
function condition(chain: ZoneChain, s: Situation, house: House, stain: Product | null): void {
  if (!stain || stain.traits.includes('gel')) return;
  const blotchy = s.species.find((x) => x.blotches);
  const shown = s.treated.some((t) => t.damage.kind === 'blotchy-wood' && t.treatment.id === 'even');
  if (!shown && (house.conditioner === 'never' || (house.conditioner === 'blotchy' && !blotchy))) return;
  const { productId, method, product } = chain.pick('condition', ['conditioner'], null, { carrier: stain.carrier });
  if (product && product.carrier !== stain.carrier) return;
  const reason = shown
    ? 'It has shown that it takes stain in blotches.'
    : blotchy
      ? `${blotchy.name} takes stain in blotches without it.`
      : 'House rule: conditioner before every stain.';
  chain.add(colourPhase(house), 'condition', { productId, method, reason });
}

/** Oil stain under a clear coat waits by the school of the house, and never under the label. */
const stainWaitMin = (product: Product, house: House): number =>
  product.kind === 'stain' && product.carrier === 'oil' ? Number(house['stain-wait']) * 60 : 0;

const stain: Stage = (chain, s, house) => {
  sample(chain, s, 'On the same wood, sanded the same, with the clear on');
  if (s.recipe && hasAll(s.recipe, (id) => chain.productById(id)))
    return byRecipe(
      chain,
      s,
      house,
      s.recipe,
      (first) => condition(chain, s, house, first),
      (product) => stainWaitMin(product, house),
    );
  const picked = chain.pick('stain', ['stain'], 1, stainOf(s, house));
  condition(chain, s, house, picked.product);
  if (new Set(s.species.map((x) => x.id)).size > 1) {
    const dye = chain.pick('dye', ['dye'], 1);
    chain.add(colourPhase(house), 'dye', {
      productId: dye.productId,
      method: dye.method,
      reason: 'Woods of different undertone stand side by side: the light, yellow base goes on all of them first.',
    });
  }
  const wipe =
    house['stain-wipe'] === 'surplus-off' ? 'the surplus wiped off with the grain.' : 'worked in, and more left on it.';
  const fixedWaitMin = picked.product ? stainWaitMin(picked.product, house) : 0;
  for (let n = 1; n <= picked.coats; n += 1) {
    chain.add(colourPhase(house), 'stain', {
      productId: picked.productId,
      method: picked.method,
      of: picked.coats,
      fixedWaitMin,
      reason: n === 1 ? `Colour goes into bare wood, ${wipe}` : `A further coat darkens, ${wipe}`,
    });
  }
};

/** One sealing coat. */
export function seal(chain: ZoneChain, at: ReturnType<typeof colourPhase>, reason: string): void {
  const { productId, method } = chain.pick('seal', ['sealer'], 1);
  chain.add(at, 'seal', { productId, method, reason });
}

const tapedForPaint = (s: Situation, house: House): boolean =>
  house['top-or-base-first'] === 'top-first' &&
  s.zoneId !== 'interior' &&
  s.neighbours.some((n) => lookRow(n.look).painted);

/** Bare wood wetted with spirits shows, while it is wet, what a clear coat would show for good. */
const wetTest: Stage = (chain, s) => {
  if (!isBare(s) || !s.tools.includes('ventilation')) return;
  chain.add(phase.abrade, 'test', {
    test: 'wet',
    reason: 'Wiped with spirits: glue smears, scratches and the colour under clear show while it is wet.',
  });
  chain.add(phase.abrade, 'dry', { fixedWaitMin: spiritsOffMin, reason: 'The spirits leave the wood.' });
};

/** Spirits are off bare wood, minutes (from memory). */
const spiritsOffMin = 30;

/** Whether an odour is sealed in by a film of its own. */
export const sealsIn = (s: Situation): boolean =>
  s.treated.some((t) => t.treatment.id === 'wash-and-seal') && (!s.showsWood || s.look === 'washed');

/** An odour that washing leaves is kept in by shellac, where no clear coat does it. */
export const sealIn: Stage = (chain, s) => {
  if (!sealsIn(s)) return;
  seal(chain, phase.paint, 'What the wash leaves of an odour is sealed in: shellac keeps it from coming back.');
};

/** Cane that stripped unevenly is evened with a thin wash, wiped back at once. */
const toneCane: Stage = (chain, s, house) => {
  const at = colourPhase(house);
  sample(chain, s, 'On a hidden place of the cane');
  const wash = chain.pick('colour-wash', ['wash', 'glaze'], 2);
  for (let n = 1; n <= wash.coats; n += 1) {
    chain.add(at, 'colour-wash', {
      productId: wash.productId,
      method: wash.method,
      of: wash.coats,
      reason:
        n === 1
          ? 'A thin wash: cane that stripped unevenly comes out even.'
          : 'A second thin wash, where one is not enough.',
    });
    chain.add(at, 'wipe-back', { reason: 'Wiped back at once, before it sits in the weave.' });
  }
};

/** Natural or stained wood: colour, and a sealing coat where tape will lie on it. */
export const colourWood: Stage = (chain, s, house) => {
  // Stain, washcoat, filler: filler in bare wood would keep the stain out. Where all is one colour it goes in first.
  wetTest(chain, s, house);
  if (s.look === 'stained-clear') {
    stain(chain, s, house);
    if (s.additions.includes('grain-filled'))
      seal(
        chain,
        colourPhase(house),
        'A washcoat locks the stain, so that the filler colours the pores and not the wood.',
      );
  }
  grainFill(chain, s, house);
  if (s.tests?.silicone) seal(chain, colourPhase(house), 'Silicone was found: shellac keeps it from the coats above.');
  else if (tapedForPaint(s, house)) seal(chain, colourPhase(house), sealedForTape(s));
  else if (s.additions.some((a) => needsSealedGround.includes(a)))
    seal(
      chain,
      colourPhase(house),
      'What is laid on needs a sealed ground: from bare wood it cannot be wiped or lifted.',
    );
};

const needsSealedGround: readonly Situation['additions'][number][] = ['glazed', 'stencilled', 'transfer', 'lined'];
const sealedForTape = (s: Situation): string =>
  s.look === 'stained-clear'
    ? 'Tape may not lie on stain: one sealing coat locks it before the border is masked.'
    : 'Tape glue bonds into open grain: one sealing coat before the border is masked.';

/** An old finish that stays gets a barrier, since its kind is seldom certain. */
export const refresh: Stage = (chain, s, house) => {
  const why = isBare(s) ? 'The old finish came off here after all: bare wood is sealed first.' : barrierUnder(s);
  if (why && !keepsShellac(s)) seal(chain, colourPhase(house), why);
};

/** What of an old film asks for a barrier of dewaxed shellac before a new one; null: nothing does. */
function barrierUnder(s: Situation): string | null {
  if (s.tests?.silicone) return 'Silicone was found: shellac keeps it from the coats above.';
  const has = (kind: OldFinishKind) => s.surfaces.some((x) => x.oldFinish.kind === kind);
  if (has('unknown'))
    return 'What the old finish is is not known: dewaxed shellac holds on almost any, and almost any clear on it.';
  if (has('wax')) return 'Wax may be left in the pores: dewaxed shellac holds on it, and clear on the shellac.';
  return has('shellac') ? 'Old shellac may hold wax: dewaxed shellac melts into it, and clear holds on that.' : null;
}

/** Old shellac that has no more to bear than shellac does is coated with shellac. */
const keepsShellac = (s: Situation): boolean =>
  s.hasFilm &&
  !isBare(s) &&
  s.surfaces.every((x) => x.oldFinish.kind === 'shellac') &&
  s.zoneId !== 'top' &&
  (s.wear === null || s.wear === 'display' || s.wear === 'furniture') &&
  !s.tests?.silicone;

/** New coats by what a zone has to bear, over a film that stays: a top gets all that its wear asks for, the rest one less. */
const overKept = (s: Situation): number =>
  s.wear === 'wet'
    ? 4
    : s.wear === 'used-top' || s.wear === 'child-food' || (s.wear === null && s.zoneId === 'top')
      ? 3
      : 2;

/** Two new coats over an old finish. */
export const refreshClear: Stage = (chain, s, house) =>
  coats(
    chain,
    filmPhase(s, house),
    'clear',
    keepsShellac(s)
      ? chain.pick('clear', ['clear'], 2, { carrier: 'alcohol' }, 'wipe')
      : pickClear(chain, s, house, overKept(s)),
    house,
    [
      keepsShellac(s) ? 'Shellac melts into the old shellac: one film, and nothing to lift.' : 'New film over the old.',
      'Builds the film up to what the wear asks for.',
    ],
    'by-house',
    true,
  );

/** Colour in the film instead of the wood: over a barrier on what stays, or on sealed wood. */
export const tone: Stage = (chain, s, house) => {
  if (s.flexible) return toneCane(chain, s, house);
  const at = colourPhase(house);
  sample(chain, s, 'On the same wood, sealed the same');
  const why = isBare(s) ? 'Toner on bare wood goes in unevenly: it lies on a sealing coat.' : barrierUnder(s);
  if (why) seal(chain, at, why);
  coats(
    chain,
    at,
    'tone',
    chain.pick('tone', ['toner']),
    house,
    ['Thin coats, each a little darker: stopped when it matches.', 'A further coat deepens the tone.'],
    'never',
  );
};

/** Bare wood under wax is sealed first, so that the wax stays on top. */
export const sealForWax: Stage = (chain, s, house) => {
  if (!waxedAgain(s)) seal(chain, colourPhase(house), 'Wax on bare wood takes dirt: a sealing coat keeps it on top.');
};

/** Wax as the finish. */
export const wax: Stage = (chain, s) => {
  if (!waxedAgain(s))
    chain.addAbrasive(phase.clear, 'denib', {
      grit: betweenCoatsGrit,
      byHand: true,
      reason: 'Nibs in the sealer would show through the wax.',
    });
  const { productId, method } = chain.pick('wax', ['wax']);
  chain.add(phase.clear, 'wax', {
    productId,
    method,
    reason: 'Wax alone is for light use: it bears neither heat nor drink.',
  });
};

/** A wood whose own red shows pink through the wash it gets. */
const reddish = (s: Situation, wash: Product | null): string | null =>
  (wash && s.species.find((x) => pinkThrough({ speciesId: x.id, state: 'usual', read: null }, wash))?.name) ?? null;

/** A thin pale wash, wiped back with the grain: what bleeds is blocked, what is red is cancelled first. */
export const whitewash: Stage = (chain, s, house) => {
  const at = colourPhase(house);
  sample(chain, s, 'On the same wood, with its block and its clear on');
  if (s.bleeder) {
    const block = chain.pick('seal', ['sealer'], 2);
    for (let n = 1; n <= Math.max(2, block.coats); n += 1)
      chain.add(at, 'seal', {
        productId: block.productId,
        method: block.method,
        of: Math.max(2, block.coats),
        reason: `${s.bleeder} bleeds into pale coats: two coats of clear shellac, and a night to show whether they hold.`,
      });
    chain.add(at, 'dry', { fixedWaitMin: 12 * 60, reason: 'A block that fails shows overnight.' });
  } else seal(chain, at, 'On a sealing coat the wash can be wiped back evenly.');
  const wash = chain.pick('colour-wash', ['wash'], 1);
  const red = reddish(s, wash.product);
  if (red) {
    const cancel = chain.pick('neutralise', ['wash', 'glaze'], 1);
    chain.add(at, 'neutralise', {
      productId: cancel.productId,
      method: cancel.method,
      reason: `${red} shows pink through a pale wash, sealed or not: a little green in the first round cancels it.`,
    });
  }
  for (let n = 1; n <= wash.coats; n += 1) {
    chain.add(at, 'colour-wash', {
      productId: wash.productId,
      method: wash.method,
      of: wash.coats,
      reason: 'Brushed on thin, a board at a time.',
    });
    chain.add(at, 'wipe-back', { reason: 'Wiped back at once with the grain, so that the pores keep it.' });
  }
};
