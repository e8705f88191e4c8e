import { usableUntilMin } from '@cosmesis/core/stock';
import { formatVolume } from '@cosmesis/core/units';
import { Link } from 'react-router';
import { useDraws } from '../../store/useAround';
import { useNowMin } from '../../store/useNowMin';
import { useWorkshop } from '../../store/useWorkshop';
import { AddCan } from './AddCan';
import { CanRow, type Placed } from './CanRow';
import { SuppliesList } from './SuppliesList';

const dayMin = 1440;

/** What is on the shelf: what is past its date or used up first stands first. */
export default function Shelf() {
  const { containers, products, settings } = useWorkshop();
  const nowMin = useNowMin();
  const draws = useDraws();
  const stock = new Map<string, number>();
  for (const c of Object.values(containers)) stock.set(c.productId, (stock.get(c.productId) ?? 0) + c.leftL);
  const runsOut = (productId: string): number | null => {
    let left = stock.get(productId) ?? 0;
    const own = draws.filter((d) => d.productId === productId).sort((a, b) => a.atMin - b.atMin);
    for (const d of own) {
      left -= d.highL;
      if (left < -1e-9) return d.atMin;
    }
    return null;
  };
  const rows = Object.values(containers)
    .flatMap((can): Placed[] => {
      const product = products[can.productId];
      if (!product) return [];
      const sizes = product.packs.map((p) => p.volumeL);
      return [
        {
          can,
          product,
          untilMin: usableUntilMin(can, product),
          runsOutMin: runsOut(can.productId),
          fullL: Math.min(...sizes.filter((v) => v >= can.leftL), Math.max(can.leftL, ...sizes, 0.001)),
        },
      ];
    })
    .sort((a, b) => {
      const first = (p: Placed) =>
        Math.min(p.untilMin ?? Number.POSITIVE_INFINITY, p.runsOutMin ?? Number.POSITIVE_INFINITY);
      return first(a) - first(b) || (a.product.name < b.product.name ? -1 : 1);
    });
  const lost = Object.values(containers).filter((c) => !products[c.productId]);
  const low = Object.values(products).filter((p) => p.reorderL !== null && (stock.get(p.id) ?? 0) <= p.reorderL);
  const soon = rows.filter((r) => r.untilMin !== null && r.untilMin < nowMin + 14 * dayMin).length;
  return (
    <div className="stack" style={{ gap: 20 }}>
      <h1>Shelf</h1>
      {low.map((p) => (
        <p key={p.id} className="notice">
          {p.name}: {formatVolume(stock.get(p.id) ?? 0, settings.unitSystem)} left, order at{' '}
          {formatVolume(p.reorderL ?? 0, settings.unitSystem)}. <Link to="/buy">To the buy list</Link>
        </p>
      ))}
      {lost.length > 0 && (
        <p className="notice">
          {lost.length === 1 ? 'One can is' : `${lost.length} cans are`} of a product that is not on the shelf any more;
          kept, and counted nowhere.
        </p>
      )}
      {rows.length === 0 ? (
        <p>
          Nothing is on the shelf yet. Tick things off as bought under <Link to="/buy">Buy</Link>, or put a can here:
          plans are then checked against what there is.
        </p>
      ) : (
        <p className="quiet">
          {soon === 0
            ? 'Nothing goes past its date in the next two weeks.'
            : `${soon} ${soon === 1 ? 'can is' : 'cans are'} within two weeks of the date, or past it.`}
        </p>
      )}
      <ul className="bare" aria-label="Cans">
        {rows.map((placed) => (
          <CanRow key={placed.can.id} placed={placed} nowMin={nowMin} />
        ))}
      </ul>
      <AddCan />
      <SuppliesList />
    </div>
  );
}
