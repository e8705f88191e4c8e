import { spaceOf, type WorkshopPlan } from '@cosmesis/core/reckoning';
import { dayName, dayTime, formatTemperature } from '@cosmesis/core/units';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { doDeed } from '../../store/doDeed';
import { useNowMin } from '../../store/useNowMin';
import { useToBuy } from '../../store/useToBuy';
import { useParts } from '../../store/useWorkshop';
import { Late } from '../../ui/layout';

const dayMin = 24 * 60;
/** What has to be ordered within so many days is said. */
const orderAheadMin = 2 * dayMin;
/** A coat that waits for the air within so many days is said. */
const coatAheadMin = 4 * dayMin;
/** What has to be brought in from a cold shelf within so many days is said. */
const canAheadMin = 2 * dayMin;
const mostLines = 4;
const nothingLeftOut = { but: new Set<string>() };

/** What has to be ordered or brought in before it is needed; nothing where there is nothing. */
export default function InTime({ plan }: { plan: WorkshopPlan | undefined }) {
  const { settings, pieces, products } = useParts('settings', 'pieces', 'products');
  const { timeZone, spaces, unitSystem } = settings;
  const nowMin = useNowMin();
  const { cans } = useToBuy(nothingLeftOut);
  const list = cans?.ok ? cans.value.lines : [];
  const due = list.flatMap(({ time, ...l }) =>
    time && time.orderByMin <= nowMin + orderAheadMin ? [{ ...l, ...time }] : [],
  );
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
  // Of each can the first sitting it is needed for.
  const cold = new Map(
    [...(plan?.sittings ?? [])]
      .sort((a, b) => b.startMin - a.startMin)
      .flatMap((s) => s.coldCans.map((can) => [can.productId, { can, sitting: s }] as const)),
  );
  const coldCans = [...cold.values()]
    .sort((a, b) => a.can.byMin - b.can.byMin)
    .flatMap(({ can, sitting }) => {
      const [piece, product] = [pieces[sitting.pieceId], products[can.productId]];
      const space = piece && spaceOf(piece, spaces);
      return product && space && can.byMin <= nowMin + canAheadMin ? [{ can, sitting, piece, product, space }] : [];
    });
  if (lines.length === 0 && bringIn.length === 0 && coldCans.length === 0) return null;
  return (
    <section aria-label="Before it is needed">
      <Typography variant="h2" sx={{ mt: 2 }}>
        Before it is needed
      </Typography>
      <ul>
        {bringIn.map(({ sitting, piece, space, other }) => (
          <li key={piece.id}>
            <b>{piece.name}</b> waits in {space.name} for other air ({sitting.binds}): it could stand in{' '}
            <Link to={`/air?space=${space.id}`}>{other.name}</Link>.
          </li>
        ))}
        {coldCans.map(({ can, sitting, piece, product, space }) => (
          <li key={product.id}>
            <b>{product.name}</b> stands at {formatTemperature(can.tempC, unitSystem, 0)} on the shelf, and wants{' '}
            {formatTemperature(can.leastTempC, unitSystem, 0)}: bring it into {space.name}{' '}
            <b>{can.byMin <= nowMin ? 'now' : `by ${dayTime(can.byMin, nowMin, timeZone)}`}</b>, for {piece.name}{' '}
            {dayTime(sitting.startMin, nowMin, timeZone)}.{' '}
            <Button
              size="small"
              aria-label={`Brought in: ${product.name}`}
              onClick={() =>
                void doDeed(`Brought in: ${product.name}`, {
                  do: 'bring-in',
                  productId: product.id,
                  spaceId: space.id,
                })
              }
            >
              Brought in
            </Button>
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
