import { borderOf, type Zone } from '../piece';
import type { LookKind, Piece, ProductKind, Step, StepKindId, ZoneId } from '../workshop';
import type { House } from './houseRules';
import { partsOffIn } from './members';
import type { StepStates } from './runPlan';
import { lookOf } from './Situation';
import { type Effect, isSprayed, stepKind } from './stepKinds';
import { type SurfaceState, statesAsFound } from './surfaceState';

/** What a step sends beyond the faces it works: mist over all the room, a run over the edge, stripper that creeps along it. */
type Spread = 'mist' | 'run' | 'creep';

/**
 * How a zone that is not worked stands while its neighbour is: it stays as it is; all that falls there is still to be taken off
 * or hidden; bare wood to be shown; under its last coats; done, and the wood shows; painted, with
 * at most a clear coat to come.
 */
export type Standing = 'kept' | 'renewed' | 'bare' | 'unfinished' | 'finished' | 'painted';

/** A zone that something of a step can reach, and what that would do. */
export interface Exposure {
  zoneId: ZoneId;
  spread: Spread;
  sent: Sent;
  standing: Standing;
  covered: boolean;
  /** Nothing but stain lies on it: tape would lift that, or the grain. */
  raw: boolean;
}

/** What is sent: colour that hides or stains, clear, or what takes a film off. */
type Sent = 'colour' | 'clear' | 'stripper';

/** Which standing which spread of what hurts. */
const hurts: Readonly<Record<Spread, Partial<Record<Sent, readonly Standing[]>>>> = {
  mist: { colour: ['kept', 'bare', 'unfinished', 'finished', 'painted'], clear: ['kept', 'finished', 'painted'] },
  // Beside paint one cuts in by hand.
  run: { colour: ['kept', 'bare', 'unfinished', 'finished'], clear: ['kept'] },
  creep: { stripper: ['kept', 'unfinished', 'finished', 'painted'] },
};

/** Products whose films hide what is under them. */
const opaque: ReadonlySet<ProductKind> = new Set(['primer', 'blocker', 'metal-primer', 'paint', 'metallic']);

/** Whether a film of a kind of product hides what is under it. */
export const coversUnder = (kind: ProductKind): boolean => opaque.has(kind);

/** Whether a step lays something that hides what is under it. */
export function hidesUnder(kind: StepKindId): boolean {
  const { film, hides, colours, uses } = stepKind(kind);
  return hides || (film && !colours && uses.some((u) => opaque.has(u)));
}

/** What a step sends out, and how; null: nothing. */
function sentBy(step: Step): { spread: Spread; sent: Sent } | null {
  if (step.zoneId === null) return null;
  if (step.kind === 'strip-chemical') return { spread: 'creep', sent: 'stripper' };
  const { film, colours } = stepKind(step.kind);
  const sent = colours || hidesUnder(step.kind) ? 'colour' : 'clear';
  if (!film) return null;
  if (isSprayed(step.method)) return { spread: 'mist', sent };
  // A spot, a band, a design between its own tapes, and what is wiped on or back with a rag, are kept where they are by hand.
  const byHand = step.areaFrac < 1 || colours || (step.method !== 'brush' && step.method !== 'roller');
  return byHand ? null : { spread: 'run', sent };
}

/** What exposures are read from; `run` in the order in which it is worked. */
export interface ExposureInput {
  piece: Piece;
  zones: readonly Zone[];
  run: readonly StepStates[];
  house: House;
}

/** Tape around a zone that meets no other along an edge, m: the outline of a square of its area, m² (from memory). */
export const outlineM = (areaM2: number): number => 4 * Math.sqrt(areaM2);

const lays = ({ kind }: Step): boolean =>
  stepKind(kind).film || stepKind(kind).hides || kind === 'wax' || kind === 'dark-wax';

/** Whether a step takes off what lies there, with all that fell on it, hides it, or brings something new. */
const renews = ({ kind, part }: Step): boolean =>
  hidesUnder(kind) || kind === 'sand' || part === 'covering' || stepKind(kind).gives.some((e) => renewing.has(e));
const renewing: ReadonlySet<Effect> = new Set(['take-film', 'take-veneer', 'lay-veneer', 'take-cloth']);

const isRaw = ({ layers }: SurfaceState): boolean => layers.every((l) => l.role === 'in-wood');

/** How a zone stands at a time: by its look, what lies on it, and what is still to come. */
function standingOf(
  look: LookKind,
  states: readonly SurfaceState[],
  earlier: readonly Step[],
  later: readonly Step[],
): Standing {
  if (later.some(renews)) return 'renewed';
  const laid = earlier.filter(lays);
  if (laid.some((s) => hidesUnder(s.kind))) return 'painted';
  if (!later.some(lays)) return look === 'leave' || laid.length === 0 ? 'kept' : 'finished';
  return states.some((s) => s.layers.length > 0) ? 'unfinished' : 'bare';
}

/**
 * For each step that sprays, colours or strips: the other zones of the piece that it can reach and hurt, how they stand then,
 * and whether they are covered. Mist reaches all that is in the room, what runs or creeps only what meets along an edge.
 */
export function exposuresOf({ piece, zones, run, house }: ExposureInput): Map<string, Exposure[]> {
  const found = new Map<string, Exposure[]>();
  if (!run.some((at) => sentBy(at.step))) return found;
  const asFound = statesAsFound(
    piece,
    zones.flatMap((z) => z.faces),
  );
  const states = new Map(zones.map((z) => [z.id, [...new Set(z.faces.map((f) => asFound.get(f.id)!))]]));
  const stepsIn = new Map(zones.map((z) => [z.id, run.filter((at) => at.step.zoneId === z.id).map((at) => at.step)]));
  const done = new Map<ZoneId, number>();
  const parts = partsOffIn(piece, zones, house);
  const zoneById = new Map(zones.map((z) => [z.id, z]));
  for (const { step, distinct } of run) {
    parts.take(step);
    const { apart } = parts;
    if (step.zoneId === null) continue;
    const own = zoneById.get(step.zoneId);
    const sends = sentBy(step);
    if (sends && own && !apart.has(own.id)) {
      const bad = hurts[sends.spread][sends.sent] ?? [];
      const exposed = zones.flatMap((zone): Exposure[] => {
        if (zone === own || apart.has(zone.id)) return [];
        if (sends.spread !== 'mist' && borderOf(own, zone) === 0) return [];
        const all = stepsIn.get(zone.id)!;
        const n = done.get(zone.id) ?? 0;
        const now = states.get(zone.id)!;
        const told = standingOf(lookOf(piece, zone.id), now, all.slice(0, n), all.slice(n));
        // Beside an old film that is still to be worked over one strips as beside one that stays.
        const asItWas = !all.slice(0, n).some(lays) && now.some((x) => x.layers.length > 0);
        const standing = sends.spread === 'creep' && told !== 'renewed' && asItWas ? 'kept' : told;
        // The same out of the same can is no stain on what has just had it, or is about to.
        const alike = all.some((s) => lays(s) && s.productId === step.productId);
        if (!bad.includes(standing) || (alike && standing !== 'kept')) return [];
        return [
          {
            zoneId: zone.id,
            spread: sends.spread,
            sent: sends.sent,
            standing,
            covered: now.every((s) => s.covered),
            raw: standing === 'bare' || (standing === 'unfinished' && now.some(isRaw)),
          },
        ];
      });
      if (exposed.length > 0) found.set(step.id, exposed);
    }
    done.set(step.zoneId, (done.get(step.zoneId) ?? 0) + 1);
    if (own) states.set(step.zoneId, [...distinct.after]);
  }
  return found;
}
