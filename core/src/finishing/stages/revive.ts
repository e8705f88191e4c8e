import type { OldFinishKind } from '../../workshop';
import { phase } from '../phases';
import type { Situation } from '../Situation';
import { coats, colourPhase, filmPhase } from './coats';
import { seal } from './colourWood';
import { madeAnew, overnightMin, type Stage } from './Stage';

const has = (s: Situation, kind: OldFinishKind, failing = false): boolean =>
  s.surfaces.some(
    (x) =>
      x.oldFinish.kind === kind &&
      (!failing || x.oldFinish.condition === 'failing' || x.oldFinish.condition === 'crazed'),
  );

/** Marks in a film that stays: rings are drawn out of it, worn places touched in. */
export const mendKept: Stage = (chain, s) => {
  const rings = s.places('lift-ring');
  if (rings > 0)
    chain.add(phase.repair, 'lift-ring', {
      count: rings,
      reason: 'The mildest way first: gentle heat, then oil with a fine abrasive, then a mist of alcohol.',
    });
  const marks = s.places('touch-in');
  if (marks === 0) return;
  const { productId, method } = chain.pick('touch-in', ['toner']);
  chain.add(phase.repair, 'touch-in', {
    productId,
    method,
    count: marks,
    reason: 'With a fine brush, thin and a little too light: the coat over it deepens it.',
  });
};

/** Crazed shellac and lacquer melt together again in their own solvent. */
export const revive: Stage = (chain, s, house) => {
  const crazed = (['shellac', 'lacquer'] as const).find((kind) => has(s, kind, true));
  if (crazed) {
    const { productId, method } = chain.pick('reamalgamate', ['solvent'], null, {
      carrier: crazed === 'shellac' ? 'alcohol' : 'lacquer',
    });
    chain.add(phase.repair, 'reamalgamate', {
      productId,
      method,
      reason: `Brushed on sparingly, ${crazed} flows together again: try it first where nobody looks.`,
    });
    chain.add(phase.repair, 'dry-out', { fixedWaitMin: overnightMin, reason: 'The film hardens again overnight.' });
  }
  mendKept(chain, s, house);
};

/** Shellac is padded on shellac; wax is all that other old films ask for. */
export const polish: Stage = (chain, s, house) => {
  const washedOff = s.tests?.silicone === true && has(s, 'wax');
  if (madeAnew(s) || s.insectFluid || washedOff)
    seal(chain, colourPhase(house), 'What is bare now is sealed before it is polished.');
  if (has(s, 'shellac')) {
    coats(
      chain,
      filmPhase(s, house),
      'clear',
      chain.pick('clear', ['clear'], 2, { carrier: 'alcohol' }, 'wipe'),
      house,
      ['Padded on thin: shellac melts into the old shellac.', 'A further thin session, until it is even.'],
      'never',
    );
    return;
  }
  const { productId, method } = chain.pick('wax', ['wax']);
  chain.add(phase.clear, 'wax', {
    productId,
    method,
    reason: 'The old finish stays: wax feeds no wood, but it evens the sheen and takes the wear.',
  });
};
