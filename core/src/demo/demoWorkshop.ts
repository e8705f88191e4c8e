import { replan } from '../finishing';
import { newDamage, newPiece } from '../piece';
import { typicalProducts } from '../products';
import { reckonPiece } from '../reckoning';
import { defaultSettings, newWorkshop, type Piece, type Product, type Surface, type Workshop } from '../workshop';

// The restoration of a closed moorland railway halt for a walkers' tea room: everything here is made up.

/** Id of the demo workshop in a browser. */
export const demoId = 'demo';

const iso = (minute: number): string => new Date(minute * 60_000).toISOString().replace('.000Z', '+00:00');

const solid = (
  speciesId: string,
  kind: Surface['oldFinish']['kind'],
  condition: Surface['oldFinish']['condition'] = 'sound',
): Surface => ({
  material: { kind: 'solid', speciesId, veneerThicknessMm: null },
  oldFinish: { kind, condition },
});

/** Plans a piece and logs its steps up to one that was finished some minutes ago. */
function begun(
  piece: Piece,
  products: Record<string, Product>,
  settings: Workshop['settings'],
  lastStepId: string,
  minutesAgo: number,
  nowMin: number,
): Piece {
  const planned = { ...piece, steps: replan(piece, { products, settings }).steps };
  const start = nowMin - 14 * 24 * 60;
  const reckoned = reckonPiece({ piece: { ...planned, startAt: iso(start) }, products, settings, nowMin: start });
  if (!reckoned.ok) return planned;
  const last = reckoned.value.steps.find((s) => s.step.id === lastStepId);
  if (!last) return planned;
  const shift = nowMin - minutesAgo - last.endMin;
  const done = reckoned.value.steps.filter((s) => s.endMin <= last.endMin);
  return {
    ...planned,
    steps: reckoned.value.steps.map((s) => s.step),
    startAt: iso(start + shift),
    log: done.map((s, i) => ({
      id: `${piece.id}-log-${i}`,
      stepId: s.step.id,
      startedAt: iso(s.startMin + shift),
      doneAt: iso(s.endMin + shift),
      actualL: s.productL ? Math.round(s.productL.likely * (i % 3 === 0 ? 1.12 : 0.97) * 1000) / 1000 : null,
      air: { airTempC: 15.5, relHumFrac: 0.58 },
      note: s.step.kind === 'strip-chemical' ? 'Lifted in one go, thick round the ring marks.' : '',
      planned: { startAt: iso(s.startMin + shift), endAt: iso(s.endMin + shift), volumeL: s.productL?.likely ?? null },
    })),
  };
}

function ticketCupboard(createdAt: string): Piece {
  const pine = solid('knotty-pine', 'paint');
  return {
    ...newPiece('ticket-cupboard', 'Ticket-office cupboard', 'cabinet', createdAt),
    heightM: 1.1,
    widthM: 0.96,
    depthM: 0.42,
    drawers: 1,
    doors: 2,
    shelves: 2,
    surfaces: {
      top: solid('oak', 'oil-varnish', 'failing'),
      carcass: pine,
      fronts: pine,
      interior: solid('knotty-pine', 'none'),
      legs: null,
      seat: null,
      hardware: null,
    },
    decade: 1930,
    country: 'GB',
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    damage: [newDamage('d1', 'dent', 'carcass', 2), newDamage('d2', 'open-joint', 'fronts', 1)],
    looks: { top: 'stained-clear', carcass: 'painted', fronts: 'painted', interior: 'leave' },
    note: 'Two knots in the left door. Keeps the brass ticket rail.',
  };
}

function refreshmentTable(createdAt: string): Piece {
  const base = solid('beech', 'paint');
  return {
    ...newPiece('refreshment-table', 'Refreshment table', 'table', createdAt),
    heightM: 0.76,
    widthM: 1.35,
    depthM: 0.8,
    drawers: 1,
    legs: 'turned',
    surfaces: {
      top: {
        material: { kind: 'veneer', speciesId: 'oak', veneerThicknessMm: 0.7 },
        oldFinish: { kind: 'shellac', condition: 'failing' },
      },
      carcass: base,
      fronts: base,
      interior: null,
      legs: base,
      seat: null,
      hardware: null,
    },
    decade: 1920,
    country: 'GB',
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    damage: [newDamage('d1', 'loose-veneer', 'top', 3)],
    looks: { top: 'natural-clear', carcass: 'painted', fronts: 'painted', legs: 'painted' },
    note: 'Water got under the veneer at one corner.',
  };
}

function parcelsCounter(createdAt: string): Piece {
  const mahogany = solid('mahogany', 'paint', 'failing');
  return {
    ...newPiece('parcels-counter', 'Parcels counter', 'chest-of-drawers', createdAt),
    heightM: 0.92,
    widthM: 1.5,
    depthM: 0.55,
    drawers: 3,
    surfaces: {
      top: solid('beech', 'wax'),
      carcass: mahogany,
      fronts: mahogany,
      interior: null,
      legs: null,
      seat: null,
      hardware: null,
    },
    decade: 1910,
    country: 'GB',
    damage: [newDamage('d1', 'missing-corner', 'carcass', 2)],
    looks: { top: 'natural-clear', carcass: 'painted', fronts: 'painted' },
    note: 'The paint has not been tested for lead yet.',
  };
}

/**
 * The demo: three pieces at different stages, dated relative to now, after a spell of cold damp weather.
 * @param nowMin whole minutes since 1970
 */
export function demoWorkshop(nowMin: number, timeZone: string): Workshop {
  const settings = { ...defaultSettings('Moorland halt', timeZone, 'metric', 'GBP'), demo: true };
  const workshop = newWorkshop(demoId, settings, typicalProducts);
  const created = iso(nowMin - 15 * 24 * 60);
  const pieces = [
    begun(ticketCupboard(created), workshop.products, settings, 'carcass/paint/1', 85, nowMin),
    begun(refreshmentTable(created), workshop.products, settings, 'top/seal/1', 40, nowMin),
    (() => {
      const piece = parcelsCounter(created);
      return { ...piece, steps: replan(piece, workshop).steps };
    })(),
  ];
  const weather = [
    [-5 * 24 * 60, 7.5, 0.88, 6.9],
    [-2 * 24 * 60, 9, 0.84, 8.6],
    [-25, 14.5, 0.62, 13.9],
  ] as const;
  return {
    ...workshop,
    pieces: Object.fromEntries(pieces.map((p) => [p.id, p])),
    readings: Object.fromEntries(
      weather.map(([ago, airTempC, relHumFrac, surfaceTempC], i) => [
        `r${i}`,
        { id: `r${i}`, at: iso(nowMin + ago), space: 'Goods shed', airTempC, relHumFrac, surfaceTempC },
      ]),
    ),
  };
}
