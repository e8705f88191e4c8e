import { buildFaces, type Face, shapeOf, type Zone, zoneNames, zonesOf } from '../piece';
import { good, type Issue, type Result, refused } from '../units';
import type { PartKind, Piece, Product, Settings, Step, ZoneId } from '../workshop';
import { applyEdits } from './applyEdits';
import { availableLooks, lookNames } from './availableLooks';
import { type House, houseOf } from './houseRules';
import { addNeighbourSteps } from './neighbourSteps';
import { phase } from './phases';
import { planZone } from './planZone';
import { lookOf, situationsOf } from './Situation';
import { stepKind } from './stepKinds';
import { ZoneChain } from './ZoneChain';

/** What a plan is made from besides the piece: the shelf and the ways of the house. */
export interface Shop {
  products: Readonly<Record<string, Product>>;
  settings: Pick<Settings, 'houseRules' | 'methods'>;
}

/** What is hardest to reach comes first, the top last; the interior before the outside. */
const zoneOrder: readonly ZoneId[] = ['interior', 'legs', 'carcass', 'fronts', 'top'];

/** Looks that the survey does not allow, said with what can be had instead. */
function barredLooks(piece: Piece, zones: readonly Zone[]): Issue[] {
  return zones.flatMap((zone) => {
    const wanted = lookOf(piece, zone.id);
    const choices = availableLooks(piece, zone.faces);
    const barred = choices.find((c) => c.look === wanted)?.barredBecause;
    const instead = choices
      .filter((c) => !c.barredBecause)
      .map((c) => lookNames[c.look])
      .join(', ');
    return barred
      ? [
          {
            code: 'look_barred',
            path: `looks.${zone.id}`,
            message: `${zoneNames[zone.id]}: ${lookNames[wanted]} cannot be had. ${barred} What can: ${instead}.`,
          },
        ]
      : [];
  });
}

const fittings = (faces: readonly Face[], key: 'pulls' | 'hinges'): number =>
  faces.reduce((n, f) => n + f.fittings[key], 0);

/** The first step of a zone that wants the hardware off: the very first, or the first after cleaning. */
const firstAfter = (chain: ZoneChain, off: House['hardware-doors']) =>
  chain.drafts.find((d) => off === 'off-first' || d.phase > phase.partsAfterCleaning)?.step;

/** Line of tape round a pull and round the hinges of a door, m (from memory). */
const tapeRoundM = { hardware: 0.15, door: 0.6 } as const;

/** Hardware that stays on is masked before anything wet, and uncovered after the last coat. */
function maskHardware(
  whole: ZoneChain,
  chains: readonly ZoneChain[],
  left: readonly { part: PartKind; count: number }[],
): void {
  const lineM = left.reduce((sum, p) => sum + tapeRoundM[p.part] * p.count, 0);
  const films = chains.flatMap((c) => c.drafts.map((d) => d.step).filter((s) => stepKind(s.kind).film));
  const mask = whole.add(phase.coverKept, 'mask', {
    lineM,
    reason: 'House rule: old fixings stay on. Everything round them is masked and worked with care.',
  });
  for (const film of films) film.waitsFor.push({ stepId: mask.id, wait: 'none' });
  whole.add(phase.uncover, 'unmask', {
    lineM,
    reason: 'Off once the last coat is on.',
    waitsFor: chains
      .flatMap((c) =>
        c.drafts
          .map((d) => d.step)
          .filter((s) => stepKind(s.kind).film)
          .slice(-1),
      )
      .map((s) => ({ stepId: s.id, wait: 'none' as const })),
  });
}

