import { isGone, leftL, usableUntilMin, willItLast } from '@cosmesis/core/stock';
import { formatVolume } from '@cosmesis/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { useDraws } from '../../store/useDraws';
import { useNowMin } from '../../store/useNowMin';
import { useParts } from '../../store/useWorkshop';
import { AddCan } from './AddCan';
import { CanRow, type Placed } from './CanRow';
import { SuppliesList } from './SuppliesList';

const dayMin = 1440;

/** What is on the shelf: what is past its date or used up first stands first. */
export default function Shelf() {
  const { containers, products, settings } = useParts('containers', 'products', 'settings');
  const nowMin = useNowMin();
  const draws = useDraws();
  const cans = Object.values(containers).filter((c) => !isGone(c));
  const stock = new Map<string, number>();
  for (const c of cans) stock.set(c.productId, (stock.get(c.productId) ?? 0) + leftL(c));
  const runsOutMin = new Map(
    [...new Set(cans.map((c) => c.productId))].map((id) => {
      const product = products[id];
      const short = product && willItLast(product, draws, cans).find((l) => l.leftL < 0);
      return [id, short?.atMin ?? null] as const;
    }),
  );
  const rows = cans
    .flatMap((can): Placed[] => {
      const product = products[can.productId];
      if (!product) return [];
      const sizes = product.packs.map((p) => p.volumeL);
      return [
        {
          can,
          product,
          untilMin: usableUntilMin(can, product),
          runsOutMin: runsOutMin.get(can.productId) ?? null,
          fullL: Math.min(...sizes.filter((v) => v >= leftL(can)), Math.max(leftL(can), ...sizes, 0.001)),
        },
      ];
    })
    .sort((a, b) => {
      const first = (p: Placed) =>
        Math.min(p.untilMin ?? Number.POSITIVE_INFINITY, p.runsOutMin ?? Number.POSITIVE_INFINITY);
      return first(a) - first(b) || (a.product.name < b.product.name ? -1 : 1);
    });
  const lost = cans.filter((c) => !products[c.productId]);
  const low = Object.values(products).filter((p) => p.reorderL !== null && (stock.get(p.id) ?? 0) <= p.reorderL);
  const soon = rows.filter((r) => r.untilMin !== null && r.untilMin < nowMin + 14 * dayMin).length;
  return (
    <Stack style={{ gap: 20 }}>
      <Stack direction="row">
        <Typography variant="h1">Shelf</Typography>
        <Button component={Link} to="/products" sx={{ ml: 'auto' }}>
          Products and their labels
        </Button>
      </Stack>
      {low.map((p) => (
        <Alert severity="warning" key={p.id}>
          {p.name}: {formatVolume(stock.get(p.id) ?? 0, settings.unitSystem)} left, order at{' '}
          {formatVolume(p.reorderL ?? 0, settings.unitSystem)}. <Link to="/buy">To the buy list</Link>
        </Alert>
      ))}
      {lost.length > 0 && (
        <Alert severity="warning">
          {lost.length === 1 ? 'One can is' : `${lost.length} cans are`} of a product that is not on the shelf any more;
          kept, and counted nowhere.
        </Alert>
      )}
      {rows.length === 0 ? (
        <Typography>
          Nothing is on the shelf yet. Tick things off as bought under <Link to="/buy">Buy</Link>, or put a can here:
          plans are then checked against what there is.
        </Typography>
      ) : (
        <Typography variant="body2">
          {soon === 0
            ? 'Nothing goes past its date in the next two weeks.'
            : `${soon} ${soon === 1 ? 'can is' : 'cans are'} within two weeks of the date, or past it.`}
        </Typography>
      )}
      <ul className="bare" aria-label="Cans">
        {rows.map((placed) => (
          <CanRow key={placed.can.id} placed={placed} nowMin={nowMin} />
        ))}
      </ul>
      <AddCan />
      <SuppliesList />
    </Stack>
  );
}
