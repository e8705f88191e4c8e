import { hasTime, type ReckonedStep } from '@cosmesis/core/reckoning';
import { isGone, willItLast } from '@cosmesis/core/stock';
import { formatVolume } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useDrawsOf } from '../../../store/useDraws';
import { none } from '../../../store/useSummaries';
import { useParts } from '../../../store/useWorkshop';

/** Whether the shelf does for a step, with all that every other step takes before it. */
export function WillItLast({ piece, reckoned }: { piece: Piece; reckoned: ReckonedStep }) {
  const { products, containers, settings } = useParts('products', 'containers', 'settings');
  const { id: stepId, productId } = reckoned.step;
  const product = productId ? products[productId] : undefined;
  const cans = useMemo(
    () => Object.values(containers).filter((c) => c.productId === productId && !isGone(c)),
    [containers, productId],
  );
  const takenL = product && reckoned.status === 'planned' ? reckoned.productL : null;
  // What the others take is asked for only where there is a can to take it from.
  const draws = useDrawsOf(productId, takenL && cans.length > 0 ? 'all' : none);
  const { id: pieceId, name: pieceName } = piece;
  const [atMin, highL, untimed] = [reckoned.startMin, takenL?.high ?? 0, !hasTime(reckoned)];
  const lines = useMemo(() => {
    if (!product || cans.length === 0) return [];
    const need = { pieceId, pieceName, productId: product.id, stepId, atMin, untimed, highL };
    const others = draws.filter((d) => d.pieceId !== pieceId || d.stepId !== stepId);
    return willItLast(product, [...others, need], cans);
  }, [product, cans, draws, pieceId, pieceName, stepId, atMin, untimed, highL]);
  if (!product || !takenL) return null;
  if (cans.length === 0)
    return (
      <Typography variant="body2">
        None on the shelf. <Link to="/buy">Buy list</Link>
      </Typography>
    );
  const at = lines.findIndex((l) => l.pieceId === piece.id && l.stepId === stepId);
  const left = lines[at]?.leftL ?? 0;
  const before = lines.slice(0, Math.max(0, at));
  const taken = before.reduce((sum, l) => sum + l.highL, 0);
  const pieces = new Set(before.map((l) => l.pieceName));
  const amount = (litres: number) => formatVolume(Math.max(0, litres), settings.unitSystem);
  return (
    <Typography variant="body2" sx={left < -1e-9 ? { color: 'error.main', fontWeight: 700 } : {}}>
      {left < -1e-9 ? (
        <b>It will not last: {amount(-left)} short.</b>
      ) : (
        <>It lasts: {amount(left)} left after this step.</>
      )}{' '}
      {taken > 0 && (
        <>
          {amount(taken)} {before.length === 1 ? 'is' : 'are'} taken before it by {[...pieces].slice(0, 3).join(', ')}.{' '}
        </>
      )}
      {left < -1e-9 && <Link to="/buy">Buy list</Link>}
    </Typography>
  );
}