/** Hardware and doors off before anything else, on again when every zone can be handled. */
function aroundTheWork(
  whole: ZoneChain,
  house: House,
  chains: readonly ZoneChain[],
  worked: readonly Zone[],
  stands: boolean,
): ZoneChain {
  const faces = worked.filter((z) => z.id === 'fronts' || z.id === 'interior').flatMap((z) => z.faces);
  const parts = [
    { part: 'hardware' as const, count: fittings(faces, 'pulls') },
    { part: 'door' as const, count: fittings(faces, 'hinges') / 2 },
  ].filter((p) => p.count > 0);
  const photo = whole.add(phase.parts, 'photograph', {
    reason:
      'Straight on and close up, before the first change: a finish can be sold and repeated only from its record.',
  });
  const off = house['hardware-doors'];
  const left = off === 'left-masked' ? parts.splice(0) : [];
  if (left.length > 0) maskHardware(whole, chains, left);
  const taken = parts.map((p) =>
    whole.add(off === 'off-first' ? phase.parts : phase.partsAfterCleaning, 'remove-part', {
      ...p,
      reason:
        p.part === 'door'
          ? 'Edges and hinge sides are reached only with the doors off.'
          : 'Nothing wet or abrasive goes round hardware. Bag and label the fixings.',
    }),
  );
  const lastTaken = taken.at(-1);
  for (const c of chains) {
    if (lastTaken) firstAfter(c, off)?.waitsFor.push({ stepId: lastTaken.id, wait: 'none' });
    c.drafts[0]?.step.waitsFor.push({ stepId: photo.id, wait: 'none' });
  }
  if (off === 'off-after-cleaning') {
    const cleaned = chains.flatMap((c) => c.drafts.filter((d) => d.phase === phase.clean).at(-1)?.step ?? []);
    for (const step of cleaned) {
      taken[0]?.waitsFor.push({ stepId: step.id, wait: step.kind === 'dry-out' ? 'dry' : 'none' });
    }
  }
  const films = chains.flatMap((c) =>
    c.drafts
      .map((d) => d.step)
      .filter((s) => stepKind(s.kind).film || s.kind === 'wax')
      .slice(-1),
  );
  const ends = chains.flatMap((c) => c.drafts.at(-1)?.step ?? []);
  const handled = [
    ...films.map((f) => ({ stepId: f.id, wait: 'handle' as const })),
    ...ends.filter((e) => !films.includes(e)).map((e) => ({ stepId: e.id, wait: 'none' as const })),
  ];
  parts.forEach(
    (p, i) =>
      void whole.add(phase.refit, 'refit-part', {
        ...p,
        ...(i === 0 ? { waitsFor: handled } : {}),
        reason: 'Every zone can be handled.',
      }),
  );
  const drawers = faces.some((f) => f.id.startsWith('drawer-'));
  if (drawers)
    whole.add(phase.refit, 'oil-runners', { reason: 'Dry runners drag: wax on them is what customers notice first.' });
  if (stands)
    whole.add(phase.refit, 'felt', {
      reason: 'Felt or glides keep the new finish off the floor, and the floor whole.',
    });
  whole.add(phase.cure, 'cure', {
    waitsFor: [...films.map((f) => ({ stepId: f.id, wait: 'cure' as const })), ...handled],
    reason: 'Dry is not cured: light use first, full use after the cure.',
  });
  return whole;
}

/**
 * The finish plan of a piece: every step over all zones in the order of work, with what it waits for and why it is there.
 * Refused, with every reason at once, where dimensions are missing or a look cannot be had.
 * The user's choices are kept where they apply; those that do not are named as warnings.
 */
export function generatePlan(piece: Piece, shop: Shop): Result<Step[]> {
  const { products, settings } = shop;
  const shape = shapeOf(piece);
  if (!shape.ok) return refused(...shape.issues);
  const zones = zonesOf(piece, buildFaces(shape.value));
  const barred = barredLooks(piece, zones);
  if (barred.length > 0) return refused(...barred);
  const house = houseOf(settings, piece);
  const chain = (zoneId: ZoneId | null) => new ZoneChain(zoneId, piece.choices, products, settings.methods);
  const planned = situationsOf(piece, zones).map((situation) => ({
    situation,
    chain: planZone(chain(situation.zoneId), situation, house),
  }));
  if (planned.every((p) => p.chain.drafts.length === 0)) return good([]);
  addNeighbourSteps(planned, house);
  const chains = planned.map((p) => p.chain);
  const worked = zones.filter((z) => lookOf(piece, z.id) !== 'leave');
  const whole = aroundTheWork(chain(null), house, chains, worked, piece.legs !== 'none');
  const order = (zoneId: ZoneId | null) => (zoneId === null ? -1 : zoneOrder.indexOf(zoneId));
  const steps = [whole, ...chains]
    .flatMap((c) => c.drafts)
    .map((draft, i) => ({ draft, i }))
    .sort(
      (a, b) => a.draft.phase - b.draft.phase || order(a.draft.step.zoneId) - order(b.draft.step.zoneId) || a.i - b.i,
    )
    .map(({ draft }) => draft.step);
  const edited = applyEdits(steps, piece.edits);
  return good(edited.steps, [...unusedChoices(piece, steps, products), ...edited.issues]);
}

/** Choices of the user that this plan has no use for, and steps for which the shelf has no product. */
function unusedChoices(piece: Piece, steps: readonly Step[], products: Readonly<Record<string, Product>>): Issue[] {
  const kinds = new Set(steps.map((s) => `${s.zoneId}/${s.kind}`));
  const lost = Object.entries(piece.choices).flatMap(([key, choice]) => {
    const named = choice.productId !== null && !products[choice.productId];
    if (kinds.has(key) && !named) return [];
    const where = `${zoneNames[key.split('/')[0] as ZoneId] ?? key}, ${key.split('/')[1] ?? ''}`;
    return [
      {
        code: 'choice_unused',
        path: `choices.${key}`,
        message: named
          ? `${where}: the product chosen is no longer on the shelf; the usual one stands in.`
          : `${where}: this plan has no such step; the choice is kept for later.`,
      },
    ];
  });
  const without = steps.filter((s) => stepKind(s.kind).uses.length > 0 && s.productId === null);
  return [
    ...lost,
    ...[...new Set(without.map((s) => s.kind))].map((k) => ({
      code: 'product_none',
      path: 'products',
      message: `No product on the shelf can be used to ${stepKind(k).verb.toLowerCase()}: add one under Products.`,
    })),
  ];
}
