import { availableLooks, type Badness, badnessTable, lookNames, lookRow, withBadness } from '../finishing';
import { buildFaces, newDamage, newPiece, shapeOf, speciesById, zonesOf } from '../piece';
import { type PieceWithTasks, type ReckonInput, type Reckoning, reckonPiece, workshopProblem } from '../reckoning';
import { scheduleWorkshop } from '../schedule';
import { good, inMinor, type Range, type Result, refused } from '../units';
import type { FormId, LookKind, OldFinishKind, Piece, Settings, Supply } from '../workshop';
import { productsCost, suppliesCost } from './materialsCost';
import { workSpread } from './workSpread';

/** What is seen of a piece at the market. Lengths in m. */
export interface SeenAtMarket {
  form: FormId;
  heightM: number;
  widthM: number;
  depthM: number;
  /** null: not wood that is known. */
  speciesId: string | null;
  veneer: boolean;
  oldFinish: OldFinishKind;
  badness: Badness;
  /** What it should become. */
  look: LookKind;
}

/** Money of the deal, in the currency. */
export interface Deal {
  sale: number;
  /** Fetching it, and what selling it costs. */
  otherCosts: number;
  wagePerHour: number;
}

/** What a piece would take and be worth, in one state of it. */
export interface Worth {
  handsOnMin: Range;
  materialsMinor: Range;
  /** Days from now until it can be used lightly: alone in the workshop, and beside all that is under way; null: it cannot be planned. */
  days: { alone: number | null; beside: number | null };
  /** The most to pay for the wage that is wanted: at the dear end, likely, at the cheap end. Below nothing: it does not pay at all. */
  mostToPayMinor: Range;
}

export interface WorthBuying {
  asSeen: Worth;
  /** One state worse than it looks. */
  worst: Worth;
  /** What the worst is taken to be. */
  worstSays: string;
}

const levels = badnessTable.map((b) => b.id);
const dayMin = 24 * 60;
/** So many orders are tried to fit it in beside the rest. */
const tries = 20;

/** The piece as it would stand in the workshop. Old coats are taken to be free of lead, as long as nobody tested them. */
export function marketPiece(
  seen: SeenAtMarket,
  settings: Pick<Settings, 'tools'>,
  id: string,
  name: string,
  createdAt: string,
): Piece {
  const plain = newPiece(id, name, seen.form, createdAt);
  const surface = {
    material: {
      kind: seen.veneer ? ('veneer' as const) : ('solid' as const),
      speciesId: seen.speciesId ?? 'unknown',
      veneerThicknessMm: null,
    },
    oldFinish: { kind: seen.oldFinish, condition: 'sound' as const },
  };
  const { heightM, widthM, depthM } = seen;
  const surfaces = { ...plain.surfaces, top: surface, carcass: surface, fronts: surface };
  const measured: Piece = { ...plain, heightM, widthM, depthM, surfaces };
  const piece: Piece = { ...measured, ...withBadness(measured, seen.badness) };
  const shape = shapeOf(piece);
  if (!shape.ok) return piece;
  const looks: Piece['looks'] = {};
  for (const zone of zonesOf(piece, buildFaces(shape.value))) {
    const can = availableLooks(piece, zone.faces, settings.tools).find((l) => l.look === seen.look);
    const inside = zone.id === 'interior' || zone.id === 'hardware' || zone.id === 'seat';
    looks[zone.id] = inside || can?.barredBecause !== null ? 'leave' : seen.look;
  }
  return { ...piece, looks };
}

interface Asked {
  input: Omit<ReckonInput, 'piece'>;
  settings: Settings;
  supplies: readonly Supply[];
  /** What is under way in the workshop, with its tasks. */
  others: readonly PieceWithTasks[];
}

