import type { House } from '../houseRules';
import type { Situation } from '../Situation';
import type { ZoneChain } from '../ZoneChain';

/** A stage of one zone: reads the situation and the house rules, and adds its steps to the chain. */
export type Stage = (chain: ZoneChain, s: Situation, house: House) => void;

/** Nights and hours that no product decides, minutes (common practice, no source). */
export const overnightMin = 12 * 60;
export const sealedDryMin = 60;
/** From order to post, minutes (from memory): five days. */
export const leadTimeMin = 5 * 24 * 60;
/** A firm's cold, heat or gas, with the way there and back, minutes (from memory): two weeks. */
export const firmTreatmentMin = 14 * 24 * 60;
/** Answer of a client on a sample, minutes (from memory): one day. */
export const answerMin = 24 * 60;
export const primerGrit = 220;
export const betweenCoatsGrit = 320;
export const ridgeGrit = 1000;

/** Whether the abrasives of this zone meet bare wood or board: nothing on it, or wax only, or what was on it comes off. */
export const isBare = (s: Situation): boolean =>
  s.wood &&
  (s.strips || s.peeled !== null || !s.surfaces.some((x) => x.oldFinish.kind !== 'none' && x.oldFinish.kind !== 'wax'));

/** What is revived and gets no shellac keeps its wax. */
const revivedInWax = (s: Situation): boolean =>
  s.look === 'revived' && !s.surfaces.some((x) => x.oldFinish.kind === 'shellac');

/** Whether a change of form gives the zone a new top. */
export const newTopAltered = (s: Situation): boolean => s.alterations.some((a) => a.kind === 'new-top');

/** Whether the top, or a board of the zone, is made anew: it comes bare, and nothing old is taken off it. */
export const madeAnew = (s: Situation): boolean =>
  newTopAltered(s) || (s.zoneId === 'top' && s.treated.some((t) => t.treatment.id === 'new-top'));

/** Old wax under new: cleaned, not taken off; what is mended is mended in places. */
export const waxedAgain = (s: Situation): boolean =>
  !madeAnew(s) &&
  !s.insectFluid &&
  !s.tests?.silicone &&
  (revivedInWax(s) || (s.look === 'waxed' && s.surfaces.every((x) => x.oldFinish.kind === 'wax')));

/** Something that has to be ordered: stands at the very beginning, and only the step that needs it waits for it. */
export const order = (chain: ZoneChain, what: string) =>
  chain.add(0, 'obtain', {
    aside: true,
    fixedWaitMin: leadTimeMin,
    reason: `${what} takes days to come: ordered before the work begins.`,
  });
