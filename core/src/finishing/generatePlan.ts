import { buildFaces, type Face, materialOf, shapeOf, surfaceOf, type Zone, zoneNames, zonesOf } from '../piece';
import { good, type Issue, type Result, refused } from '../units';
import type { Method, Piece, Product, Settings, Step, ZoneId } from '../workshop';
import { additionTable } from './additionTable';
import { applyEdits, inOrder } from './applyEdits';
import { aroundTheWork } from './aroundTheWork';
import { availableLooks, lookNames } from './availableLooks';
import { coverFromMist } from './coverExposed';
import { canHave, damageRow, gluedDamage } from './damageTable';
import { fittingRow, screwsSay } from './fittings';
import { type House, houseOf } from './houseRules';
import { makeGood } from './makeGood';
import { addNeighbourSteps } from './neighbourSteps';
import { type Phase, zoneOrder } from './phases';
import { planZone } from './planZone';
import { asItStands, countedBefore } from './reworked';
import { lookOf, type Situation } from './Situation';
import { matchedChoices } from './seenTogether';
import { situationsOf } from './situationsOf';
import { workHardware } from './stages/hardware';
import { isSprayed, soapsOnZinc, stepKind } from './stepKinds';
import { type Draft, ZoneChain } from './ZoneChain';

/** What a plan is made from besides the piece: the shelf and the ways of the house. */
export interface Shop {
  products: Readonly<Record<string, Product>>;
  settings: Pick<Settings, 'houseRules' | 'methods' | 'tools' | 'sprayCarriers'>;
}

