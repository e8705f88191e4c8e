import type { Step } from '../../workshop';
import { phase } from '../phases';
import { coats } from './coats';
import { order, overnightMin, type Stage } from './Stage';
import { sample } from './sample';

/** Torn leather is patched from below and filled in thin layers. */
const mendLeather: Stage = (chain, s) => {
  const count = s.places('fill-leather');
  if (count === 0) return;
  const { productId, method } = chain.pick('fill-leather', ['filler-leather']);
  for (let n = 1; n <= 4; n += 1)
    chain.add(phase.repair, 'fill-leather', {
      productId,
      method,
      count,
      of: 4,
      reason:
        n === 1
          ? 'Many thin layers, warm air between; the cracks near it too, or the repair shows.'
          : 'The next thin layer.',
    });
  chain.add(phase.repair, 'dry', { fixedWaitMin: 2 * overnightMin, reason: 'Fully dry before it is sanded fine.' });
  chain.addAbrasive(phase.abrade, 'feather', {
    grit: 400,
    byHand: true,
    areaFrac: 0.1,
    reason: 'Sanded fine round the fill: the base colour shows every flaw.',
  });
};

/** Leather cleaned, mended and coloured in thin dabbed coats. */
export const recolour: Stage = (chain, s, house) => {
  mendLeather(chain, s, house);
  sample(chain, s, 'On a hidden place of the leather');
  if (s.hasFinish) {
    const cancel = chain.pick('neutralise', ['leather-colour'], 1);
    chain.add(phase.paint, 'neutralise', {
      productId: cancel.productId,
      method: cancel.method,
      reason: 'A strong base colour shifts the top one: cancelled with its complement first.',
    });
  }
  coats(
    chain,
    phase.paint,
    'recolour-leather',
    chain.pick('recolour-leather', ['leather-colour']),
    house,
    ['Thin, dabbed coats.', 'Creases are darkened last.'],
    'never',
  );
  const finish = chain.pick('clear', ['clear'], 1, { trait: 'flexible' });
  if (finish.product?.traits.includes('flexible'))
    chain.add(phase.paint, 'clear', {
      productId: finish.productId,
      method: finish.method,
      reason: 'A thin flexible coat over the colour, or it rubs off on clothes.',
    });
  chain.add(phase.paint, 'dry', { fixedWaitMin: 30, reason: 'Wet colour deceives: half an hour before it is judged.' });
  chain.add(phase.paint, 'judge', { reason: 'Colour on the show wood is taken off with care before it sets.' });
};

/** Share of a seat with its sides on which foam is stuck (from memory). */
const foamFrac = 0.5;

/** A new cover: staples out, pad mended, cloth on. */
export const cover: Stage = (chain, _s, house) => {
  const strip = house['old-upholstery'] === 'remove';
  const ordered = order(
    chain,
    strip
      ? 'Cloth or leather by its cutting plan, webbing, foam, wadding, dust cover and staples'
      : 'Cloth or leather by its cutting plan, and staples',
  );
  if (house['old-upholstery'] === 'remove')
    chain.add(phase.takeOff, 'remove-covering', {
      reason: 'Staples come out one by one: plan for it. Old stuffing may hold pests; sale rules vary by place.',
    });
  const build = (part: 'webbing' | 'padding' | 'dust-cover', reason: string, glued: Partial<Step> = {}) =>
    chain.add(phase.uncover, 'replace-part', { part, count: 1, after: [ordered.id], reason, ...glued });
  if (strip) {
    build('webbing', 'Webbing stretched and tacked, or springs tied again: everything above sits on it.');
    const spray = chain.pick('glue', ['contact-cement'], 1, { method: 'aerosol' }, 'aerosol');
    const sprayed = spray.method === 'aerosol';
    build(
      'padding',
      `Foam cut to the seat, wadding over it: edges rounded, no hard corner under the cloth.${sprayed ? ' Spray adhesive on both, laid together when it is tacky; outdoors, or with the air drawn off.' : ''}`,
      sprayed ? { productId: spray.productId, method: spray.method, areaFrac: foamFrac } : {},
    );
  }
  chain.add(phase.uncover, 'replace-part', {
    part: 'covering',
    count: 1,
    after: [ordered.id],
    reason:
      house['old-upholstery'] === 'remove'
        ? 'New cover over a sound pad, once the frame beside it is dry.'
        : 'House rule: the old cover stays under the new one. For oneself or for hire only: local law first.',
  });
  if (strip) build('dust-cover', 'Closes it from below, and keeps what falls out off the floor.');
};

/** Broken cane is laid new, after the frame has its finish. */
export const cane: Stage = (chain, s) => {
  const count = s.places('re-cane');
  if (count === 0) return;
  const ordered = order(chain, 'Cane and spline');
  chain.add(phase.form, 're-cane', {
    count,
    after: [ordered.id],
    reason: 'Soaked until it bends, the spline tapped into the groove; new cane is lighter and takes a little stain.',
  });
};
