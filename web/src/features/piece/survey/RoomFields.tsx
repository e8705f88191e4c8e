import { spaceOf } from '@cosmesis/core/reckoning';
import type { Piece } from '@cosmesis/core/workshop';
import { doDeed } from '../../../store/doDeed';
import { nowIso } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { Keys } from '../../../ui/Keys';
import { Fields } from '../../../ui/layout';
import { NumberField } from '../../../ui/NumberField';

const usualHome = { airTempC: 20, relHumFrac: 0.5 };

/** Where the vapour and the dust go while it is worked, and the room it will live in. */
export function RoomFields({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const { spaces } = useSettings();
  const decide = (key: string, label: string, choice: string | null) =>
    edit(label, (draft) => {
      if (choice === null) delete draft.decisions[key];
      else draft.decisions[key] = { choice, at: nowIso(), why: '' };
    });
  const home = piece.home ?? usualHome;
  const setHome = (change: Partial<typeof home>) =>
    edit(
      'Room it will live in',
      (draft) => {
        draft.home = { ...home, ...change };
      },
      `${piece.id}/home`,
    );
  return (
    <>
      {spaces.length > 1 && (
        <Keys
          legend="Space it stands in"
          help="Its air decides how it dries, and when it is coated."
          value={spaceOf(piece, spaces)?.id ?? null}
          onPick={(spaceId) => doDeed(`Moved: ${piece.name}`, { do: 'move-piece', pieceId: piece.id, spaceId })}
          choices={spaces.map((s) => ({ value: s.id, name: s.name }))}
        />
      )}
      <Keys
        legend="Where it is worked"
        value={piece.worksite ?? 'workshop'}
        onPick={(site) =>
          edit('Where it is worked', (draft) => {
            draft.worksite = site;
          })
        }
        choices={[
          { value: 'workshop', name: 'In the workshop' },
          { value: 'in-place', name: 'Where it stands' },
          { value: 'open', name: 'In the open air' },
        ]}
      />
      <Keys
        legend="Where flammable vapour goes"
        value={piece.decisions['piece/air']?.choice ?? 'house'}
        onPick={(c) => decide('piece/air', 'Where vapour goes', c === 'house' ? null : c)}
        choices={[
          { value: 'house', name: 'As House rules say' },
          { value: 'through-draught', name: 'Real through-draught' },
          { value: 'outdoors', name: 'Outdoors' },
          { value: 'no-air', name: 'A closed room' },
          { value: 'flame-near', name: 'Flame, heater or spark near' },
          { value: 'fan-motor', name: 'An ordinary fan runs' },
        ]}
      />
      <Keys
        legend="Where it is sanded"
        value={piece.decisions['piece/dust']?.choice ?? 'same-space'}
        onPick={(c) => decide('piece/dust', 'Where it is sanded', c === 'same-space' ? null : c)}
        choices={[
          { value: 'same-space', name: 'In the room it is coated in' },
          { value: 'other-space', name: 'In another space' },
        ]}
      />
      <Fields>
        <NumberField
          label="Room it will live in, °C"
          draftKey={`${piece.id}/home-temp`}
          value={piece.home ? home.airTempC : null}
          least={-10}
          most={50}
          digits={1}
          onValue={(airTempC) => setHome({ airTempC })}
          onEmpty={() =>
            edit('Room it will live in', (draft) => {
              draft.home = null;
            })
          }
          help="Empty: a usual interior, wood at 8 %"
        />
        <NumberField
          label="Its humidity, %"
          draftKey={`${piece.id}/home-humidity`}
          value={piece.home ? home.relHumFrac * 100 : null}
          least={5}
          most={95}
          digits={0}
          onValue={(percent) => setHome({ relHumFrac: percent / 100 })}
        />
      </Fields>
    </>
  );
}
