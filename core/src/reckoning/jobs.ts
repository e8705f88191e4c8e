import { newDamage, newPiece } from '../piece';
import type { Damage, FormId, MaterialKind, Piece, Surface, ZoneId } from '../workshop';

// Whole jobs for the tests, of our own invention; measures are round so that areas can be worked by hand.

const at = '2026-11-25T08:00:00Z';

/** A surface in one line. */
const of = (
  kind: MaterialKind,
  speciesId: string | null,
  finish: Surface['oldFinish']['kind'],
  condition: Surface['oldFinish']['condition'] = 'sound',
  veneerThicknessMm: number | null = null,
): Surface => ({ material: { kind, speciesId, veneerThicknessMm }, oldFinish: { kind: finish, condition } });

const damage = (id: string, kind: Damage['kind'], zoneId: ZoneId, change: Partial<Damage> = {}): Damage => ({
  ...newDamage(id, kind, zoneId),
  ...change,
});
const decided = (choice: string, why = '') => ({ choice, at, why });

type Size = readonly [heightM: number, widthM: number, depthM: number];
const job = (
  form: FormId,
  [heightM, widthM, depthM]: Size,
  all: Surface,
  change: Partial<Omit<Piece, 'surfaces'>> & { surfaces?: Partial<Piece['surfaces']> },
): Piece => {
  const piece = newPiece(form, form, form, at);
  const surfaces = { ...piece.surfaces, top: all, carcass: all, fronts: all, ...change.surfaces };
  return {
    ...piece,
    heightM,
    widthM,
    depthM,
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    ...change,
    surfaces,
  };
};
/** 1 m × 0.5 m × 20 mm: 1.06 m² on six sides. */
const board: Size = [1, 0.5, 0.02];

