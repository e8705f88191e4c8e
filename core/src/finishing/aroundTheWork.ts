import { formById, type Zone } from '../piece';
import type { PartKind, Piece, Product, Step, ToolId } from '../workshop';
import { fittingRow, fittingTable, onAgain, screwsSay } from './fittings';
import { glassIn, isGlass } from './glassIn';
import type { House } from './houseRules';
import { leadHold } from './leadBans';
import { countOf, drawersIn, membersOf, worksFor } from './members';
import { type Phase, phase, zoneOrder } from './phases';
import { restraintOf } from './restraint';
import { countedBefore } from './reworked';
import type { Situation } from './Situation';
import { leadTimeMin, overnightMin } from './stages/Stage';
import { isSprayed, stepKind } from './stepKinds';
import type { Draft, ZoneChain } from './ZoneChain';

/** What the steps of the whole piece are made from. */
interface Around {
  whole: ZoneChain;
  house: House;
  planned: readonly { situation: Situation; chain: ZoneChain }[];
  piece: Piece;
  zones: readonly Zone[];
  tools: readonly ToolId[];
  products: Readonly<Record<string, Product>>;
}

interface Part {
  part: PartKind;
  count: number;
  /** It stays on. */
  on: boolean;
  /** It holds the others. */
  carries: boolean;
}

/** Parts that hang on the outside come off before what is let into it. */
const comesEarly: ReadonlySet<PartKind> = new Set(['door', 'lid']);

const stepsOf = (chain: ZoneChain): Step[] => chain.drafts.map((d) => d.step);
const filmsOf = (chain: ZoneChain): Step[] => stepsOf(chain).filter((s) => stepKind(s.kind).film || s.kind === 'wax');

/** Puts a step before others, which then wait for it. */
const before = (step: Step, others: readonly (Step | undefined)[]): void => {
  for (const other of others) if (other && !other.after.includes(step.id)) other.after.push(step.id);
};

/** What comes off this piece before it is worked: only what is in the way of a zone that is worked. */
function partsOff({ piece, planned, zones, house }: Around): Part[] {
  const done = new Set(piece.log.map((e) => e.step.id));
  // Where all had gone on again, only what is still to be worked asks for it once more.
  const again = countedBefore(piece, null).has('remove-part');
  const toCome = (p: (typeof planned)[number]) =>
    stepsOf(p.chain).some((s) => !done.has(s.id) && stepKind(s.kind).film);
  const works = (id: Situation['zoneId']) =>
    planned.some((p) => p.situation.zoneId === id && p.situation.look !== 'leave' && (!again || toCome(p)));
  const worked = zones.filter((z) => z.id !== 'hardware' && works(z.id));
  const pulls = worked.flatMap((z) => z.faces).reduce((n, f) => n + f.fittings.pulls, 0);
  const panes = (part: PartKind) => glassIn(piece).filter((g) => g.part === part && works(g.zoneId)).length;
  const members = membersOf(piece, house, zones).flatMap(({ member, off }): Part[] => {
    const part = member.part(piece);
    if (part === null || !worked.some((z) => worksFor(member, z))) return [];
    return [{ part, count: countOf(member, piece, zones), on: !off, carries: member.carries ?? false }];
  });
  const fixed = house['hardware-doors'] === 'left-masked';
  const part = (kind: PartKind, count: number, on = fixed): Part => ({ part: kind, count, on, carries: false });
  // What gets a treatment of its own has to come off, whatever the house does with the rest.
  const all = [
    part('hardware', pulls, fixed && piece.hardware.treatment === 'keep'),
    ...members.filter((m) => comesEarly.has(m.part)),
    part('mirror', panes('mirror')),
    part('glass', panes('glass')),
    ...fittingsOff(piece, works),
    ...members.filter((m) => !comesEarly.has(m.part)),
  ];
  return all.filter((p) => p.count > 0);
}

/** Fittings in the way of the work; show-nails hold the cover, and come out with it. */
function fittingsOff(piece: Piece, works: (id: Situation['zoneId']) => boolean): Part[] {
  const counts = new Map<PartKind, number>();
  for (const { kind, zoneId, count, missing } of piece.fittings) {
    const isInTheWay = kind === 'show-nail' ? piece.looks[zoneId] === 're-covered' : works(zoneId);
    const { part } = fittingRow(kind);
    if (isInTheWay) counts.set(part, (counts.get(part) ?? 0) + Math.max(0, count - missing));
  }
  return [...counts].map(([part, count]) => ({ part, count, on: false, carries: false }));
}

