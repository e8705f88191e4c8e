import { borderM, type Zone } from '../piece';
import type { Piece, Product, Step, ZoneId } from '../workshop';
import { type Exposure, exposuresOf, outlineM } from './exposure';
import type { House } from './houseRules';
import { zonesApart } from './members';
import { newStep } from './newStep';
import { countedBefore } from './reworked';
import { runPlan } from './runPlan';
import { isSprayed, stepKind } from './stepKinds';

interface Room {
  piece: Piece;
  zones: readonly Zone[];
  products: Readonly<Record<string, Product>>;
  house: House;
}

/** Number for one more step of a kind in a zone, above those of earlier rounds; the same whatever has been logged. */
function nextNumber(steps: readonly Step[], piece: Piece, zoneId: ZoneId, kind: Step['kind']): number {
  const start = `${zoneId}/${kind}/`;
  const numbers = steps.flatMap(({ id }) => (id.startsWith(start) ? Number(id.slice(start.length)) : []));
  return 1 + Math.max(0, countedBefore(piece, zoneId).get(kind) ?? 0, ...numbers);
}

/** Covers a zone from the first step of a plan that would hurt it until right before its own next step. */
function coverOnce(steps: readonly Step[], zoneId: ZoneId, exposed: ReadonlyMap<string, Exposure>, room: Room): Step[] {
  const first = steps.findIndex((s) => exposed.has(s.id));
  const next = steps.findIndex((s, i) => i > first && s.zoneId === zoneId);
  const during = steps.slice(first, next < 0 ? undefined : next).filter((s) => exposed.has(s.id));
  const last = steps.indexOf(during.at(-1)!);
  const by = [...new Set(during.map((s) => s.zoneId))];
  const faces = (id: ZoneId | null) => room.zones.find((z) => z.id === id)?.faces ?? [];
  const own = room.zones.find((z) => z.id === zoneId);
  const lineM = by.reduce((sum, id) => sum + borderM(faces(zoneId), faces(id)), 0) || outlineM(own?.areaM2 ?? 0);
  const step = (kind: Step['kind'], details: Partial<Step> & { reason: string }): Step => {
    const ordinal = nextNumber(steps, room.piece, zoneId, kind);
    return newStep({ id: `${zoneId}/${kind}/${ordinal}`, zoneId, kind, ordinal, ...details });
  };
  // What is bare is covered with film that is held beside it: tape lifts its grain, and stain that is not sealed.
  const bare = exposed.get(during[0]!.id)!.raw;
  const mist = during.some((s) => exposed.get(s.id)!.spread === 'mist');
  const reason = mist
    ? 'Mist falls on all that is in the room: covered while it flies.'
    : 'What is put on beside it runs over the edge: taped before it.';
  const over = step(bare ? 'cover' : 'mask', bare ? { reason } : { lineM, reason });
  const off = step('unmask', {
    lineM,
    reason: mist ? 'Off when the last of the mist is laid.' : 'While the last coat beside it is still soft.',
    after: during.map((s) => s.id),
  });
  const waiting = new Set(during);
  // Covered before the piece is turned or carried for it.
  let at = first;
  while (at > 0 && steps[at - 1]!.zoneId === null) at -= 1;
  return steps.flatMap((s, i) => [
    ...(i === at ? [over] : []),
    waiting.has(s) ? { ...s, after: [...s.after, over.id] } : s,
    ...(i === last ? [off] : []),
  ]);
}

/** What hides its ground later, in a colour of its own, waits for the mist that may fall on that ground till then. */
function hideAfterMist(steps: readonly Step[], { piece, zones, house }: Room): Step[] {
  const waits = new Map<Step, string[]>();
  const apart = zonesApart(piece, house, zones);
  const body = (s: Step) => s.zoneId !== null && stepKind(s.kind).film && !apart.has(s.zoneId);
  steps.forEach((mist, i) => {
    if (!body(mist) || !isSprayed(mist.method)) return;
    const seen = new Set([mist.zoneId]);
    for (const s of steps.slice(i + 1)) {
      if (!body(s)) continue;
      if (!seen.has(s.zoneId) && s.productId !== mist.productId) waits.set(s, [...(waits.get(s) ?? []), mist.id]);
      seen.add(s.zoneId);
    }
  });
  return steps.map((s) => {
    const own = waits.get(s);
    return own ? { ...s, after: [...new Set([...s.after, ...own])] } : s;
  });
}

