import { buildFaces, formById, formTable, newPiece, shapeToDraw } from '@cosmesis/core/piece';
import type { FormId } from '@cosmesis/core/workshop';
import { useNavigate } from 'react-router';
import { newId, nowIso, theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { toPiece } from '../../ui/links';
import { PieceDrawing } from '../../ui/PieceDrawing';

/** Choose a form: the one thing to know before measuring. */
export default function NewPiece() {
  const navigate = useNavigate();
  const { pieces } = useParts('pieces');
  const make = (form: FormId) => {
    const id = newId();
    const name = formById(form).name;
    const same = Object.values(pieces).filter((p) => p.name === name || p.name.startsWith(`${name} `)).length;
    const piece = newPiece(id, same === 0 ? name : `${name} ${same + 1}`, form, nowIso());
    theStore().transact('New piece', (draft) => {
      draft.pieces[id] = piece;
    });
    navigate(toPiece(id, 'survey'));
  };
  return (
    <div className="stack">
      <h1>Which form is it?</h1>
      <p className="quiet">The form gives the faces that are measured. Sizes, drawers, doors and legs come next.</p>
      <div className="form-cards">
        {formTable.map((form) => (
          <button
            type="button"
            key={form.id}
            className="form-card"
            aria-label={form.name}
            onClick={() => make(form.id)}
          >
            <PieceDrawing
              faces={buildFaces(shapeToDraw(newPiece('sample', form.name, form.id, '')))}
              colourOf={(f) => (f.side === 'front' ? '#d9b27c' : f.side === 'up' ? '#e3c494' : '#c39a63')}
              title={`${form.name}, drawn`}
            />
            {form.name}
          </button>
        ))}
      </div>
    </div>
  );
}
