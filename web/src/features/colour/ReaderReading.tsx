import { parseColour } from '@cosmesis/core/colour';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { tellReader, useColourReader } from '../../store/useColourReader';
import type { NamedColour } from './NamedColour';
import { Swatch } from './Swatch';

/** The stand-in has no wood to lie on: it is told what it lies on. */
function LaidOn() {
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const lay = () => {
    const read = parseColour(text);
    if (!read.ok) return setWrong(read.issues[0]!.message);
    setWrong(null);
    void tellReader('lay', { lab: read.value }).then((told) => {
      if (!told) setWrong('The reader does not answer: start the server again.');
    });
  };
  return (
    <TextField
      label="What the stand-in is laid on"
      value={text}
      error={wrong !== null}
      helperText={wrong ?? 'This reader is a stand-in and sees what it is told. Enter lays it there.'}
      onChange={(event) => setText(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') lay();
      }}
      onBlur={() => text.trim() !== '' && lay()}
    />
  );
}

/** A colour by the reader: set on its white tile, laid on, and taken. */
export function ReaderReading({ onTake, onClose }: { onTake: (colour: NamedColour) => void; onClose: () => void }) {
  const reading = useColourReader(true);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Read with the colour reader</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          {reading === undefined ? (
            <Typography role="status">Listening for the reader.</Typography>
          ) : reading.connected ? (
            <>
              {!reading.calibrated && (
                <Alert severity="warning">
                  It was not set on its white tile, or long ago: readings wander. Put it on the tile and set it.
                </Alert>
              )}
              <Swatch lab={reading.lab} name="It reads" large />
            </>
          ) : (
            <Alert severity="warning">
              No reader answers. Start Cosmesis with its server, or type the colour, or read it from a photograph.
            </Alert>
          )}
          <LaidOn />
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="outlined" onClick={() => void tellReader('calibrate')}>
          Set it on its white tile
        </Button>
        <Button
          variant="contained"
          disabled={!reading?.connected}
          onClick={() => reading && onTake({ lab: reading.lab, name: 'read with the reader', from: 'reader' })}
        >
          Take this reading
        </Button>
      </DialogActions>
    </Dialog>
  );
}