/** Fittings that are gone are had before they are needed, and fitted with the others. */
function supplyFittings({ whole, piece, planned }: Around): void {
  for (const fitting of piece.fittings) {
    const { kind, zoneId, missing } = fitting;
    if (missing === 0 || !planned.some((p) => p.situation.zoneId === zoneId && p.situation.look !== 'leave')) continue;
    const { part, one, many } = fittingRow(kind);
    const ordered = whole.add(phase.intake, 'obtain', {
      aside: true,
      fixedWaitMin: leadTimeMin,
      reason: `${missing === 1 ? `A ${one}` : `${missing} ${many}`} to match takes days to come: ordered before the work begins.`,
    });
    whole.add(phase.refit, 'replace-part', { part, count: missing, after: [ordered.id], reason: onAgain(fitting) });
  }
}

/** How parts go on again: fittings in their own way, and their screws measured against the wood. */
function refitReason({ piece }: Around, part: PartKind): string {
  const own = piece.fittings.filter((f) => fittingRow(f.kind).part === part);
  if (own.length === 0) return 'Every zone can be handled.';
  return [...new Set([...own.map(onAgain), ...own.flatMap((f) => screwsSay(f) ?? [])])].join(' ');
}

/** Line of tape round a part that stays on, m (from memory). */
const tapeRoundM: Readonly<Partial<Record<PartKind, number>>> = {
  hardware: 0.15,
  door: 0.6,
  lid: 1,
  mirror: 2,
  glass: 1.5,
  'seat-pad': 1.6,
};

/** Parts that stay on are masked before anything wet, and uncovered after the last coat. */
function maskParts(around: Around, left: readonly Part[]): void {
  const { whole, planned } = around;
  const lineM = left.reduce((sum, p) => sum + tapeRoundM[p.part]! * p.count, 0);
  const mask = whole.add(phase.coverKept, 'mask', {
    lineM,
    reason: 'House rule: old fixings stay on. Everything round them is masked and worked with care.',
  });
  // Glass breaks under what scrapes and heats.
  const glass = left.some((p) => isGlass(p.part));
  for (const p of planned)
    before(
      mask,
      stepsOf(p.chain).filter((s) => stepKind(s.kind).film || (glass && stepKind(s.kind).breaksFilm)),
    );
  whole.add(phase.uncover, 'unmask', {
    lineM,
    reason: 'Off once the last coat is on.',
    after: planned.flatMap((p) =>
      stepsOf(p.chain)
        .filter((s) => stepKind(s.kind).film)
        .slice(-1)
        .map((s) => s.id),
    ),
  });
}

const glassOut = 'Glass comes out rather than being taped where its back can be taken off; a helper for a wide one.';

const whyOff: Readonly<Partial<Record<PartKind, string>>> = {
  door: 'Edges and hinge sides are reached only with the doors off.',
  lid: 'Off its hinges: edges and inside are reached only so.',
  mirror: glassOut,
  glass: glassOut,
  'seat-pad': 'Pad and cover stay clean only off the frame.',
  top: 'Off its frame: base and top are worked side by side. Its screws are bagged and labelled.',
  leg: 'Each leg is marked for its corner. The piece stands on blocks meanwhile.',
  joint: 'Every joint is marked, knocked apart with a block, and scraped clean. Tenons and mortises stay free of film.',
  bolt: 'Every side is marked for its post; bolts and barrels are bagged together.',
};

/** Things to keep are covered before the first wet or abrasive step. */
function protect({ whole, piece, planned }: Around): Step | null {
  if (piece.kept.length === 0) return null;
  const cover = whole.add(phase.intake, 'cover', {
    count: piece.kept.length,
    reason:
      'What is to be kept is covered before anything wet or abrasive comes near: film is no barrier to stripper, stop short of it.',
  });
  for (const p of planned) before(cover, [stepsOf(p.chain).find((s) => s.kind !== 'obtain')]);
  return cover;
}

