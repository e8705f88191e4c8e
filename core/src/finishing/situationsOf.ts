import { borderM, type Face, materialOf, shareBelow, speciesById, surfaceOf, type Zone } from '../piece';
import type { Damage, LookKind, Piece, Settings, StepKindId, Surface, ZoneId, ZoneTests } from '../workshop';
import { additionsOf } from './availableLooks';
import { accept, canHave, type DamageCase, damageRow, gluedDamage, treatmentOf } from './damageTable';
import { holdsL, lockHoleL, ornamentL, screwHoleL } from './fillVolume';
import type { House } from './houseRules';
import { facesWith, isLate, isLocal } from './lateDamage';
import { leadHold } from './leadBans';
import { isLost, lookRow } from './lookTable';
import { frameDamage, membersOff, zonesApart } from './members';
import { lookOf, type Neighbour, type OnFaces, type Situation, type Treated } from './Situation';
import { takeOffOf } from './takeOff';
import { wearIn } from './wearIn';

/** The thinnest veneer of a zone. @param leftMm what an earlier look has left of it, mm */
function thinnestVeneer(surfaces: readonly Surface[], leftMm: number | undefined): Situation['veneer'] {
  const veneers = surfaces.filter((s) => s.material.kind === 'veneer').map((s) => s.material.veneerThicknessMm);
  if (veneers.length === 0) return null;
  const known = veneers.filter((t) => t !== null);
  return { thicknessMm: known.length < veneers.length ? null : Math.min(...known, leftMm ?? Number.POSITIVE_INFINITY) };
}

/** Borders that want tape: none round what is off while it is worked on. */
function bordersOf(zones: readonly Zone[], apart: ReadonlySet<ZoneId>): Map<string, number> {
  const borders = new Map<string, number>();
  zones.forEach((a, i) => {
    for (const b of zones.slice(i + 1)) {
      const lineM = apart.has(a.id) || apart.has(b.id) ? 0 : borderM(a.faces, b.faces);
      borders.set(`${a.id}|${b.id}`, lineM).set(`${b.id}|${a.id}`, lineM);
    }
  });
  return borders;
}

/**
 * Share of a zone's area that each band of colour covers, from the lowest to the highest.
 * Levels from the floor are m; as proportions they are shares of the height between the zone's lowest and highest point.
 */
export function bandShares(faces: readonly Face[], bands: NonNullable<Piece['bands']>): number[] {
  const total = faces.reduce((sum, f) => sum + f.areaM2, 0);
  const below = bandEdgesM(faces, bands).map(
    (y) => faces.reduce((sum, f) => sum + f.areaM2 * shareBelow(f, y), 0) / total,
  );
  const cuts = [0, ...below, 1];
  return bands.productIds.map((_, i) => Math.max(0, (cuts[i + 1] ?? 1) - (cuts[i] ?? 1)));
}

/** Edges between bands as heights from the floor, m. */
export function bandEdgesM(faces: readonly Face[], bands: NonNullable<Piece['bands']>): number[] {
  if (bands.from === 'floor') return [...bands.edges];
  const ys = faces.flatMap((f) => f.outline.map((p) => p[1]));
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  return bands.edges.map((edge) => low + edge * (high - low));
}

const bandsOfZone = (piece: Piece, zone: Zone): Situation['bands'] => {
  if (!piece.bands) return [];
  const shares = bandShares(zone.faces, piece.bands);
  return piece.bands.productIds
    .map((productId, i) => ({ productId, shareFrac: shares[i] ?? 0 }))
    .filter((b) => b.shareFrac > 0.001);
};

/** What decides on the treatments of the damage of a zone. */
export function damageCase(
  piece: Piece,
  damage: Piece['damage'][number],
  surfaces: readonly Surface[],
  keepsFilm: boolean,
  settings: Pick<Settings, 'tools'>,
  house: House,
): DamageCase {
  return {
    damage,
    showsWood: lookRow(lookOf(piece, damage.zoneId)).showsWood,
    keepsFilm,
    material:
      surfaces.find((s) => s.material.kind === 'veneer')?.material.kind ?? surfaces[0]?.material.kind ?? 'solid',
    tools: settings.tools,
    liftingVeneer: house['lifting-veneer'],
    // What happened on the way marks no age.
    character: isLate(piece, damage) ? 'modernise' : house.character,
  };
}

function bleederOf(surfaces: readonly Surface[], tests: ZoneTests | undefined): string | null {
  if (tests?.bleed === 'bleeds') return 'The test patch';
  if (tests?.bleed === 'none') return null;
  const wood = surfaces.filter((s) => materialOf(s.material.kind).wood).map((s) => speciesById(s.material.speciesId));
  return wood.find((x) => x.bleeds)?.name ?? null;
}