function worthOf(piece: Piece, deal: Deal, { input, settings, supplies, others }: Asked): Result<Worth> {
  const told = reckonPiece({
    ...input,
    piece: { ...piece, lead: { ...piece.lead, result: 'negative', everyLayer: true } },
    withTasks: true,
  });
  if (!told.ok) return told;
  const reckoning: Reckoning = told.value;
  const { currency, overheadPerHour = 0 } = settings;
  const minor = (amount: number) => inMinor(amount, currency);
  const { handsOnMin: likelyMin, lightUseAtMin } = reckoning.totals;
  const handsOnMin = { low: likelyMin * workSpread.low, likely: likelyMin, high: likelyMin * workSpread.high };
  const used = suppliesCost(reckoning, supplies);
  const materials = (of: keyof Range) => minor(productsCost(reckoning, of)) + minor(used);
  const materialsMinor = { low: materials('low'), likely: materials('likely'), high: materials('high') };
  const most = (of: keyof Range) =>
    minor(deal.sale) -
    minor(deal.otherCosts) -
    materialsMinor[of] -
    minor((handsOnMin[of] / 60) * (deal.wagePerHour + overheadPerHour));
  const daysTo = (minute: number | null) => (minute === null ? null : Math.ceil((minute - input.nowMin) / dayMin));
  const problem = workshopProblem([...others, { piece, tasks: reckoning.tasks }], settings, input.nowMin);
  const { placed, unplaced } = scheduleWorkshop(problem, tries, 1);
  const own = new Set(reckoning.tasks.map((t) => t.id));
  const ends = placed.filter((p) => own.has(p.id)).map((p) => p.endMin);
  const beside = ends.length > 0 && !unplaced.some((u) => own.has(u.id)) ? Math.max(...ends) : null;
  return good({
    handsOnMin,
    materialsMinor,
    days: {
      alone: daysTo(lightUseAtMin),
      beside: daysTo(beside === null ? null : Math.max(beside, lightUseAtMin ?? beside)),
    },
    mostToPayMinor: { low: most('high'), likely: most('likely'), high: most('low') },
  });
}

/**
 * Whether a piece is worth buying: the hours, materials and days that its plan would take, with this workshop's own figures, and the
 * most to pay for the wage that is wanted, as it looks and where it turns out one state worse.
 * @returns refused where it cannot be planned from what was seen
 */
export function worthBuying(seen: SeenAtMarket, deal: Deal, asked: Asked): Result<WorthBuying> {
  const at = new Date(asked.input.nowMin * 60_000).toISOString();
  const piece = marketPiece(seen, asked.settings, 'at-the-market', 'At the market', at);
  const worse = levels[levels.indexOf(seen.badness) + 1];
  const worstRow = badnessTable.find((b) => b.id === (worse ?? seen.badness))!;
  const harder = marketPiece({ ...seen, badness: worstRow.id }, asked.settings, piece.id, piece.name, at);
  const insects = newDamage('market-insects', 'live-insects', 'carcass', 1);
  const worst: Piece = worse ? harder : { ...harder, damage: [...harder.damage, insects] };
  const look = lookNames[seen.look];
  if (Object.values(piece.looks).every((l) => l === 'leave'))
    return refused({
      code: 'look_barred',
      path: 'look',
      message: `Not “${look}”: ${lookRow(seen.look).barred(piece.surfaces.carcass) ?? 'no part of it can.'}`,
    });
  const told = worthOf(piece, deal, asked);
  if (!told.ok) return told;
  const atWorst = worthOf(worst, deal, asked);
  if (!atWorst.ok) return atWorst;
  return good({
    asSeen: told.value,
    worst: atWorst.value,
    worstSays: worse ? `${worstRow.name.toLowerCase()}: ${worstRow.says}` : 'live insects in the carcass',
  });
}

/** What a piece is called before it has a name: "Chest of drawers, walnut". */
export const marketName = (formName: string, speciesId: string | null): string =>
  speciesId === null || speciesId === 'unknown'
    ? formName
    : `${formName}, ${speciesById(speciesId).name.toLowerCase()}`;
