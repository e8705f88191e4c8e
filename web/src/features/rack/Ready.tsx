import type { WorkshopPlan } from '@cosmesis/core/reckoning';
import { dayName, duration } from '@cosmesis/core/units';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { useParts } from '../../store/useWorkshop';
import { ActRow, ActWhen, Late } from '../../ui/layout';
import { toPiece } from '../../ui/links';

/** When each piece is ready, beside what was promised. */
export function Ready({ plan, names }: { plan: WorkshopPlan; names: ReadonlyMap<string, string> }) {
  const { settings } = useParts('settings');
  const { timeZone } = settings;
  return (
    <Stack component="section" aria-label="Ready for light use">
      <Typography variant="h2">Ready for light use</Typography>
      <ul className="bare">
        {[...plan.ready]
          .sort((a, b) => (a.atMin ?? Number.POSITIVE_INFINITY) - (b.atMin ?? Number.POSITIVE_INFINITY))
          .map(({ pieceId, atMin, dueMin }) => (
            <ActRow key={pieceId}>
              <ActWhen>{atMin === null ? 'not yet' : dayName(atMin, timeZone)}</ActWhen>
              <div>
                <Link to={toPiece(pieceId, 'work')}>{names.get(pieceId)}</Link>
                {dueMin !== null && (
                  <Typography variant="body2">
                    promised {dayName(dueMin, timeZone)}
                    {atMin !== null && atMin > dueMin && (
                      <>
                        {' '}
                        <Late>{duration(atMin - dueMin)} late</Late>
                      </>
                    )}
                  </Typography>
                )}
              </div>
            </ActRow>
          ))}
      </ul>
      <Typography variant="body2">By the late end of what the labels give.</Typography>
    </Stack>
  );
}
