import { latestReading } from '@cosmesis/core/deeds';
import { formatTemperature, parseHumidity, parseTemperature, type UnitSystem } from '@cosmesis/core/units';
import { readingSchema } from '@cosmesis/core/workshop';
import { zodResolver } from '@hookform/resolvers/zod';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { z } from 'zod';
import { doDeed } from '../../store/doDeed';
import { theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { parsed, parsedOrNone } from '../../ui/parsed';
import { say } from '../../ui/say';

/** What is typed of the air, read and held against what a reading may be. */
const typedReading = (space: string, system: UnitSystem) =>
  z
    .object({
      airTempC: parsed((text) => parseTemperature(text, system)),
      relHumFrac: parsed(parseHumidity),
      surfaceTempC: parsedOrNone((text) => parseTemperature(text, system)),
    })
    .transform((typed) => ({ space, ...typed }))
    .pipe(readingSchema.omit({ id: true, at: true }));

/** Asks for a reading of the air, and of the surface where there is one. */
export default function AirDialog({ space, onClose }: { space: string | null; onClose: () => void }) {
  const { settings, readings } = useParts('settings', 'readings');
  const { spaces } = settings;
  const [where, setWhere] = useState(space ?? spaces[0]?.name ?? latestReading(readings)?.space ?? 'Workshop');
  const last = latestReading(readings, where);
  const schema = typedReading(where, settings.unitSystem);
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(schema),
    defaultValues: { airTempC: '', relHumFrac: '', surfaceTempC: '' },
  });
  const unit = settings.unitSystem === 'metric' ? '°C' : '°F';
  const field = (name: 'airTempC' | 'relHumFrac' | 'surfaceTempC', help: string) => {
    const wrong = formState.errors[name]?.message;
    return { ...register(name), error: wrong !== undefined, helperText: wrong ?? help, autoComplete: 'off' };
  };
  const save = handleSubmit((reading) => {
    doDeed('Read the air', { do: 'read-air', reading });
    say({ text: 'Air noted.', action: { name: 'Undo', run: () => theStore().undo() } });
    onClose();
  });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="air-title">
      <DialogTitle id="air-title">The air now</DialogTitle>
      <DialogContent>
        <Stack component="form" onSubmit={save} noValidate sx={{ pt: 1 }}>
          {spaces.length > 1 && (
            <Keys
              legend="Read in"
              value={where}
              onPick={setWhere}
              choices={spaces.map((s) => ({ value: s.name, name: s.name }))}
            />
          )}
          <TextField
            label={`Air temperature, ${unit}`}
            autoFocus
            {...field('airTempC', last ? `Last: ${formatTemperature(last.airTempC, settings.unitSystem)}` : ' ')}
          />
          <TextField
            label="Humidity, %"
            {...field('relHumFrac', last ? `Last: ${Math.round(last.relHumFrac * 100)} %` : ' ')}
          />
          <TextField
            label={`Surface temperature, ${unit}`}
            {...field('surfaceTempC', 'May be left out: then nothing is said of dew on the surface.')}
          />
          <Stack direction="row">
            <Button type="submit" variant="contained">
              Note this air
            </Button>
            <Button variant="outlined" onClick={onClose}>
              Cancel
            </Button>
            <Button component={Link} to="/air" onClick={onClose}>
              Air of the days to come
            </Button>
          </Stack>
        </Stack>
      </DialogContent>
    </Dialog>
  );
}