/** Looks that the survey or the tools do not allow, said with what can be had instead. */
function barredLooks(piece: Piece, zones: readonly Zone[], tools: Settings['tools']): Issue[] {
  return zones.flatMap((zone) => {
    if (zone.id === 'hardware') return [];
    const wanted = lookOf(piece, zone.id);
    const choices = availableLooks(piece, zone.faces, tools);
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

/**
 * The finish plan of a piece: every step over all zones in the order of work, with what it waits for and why it is there.
 * Refused, with every reason at once, where dimensions are missing or a look cannot be had.
 * The user's choices are kept where they apply; those that do not are named as warnings.
 */
export function generatePlan(asFound: Piece, shop: Shop): Result<Step[]> {
  const { products, settings } = shop;
  const shape = shapeOf(asFound);
  if (!shape.ok) return refused(...shape.issues);
  const faces = buildFaces(shape.value);
  const piece = asItStands(asFound, faces);
  const zones = zonesOf(piece, faces);
  const barred = barredLooks(piece, zones, settings.tools);
  if (barred.length > 0) return refused(...barred);
  const house = houseOf(settings, piece);
  const ways = waysOf(settings, piece);
  const choices = matchedChoices(
    piece,
    zones.map((z) => z.id),
    house,
  );
  const chain = (zoneId: ZoneId | null) =>
    new ZoneChain(
      zoneId,
      choices,
      products,
      ways,
      settings.sprayCarriers,
      countedBefore(piece, zoneId),
      zoneId !== null && piece.tests[zoneId]?.zincCoated ? soapsOnZinc : undefined,
      settings.tools.includes('solvent-extraction'),
      piece.log.some((e) => e.step.kind === 'hand-over' && e.doneAt !== null),
    );
  const situations = situationsOf(piece, zones, house, settings);
  const stuck = openForever(situations);
  if (stuck.length > 0) return refused(...stuck);
  const withMadeGood = (zone: ZoneChain, situation: Situation): ZoneChain => {
    if (situation.look !== 'leave') makeGood(zone, situation, piece, products);
    return zone;
  };
  const planned = situations.map((situation) => ({
    situation,
    chain:
      situation.zoneId === 'hardware'
        ? workOn(chain('hardware'), situation, house, piece, faces)
        : withMadeGood(planZone(chain(situation.zoneId), situation, house), situation),
  }));
  if (planned.every((p) => p.chain.drafts.length === 0)) return good([]);
  addNeighbourSteps(planned, house, piece);
  const chains = planned.map((p) => p.chain);
  const whole = aroundTheWork({ whole: chain(null), house, planned, piece, zones, tools: settings.tools, products });
  const order = ({ step: { zoneId }, beside }: Draft) =>
    beside
      ? zoneOrder.indexOf(beside.zoneId) + (beside.at === 'before' ? -0.5 : 0.5)
      : zoneId === null
        ? -1
        : zoneOrder.indexOf(zoneId);
  const steps = [...whole.drafts, ...chains.flatMap(inOwnOrder)]
    .map((draft, i) => ({ draft, i }))
    .sort((a, b) => a.draft.phase - b.draft.phase || order(a.draft) - order(b.draft) || a.i - b.i)
    .map(({ draft }) => draft.step);
  const covered = coverFromMist(inOrder(pulledSoon(steps)), { piece, zones, products, house });
  const edited = applyEdits(covered, piece.edits, new Set(piece.log.map((e) => e.step.id)));
  return good(edited.steps, [
    ...emptyZones(piece, zones),
    ...misplaced(piece, zones),
    ...leftAsItIs(situations),
    ...cannotCarry(piece, zones),
    ...screwsTooLong(piece),
    ...unusedChoices(piece, steps, products),
    ...edited.issues,
  ]);
}

/** Tape is pulled right after the last coat it was laid against, before the piece is turned or anything else is taken up. */
function pulledSoon(steps: readonly Step[]): Step[] {
  const all = [...steps];
  for (const step of steps.filter((s) => s.kind === 'unmask' && s.zoneId !== null)) {
    const from = all.indexOf(step);
    const to = Math.max(...step.after.map((id) => all.findIndex((s) => s.id === id)));
    const own = all.slice(0, from).findLastIndex((s) => s.zoneId === step.zoneId);
    if (to < 0) continue;
    all.splice(from, 1);
    const at = Math.max(to, own);
    all.splice(at > from ? at : at + 1, 0, step);
  }
  return all;
}

/** Steps of a zone keep the order in which it was planned: none belongs to an earlier stage than the one before it. */
function inOwnOrder({ drafts }: ZoneChain): Draft[] {
  let reached: Phase = 0;
  return drafts.map((d) => {
    if (stepKind(d.step.kind).group === 'obtain') return d;
    if (d.phase > reached) reached = d.phase;
    return d.phase === reached ? d : { ...d, phase: reached };
  });
}

/** Ways of putting things on: without a space for it, or away from it, nothing is sprayed. */
const waysOf = ({ methods, tools }: Shop['settings'], { worksite = 'workshop' }: Piece): Method[] =>
  tools.includes('spray-space') && worksite === 'workshop' ? [...methods] : methods.filter((m) => !isSprayed(m));

/** Damage that moves and cannot be put right here: everything over it would crack. */
const openForever = (situations: readonly Situation[]): Issue[] =>
  situations.flatMap((s) =>
    s.look === 'leave'
      ? []
      : s.treated
          .filter((t) => gluedDamage.includes(t.damage.kind) && t.treatment.steps.length === 0)
          .map((t) => ({
            code: 'damage_barred',
            path: `damage.${t.damage.id}`,
            message: `${zoneNames[s.zoneId]}: ${damageRow(t.damage.kind).name} cannot be put right here: the workshop has no clamps. Add them under House rules, leave the zone alone, or hand the repair out.`,
          })),
  );

/** Damage on a zone that is left alone: nothing is done about it, and that is said. */
const leftAsItIs = (situations: readonly Situation[]): Issue[] =>
  situations
    .filter((s) => s.look === 'leave' && s.zoneId !== 'hardware')
    .flatMap((s) => {
      const noted = s.treated.filter((t) => t.treatment.steps.length > 0).map((t) => damageRow(t.damage.kind).name);
      return noted.length === 0
        ? []
        : [
            {
              code: 'damage_left',
              path: `looks.${s.zoneId}`,
              message: `${zoneNames[s.zoneId]}: left alone, so what was noted stays: ${[...new Set(noted)].join(', ')}. Choose a look for it to have it put right.`,
            },
          ];
    });

/** Damage that cannot be where it was put: kept, said, and left out of the plan. */
const misplaced = (piece: Piece, zones: readonly Zone[]): Issue[] =>
  piece.damage.flatMap((d) => {
    const zone = zones.find((z) => z.id === d.zoneId);
    const materials = zone?.faces.map((f) => surfaceOf(piece, f).material.kind) ?? [];
    if (materials.some((m) => canHave(d.kind, m))) return [];
    const where = zone
      ? `${zoneNames[zone.id]} of ${materialOf(materials[0]!).name.toLowerCase()}`
      : `a zone this piece does not have (${zoneNames[d.zoneId].toLowerCase()})`;
    return [
      {
        code: 'damage_misplaced',
        path: `damage.${d.id}`,
        message: `${damageRow(d.kind).name} is noted on ${where}: it is kept, but not planned for. Move it or correct the material.`,
      },
    ];
  });

/** Looks of zones that have no face any more: kept, said, and left out of the plan. */
const emptyZones = (piece: Piece, zones: readonly Zone[]): Issue[] =>
  Object.entries(piece.looks)
    .filter(([id, look]) => look !== 'leave' && id !== 'hardware' && !zones.some((z) => z.id === id))
    .map(([id]) => ({
      code: 'zone_empty',
      path: `looks.${id}`,
      message: `${zoneNames[id as ZoneId]}: a look is chosen, but no face belongs to this zone; it is kept for when one does.`,
    }));

/** What a look was to carry and cannot, on its zone or with that look: said with its reason. */
const cannotCarry = (piece: Piece, zones: readonly Zone[]): Issue[] => [
  ...zones.flatMap(({ id }) =>
    lookOf(piece, id) === 'leave'
      ? []
      : additionTable
          .filter((a) => piece.additions[id]?.includes(a.id))
          .flatMap((a) => {
            const because = a.barred(lookOf(piece, id), id);
            return because === null
              ? []
              : [
                  {
                    code: 'addition_barred',
                    path: `additions.${id}`,
                    message: `${zoneNames[id]}: ${a.name} is not planned. ${because}`,
                  },
                ];
          }),
  ),
  ...(piece.looks.hardware && piece.looks.hardware !== 'leave'
    ? [
        {
          code: 'look_barred',
          path: 'looks.hardware',
          message: `Hardware: ${lookNames[piece.looks.hardware]} is not planned. It gets its finish by its treatment: cleaned, sprayed, refinished or replaced.`,
        },
      ]
    : []),
];

/** Screws that would come out on the other side. */
const screwsTooLong = (piece: Piece): Issue[] =>
  piece.fittings.flatMap((f) => {
    const says = screwsSay(f);
    return says === null
      ? []
      : [
          {
            code: 'screw_long',
            path: `fittings.${f.id}`,
            message: `${zoneNames[f.zoneId]}, ${fittingRow(f.kind).one}: ${says}`,
          },
        ];
  });

/** The hardware, worked while it is off. */
const workOn = (chain: ZoneChain, s: Situation, house: House, piece: Piece, faces: readonly Face[]): ZoneChain => {
  const { treatment, missing } = piece.hardware;
  const count = faces.reduce((n, f) => n + f.fittings.pulls, 0);
  workHardware({ treatment, count, missing })(chain, s, house);
  return chain;
};

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
