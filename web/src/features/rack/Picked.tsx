import type { PlannedSitting } from '@cosmesis/core/reckoning';
import { clockTime, dayTime, duration } from '@cosmesis/core/units';
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { useParts } from '../../store/useWorkshop';
import { toPiece } from '../../ui/links';
import { SayWhen } from './SayWhen';
import type { Trial, useWhenTried } from './useWhenTried';

const beside = {
  display: 'grid',
  gap: 2,
  gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
} as const;

interface PickedProps {
  sitting: PlannedSitting;
  names: ReadonlyMap<string, string>;
  nowMin: number;
  trial: Trial | null;
  onTry: ReturnType<typeof useWhenTried>['tryIt'];
}

/** What keeps a sitting where it is, the way to it, and another time for it. */
export function Picked({ sitting, names, nowMin, trial, onTry }: PickedProps) {
  const { settings } = useParts('settings');
  const who = settings.people.find((p) => p.id === sitting.personId)?.name;
  const name = names.get(sitting.pieceId) ?? '';
  return (
    <Box component="section" aria-label="The sitting" aria-live="polite" sx={beside}>
      <Stack sx={{ gap: 0.75 }}>
        <Typography variant="h3">{sitting.words}</Typography>
        <Typography>
          <b className="n">
            {dayTime(sitting.startMin, nowMin, settings.timeZone)} to {clockTime(sitting.endMin, settings.timeZone)}
          </b>
          , on <Link to={toPiece(sitting.pieceId, 'work')}>{name}</Link>
          {who && `, ${who}`}
        </Typography>
        <Typography>
          {sitting.status === 'running' ? 'It runs.' : `What keeps it from being sooner: ${sitting.binds}.`}
          {sitting.dryMin > 0 && ` It dries or sets for ${duration(sitting.dryMin)} before the next.`}
        </Typography>
      </Stack>
      {sitting.status === 'planned' && (
        <SayWhen sitting={sitting} trial={trial} names={names} nowMin={nowMin} onTry={onTry} />
      )}
    </Box>
  );
}
