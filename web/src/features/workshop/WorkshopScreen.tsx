import { dayEndMin, type Issue, instantOf } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { demoId } from '../../store/demoId';
import { emptyWorkshop, freshDemo, newId, nowIso, theStore } from '../../store/theStore';
import { useNowMin } from '../../store/useNowMin';
import { useServerHealth } from '../../store/useServerHealth';
import { useParts, useSettings, useStorePart } from '../../store/useWorkshop';
import type { StoreState } from '../../store/WorkshopStore';
import { downloadBlob, fileName } from '../../ui/download';
import { FileButton } from '../../ui/FileButton';
import { Keys } from '../../ui/Keys';
import { Fields } from '../../ui/layout';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';
import { sendSome } from '../../ui/sendSome';
import { useHeld } from '../../ui/useHeld';
import { callCore } from '../../workers/callCore';
import { AlarmSwitch } from './AlarmSwitch';
import { HoursFields } from './HoursFields';
import { PhotoSpace } from './PhotoSpace';
import { setSettings } from './setSettings';
import { TakeOver } from './TakeOver';

const dayMin = 24 * 60;
const headsOf = (state: StoreState) => state.heads;
const idOf = ({ workshop }: StoreState) => workshop?.id;

function SettingsFields() {
  const settings = useSettings();
  const zones = Intl.supportedValuesOf('timeZone');
  const all = zones.includes(settings.timeZone) ? zones : [settings.timeZone, ...zones];
  const [name, setName] = useState<string | null>(null);
  const heldName = useHeld((next: string) =>
    setSettings(
      'Name of the workshop',
      (s) => {
        s.name = next;
      },
      'settings/name',
    ),
  );
  return (
    <Stack component="section" aria-label="Settings" style={{ gap: 18 }}>
      <Typography variant="h2">This workshop</Typography>
      <TextField
        label="Name of the workshop"
        value={name ?? settings.name}
        error={name === ''}
        helperText={name === '' ? 'A workshop needs a name.' : ' '}
        onChange={(e) => {
          const next = e.target.value.slice(0, 200);
          setName(next);
          heldName.drop();
          if (next !== '') heldName.hold(next);
        }}
        onBlur={() => {
          heldName.giveNow();
          setName(null);
        }}
      />
      <Keys
        legend="Units shown"
        value={settings.unitSystem}
        choices={[
          { value: 'metric', name: 'Centimetres, litres' },
          { value: 'us', name: 'Inches, quarts' },
        ]}
        onPick={(unitSystem) =>
          setSettings('Units', (s) => {
            s.unitSystem = unitSystem;
          })
        }
      />
      <Fields>
        <Select
          label="Currency"
          value={settings.currency}
          options={Intl.supportedValuesOf('currency').map((c) => ({ value: c, name: c }))}
          onPick={(currency) =>
            setSettings('Currency', (s) => {
              s.currency = currency;
            })
          }
        />
        <Select
          label="Time zone"
          value={settings.timeZone}
          options={all.map((z) => ({ value: z, name: z.replaceAll('_', ' ') }))}
          onPick={(timeZone) =>
            setSettings('Time zone', (s) => {
              s.timeZone = timeZone;
            })
          }
        />
      </Fields>
      <Typography variant="h3">Working hours</Typography>
      <HoursFields
        week={settings.workingHours}
        onDay={(day, shifts) =>
          setSettings(
            'Working hours',
            (s) => {
              s.workingHours[day] = shifts;
            },
            `hours/${day}`,
          )
        }
      />
    </Stack>
  );
}

function Issues({ issues }: { issues: readonly Issue[] }) {
  return (
    <Alert severity="error" role="alert">
      <div>
        <b>The file was not opened; nothing was changed.</b>
        <ul>
          {issues.slice(0, 12).map((i) => (
            <li key={i.path + i.code + i.message}>{i.message}</li>
          ))}
        </ul>
      </div>
    </Alert>
  );
}

/** Whether this screen is still shown when something that takes a while has come: who has gone on is not pulled back. */
function useStillHere(): { readonly current: boolean } {
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  return here;
}