/** Pulls whose holes no longer fit: to be filled and drilled anew. */
function newHolesIn(piece: Piece, zone: Zone): number {
  const { treatment, spacingM, newSpacingM } = piece.hardware;
  const moved =
    treatment === 'fill-redrill' || (treatment === 'replace' && newSpacingM !== null && newSpacingM !== spacingM);
  const holes = spacingM === null ? 1 : 2;
  return moved ? holes * zone.faces.reduce((n, f) => n + f.fittings.pulls, 0) : 0;
}

/** Pieces older than this are held by hide glue, mostly (common practice, no source). */
const hideGlueUntil = 1950;

const nothingToFill: Situation['fillL'] = { small: 0, hard: 0, corners: 0, plugs: 0 };

/** Corners are built up, and gouges and missing veneer want a filler that sets hard all through; dents are levelled. */
function fillerFor({ kind, depth }: Damage): 'small' | 'hard' | 'corners' {
  if (kind === 'missing-corner') return 'corners';
  const gouge = (kind === 'dent' || kind === 'burn') && depth === 'through';
  return gouge || kind === 'missing-veneer' ? 'hard' : 'small';
}

/** What the places hold that are filled or plugged, L, by kind. */
function fillVolumes(
  treated: readonly Treated[],
  { newHoles, veneer }: Pick<Situation, 'newHoles' | 'veneer'>,
  ornaments: number,
  removed: number,
  locks: number,
): Situation['fillL'] {
  const sum = (step: StepKindId, wanted: (d: Damage) => boolean) =>
    treated
      .filter((t) => t.treatment.steps.includes(step) && wanted(t.damage))
      .reduce((total, t) => total + t.damage.count * holdsL(t.damage, veneer?.thicknessMm ?? null), 0);
  return {
    small: sum('fill', (d) => fillerFor(d) === 'small') + ornaments * ornamentL + removed * screwHoleL * 4,
    hard: sum('fill', (d) => fillerFor(d) === 'hard'),
    corners: sum('fill', (d) => fillerFor(d) === 'corners'),
    plugs: sum('plug', () => true) + newHoles * screwHoleL + locks * lockHoleL,
  };
}

/** Steps of a repair that leave whatever lies on the wood as it is. */
const washedSteps: readonly StepKindId[] = [
  'obtain',
  'vacuum',
  'wash',
  'seal',
  'disinfect',
  'treat-pests',
  'glue',
  'clamp',
  'ease-drawer',
  'align-door',
  'replace-part',
];
/** Looks that keep what lies there, with the steps of a repair that leave it whole. */
const keptSteps: Readonly<Partial<Record<LookKind, ReadonlySet<StepKindId>>>> = {
  washed: new Set(washedSteps),
  revived: new Set([...washedSteps, 'lift-ring', 'touch-in', 'fill-stick', 'make-part', 're-cane']),
};

/** What follows from the rest. */
type Read =
  | 'fillL'
  | 'insectFluid'
  | 'strips'
  | 'treated'
  | 'late'
  | 'places'
  | 'corners'
  | 'hardFills'
  | 'glued'
  | 'peeled';

