import { stepKind, stepKindTable } from '@cosmesis/core/finishing';
import type { ReckonedStep } from '@cosmesis/core/reckoning';
import type { Piece, StepKindId } from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { newId, theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useParts } from '../../../store/useWorkshop';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';

/** Share of a zone that a touch-up is taken to cover (from memory). */
const touchUpFrac = 0.1;

/** A step of one's own after the one looked at. */
export function AddStep({ piece, after }: { piece: Piece; after: ReckonedStep['step'] }) {
  const edit = useEditPiece(piece.id);
  const { products } = useParts('products');
  const [kind, setKind] = useState<StepKindId>('de-dust');
  const row = stepKind(kind);
  const usable = Object.values(products).filter((p) => row.uses.includes(p.kind));
  const [productId, setProductId] = useState('');
  const [places, setPlaces] = useState(false);
  const product = usable.find((p) => p.id === productId) ?? usable[0];
  const add = () => {
    const id = newId();
    edit(`Add a step: ${row.verb.toLowerCase()}`, (draft) => {
      draft.edits.extra.push({
        id,
        zoneId: after.zoneId,
        kind,
        afterId: after.id,
        productId: product?.id ?? null,
        method: product?.methods[0] ?? null,
        grit: row.abrasive ? 220 : null,
        ...(places ? { areaFrac: touchUpFrac } : {}),
      });
    });
    say({ text: `Added: ${row.verb.toLowerCase()}.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <Accordion>
      <AccordionSummary>
        <Typography variant="body2">Add a step after this one</Typography>
      </AccordionSummary>
      <AccordionDetails>
        <Stack style={{ paddingTop: 10 }}>
          <Select
            label="What to do"
            value={kind}
            options={[...stepKindTable]
              .sort((a, b) => (a.verb < b.verb ? -1 : 1))
              .map((k) => ({ value: k.id, name: k.verb }))}
            onPick={(k) => setKind(k as StepKindId)}
          />
          {usable.length > 0 && (
            <Select
              label="With"
              value={product?.id ?? ''}
              options={usable.map((p) => ({ value: p.id, name: p.name }))}
              onPick={setProductId}
            />
          )}
          {row.film && (
            <FormControlLabel
              control={<Checkbox checked={places} onChange={(e) => setPlaces(e.target.checked)} />}
              label={'Only in places: a touch-up'}
            />
          )}
          <Button variant="outlined" onClick={add}>
            Add the step
          </Button>
        </Stack>
      </AccordionDetails>
    </Accordion>
  );
}
