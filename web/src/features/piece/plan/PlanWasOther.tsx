import { stepNameOf } from '@cosmesis/core/finishing';
import { planDifference } from '@cosmesis/core/reckoning';
import type { Piece, Step, Workshop } from '@cosmesis/core/workshop';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { doDeed } from '../../../store/doDeed';
import { useSettings, useWorkshopPart } from '../../../store/useWorkshop';
import { callCore } from '../../../workers/callCore';
import type { Reckoned } from '../../../workers/Engine';

const productsOf = (w: Workshop) => w.products;

/**
 * Said once, before anything is started: the plan is not what it was, though nothing was changed here; step by step.
 */
export function PlanWasOther({ piece, reckoning }: { piece: Piece; reckoning: Reckoned }) {
  const products = useWorkshopPart(productsOf);
  const [seen, setSeen] = useState(false);
  const { name } = useSettings();
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
  return (
    <Alert
      severity="warning"
      variant="outlined"
      icon={false}
      role="region"
      aria-label="This plan was another one"
      action={
        <Button
          variant="outlined"
          onClick={() => {
            setSeen(true);
            void callCore('seePlan', [piece.id], { urgent: true, needs: [piece.id] });
            if (piece.plannedBefore) doDeed('Seen: the plan was another one', { do: 'see-plan', pieceId: piece.id });
          }}
        >
          Seen
        </Button>
      }
    >
      <b>
        This plan is not what it was: {count} {count === 1 ? 'step differs' : 'steps differ'}.
      </b>{' '}
      Nothing was changed on the piece; this version of Cosmesis, or the shelf of {name}, gives another answer. Look at
      it before you start.
      <Accordion disableGutters elevation={0}>
        <AccordionSummary>Step by step</AccordionSummary>
        <AccordionDetails>
          <ul>
            {gone.map((id) => (
              <li key={id}>No longer: {stepNameOf(id)}</li>
            ))}
            {came.map((s) => (
              <li key={s.id}>
                New: {stepNameOf(s.id)}. {s.reason}
              </li>
            ))}
            {otherwise.map(({ step, was }) => (
              <li key={step.id}>
                {stepNameOf(step.id)}: {how(step)}, before {how(was)}
              </li>
            ))}
          </ul>
        </AccordionDetails>
      </Accordion>
    </Alert>
  );
}
