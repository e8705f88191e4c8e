import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Typography from '@mui/material/Typography';
import { type ReactNode, Suspense, useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';

/** A part of a screen that is folded away until it is pressed, or asked for by its address. */
export function FoldedByAddress({
  id,
  title,
  note,
  children,
}: {
  id: string;
  title: string;
  note: string;
  children: ReactNode;
}) {
  const { hash, key } = useLocation();
  const [open, setOpen] = useState(false);
  const root = useRef<HTMLDivElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same address pressed again brings it into view again
  useEffect(() => {
    if (hash !== `#${id}`) return;
    setOpen(true);
    if (open) root.current?.scrollIntoView({ block: 'start' });
  }, [hash, id, key]);
  return (
    <Accordion
      ref={root}
      expanded={open}
      onChange={(_, now) => setOpen(now)}
      sx={{ scrollMarginTop: 64 }}
      slotProps={{
        transition: {
          unmountOnExit: true,
          // Only when it is as tall as it will be can it stand at the top.
          onEntered: () => hash === `#${id}` && root.current?.scrollIntoView({ block: 'start' }),
        },
      }}
    >
      <AccordionSummary>
        <Typography component="span" variant="h2">
          {title}
        </Typography>
        <Typography component="span" variant="body2">
          {note}
        </Typography>
      </AccordionSummary>
      <AccordionDetails sx={hash === `#${id}` ? { minHeight: '75vh' } : {}}>
        <Suspense fallback={<Typography variant="body2">Opening…</Typography>}>{children}</Suspense>
      </AccordionDetails>
    </Accordion>
  );
}
