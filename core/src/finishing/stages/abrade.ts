import { solidLadder, veneerLadder } from '../grits';
import type { House } from '../houseRules';
import { lookRow } from '../lookTable';
import { type Phase, phase } from '../phases';
import type { Situation } from '../Situation';
import type { ZoneChain } from '../ZoneChain';
import { feather, fill, fillsFirst } from './repairs';
import { isBare, type Stage } from './Stage';

/** A key on a film that stays. */
export const scuff = (
  chain: ZoneChain,
  at: Phase,
  house: House,
  reason = 'A sound film only needs a key for the next coat.',
): void => chain.addAbrasive(at, 'scuff', { grit: Number(house['scuff-grit']), byHand: true, reason });

/** Veneer as it lies when the ladder begins: new, or what there was; none where it was peeled off. */
function veneerNow(s: Situation): Situation['veneer'] {
  if (s.places('re-veneer') > 0) return { thicknessMm: 0.55 };
  return s.places('peel') > 0 ? null : s.veneer;
}

/** Bare wood: the ladder with the repairs before its last rung, or before all of it. */
const sandBare: Stage = (chain, s, house) => {
  const { ladder } = lookRow(s.look);
  const veneer = veneerNow(s);
  const { grits, byHand } = veneer ? veneerLadder(ladder, veneer.thicknessMm) : solidLadder(ladder, house.ladder);
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
};

/** Whether a film that stays is scuffed before it is washed: only where nothing is mended, since fills want the scuff last. */
export const scuffsFirst = (s: Situation, house: House): boolean =>
  house['clean-or-scuff'] === 'scuff-first' &&
  s.hasFilm &&
  !isBare(s) &&
  !s.flexible &&
  !s.treated.some((t) => t.treatment.steps.length > 0);

/** The surface made ready for what comes on it. */
export const abrade: Stage = (chain, s, house) => {
  if (isBare(s)) return sandBare(chain, s, house);
  if (s.flexible) {
    chain.add(phase.abrade, 'de-dust', { reason: 'What bends is not sanded: only freed of dust.' });
    return;
  }
  if (scuffsFirst(s, house)) return;
  fill(chain, s, house);
  feather(chain, s, house);
  const slick = s.slick ? 'Nothing holds on a slick face that was not scuffed.' : undefined;
  scuff(chain, phase.abrade, house, slick);
};
