import { spaceOf, type WorkshopPlan } from '@cosmesis/core/reckoning';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { useNowMin } from '../../store/useNowMin';
import { useToBuy } from '../../store/useToBuy';
import { useParts } from '../../store/useWorkshop';
import { dayName, dayTime } from '../../ui/formatTime';
import { Late } from '../../ui/layout';

const dayMin = 24 * 60;
/** What has to be ordered within so many days is said. */
const orderAheadMin = 2 * dayMin;
/** A coat that waits for the air within so many days is said. */
const coatAheadMin = 4 * dayMin;
const mostLines = 4;
const nothingLeftOut = { but: new Set<string>() };

/** What has to be ordered or brought in before it is needed; nothing where there is nothing. */
export default function InTime({ plan }: { plan: WorkshopPlan | undefined }) {
  const { settings, pieces } = useParts('settings', 'pieces');
  const { timeZone, spaces } = settings;
  const nowMin = useNowMin();
  const { cans } = useToBuy(nothingLeftOut);
  const list = cans?.ok ? cans.value.lines : [];
  const due = list.filter((l) => l.orderByMin <= nowMin + orderAheadMin);
  const lines = due.slice(0, mostLines);
  const warm = spaces.filter((s) => s.heatedToC !== null && s.allows.includes('coat'));
  // Of each piece the first coat that waits for other air.
  const waiting = new Map(
    [...(plan?.sittings ?? [])]
      .filter((s) => s.waitsForAir && s.startMin <= nowMin + coatAheadMin)
      .sort((a, b) => b.startMin - a.startMin)
      .map((s) => [s.pieceId, s]),
  );
  const bringIn = [...waiting.values()].flatMap((sitting) => {
    const piece = pieces[sitting.pieceId];
    const space = piece && spaceOf(piece, spaces);
    const other = warm.find((w) => w.id !== space?.id);
    return piece && space && other ? [{ sitting, piece, space, other }] : [];
  });
  if (lines.length === 0 && bringIn.length === 0) return null;
  return (
    <section aria-label="Before it is needed">
      <Typography variant="h2">Before it is needed</Typography>
      <ul>
        {bringIn.map(({ sitting, piece, space, other }) => (
          <li key={piece.id}>
            <b>{piece.name}</b> waits in {space.name} for other air ({sitting.binds}): it could stand in{' '}
            <Link to={`/air?space=${space.id}`}>{other.name}</Link>.
          </li>
        ))}
        {lines.map((l) => (
          <li key={l.product.id}>
            <Link to="/buy">{l.product.name}</Link>:{' '}
            {l.orderByMin <= nowMin ? <Late>order now</Late> : <b>order by {dayName(l.orderByMin, timeZone)}</b>},
            needed {dayTime(l.neededAtMin, nowMin, timeZone)} for {l.for.join(', ')}.
          </li>
        ))}
        {due.length > lines.length && (
          <li>
            <Link to="/buy">{due.length - lines.length} more on the buy list</Link>
          </li>
        )}
      </ul>
    </section>
  );
}
