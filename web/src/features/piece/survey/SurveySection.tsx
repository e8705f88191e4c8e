import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type ReactNode, useEffect, useState } from 'react';

/** A part of the survey that opens: its heading says what is noted, so that closed it is still read. */
export function SurveySection({
  title,
  noted,
  open = false,
  id,
  children,
}: {
  title: string;
  noted: string;
  open?: boolean;
  id?: string;
  children: ReactNode;
}) {
  const [shown, setShown] = useState(open);
  // What was added from elsewhere opens its part.
  useEffect(() => {
    if (open) setShown(true);
  }, [open]);
  return (
    <Accordion
      expanded={shown}
      onChange={(_, now) => setShown(now)}
      {...(id ? { id } : {})}
      slotProps={{ heading: { component: 'h2' } }}
    >
      <AccordionSummary>
        <Typography component="span" variant="h2">
          {title}
        </Typography>
        <Typography component="span" variant="body2">
          {noted}
        </Typography>
      </AccordionSummary>
      <AccordionDetails>
        <Stack component="section" aria-label={title} spacing={2.25}>
          {children}
        </Stack>
      </AccordionDetails>
    </Accordion>
  );
}
