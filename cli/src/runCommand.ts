import { hexOf, labOfColour } from '@cosmesis/core/colour';
import { planOf } from '@cosmesis/core/finishing';
import { taughtWorkshop } from '@cosmesis/core/learning';
import { matchFor } from '@cosmesis/core/matching';
import {
  makePaper,
  type PaperDocument,
  type PaperInput,
  type PaperKind,
  paperDocument,
  paperReckoning,
} from '@cosmesis/core/papers';
import { buildFaces, shapeOf, zonesOf } from '@cosmesis/core/piece';
import { withTypicalSupplies } from '@cosmesis/core/products';
import {
  conflictWords,
  inOrderOfWork,
  type Reckoning,
  reckoningInTurn,
  reckonPiece,
  rehearseWorkshop,
  roomsOf,
  workshopPlan,
  workshopProblem,
} from '@cosmesis/core/reckoning';
import { conflictOf, rehearsed, scheduleWorkshop } from '@cosmesis/core/schedule';
import { planToText } from '@cosmesis/core/takeaway';
import { DomainError, good, type Result, refused } from '@cosmesis/core/units';
import { type Piece, readWorkshopFile, type Workshop, workshopFromFile, type ZoneId } from '@cosmesis/core/workshop';

/** What the command line can print. */
export const commands = ['plan', 'quantities', 'schedule', 'check', 'rehearse'] as const;
export type Command = (typeof commands)[number];

const iso = (minute: number | null): string | null =>
  minute === null ? null : new Date(minute * 60_000).toISOString();

const views: Readonly<Record<Exclude<Command, 'plan' | 'schedule' | 'rehearse'>, (r: Reckoning) => unknown>> = {
  quantities: (r) => ({
    areasM2: Object.fromEntries(r.zones.map((z) => [z.id, z.areaM2])),
    steps: r.steps
      .filter((s) => s.productL)
      .map((s) => ({
        id: s.step.id,
        productId: s.step.productId,
        litres: s.productL,
        thinnerL: s.thinnerL,
        actualL: s.actualL,
      })),
    products: r.products.map((p) => ({
      productId: p.productId,
      litres: p.needL,
      cans: p.packs.counts.map((c) => ({ volumeL: c.pack.volumeL, count: c.count })),
      price: p.packs.price,
    })),
    price: r.totals.price,
  }),
  check: (r) => ({ findings: r.findings }),
};

/** A workshop file, and the minute its figures are worked out for. */
function readAt(text: string, now: string | undefined): Result<{ workshop: Workshop; nowMin: number }> {
  const read = readWorkshopFile(text);
  if (!read.ok) return read;
  const nowMin = Math.floor(Date.parse(now ?? read.value.exportedAt) / 60_000);
  if (Number.isNaN(nowMin))
    return refused({
      code: 'now_unreadable',
      path: '--now',
      message: `"${now}" is not an instant. Write 2026-11-25T08:00:00+00:00.`,
    });
  return good({ workshop: taughtWorkshop(workshopFromFile(read.value)), nowMin }, read.warnings);
}

/** So many orders are tried for the schedule of a file; the seed makes it the same each time. */
const tries = 300;
/** So often a schedule is rehearsed. */
const rehearsedRuns = 1000;
const seed = 1;

/** The pieces of a workshop worked out, and scheduled together. */
function scheduled(workshop: Workshop, nowMin: number) {
  const { pieces, products, settings } = workshop;
  const reckoned = inOrderOfWork(Object.values(pieces)).map((piece) => ({
    piece,
    told: reckonPiece({ piece, products, settings, nowMin, rooms: roomsOf(workshop, nowMin), withTasks: true }),
  }));
  const planned = reckoned.flatMap(({ piece, told }) => (told.ok ? [{ piece, tasks: told.value.tasks }] : []));
  const problem = workshopProblem(planned, settings, nowMin);
  const schedule = scheduleWorkshop(problem, tries, seed);
  return { reckoned, planned, problem, schedule };
}

/** The same with the schedule as a plan; none where the workshop has no working hours: each piece is as it is by itself then. */
function inTime(workshop: Workshop, nowMin: number) {
  try {
    const made = scheduled(workshop, nowMin);
    return { ...made, plan: workshopPlan(made.planned, made.schedule, nowMin, workshop.settings) };
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return null;
  }
}

