import { solidLadder, veneerLadder } from './grits';
import type { House } from './houseRules';
import { type Phase, phase } from './phases';
import type { Situation } from './Situation';
import type { Pick, ZoneChain } from './ZoneChain';

const overnightMin = 12 * 60;
const sealedDryMin = 60;
const primerGrit = 220;
const betweenCoatsGrit = 320;

/** Stages of one zone, each reading the situation and the house rules. */
type Stage = (chain: ZoneChain, s: Situation, house: House) => void;

/** Whether the abrasives of this zone meet bare wood or board: nothing on it, or wax only, or what was on it comes off. */
const isBare = (s: Situation): boolean =>
  s.strips || !s.surfaces.some((x) => x.oldFinish.kind !== 'none' && x.oldFinish.kind !== 'wax');

const clean: Stage = (chain, s) => {
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
};

const glue: Stage = (chain, s) => {
  if (s.glued === 0) return;
  const { productId, method } = chain.pick('glue', ['glue']);
  chain.add(phase.glue, 'glue', {
    productId,
    method,
    count: s.glued,
    reason: 'What is loose tears under the abrasive, and glue smears show under stain: everything is glued first.',
  });
};

const dewax: Stage = (chain, s) => {
  if (!s.hasWax) return;
  chain.add(phase.takeOff, 'remove-residue', {
    reason: 'Wax or polish may be on it, and no film holds on wax: wipe down with mineral spirits and clean rags.',
  });
};

