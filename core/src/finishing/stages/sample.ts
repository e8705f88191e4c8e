import { phase } from '../phases';
import type { Situation } from '../Situation';
import type { ZoneChain } from '../ZoneChain';
import { answerMin } from './Stage';

/** A sample on the same wood, and on a commission the client's answer to it, before colour goes on. */
export function sample(chain: ZoneChain, s: Situation, what: string): void {
  // On a stick, before the piece is touched: drying and the answer take their time while it is cleaned and sanded.
  chain.before(phase.parts, () => {
    chain.add(phase.sample, 'make-sample', { reason: `${what}: colour is never tried on the piece first.` });
    if (s.ownership === 'commission')
      chain.add(phase.sample, 'approve', {
        fixedWaitMin: answerMin,
        reason: 'The client approves the sample before colour goes on: afterwards it costs days.',
      });
  });
}
