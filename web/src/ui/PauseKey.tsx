import type { ListedStep } from '@cosmesis/core/reckoning';
import type { Piece } from '@cosmesis/core/workshop';
import Button, { type ButtonProps } from '@mui/material/Button';
import { doDeed } from '../store/doDeed';
import { say } from './say';

/** Stops the clock of what runs while nobody is at it, and lets it run again. */
export function PauseKey({
  piece,
  steps,
  size = 'medium',
}: {
  piece: Piece;
  steps: readonly ListedStep[];
  size?: ButtonProps['size'];
}) {
  const ids = new Set(steps.map((s) => s.step.id));
  const entry = piece.log.find((e) => ids.has(e.step.id) && e.startedAt !== null && e.doneAt === null);
  if (!entry) return null;
  const paused = entry.pauses?.some((p) => p.until === null) ?? false;
  const press = () => {
    const told = doDeed(paused ? 'Go on' : 'Pause', {
      do: paused ? 'go-on' : 'pause',
      pieceId: piece.id,
      entryId: entry.id,
    });
    if (!told.ok) say({ text: told.issues[0]?.message ?? 'That cannot be noted.' });
  };
  return (
    <Button size={size} variant="outlined" onClick={press}>
      {paused ? 'Go on' : 'Pause'}
    </Button>
  );
}