/** What the generator knows of one zone. */
function situationOf(
  piece: Piece,
  zone: Zone,
  house: House,
  settings: Pick<Settings, 'tools' | 'sprayCarriers'>,
  neighbours: Neighbour[],
  apart: boolean,
  inParts: boolean,
): Situation {
  const surfaces = [...new Set(zone.faces.map((f: Face) => surfaceOf(piece, f)))];
  const look = lookOf(piece, zone.id);
  const row = lookRow(look);
  const every = (trait: 'wood' | 'flexible' | 'slick' | 'board') =>
    surfaces.every((s) => materialOf(s.material.kind)[trait]);
  const film = surfaces.filter((s) => s.oldFinish.kind !== 'none' && s.oldFinish.kind !== 'wax');
  const failing = film.some((s) => isLost(s.oldFinish.condition));
  const worn = film.some((s) => s.oldFinish.condition !== 'sound');
  const mustStrip =
    film.length > 0 && (row.strips === 'always' || (row.strips === 'worn' && (look === 'toned' ? failing : worn)));
  const tests = piece.tests[zone.id];
  const before = piece.reworked.findLast((r) => r.zoneId === zone.id);
  const base: Omit<Situation, Read> = {
    zoneId: zone.id,
    areaM2: zone.areaM2,
    apart,
    look,
    // What bends has no flat to lay anything on.
    additions: every('flexible') ? [] : additionsOf(piece, look, zone.id),
    effects: piece.effects[zone.id] ?? {},
    hardwareSupplied: piece.hardware.fromClient ?? false,
    showsWood: row.showsWood,
    painted: row.painted,
    surfaces,
    recipe: piece.colours?.[zone.id]?.recipe ?? null,
    species: surfaces.filter((s) => materialOf(s.material.kind).wood).map((s) => speciesById(s.material.speciesId)),
    wood: surfaces.every((s) => materialOf(s.material.kind).wood || materialOf(s.material.kind).board),
    flexible: every('flexible'),
    slick: surfaces.some((s) => materialOf(s.material.kind).slick),
    metal: surfaces.some((s) => s.material.kind === 'metal'),
    shaped: zone.id === 'legs' || surfaces.some((s) => s.material.kind !== 'solid'),
    hasFinish: surfaces.some((s) => s.oldFinish.kind !== 'none'),
    hasFilm: film.length > 0,
    hasWax: surfaces.some((s) => s.oldFinish.kind === 'wax' || s.oldFinish.kind === 'unknown'),
    worn,
    thick: film.some((s) => s.oldFinish.condition === 'thick'),
    mustStrip,
    leadHeld: film.length > 0 && leadHold(piece, zone.id),
    decidedTakeOff: piece.decisions[`${zone.id}/take-off`]?.choice,
    decidedBlock: piece.decisions[`${zone.id}/block`]?.choice,
    veneer: thinnestVeneer(surfaces, before?.veneerLeftMm),
    tests,
    bleeder: bleederOf(surfaces, tests),
    wear: wearIn(piece)[zone.id] ?? null,
    ownership: piece.ownership,
    tools: settings.tools,
    sprayCarriers: settings.sprayCarriers,
    bands: look === 'blended' ? bandsOfZone(piece, zone) : [],
    foundAtInspection: piece.foundAtInspection[zone.id] ?? 0,
    alterations: piece.alterations.filter((a) => a.zoneId === zone.id),
    newHoles: newHolesIn(piece, zone),
    deadlineMin:
      piece.promisedAt === null || piece.startAt === null
        ? null
        : (Date.parse(piece.promisedAt) - Date.parse(piece.startAt)) / 60_000,
    neighbours,
    residue: before?.residue ?? null,
    freshOil: before?.film === 'oil-varnish',
    hideGlued: piece.decade !== null && piece.decade < hideGlueUntil,
  };
  const [way] = takeOffOf(
    {
      ...base,
      insectFluid: false,
      fillL: nothingToFill,
      strips: false,
      treated: [],
      late: [],
      places: () => 0,
      corners: 0,
      hardFills: 0,
      glued: false,
      peeled: null,
    },
    house,
  );
  const strips = way !== null && way !== 'scuff' && !keptSteps[look];
  const keepsFilm = base.hasFilm && !strips;
  const treat = (damage: Damage, onFilm: boolean): Treated => {
    const at = damageCase(piece, damage, surfaces, onFilm, settings, house);
    const decided = piece.decisions[`damage/${damage.id}`];
    const wanted = treatmentOf(at, decided?.choice);
    // What is revived, or only washed, keeps its finish whole: what would take it off, or fill it, is put right in another way, or left.
    const keeping = keptSteps[look];
    const kept = !keeping || wanted.steps.every((k) => keeping.has(k));
    const other = damageRow(damage.kind).treatments.find(
      (t) => t.steps.length > 0 && t.steps.every((k) => keeping?.has(k)) && !t.barred?.(at),
    );
    return { damage, treatment: kept ? wanted : (other ?? accept), why: kept ? (decided?.why ?? '') : '' };
  };
  const here = piece.damage.filter(
    (d) => d.zoneId === zone.id && surfaces.some((x) => canHave(d.kind, x.material.kind)),
  );
  // Joints that are knocked apart are glued as the frame goes together again.
  const treated = here
    .filter((d) => !isLate(piece, d) && !(inParts && frameDamage.includes(d.kind)))
    .map((d) => treat(d, keepsFilm));
  // What needs the finish off is another look; where the film stays, it is put right in places or left.
  const late = here
    .filter((d) => isLate(piece, d))
    .map((d) => {
      const wanted = treat(d, true);
      if (isLocal(wanted.treatment.steps)) return wanted;
      const at = damageCase(piece, d, surfaces, true, settings, house);
      const { treatments } = damageRow(d.kind);
      const other = treatments.find((t) => t.steps.length > 0 && isLocal(t.steps) && !t.barred?.(at));
      return { ...wanted, treatment: other ?? accept };
    });
  const altered = (kind: Piece['alterations'][number]['kind']) =>
    base.alterations.filter((a) => a.kind === kind).length;
  const more: Partial<Record<StepKindId, number>> = {
    fill: altered('ornament-filled') + altered('ornament-removed'),
    plug: altered('lock-hole-filled') + base.newHoles,
  };
  const places = (kind: StepKindId) =>
    (more[kind] ?? 0) + treated.filter((t) => t.treatment.steps.includes(kind)).reduce((n, t) => n + t.damage.count, 0);
  const filledAs = (how: 'hard' | 'corners') =>
    treated
      .filter((t) => t.treatment.id === 'fill' && fillerFor(t.damage) === how)
      .reduce((n, t) => n + t.damage.count, 0);
  const own: Situation = {
    ...base,
    insectFluid: treated.some(isFluid),
    peeled: null,
    strips,
    treated,
    late,
    places,
    fillL: fillVolumes(
      treated,
      base,
      altered('ornament-filled'),
      altered('ornament-removed'),
      altered('lock-hole-filled'),
    ),
    corners: filledAs('corners'),
    hardFills: filledAs('hard'),
    glued: treated.some((t) => gluedDamage.includes(t.damage.kind)),
  };
  const peels = new Set(treated.filter((t) => t.treatment.steps.includes('peel')).map((t) => t.damage));
  const lifted = zone.faces.filter((f) => [...peels].some((d) => facesWith(d, zone.faces).includes(f)));
  if (lifted.length === 0 || lifted.length === zone.faces.length) return own;
  const onFaces = (faces: Face[], damage: Damage[]): OnFaces => ({
    faceIds: faces.map((f) => f.id),
    names: faces.map((f) => f.name),
    situation: situationOf(
      { ...piece, damage },
      { id: zone.id, faces, areaM2: faces.reduce((sum, f) => sum + f.areaM2, 0) },
      house,
      settings,
      neighbours,
      apart,
      inParts,
    ),
  });
  const ground = onFaces(lifted, [...peels]);
  const wood = ground.situation.surfaces.map((x) => ({ ...x, ...bareGround }));
  return {
    ...own,
    peeled: {
      rest: onFaces(
        zone.faces.filter((f) => !lifted.includes(f)),
        piece.damage.filter((d) => !peels.has(d)),
      ),
      // Its film has come off with the veneer.
      ground: {
        ...ground,
        situation: {
          ...ground.situation,
          surfaces: wood,
          hasFinish: false,
          hasFilm: false,
          strips: false,
          veneer: null,
        },
      },
    },
  };
}

