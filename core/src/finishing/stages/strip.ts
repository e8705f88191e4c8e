import { phase } from '../phases';
import { takeOffOf } from '../takeOff';
import { fillsFirst } from './repairs';
import { overnightMin, type Stage } from './Stage';

const chemically =
  (first: string): Stage =>
  (chain, s) => {
    const { productId, method } = chain.pick('strip-chemical', ['stripper']);
    for (let round = 1; round <= (s.thick ? 2 : 1); round += 1) {
      chain.add(phase.takeOff, 'strip-chemical', {
        productId,
        method,
        reason: round === 1 ? first : 'A thick film needs a second application.',
      });
      chain.add(phase.takeOff, 'scrape', {
        reason: s.flexible
          ? 'Lifted with a soft brush: a scraper breaks cane.'
          : s.zoneId === 'legs'
            ? 'With the grain; a bristle brush and a pick for what is turned, carved or moulded.'
            : 'With the grain only: across it the scraper chips. A bristle brush for mouldings.',
      });
    }
    const wash = chain.pick('remove-residue', ['solvent']);
    chain.add(phase.takeOff, 'remove-residue', {
      productId: wash.productId,
      method: wash.method,
      reason: 'Stripper left in the pores eats the next coat.',
    });
    chain.add(phase.takeOff, 'dry-out', {
      fixedWaitMin: overnightMin,
      reason: 'The wet wash has to leave the wood before anything goes on.',
    });
  };

/** The old film off, where it has to come off, by the way that was decided or recommended. */
export const strip: Stage = (chain, s, house) => {
  const [way, why] = takeOffOf(s, house);
  if (s.places('peel') > 0) return;
  if (way === 'chemical') chemically(why)(chain, s, house);
  // Edges that are filled instead of glued would tear under coarse abrasive.
  if (way === 'abrasive' && fillsFirst(s)) {
    if (s.tools.includes('scraper'))
      chain.add(phase.takeOff, 'scrape', {
        reason: 'Chipped edges tear under the abrasive: scraped, with the grain only.',
      });
    else chemically('Chipped edges tear under the abrasive: stripper takes the film off round them.')(chain, s, house);
  } else if (way === 'abrasive')
    chain.addAbrasive(phase.takeOff, 'strip-abrasive', {
      grit: s.thick || s.surfaces.some((x) => x.oldFinish.kind === 'paint') ? 40 : 60,
      reason: why,
    });
  if (way === 'scrape') chain.add(phase.takeOff, 'scrape', { reason: why });
};

/** Veneer that has failed comes off whole, and its film with it. */
export const peel: Stage = (chain, s) => {
  if (s.places('peel') === 0) return;
  chain.add(phase.takeOff, 'peel', {
    reason: 'Veneer that lifts widely is peeled off the whole face: quicker than mending many places.',
  });
  chain.add(phase.takeOff, 'wash-glue', {
    reason: 'Old glue is neither a film nor clean wood: warm water and a scraper, until it is level.',
  });
  chain.add(phase.takeOff, 'dry-out', {
    fixedWaitMin: overnightMin,
    reason: 'The ground has drunk: it dries overnight.',
  });
};
