import { doWhat, whereOf } from '@cosmesis/core/finishing';
import type { ListedSitting } from '@cosmesis/core/reckoning';
import { formatVolume, type UnitSystem } from '@cosmesis/core/units';
import Button from '@mui/material/Button';
import Collapse from '@mui/material/Collapse';
import List from '@mui/material/List';
import ListItem from '@mui/material/ListItem';
import ListItemText from '@mui/material/ListItemText';
import { useId, useState } from 'react';
import { duration } from './formatTime';
import { pressLog } from './pressLog';

interface Props {
  pieceId: string;
  sitting: Pick<ListedSitting, 'steps'>;
  unitSystem: UnitSystem;
}

/** The steps of a sitting one by one, for whoever does only some of them: each with its own press. */
export default function StepsOfSitting({ pieceId, sitting, unitSystem }: Props) {
  const [open, setOpen] = useState(false);
  const id = useId();
  const { steps } = sitting;
  return (
    <div>
      <Button variant="text" sx={{ ml: -1 }} aria-expanded={open} aria-controls={id} onClick={() => setOpen(!open)}>
        {open ? 'As one sitting' : `Only a part of it: ${steps.length} steps`}
      </Button>
      <Collapse in={open} unmountOnExit>
        <List id={id} disablePadding aria-label="Steps of this sitting">
          {steps.map((s) => (
            <ListItem
              key={s.step.id}
              disableGutters
              divider
              secondaryAction={
                s.status !== 'done' && (
                  <Button
                    variant="outlined"
                    aria-label={`Done: ${whereOf(s)}, ${doWhat(s)}`}
                    onClick={() => pressLog(pieceId, 'done', [s])}
                  >
                    Done
                  </Button>
                )
              }
            >
              <ListItemText
                primary={`${doWhat(s)}${s.step.zoneId === null ? '' : `, ${whereOf(s).toLowerCase()}`}`}
                secondary={`${duration(s.handsOnMin)}${s.productL ? ` · ${formatVolume(s.productL.likely, unitSystem)}` : ''}`}
              />
            </ListItem>
          ))}
        </List>
      </Collapse>
    </div>
  );
}