/** What lies under veneer that was peeled off. */
const bareGround: Surface = {
  material: { kind: 'solid', speciesId: 'unknown', veneerThicknessMm: null },
  oldFinish: { kind: 'none', condition: 'sound' },
};

/** What the generator knows of every zone. */
export function situationsOf(
  piece: Piece,
  zones: readonly Zone[],
  house: House,
  settings: Pick<Settings, 'tools' | 'sprayCarriers'>,
): Situation[] {
  const apart = zonesApart(piece, house, zones);
  const inParts = membersOff(piece, house, zones).some((m) => m.part(piece) === 'joint');
  const borders = bordersOf(zones, apart);
  const situations = zones.map((zone) =>
    situationOf(
      piece,
      zone,
      house,
      settings,
      zones
        .filter((z) => z.id !== zone.id)
        .map((z) => ({ zoneId: z.id, look: lookOf(piece, z.id), lineM: borders.get(`${zone.id}|${z.id}`) ?? 0 }))
        .filter((n) => n.lineM > 0),
      apart.has(zone.id),
      inParts,
    ),
  );
  // What lives in one part lives in the others: every bare face that is worked on is brushed.
  return situations.some((s) => s.treated.some((t) => t.damage.kind === 'live-insects' && isFluid(t)))
    ? situations.map(withInsects)
    : situations;
}

/** A treatment that is a fluid in the bare wood. */
const isFluid = ({ treatment }: Treated): boolean => treatment.steps.includes('treat-pests') && treatment.id !== 'firm';

const withInsects = (s: Situation): Situation => ({
  ...s,
  insectFluid: s.insectFluid || (s.look !== 'leave' && s.wood && (s.strips || !s.hasFilm)),
  peeled: s.peeled && {
    ground: { ...s.peeled.ground, situation: withInsects(s.peeled.ground.situation) },
    rest: { ...s.peeled.rest, situation: withInsects(s.peeled.rest.situation) },
  },
});
