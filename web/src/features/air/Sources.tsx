import { dateName, dayTime, duration, formatTemperature, latestFirst, minuteOf } from '@cosmesis/core/units';
import Alert from '@mui/material/Alert';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import useSWR from 'swr';
import { appRoot } from '../../store/appRoot';
import { doDeed } from '../../store/doDeed';
import { useInstruments } from '../../store/instruments';
import { theStore } from '../../store/theStore';
import { useNowMin } from '../../store/useNowMin';
import { useParts } from '../../store/useWorkshop';
import { FileButton } from '../../ui/FileButton';
import { Keys } from '../../ui/Keys';
import { say } from '../../ui/say';

const listedReadings = 8;
/** Text of this length is no forecast of some days, bytes. */
const mostBytes = 1_000_000;

const scenarioUrl = `${appRoot}api/air/scenario`;
const weathers = [
  { value: 'usual', name: 'Usual for the season' },
  { value: 'cold-damp', name: 'A cold, damp spell' },
] as const;
type Weather = (typeof weathers)[number]['value'];

/** Which weather the stand-in instruments make up, to see what a spell would do to the plan. */
function StandInWeather() {
  const { data, mutate } = useSWR<Weather | null>('stand-in-weather', async () => {
    const response = await fetch(scenarioUrl);
    const told = (await response.json()) as { scenario?: Weather };
    return response.ok ? (told.scenario ?? null) : null;
  });
  const [wrong, setWrong] = useState(false);
  if (!data) return null;
  const play = async (scenario: Weather) => {
    try {
      const response = await fetch(scenarioUrl, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ scenario }),
      });
      setWrong(!response.ok);
      if (response.ok) await mutate(scenario, { revalidate: false });
    } catch {
      setWrong(true);
    }
  };
  return (
    <>
      <Keys legend="Weather the stand-ins make up" choices={weathers} value={data} onPick={(w) => void play(w)} />
      {wrong && <Alert severity="warning">The instruments do not answer: their weather stays as it was.</Alert>}
    </>
  );
}

/** Where the air is known from: the forecast, the instruments, and what was typed. */
export function Sources({ space }: { space: string }) {
  const { settings, readings } = useParts('settings', 'readings');
  const nowMin = useNowMin();
  const heard = useInstruments();
  const [wrong, setWrong] = useState<string | null>(null);
  const { timeZone, unitSystem, instruments } = settings;
  // What is told now is what is planned with; it is kept with the next deed.
  const forecast = (instruments && heard?.forecast) || settings.forecast;
  const take = async (file: File) => {
    if (file.size > mostBytes) return setWrong(`${file.name} is too large for a forecast of some days.`);
    const { forecastFromCsv, zonedTime } = await import('@cosmesis/core/climate');
    const read = forecastFromCsv(await file.text(), zonedTime(timeZone), nowMin);
    if (!read.ok) return setWrong(`${file.name} was not taken. ${read.issues[0]?.message ?? ''}`);
    doDeed('Took a forecast', { do: 'take-forecast', forecast: read.value });
    setWrong(read.warnings.length > 0 ? `Taken. ${read.warnings.map((w) => w.message).join(' ')}` : null);
    say({ text: 'Forecast taken.', action: { name: 'Undo', run: () => theStore().undo() } });
  };
  const own = Object.values(readings)
    .filter((r) => r.space === space)
    .sort((a, b) => latestFirst(a.at, b.at));
  const takenMin = forecast && minuteOf(forecast.takenAt);
  const endMin = forecast && minuteOf(forecast.startAt) + forecast.airTempC.length * 60;
  return (
    <Stack component="section" aria-label="Where it is known from">
      <Typography variant="h2">Where it is known from</Typography>
      <Typography>
        {takenMin === null || endMin === null ? (
          'No forecast: the usual days of the season are taken.'
        ) : (
          <>
            Forecast for outdoors, taken <b>{duration(Math.max(0, nowMin - takenMin))} ago</b>
            {forecast!.from === 'instrument' ? ' from the instruments' : ' from a file'}, until{' '}
            <b>{dateName(endMin, nowMin, timeZone)}</b>; after that the usual days of the season.
          </>
        )}
      </Typography>
      {wrong && (
        <Alert severity="warning" onClose={() => setWrong(null)}>
          {wrong}
        </Alert>
      )}
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <FileButton
          label="Take a forecast (CSV)"
          accept=".csv,text/csv,text/plain"
          onFile={(file) => void take(file)}
        />
        <FormControlLabel
          control={
            <Switch
              checked={instruments}
              onChange={(_, on) =>
                theStore().transact(on ? 'Listen to the instruments' : 'Leave the instruments', (draft) => {
                  draft.settings.instruments = on;
                })
              }
            />
          }
          label="Listen to the thermo-hygrometer and forecast of this server"
        />
      </Stack>
      {instruments && (
        <Typography variant="body2" role="status">
          {heard?.away ??
            (heard && heard.readings.length > 0 ? 'The instruments answer.' : 'Waiting for the instruments…')}{' '}
          {heard?.ignored}
        </Typography>
      )}
      {instruments && <StandInWeather />}
      <Typography variant="body2">
        The columns of a forecast: time, temperature °C, humidity %; a row for each hour. This server’s instruments are
        stand-ins: their weather is made up.
      </Typography>
      {own.length > 0 && (
        <Table size="small" aria-label={`Readings in ${space}`}>
          <TableHead>
            <TableRow>
              <TableCell>Read</TableCell>
              <TableCell align="right">Air</TableCell>
              <TableCell align="right">Humidity</TableCell>
              <TableCell align="right">Surface</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {own.slice(0, listedReadings).map((r) => (
              <TableRow key={r.id}>
                <TableCell>{dayTime(minuteOf(r.at), nowMin, timeZone)}</TableCell>
                <TableCell align="right">{formatTemperature(r.airTempC, unitSystem)}</TableCell>
                <TableCell align="right">{Math.round(r.relHumFrac * 100)} %</TableCell>
                <TableCell align="right">
                  {r.surfaceTempC === null ? 'not measured' : formatTemperature(r.surfaceTempC, unitSystem)}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
    </Stack>
  );
}
