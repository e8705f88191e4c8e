import { cardName } from '@cosmesis/core/cards';
import { cardBlocks, type Paper } from '@cosmesis/core/papers';
import { dateName, minuteOf } from '@cosmesis/core/units';
import type { FinishCard } from '@cosmesis/core/workshop';
import PictureAsPdf from '@mui/icons-material/PictureAsPdfOutlined';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { theStore } from '../../../store/theStore';
import { useCards } from '../../../store/useCards';
import { useNowMin } from '../../../store/useNowMin';
import { useParts, useSettings } from '../../../store/useWorkshop';
import { download, fileName } from '../../../ui/download';
import { toPiece } from '../../../ui/links';
import { savePaper } from '../../../ui/savePaper';
import { say } from '../../../ui/say';
import { PaperView } from '../papers/PaperView';
import { UseCard } from './UseCard';

const mostPictures = 6;

function Shown({ card }: { card: FinishCard }) {
  const settings = useSettings();
  const { pieces } = useParts('pieces');
  const nowMin = useNowMin();
  const [using, setUsing] = useState(false);
  const [making, setMaking] = useState(false);
  const piece = pieces[card.pieceId];
  const photos = (piece?.photos ?? []).filter((p) => card.photoIds.includes(p.id)).slice(-mostPictures);
  const lastMin = Math.max(...card.steps.map((s) => minuteOf(s.doneAt)));
  const paper: Paper = {
    kind: 'card',
    title: cardName(card),
    under: `${card.workshopName} · ${dateName(lastMin, nowMin, settings.timeZone)}`,
    blocks: [
      ...cardBlocks(card, settings),
      ...(photos.length > 0
        ? [
            {
              kind: 'pictures',
              rows: photos.map((p) => ({
                photoId: p.id,
                words: p.note || card.pieceName,
                widthPx: p.widthPx,
                heightPx: p.heightPx,
              })),
            } as const,
          ]
        : []),
    ],
    foot: card.workshopName,
  };
  const foreign = (settings.cards ?? []).some((c) => c.id === card.id);
  const save = async () => {
    setMaking(true);
    await savePaper(paper, `${paper.title} finish card`, settings);
    setMaking(false);
  };
  const forget = () => {
    theStore().transact('Put a card away', (draft) => {
      draft.settings.cards = (draft.settings.cards ?? []).filter((c) => c.id !== card.id);
    });
    say({ text: 'The card is put away.', action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <Stack spacing={2.5} sx={{ maxWidth: 820 }}>
      <Typography variant="h1">Finish card</Typography>
      <Stack className="no-print" direction="row" useFlexGap sx={{ flexWrap: 'wrap', gap: 1 }}>
        <Button variant="contained" onClick={() => setUsing(true)}>
          Use it on a piece
        </Button>
        <Button variant="outlined" startIcon={<PictureAsPdf />} disabled={making} onClick={() => void save()}>
          {making ? 'Being made…' : 'Save as PDF'}
        </Button>
        <Button
          variant="outlined"
          onClick={() =>
            download(
              fileName(`${paper.title} finish card`, 'json'),
              'application/json',
              `${JSON.stringify(card, null, 1)}\n`,
            )
          }
        >
          Save as file
        </Button>
        {piece ? (
          <Button component={Link} to={toPiece(piece.id, 'work')}>
            Its piece
          </Button>
        ) : (
          foreign && <Button onClick={forget}>Put it away</Button>
        )}
        <Button component={Link} to="/cards">
          All cards
        </Button>
      </Stack>
      <PaperView paper={paper} />
      {using && <UseCard card={card} onClose={() => setUsing(false)} />}
    </Stack>
  );
}

/** One finish card: what is on the zone, as it was done, and the way to lay it again. */
export default function CardScreen() {
  const { cardId } = useParams();
  const cards = useCards();
  const card = cards?.find((c) => c.id === cardId);
  if (cards === undefined)
    return <Skeleton role="img" variant="rectangular" height={320} aria-label="The card is being made" />;
  if (!card)
    return (
      <Stack spacing={2}>
        <Typography variant="h1">There is no such card here</Typography>
        <Typography>
          Its piece is not in this workshop, or nothing of its finish is logged any more. Open the workshop it was made
          in, or ask for the card as a file. All cards of this one stand under <Link to="/cards">Finish cards</Link>.
        </Typography>
      </Stack>
    );
  return <Shown card={card} />;
}
