import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** A stretch that scrolls sideways on small screens; reachable by keyboard so that it can be scrolled without a mouse. */
export function ScrollRegion({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Box component="section" sx={{ position: 'relative', overflowX: 'auto' }} tabIndex={0} aria-label={label}>
      {children}
    </Box>
  );
}