/** The first step of a zone that wants the hardware off: the very first, or the first after cleaning. */
const firstAfter = (chain: ZoneChain, off: House['hardware-doors']) =>
  chain.drafts.find(
    (d) =>
      d.step.kind !== 'obtain' && d.phase > (off === 'off-after-cleaning' ? phase.partsAfterCleaning : phase.parts),
  )?.step;

function takeOff(around: Around, parts: readonly Part[]): void {
  const { whole, house, planned } = around;
  const off = house['hardware-doors'];
  const late = off === 'off-after-cleaning';
  // Glass is out before anything is scraped, scuffed or heated.
  const ordered = late ? [...parts].sort((a, b) => Number(isGlass(b.part)) - Number(isGlass(a.part))) : parts;
  const taken = ordered.map((p) =>
    whole.add(late && !isGlass(p.part) ? phase.partsAfterCleaning : phase.parts, 'remove-part', {
      part: p.part,
      count: p.count,
      reason:
        whyOff[p.part] ??
        fittingTable.find((f) => f.part === p.part)?.off ??
        'Nothing wet or abrasive goes round hardware. Number the drawers, bag and label the fixings.',
    }),
  );
  const last = taken.at(-1);
  const out = taken.findLast((s) => isGlass(s.part));
  for (const p of planned) {
    if (last) before(last, [firstAfter(p.chain, off)]);
    if (out) before(out, [stepsOf(p.chain).find((s) => stepKind(s.kind).breaksFilm)]);
  }
  if (!late) return;
  for (const { chain } of planned) {
    const cleaned = chain.drafts.filter((d) => d.phase === phase.clean).at(-1)?.step;
    if (cleaned) taken.find((s) => !isGlass(s.part))?.after.push(cleaned.id);
  }
}

/** The stage in which what comes before the mist of a stage is laid by hand. */
const byHandBefore = (at: Phase): Phase =>
  at === phase.paint ? phase.paintByHand : at === phase.clear ? phase.clearByHand : at;

/** Before anything is sprayed the piece goes where it may be sprayed, is warmed, and its openings are covered. */
function beforeSpraying(around: Around): void {
  const { whole, planned, house, tools, zones, products, piece } = around;
  const sprayedFirst = (p: (typeof planned)[number]) =>
    p.chain.drafts.findIndex((d) => stepKind(d.step.kind).film && isSprayed(d.step.method));
  const sprayed = planned
    // Pulls and hinges are carried there by themselves.
    .filter((p) => sprayedFirst(p) >= 0 && p.situation.zoneId !== 'hardware')
    .sort(
      (a, b) =>
        a.chain.drafts[sprayedFirst(a)]!.phase - b.chain.drafts[sprayedFirst(b)]!.phase ||
        zoneOrder.indexOf(a.situation.zoneId) - zoneOrder.indexOf(b.situation.zoneId),
    );
  if (sprayed.length === 0 || !tools.includes('spray-space')) return;
  const firsts = sprayed.map((p) => p.chain.drafts[sprayedFirst(p)]!.step);
  const at = sprayed[0]!.chain.drafts[sprayedFirst(sprayed[0]!)]!.phase;
  // It moves when all that is brushed and sanded before its first mist is done, on every zone.
  const together = sprayed.filter((p) => p.chain.drafts[sprayedFirst(p)]!.phase === at);
  const ready = together.flatMap((p) => p.chain.drafts[sprayedFirst(p) - 1]?.step.id ?? []);
  for (const p of together)
    for (const d of p.chain.drafts.slice(0, sprayedFirst(p))) if (d.phase === at) d.phase = byHandBefore(at);
  const move = whole.add(at, 'move-to-space', {
    aside: true,
    after: ready,
    reason: 'Mist falls on everything in the room: it is sprayed where that does no harm.',
  });
  const added = [move];
  if (
    tools.includes('heated-space') &&
    firsts.some((f) => f.productId !== null && products[f.productId]?.carrier === 'water')
  )
    added.push(
      whole.add(at, 'warm-up', {
        aside: true,
        fixedWaitMin: 3 * 60,
        after: [move.id],
        reason: 'Cold spoils sprayed waterborne: piece and product stand in the warm for some hours first.',
      }),
    );
  const drawers = zones.flatMap((z) => z.faces).filter((f) => /^drawer-\d+\/front$/.test(f.id)).length;
  if (drawers > 0 && !drawersIn(piece, house, zones))
    added.push(
      whole.add(at, 'cover', {
        aside: true,
        count: drawers,
        after: [added.at(-1)!.id],
        reason: 'With the drawers out, mist goes in at their openings.',
      }),
    );
  for (const f of firsts) f.after.push(added.at(-1)!.id);
}

