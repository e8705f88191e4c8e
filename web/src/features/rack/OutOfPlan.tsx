import type { WorkshopPlan } from '@cosmesis/core/reckoning';
import { dayTime, minuteOf } from '@cosmesis/core/units';
import type { Piece } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { doDeed } from '../../store/doDeed';
import { useParts } from '../../store/useWorkshop';
import { toPiece } from '../../ui/links';
import { Conflict } from './Conflict';
import { useWhyNot } from './useWhenTried';

interface Props {
  plan: WorkshopPlan;
  names: ReadonlyMap<string, string>;
  pieces: readonly Piece[];
  nowMin: number;
}

/** What of a piece cannot be kept together, sought when it is asked for. */
function WhatResolves({ pieceId, nowMin }: { pieceId: string; nowMin: number }) {
  const [asked, setAsked] = useState(false);
  const parts = useWhyNot(asked ? pieceId : null, null, nowMin);
  return asked ? (
    parts === null ? (
      <Typography>It could not be said what stands against what: look at its plan.</Typography>
    ) : (
      <Conflict parts={parts} />
    )
  ) : (
    <div>
      <Button onClick={() => setAsked(true)}>What would resolve it</Button>
    </div>
  );
}

/** What cannot be planned as it stands: of each piece each cause once, with how many sittings have no time for it. */
function Unplaced({ plan, names, nowMin }: Omit<Props, 'pieces'>) {
  const causes = new Map(plan.unplaced.filter((u) => !u.inVain).map((u) => [`${u.pieceId}/${u.because}`, u]));
  return [...causes].map(([key, { pieceId, because, held }]) => {
    const without = plan.unplaced.filter((u) => u.pieceId === pieceId && u.handsMin > 0).length;
    return (
      <Alert severity="warning" key={key}>
        <Link to={toPiece(pieceId, 'plan')}>{names.get(pieceId)}</Link>: {because}. {without} of its sittings{' '}
        {without === 1 ? 'waits' : 'wait'} for that.
        {!held && <WhatResolves pieceId={pieceId} nowMin={nowMin} />}
      </Alert>
    );
  });
}

/** Sittings that were said to begin at a minute that has passed, and were not begun: they are planned as if nothing was said. */
function Overtaken({ plan, pieces, nowMin }: Omit<Props, 'names'>) {
  const { settings } = useParts('settings');
  const planned = new Map(plan.sittings.flatMap((s) => s.steps.map((x) => [`${s.pieceId}/${x.stepId}`, s] as const)));
  const passed = pieces.flatMap((piece) =>
    Object.entries(piece.edits.begins ?? {}).flatMap(([stepId, { at }]) => {
      const sitting = planned.get(`${piece.id}/${stepId}`);
      return sitting?.status === 'planned' && sitting.saidMin === null && minuteOf(at) < nowMin
        ? [{ piece, stepId, at, words: sitting.words }]
        : [];
    }),
  );
  return passed.map(({ piece, stepId, at, words }) => (
    <Alert
      severity="warning"
      key={`${piece.id}/${stepId}`}
      action={
        <Button
          onClick={() => doDeed('Begins whenever it fits', { do: 'say-when', pieceId: piece.id, stepId, begins: null })}
        >
          Let it go
        </Button>
      }
    >
      {piece.name}: you said that “{words}” begins {dayTime(minuteOf(at), nowMin, settings.timeZone)}. That has passed;
      it is planned for whenever it fits.
    </Alert>
  ));
}

/** What is not in the plan as it was asked for, and why. */
export const OutOfPlan = ({ plan, names, pieces, nowMin }: Props) => (
  <>
    <Unplaced plan={plan} names={names} nowMin={nowMin} />
    <Overtaken plan={plan} pieces={pieces} nowMin={nowMin} />
  </>
);
