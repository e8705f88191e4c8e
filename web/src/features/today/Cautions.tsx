import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { CautionList } from '../../ui/CautionList';

const key = 'cosmesis/cautions-read';

/** The cautions of today's steps, once a day: read and folded away until tomorrow. @param day names the day */
export function Cautions({ cautions, day }: { cautions: readonly string[]; day: string }) {
  const mark = `${day}/${cautions.length}`;
  const [read, setRead] = useState(() => localStorage.getItem(key) === mark);
  if (cautions.length === 0) return null;
  if (read)
    return (
      <Accordion sx={{ mt: 3 }}>
        <AccordionSummary>Cautions of today, read</AccordionSummary>
        <AccordionDetails>
          <CautionList cautions={cautions} />
        </AccordionDetails>
      </Accordion>
    );
  return (
    <Stack component="section" aria-label="Cautions of today" style={{ gap: 8, marginTop: 26 }}>
      <Stack direction="row">
        <Typography variant="h2">Before you start today</Typography>
        <Button
          variant="outlined"
          sx={{ ml: 'auto' }}
          onClick={() => {
            localStorage.setItem(key, mark);
            setRead(true);
          }}
        >
          Read
        </Button>
      </Stack>
      <CautionList cautions={cautions} />
    </Stack>
  );
}
