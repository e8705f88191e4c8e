import { buildFaces, formById, formTable, newPiece, shapeToDraw } from '@cosmesis/core/piece';
import type { FormId } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useNavigate } from 'react-router';
import { newId, nowIso, theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { FormCard } from '../../ui/layout';
import { toPiece } from '../../ui/links';
import { PieceDrawing } from '../../ui/PieceDrawing';
import { UnitKeys } from '../../ui/UnitKeys';

/** Choose a form: the one thing to know before measuring. */
export default function NewPiece() {
  const navigate = useNavigate();
  const { pieces } = useParts('pieces');
  // Where the browser says another country than the tape measure does, it is seen before the first number.
  const first = Object.keys(pieces).length === 0;
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
    <Stack>
      <Typography variant="h1">Which form is it?</Typography>
      <Typography variant="body2">
        The form gives the faces that are measured. Sizes, drawers, doors and legs come next.
      </Typography>
      {first && <UnitKeys />}
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 260px))', gap: '18px' }}>
        {formTable.map((form) => (
          <FormCard key={form.id} aria-label={form.name} onClick={() => make(form.id)}>
            <PieceDrawing
              faces={buildFaces(shapeToDraw(newPiece('sample', form.name, form.id, '')))}
              colourOf={(f) => (f.side === 'front' ? '#d9b27c' : f.side === 'up' ? '#e3c494' : '#c39a63')}
              title={`${form.name}, drawn`}
            />
            {form.name}
          </FormCard>
        ))}
      </Box>
    </Stack>
  );
}