const stripChemically: Stage = (chain, s) => {
  const { productId, method } = chain.pick('strip-chemical', ['stripper']);
  const first = s.veneer
    ? 'Sanding a film off veneer risks going through it: stripper lifts it instead.'
    : s.chemical
      ? 'Stripper reaches shaped work and board that a scraper would spoil.'
      : 'House rule: solid wood is stripped chemically here.';
  for (let round = 1; round <= (s.thick ? 2 : 1); round += 1) {
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
};

const strip: Stage = (chain, s, house) => {
  if (!s.strips) return;
  if (s.chemical || house['strip-solid'] === 'chemical') stripChemically(chain, s, house);
  else if (house['strip-solid'] === 'abrasive')
    chain.add(phase.takeOff, 'sand', { grit: 60, reason: 'House rule: the film is taken off with coarse abrasive.' });
  else
    chain.add(phase.takeOff, 'scrape', {
      reason: 'On flat solid wood a scraper takes the old film off fastest and with the least mess.',
    });
};

/** Fills, where there are any, and says how they will show. */
const fill: Stage = (chain, s, house) => {
  const count = s.corners + s.dents;
  if (count === 0) return;
  const twoPart = s.look === 'painted' && s.corners > 0 && house['filler-edges'] === 'two-part';
  const jobs = twoPart
    ? (['filler-two-part', 'filler-ready'] as const)
    : (['filler-ready', 'filler-two-part'] as const);
  const { productId, method } = chain.pick('fill', jobs, null, jobs[0]);
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
};

const scuff = (chain: ZoneChain, at: Phase, house: House): void =>
  chain.addAbrasive(at, 'scuff', {
    grit: Number(house['scuff-grit']),
    byHand: true,
    reason: 'A sound film only needs a key for the next coat.',
  });

/** Bare wood: the ladder with the repairs before its last rung, or before all of it. */
const sandBare: Stage = (chain, s, house) => {
  const look = s.look === 'painted' || s.look === 'stained-clear' ? s.look : 'natural-clear';
  const { grits, byHand } = s.veneer ? veneerLadder(look, s.veneer.thicknessMm) : solidLadder(look, house.ladder);
  const why = byHand
    ? 'By hand: the veneer is thin or its thickness unknown.'
    : 'Each grit only takes out the scratches of the one before.';
  if (house['repairs-in-ladder'] === 'before-all' || grits.length === 0) fill(chain, s, house);
  if (grits.length === 0) {
    chain.add(phase.abrade, 'de-dust', { reason: 'Nothing may be sanded off this veneer; it is only wiped clean.' });
    return;
  }
  for (const grit of grits.slice(0, -1)) chain.add(phase.abrade, 'sand', { grit, byHand, reason: why });
  if (house['repairs-in-ladder'] === 'before-last') fill(chain, s, house);
  chain.addAbrasive(phase.abrade, 'sand', { grit: grits.at(-1)!, byHand, reason: why });
};

/** Whether a film that stays is scuffed before it is washed: only where nothing is filled, since fills want the scuff last. */
const scuffsFirst = (s: Situation, house: House): boolean =>
  house['clean-or-scuff'] === 'scuff-first' && !isBare(s) && s.corners + s.dents + s.glued === 0;

const abrade: Stage = (chain, s, house) => {
  if (isBare(s)) return sandBare(chain, s, house);
  if (scuffsFirst(s, house)) return;
  fill(chain, s, house);
  scuff(chain, phase.abrade, house);
};

/** Whether a coat is preceded by a light sanding, by the school of the house. */
function sandsBefore(n: number, of: number, picked: Pick, house: House): boolean {
  // An enamel with a barred interval is recoated wet on tacky: sanding it in between would tear it.
  if (n === 1 || picked.product?.times.blockedMin || house['between-coats'] === 'faults') return false;
  return house['between-coats'] === 'every' || n % 2 === 1 || n === of;
}

/** Coats of one product with the light sandings between them. */
function coats(
  chain: ZoneChain,
  at: Phase,
  kind: 'paint' | 'clear',
  picked: Pick,
  house: House,
  reasons: readonly [first: string, later: string],
): void {
  const { productId, method } = picked;
  for (let n = 1; n <= picked.coats; n += 1) {
    if (sandsBefore(n, picked.coats, picked, house)) {
      const reason =
        n === picked.coats ? 'The last coat shows every nib under it.' : 'Coats are sanded lightly on the way.';
      chain.addAbrasive(at, 'denib', { grit: betweenCoatsGrit, byHand: true, reason });
    }
    chain.add(at, kind, { productId, method, of: picked.coats, reason: reasons[n === 1 ? 0 : 1] });
  }
}

const condition: Stage = (chain, s, house) => {
  const blotchy = s.species.find((x) => x.blotches);
  if (house.conditioner === 'never' || (house.conditioner === 'blotchy' && !blotchy)) return;
  const { productId, method } = chain.pick('condition', ['conditioner']);
  const reason = blotchy
    ? `${blotchy.name} takes stain in blotches without it.`
    : 'House rule: conditioner before every stain.';
  chain.add(colourPhase(house), 'condition', { productId, method, reason });
};

const stainIds = { oil: 'oil-stain', gel: 'gel-stain', water: 'water-stain' } as const;

const stain: Stage = (chain, s, house) => {
  chain.add(colourPhase(house), 'make-sample', {
    reason: 'On the same wood, sanded the same, with the clear on: colour is never tried on the piece first.',
  });
  condition(chain, s, house);
  const picked = chain.pick('stain', ['stain'], 1, stainIds[house.darken]);
  const wipe =
    house['stain-wipe'] === 'surplus-off' ? 'the surplus wiped off with the grain.' : 'worked in, and more left on it.';
  // Oil stain under a clear coat waits by the school of the house, and never under the label.
  const fixedWaitMin = picked.product?.carrier === 'oil' ? Number(house['stain-wait']) * 60 : 0;
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

/** Wood is coloured before its neighbours are painted, or after them, by the school of the house. */
const colourPhase = (house: House): Phase =>
  house['top-or-base-first'] === 'top-first' ? phase.colourWood : phase.clear;

const colourWood: Stage = (chain, s, house) => {
  if (s.look === 'stained-clear') stain(chain, s, house);
  const taped =
    house['top-or-base-first'] === 'top-first' &&
    s.zoneId !== 'interior' &&
    s.neighbours.some((n) => n.look === 'painted');
  if (!taped) return;
  const { productId, method } = chain.pick('seal', ['sealer']);
  const reason =
    s.look === 'stained-clear'
      ? 'Tape may not lie on stain: one sealing coat locks it before the border is masked.'
      : 'Tape glue bonds into open grain: one sealing coat before the border is masked.';
  chain.add(phase.colourWood, 'seal', { productId, method, reason });
};

const topClearIds = {
  water: 'waterborne-satin-clear',
  oil: 'wiping-clear',
  lacquer: 'brushing-lacquer',
  shellac: 'shellac-clear',
} as const;
const clearMethods = { pad: 'wipe', brush: 'brush', spray: 'hvlp' } as const;

/** The clear of a zone: by the house on tops, by the house's way of laying it on where its label allows that. */
function pickClear(chain: ZoneChain, s: Situation, house: House, least: number): Pick {
  const usual = s.zoneId === 'top' ? topClearIds[house['top-clear']] : topClearIds.water;
  const first = chain.pick('clear', ['clear'], null, usual, clearMethods[house['clear-by']]);
  return chain.pick(
    'clear',
    ['clear'],
    Math.max(least, first.product?.coats ?? least),
    usual,
    clearMethods[house['clear-by']],
  );
}

const clear: Stage = (chain, s, house) => {
  const early = s.zoneId === 'interior' && house['interior-first'] === 'before';
  const laid =
    house['flat-clear'] === 'full'
      ? 'Laid on full, bubbles lifted with light last strokes.'
      : 'Thin coats; streaks are sanded.';
  coats(
    chain,
    early ? colourPhase(house) : phase.clear,
    'clear',
    pickClear(chain, s, house, s.zoneId === 'top' ? 3 : 1),
    house,
    [`The film that takes the wear. ${laid}`, 'Builds the film up to what the wear asks for.'],
  );
  if (s.zoneId === 'top' && house['top-clear'] === 'shellac') {
    const { productId, method } = chain.pick('wax', ['wax']);
    chain.add(phase.clear, 'wax', {
      productId,
      method,
      reason: 'House rule: shellac and wax. It bears neither alcohol nor heat.',
    });
  }
};

/** An old finish that stays: a barrier, since its kind is seldom certain, and two coats over it. */
const refresh: Stage = (chain, s, house) => {
  const { productId, method } = chain.pick('seal', ['sealer']);
  chain.add(colourPhase(house), 'seal', {
    productId,
    method,
    reason: 'Dewaxed shellac holds on almost any old finish, and almost any clear holds on it.',
  });
  const usual = s.zoneId === 'top' ? topClearIds[house['top-clear']] : topClearIds.water;
  const picked = chain.pick('clear', ['clear'], 2, usual, clearMethods[house['clear-by']]);
  coats(chain, phase.clear, 'clear', picked, house, [
    'New film over the old.',
    'Builds the film up to what the wear asks for.',
  ]);
};

/** Bare wood under wax: sealed first, so that the wax stays on top. */
const wax: Stage = (chain, _s, house) => {
  const seal = chain.pick('seal', ['sealer']);
  chain.add(colourPhase(house), 'seal', {
    productId: seal.productId,
    method: seal.method,
    reason: 'Wax on bare wood takes dirt: a sealing coat keeps it on top.',
  });
  chain.addAbrasive(phase.clear, 'denib', { grit: betweenCoatsGrit, byHand: true, reason: 'Sealer raises the grain.' });
  const { productId, method } = chain.pick('wax', ['wax']);
  chain.add(phase.clear, 'wax', {
    productId,
    method,
    reason: 'Wax alone is for light use: it bears neither heat nor drink.',
  });
};

const blockerIds = { shellac: 'shellac-primer', water: 'water-block', aerosol: 'aerosol-block' } as const;

/** Coats of primer a surface asks for, by the school of the house. */
const primerCoats = (bare: boolean, house: House): number =>
  house['primer-coats'] === 'two' ? 2 : house['primer-coats'] === 'one' ? 1 : bare ? 2 : 1;

/** Bare, whole wood under a paint that is its own primer needs none. */
const takesPaintBare = (chain: ZoneChain, s: Situation): boolean =>
  isBare(s) &&
  s.corners + s.dents === 0 &&
  s.surfaces.every((x) => x.material.kind === 'solid') &&
  chain.pick('paint', ['paint']).productId === 'chalky-paint';

/** Primer, blocker or adhesion coat under paint: which, how many, why; null where the house paints without. */
function undercoat(
  chain: ZoneChain,
  s: Situation,
  house: House,
): { kind: 'block' | 'prime' | 'seal'; picked: Pick; reason: string } | null {
  const bleeder = s.species.find((x) => x.bleeds);
  if (bleeder) {
    const reason = `${bleeder.name} bleeds through paint: two blocking coats, and a night to show whether they hold.`;
    return { kind: 'block', picked: chain.pick('block', ['blocker'], 2, blockerIds[house['blocking-coat']]), reason };
  }
  const bare = isBare(s) || s.corners + s.dents > 0;
  if (house.primer === 'never' || (house.primer === 'by-substrate' && takesPaintBare(chain, s))) return null;
  if (!bare && house['adhesion-coat'] === 'shellac')
    return {
      kind: 'seal',
      picked: chain.pick('seal', ['sealer'], 1),
      reason: 'House rule: clear shellac holds paint on a sound film.',
    };
  const picked = chain.pick(
    'prime',
    ['primer', 'blocker'],
    primerCoats(bare, house),
    bare ? 'water-primer' : 'bonding-primer',
  );
  return {
    kind: 'prime',
    picked,
    reason: bare
      ? 'Bare or repaired surfaces drink the first coat of primer.'
      : 'Bonding primer holds on a sound, scuffed film.',
  };
}

const prime: Stage = (chain, s, house) => {
  const under = undercoat(chain, s, house);
  if (!under) return;
  const { kind, picked, reason } = under;
  for (let n = 1; n <= picked.coats; n += 1) {
    chain.add(phase.paint, kind, { productId: picked.productId, method: picked.method, of: picked.coats, reason });
    if (n === 1)
      chain.add(phase.paint, 'inspect', { reason: 'Primer shows what was missed: fill, sand and spot-prime it now.' });
  }
  if (kind !== 'seal')
    chain.addAbrasive(phase.paint, 'denib', {
      grit: primerGrit,
      byHand: true,
      reason: 'The texture of primer shows in the paint.',
    });
};

const paint: Stage = (chain, s, house) => {
  prime(chain, s, house);
  coats(chain, phase.paint, 'paint', chain.pick('paint', ['paint']), house, [
    'The first coat of the colour sets its tone.',
    'Two coats as a rule: the first never covers evenly.',
  ]);
  const cleared =
    house['clear-over-paint'] === 'everywhere' || (house['clear-over-paint'] === 'tops' && s.zoneId === 'top');
  if (cleared) {
    const words = s.zoneId === 'top' ? 'A used top needs clear over its paint.' : 'House rule: clear over every paint.';
    coats(chain, phase.clear, 'clear', pickClear(chain, s, house, s.zoneId === 'top' ? 3 : 1), house, [
      words,
      'Builds the film up to what the wear asks for.',
    ]);
  } else if (house['wax-on-paint'] === 'yes') {
    const { productId, method } = chain.pick('wax', ['wax']);
    chain.add(phase.clear, 'wax', {
      productId,
      method,
      reason: 'House rule: wax is the last coat on paint. For display and light use only.',
    });
  }
};

/** The steps of one zone from dirty to finished, without what its neighbours ask for. */
export function planZone(chain: ZoneChain, s: Situation, house: House): ZoneChain {
  if (s.look === 'leave') return chain;
  if (scuffsFirst(s, house)) scuff(chain, phase.clean, house);
  const last = {
    painted: [paint],
    refreshed: [refresh],
    waxed: [wax],
    'natural-clear': [colourWood, clear],
    'stained-clear': [colourWood, clear],
  };
  const stages: readonly Stage[] = [clean, glue, dewax, strip, abrade, ...last[s.look]];
  for (const stage of stages) stage(chain, s, house);
  return chain;
}