/**
 * Where nothing else has to come between, all that hangs under a piece gets its coats while it lies once: later stages are
 * drawn forward to the first. What waits for a neighbour, is taped against one or sprayed, keeps its stage.
 */
function lyingOnce(lying: readonly ZoneChain[], planned: Around['planned'], at: Phase): void {
  const first = Math.min(...lying.map((c) => zoneOrder.indexOf(c.zoneId!)));
  const later = lying.flatMap((c) => c.drafts.filter((d) => d.phase > at && d.phase < phase.refit));
  const ids = new Set(later.map((d) => d.step.id));
  const others = planned.filter((p) => !lying.includes(p.chain)).flatMap((p) => p.chain.drafts);
  const notYet = new Set(
    others
      .filter((d) => d.phase > at || (d.phase === at && zoneOrder.indexOf(d.step.zoneId!) > first))
      .map((d) => d.step.id),
  );
  const tied =
    later.some(
      (d) =>
        stepKind(d.step.kind).group === 'mask' || isSprayed(d.step.method) || d.step.after.some((id) => notYet.has(id)),
    ) || others.some((d) => d.step.after.some((id) => ids.has(id)));
  if (!tied) for (const d of later) d.phase = at;
}

/** Coats that want no colour under them go on while the piece still has bare wood to lie on, before the wood above is coloured. */
const beforeColour = (lying: readonly ZoneChain[], planned: Around['planned']): boolean =>
  planned.some(
    ({ chain, situation }) =>
      !lying.includes(chain) && !situation.apart && chain.drafts.some((d) => d.phase === phase.colourWood),
  ) && lying.every((c) => c.drafts.every((d) => d.phase !== phase.colourWood));

/** What hangs under a piece is brushed upside down: turned right before each stage of its coats, and back once it can be handled. */
function turnOver({ whole, planned, piece }: Around): void {
  // What is built in is worked as it stands.
  if (piece.worksite === 'in-place') return;
  const under = formById(piece.form).lying;
  const lying = planned.filter((p) => under.includes(p.situation.zoneId) && !p.situation.apart).map((p) => p.chain);
  const films = () => lying.flatMap((c) => c.drafts.filter((d) => stepKind(d.step.kind).film));
  if (!films().some((d) => !isSprayed(d.step.method))) return;
  const stages = () => [...new Set(films().map((d) => d.phase))].sort((a, b) => a - b);
  lyingOnce(lying, planned, beforeColour(lying, planned) ? phase.colourWood : stages()[0]!);
  const places = lying.map((c) => c.zoneId!).sort((a, b) => zoneOrder.indexOf(a) - zoneOrder.indexOf(b));
  const turn = (at: Phase, beside: NonNullable<Draft['beside']>, reason: string): Step => {
    const step = whole.add(at, 'turn', { aside: true, reason });
    whole.drafts.at(-1)!.beside = beside;
    return step;
  };
  for (const at of stages()) {
    const stage = films().filter((d) => d.phase === at);
    if (!stage.some((d) => !isSprayed(d.step.method))) continue;
    const over = turn(
      at,
      { zoneId: places[0]!, at: 'before' },
      'Upside down on something soft: legs and undersides are reached, and drips run off the edge.',
    );
    const up = turn(at, { zoneId: places.at(-1)!, at: 'after' }, 'Upright again once what lay on top can be handled.');
    for (const c of lying) {
      const own = stage.filter((d) => c.drafts.includes(d)).map((d) => d.step);
      before(over, own.slice(0, 1));
      if (own.length > 0) up.after.push(own.at(-1)!.id);
    }
  }
}

/** What was knocked apart is glued together at one go. */
function glueUp(whole: ZoneChain, joints: number): void {
  const { productId, method } = whole.pick('glue', ['glue'], null, { not: 'instant' });
  whole.add(phase.refit, 'glue', {
    productId,
    method,
    count: joints,
    reason:
      'Glue in the joints only, its squeeze-out wiped off at once with a damp cloth: it holds on bare wood alone.',
  });
  whole.add(phase.refit, 'clamp', {
    count: 1,
    fixedWaitMin: overnightMin,
    reason: 'Clamped overnight on a flat floor: what stands twisted now stays so.',
  });
}

