import { formById, zoneNames } from '../piece';
import type { FormId, Piece, Step } from '../workshop';
import { hidesUnder, outlineM } from './exposure';
import type { House } from './houseRules';
import { phase, zoneOrder } from './phases';
import { type Situation, staysAsItIs } from './Situation';
import { asOn, isSeen, matchOf, ownClear } from './seenTogether';
import { isSprayed, stepKind } from './stepKinds';
import type { Draft, ZoneChain } from './ZoneChain';

interface Planned {
  situation: Situation;
  chain: ZoneChain;
}

const stepsOf = (p: Planned): Step[] => p.chain.drafts.map((d) => d.step);
const firstIn = (p: Planned, at: number): Step | undefined => p.chain.drafts.find((d) => d.phase === at)?.step;
const lastIn = (p: Planned, at: number): Step | undefined => p.chain.drafts.filter((d) => d.phase === at).at(-1)?.step;
const lastFilm = (p: Planned): Step | undefined =>
  stepsOf(p)
    .filter((s) => stepKind(s.kind).film)
    .at(-1);
const waitOn = (step: Step | undefined, on: Step | undefined): void => {
  if (step && on && step !== on && !step.after.includes(on.id)) step.after.push(on.id);
};

const isBefore = (a: Planned, b: Planned): boolean =>
  zoneOrder.indexOf(a.situation.zoneId) < zoneOrder.indexOf(b.situation.zoneId);

const isWax = (step: Step): boolean => step.kind === 'wax' || step.kind === 'dark-wax';

/** The last of the dusty work of a zone; what is only looked at after it raises none. */
const lastDusty = (p: Planned): Step | undefined =>
  p.chain.drafts.findLast((d) => d.phase === phase.abrade && d.step.kind !== 'test' && d.step.kind !== 'dry')?.step;

/** Nothing wet goes on anywhere while dust of sanding still flies. */
function dustBeforeFilm(all: readonly Planned[]): void {
  for (const p of all) {
    const first = stepsOf(p).find((s) => stepKind(s.kind).film);
    for (const other of all) if (other !== p) waitOn(first, lastDusty(other));
  }
}

/**
 * Tape on a clear zone before its neighbours are painted, off while the last coat is soft, clear after that. Where the base goes
 * first, the wood is still bare then, and is covered.
 */
function maskForPaint(p: Planned, all: readonly Planned[], house: House): void {
  const border = (q: Planned) => p.situation.neighbours.find((n) => n.zoneId === q.situation.zoneId)?.lineM ?? 0;
  const coats = (q: Planned) =>
    q.chain.drafts.filter((d) => d.phase === phase.paint && stepKind(d.step.kind).film && hidesUnder(d.step.kind));
  const painted = all.filter((q) => {
    const mist = coats(q).some((d) => isSprayed(d.step.method)) && !p.situation.apart && !q.situation.apart;
    return q !== p && coats(q).length > 0 && (mist || border(q) > 0);
  });
  if (painted.length === 0) return;
  const borderM = painted.reduce((sum, q) => sum + border(q), 0);
  const lineM = borderM || outlineM(p.situation.areaM2);
  const names = painted.map((q) => zoneNames[q.situation.zoneId].toLowerCase()).join(', ');
  const sprayed = painted.some((q) => stepsOf(q).some((s) => stepKind(s.kind).film && isSprayed(s.method)));
  const dry = house['tape-pull'] === 'dry';
  // Leather is coloured when the paint beside it is done: till then it is covered as it is.
  const coloured = p.chain.drafts.some((d) => d.phase === phase.paint);
  const own = p.chain.drafts.find((d) => d.phase >= (coloured ? phase.paint : phase.decorate))?.step;
  const bare = coloured || house['top-or-base-first'] === 'base-first' || borderM === 0;
  for (const d of p.chain.drafts) if (d.phase === phase.paint) d.phase = phase.unmask;
  p.chain.before(coloured ? phase.unmask : phase.decorate, () => {
    // Tape on bare wood lifts its grain: film is laid over it, and held beside it.
    if (bare) p.chain.add(phase.mask, 'cover', { reason: `Covered before the paint of ${names} comes near.` });
    else
      p.chain.add(phase.mask, 'mask', {
        lineM,
        reason: sprayed
          ? `The mist of ${names} falls here too: tape the border and cover the rest.`
          : `A clean line against the paint of ${names}.`,
      });
    if (!bare && house['edge-seal'] !== 'none') {
      const what = {
        clear: 'A little clear',
        primer: 'A little primer',
        colour: 'A little of what is already under it',
      }[house['edge-seal']];
      p.chain.add(phase.mask, 'seal-edge', {
        lineM,
        reason: `${what} along the tape: what creeps under it is invisible.`,
      });
    }
    p.chain.add(phase.unmask, 'unmask', {
      lineM,
      reason: bare
        ? 'Off once the last coat beside it is on.'
        : dry
          ? 'House rule: pulled when dry, scored along the edge first.'
          : 'While the last coat is still soft: hard paint tears at the edge.',
    });
  });
  const unmask = stepsOf(p).findLast((s) => s.kind === 'unmask');
  for (const q of painted) {
    waitOn(firstIn(q, phase.paint), lastIn(p, phase.mask));
    // The last that is wet: what is only looked at later lets the edge harden.
    waitOn(unmask, q.chain.drafts.findLast((d) => d.phase === phase.paint && stepKind(d.step.kind).wet)?.step);
  }
  waitOn(own, unmask);
}