/** What is exposed, and by which step. */
type Open = readonly (readonly [stepId: string, exposure: Exposure])[];

const exposedIn = (steps: readonly Step[], { piece, zones, products, house }: Room): Open =>
  [...exposuresOf({ piece, zones, house, run: runPlan(piece, zones, steps, products, house) })].flatMap(([id, list]) =>
    list.map((e) => [id, e] as const),
  );

/** As many covers as a piece can need, and more. */
const mostCovers = 24;

/** Covers zone after zone what lies open to some steps; what the user left out stays out, and is noted in `leftOut`. */
function coverAll(
  steps: readonly Step[],
  room: Room,
  counts: (stepId: string, e: Exposure) => boolean,
  leftOut: Set<string> = new Set(),
): Step[] {
  const dropped = new Set(room.piece.edits.dropped);
  const leftOpen = new Set<ZoneId>();
  let all = [...steps];
  for (let n = 0; n < mostCovers; n += 1) {
    const open = exposedIn(all, room).filter(([id, e]) => !e.covered && !leftOpen.has(e.zoneId) && counts(id, e));
    const zoneId = open[0]?.[1].zoneId;
    if (zoneId === undefined) break;
    const covered = coverOnce(all, zoneId, new Map(open.filter(([, e]) => e.zoneId === zoneId)), room);
    const known = new Set(all.map((s) => s.id));
    const added = covered.flatMap((s) => (known.has(s.id) ? [] : s.id));
    if (added.some((id) => dropped.has(id))) {
      leftOpen.add(zoneId);
      for (const id of added) leftOut.add(id);
    } else all = covered;
  }
  return all;
}

const isMist = (s: Step): boolean => s.zoneId !== null && stepKind(s.kind).film && isSprayed(s.method);

/**
 * A plan in which whatever mist would fall on and hurt is covered meanwhile, as it stands when its turn comes: finished, bare,
 * or to be left as it is.
 */
export function coverFromMist(steps: readonly Step[], room: Room): Step[] {
  if (!steps.some(isMist)) return [...steps];
  return coverAll(hideAfterMist(steps, room), room, (_, e) => e.spread === 'mist');
}

/** Tape that was laid and that nothing of the plan pulls any more is pulled after the last step it keeps off. */
function pullLaid(steps: readonly Step[], room: Room): Step[] {
  let all = [...steps];
  for (const { id: zoneId } of room.zones) {
    const own = all.filter((s) => s.zoneId === zoneId);
    const on = own.findLastIndex((s) => (s.kind === 'mask' && s.areaFrac === 1) || s.kind === 'cover');
    if (on < 0 || own.slice(on).some((s) => s.kind === 'unmask')) continue;
    const ordinal = nextNumber(all, room.piece, zoneId, 'unmask');
    const id = `${zoneId}/unmask/${ordinal}`;
    if (room.piece.edits.dropped.some((d) => d.startsWith(`${zoneId}/unmask/`))) continue;
    const kept = exposedIn(all, room).flatMap(([stepId, e]) => (e.zoneId === zoneId && e.covered ? stepId : []));
    const at = Math.max(all.indexOf(own[on]!), ...kept.map((stepId) => all.findIndex((s) => s.id === stepId)));
    const reason = 'Nothing more comes near: the cover comes off.';
    const { lineM } = own[on]!;
    const off = newStep({ id, zoneId, kind: 'unmask', ordinal, lineM, after: [all[at]!.id], reason });
    all = [...all.slice(0, at + 1), off, ...all.slice(at + 1)];
  }
  return all;
}

/**
 * What was done, and what is still to come, with what the one now asks of the other: where a look has changed or a step was put
 * in by hand, what is finished, bare or kept is covered from it; and tape that lies is pulled when nothing needs it any more.
 * @param done ids of steps that were begun or done
 * @returns the plan, and the ids of covers that it would have but for the user
 */
export function coverFromLater(
  steps: readonly Step[],
  done: ReadonlySet<string>,
  room: Room,
): { steps: readonly Step[]; leftOut: ReadonlySet<string> } {
  const leftOut = new Set<string>();
  if (done.size === 0 && room.piece.edits.extra.length === 0) return { steps, leftOut };
  const covered = coverAll(steps, room, (id, e) => e.spread !== 'creep' && !done.has(id), leftOut);
  return { steps: pullLaid(covered, room), leftOut };
}
