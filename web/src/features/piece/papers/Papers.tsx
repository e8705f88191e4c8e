import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Keys } from '../../../ui/Keys';
import { NotYet, usePieceContext } from '../PieceFrame';
import { BenchSheet } from './BenchSheet';
import { CareCardPaper } from './CareCardPaper';
import { UsedPaper } from './UsedPaper';

const papers = { bench: BenchSheet, used: UsedPaper, care: CareCardPaper } as const;
type Paper = keyof typeof papers;

/** What goes on paper of a piece: the bench sheet, what was really used, and the card that goes with it. */
export default function Papers() {
  const { piece, result } = usePieceContext();
  const [paper, setPaper] = useState<Paper>('bench');
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  const Shown = papers[paper];
  return (
    <Stack spacing={2.5} sx={{ maxWidth: 820 }}>
      <Stack direction="row" className="no-print">
        <Keys<Paper>
          legend="Paper"
          hideLegend
          value={paper}
          onPick={setPaper}
          choices={[
            { value: 'bench', name: 'Bench sheet' },
            { value: 'used', name: 'What was used' },
            { value: 'care', name: 'Care card' },
          ]}
        />
        <Button variant="contained" onClick={() => window.print()}>
          Print it
        </Button>
        <Typography component="span" variant="body2">
          or save it as PDF from the print dialog
        </Typography>
      </Stack>
      <Shown piece={piece} reckoning={result.value} />
    </Stack>
  );
}