/** Every job by name. */
export const jobs = {
  'oak shelf, natural clear, grain filled': job('board', board, of('solid', 'oak', 'none'), {
    looks: { fronts: 'natural-clear' },
    additions: { fronts: ['grain-filled'] },
  }),
  'table in veneer and solid, stained for a client in a hurry': job(
    'table',
    [0.75, 1.2, 0.8],
    of('solid', 'beech', 'lacquer'),
    {
      surfaces: { top: of('veneer', 'oak', 'shellac', 'failing', 0.8) },
      partSurfaces: { 'leg-front-left': of('solid', 'oak', 'lacquer') },
      looks: { top: 'stained-clear', carcass: 'stained-clear', legs: 'stained-clear' },
      damage: [
        damage('ring', 'water-ring', 'top', { depth: 'deep' }),
        damage('bubble', 'veneer-bubble', 'top'),
        damage('hole', 'missing-veneer', 'top'),
      ],
      ownership: 'commission',
      startAt: '2026-11-25T08:00:00Z',
      promisedAt: '2026-12-03T17:00:00Z',
      wear: { top: 'used-top' },
    },
  ),
  'sideboard refreshed, its scratches hidden with a stick': job(
    'sideboard',
    [0.85, 1.5, 0.45],
    of('veneer', 'walnut', 'lacquer', 'sound', 0.7),
    {
      looks: { top: 'refreshed', carcass: 'refreshed', fronts: 'refreshed' },
      houseRules: { character: 'modernise' },
      damage: [damage('s', 'scratch', 'top', { count: 3 }), damage('door', 'sagging-door', 'fronts')],
      tests: {
        top: { spirits: 'nothing', alcohol: 'nothing', lacquerThinner: 'dissolves', bleed: 'unknown', silicone: true },
      },
    },
  ),
  'box toned, with a decal': job('box', [0.2, 0.4, 0.3], of('solid', 'birch', 'shellac'), {
    looks: { top: 'toned', carcass: 'toned' },
    additions: { top: ['decal'] },
  }),
  'plain chair waxed, one leg loose': job('chair-plain', [0.9, 0.42, 0.42], of('solid', 'elm', 'wax'), {
    surfaces: { seat: of('solid', 'elm', 'wax') },
    looks: { carcass: 'waxed', legs: 'waxed', seat: 'waxed' },
    damage: [damage('leg', 'wobbly-leg', 'legs')],
  }),
  'wardrobe in mahogany whitewashed': job(
    'wardrobe',
    [1.85, 1.15, 0.55],
    of('solid', 'mahogany', 'oil-varnish', 'failing'),
    {
      looks: { top: 'whitewashed', carcass: 'whitewashed', fronts: 'whitewashed' },
      houseRules: { 'strip-solid': 'abrasive' },
      damage: [damage('dirt', 'filthy', 'carcass'), damage('split', 'split', 'fronts')],
    },
  ),
  'chest painted by gun, in knotty pine, with new pulls': job(
    'chest-of-drawers',
    [0.9, 0.9, 0.45],
    of('solid', 'knotty-pine', 'paint', 'thick'),
    {
      looks: { top: 'painted', carcass: 'painted', fronts: 'painted' },
      choices: {
        'top/paint': { productId: null, coats: null, method: 'hvlp' },
        'carcass/paint': { productId: null, coats: null, method: 'hvlp' },
        'fronts/paint': { productId: null, coats: null, method: 'hvlp' },
      },
      decisions: { 'carcass/take-off': decided('chemical', 'Mouldings under the paint.') },
      damage: [
        damage('corner', 'missing-corner', 'carcass', { count: 2 }),
        damage('drawer', 'sticking-drawer', 'fronts', { count: 2 }),
      ],
      hardware: { treatment: 'replace', spacingM: 0.0762, newSpacingM: 0.096, missing: 0, spare: 1 },
      ownership: 'resale',
    },
  ),
  'stool in bands of two colours, of a set': job('stool', [0.46, 0.36, 0.36], of('solid', 'beech', 'paint'), {
    looks: { top: 'stained-clear', carcass: 'painted', legs: 'blended' },
    bands: { from: 'floor', edges: [0.2], productIds: ['paint-dark', 'enamel'] },
    setName: 'stools',
  }),
  'bookcase glazed outside, lined inside': job('bookcase', [1.6, 0.9, 0.3], of('solid', 'poplar', 'paint'), {
    looks: { top: 'painted', carcass: 'painted', interior: 'painted' },
    additions: { carcass: ['glazed', 'gilded-edges'], interior: ['lined'] },
    damage: [damage('flakes', 'flaked-film', 'carcass', { count: 3 })],
    foundAtInspection: { carcass: 2 },
  }),
  'counter of laminate papered, its edges kept from the gun': job(
    'counter',
    [0.95, 1.6, 0.6],
    of('laminate', null, 'none'),
    {
      looks: { top: 'painted', carcass: 'papered', fronts: 'painted' },
      houseRules: { 'hardware-doors': 'left-masked' },
    },
  ),
  'frame leafed': job('frame', [0.8, 0.6, 0.025], of('solid', 'basswood', 'none'), { looks: { fronts: 'leafed' } }),
  'coffee table foiled, its top peeled first': job('coffee-table', [0.45, 1, 0.6], of('solid', 'pine', 'paint'), {
    surfaces: { top: of('veneer', 'birch', 'polyurethane', 'failing', 0.6) },
    looks: { top: 'foiled', carcass: 'painted', legs: 'painted' },
    damage: [damage('lift', 'loose-veneer', 'top', { count: 4 })],
  }),
  'console table veneered anew': job('console-table', [0.8, 1.1, 0.35], of('solid', 'oak', 'none'), {
    surfaces: { top: of('veneer', 'oak', 'shellac', 'failing', 0.6) },
    looks: { top: 'natural-clear' },
    damage: [damage('lift', 'loose-veneer', 'top', { count: 4 })],
    decisions: { 'damage/lift': decided('re-veneer') },
  }),
  'bed head in a metal patina': job('bed-head', [1.1, 1.45, 0.05], of('metal', null, 'none'), {
    looks: { carcass: 'patina', legs: 'patina' },
  }),
  'blanket chest stencilled, with a transfer on its lid': job(
    'blanket-chest',
    [0.5, 1, 0.5],
    of('solid', 'pine', 'none'),
    {
      looks: { top: 'painted', carcass: 'painted' },
      additions: { top: ['transfer'], carcass: ['stencilled', 'taped-design', 'applique', 'dark-waxed'] },
      damage: [damage('lock', 'lock-hole', 'carcass'), damage('worm', 'live-insects', 'carcass')],
      houseRules: { 'wax-on-paint': 'no' },
    },
  ),
  'settle with a leather seat': job('settle', [1.05, 1.6, 0.52], of('solid', 'oak', 'oil-varnish'), {
    surfaces: { seat: of('leather', null, 'none') },
    faceZones: { 'back/front': 'carcass', 'back/back': 'carcass' },
    looks: { carcass: 'refreshed', seat: 'recoloured' },
    damage: [damage('tear', 'torn-leather', 'seat', { count: 2 })],
  }),
  'upholstered chair covered anew': job('chair-upholstered', [0.95, 0.5, 0.52], of('solid', 'beech', 'lacquer'), {
    surfaces: { seat: of('cloth', null, 'none') },
    looks: { carcass: 'painted', legs: 'painted', seat: 're-covered' },
  }),
  'cane chair painted, its seat laid new': job('chair-cane', [0.94, 0.45, 0.46], of('solid', 'beech', 'paint'), {
    surfaces: { seat: of('cane', null, 'none') },
    looks: { carcass: 'painted', legs: 'painted', seat: 'painted' },
    damage: [damage('cane', 'broken-cane', 'seat')],
  }),
  'writing slope with a new top and a trim': job(
    'writing-slope',
    [1.1, 0.9, 0.5],
    of('solid', 'mahogany', 'shellac', 'failing'),
    {
      looks: { top: 'natural-clear', carcass: 'natural-clear' },
      alterations: [
        { id: 'top', kind: 'new-top', zoneId: 'top', faceId: null, lengthM: null, girthM: 0.03 },
        {
          id: 'trim',
          kind: 'moulding-added',
          zoneId: 'carcass',
          faceId: 'carcass/cheek-left',
          lengthM: 0.4,
          girthM: 0.05,
        },
      ],
      damage: [damage('trim', 'missing-trim', 'carcass')],
      hardware: { treatment: 'clean', spacingM: 0.0889, newSpacingM: null, missing: 1, spare: 0 },
      kept: [{ id: 'label', kind: 'label', faceId: 'carcass/cheek-right', at: [0.5, 0.5], note: '' }],
    },
  ),
  'dressing table with its mirror, pulls sprayed': job(
    'dressing-table',
    [1.4, 1, 0.45],
    of('solid', 'poplar', 'lacquer'),
    {
      looks: { top: 'painted', carcass: 'painted', fronts: 'painted' },
      hardware: { treatment: 'spray', spacingM: null, newSpacingM: null, missing: 0, spare: 0 },
      houseRules: { 'clear-by': 'spray' },
      wear: { top: 'used-top' },
    },
  ),
  'cot left outside the workshop’s hands, painted all the same': job(
    'cot',
    [0.95, 1.25, 0.65],
    of('solid', 'beech', 'none'),
    {
      looks: { carcass: 'painted', legs: 'painted' },
      wear: { carcass: 'child-food', legs: 'child-food' },
      decade: 1990,
    },
  ),
} satisfies Record<string, Piece>;