/** A sprayed clear coat drifts: painted neighbours are covered once they can bear tape. */
function coverFromClear(p: Planned, all: readonly Planned[], house: House): void {
  const late = p.chain.drafts.filter((d) => d.phase >= phase.clear).map((d) => d.step);
  const clears = late.filter((s) => s.kind === 'clear');
  if (p.situation.look === 'leave' || p.situation.apart) return;
  const mist = clears.find((s) => isSprayed(s.method));
  const baseFirst = house['top-or-base-first'] === 'base-first' && !p.situation.painted;
  if (!baseFirst && !mist) return;
  // An interior that is finished before the outside is painted drifts on nothing that matters.
  const first = late.find((s) => stepKind(s.kind).film);
  if (!first) return;
  for (const q of all) {
    const n = p.situation.neighbours.find((x) => x.zoneId === q.situation.zoneId);
    if (q === p || !q.situation.painted || q.situation.apart) continue;
    if (!mist && !n?.lineM) continue;
    // What gets the same out of the same gun needs no cover; of two that get different ones the first is covered.
    const own = stepsOf(q).filter((s) => stepKind(s.kind).film);
    if (mist && own.some((s) => s.productId === mist.productId)) continue;
    if (own.some((s) => s.kind === 'clear' && isSprayed(s.method)) && !isBefore(q, p)) continue;
    const lineM = n?.lineM || outlineM(q.situation.areaM2);
    // Nothing is taped on wax: it goes on when the cover is off. All else it gets is finished before it is covered.
    const waxAt = q.chain.drafts.findIndex((d) => isWax(d.step));
    const wax = waxAt < 0 ? [] : q.chain.drafts.splice(waxAt);
    for (const d of q.chain.drafts) if (d.phase === phase.clear) d.phase = phase.coverPainted;
    const film = lastFilm(q);
    q.chain.before(phase.uncover, () => {
      q.chain.add(phase.coverPainted, 'mask', {
        lineM,
        reason: baseFirst
          ? `The ${zoneNames[p.situation.zoneId].toLowerCase()} is finished after the paint: a clean line against it.`
          : `Sprayed clear on the ${zoneNames[p.situation.zoneId].toLowerCase()} drifts: cover this zone.`,
      });
    });
    const mask = lastIn(q, phase.coverPainted);
    waitOn(mask, film);
    waitOn(baseFirst ? first : clears[0], mask);
    const unmask = q.chain.add(phase.uncover, 'unmask', {
      lineM,
      reason: 'Cover off once the last clear coat is on.',
    });
    waitOn(unmask, clears.at(-1));
    q.chain.drafts.push(...wax.map((d) => ({ ...d, phase: phase.uncover })));
  }
}

/** Wax is the last of all: no mist falls on it. */
function waxLast(all: readonly Planned[]): void {
  const body = all.filter((p) => !p.situation.apart);
  for (const p of body) {
    const wax = stepsOf(p).find(isWax);
    for (const q of body)
      if (q !== p)
        waitOn(
          wax,
          stepsOf(q).findLast((s) => stepKind(s.kind).film && isSprayed(s.method)),
        );
  }
}