/** When the sheen of the films that are seen can be judged, by what carries them (common practice, no source). */
function sheenSettles({ planned, products }: Around): string {
  const carriers = new Set(
    planned.flatMap((p) => filmsOf(p.chain).slice(-1)).flatMap((f) => products[f.productId ?? '']?.carrier ?? []),
  );
  if (carriers.has('oil')) return ' Oil films lose their first gloss over weeks: their sheen is judged then.';
  return carriers.has('water')
    ? ' Waterborne films lose their first gloss within days: their sheen is judged then.'
    : '';
}

function putBack(around: Around, parts: readonly Part[]): void {
  const { whole, house, planned, piece, zones } = around;
  const add = (kind: Step['kind'], details: Partial<Step> & { reason: string }) =>
    whole.add(phase.refit, kind, details);
  const newHoles = planned.reduce((n, p) => n + p.situation.newHoles, 0);
  if (newHoles > 0 && house.drilling === 'after-finish')
    add('drill', {
      count: newHoles,
      reason: 'House rule: drilled in the finished front, from a template, through tape, with a backing.',
    });
  if (parts.length >= 3 || parts.some((p) => isGlass(p.part)))
    add('rehearse-assembly', { reason: 'One part hides the screws of the next: the order is tried dry first.' });
  const held = parts.filter((p) => !p.carries);
  const frame = parts.filter((p) => p.carries).reverse();
  for (const { part, count } of frame) {
    add('refit-part', {
      part,
      count,
      reason:
        part === 'joint' ? 'Tried dry first; then all of it in one go, square and flat.' : 'Every zone can be handled.',
    });
    if (part === 'joint') glueUp(whole, count);
  }
  for (const { part, count } of held) add('refit-part', { part, count, reason: refitReason(around, part) });
  supplyFittings(around);
  if (piece.alterations.some((a) => a.kind === 'new-top'))
    add('assemble', { reason: 'The new top is screwed on from below, with slots for the wood to move.' });
  const faces = zones.filter((z) => z.id === 'fronts' || z.id === 'interior').flatMap((z) => z.faces);
  const worked = planned.some(
    (p) => (p.situation.zoneId === 'fronts' || p.situation.zoneId === 'interior') && p.situation.look !== 'leave',
  );
  if (worked && faces.some((f) => f.id.startsWith('drawer-')))
    add('oil-runners', { reason: 'Dry runners drag: wax on them is what customers notice first.' });
  if (piece.legs !== 'none')
    add('felt', { reason: 'Felt or glides keep the new finish off the floor, and the floor whole.' });
  const restraint = restraintOf(piece);
  if (restraint !== null)
    add('fit-restraint', {
      ...(restraint === 'lid' ? { part: 'lid' as const } : {}),
      reason:
        restraint === 'lid'
          ? 'A lid support is fitted, and a latch that closes by itself comes off.'
          : 'Tall and heavy on one side: a restraint goes with it, to be fixed to the wall.',
    });
  whole.add(phase.cure, 'cure', {
    reason: `Dry is not cured: light use first, full use after the cure.${sheenSettles(around)}`,
  });
  const forChildren = planned.some((p) => p.situation.look !== 'leave' && p.situation.wear === 'child-food');
  // An old cot is not handed over by a plan; what it waits for stands in its cure.
  if (piece.ownership === 'own' && (!forChildren || formById(piece.form).family === 'cot')) return;
  whole.add(phase.handOver, 'hand-over', {
    aside: true,
    reason: forChildren
      ? 'Children mouth what they hold, and food lies on it: not before everything has cured through, also at home.'
      : 'With its care card: when it may be used, how it is cleaned, and when it has cured.',
  });
}

