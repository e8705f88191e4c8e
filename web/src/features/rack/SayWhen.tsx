import type { PlannedSitting, Tried, WhenTried } from '@cosmesis/core/reckoning';
import { clockTime, dayTime, duration, instantOf, minuteOf } from '@cosmesis/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { doDeed } from '../../store/doDeed';
import { useParts } from '../../store/useWorkshop';
import { DateTimeField } from '../../ui/DateTimeField';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';
import { fromField, toField } from '../../ui/zonedInput';
import { Conflict } from './Conflict';
import type { Trial } from './useWhenTried';
import { useWhyNot } from './useWhenTried';

const anybody = '';

/** Says when a sitting begins, as one change that can be undone. */
function sayWhen({ pieceId, sittingId }: PlannedSitting, tried: Omit<Tried, 'taskId'> | null, what: string): void {
  const begins = tried && { at: instantOf(tried.startMin), personId: tried.personId };
  const told = doDeed(what, { do: 'say-when', pieceId, stepId: sittingId, begins });
  if (!told.ok) say({ text: told.issues[0]!.message });
}

/** Minutes by which a piece has to be ready sooner or later for it to be said. */
const worthSayingMin = 60;
const isWorthSaying = (m: { beforeMin: number; afterMin: number; dueMin: number | null }): boolean =>
  Math.abs(m.afterMin - m.beforeMin) >= worthSayingMin ||
  (m.dueMin !== null && m.afterMin > m.dueMin !== m.beforeMin > m.dueMin);

/** What a sitting at another minute moves, or why it cannot be. */
function Comes({ told, names, nowMin }: { told: WhenTried; names: ReadonlyMap<string, string>; nowMin: number }) {
  const { settings } = useParts('settings');
  const { timeZone } = settings;
  if (!told.ok)
    return (
      <Typography>
        <b>Not then.</b> {names.get(told.pieceId)}: {told.because}.
      </Typography>
    );
  const { missed } = told;
  const moved = told.moved.filter(isWorthSaying);
  if (moved.length === 0 && missed.length === 0)
    return <Typography>No piece is ready at another time for it.</Typography>;
  return (
    <ul className="bare">
      {moved.map((m) => (
        <li key={m.pieceId}>
          <b>{names.get(m.pieceId)}</b>: ready {dayTime(m.afterMin, nowMin, timeZone)},{' '}
          {duration(Math.abs(m.afterMin - m.beforeMin))} {m.afterMin > m.beforeMin ? 'later' : 'sooner'}
          {m.dueMin !== null && m.afterMin > m.dueMin && (
            <b>
              {' '}
              {m.beforeMin > m.dueMin ? '' : '· breaks its promise: '}
              {duration(m.afterMin - m.dueMin)} late
            </b>
          )}
        </li>
      ))}
      {missed.map((m) => (
        <li key={m.words}>
          <b>A window passes</b>: {m.words}, {duration(m.lateMin)} more
        </li>
      ))}
    </ul>
  );
}

interface Props {
  sitting: PlannedSitting;
  trial: Trial | null;
  names: ReadonlyMap<string, string>;
  nowMin: number;
  onTry: (tried: Tried | null) => void;
}

/** A sitting at another minute: what that would move, before it is said. */
export function SayWhen({ sitting, trial, names, nowMin, onTry }: Props) {
  const { settings } = useParts('settings');
  const { timeZone, people } = settings;
  const own = trial?.tried.taskId === sitting.id ? trial : null;
  const startMin = own?.tried.startMin ?? sitting.startMin;
  const personId = own ? own.tried.personId : null;
  const told = own?.told ?? null;
  const conflict = useWhyNot(told && !told.ok ? told.pieceId : null, own?.tried ?? null, nowMin);
  const name = names.get(sitting.pieceId) ?? '';
  const past = startMin < nowMin;
  const when = dayTime(startMin, nowMin, timeZone);
  return (
    <Stack sx={{ gap: 1.5 }}>
      <Stack direction="row" sx={{ alignItems: 'flex-start', flexWrap: 'wrap' }}>
        <DateTimeField
          label="Begin it at"
          value={toField(instantOf(startMin), timeZone)}
          error={past}
          help={past ? 'That has passed: choose a later one.' : undefined}
          onChange={(text) => {
            const at = fromField(text, timeZone);
            onTry(at === null ? null : { taskId: sitting.id, startMin: minuteOf(at), personId });
          }}
        />
        {people.length > 1 && (
          <Select
            label="In whose hands"
            value={personId ?? anybody}
            options={[{ value: anybody, name: 'Anybody' }, ...people.map((p) => ({ value: p.id, name: p.name }))]}
            onPick={(id) => onTry({ taskId: sitting.id, startMin, personId: id === anybody ? null : id })}
          />
        )}
        {sitting.saidMin === null && !own && (
          <Button
            variant="outlined"
            onClick={() => sayWhen(sitting, { startMin: sitting.startMin, personId: null }, `Begins ${when}: ${name}`)}
          >
            Keep this time
          </Button>
        )}
        {sitting.saidMin !== null && !own && (
          <Button variant="outlined" onClick={() => sayWhen(sitting, null, `Begins whenever it fits: ${name}`)}>
            Whenever it fits
          </Button>
        )}
        {own && (
          <>
            <Button
              variant="contained"
              disabled={past || !told?.ok}
              onClick={() => {
                sayWhen(sitting, own.tried, `Begins ${when}: ${name}`);
                onTry(null);
              }}
            >
              Begin {clockTime(startMin, timeZone)}
            </Button>
            <Button variant="outlined" onClick={() => onTry(null)}>
              Leave it
            </Button>
          </>
        )}
      </Stack>
      {own && told && !past && (
        <Alert
          severity={
            told.ok
              ? told.moved.filter(isWorthSaying).length + told.missed.length > 0
                ? 'warning'
                : 'success'
              : 'error'
          }
        >
          <Typography>
            <b className="n">{when}</b>
          </Typography>
          <Comes told={told} names={names} nowMin={nowMin} />
          {!told.ok && <Conflict parts={conflict} triedStepId={sitting.sittingId} />}
        </Alert>
      )}
    </Stack>
  );
}