function Files() {
  const navigate = useNavigate();
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const [share, setShare] = useState<number | null>(null);
  const { settings, pieces } = useParts('settings', 'pieces');
  const nowMin = useNowMin();
  const photos = Object.values(pieces).reduce((sum, p) => sum + (p.photos?.length ?? 0), 0);
  const midnight = instantOf(dayEndMin(nowMin - dayMin, settings.timeZone));
  const doneToday = (p: Piece) =>
    p.log.some((e) => [e.startedAt, e.doneAt].some((t) => t !== null && Date.parse(t) >= Date.parse(midnight))) ||
    (p.photos ?? []).some((photo) => Date.parse(photo.at) >= Date.parse(midnight));
  const today = Object.values(pieces)
    .filter(doneToday)
    .map((p) => p.id);
  const here = useStillHere();
  const exportFile = async () => {
    setShare(0);
    const made = await callCore('exportFile', [nowIso()], { urgent: true, limitMs: 120_000 });
    setShare(null);
    if (made.ok) downloadBlob(fileName(settings.name, made.value.ending), made.value.blob);
    else say({ text: made.issues[0]?.message ?? 'The file could not be made.' });
  };
  const exportZip = async () => {
    setShare(0);
    const made = await callCore('exportZip', [nowIso()], { urgent: true, limitMs: 600_000 });
    setShare(null);
    if (!made.ok) return say({ text: made.issues[0]?.message ?? 'The ZIP could not be made.' });
    downloadBlob(fileName(settings.name, 'zip'), made.value.blob);
    if (made.value.left > 0)
      say({ text: `${made.value.left} photographs are not on this device, and not in the ZIP.` });
  };
  const importFile = async (file: File) => {
    setShare(0);
    // A workshop that is already here is never overwritten: the file comes in beside it.
    const read = await callCore('importFile', [file, newId()], {
      urgent: true,
      needs: [],
      limitMs: 120_000,
      onProgress: setShare,
    });
    setShare(null);
    // Who has gone on to something else meanwhile is not pulled away from it.
    if (!here.current) {
      await theStore().refreshHeads();
      const why = read.ok ? '' : (read.issues[0]?.message ?? '');
      return say({ text: read.ok ? `${read.value.name} was brought in: open it under Settings.` : why });
    }
    if (!read.ok) return setIssues(read.issues);
    setIssues([]);
    await theStore().open(read.value.workshopId);
    say({ text: `${read.value.name} opened.${read.warnings.length > 0 ? ` ${read.warnings[0]!.message}` : ''}` });
    navigate('/');
  };
  return (
    <Stack component="section" aria-label="Files">
      <Typography variant="h2">Take away and bring back</Typography>
      <Typography variant="body2">
        One file holds the whole workshop: pieces, products, readings, log
        {photos > 0 ? `; a ZIP holds its ${photos} photographs too` : ''}. Of the same workshop on another device it is
        taken over into this one: what was done on both comes together.
      </Typography>
      {issues.length > 0 && <Issues issues={issues} />}
      {share !== null && (
        <LinearProgress
          aria-label="How far the file is"
          variant={share > 0 ? 'determinate' : 'indeterminate'}
          value={share * 100}
        />
      )}
      <Stack direction="row">
        <Button variant="contained" onClick={exportFile}>
          Export this workshop
        </Button>
        {photos > 0 && (
          <Button variant="outlined" onClick={exportZip}>
            Export with photographs
          </Button>
        )}
        <FileButton
          label="Import a file"
          accept=".json,.gz,.zip,application/json,application/gzip,application/zip"
          onFile={(file) => void importFile(file)}
        />
        <TakeOver />
        {today.length > 0 && (
          <Button onClick={() => void sendSome(`${settings.name} today`, today, midnight)}>Send today’s work</Button>
        )}
      </Stack>
      {photos > 0 && <PhotoSpace />}
    </Stack>
  );
}

/** Starts an empty workshop and opens it. */
async function startNewWorkshop(): Promise<void> {
  await theStore().adopt(await emptyWorkshop('My workshop'));
  say({ text: 'A new, empty workshop. The others stay under Settings.' });
}

function Switch() {
  const heads = useStorePart(headsOf);
  const openId = useStorePart(idOf);
  const navigate = useNavigate();
  const here = useStillHere();
  const [confirming, setConfirming] = useState<string | null>(null);
  const thenToday = async (opened: Promise<unknown>) => {
    const { pathname } = window.location;
    await opened;
    // Whoever has gone on meanwhile is not pulled back, also while the next screen is still being brought.
    if (here.current && window.location.pathname === pathname) navigate('/');
  };
  const remove = async (id: string) => {
    const rest = heads.filter((h) => h.workshopId !== id);
    if (id === openId) {
      if (rest[0]) await theStore().open(rest[0].workshopId);
      else await theStore().adopt(await emptyWorkshop('My workshop'));
    }
    await theStore().remove(id);
    setConfirming(null);
  };
  return (
    <Stack component="section" aria-label="Workshops on this device">
      <Typography variant="h2">Workshops on this device</Typography>
      <ul className="bare">
        {heads.map((h) => (
          <Stack
            component="li"
            direction="row"
            key={h.workshopId}
            style={{ borderBottom: '1px solid var(--hair)', padding: '6px 0' }}
          >
            <b>{h.name}</b>
            {h.demo && (
              <Typography component="span" variant="body2">
                demo, made up
              </Typography>
            )}
            <Stack component="span" direction="row" sx={{ ml: 'auto' }}>
              {confirming === h.workshopId ? (
                <>
                  <span>Delete it with everything in it? Export it first.</span>
                  <Button variant="contained" onClick={() => remove(h.workshopId)}>
                    Delete for good
                  </Button>
                  <Button variant="outlined" onClick={() => setConfirming(null)}>
                    Keep
                  </Button>
                </>
              ) : (
                <>
                  {h.workshopId === openId ? (
                    <Typography component="span" variant="body2">
                      open
                    </Typography>
                  ) : (
                    <Button
                      variant="outlined"
                      aria-label={`Open ${h.name}`}
                      onClick={() => thenToday(theStore().open(h.workshopId))}
                    >
                      Open
                    </Button>
                  )}
                  <Button aria-label={`Delete ${h.name}`} onClick={() => setConfirming(h.workshopId)}>
                    Delete
                  </Button>
                </>
              )}
            </Stack>
          </Stack>
        ))}
      </ul>
      <Stack direction="row">
        <Button variant="contained" onClick={() => thenToday(startNewWorkshop())}>
          New workshop
        </Button>
        <Button variant="outlined" onClick={() => thenToday(freshDemo().then((demo) => theStore().adopt(demo)))}>
          {heads.some((h) => h.workshopId === demoId) ? 'Reset the demo' : 'Bring the demo back'}
        </Button>
      </Stack>
    </Stack>
  );
}

/** Settings, files and the other workshops on this device. */
export default function WorkshopScreen() {
  const openId = useStorePart(idOf);
  const health = useServerHealth();
  return (
    <Stack style={{ gap: 34, maxWidth: 860 }}>
      <Switch />
      <Files />
      <SettingsFields key={openId} />
      <AlarmSwitch />
      <Typography variant="body2">
        {health === 'away'
          ? 'The server is not answering; what is open here goes on working.'
          : 'Everything is kept in this browser on this device. Export now and then: a file survives a lost device.'}
      </Typography>
    </Stack>
  );
}