/** A zone that is left alone is covered before its neighbours get anything wet, or anything is sprayed, and uncovered at the end. */
function coverKept(p: Planned, all: readonly Planned[]): void {
  if (p.situation.apart) return;
  const sprays = (q: Planned) =>
    !q.situation.apart && stepsOf(q).some((s) => stepKind(s.kind).film && isSprayed(s.method));
  const working = all.filter(
    (q) =>
      !staysAsItIs(q.situation.look) &&
      // Where nothing is laid there is nothing to cover it from.
      stepsOf(q).some((s) => stepKind(s.kind).film) &&
      (sprays(q) || p.situation.neighbours.some((n) => n.zoneId === q.situation.zoneId && n.lineM > 0)),
  );
  if (working.length === 0) return;
  const borderM = p.situation.neighbours.filter((n) => !staysAsItIs(n.look)).reduce((sum, n) => sum + n.lineM, 0);
  const lineM = borderM > 0 ? borderM : outlineM(p.situation.areaM2);
  const stripping = working.some((q) => stepsOf(q).some((s) => s.kind === 'strip-chemical'));
  const mask =
    borderM > 0
      ? p.chain.add(phase.coverKept, 'mask', {
          lineM,
          reason: stripping
            ? 'This zone stays as it is. Tape is no barrier to stripper: stop short of the border and finish the margin by hand.'
            : 'This zone stays as it is: nothing may get on it.',
        })
      : p.chain.add(phase.coverKept, 'cover', { reason: 'This zone stays as it is, and mist goes in everywhere.' });
  const unmask = p.chain.add(phase.uncover, 'unmask', {
    lineM,
    reason: 'Cover off once every neighbour has its last coat.',
  });
  for (const q of working) {
    waitOn(mask, lastDusty(q));
    waitOn(
      stepsOf(q).find((s) => stepKind(s.kind).film),
      mask,
    );
    // Of what meets it nowhere only the mist comes near.
    const mist = stepsOf(q).findLast((s) => stepKind(s.kind).film && isSprayed(s.method));
    waitOn(unmask, p.situation.neighbours.some((n) => n.zoneId === q.situation.zoneId) ? lastFilm(q) : mist);
  }
}

/** The inside has its last coat before the outside has its own, however the days fall: what drips out of it falls on that. */
function insideFirst(all: readonly Planned[], form: FormId): void {
  const coats = (p: Planned | undefined) =>
    p?.chain.drafts.filter((d) => stepKind(d.step.kind).film || d.step.kind === 'wax') ?? [];
  const inside = coats(all.find((p) => p.situation.zoneId === 'interior')).filter((d) => stepKind(d.step.kind).film);
  for (const p of all) {
    // What hangs under the piece is coated while it lies, and no drip reaches it.
    const { zoneId } = p.situation;
    if (zoneId === 'interior' || p.situation.apart || formById(form).lying.includes(zoneId)) continue;
    const last = coats(p).at(-1);
    // Clear beside paint is cut in by hand.
    const drips = inside.findLast(
      ({ step }) => !p.situation.painted || stepKind(step.kind).colours || hidesUnder(step.kind),
    );
    if (last) waitOn(last.step, drips?.step);
  }
}

/** New cloth and new cane are laid when everything else has its last coat. */
function coverLast(all: readonly Planned[]): void {
  for (const p of all) {
    const cloth = stepsOf(p).find((s) => s.kind === 'replace-part' && s.part === 'covering');
    for (const q of all) if (q !== p && q.situation.zoneId !== 'hardware') waitOn(cloth, lastFilm(q));
  }
}

/** What a sample shows: the wood, and all that is laid on it, in order. */
const shownBy = (p: Planned): string =>
  [
    ...p.situation.species.map((s) => s.id).sort(),
    ...stepsOf(p)
      .filter((s) => stepKind(s.kind).film || stepKind(s.kind).inWood)
      .map((s) => `${s.kind} ${s.productId}`),
  ].join('|');

/** Zones of one wood that get the same colour and film have one sample, made and approved once. */
function oneSample(all: readonly Planned[]): void {
  const made = new Map<string, Step[]>();
  for (const p of all) {
    const own = stepsOf(p).filter((s) => s.kind === 'make-sample' || s.kind === 'approve');
    if (own.length === 0) continue;
    const first = made.get(shownBy(p));
    if (!first) {
      made.set(shownBy(p), own);
      continue;
    }
    const left = p.chain.drafts.filter((d) => !own.includes(d.step));
    p.chain.drafts.splice(0, p.chain.drafts.length, ...left);
    waitOn(
      stepsOf(p).find((s) => stepKind(s.kind).colours),
      first.at(-1),
    );
  }
}

/** A gun is set for a product once, on a board, before its first coat anywhere. */
function panelFirst(all: readonly Planned[]): void {
  const set = new Set<string | null>();
  const sprayed = (d: Draft) => stepKind(d.step.kind).film && d.step.method === 'hvlp';
  for (const { chain } of all)
    if (chain.drafts.some((d) => d.step.kind === 'make-sample'))
      for (const d of chain.drafts.filter(sprayed)) set.add(d.step.productId);
  for (const { chain } of all)
    for (const d of chain.drafts.filter(sprayed)) {
      if (set.has(d.step.productId)) continue;
      set.add(d.step.productId);
      chain.add(d.phase, 'test', {
        test: 'spray',
        reason: 'Needle, air and thinning are set on a board, not on the piece.',
      });
      const panel = chain.drafts.pop()!;
      chain.drafts.splice(chain.drafts.indexOf(d), 0, panel);
    }
}

