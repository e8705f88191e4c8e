import { placeName } from '@cosmesis/core/reckoning';
import { jointCalendar, ownHands, peopleOf } from '@cosmesis/core/schedule';
import { aboutTime, dayName, dayTime } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Print from '@mui/icons-material/PrintOutlined';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import { Link } from 'react-router';
import { useSpaceBands } from '../../store/useAirNow';
import { useNowMin } from '../../store/useNowMin';
import { useParts } from '../../store/useWorkshop';
import { usePlanProgress, useWorkshopPlan } from '../../store/useWorkshopPlan';
import { download, fileName } from '../../ui/download';
import { Keys } from '../../ui/Keys';
import { ActRow, ActWhat, ActWhen } from '../../ui/layout';
import { toPiece } from '../../ui/links';
import { ScrollRegion } from '../../ui/ScrollRegion';
import { Select } from '../../ui/Select';
import { callCore } from '../../workers/callCore';
import { OutOfPlan } from './OutOfPlan';
import { Picked } from './Picked';
import { RackDrawing } from './RackDrawing';
import { Ready } from './Ready';
import { timeScale } from './timeScale';
import { useWhenTried } from './useWhenTried';

const RehearsalSection = lazy(() => import('./RehearsalSection'));

const spans = [
  { value: 'day', name: 'A day', pxPerMin: 4.4, days: 3 },
  { value: 'week', name: 'A week', pxPerMin: 0.7, days: 9 },
  { value: 'all', name: 'All of it', pxPerMin: 0.16, days: 70 },
] as const;
type Span = (typeof spans)[number]['value'];

/** Which pieces are shown; besides them each by its name. */
const showings = [
  { value: 'all', name: 'All pieces', holds: () => true },
  { value: 'promised', name: 'Promised', holds: (p: Piece) => p.promisedAt !== null },
  { value: 'begun', name: 'Begun', holds: (p: Piece) => p.log.length > 0 },
] as const satisfies readonly { value: string; name: string; holds: (p: Piece) => boolean }[];

/** What is picked stays in sight below the drawing, whatever of it is scrolled to. */
const foot = {
  position: 'sticky',
  bottom: { xs: 64, md: 0 },
  zIndex: 2,
  bgcolor: 'var(--ground)',
  borderTop: '2px solid var(--ink)',
  py: 1.5,
  maxHeight: { xs: '50vh', md: '60vh' },
  overflowY: 'auto',
} as const;

const upperFirst = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const handsWords = (pairs: number): string => (pairs === 1 ? 'one pair of hands' : `${pairs} pairs of hands`);

/** So many are listed at first. */
const listedFirst = 12;

/** How far a better order is sought. */
function Seeking() {
  const { tried, of } = usePlanProgress();
  if (tried >= of) return null;
  return (
    <Box>
      <Typography variant="body2" role="status">
        A better order is sought: {tried} of {of} tried.
      </Typography>
      <LinearProgress variant="determinate" value={(100 * tried) / of} aria-label="Orders tried" />
    </Box>
  );
}

