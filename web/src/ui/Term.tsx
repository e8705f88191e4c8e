import { type GlossaryId, glossary } from '@cosmesis/core/words';
import ButtonBase from '@mui/material/ButtonBase';
import Tooltip from '@mui/material/Tooltip';
import { type ReactNode, useState } from 'react';

/** A word of the trade that says what it means when it is pressed. */
export function Term({ id, children }: { id: GlossaryId; children?: ReactNode }) {
  const [open, setOpen] = useState(false);
  const { word, says } = glossary[id];
  return (
    <Tooltip title={says} open={open} onOpen={() => setOpen(true)} onClose={() => setOpen(false)} describeChild>
      <ButtonBase
        onClick={() => setOpen(true)}
        sx={{ font: 'inherit', color: 'inherit', borderBottom: '2px dotted currentColor', verticalAlign: 'baseline' }}
      >
        {children ?? word}
      </ButtonBase>
    </Tooltip>
  );
}