/** The plans of a workshop file as the bench reads them, each in its turn among the others. @param now as of a command */
export function plansAsText(text: string, now?: string): Result<string> {
  const read = readAt(text, now);
  if (!read.ok) return read;
  const { workshop, nowMin } = read.value;
  const { products, settings } = workshop;
  const { timeZone, unitSystem } = settings;
  const plan = inTime(workshop, nowMin)?.plan;
  const plans = inOrderOfWork(Object.values(workshop.pieces)).map((piece) => {
    const told = reckonPiece({ piece, products, settings, nowMin, rooms: roomsOf(workshop, nowMin) });
    if (!told.ok) return [piece.name, ...told.issues.map((i) => `! ${i.message}`), ''].join('\n');
    const reckoning = reckoningInTurn(told.value, plan);
    return planToText({ pieceName: piece.name, reckoning, products, timeZone, unitSystem });
  });
  return good(plans.join('\n'), read.warnings);
}

/** The schedule played a thousand times: when pieces are ready, how sure promises are, what holds them up. */
function rehearseCommand(workshop: Workshop, nowMin: number): object {
  const { planned, problem, schedule } = scheduled(workshop, nowMin);
  const play = rehearseWorkshop(planned, problem, schedule, workshop.settings, rehearsedRuns, seed);
  let next = play.next();
  while (!next.done) next = play.next();
  const { runs, causes, missed, lateBy, alternatives, pieces } = next.value;
  const at = (minute: number) => (Number.isFinite(minute) ? iso(minute) : null);
  return {
    runs,
    pieces: pieces.map((p) => ({
      id: p.pieceId,
      due: iso(p.dueMin),
      met: p.metFrac,
      ready: { oneInTen: at(p.p10Min), half: at(p.p50Min), nineInTen: at(p.p90Min), mean: at(p.meanMin) },
    })),
    causes,
    missed,
    lateBy,
    alternatives: alternatives.map(({ id, metFrac, lastMin }) => ({ id, met: metFrac, allReady: at(lastMin) })),
  };
}

/** Runs after which a date is told as a range. */
const offerRuns = 200;

/** A paper of a piece, laid out. @param pieceId by its id, as the file has it */
export function paperOf(kind: PaperKind, text: string, pieceId: string, now?: string): Result<PaperDocument> {
  const read = readAt(text, now);
  if (!read.ok) return read;
  const { workshop, nowMin } = read.value;
  const { products, settings, supplies, mixes } = workshop;
  const piece = workshop.pieces[pieceId];
  if (!piece)
    return refused({
      code: 'piece_unknown',
      path: '--piece',
      message: `There is no piece "${pieceId}" in this file. There are: ${Object.keys(workshop.pieces).join(', ') || 'none'}.`,
    });
  const told = reckonPiece({ piece, products, settings, nowMin, rooms: roomsOf(workshop, nowMin) });
  if (!told.ok) return told;
  let ready: PaperInput['ready'] = null;
  const made = inTime(workshop, nowMin);
  if (kind === 'offer' && made) {
    const { problem, schedule } = made;
    const order = new Map(schedule.placed.map((p) => [p.id, p.startMin]));
    ready = rehearsed(problem, order, offerRuns, seed).pieces.find((p) => p.pieceId === pieceId) ?? null;
  }
  const reckoning = paperReckoning(kind, told.value, made?.plan);
  const input = { piece, reckoning, products, settings, mixes, nowMin, ready };
  const paper = makePaper(kind, { ...input, supplies: withTypicalSupplies(Object.values(supplies)) });
  return good(paperDocument(paper, settings), read.warnings);
}

/** Zones of a piece as its shape has them. */
function zonesIn(piece: Piece): ZoneId[] {
  const shape = shapeOf(piece);
  return shape.ok ? zonesOf(piece, buildFaces(shape.value)).map((z) => z.id) : [];
}

/** What a match is asked on the command line. */
export interface MatchWords {
  piece: string;
  zone: string;
  target: string;
}

/** Routes to a colour for a zone, as data. @param now as of a command */
export function matchCommand(text: string, { piece, zone, target }: MatchWords, now?: string): Result<unknown> {
  const read = readAt(text, now);
  if (!read.ok) return read;
  const { workshop, nowMin } = read.value;
  const lab = labOfColour(target);
  if (!lab)
    return refused({
      code: 'target_unreadable',
      path: '--target',
      message: `"${target}" is no colour. Write it as '#6b4a32', in quotes.`,
    });
  const own = workshop.pieces[piece];
  const zones = own ? zonesIn(own) : [];
  if (own && !zones.includes(zone as ZoneId))
    return refused({
      code: 'zone_unknown',
      path: '--zone',
      message: `There is no zone "${zone}" on this piece. There are: ${zones.join(', ')}.`,
    });
  const asked = {
    zones: [{ pieceId: piece, zoneId: zone as ZoneId }],
    target: lab,
    targetName: target,
    from: 'shop' as const,
  };
  const found = matchFor(asked, workshop, nowMin);
  if (!found.ok) return found;
  const { routes, outOfReach } = found.value;
  return good(
    {
      command: 'match',
      now: iso(nowMin),
      piece,
      zone,
      target: { hex: hexOf(lab), lab },
      routes: routes.map(({ id, layerCount, zones: [of] }) => ({
        id,
        layers: layerCount,
        order: of!.layers.map(({ parts, thinnerParts, coats }) => ({ products: parts, thinnerParts, coats })),
        predicted: { lab: of!.lab, hex: of!.hex, withinDeltaE00: of!.withinDeltaE },
        deltaE00: of!.deltaE,
        underLampDeltaE00: of!.lampDeltaE,
        cost: of!.cost,
        why: of!.why,
        findings: of!.findings,
      })),
      outOfReach,
    },
    read.warnings,
  );
}

