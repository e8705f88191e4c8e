import type { LookKind } from '../workshop';
import type { House } from './houseRules';
import { phase } from './phases';
import type { Situation } from './Situation';
import { abrade, scuff, scuffsFirst } from './stages/abrade';
import { tintLast } from './stages/byRecipe';
import { clean, dewax, treatInsects } from './stages/clean';
import { clear } from './stages/coats';
import {
  colourWood,
  refresh,
  refreshClear,
  sealForWax,
  sealIn,
  sealsIn,
  tone,
  wax,
  whitewash,
} from './stages/colourWood';
import { lastTouches, layOn, leaf, paper, patina } from './stages/decorate';
import { blend, overDecoration, overPaint, paint, prime } from './stages/paint';
import { caulk, drillNew, glue, mendWood, putRight, stickFills } from './stages/repairs';
import { mendKept, polish, revive } from './stages/revive';
import { madeAnew, type Stage } from './stages/Stage';
import { peel, strip } from './stages/strip';
import { cane, cover, recolour } from './stages/upholstery';
import type { ZoneChain } from './ZoneChain';

/** What each look lays on, and what closes it. */
const finishes: Readonly<Record<Exclude<LookKind, 'leave'>, { ground: readonly Stage[]; over: readonly Stage[] }>> = {
  'natural-clear': { ground: [colourWood], over: [clear, tintLast] },
  'stained-clear': { ground: [colourWood], over: [clear, tintLast] },
  revived: { ground: [revive], over: [polish] },
  refreshed: { ground: [mendKept, refresh], over: [refreshClear] },
  toned: { ground: [mendKept, tone], over: [clear] },
  waxed: { ground: [sealForWax], over: [wax] },
  washed: { ground: [], over: [] },
  whitewashed: { ground: [whitewash], over: [clear] },
  painted: { ground: [prime, caulk, paint], over: [overPaint] },
  blended: { ground: [prime, caulk, blend], over: [overPaint] },
  papered: { ground: [prime, caulk, paper], over: [overDecoration] },
  leafed: { ground: [prime, caulk, leaf], over: [overDecoration] },
  foiled: { ground: [prime, caulk, leaf], over: [overDecoration] },
  patina: { ground: [prime, caulk, patina], over: [overDecoration] },
  recoloured: { ground: [recolour], over: [] },
  're-covered': { ground: [cover], over: [] },
};

/** Stages of a zone whose faces are not made ready alike: first of the faces whose veneer comes off, then of the rest. */
const byFaces =
  (stages: readonly Stage[]): Stage =>
  (chain, s, house) => {
    if (s.peeled === null) for (const stage of stages) stage(chain, s, house);
    else
      for (const { faceIds, names, situation } of [s.peeled.ground, s.peeled.rest])
        chain.on(faceIds, names, () => {
          for (const stage of stages) stage(chain, situation, house);
        });
  };

/** The steps of one zone from dirty to finished, without what its neighbours ask for. */
export function planZone(chain: ZoneChain, s: Situation, house: House): ZoneChain {
  if (s.look === 'leave') return chain;
  if (scuffsFirst(s, house)) scuff(chain, phase.clean, house, s);
  const { ground, over } = finishes[s.look];
  const newTop = madeAnew(s);
  const bared: readonly Stage[] = [strip, peel];
  const mended: readonly Stage[] = [mendWood, abrade];
  const before: readonly Stage[] =
    s.look === 're-covered'
      ? [putRight]
      : s.look === 'washed'
        ? [clean, ...(sealsIn(s) ? [dewax] : []), putRight, glue, treatInsects]
        : s.look === 'revived'
          ? [clean, dewax, putRight, cane, glue, treatInsects]
          : newTop
            ? [putRight, abrade]
            : [...[clean, dewax, putRight, cane, glue], byFaces(bared), treatInsects, byFaces(mended), drillNew];
  for (const stage of [...before, sealIn, ...ground, layOn, stickFills, ...over, lastTouches]) stage(chain, s, house);
  return chain;
}