/** What stands round a piece that is worked where it is, or in the open, is covered first. */
function coverTheSite({ whole, piece, planned }: Around): void {
  if (piece.worksite === undefined || piece.worksite === 'workshop') return;
  const inPlace = piece.worksite === 'in-place';
  const cover = whole.add(phase.intake, 'cover', {
    count: 1,
    reason: inPlace
      ? 'Floor, walls and what stands beside it are covered, doors closed and the room aired: it is worked where it stands.'
      : 'Ground and what stands beside it are covered. In the open: in the shade, on a dry day with little wind, and not late: dew spoils a film that is not dry.',
  });
  for (const p of planned) before(cover, [stepsOf(p.chain).find((s) => s.kind !== 'obtain')]);
  whole.add(phase.uncover, 'unmask', {
    aside: true,
    lineM: 4,
    after: planned.flatMap((p) => filmsOf(p.chain).slice(-1)).map((f) => f.id),
    reason: inPlace ? 'The room is given back clean.' : 'Nothing stays out overnight before it is dry.',
  });
}

/** What is tacked to the frame is built up once the frame has its last coat. */
function stuffLast({ planned, piece }: Around): void {
  if (piece.upholstery !== 'fixed') return;
  const seat = planned.find((p) => p.situation.zoneId === 'seat' && p.situation.look === 're-covered');
  const first = seat && stepsOf(seat.chain).find((s) => s.kind === 'replace-part');
  for (const p of planned)
    if (first && p !== seat && p.situation.zoneId !== 'hardware')
      for (const film of filmsOf(p.chain).slice(-1)) first.after.push(film.id);
}

/** House rule: the first coat with the drawers out, for their edges, the last with them in, so that the gaps are seen. */
function drawersBack({ whole, planned, house, zones, piece }: Around): void {
  if (house.drawers !== 'out-then-in' || drawersIn(piece, house, zones)) return;
  const fronts = planned.find((p) => p.situation.zoneId === 'fronts');
  const coatsOn = fronts?.chain.drafts.filter((d) => ['paint', 'clear', 'blend'].includes(d.step.kind)) ?? [];
  const last = coatsOn.at(-1);
  const body = planned.filter((p) => p.situation.zoneId === 'carcass').flatMap((p) => filmsOf(p.chain).slice(0, 1));
  const hasDrawers = zones.some((z) => z.faces.some((f) => /^drawer-\d+\/front$/.test(f.id)));
  if (!last || coatsOn.length < 2 || !hasDrawers) return;
  const back = whole.add(last.phase, 'assemble', {
    aside: true,
    after: [coatsOn.at(-2)!.step.id, ...body.map((f) => f.id)],
    reason:
      'House rule: the last coat goes on with the drawers in, a card in each gap, so that they line up and nothing sticks.',
  });
  before(back, [last.step]);
}

/** The steps of the whole piece: its record, what comes off and goes on again, what the spraying and the legs ask for. */
export function aroundTheWork(around: Around): ZoneChain {
  const { whole, planned, piece, house } = around;
  const photo = whole.add(phase.intake, 'photograph', {
    reason:
      'Straight on and close up, before the first change: a finish can be sold and repeated only from its record.',
  });
  for (const p of planned) before(photo, [stepsOf(p.chain).find((s) => s.kind !== 'obtain')]);
  const tested = planned.some((p) => p.situation.look !== 'leave' && p.situation.hasFilm) && leadHold(piece);
  if (tested)
    whole.add(phase.intake, 'test', {
      test: 'lead',
      reason: 'Every layer of an old film is tested before anything abrasive: home kits can miss low levels.',
    });
  coverTheSite(around);
  const kept = protect(around);
  const parts = partsOff(around);
  // What is covered anew from the frame up has nothing to mask.
  const bared = house['old-upholstery'] === 'remove' && piece.looks.seat === 're-covered';
  const left = parts.filter((p) => p.on && tapeRoundM[p.part] && !(bared && p.part === 'seat-pad'));
  const off = parts.filter((p) => !p.on);
  takeOff(around, off);
  if (left.length > 0) maskParts(around, left);
  beforeSpraying(around);
  turnOver(around);
  drawersBack(around);
  stuffLast(around);
  putBack(around, off);
  if (kept)
    whole.add(phase.uncover, 'unmask', {
      aside: true,
      lineM: 0.6 * piece.kept.length,
      after: planned.flatMap((p) => filmsOf(p.chain).slice(-1)).map((f) => f.id),
      reason: 'What was kept is uncovered after the last coat.',
    });
  return whole;
}
