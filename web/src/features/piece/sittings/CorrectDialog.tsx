import { formatVolume, parseVolume } from '@cosmesis/core/units';
import { type LogEntry, logEntrySchema } from '@cosmesis/core/workshop';
import { zodResolver } from '@hookform/resolvers/zod';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { doDeed } from '../../../store/doDeed';
import { theStore } from '../../../store/theStore';
import { useSettings } from '../../../store/useWorkshop';
import { DateTimeField } from '../../../ui/DateTimeField';
import { parsedOrNone } from '../../../ui/parsed';
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
  const plannedL = entry.planned?.volumeL ?? null;
  const before = {
    startedAt: toField(entry.startedAt, timeZone),
    doneAt: toField(entry.doneAt, timeZone),
    actualL: entry.actualL === null ? '' : formatVolume(entry.actualL, unitSystem),
    note: entry.note,
    fromExpired: entry.fromExpired ?? false,
    sure: false,
  };
  const clock = z.string().transform((text) => fromField(text, timeZone));
  const schema = z
    .object({
      startedAt: clock,
      doneAt: clock,
      actualL: parsedOrNone((text) => parseVolume(text, unitSystem, entry.actualL ?? plannedL)),
      note: logEntrySchema.shape.note,
      fromExpired: z.boolean(),
      sure: z.boolean(),
    })
    .superRefine(({ startedAt, doneAt }, context) => {
      if (startedAt === null && doneAt === null)
        context.addIssue({
          code: 'custom',
          path: ['doneAt'],
          message: 'Give a time, or take the step out of the log.',
        });
      if (startedAt !== null && doneAt !== null && Date.parse(doneAt) < Date.parse(startedAt))
        context.addIssue({ code: 'custom', path: ['doneAt'], message: 'It cannot be done before it was started.' });
    });
  const { control, register, handleSubmit, formState, setValue } = useForm({
    resolver: zodResolver(schema),
    defaultValues: before,
    mode: 'onChange',
  });
  const { errors } = formState;
  const typed = useWatch({ control });
  const read = parseVolume(typed.actualL ?? '', unitSystem, entry.actualL ?? plannedL);
  const often = plannedL !== null && plannedL > 0 && read.ok ? read.value / plannedL : 1;
  const isFar = often >= farFrom;
  const undo = { name: 'Undo', run: () => theStore().undo() };

  const save = handleSubmit(({ startedAt, doneAt, actualL, note, fromExpired, sure }) => {
    if (isFar && !sure) return;
    // A field the user did not touch keeps its seconds and its last digit.
    const kept = <T,>(field: 'startedAt' | 'doneAt' | 'actualL', was: T, now: T): T =>
      typed[field] === before[field] ? was : now;
    const told = doDeed('Correct the log', {
      do: 'correct-entry',
      pieceId,
      entryId: entry.id,
      change: {
        startedAt: kept('startedAt', entry.startedAt, startedAt),
        doneAt: kept('doneAt', entry.doneAt, doneAt),
        actualL: kept('actualL', entry.actualL, actualL),
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
  });
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
          <Controller
            name="startedAt"
            control={control}
            render={({ field }) => <DateTimeField label="Started" value={field.value} onChange={field.onChange} />}
          />
          <Controller
            name="doneAt"
            control={control}
            render={({ field }) => (
              <DateTimeField
                label="Done"
                value={field.value}
                onChange={field.onChange}
                error={errors.doneAt !== undefined}
                help={errors.doneAt?.message}
              />
            )}
          />
          <TextField
            label="Amount used"
            autoComplete="off"
            {...register('actualL', { onChange: () => setValue('sure', false) })}
            error={errors.actualL !== undefined || (isFar && !typed.sure)}
            helperText={
              errors.actualL?.message ??
              (plannedL === null ? '250 ml, 0.5 L, 1 qt' : `Planned: ${formatVolume(plannedL, unitSystem)}`)
            }
          />
          {isFar && read.ok && (
            <Controller
              name="sure"
              control={control}
              render={({ field }) => (
                <FormControlLabel
                  label={`Yes, ${formatVolume(read.value, unitSystem)} were used: ${Math.round(often)} times what was planned`}
                  control={<Checkbox checked={field.value} onChange={(e) => field.onChange(e.target.checked)} />}
                />
              )}
            />
          )}
          {entry.step.productId !== null && (
            <Controller
              name="fromExpired"
              control={control}
              render={({ field }) => (
                <FormControlLabel
                  label="Taken from a can that is past its date"
                  control={<Checkbox checked={field.value} onChange={(e) => field.onChange(e.target.checked)} />}
                />
              )}
            />
          )}
          <TextField
            label="Note"
            multiline
            minRows={2}
            {...register('note')}
            error={errors.note !== undefined}
            helperText={errors.note?.message}
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
