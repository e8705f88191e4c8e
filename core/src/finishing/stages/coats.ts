import type { Carrier, Method, Product, StepKindId } from '../../workshop';
import type { Wish } from '../fromShelf';
import type { House } from '../houseRules';
import { type Phase, phase } from '../phases';
import type { Situation } from '../Situation';
import { stepKind } from '../stepKinds';
import type { Pick, ZoneChain } from '../ZoneChain';
import { betweenCoatsGrit, type Stage, sealedDryMin } from './Stage';

/** Wood is coloured before its neighbours are painted, or after them, by the school of the house. */
export const colourPhase = (house: House): Phase =>
  house['top-or-base-first'] === 'top-first' ? phase.colourWood : phase.clear;

/** Whether a coat is preceded by a light sanding, by the school of the house. */
function sandsBefore(n: number, of: number, picked: Pick, house: House, every: boolean): boolean {
  // An enamel with a barred interval is recoated wet on tacky: sanding it in between would tear it.
  if (n === 1 || picked.product?.times.blockedMin) return false;
  if (every) return true;
  if (house['between-coats'] === 'faults') return false;
  return house['between-coats'] === 'every' || n % 2 === 1 || n === of;
}

/** What is done about a run by what carries the film, where the house goes by type (common practice, no source). */
const runsByType: Readonly<Record<Carrier, string>> = {
  water: 'A run is wiped with a damp pad while it is wet; once it skins over it is left till it is hard, and sanded.',
  oil: 'A run is brushed out within some minutes; later it is left till it is hard, which takes days, and shaved off.',
  alcohol: 'Nothing is brushed twice: a run is left till it is hard and levelled, and the next coat melts in.',
  lacquer: 'A run is left till it is hard, then sanded: the next coat melts in.',
  none: 'A run is left till it is hard, then sanded.',
};

/** What to do about a run, by the school of the house and by what is laid on. */
function runs({ product, method }: Pick, house: House): string {
  if (method === 'wipe') return 'No more on the pad than it spreads: what runs is wiped off at once.';
  if (house.runs === 'by-type' && method !== 'aerosol' && product) return runsByType[product.carrier];
  return house.runs === 'leave' || method === 'aerosol'
    ? 'A run is left till it is hard, then sanded.'
    : 'A run is wiped with a damp pad while it is wet.';
}

/** A film that has been used is washed, dried and scuffed before the coats that are owed to it. */
function backFromUse(chain: ZoneChain, at: Phase): void {
  const { productId, method } = chain.pick('degrease', ['cleaner']);
  chain.add(at, 'degrease', { productId, method, reason: 'It has been in use: hands and polish come off first.' });
  chain.add(at, 'rinse', { reason: 'Residue of the cleaner spoils adhesion.' });
  chain.add(at, 'dry-out', { fixedWaitMin: sealedDryMin, reason: 'A sealed surface dries in about an hour.' });
  chain.addAbrasive(at, 'scuff', {
    grit: betweenCoatsGrit,
    byHand: true,
    reason: 'The film has cured: without a key the coats that are owed do not hold.',
  });
}

/** Coats of one product with the light sandings between them. */
export function coats(
  chain: ZoneChain,
  at: Phase,
  kind: 'paint' | 'clear' | 'metallic' | 'patina' | 'tone' | 'recolour-leather',
  picked: Pick,
  house: House,
  reasons: readonly [first: string, later: string],
  sand: 'by-house' | 'every' | 'never' = 'by-house',
  keepsFilm = false,
): void {
  const { productId, method } = picked;
  // The first waterborne coat on bare wood raises its grain: sanded off before the second.
  const lays = (k: StepKindId) => stepKind(k).film || stepKind(k).inWood;
  const raised =
    kind === 'clear' &&
    picked.product?.carrier === 'water' &&
    !keepsFilm &&
    !chain.drafts.some((d) => lays(d.step.kind));
  for (let n = 1; n <= picked.coats; n += 1) {
    const isOwed = n > picked.coats - picked.owed;
    if (isOwed && !chain.handedOver) break;
    if (isOwed && n === picked.coats - picked.owed + 1) backFromUse(chain, at);
    else if (
      sand !== 'never' &&
      ((raised && n === 2 && house['between-coats'] !== 'faults') ||
        sandsBefore(n, picked.coats, picked, house, sand === 'every'))
    ) {
      const reason =
        raised && n === 2
          ? 'The first waterborne coat has raised the grain.'
          : n === picked.coats
            ? 'The last coat shows every nib under it.'
            : 'Coats are sanded lightly on the way.';
      chain.addAbrasive(at, 'denib', { grit: betweenCoatsGrit, byHand: true, reason });
    }
    const brush = n === picked.coats && method === 'brush' && picked.coats > 1 ? ' A new brush for the last coat.' : '';
    const owes =
      picked.owed > 0 && !chain.handedOver && n === picked.coats - picked.owed
        ? ` ${picked.owed} more ${picked.owed === 1 ? 'is' : 'are'} owed: laid when the piece has been in use, washed and scuffed first.`
        : '';
    const thin = picked.thinned[n - 1] ?? null;
    const thinned = thin === null ? '' : thin === 0 ? ' Unthinned.' : ` Thinned by ${Math.round(thin * 100)} %.`;
    const reason = `${n === 1 ? `${reasons[0]} ${runs(picked, house)}` : `${reasons[1]}${brush}`}${thinned}${owes}`;
    const thinFrac = thin ?? undefined;
    chain.add(at, kind, {
      productId,
      method,
      of: picked.coats,
      reason,
      ...(thinFrac === undefined ? {} : { thinFrac }),
    });
  }
}

