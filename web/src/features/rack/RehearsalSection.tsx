import type { WorkshopRehearsal } from '@cosmesis/core/reckoning';
import { dayName } from '@cosmesis/core/units';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useParts } from '../../store/useWorkshop';
import { toPiece } from '../../ui/links';
import { callCore } from '../../workers/callCore';

const FinishChart = lazy(() => import('./FinishChart'));

const runs = 1000;
/** How long the worker goes on with it at a time, ms: what is on screen never waits long behind it. */
const atATimeMs = 60;

const causeWords = {
  hands: 'hands that are at something else',
  wait: 'drying and setting',
  air: 'air that the label does not bear',
  hours: 'nights and days off',
  dust: 'films open to dust',
  room: 'places that are full',
  date: 'what comes later',
} as const;
const boughtWords = {
  'as-it-is': 'As it is',
  'longer-days': 'An hour more each day',
  saturday: 'One day more each week',
  'second-hands': 'Another pair of hands',
  'one-more-place': 'One more place to dry',
  'warm-air': 'Warm dry air for all',
} as const;

/** What comes in fewer than one run in two hundred is chance. */
const counts = ({ frac }: { frac: number }): boolean => frac >= 0.005;
const percent = (share: number): string => `${Math.round(share * 100)} %`;

function Told({ told, names }: { told: WorkshopRehearsal; names: ReadonlyMap<string, string> }) {
  const { settings } = useParts('settings');
  const { timeZone } = settings;
  const [pickedId, setPickedId] = useState<string | null>(null);
  const pieces = [...told.pieces].sort((a, b) => (a.metFrac ?? 2) - (b.metFrac ?? 2) || a.p50Min - b.p50Min);
  const picked = pieces.find((p) => p.pieceId === pickedId) ?? pieces[0];
  const day = (minute: number) => (Number.isFinite(minute) ? dayName(minute, timeZone) : 'not in two years');
  const promised = pieces.filter((p) => p.metFrac !== null);
  const kept = promised
    .slice(0, 4)
    .map((p) => `${names.get(p.pieceId)} keeps its promise in ${percent(p.metFrac!)} of the runs`)
    .join('; ');
  return (
    <Stack style={{ gap: 22 }}>
      <Typography>
        {promised.length === 0 ? 'Nothing is promised.' : `${kept}.`} The days go by with{' '}
        {told.causes
          .slice(0, 3)
          .map((c) => `${causeWords[c.cause]} (${percent(c.share)})`)
          .join(', ')}
        .
      </Typography>
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small" aria-label="When pieces are ready">
          <TableHead>
            <TableRow>
              <TableCell>Piece</TableCell>
              <TableCell>Promised</TableCell>
              <TableCell align="right">Kept</TableCell>
              <TableCell>One in ten by</TableCell>
              <TableCell>Half by</TableCell>
              <TableCell>Nine in ten by</TableCell>
              <TableCell />
            </TableRow>
          </TableHead>
          <TableBody>
            {pieces.map((p) => (
              <TableRow key={p.pieceId} selected={p === picked}>
                <TableCell>
                  <Link to={toPiece(p.pieceId, 'work')}>{names.get(p.pieceId)}</Link>
                </TableCell>
                <TableCell>{p.dueMin === null ? 'no' : day(p.dueMin)}</TableCell>
                <TableCell align="right">{p.metFrac === null ? '' : percent(p.metFrac)}</TableCell>
                <TableCell>{day(p.p10Min)}</TableCell>
                <TableCell>{day(p.p50Min)}</TableCell>
                <TableCell>{day(p.p90Min)}</TableCell>
                <TableCell>
                  <Button
                    size="small"
                    aria-label={`Days of ${names.get(p.pieceId)}`}
                    onClick={() => setPickedId(p.pieceId)}
                  >
                    Days
                  </Button>
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      {picked && picked.days.length > 1 && (
        <Suspense>
          <FinishChart outcome={picked} name={names.get(picked.pieceId) ?? ''} runs={told.runs} timeZone={timeZone} />
        </Suspense>
      )}
      <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
        <section aria-label="Windows most often missed">
          <Typography variant="h3">Windows most often missed</Typography>
          {told.missed.length === 0 && <Typography>None was missed.</Typography>}
          <ul>
            {told.missed
              .slice(0, 5)
              .filter(counts)
              .map((m) => (
                <li key={`${m.pieceId}/${m.words}`}>
                  <b>{percent(m.frac)}</b> {names.get(m.pieceId)}: {m.words}
                </li>
              ))}
          </ul>
        </section>
        <section aria-label="What made it late">
          <Typography variant="h3">What made it late</Typography>
          {told.lateBy.length === 0 && <Typography>No promise was broken.</Typography>}
          <ul>
            {told.lateBy
              .slice(0, 5)
              .filter(counts)
              .map((l) => (
                <li key={`${l.pieceId}/${l.words}/${l.cause}`}>
                  <b>{percent(l.frac)}</b> {names.get(l.pieceId)}, before “{l.words}”: {causeWords[l.cause]}
                </li>
              ))}
          </ul>
        </section>
      </Box>
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small" aria-label="What would change it" sx={{ maxWidth: 640 }}>
          <TableHead>
            <TableRow>
              <TableCell>With</TableCell>
              <TableCell align="right">Promises kept</TableCell>
              <TableCell>All ready, half of the runs, by</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {told.alternatives.map((a) => (
              <TableRow key={a.id}>
                <TableCell>{boughtWords[a.id]}</TableCell>
                <TableCell align="right">{a.metFrac === null ? '' : percent(a.metFrac)}</TableCell>
                <TableCell>{day(a.lastMin)}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      <Typography variant="body2">
        In each run hands are quicker or slower (a third either way), films dry sooner or later than the late end that
        is planned with, and the weather comes up to twelve hours early or late: figures from memory. What is held is
        left out. What would change it is played two hundred times each: three in a hundred more or less say nothing.
      </Typography>
    </Stack>
  );
}

/** Plays the schedule a thousand times in the worker, and says what may be expected of it. */
export default function RehearsalSection({ names, nowMin }: { names: ReadonlyMap<string, string>; nowMin: number }) {
  const [share, setShare] = useState<number | null>(null);
  const [told, setTold] = useState<WorkshopRehearsal | null>(null);
  const [issue, setIssue] = useState<string | null>(null);
  const number = useRef(0);
  useEffect(
    () => () => {
      number.current = -1;
    },
    [],
  );
  const begin = async () => {
    const own = Date.now();
    number.current = own;
    setTold(null);
    setIssue(null);
    setShare(0);
    for (;;) {
      const answer = await callCore('rehearse', [own, runs, nowMin, atATimeMs], { key: 'rehearse', needs: [] });
      if (number.current !== own) return;
      if (!answer.ok) {
        setShare(null);
        return setIssue(answer.issues[0]?.message ?? '');
      }
      setShare(answer.value.share);
      if (!answer.value.told) continue;
      setTold(answer.value.told);
      return setShare(null);
    }
  };
  return (
    <Stack component="section" aria-label="Rehearsal">
      <Typography variant="h2">Rehearsal</Typography>
      <Typography>
        How sure are the promises? The schedule is played a thousand times, with hands, drying and weather that differ.
      </Typography>
      {share === null ? (
        <div>
          <Button variant="outlined" onClick={() => void begin()}>
            {told ? 'Rehearse again' : 'Rehearse it'}
          </Button>
        </div>
      ) : (
        <Stack direction="row" sx={{ alignItems: 'center' }}>
          <Box sx={{ flex: 1, maxWidth: 420 }}>
            <LinearProgress variant="determinate" value={100 * share} aria-label="Runs played" />
          </Box>
          <Button
            onClick={() => {
              number.current = 0;
              setShare(null);
            }}
          >
            Stop
          </Button>
        </Stack>
      )}
      {issue && <Alert severity="error">{issue}</Alert>}
      {told && <Told told={told} names={names} />}
    </Stack>
  );
}
