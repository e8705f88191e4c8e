import type { HardwareTreatment } from '../../workshop';
import { phase } from '../phases';
import { coats } from './coats';
import { order, type Stage } from './Stage';

/** What the workshop does about the hardware, piece by piece. */
export interface HardwareJob {
  treatment: HardwareTreatment;
  count: number;
  missing: number;
}

/** The names of the treatments. */
export const hardwareNames: Readonly<Record<HardwareTreatment, string>> = {
  keep: 'kept as it is',
  clean: 'cleaned and greased',
  spray: 'sprayed',
  'strip-refinish': 'stripped and refinished',
  replace: 'replaced',
  'fill-redrill': 'old holes filled, drilled anew',
};

const service =
  (job: HardwareJob): Stage =>
  (chain) => {
    chain.add(phase.paint, 'service-hardware', {
      count: job.count,
      reason: 'A mild cleaner and a sponge; locks and hinges are greased.',
    });
  };

/** Steps on the hardware itself, while it is off. */
export function workHardware(job: HardwareJob): Stage {
  return (chain, s, house) => {
    const { treatment, count } = job;
    if (treatment === 'keep' || count === 0) return;
    if (job.missing > 0 || treatment === 'replace') {
      const ordered = order(
        chain,
        treatment !== 'replace'
          ? 'A pull that matches'
          : s.hardwareSupplied
            ? 'Nothing is bought: what the client brings is asked for. It'
            : 'New hardware',
      );
      chain.add(phase.form, 'replace-part', {
        part: 'hardware',
        // Where all are new, those that are missing are among them.
        count: treatment === 'replace' ? Math.max(count, job.missing) : job.missing,
        after: [ordered.id],
        reason: 'Laid out and tried in its holes before the finish: spacings that look alike are not.',
      });
    }
    if (treatment === 'clean') service(job)(chain, s, house);
    if (treatment === 'spray' || treatment === 'strip-refinish') refinish(job)(chain, s, house);
  };
}

const refinish =
  (job: HardwareJob): Stage =>
  (chain, s, house) => {
    const wooden = s.wood;
    const clean = chain.pick('degrease', ['cleaner']);
    chain.add(phase.form, 'degrease', {
      productId: clean.productId,
      method: clean.method,
      reason: 'Finger grease lifts every coat.',
    });
    chain.add(phase.form, 'rinse', { reason: 'Residue of the cleaner spoils adhesion.' });
    chain.add(phase.form, 'dry-out', {
      fixedWaitMin: 60,
      reason: `${wooden ? 'Wood that is sealed' : 'Metal'} dries in about an hour.`,
    });
    if (job.treatment === 'strip-refinish') {
      const strip = chain.pick('strip-chemical', ['stripper']);
      chain.add(phase.takeOff, 'strip-chemical', {
        productId: strip.productId,
        method: strip.method,
        reason: 'In a closed glass jar: the old lacquer comes off pulls without any scraping.',
      });
      chain.add(phase.takeOff, 'scrape', { reason: 'Brushed off with a soft brush.' });
      const wash = chain.pick('remove-residue', ['solvent']);
      chain.add(phase.takeOff, 'remove-residue', {
        productId: wash.productId,
        method: wash.method,
        reason: 'Stripper left in the chasing eats the next coat.',
      });
      chain.add(phase.takeOff, 'dry-out', { fixedWaitMin: 60, reason: 'Metal dries in about an hour.' });
    }
    const bared = wooden && job.treatment === 'strip-refinish';
    chain.addAbrasive(phase.abrade, bared ? 'sand' : 'scuff', {
      grit: bared ? 180 : Number(house['scuff-grit']),
      byHand: true,
      reason: bared
        ? 'Turned round in the abrasive, with the grain of the knob.'
        : `Nothing holds on smooth ${wooden ? 'film' : 'metal'} without a key.`,
    });
    const primer = wooden
      ? chain.pick('prime', ['primer'], 1, {}, 'aerosol')
      : chain.pick('prime', ['metal-primer', 'primer'], 1, {}, 'aerosol');
    chain.add(phase.paint, 'prime', {
      productId: primer.productId,
      method: primer.method,
      reason: wooden ? 'Primer first: wood drinks the first coat.' : 'Metal primer first: paint chips off bare metal.',
    });
    coats(
      chain,
      phase.paint,
      'metallic',
      chain.pick('metallic', ['metallic'], 3, { method: 'aerosol' }, 'aerosol'),
      house,
      ['Three thin coats a quarter of an hour apart.', 'Thin again: the last one fuller.'],
      'never',
    );
    chain.add(phase.paint, 'service-hardware', {
      count: job.count,
      reason: 'Moving parts are greased once the film has dried.',
    });
  };
