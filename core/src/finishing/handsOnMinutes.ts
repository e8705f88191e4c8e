import type { Step } from '../workshop';
import { handSandingFactor, methodMinutes, methodNames, narrowBrushPerM2, stepKind } from './stepKinds';
import type { WorkedFaces } from './workedFaces';

/** One part of the hands-on time of a step: so many minutes for so much of something. */
export interface MinutesPart {
  name: string;
  minutes: number;
  per: string;
  amount: number;
}

/** Minutes per m² of a machine by its grit (typical, from memory): the coarse ones level, the fine ones only follow. */
function sandingPerM2(grit: number): number {
  if (grit <= 60) return 12;
  if (grit <= 80) return 10;
  if (grit <= 120) return 7;
  return grit <= 180 ? 5 : 4;
}

/** Minutes per m² of scraping (typical, from memory): what stripper has lifted, or dry; thin films and thick; by brush and pick. */
const scraping = { lifted: { thin: 15, thick: 35 }, dry: { thin: 25, thick: 90 }, detail: 75 };

/** Least time of a rung with its change of paper, minutes (typical, from memory). */
const leastRungMin = 3;
/** Each grit is followed by a quick going over with the vacuum, minutes per m² (typical, from memory). */
const vacuumPerM2 = 1;

/** To take a drawer or a door up and lay it down again, minutes each time (typical, from memory). */
const takenUpMin = 1;
/** What follows while a part is still in hand. */
const inTheSameGrip: ReadonlySet<Step['kind']> = new Set(['de-dust', 'rinse', 'wipe-back']);

function perM2Of(step: Step, on: WorkedFaces): number {
  const { minutes, abrasive } = stepKind(step.kind);
  if (step.kind === 'scrape') {
    const flat = (on.softened ? scraping.lifted : scraping.dry)[on.thickFilm ? 'thick' : 'thin'];
    return flat + on.detailFrac * Math.max(0, scraping.detail - flat);
  }
  if (!abrasive) return minutes.perM2 ?? 0;
  const machine = step.kind === 'sand' || step.kind === 'strip-abrasive';
  const flat = machine ? sandingPerM2(step.grit ?? 120) : (minutes.perM2 ?? 0);
  // No machine stands on a bar or a square leg: they are sanded by hand.
  const byHand = machine && step.byHand ? handSandingFactor : 1 + (machine ? on.barFrac * (handSandingFactor - 1) : 0);
  return flat * on.shapeFactor * byHand + (machine ? vacuumPerM2 : 0);
}

/**
 * What the hands-on time of a step is made of.
 * @param on the faces it works
 * @param setsUp it is the first of its kind in its sitting: what is set up for it is set up for all that follow
 */
export function handsOnParts(step: Step, on: WorkedFaces, setsUp = true): MinutesPart[] {
  const { minutes, verb } = stepKind(step.kind);
  const { perPlace = 0 } = minutes;
  const { areaM2, narrowFrac } = on;
  const { perPlaceWith, perMetre = 0, perPart, fixed = 0, setUp = 0, coat } = minutes;
  const method = coat && step.method ? step.method : null;
  const brushing =
    method === 'brush'
      ? methodMinutes.brush.perM2 + narrowFrac * (narrowBrushPerM2 - methodMinutes.brush.perM2)
      : method
        ? methodMinutes[method].perM2
        : 0;
  const parts: MinutesPart[] = [
    { name: verb.toLowerCase(), minutes: perM2Of(step, on), per: 'm²', amount: areaM2 },
    {
      name: 'places',
      minutes: (on.productKind && perPlaceWith?.[on.productKind]) ?? perPlace,
      per: 'place',
      amount: step.count,
    },
    { name: 'tape line', minutes: perMetre, per: 'm', amount: step.lineM },
    { name: 'parts', minutes: (step.part && perPart?.[step.part]) ?? 0, per: 'part', amount: step.count },
    { name: 'each time', minutes: fixed, per: 'time', amount: 1 },
    ...(method ? [{ name: `by ${methodNames[method]}`, minutes: brushing, per: 'm²', amount: areaM2 }] : []),
    {
      name: 'taken up and laid down',
      minutes: (method || (minutes.perM2 ?? 0) > 0) && !inTheSameGrip.has(step.kind) ? takenUpMin : 0,
      per: 'part',
      amount: on.looseParts,
    },
    {
      name: 'set up and clean, once a sitting',
      minutes: setUp + (method ? methodMinutes[method].setUp : 0),
      per: 'time',
      amount: Number(setsUp),
    },
  ];
  return parts.filter((part) => part.minutes > 0 && part.amount > 0);
}

/**
 * Hands-on time of a step.
 * @param on the faces it works
 * @param setsUp whether it sets up for its sitting, or goes on with what is set up
 * @returns whole minutes, rounded up; 0 for steps that only wait
 * Check: brushing 1 m² flat → 9 + 10 = 19 min; as a further part of a sitting → 9 min; P150 on 0.2 m² → the least of a rung, 3
 */
export function handsOnMinutes(step: Step, on: WorkedFaces, setsUp = true): number {
  const total = handsOnParts(step, on, setsUp).reduce((sum, part) => sum + part.minutes * part.amount, 0);
  const least = step.kind === 'sand' || step.kind === 'strip-abrasive' ? leastRungMin : 0;
  return Math.max(least, Math.ceil(total - 1e-9));
}
