import { belongsBehind, doWhat, whereOf } from '@cosmesis/core/finishing';
import type { ListedSitting, ListedStep } from '@cosmesis/core/reckoning';
import { aboutTime, formatAbout, type UnitSystem } from '@cosmesis/core/units';
import Button from '@mui/material/Button';
import Collapse from '@mui/material/Collapse';
import List from '@mui/material/List';
import ListItem from '@mui/material/ListItem';
import ListItemText from '@mui/material/ListItemText';
import { useId, useState } from 'react';
import { editPiece } from '../store/useEditPiece';
import { pressLog } from './pressLog';

interface Props {
  pieceId: string;
  sitting: Pick<ListedSitting, 'steps'>;
  unitSystem: UnitSystem;
}

/** Takes a step out of its sitting for good, or gives it back. */
const splitOff = (pieceId: string, stepId: string, apart: boolean): void =>
  editPiece(pieceId, apart ? 'Split off from a sitting' : 'Back into its sitting', (draft) => {
    const others = (draft.edits.apart ?? []).filter((id) => id !== stepId);
    draft.edits.apart = apart ? [...others, stepId] : others;
  });

/** Whether a step can be split off: others of its kind are in the sitting, or it was split off from them. */
const mayPart = ({ status, step }: ListedStep, steps: readonly ListedStep[]): boolean =>
  status === 'planned' &&
  !belongsBehind(step.kind) &&
  (step.apart === true || steps.some((s) => s.step.id !== step.id && s.step.kind === step.kind));

/** Whether there is anything to say of the steps of a sitting one by one. */
export const hasParts = ({ steps }: Pick<ListedSitting, 'steps'>): boolean =>
  steps.length > 1 || steps.some((s) => s.step.apart);

/** The steps of a sitting one by one, for whoever does only some of them: each with its own press. */
export default function StepsOfSitting({ pieceId, sitting, unitSystem }: Props) {
  const [open, setOpen] = useState(false);
  const id = useId();
  const { steps } = sitting;
  return (
    <div>
      <Button aria-expanded={open} aria-controls={id} onClick={() => setOpen(!open)}>
        {open
          ? 'As one sitting'
          : steps.length > 1
            ? `Only a part of it: ${steps.length} steps`
            : 'Split off from its sitting'}
      </Button>
      <Collapse in={open} unmountOnExit>
        <List id={id} disablePadding aria-label="Steps of this sitting">
          {steps.map((s) => (
            <ListItem key={s.step.id} disableGutters divider>
              <ListItemText
                primary={`${doWhat(s)}${s.step.zoneId === null ? '' : `, ${whereOf(s).toLowerCase()}`}`}
                secondary={`${aboutTime(s.handsOnMin)}${s.productL ? ` · ${formatAbout(s.productL, unitSystem)}` : ''}`}
              />
              {mayPart(s, steps) && (
                <Button
                  variant="text"
                  aria-label={`${s.step.apart ? 'With the others' : 'By itself'}: ${whereOf(s)}, ${doWhat(s)}`}
                  onClick={() => splitOff(pieceId, s.step.id, !s.step.apart)}
                >
                  {s.step.apart ? 'With the others' : 'By itself'}
                </Button>
              )}
              {s.status !== 'done' && steps.length > 1 && (
                <Button
                  variant="outlined"
                  aria-label={`Done: ${whereOf(s)}, ${doWhat(s)}`}
                  onClick={() => pressLog(pieceId, 'done', [s])}
                >
                  Done
                </Button>
              )}
            </ListItem>
          ))}
        </List>
      </Collapse>
    </div>
  );
}
