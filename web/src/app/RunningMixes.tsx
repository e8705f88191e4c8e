import { minuteOf } from '@cosmesis/core/units';
import Box from '@mui/material/Box';
import { Link, useLocation } from 'react-router';
import { useNowMin } from '../store/useNowMin';
import { useStorePart } from '../store/useWorkshop';
import type { StoreState } from '../store/WorkshopStore';
import { toMix } from '../ui/links';
import { Timer } from '../ui/Timer';

/** A mix that is over stays in sight for so long, minutes. */
const shownAfterMin = 15;

const mixesOf = ({ workshop }: StoreState) => workshop?.mixes;

/** Clocks of mixes that are being placed, on every screen but their own. */
export function RunningMixes() {
  const mixes = useStorePart(mixesOf);
  const { pathname } = useLocation();
  const nowMin = useNowMin();
  const running = Object.values(mixes ?? {}).filter(
    (m) =>
      !m.done &&
      m.startedAt !== null &&
      m.workingMin !== null &&
      minuteOf(m.startedAt) + m.workingMin + shownAfterMin > nowMin &&
      pathname !== toMix(m.id),
  );
  return (
    <>
      {running.map((m) => (
        <Box
          component="section"
          key={m.id}
          aria-label={`Running: ${m.name}`}
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(280px, 420px)' },
            gap: '4px 18px',
            alignItems: 'center',
            mb: 1.75,
          }}
        >
          <Link to={toMix(m.id)}>{m.name}</Link>
          <Timer startedAt={m.startedAt} workingMin={m.workingMin} />
        </Box>
      ))}
    </>
  );
}
