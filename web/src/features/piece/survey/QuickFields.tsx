import { type Badness, badnessOf, badnessTable, isQuick, withBadness } from '@cosmesis/core/finishing';
import type { Piece } from '@cosmesis/core/workshop';
import { current } from 'immer';
import { useEditPiece } from '../../../store/useEditPiece';
import { Keys } from '../../../ui/Keys';
import { foundNow } from './DamageFields';

/** One word for the state of the whole piece: it fills in typical defects, to be refined later. */
export function QuickFields({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const value = badnessOf(piece);
  const level = badnessTable.find((b) => b.id === value);
  const guessed = piece.damage.filter(isQuick).length;
  if (foundNow(piece) !== null)
    return <p className="quiet">Work has begun: what turns up now is noted under Damage, where it is.</p>;
  return (
    <div className="stack">
      <Keys<Badness>
        legend="How bad is it?"
        value={value}
        onPick={(badness) =>
          edit(`How bad: ${badness}`, (draft) => {
            Object.assign(draft, withBadness(current(draft) as Piece, badness));
          })
        }
        choices={badnessTable.map((b) => ({ value: b.id, name: b.name }))}
      />
      {level && guessed > 0 && (
        <p className="quiet">
          {level.name}: {level.says}. {guessed} typical {guessed === 1 ? 'defect is' : 'defects are'} noted under
          Damage; change what is not so.
        </p>
      )}
    </div>
  );
}
