import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Big } from './layout';
import './Timer.css';

/** The clock in whole seconds while it is asked for. */
function useNowSeconds(asked: boolean): number {
  const [now, setNow] = useState(() => Math.floor(Date.now() / 1000));
  useEffect(() => {
    if (!asked) return;
    const tick = setInterval(() => setNow(Math.floor(Date.now() / 1000)), 500);
    return () => clearInterval(tick);
  }, [asked]);
  return now;
}

/** Warned this long before the end, seconds, or at a third of the working time where that is less. */
const warnS = 60;

/** What is left of the working time, from when the hardener went in: told from the record, so a reload changes nothing. */
export function Timer({ startedAt, workingMin }: { startedAt: string | null; workingMin: number | null }) {
  const now = useNowSeconds(startedAt !== null);
  if (workingMin === null) return null;
  if (startedAt === null)
    return (
      <Typography variant="body2">The clock starts when the hardener goes in: {workingMin.toFixed(1)} min.</Typography>
    );
  const wholeS = workingMin * 60;
  const left = Math.round(Date.parse(startedAt) / 1000 + wholeS - now);
  const soon = left <= Math.min(warnS, wholeS / 3);
  const minutes = Math.floor(Math.abs(left) / 60);
  const seconds = String(Math.abs(left) % 60).padStart(2, '0');
  const words = left <= 0 ? 'Over: do not use what is in the cup' : soon ? 'Nearly over: place it now' : 'Workable for';
  return (
    <div className={`timer ${left <= 0 ? 'over' : soon ? 'soon' : ''}`}>
      <span
        className="drained"
        style={{ width: `${Math.max(0, Math.min(100, (left / wholeS) * 100))}%` }}
        aria-hidden="true"
      />
      <span role="status">{words}</span>
      <Big as="b" role="timer" aria-label="Working time left">
        {left < 0 ? '−' : ''}
        {minutes}:{seconds}
      </Big>
    </div>
  );
}
