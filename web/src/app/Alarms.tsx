import { type Alarm, alarmsOfMix, alarmsOfPiece, type PieceSummary } from '@cosmesis/core/reckoning';
import { dayTime, minuteOf } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { readAlarmBook, wantsAlarms, writeAlarmBook } from '../store/alarmBook';
import { appRoot } from '../store/appRoot';
import { useNowMin } from '../store/useNowMin';
import { none, useSummaries } from '../store/useSummaries';
import { useParts } from '../store/useWorkshop';
import { toMix, toPiece } from '../ui/links';
import { say } from '../ui/say';
import { screenTitle } from './useTitle';

const pathOf = ({ pieceId, mixId }: Alarm): string =>
  pieceId === null ? toMix(mixId ?? '') : toPiece(pieceId, 'work');
/** What came due longer ago than this is no news, minutes: two days. */
const newsMin = 2 * 24 * 60;
/** An alarm within so many minutes of its time is told as one, and not as missed. */
const onTimeMin = 2;

const ofPiece = new WeakMap<PieceSummary, { piece: Piece; alarms: Alarm[] }>();
/** The alarms of a piece: worked out once for each log and summary as they are. */
function alarmsOnce(piece: Piece, summary: PieceSummary): Alarm[] {
  const known = ofPiece.get(summary);
  if (known?.piece === piece) return known.alarms;
  const alarms = alarmsOfPiece(piece, summary);
  ofPiece.set(summary, { piece, alarms });
  return alarms;
}

/** Two short tones, made here: nothing is fetched. Silent where the browser has not been touched yet. */
function sound(): void {
  try {
    const audio = new AudioContext();
    for (const [at, hertz] of [
      [0, 660],
      [0.22, 880],
    ] as const) {
      const tone = audio.createOscillator();
      const gain = audio.createGain();
      tone.frequency.value = hertz;
      gain.gain.setValueAtTime(0.12, audio.currentTime + at);
      gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + at + 0.2);
      tone.connect(gain).connect(audio.destination);
      tone.start(audio.currentTime + at);
      tone.stop(audio.currentTime + at + 0.22);
    }
    setTimeout(() => void audio.close(), 1000);
  } catch {
    // No sound on this device: what is to be told is told in words.
  }
}

async function notify(alarm: Alarm): Promise<void> {
  if (!('Notification' in window) || Notification.permission !== 'granted') return;
  const options = { body: alarm.text, tag: alarm.key, icon: `${appRoot}icon-192.png` };
  try {
    const kept = await navigator.serviceWorker?.getRegistration(appRoot);
    const data = { path: pathOf(alarm).replace(/^\//, '') };
    if (kept?.active) await kept.showNotification(alarm.title, { ...options, data });
    else new Notification(alarm.title, options);
  } catch {
    // The browser refuses: it is told in the page.
  }
}

/**
 * Tells when a window opens, is about to close, or has; when something has worked long enough; when a mix sets. Each is told
 * once, over reloads too. What came due while the page was closed is listed when it is opened again.
 */
export default function Alarms() {
  const { id, pieces, mixes, settings } = useParts('id', 'pieces', 'mixes', 'settings');
  const { byId, missing } = useSummaries(none);
  const nowMin = useNowMin();
  const navigate = useNavigate();
  const [missed, setMissed] = useState<readonly Alarm[]>([]);
  const alarms = useMemo(
    () => [
      ...[...byId.values()].flatMap((s) => {
        const piece = pieces[s.pieceId];
        return piece ? alarmsOnce(piece, s) : [];
      }),
      ...Object.values(mixes).flatMap(alarmsOfMix),
    ],
    [byId, pieces, mixes],
  );
  // What is told leads to where it is looked at.
  useEffect(() => {
    const onMessage = (event: MessageEvent) => {
      const { type, path } = (event.data ?? {}) as { type?: unknown; path?: unknown };
      if (type === 'show' && typeof path === 'string') navigate(`/${path}`);
    };
    navigator.serviceWorker?.addEventListener('message', onMessage);
    return () => navigator.serviceWorker?.removeEventListener('message', onMessage);
  }, [navigate]);
  useEffect(() => {
    if (missing > 0) return;
    const book = readAlarmBook(id);
    const due = alarms.filter((a) => a.atMin <= nowMin && a.atMin > nowMin - newsMin && !book.told.includes(a.key));
    // A workshop seen here for the first time has no past to catch up with.
    const fresh = book.seenMin === null ? [] : due.filter((a) => a.atMin > book.seenMin! - onTimeMin);
    // While the page was open nothing was missed: what another reckoning put into the past is told now.
    const wasClosed = book.seenMin !== null && nowMin - book.seenMin > onTimeMin;
    const late = wasClosed ? fresh.filter((a) => a.atMin < nowMin - onTimeMin) : [];
    // Who has just found a film dry knows that it is.
    const touched = (a: Alarm) =>
      a.kind === 'opens' &&
      (pieces[a.pieceId ?? '']?.log ?? []).some((e) =>
        (e.filmTests ?? []).some((t) => minuteOf(t.at) >= nowMin - onTimeMin),
      );
    const now = fresh.filter((a) => !late.includes(a) && !touched(a));
    writeAlarmBook(id, { seenMin: nowMin, told: [...book.told, ...due.map((a) => a.key)] });
    if (late.length > 0)
      setMissed((before) => [...before, ...late.filter((a) => before.every((b) => b.key !== a.key))]);
    for (const alarm of now) {
      say({ text: `${alarm.title}. ${alarm.text}`, action: { name: 'Show', run: () => void navigate(pathOf(alarm)) } });
      if (wantsAlarms()) void notify(alarm);
    }
    if (now.length > 0) {
      if (wantsAlarms()) sound();
      document.title = `▲ ${now[0]!.title}`;
    }
  }, [id, alarms, pieces, nowMin, missing, navigate]);
  useEffect(() => {
    const seen = () => {
      if (document.visibilityState === 'visible') document.title = screenTitle();
    };
    document.addEventListener('visibilitychange', seen);
    return () => document.removeEventListener('visibilitychange', seen);
  }, []);
  if (missed.length === 0) return null;
  return (
    <Alert severity="info" role="status" aria-label="While it was closed">
      <div style={{ flex: 1 }}>
        <b>While Cosmesis was closed:</b>
        <ul style={{ margin: '4px 0' }}>
          {[...missed]
            .sort((a, b) => a.atMin - b.atMin)
            .map((a) => (
              <li key={a.key}>
                {dayTime(a.atMin, nowMin, settings.timeZone)}, <Link to={pathOf(a)}>{a.title}</Link>. {a.text}
              </li>
            ))}
        </ul>
      </div>
      <Button variant="outlined" onClick={() => setMissed([])}>
        Seen
      </Button>
    </Alert>
  );
}
