import { changeLook, coatsDone, planOf, stepKind } from '../finishing';
import { type BuyList, buyList } from '../stock';
import { good, type Result } from '../units';
import type { LookKind, Piece, Step, ZoneId } from '../workshop';
import { type Draw, drawsOf } from './aroundPiece';
import type { ReckonedStep, Reckoning } from './Reckoning';
import { type ReckonInput, reckonPiece } from './reckonPiece';

/** What is still to be done and bought on one way, from now on. */
export interface WayOn {
  /** Hands-on minutes still to come. */
  handsOnMin: number;
  /** Cans still to be bought for what is to come, less the shelf, in the workshop's currency. */
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
  /** What has to be bought for the change beyond what the shelf and the plan as it was have. */
  buy: readonly { name: string; litres: number; price: number }[];
  leave: WayOn;
  now: WayOn;
  /** Changed only when the zone has all its coats; null where no coat of it is left to come. */
  later: WayOn | null;
}

const toCome = (r: Reckoning): ReckonedStep[] => r.steps.filter((s) => s.status === 'planned');

function wayOn(r: Reckoning, list: BuyList, alreadyMin = 0): WayOn {
  return {
    handsOnMin: toCome(r).reduce((sum, s) => sum + s.handsOnMin, 0) + alreadyMin,
    price: list.price,
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
): { piece: Piece; nowMin: number; doneMin: number; laid: ReadonlySet<string> } | null {
  const own = toCome(reckoning).filter((s) => s.step.zoneId === zoneId);
  const last = own.findLastIndex((s) => stepKind(s.step.kind).film);
  const laid = own.slice(0, last + 1);
  if (laid.length === 0) return null;
  const iso = (minute: number) => new Date(minute * 60_000).toISOString();
  return {
    nowMin: Math.max(...laid.map((s) => s.endMin)),
    doneMin: laid.reduce((sum, s) => sum + s.handsOnMin, 0),
    laid: new Set(laid.map((s) => s.step.id)),
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
  const listOf = (draws: readonly Draw[]) => buyList(draws, input.containers ?? [], input.products, input.nowMin);
  const leaveDraws = drawsOf(piece, leave.value);
  const [leaveList, nowList] = [listOf(leaveDraws), listOf(drawsOf(copy, now.value))];
  const before = new Map(leaveList.lines.map((l) => [l.product.id, l.packs.price]));
  const then = finished(piece, leave.value, zoneId);
  const later = then ? changed(input, then.piece, zoneId, look, then.nowMin) : null;
  return good({
    coats: lost.length,
    lostMin: lost.reduce((sum, s) => sum + s.handsOnMin, 0),
    lostL: lost.reduce((sum, s) => sum + (s.actualL ?? s.productL?.likely ?? 0), 0),
    undo: doings(undo),
    redo: doings(firstFilm < 0 ? [] : fresh.slice(firstFilm)),
    buy: nowList.lines
      .filter((l) => l.packs.price > (before.get(l.product.id) ?? 0))
      .map((l) => ({
        name: l.product.name,
        litres: l.packs.volumeL,
        price: l.packs.price - (before.get(l.product.id) ?? 0),
      })),
    leave: wayOn(leave.value, leaveList),
    now: wayOn(now.value, nowList),
    later:
      later?.ok && then
        ? wayOn(
            later.value,
            listOf([...leaveDraws.filter((d) => then.laid.has(d.stepId)), ...drawsOf(then.piece, later.value)]),
            then.doneMin,
          )
        : null,
  });
}
