import { solidLadder, veneerLadder } from '../grits';
import type { House } from '../houseRules';
import { lookRow } from '../lookTable';
import { type Phase, phase } from '../phases';
import type { Situation } from '../Situation';
import type { ZoneChain } from '../ZoneChain';
import { feather, fill, fillsFirst } from './repairs';
import { isBare, type Stage, sealedDryMin, waxedAgain } from './Stage';
import { waterFirst } from './stainOf';

/** Kept films under clear are keyed with P320 to P400 (common practice, no source). */
const scuffForClearGrit = 320;

/** A key on a film that stays. */
export const scuff = (
  chain: ZoneChain,
  at: Phase,
  house: House,
  s: Pick<Situation, 'painted'>,
  reason = s.painted
    ? 'A sound film only needs a key for the next coat.'
    : 'A film that stays in sight is keyed finely: coarser scratches show through clear.',
): void =>
  chain.addAbrasive(at, 'scuff', {
    grit: s.painted ? Number(house['scuff-grit']) : scuffForClearGrit,
    byHand: true,
    reason,
  });

/** Veneer as it lies when the ladder begins: new, or what there was; none where it was peeled off. */
function veneerNow(s: Situation): Situation['veneer'] {
  if (s.places('re-veneer') > 0) return { thicknessMm: 0.55 };
  return s.places('peel') > 0 ? null : s.veneer;
}

/** Bare wood: the ladder with the repairs before its last rung, or before all of it. */
const sandBare: Stage = (chain, s, house) => {
  const { ladder } = lookRow(s.look);
  const veneer = veneerNow(s);
  const { grits, byHand } = veneer
    ? veneerLadder(ladder, veneer.thicknessMm, house.ladder)
    : solidLadder(ladder, house.ladder);
  const hand = byHand || !s.tools.includes('power-sander');
  const why = byHand
    ? 'By hand: the veneer is thin or its thickness unknown.'
    : hand
      ? 'By hand: the workshop has no power sander. Each grit only takes out the scratches of the one before.'
      : 'Each grit only takes out the scratches of the one before.';
  const beforeAll = house['repairs-in-ladder'] === 'before-all' || grits.length === 0 || fillsFirst(s);
  // Under new veneer the ground was filled before it was laid.
  const filled = fillsFirst(s) && s.places('re-veneer') > 0;
  if (beforeAll && !filled) fill(chain, s, house);
  if (grits.length === 0) {
    chain.add(phase.abrade, 'de-dust', { reason: 'Nothing may be sanded off this veneer; it is only wiped clean.' });
    return;
  }
  for (const grit of grits.slice(0, -1)) chain.add(phase.abrade, 'sand', { grit, byHand: hand, reason: why });
  if (!beforeAll) fill(chain, s, house);
  chain.addAbrasive(phase.abrade, 'sand', { grit: grits.at(-1)!, byHand: hand, reason: why });
  openPores(chain, s, house);
  raiseGrain(chain, s, house);
};

/** Lime lies in open pores: they are brushed out first. */
const openPores: Stage = (chain, s) => {
  if (s.look !== 'whitewashed' || !s.species.some((x) => x.pore === 'open')) return;
  chain.addAbrasive(phase.abrade, 'brush-pores', {
    byHand: true,
    reason: 'With the grain, until the pores stand open: lime stays only where it finds room.',
  });
};

/** Water in a stain or dye raises the grain once: better now than through the colour. */
const raiseGrain: Stage = (chain, s, house) => {
  if (!s.wood || s.look !== 'stained-clear' || !waterFirst(chain, s, house)) return;
  chain.add(phase.abrade, 'raise-grain', {
    reason: 'What is carried in water raises the grain once: raised and sanded off before the colour.',
  });
  chain.add(phase.abrade, 'dry-out', {
    fixedWaitMin: 2 * sealedDryMin,
    reason: 'Damp fibres only bend under the paper.',
  });
  chain.addAbrasive(phase.abrade, 'denib', {
    grit: 220,
    byHand: true,
    reason: 'The raised fibres off, and no deeper.',
  });
};

/** Whether a film that stays is scuffed before it is washed: only where nothing is mended, since fills want the scuff last. */
export const scuffsFirst = (s: Situation, house: House): boolean =>
  house['clean-or-scuff'] === 'scuff-first' &&
  (s.hasFilm || s.slick) &&
  !isBare(s) &&
  !s.flexible &&
  s.places('fill') + s.places('plug') === 0 &&
  !s.treated.some((t) => t.treatment.steps.length > 0);

/** What lies round them stays: fills are sanded flush by themselves, before all of it is scuffed. */
const flushFills: Stage = (chain, s) => {
  const count = s.places('fill') + s.places('plug');
  if (count === 0) return;
  chain.addAbrasive(phase.abrade, 'sand-fills', {
    grit: 180,
    byHand: true,
    count,
    reason: 'Flush with what is round them, on a block no larger than the fill.',
  });
};

/** The surface made ready for what comes on it. */
export const abrade: Stage = (chain, s, house) => {
  // Old wax is cleaned and waxed again, not sanded off.
  if (waxedAgain(s)) {
    fill(chain, s, house);
    flushFills(chain, s, house);
    return;
  }
  if (isBare(s)) return sandBare(chain, s, house);
  if (s.flexible) {
    chain.add(phase.abrade, 'de-dust', { reason: 'What bends is not sanded: only freed of dust.' });
    return;
  }
  if (scuffsFirst(s, house)) return;
  fill(chain, s, house);
  feather(chain, s, house);
  flushFills(chain, s, house);
  const slick = s.slick ? 'Nothing holds on a slick face that was not scuffed.' : undefined;
  scuff(chain, phase.abrade, house, s, slick);
  if (s.freshOil)
    chain.add(phase.abrade, 'dispose', {
      reason: 'Dust of an oil film heats itself as its rags do: into the can with water.',
    });
};
