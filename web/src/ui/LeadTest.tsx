import type { Piece } from '@cosmesis/core/workshop';
import { editPiece } from '../store/useEditPiece';
import { Keys } from './Keys';

type Answer = 'unknown' | 'negative-all' | 'negative-some' | 'positive' | 'licensed';

function answerOf({ result, everyLayer, licensedWork }: Piece['lead']): Answer {
  if (licensedWork) return 'licensed';
  if (result === 'negative') return everyLayer ? 'negative-all' : 'negative-some';
  return result;
}

const leadOf: Readonly<Record<Answer, Piece['lead']>> = {
  unknown: { result: 'unknown', everyLayer: false, licensedWork: false },
  'negative-all': { result: 'negative', everyLayer: true, licensedWork: false },
  'negative-some': { result: 'negative', everyLayer: false, licensedWork: false },
  positive: { result: 'positive', everyLayer: false, licensedWork: false },
  licensed: { result: 'unknown', everyLayer: false, licensedWork: true },
};

/** What the lead test said: one press. */
export const LeadTest = ({ piece }: { piece: Pick<Piece, 'id' | 'lead'> }) => (
  <Keys<Answer>
    legend="Lead test"
    value={answerOf(piece.lead)}
    onPick={(answer) =>
      editPiece(piece.id, 'Lead test', (draft) => {
        draft.lead = leadOf[answer];
      })
    }
    choices={[
      { value: 'unknown', name: 'Not tested' },
      { value: 'negative-all', name: 'Negative, every layer' },
      { value: 'negative-some', name: 'Negative, not every layer' },
      { value: 'positive', name: 'Positive' },
      { value: 'licensed', name: 'Licensed people do it' },
    ]}
  />
);
