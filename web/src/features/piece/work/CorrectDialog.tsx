import { formatVolume, parseVolume } from '@cosmesis/core/units';
import type { LogEntry } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { type FormEvent, useState } from 'react';
import { doDeed } from '../../../store/doDeed';
import { theStore } from '../../../store/theStore';
import { useSettings } from '../../../store/useWorkshop';
import { DateTimeField } from '../../../ui/DateTimeField';
import { say } from '../../../ui/say';
import { farFrom } from '../../../ui/usedUp';
import { fromField, toField } from '../../../ui/zonedInput';

/** Corrects what was logged: times, amount, note; or takes it out. */
export function CorrectDialog({
  pieceId,
  entry,
  title,
  onClose,
}: {
  pieceId: string;
  entry: LogEntry;
  title: string;
  onClose: () => void;
}) {
  const { timeZone, unitSystem } = useSettings();
  const [started, setStarted] = useState(toField(entry.startedAt, timeZone));
  const [done, setDone] = useState(toField(entry.doneAt, timeZone));
  const [amount, setAmount] = useState(entry.actualL === null ? '' : formatVolume(entry.actualL, unitSystem));
  const [sure, setSure] = useState(false);
  const [note, setNote] = useState(entry.note);
  const [fromExpired, setFromExpired] = useState(entry.fromExpired ?? false);
  const startedAt = fromField(started, timeZone);
  const doneAt = fromField(done, timeZone);
  const plannedL = entry.planned?.volumeL ?? null;
  const read = amount.trim() === '' ? null : parseVolume(amount, unitSystem, entry.actualL ?? plannedL);
  const often = plannedL !== null && plannedL > 0 && read?.ok ? read.value / plannedL : 1;
  const isFar = often >= farFrom;
  const wrongOrder = startedAt !== null && doneAt !== null && Date.parse(doneAt) < Date.parse(startedAt);
  const neither = startedAt === null && doneAt === null;
  const timeIssue = wrongOrder
    ? 'It cannot be done before it was started.'
    : neither
      ? 'Give a time, or take the step out of the log.'
      : undefined;
  const undo = { name: 'Undo', run: () => theStore().undo() };
  const unchanged = amount === (entry.actualL === null ? '' : formatVolume(entry.actualL, unitSystem));

  const save = (event: FormEvent) => {
    event.preventDefault();
    if (timeIssue || (read && !read.ok) || (isFar && !sure)) return;
    // A field the user did not touch keeps its seconds and its last digit.
    const told = doDeed('Correct the log', {
      do: 'correct-entry',
      pieceId,
      entryId: entry.id,
      change: {
        startedAt: started === toField(entry.startedAt, timeZone) ? entry.startedAt : startedAt,
        doneAt: done === toField(entry.doneAt, timeZone) ? entry.doneAt : doneAt,
        actualL: unchanged ? entry.actualL : read?.ok ? read.value : null,
        note,
        fromExpired,
      },
    });
    say(
      told.ok
        ? { text: 'Corrected. All that follows is worked out again.', action: undo }
        : { text: told.issues[0]?.message ?? 'That cannot be corrected.' },
    );
    onClose();
  };
  const takeOut = () => {
    doDeed('Take a step out of the log', { do: 'remove-entry', pieceId, entryId: entry.id });
    say({ text: 'Taken out of the log.', action: undo });
    onClose();
  };

  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="correct-title">
      <DialogTitle id="correct-title">{title}</DialogTitle>
      <DialogContent>
        <Stack component="form" style={{ paddingTop: 8, gap: 18 }} onSubmit={save} noValidate>
          <DateTimeField label="Started" value={started} onChange={setStarted} />
          <DateTimeField label="Done" value={done} onChange={setDone} error={Boolean(timeIssue)} help={timeIssue} />
          <TextField
            label="Amount used"
            value={amount}
            onChange={(e) => {
              setAmount(e.target.value);
              setSure(false);
            }}
            error={Boolean(read && !read.ok) || (isFar && !sure)}
            helperText={
              read && !read.ok
                ? read.issues[0]?.message
                : plannedL === null
                  ? '250 ml, 0.5 L, 1 qt'
                  : `Planned: ${formatVolume(plannedL, unitSystem)}`
            }
          />
          {isFar && read?.ok && (
            <FormControlLabel
              label={`Yes, ${formatVolume(read.value, unitSystem)} were used: ${Math.round(often)} times what was planned`}
              control={<Checkbox checked={sure} onChange={(e) => setSure(e.target.checked)} />}
            />
          )}
          {entry.step.productId !== null && (
            <FormControlLabel
              label="Taken from a can that is past its date"
              control={<Checkbox checked={fromExpired} onChange={(e) => setFromExpired(e.target.checked)} />}
            />
          )}
          <TextField
            label="Note"
            multiline
            minRows={2}
            value={note}
            onChange={(e) => setNote(e.target.value.slice(0, 4000))}
          />
          <Stack direction="row">
            <Button variant="contained" type="submit">
              Save
            </Button>
            <Button variant="outlined" onClick={onClose}>
              Cancel
            </Button>
            <Button sx={{ ml: 'auto' }} onClick={takeOut}>
              Take out of the log
            </Button>
          </Stack>
        </Stack>
      </DialogContent>
    </Dialog>
  );
}