/** What has to dry on a zone before its first coat of a kind. */
const driesBefore = (p: Planned, kind: Step['kind']): number => {
  const steps = stepsOf(p);
  return steps
    .slice(
      0,
      steps.findIndex((s) => s.kind === kind),
    )
    .filter((s) => stepKind(s.kind).film || stepKind(s.kind).inWood || s.fixedWaitMin > 0).length;
};

/**
 * Zones that are turned together wait for each other anyway: the same coat goes on one right behind the other, once the slower
 * of them is ready, in one sitting.
 */
function sideBySide(all: readonly Planned[], form: FormId): void {
  const { lying } = formById(form);
  const group = all.filter((p) => lying.includes(p.situation.zoneId) && !p.situation.apart);
  for (const kind of ['block', 'prime', 'paint', 'clear'] as const) {
    const coats = (p: Planned) => stepsOf(p).filter((s) => s.kind === kind && s.areaFrac === 1);
    const bySlowest = group
      .filter((p) => coats(p).length > 0)
      .sort((a, b) => driesBefore(b, kind) - driesBefore(a, kind));
    const [slow, ...others] = bySlowest;
    if (!slow) continue;
    for (const p of others) {
      if (p.situation.look !== slow.situation.look) continue;
      const [own, first] = [coats(p), coats(slow)];
      const alike = own.every((s, i) => s.productId === first[i]?.productId && s.method === first[i]?.method);
      if (!alike || driesBefore(p, kind) >= driesBefore(slow, kind)) continue;
      for (const [i, s] of own.entries()) waitOn(s, first[i]);
    }
  }
}

/** Where a zone gets another colour or clear than the others of its look, or the same by choice, its first such coat says why. */
function sayWhetherAlike(
  all: readonly Planned[],
  house: House,
  piece: Pick<Piece, 'choices' | 'looks' | 'wear' | 'log' | 'reworked'>,
): void {
  for (const p of all) {
    const { zoneId, look } = p.situation;
    const told = new Set<Step['kind']>();
    for (const own of stepsOf(p)) {
      if (own.productId === null || !isSeen(own.kind) || told.has(own.kind)) continue;
      told.add(own.kind);
      const first = (q: Planned) => stepsOf(q).find((s) => s.kind === own.kind && s.productId !== null)?.productId;
      const others = all.filter((q) => q !== p && q.situation.look === look && first(q) !== undefined);
      const like = matchOf(piece, zoneId, own.kind, house);
      if (like && piece.choices[`${like}/${own.kind}`]?.productId === own.productId)
        own.reason = `${own.reason} ${asOn(like)}`;
      if (others.length === 0 || others.some((q) => first(q) === own.productId)) continue;
      const why = piece.choices[`${zoneId}/${own.kind}`]?.productId
        ? 'It was chosen for this zone'
        : own.kind === 'clear'
          ? ownClear(piece, zoneId, house)
          : null;
      const names = others.map((q) => zoneNames[q.situation.zoneId].toLowerCase()).join(', ');
      if (why) own.reason = `${own.reason} ${why}: another product than on the ${names}, on purpose.`;
    }
  }
}

/** Adds to the zones' own steps what they ask of each other, and the waits between them. */
export function addNeighbourSteps(
  all: readonly Planned[],
  house: House,
  piece: Pick<Piece, 'form' | 'edits' | 'choices' | 'looks' | 'wear' | 'log' | 'reworked'>,
): void {
  const { form, edits } = piece;
  oneSample(all);
  panelFirst(all);
  sideBySide(all, form);
  sayWhetherAlike(all, house, piece);
  dustBeforeFilm(all);
  for (const p of all) if (staysAsItIs(p.situation.look)) coverKept(p, all);
  // Whatever shows its ground to the last: wood under clear, and leather.
  const shown = all.filter(
    (p) =>
      p.situation.look !== 'leave' &&
      !p.situation.painted &&
      stepsOf(p).some((s) => stepKind(s.kind).film || s.kind === 'wax'),
  );
  for (const p of shown) maskForPaint(p, all, house);
  for (const p of all) coverFromClear(p, all, house);
  coverLast(all);
  waxLast(all);
  // Who puts the inside last by hand is let do so, and told.
  const own = edits.pins.some((p) => p.afterId.startsWith('interior/'));
  if (!own && house['interior-first'] !== 'after' && house['top-or-base-first'] !== 'base-first')
    insideFirst(all, form);
}