const topClears: Readonly<Record<House['top-clear'], Wish>> = {
  water: { carrier: 'water' },
  oil: { carrier: 'oil', method: 'wipe' },
  lacquer: { carrier: 'lacquer' },
  shellac: { carrier: 'alcohol' },
};
const clearMethods = { pad: 'wipe', brush: 'brush', spray: 'hvlp' } as const;
/** Least coats by what a zone has to bear (common practice, no source). */
const leastByWear = { display: 2, furniture: 3, 'used-top': 3, wet: 4, 'child-food': 3 } as const;

/** Thin clear coats that build up to the edge of a decal (common practice, no source). */
const decalCoats = 5;

/** The clear of a zone: by the house on tops, by its wear, by the house's way of laying it on where its label allows that. */
export function pickClear(chain: ZoneChain, s: Situation, house: House, coatsWanted: number | null = null): Pick {
  // Oil ambers what is pale, lacquer lifts paint, and both reach contact cement through new veneer.
  const waterOnly =
    s.painted ||
    s.look === 'whitewashed' ||
    (s.look === 'toned' && s.flexible) ||
    s.additions.includes('stencilled') ||
    s.places('re-veneer') > 0;
  const ofTop = s.zoneId === 'top' && !waterOnly ? topClears[house['top-clear']] : topClears.water;
  const wish: Wish = s.wear === 'wet' && !waterOnly ? { trait: 'exterior' } : ofTop;
  const by = clearMethods[house['clear-by']];
  if (coatsWanted === null && s.additions.includes('decal')) return pickClear(chain, s, house, decalCoats);
  if (coatsWanted !== null) return chain.pick('clear', ['clear'], coatsWanted, wish, by);
  const first = chain.pick('clear', ['clear'], null, wish, by);
  const least = s.wear ? leastByWear[s.wear] : s.zoneId === 'top' ? 3 : 1;
  const usualCoats = s.wear === 'display' ? least : Math.max(least, first.product?.coats ?? least);
  return chain.pick('clear', ['clear'], usualCoats, wish, by);
}

/** When an interior gets its film: with the colouring where it is finished before the outside. */
export const filmPhase = (s: Situation, house: House): Phase =>
  s.showsWood && s.zoneId === 'interior' && house['interior-first'] === 'before' ? colourPhase(house) : phase.clear;

/** When something is laid on between the colour and the clear coats. */
export const decoratePhase = (s: Situation, house: House): Phase =>
  filmPhase(s, house) === phase.clear && !(s.showsWood && house['top-or-base-first'] === 'base-first')
    ? phase.decorate
    : colourPhase(house);

/** The edge of a decal is rubbed out of the cured film, before any wax. */
export const rubOut: Stage = (chain, s) => {
  if (!s.additions.includes('decal') || chain.drafts.some((d) => d.step.kind === 'rub-out')) return;
  chain.addAbrasive(phase.clear, 'rub-out', {
    grit: 2000,
    byHand: true,
    reason: 'Once it has cured, the edge of the decal is rubbed out of sight.',
  });
};

/** How a clear coat is laid, by its way and by what carries it (common practice, no source). */
const brushed: Readonly<Record<Carrier, string>> = {
  water: 'Laid on full and left: brushed again after a minute it drags.',
  oil: 'Laid on full, bubbles lifted with light last strokes.',
  alcohol: 'Quick, wet strokes side by side, never back over one: it is dry in minutes.',
  lacquer: 'Flowed on wet and left: brushed again it pulls up what lies below.',
  none: 'Laid on full, bubbles lifted with light last strokes.',
};
const byMethod: Readonly<Partial<Record<Method, string>>> = {
  wipe: 'Wiped on thin with a pad, with the grain, no place left wet.',
  hvlp: 'An even wet coat, strokes overlapping by a half, begun and ended off the edge.',
  aerosol: 'Thin passes from 25 cm, begun and ended off the edge.',
};

/** How a clear coat is laid. */
const howLaid = ({ product, method }: { product: Product | null; method: Method | null }): string =>
  (method && byMethod[method]) ?? brushed[product?.carrier ?? 'none'];

/** The clear coats of a zone, and the wax of those who finish with shellac and wax. */
export const clear: Stage = (chain, s, house) => {
  const thin = house['flat-clear'] === 'thin' && s.zoneId === 'top';
  const picked = pickClear(chain, s, house);
  const laid = thin ? 'Thin coats; streaks are sanded.' : howLaid(picked);
  coats(
    chain,
    filmPhase(s, house),
    'clear',
    picked,
    house,
    [`The film that takes the wear. ${laid}`, 'Builds the film up to what the wear asks for.'],
    thin ? 'every' : 'by-house',
  );
  if (s.zoneId === 'top' && s.wear !== 'wet' && house['top-clear'] === 'shellac') {
    rubOut(chain, s, house);
    const { productId, method } = chain.pick('wax', ['wax']);
    chain.add(phase.clear, 'wax', {
      productId,
      method,
      reason: 'House rule: shellac and wax. It bears neither alcohol nor heat.',
    });
  }
};
