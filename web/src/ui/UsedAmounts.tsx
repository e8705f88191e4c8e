import { formatVolume, parseVolume } from '@cosmesis/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Paper from '@mui/material/Paper';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { type FormEvent, useState } from 'react';
import { doDeed } from '../store/doDeed';
import { useParts } from '../store/useWorkshop';
import { say } from './say';
import { answered, farFrom, type JustUsed, useJustUsed } from './usedUp';

function Used({ one }: { one: JustUsed }) {
  const { products, settings, pieces } = useParts('products', 'settings', 'pieces');
  const { unitSystem } = settings;
  const planned = formatVolume(one.plannedL, unitSystem);
  const [text, setText] = useState(planned);
  const [asked, setAsked] = useState(false);
  const [guess, setGuess] = useState(false);
  const read = parseVolume(text, unitSystem, one.plannedL);
  const often = read.ok && one.plannedL > 0 ? read.value / one.plannedL : 1;
  // Undone in the meantime: there is nothing to say of it any more.
  const stillDone = pieces[one.pieceId]?.log.some((e) => e.doneAt !== null && one.stepIds.includes(e.step.id));
  if (!stillDone) return null;
  const save = (event: FormEvent) => {
    event.preventDefault();
    if (!read.ok) return;
    if (often >= farFrom && !asked) return setAsked(true);
    const { pieceId, productId, stepIds } = one;
    const told = doDeed('What was used', { do: 'note-used', pieceId, productId, stepIds, litres: read.value, guess });
    if (!told.ok) say({ text: told.issues[0]?.message ?? 'That cannot be noted.' });
    answered(one);
  };
  const far =
    asked && often >= farFrom ? `${Math.round(often)} times what was planned. Press again if it is so.` : null;
  return (
    <Paper
      component="form"
      square
      elevation={0}
      onSubmit={save}
      noValidate
      sx={{ p: 2, borderLeft: 4, borderColor: 'primary.main' }}
    >
      <Stack direction="row" useFlexGap spacing={1.5} sx={{ alignItems: 'flex-end', flexWrap: 'wrap' }}>
        <TextField
          label={`Used of ${products[one.productId]?.name ?? 'it'}`}
          value={text}
          autoComplete="off"
          onChange={(e) => {
            setText(e.target.value);
            setAsked(false);
          }}
          error={!read.ok || far !== null}
          helperText={read.ok ? (far ?? `Planned: ${planned}`) : read.issues[0]?.message}
          sx={{ flex: '1 1 220px' }}
        />
        <Stack direction="row" spacing={1} sx={{ pb: { xs: 0, sm: '23px' } }}>
          <Button type="submit" variant="outlined">
            Note it
          </Button>
          <FormControlLabel
            label="a guess"
            control={<Checkbox checked={guess} onChange={(e) => setGuess(e.target.checked)} />}
          />
          <Button type="button" onClick={() => answered(one)}>
            As planned
          </Button>
        </Stack>
      </Stack>
    </Paper>
  );
}

/** How much was used of what has just been done: asked in place, filled in as planned, and passed over by a press. */
export default function UsedAmounts() {
  return useJustUsed().map((one) => <Used key={`${one.stepIds[0]}/${one.productId}`} one={one} />);
}