/** Every piece over time, for the hands there are. */
export default function Rack() {
  const { pieces, settings } = useParts('pieces', 'settings');
  const nowMin = useNowMin();
  const { plan, issue } = useWorkshopPlan();
  const bands = useSpaceBands();
  const [span, setSpan] = useState<Span>('day');
  const [pickedId, setPickedId] = useState<string | null>(null);
  const [whole, setWhole] = useState(false);
  const [showing, setShowing] = useState<string>('all');
  const [withPlaces, setWithPlaces] = useState(false);
  const { trial, tryIt } = useWhenTried(nowMin);
  const { pxPerMin, days } = spans.find((s) => s.value === span)!;
  const { timeZone } = settings;
  const lastMin = Math.min(
    nowMin + days * 1440,
    Math.max(
      nowMin + 1440,
      ...(plan?.sittings.map((s) => s.endMin) ?? []),
      ...(plan?.ready.map((r) => r.atMin ?? 0) ?? []),
    ),
  );
  const hour = Math.floor(nowMin / 60) * 60;
  const scale = useMemo(
    () => timeScale(jointCalendar(peopleOf(settings).map((p) => p.calendar)), hour, lastMin, pxPerMin),
    [settings, hour, lastMin, pxPerMin],
  );
  if (issue) return <Alert severity="error">{issue}</Alert>;
  if (!plan) return <Typography variant="h1">The rack</Typography>;
  const names = new Map(Object.values(pieces).map((p) => [p.id, p.name]));
  const all = [...plan.sittings].sort((a, b) => a.startMin - b.startMin);
  const isShown = showings.find((s) => s.value === showing)?.holds ?? ((p: Piece) => p.id === showing);
  const inOrder = all.filter((s) => pieces[s.pieceId] && isShown(pieces[s.pieceId]!));
  const busy = [...new Set(all.map((s) => s.pieceId))];
  const rails = [...new Set(inOrder.map((s) => s.pieceId))].map((id) => ({ pieceId: id, name: names.get(id) ?? '' }));
  const picked = inOrder.find((s) => s.id === pickedId);
  const lines =
    settings.people.length > 0
      ? settings.people.map((p) => ({ personId: p.id, name: p.name }))
      : [{ personId: ownHands, name: '' }];
  const lanes = (['bench', 'spray', 'drying'] as const)
    .filter((id) => all.some((s) => s.places.some((p) => p.id === id)))
    .map((id) => ({ id, name: upperFirst(placeName(id)), capacity: settings.room[id] }));
  const handsMin = inOrder.reduce((sum, s) => sum + s.handsMin, 0);
  return (
    <Stack>
      <Stack direction="row">
        <Typography variant="h1">The rack</Typography>
        <Stack className="no-print" direction="row" sx={{ ml: 'auto', alignItems: 'center' }}>
          <Button
            onClick={async () => {
              const made = await callCore('workshopCalendar', [nowMin], { urgent: true, needs: [] });
              if (made.ok) download(fileName(settings.name, 'ics'), 'text/calendar', made.value);
            }}
          >
            Download as calendar
          </Button>
          <Button
            startIcon={<Print />}
            onClick={() => {
              // On paper the list is whole.
              flushSync(() => setWhole(true));
              window.print();
            }}
          >
            Print
          </Button>
          <Keys legend="How far" hideLegend choices={spans} value={span} onPick={setSpan} />
        </Stack>
      </Stack>
      <Stack direction="row" sx={{ alignItems: 'flex-end', flexWrap: 'wrap', justifyContent: 'space-between' }}>
        {all.length === 0 ? (
          <Typography>
            Nothing is planned. <Link to="/pieces">A piece</Link> whose looks are chosen in its plan stands here, beside
            all others.
          </Typography>
        ) : (
          <Typography>
            {inOrder.length} sittings on {rails.length === 1 ? 'one piece' : `${rails.length} pieces`},{' '}
            {aboutTime(handsMin)} for {handsWords(lines.length)}, until{' '}
            {inOrder.length > 0 && dayName(inOrder.at(-1)!.endMin, timeZone)}.
          </Typography>
        )}
        {all.length > 0 && (
          <Stack direction="row" className="no-print" sx={{ alignItems: 'flex-end' }}>
            <Box sx={{ minWidth: 220 }}>
              <Select
                label="Shown"
                value={showing}
                options={[...showings, ...busy.map((id) => ({ value: id, name: names.get(id) ?? '' }))]}
                onPick={setShowing}
              />
            </Box>
            <Keys
              legend="Lanes"
              hideLegend
              value={withPlaces ? 'places' : 'pieces'}
              choices={[
                { value: 'pieces', name: 'Pieces' },
                { value: 'places', name: 'Pieces and places' },
              ]}
              onPick={(which) => setWithPlaces(which === 'places')}
            />
          </Stack>
        )}
      </Stack>
      <OutOfPlan plan={plan} names={names} pieces={Object.values(pieces)} nowMin={nowMin} />
      {rails.length > 0 && (
        <ScrollRegion label="The rack, all pieces over time">
          <RackDrawing
            plan={{ ...plan, sittings: inOrder }}
            bands={bands}
            rails={rails}
            lines={lines}
            lanes={withPlaces ? lanes : []}
            scale={scale}
            nowMin={nowMin}
            timeZone={timeZone}
            picked={picked}
            tried={trial?.tried ?? null}
            onPick={(s) => {
              if (s.id !== pickedId) tryIt(null);
              setPickedId(s.id);
            }}
            onDrag={(s, startMin, personId) =>
              tryIt({ taskId: s.id, startMin, personId: lines.length > 1 ? personId : null })
            }
          />
        </ScrollRegion>
      )}
      {rails.length > 0 && (
        <Box className="no-print" sx={picked ? foot : {}}>
          {picked ? (
            <Picked sitting={picked} names={names} nowMin={nowMin} trial={trial} onTry={tryIt} />
          ) : (
            <Typography variant="body2" sx={{ maxWidth: 760 }}>
              On top what the hands do; below on each rail: a sitting, hatched what has to dry before the next, dotted
              what cures, a triangle for light use. At the foot the air of each space: hatched where no coat of those to
              come may go on. Lunch, night and Sunday are folded. Press a sitting to see what keeps it where it is; drag
              it to try it at another time.
            </Typography>
          )}
        </Box>
      )}
      <Seeking />
      {inOrder.length > 0 && (
        <Stack component="section" aria-label="In order">
          <Typography variant="h2">In order</Typography>
          <ul className="bare">
            {inOrder.slice(0, whole ? undefined : listedFirst).map((s) => (
              <ActRow key={s.id}>
                <ActWhen>{s.status === 'running' ? 'Running' : dayTime(s.startMin, nowMin, timeZone)}</ActWhen>
                <div>
                  <Typography variant="body2">
                    <Link to={toPiece(s.pieceId, 'work')}>{names.get(s.pieceId)}</Link>
                  </Typography>
                  <ActWhat>{s.words}</ActWhat>
                  <Typography variant="body2">
                    <span className="n">{aboutTime(s.handsMin)}</span>
                    {s.status === 'planned' && ` · ${s.binds}`}
                  </Typography>
                </div>
              </ActRow>
            ))}
          </ul>
          {!whole && inOrder.length > listedFirst && (
            <div>
              <Button onClick={() => setWhole(true)}>All {inOrder.length} sittings</Button>
            </div>
          )}
        </Stack>
      )}
      {plan.ready.length > 0 && <Ready plan={plan} names={names} />}
      {inOrder.length > 0 && (
        <Suspense>
          <RehearsalSection names={names} nowMin={nowMin} />
        </Suspense>
      )}
    </Stack>
  );
}
