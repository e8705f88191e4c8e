import { labWords, parseColour } from '@cosmesis/core/colour';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { lazy, Suspense, useState } from 'react';
import type { NamedColour } from './NamedColour';
import { Swatch } from './Swatch';

const PhotoReading = lazy(() => import('./PhotoReading').then((m) => ({ default: m.PhotoReading })));
const ReaderReading = lazy(() => import('./ReaderReading').then((m) => ({ default: m.ReaderReading })));
const KnownColours = lazy(() => import('./KnownColours').then((m) => ({ default: m.KnownColours })));

interface Props {
  label: string;
  value: NamedColour | null;
  onColour: (colour: NamedColour) => void;
  large?: boolean;
}

/** A colour: typed, read from a photograph or by the reader, or taken from what the workshop knows. */
export function ColourField({ label, value, onColour, large = false }: Props) {
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const [open, setOpen] = useState<'photo' | 'reader' | 'known' | null>(null);
  const take = (colour: NamedColour) => {
    setOpen(null);
    setText('');
    setWrong(null);
    onColour(colour);
  };
  const typed = (say: boolean) => {
    if (text.trim() === '') return setWrong(null);
    const read = parseColour(text);
    if (read.ok) {
      setWrong(null);
      onColour({ lab: read.value, name: '', from: 'typed' });
    } else if (say) setWrong(read.issues[0]!.message);
  };
  return (
    <Stack component="fieldset" spacing={1.5} sx={{ border: 0, p: 0, m: 0, minWidth: 0 }} aria-label={label}>
      {value && <Swatch lab={value.lab} {...(value.name ? { name: value.name } : {})} large={large} />}
      <TextField
        label={label}
        value={text}
        autoComplete="off"
        placeholder={value ? labWords(value.lab) : '#6b4a32, or 36 12 22'}
        error={wrong !== null}
        helperText={wrong ?? 'As #6b4a32, or L*, a* and b* as three numbers.'}
        slotProps={{ inputLabel: { shrink: true } }}
        onChange={(event) => {
          setText(event.target.value);
          setWrong(null);
        }}
        onBlur={() => typed(true)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          // What closes on it gives the focus back: the same press must not press what it falls on.
          event.preventDefault();
          typed(true);
        }}
      />
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1 }}>
        <Button variant="outlined" aria-label={`${label}: from a photograph`} onClick={() => setOpen('photo')}>
          From a photograph
        </Button>
        <Button variant="outlined" aria-label={`${label}: with the reader`} onClick={() => setOpen('reader')}>
          With the reader
        </Button>
        <Button variant="outlined" aria-label={`${label}: from the workshop`} onClick={() => setOpen('known')}>
          From the workshop
        </Button>
      </Stack>
      <Suspense>
        {open === 'photo' && <PhotoReading onTake={take} onClose={() => setOpen(null)} />}
        {open === 'reader' && <ReaderReading onTake={take} onClose={() => setOpen(null)} />}
        {open === 'known' && <KnownColours onTake={take} onClose={() => setOpen(null)} />}
      </Suspense>
    </Stack>
  );
}
