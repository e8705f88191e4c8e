import type { Paper, PaperKind } from '@cosmesis/core/papers';
import PictureAsPdf from '@mui/icons-material/PictureAsPdfOutlined';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { usePaper } from '../../../store/usePaper';
import { useSettings } from '../../../store/useWorkshop';
import { Keys } from '../../../ui/Keys';
import { Select } from '../../../ui/Select';
import { savePaper } from '../../../ui/savePaper';
import { sendSome } from '../../../ui/sendSome';
import { NotYet, usePieceContext } from '../PieceFrame';
import { PaperView } from './PaperView';

const names: Readonly<Record<PaperKind, string>> = {
  bench: 'Bench sheet',
  survey: 'Survey',
  offer: 'Offer',
  approval: 'Approval',
  used: 'What was used',
  record: 'Condition and treatment',
  invoice: 'For a bill',
  care: 'Care card',
  card: 'Finish card',
  sticks: 'Sample sticks',
};
const choices = (Object.keys(names) as PaperKind[]).map((value) => ({ value, name: names[value] }));

/** What goes on paper of a piece, shown as it will stand there, and saved as PDF. */
export default function Papers() {
  const { hash } = useLocation();
  const { piece, result } = usePieceContext();
  const settings = useSettings();
  const [kind, setKind] = useState<PaperKind>(() => (hash === '#sticks' ? 'sticks' : 'bench'));
  const phone = useMediaQuery('(max-width: 760px)', { noSsr: true });
  const [making, setMaking] = useState(false);
  const paper = usePaper(kind, piece.id);
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  const save = async (of: Paper) => {
    setMaking(true);
    await savePaper(of, of.title, settings);
    setMaking(false);
  };
  return (
    <Stack spacing={2.5} sx={{ maxWidth: 820 }}>
      <Stack className="no-print" spacing={1.5}>
        {phone ? (
          <Select label="Paper" value={kind} onPick={(id) => setKind(id as PaperKind)} options={choices} />
        ) : (
          <Keys<PaperKind> legend="Paper" hideLegend value={kind} onPick={setKind} choices={choices} />
        )}
        <Stack direction="row">
          <Button
            variant="contained"
            startIcon={<PictureAsPdf />}
            disabled={!paper?.ok || making}
            onClick={() => paper?.ok && void save(paper.value)}
          >
            {making ? 'Being made…' : 'Save as PDF'}
          </Button>
          <Button onClick={() => window.print()}>Print it</Button>
          <Button onClick={() => void sendSome(piece.name, [piece.id], null)}>Send the piece to another copy</Button>
          {(kind === 'offer' || kind === 'invoice' || kind === 'care') && !settings.papers?.maker && (
            <Typography component="span" variant="body2">
              Who made it, terms and the size of the paper stand under <Link to="/settings/papers">Settings</Link>.
            </Typography>
          )}
        </Stack>
      </Stack>
      {paper === undefined && (
        <Skeleton role="img" variant="rectangular" height={320} aria-label="The paper is being made" />
      )}
      {paper?.ok && <PaperView paper={paper.value} />}
      {paper && !paper.ok && <Typography>{paper.issues[0]?.message}</Typography>}
    </Stack>
  );
}
