import type { AdditionKind, Extent } from '../../workshop';
import type { House } from '../houseRules';
import { phase } from '../phases';
import type { Situation } from '../Situation';
import type { ZoneChain } from '../ZoneChain';
import { coats, decoratePhase, rubOut } from './coats';
import { seal } from './colourWood';
import { order, ridgeGrit, type Stage } from './Stage';
import { sample } from './sample';

/** The colour under paper, leaf and foil, so that no pale edge shows. */
const baseColour: Stage = (chain, s, house) =>
  coats(chain, phase.paint, 'paint', chain.pick('paint', ['paint'], s.look === 'papered' ? 1 : 2), house, [
    'A matching colour goes under it, so that no pale edge shows.',
    'Two coats as a rule: the first never covers evenly.',
  ]);

/** A sheet of 500 × 700 mm, and what is cut away for pattern and edges (from memory). */
const sheetM2 = 0.35;
const wasteFrac = 0.15;

/** Whole sheets for an area, until a layout says better. Check: 1 m² with 15 % → 1.15 ÷ 0.35 = 4 sheets */
const sheetsFor = (areaM2: number): number => Math.ceil((areaM2 * (1 + wasteFrac)) / sheetM2 - 1e-9);

/** Paper over a base colour. */
export const paper: Stage = (chain, s, house) => {
  baseColour(chain, s, house);
  const ordered = order(chain, 'Paper, whole packs with waste and pattern,');
  const { productId, method } = chain.pick('paper', ['paste']);
  chain.add(phase.decorate, 'paper', {
    productId,
    method,
    count: sheetsFor(s.areaM2),
    after: [ordered.id],
    reason: 'A third at a time from the centre outward; paste stays off the face.',
  });
};

/** Leaf or foil on tacky size over a base colour. */
export const leaf: Stage = (chain, s, house) => {
  baseColour(chain, s, house);
  const kind = s.look === 'foiled' ? 'foil' : 'leaf';
  const ordered = order(chain, kind === 'leaf' ? 'Leaf' : 'Foil');
  const size = chain.pick('size', ['leaf-size']);
  chain.add(phase.decorate, 'size', {
    productId: size.productId,
    method: size.method,
    after: [ordered.id],
    reason: 'Left until it is clear and tacky.',
  });
  chain.add(phase.decorate, kind, {
    after: [ordered.id],
    reason:
      kind === 'leaf'
        ? 'Tapped in while the size is tacky; the surplus brushed off.'
        : 'Rubbed on while the size is tacky, and peeled.',
  });
  chain.add(phase.decorate, 'judge', { reason: 'Gaps are sized and laid again before anything goes over them.' });
  seal(chain, phase.decorate, 'Waterborne clear on bare leaf tarnishes it: a sealing coat of shellac first.');
};

/** Metal coats, the second wet under the activator. */
export const patina: Stage = (chain, s, house) => {
  const metal = chain.pick('metallic', ['metallic'], 1);
  chain.add(phase.paint, 'metallic', {
    productId: metal.productId,
    method: metal.method,
    reason: 'The first metal coat covers; stirred often, the metal sinks.',
  });
  const second = chain.pick('patina', ['metallic'], 1);
  chain.add(phase.paint, 'patina', {
    productId: second.productId,
    method: second.method,
    reason: 'The second coat is laid just before it is soaked.',
  });
  const activator = chain.pick('activate', ['activator']);
  chain.add(phase.paint, 'activate', {
    productId: activator.productId,
    method: activator.method,
    reason: 'On the wet coat, soaked: it works only while the metal is open.',
  });
  chain.add(phase.paint, 'dry', { fixedWaitMin: 12 * 60, reason: 'The colour comes over hours.' });
  chain.add(phase.paint, 'judge', { reason: 'Judged hours later, in daylight: soaked again where it is too bright.' });
  if (s.zoneId !== 'hardware')
    seal(
      chain,
      phase.decorate,
      house['top-clear'] === 'water'
        ? 'Waterborne clear wakes the activator: a sealing coat lies between.'
        : 'A sealing coat lies between the patina and the clear.',
    );
};

/** Share of a zone that an effect covers where it is laid in places (from memory). */
const extentFrac: Readonly<Record<Extent, number>> = { all: 1, rim: 0.15, crease: 0.1, highlight: 0.1 };
const extentWords: Readonly<Record<Extent, string>> = {
  all: '',
  rim: ' Round the rim only, softened inward.',
  crease: ' In the creases and corners only.',
  highlight: ' On what stands out only: edges and carving.',
};

/** Where an effect of a zone is laid. */
function extentOf(s: Situation, addition: AdditionKind): { areaFrac: number; words: string } {
  const extent = s.effects[addition] ?? 'all';
  return { areaFrac: extentFrac[extent], words: extentWords[extent] };
}

const glaze = (chain: ZoneChain, s: Situation, house: House): void => {
  if (s.ownership === 'commission' && !chain.drafts.some((d) => d.step.kind === 'make-sample'))
    sample(chain, s, 'On the same ground, glazed and wiped back');
  const { productId, method } = chain.pick('glaze', ['glaze'], 1);
  const at = decoratePhase(s, house);
  const { areaFrac, words } = extentOf(s, 'glazed');
  chain.add(at, 'glaze', { productId, method, areaFrac, reason: `Glaze settles in the low places.${words}` });
  chain.add(at, 'wipe-back', { reason: 'Wiped back while it is open, the last strokes with the grain.' });
};