/** Orders tried before something is called impossible. */
const conflictTries = 120;

/** The workshop in time: each pair of hands in one place, each step with what binds it; what cannot be planned says why. */
function scheduleCommand(workshop: Workshop, nowMin: number): object {
  const { reckoned, planned, problem, schedule } = scheduled(workshop, nowMin);
  const plan = workshopPlan(planned, schedule, nowMin, workshop.settings);
  const inTime = new Map(
    [...plan.sittings, ...plan.waits].flatMap(({ pieceId, steps, binds, personId }) =>
      steps.map((s) => [`${pieceId}/${s.stepId}`, { ...s, binds, personId }] as const),
    ),
  );
  const without = new Map(
    plan.unplaced.flatMap(({ pieceId, stepIds, because }) => stepIds.map((s) => [`${pieceId}/${s}`, because] as const)),
  );
  const stuck = [...new Set(plan.unplaced.filter((u) => !u.inVain && !u.held).map((u) => u.pieceId))];
  return {
    lateness: plan.ready.map(({ pieceId, atMin, dueMin }) => ({
      id: pieceId,
      lightUse: iso(atMin),
      lateMin: atMin !== null && dueMin !== null ? Math.max(0, atMin - dueMin) : null,
    })),
    conflicts: stuck.map((pieceId) => ({
      id: pieceId,
      cannotBeKeptTogether: conflictWords(
        conflictOf(problem, pieceId, conflictTries, seed) ?? [],
        planned,
        pieceId,
        workshop.settings.room,
      ).map(({ what, wayOut }) => ({ what, wayOut })),
    })),
    missed: plan.missed.map(({ closedAtMin, ...m }) => ({ ...m, closedAt: iso(closedAtMin) })),
    pieces: reckoned.map(({ piece, told }) => ({
      id: piece.id,
      name: piece.name,
      steps: told.ok
        ? told.value.steps.map((s) => {
            const at =
              s.status === 'done'
                ? { ...s, binds: 'done', personId: null, handsMin: s.handsOnMin }
                : inTime.get(`${piece.id}/${s.step.id}`);
            return {
              id: s.step.id,
              status: s.status,
              start: iso(at?.startMin ?? null),
              end: iso(at?.endMin ?? null),
              handsOnMin: at?.handsMin ?? s.handsOnMin,
              inserted: s.inserted,
              hands: at?.personId ?? null,
              binds: at?.binds ?? without.get(`${piece.id}/${s.step.id}`) ?? '',
            };
          })
        : [],
      issues: told.ok ? told.value.issues : told.issues,
    })),
  };
}

/**
 * One command over a workshop file.
 * @param text the file's text
 * @param now ISO instant the figures are worked out for; left out: the file's exportedAt
 */
export function runCommand(command: Command, text: string, now?: string): Result<unknown> {
  const read = readAt(text, now);
  if (!read.ok) return read;
  const { workshop, nowMin } = read.value;
  if (command === 'schedule' || command === 'rehearse') {
    const answer = command === 'schedule' ? scheduleCommand : rehearseCommand;
    try {
      return good({ command, now: iso(nowMin), ...answer(workshop, nowMin) }, read.warnings);
    } catch (error) {
      // A calendar without a working hour is the one thing that can be asked for and not be answered.
      if (!(error instanceof DomainError)) throw error;
      return refused({
        code: 'no_working_hours',
        path: 'settings → workingHours',
        message: 'This workshop has no working hours: nothing can be planned. Give it some under Settings.',
      });
    }
  }
  const pieces = Object.values(workshop.pieces).map((piece) => {
    const head = { id: piece.id, name: piece.name };
    if (command === 'plan') {
      const { steps, issues } = planOf(piece, workshop);
      return { ...head, steps, issues };
    }
    const { products, settings } = workshop;
    const reckoned = reckonPiece({ piece, products, settings, nowMin, rooms: roomsOf(workshop, nowMin) });
    return reckoned.ok
      ? { ...head, ...(views[command](reckoned.value) as object), issues: reckoned.value.issues }
      : { ...head, issues: reckoned.issues };
  });
  return good({ command, now: iso(nowMin), pieces }, read.warnings);
}
