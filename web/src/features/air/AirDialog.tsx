import { latestReading } from '@cosmesis/core/deeds';
import { formatTemperature, parseHumidity, parseTemperature } from '@cosmesis/core/units';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { type FormEvent, useState } from 'react';
import { doDeed } from '../../store/doDeed';
import { theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { say } from '../../ui/say';

/** Asks for a reading of the air, and of the surface where there is one. */
export default function AirDialog({ onClose }: { onClose: () => void }) {
  const { settings, readings } = useParts('settings', 'readings');
  const last = latestReading(readings);
  const [temp, setTemp] = useState('');
  const [humidity, setHumidity] = useState('');
  const [surface, setSurface] = useState('');
  const [tried, setTried] = useState(false);
  const readTemp = parseTemperature(temp, settings.unitSystem);
  const readHumidity = parseHumidity(humidity);
  const readSurface = surface.trim() === '' ? null : parseTemperature(surface, settings.unitSystem);
  const wrong = (r: { ok: boolean; issues?: { message: string }[] } | null) =>
    tried && r && !r.ok ? r.issues?.[0]?.message : undefined;
  const unit = settings.unitSystem === 'metric' ? '°C' : '°F';

  const save = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (!readTemp.ok || !readHumidity.ok || (readSurface && !readSurface.ok)) return;
    doDeed('Read the air', {
      do: 'read-air',
      reading: {
        space: last?.space ?? 'Workshop',
        airTempC: readTemp.value,
        relHumFrac: readHumidity.value,
        surfaceTempC: readSurface ? readSurface.value : null,
      },
    });
    say({ text: 'Air noted.', action: { name: 'Undo', run: () => theStore().undo() } });
    onClose();
  };

  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="air-title">
      <DialogTitle id="air-title">The air now</DialogTitle>
      <DialogContent>
        <form className="stack" onSubmit={save} noValidate style={{ paddingTop: 8 }}>
          <TextField
            label={`Air temperature, ${unit}`}
            value={temp}
            onChange={(e) => setTemp(e.target.value)}
            autoFocus
            error={Boolean(wrong(readTemp))}
            helperText={
              wrong(readTemp) ?? (last ? `Last: ${formatTemperature(last.airTempC, settings.unitSystem)}` : ' ')
            }
          />
          <TextField
            label="Humidity, %"
            value={humidity}
            onChange={(e) => setHumidity(e.target.value)}
            error={Boolean(wrong(readHumidity))}
            helperText={wrong(readHumidity) ?? (last ? `Last: ${Math.round(last.relHumFrac * 100)} %` : ' ')}
          />
          <TextField
            label={`Surface temperature, ${unit}`}
            value={surface}
            onChange={(e) => setSurface(e.target.value)}
            error={Boolean(wrong(readSurface))}
            helperText={wrong(readSurface) ?? 'May be left out: then nothing is said of dew on the surface.'}
          />
          <div className="row">
            <button type="submit" className="go">
              Note this air
            </button>
            <button type="button" className="line" onClick={onClose}>
              Cancel
            </button>
          </div>
        </form>
      </DialogContent>
    </Dialog>
  );
}