const stencil = (chain: ZoneChain, s: Situation, house: House): void => {
  const at = decoratePhase(s, house);
  if (s.painted) seal(chain, at, 'Over a sealed ground a slip of the stencil is wiped off without taking the paint.');
  const { productId, method } = chain.pick('stencil', ['paint'], 1);
  chain.add(at, 'stencil', {
    productId,
    method,
    areaFrac: 0.15,
    reason:
      'Flattened, stuck with a tacky adhesive; a nearly dry sponge, several passes. Lines are touched up by brush.',
  });
};

const tapedDesign = (chain: ZoneChain, s: Situation): void => {
  const lineM = Math.max(1, 4 * Math.sqrt(s.areaM2));
  const area = { areaFrac: 0.3, lineM };
  chain.add(phase.decorate, 'mask', { ...area, reason: 'Measured from both sides: old lids are not square.' });
  chain.add(phase.decorate, 'seal-edge', {
    ...area,
    reason: 'The colour already under the tape: what creeps is invisible.',
  });
  const { productId, method } = chain.pick('paint', ['paint'], 1);
  chain.add(phase.decorate, 'paint', {
    productId,
    method,
    areaFrac: 0.3,
    reason: 'The second colour, between the lines.',
  });
  chain.add(phase.decorate, 'unmask', {
    ...area,
    reason: 'While the last coat is still soft: hard paint tears at the edge.',
  });
};

const transfer = (chain: ZoneChain, s: Situation, house: House): void => {
  const ordered = order(chain, 'The transfer');
  chain.add(decoratePhase(s, house), 'transfer', {
    count: Math.max(1, Math.ceil(s.areaM2 / 0.5)),
    after: [ordered.id],
    reason: 'Taped in place to judge, rubbed down from one end, cut across the gaps of doors.',
  });
};

const decal = (chain: ZoneChain, s: Situation, house: House): void => {
  const at = decoratePhase(s, house);
  seal(chain, at, 'A decal slides on a sealed, smooth face.');
  chain.add(at, 'decal', {
    count: 1,
    reason: 'Floated on, pressed from the centre; many thin clear coats build up to its edge.',
  });
};

const applique = (chain: ZoneChain, s: Situation): void => {
  // Nothing that slips can be wiped off paper: there the ornaments get their colour before they are glued.
  const first = s.look === 'papered' || s.look === 'leafed' || s.look === 'foiled';
  if (first)
    colourOrnaments(chain, 'On the bench, before they are glued: what slips cannot be wiped off what lies under them.');
  const { productId, method } = chain.pick('applique', ['glue']);
  chain.add(phase.decorate, 'applique', {
    productId,
    method,
    count: Math.max(2, Math.round(s.areaM2 * 2)),
    reason: 'Softened with heat, glued while warm, on a base that has its colour.',
  });
  if (!first) colourOrnaments(chain, 'The ornaments get the colour of what they sit on.');
};

function colourOrnaments(chain: ZoneChain, reason: string): void {
  const { productId, method } = chain.pick('paint', ['paint'], 1);
  chain.add(phase.decorate, 'paint', { productId, method, areaFrac: 0.1, reason });
}

/** Paper on the inside of drawers and on shelves, last of all: a bed coat, the paper, a coat over it. */
const liner = (chain: ZoneChain, s: Situation): void => {
  const ordered = order(chain, 'Lining paper');
  const { productId, method } = chain.pick('line', ['paste']);
  chain.add(phase.clear, 'line', {
    productId,
    method,
    count: sheetsFor(s.areaM2),
    after: [ordered.id],
    reason: 'Bed coat, lay, and a coat over it; shelf edges are coloured so that no white line shows.',
  });
};

/** What lies between the colour and the clear coats. */
export const layOn: Stage = (chain, s, house) => {
  if (s.additions.includes('glazed')) glaze(chain, s, house);
  if (s.additions.includes('taped-design')) {
    tapedDesign(chain, s);
    levelRidges(chain);
  }
  if (s.additions.includes('stencilled')) stencil(chain, s, house);
  if (s.additions.includes('applique')) applique(chain, s);
  if (s.additions.includes('transfer')) transfer(chain, s, house);
  if (s.additions.includes('decal')) decal(chain, s, house);
};

/** What comes after the last clear coat. */
export const lastTouches: Stage = (chain, s, house) => {
  rubOut(chain, s, house);
  if (s.additions.includes('lined')) liner(chain, s);
  if (s.additions.includes('dark-waxed')) {
    const { productId, method } = chain.pick('dark-wax', ['dark-wax']);
    const { areaFrac, words } = extentOf(s, 'dark-waxed');
    chain.add(phase.clear, 'dark-wax', {
      productId,
      method,
      areaFrac,
      reason: `Over a sealed surface only: into the corners, and wiped back.${words}`,
    });
  }
  if (!s.additions.includes('gilded-edges')) return;
  const { productId, method } = chain.pick('gild-edge', ['gilding-wax']);
  chain.add(phase.clear, 'gild-edge', {
    productId,
    method,
    count: 1,
    lineM: Math.max(0.5, 4 * Math.sqrt(s.areaM2)),
    reason: 'By finger on the edges after the last clear coat; surplus off with mineral spirits.',
  });
};

/** The ridge of a taped design is levelled under the clear. */
function levelRidges(chain: ZoneChain): void {
  chain.addAbrasive(phase.decorate, 'level', {
    grit: ridgeGrit,
    byHand: true,
    areaFrac: 0.1,
    reason: 'The ridge of the tape would show through every clear coat: levelled before anything is laid over it.',
  });
}
