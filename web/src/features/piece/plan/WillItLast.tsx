import type { ReckonedStep } from '@cosmesis/core/reckoning';
import { usableStock } from '@cosmesis/core/stock';
import { formatVolume } from '@cosmesis/core/units';
import { Link } from 'react-router';
import { useDraws } from '../../../store/useAround';
import { useWorkshop } from '../../../store/useWorkshop';

/** Whether the shelf does for a step, with all that every other step takes before it. */
export function WillItLast({ reckoned }: { reckoned: ReckonedStep }) {
  const { products, containers, settings } = useWorkshop();
  const draws = useDraws();
  const { productId } = reckoned.step;
  const product = productId ? products[productId] : undefined;
  if (!product || !reckoned.productL || reckoned.status !== 'planned') return null;
  const shelf = usableStock(Object.values(containers), products, reckoned.startMin)[product.id];
  if (!shelf)
    return (
      <p className="quiet">
        None on the shelf. <Link to="/buy">Buy list</Link>
      </p>
    );
  const before = draws.filter((d) => d.productId === product.id && d.atMin < reckoned.startMin);
  const taken = before.reduce((sum, d) => sum + d.highL, 0);
  const left = shelf.usableL - taken - reckoned.productL.high;
  const pieces = new Set(before.map((d) => d.pieceName));
  const amount = (litres: number) => formatVolume(Math.max(0, litres), settings.unitSystem);
  return (
    <p className={left < -1e-9 ? 'late' : 'quiet'}>
      {left < -1e-9 ? (
        <b>It will not last: {amount(-left)} short.</b>
      ) : (
        <>It lasts: {amount(left)} left after this step.</>
      )}{' '}
      {amount(shelf.usableL)} on the shelf
      {taken > 0 && (
        <>
          , {amount(taken)} taken before it by {[...pieces].slice(0, 3).join(', ')}
        </>
      )}
      . {left < -1e-9 && <Link to="/buy">Buy list</Link>}
    </p>
  );
}
