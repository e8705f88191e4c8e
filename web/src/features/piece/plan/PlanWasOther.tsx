import { stepNameOf } from '@cosmesis/core/finishing';
import { planDifference } from '@cosmesis/core/reckoning';
import type { Piece, Step, Workshop } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { useState } from 'react';
import { doDeed } from '../../../store/doDeed';
import { useWorkshopPart } from '../../../store/useWorkshop';
import { callCore } from '../../../workers/callCore';
import type { Reckoned } from '../../../workers/Engine';

/** Differences shown before more are asked for. */
const shownAtFirst = 4;

const productsOf = (w: Workshop) => w.products;

/**
 * Said once, before anything is started: the plan is not what it was, though nothing was changed here; step by step.
 */
export function PlanWasOther({ piece, reckoning }: { piece: Piece; reckoning: Reckoned }) {
  const products = useWorkshopPart(productsOf);
  const [seen, setSeen] = useState(false);
  const [all, setAll] = useState(false);
  const difference = planDifference(
    { log: piece.log, plannedBefore: piece.plannedBefore ?? reckoning.plannedBefore ?? undefined },
    reckoning.steps.filter((s) => !s.inserted).map((s) => s.step),
  );
  if (!difference || seen) return null;
  const { came, gone, otherwise } = difference;
  const how = (s: Pick<Step, 'productId' | 'grit'>) =>
    [s.productId ? (products[s.productId]?.name ?? s.productId) : null, s.grit ? `P${s.grit}` : null]
      .filter((w) => w !== null)
      .join(', ') || 'nothing';
  const count = came.length + gone.length + otherwise.length;
  const lines = [
    ...gone.map((id) => ({ id, text: `No longer: ${stepNameOf(id)}.` })),
    ...came.map((s) => ({ id: s.id, text: `New: ${stepNameOf(s.id)}. ${s.reason}` })),
    ...otherwise.map(({ step, was }) => ({
      id: step.id,
      text: `${stepNameOf(step.id)}: ${how(step)}, before ${how(was)}.`,
    })),
  ];
  return (
    <Alert component="section" severity="warning" role="region" aria-label="This plan has changed">
      <Stack style={{ flex: 1, gap: 10 }}>
        <span>
          <b>
            This plan has changed: {count} {count === 1 ? 'step differs' : 'steps differ'}.
          </b>{' '}
          You changed nothing on the piece; a newer Cosmesis, or a change on the shelf, gives another plan. Look at it
          before you start.
        </span>
        <ul style={{ margin: 0 }}>
          {lines.slice(0, all ? lines.length : shownAtFirst).map((line) => (
            <li key={line.id}>{line.text}</li>
          ))}
        </ul>
        <Stack direction="row">
          <Button
            variant="contained"
            disableElevation
            onClick={() => {
              setSeen(true);
              void callCore('seePlan', [piece.id], { urgent: true, needs: [piece.id] });
              if (piece.plannedBefore) doDeed('Seen: the plan has changed', { do: 'see-plan', pieceId: piece.id });
            }}
          >
            Seen
          </Button>
          {!all && lines.length > shownAtFirst && (
            <Button variant="outlined" onClick={() => setAll(true)}>
              All {lines.length}
            </Button>
          )}
        </Stack>
      </Stack>
    </Alert>
  );
}
