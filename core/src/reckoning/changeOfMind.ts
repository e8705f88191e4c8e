import { changeLook, coatsDone, planOf, stepKind } from '../finishing';
import { good, type Result } from '../units';
import type { LookKind, Piece, Step, ZoneId } from '../workshop';
import type { ReckonedStep, Reckoning } from './Reckoning';
import { type ReckonInput, reckonPiece } from './reckonPiece';

/** What is still to be done and bought on one way, from now on. */
export interface WayOn {
  /** Hands-on minutes still to come. */
  handsOnMin: number;
  /** Cans for what is still to come, in the workshop's currency. */
  price: number;
  lightUseAtMin: number | null;
  stops: number;
}

/** One kind of step of a way, with how often it comes. */
interface Doing {
  kind: Step['kind'];
  times: number;
  minutes: number;
}

/** A change of look after coats: what it costs now, against leaving it and against changing later. */
export interface ChangeOfMind {
  /** Coats that are on the zone, with their hours and litres: work that is lost. */
  coats: number;
  lostMin: number;
  lostL: number;
  /** What takes them off, or readies them. */
  undo: readonly Doing[];
  /** What is laid instead. */
  redo: readonly Doing[];
  /** Products that this piece did not need before, with the cans to buy. */
  buy: readonly { name: string; litres: number; price: number }[];
  leave: WayOn;
  now: WayOn;
  /** Changed only when the zone has all its coats; null where no coat of it is left to come. */
  later: WayOn | null;
}

const toCome = (r: Reckoning): ReckonedStep[] => r.steps.filter((s) => s.status === 'planned');

function wayOn(r: Reckoning, alreadyMin = 0): WayOn {
  return {
    handsOnMin: toCome(r).reduce((sum, s) => sum + s.handsOnMin, 0) + alreadyMin,
    price: r.totals.price,
    lightUseAtMin: r.totals.lightUseAtMin,
    stops: r.findings.filter((f) => f.severity.startsWith('stop') && f.overruledBecause === null).length,
  };
}

function doings(steps: readonly ReckonedStep[]): Doing[] {
  const found = new Map<Step['kind'], Doing>();
  for (const { step, handsOnMin } of steps) {
    const before = found.get(step.kind) ?? { kind: step.kind, times: 0, minutes: 0 };
    found.set(step.kind, { ...before, times: before.times + 1, minutes: before.minutes + handsOnMin });
  }
  return [...found.values()];
}

const changed = (input: ReckonInput, piece: Piece, zoneId: ZoneId, look: LookKind, nowMin: number) => {
  const copy = structuredClone(piece) as Piece;
  const at = new Date(nowMin * 60_000).toISOString();
  changeLook(copy, zoneId, look, input.products, 'preview', at);
  return reckonPiece({ ...input, nowMin, piece: copy });
};

/** The piece once every coat of the zone that is still planned has been laid when it was to be. */
function finished(
  piece: Piece,
  reckoning: Reckoning,
  zoneId: ZoneId,
): { piece: Piece; nowMin: number; doneMin: number } | null {
  const own = toCome(reckoning).filter((s) => s.step.zoneId === zoneId);
  const last = own.findLastIndex((s) => stepKind(s.step.kind).film);
  const laid = own.slice(0, last + 1);
  if (laid.length === 0) return null;
  const iso = (minute: number) => new Date(minute * 60_000).toISOString();
  return {
    nowMin: Math.max(...laid.map((s) => s.endMin)),
    doneMin: laid.reduce((sum, s) => sum + s.handsOnMin, 0),
    piece: {
      ...piece,
      log: [
        ...piece.log,
        ...laid.map((s) => ({
          id: `then-${s.step.id}`,
          step: s.step,
          startedAt: iso(s.startMin),
          doneAt: iso(s.endMin),
          actualL: null,
          air: null,
          note: '',
          planned: null,
        })),
      ],
    },
  };
}

/**
 * Works out a change of look on a copy of the piece: planned, priced and scheduled as it would be, as if it were left, and
 * as if it were changed only after the last coat. Nothing is stored.
 * Refused where the new look cannot be had.
 */
export function changeOfMind(input: ReckonInput, zoneId: ZoneId, look: LookKind): Result<ChangeOfMind> {
  const { piece } = input;
  const leave = reckonPiece(input);
  if (!leave.ok) return leave;
  const copy = structuredClone(piece) as Piece;
  changeLook(copy, zoneId, look, input.products, 'preview', new Date(input.nowMin * 60_000).toISOString());
  const planned = planOf(copy, input);
  if (!planned.ok) return { ok: false, issues: [...planned.issues] };
  const now = reckonPiece({ ...input, piece: copy });
  if (!now.ok) return now;
  const coats = new Set(coatsDone(piece, zoneId).map((s) => s.id));
  const lost = leave.value.steps.filter((s) => coats.has(s.step.id));
  const fresh = toCome(now.value).filter((s) => s.step.zoneId === zoneId);
  const firstFilm = fresh.findIndex((s) => stepKind(s.step.kind).film);
  const undo = firstFilm < 0 ? fresh : fresh.slice(0, firstFilm);
  const known = new Set(leave.value.products.map((p) => p.productId));
  const then = finished(piece, leave.value, zoneId);
  const later = then ? changed(input, then.piece, zoneId, look, then.nowMin) : null;
  return good({
    coats: lost.length,
    lostMin: lost.reduce((sum, s) => sum + s.handsOnMin, 0),
    lostL: lost.reduce((sum, s) => sum + (s.actualL ?? s.productL?.likely ?? 0), 0),
    undo: doings(undo),
    redo: doings(firstFilm < 0 ? [] : fresh.slice(firstFilm)),
    buy: now.value.products
      .filter((p) => !known.has(p.productId))
      .map((p) => ({ name: p.name, litres: p.packs.volumeL, price: p.packs.price })),
    leave: wayOn(leave.value),
    now: wayOn(now.value),
    later: later?.ok && then ? wayOn(later.value, then.doneMin) : null,
  });
}
