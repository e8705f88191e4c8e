import { cardName, readCard } from '@cosmesis/core/cards';
import { differenceOfHex } from '@cosmesis/core/colour';
import { lookNames, upperFirst } from '@cosmesis/core/finishing';
import { materialOf, speciesById } from '@cosmesis/core/piece';
import { dateName, minuteOf } from '@cosmesis/core/units';
import type { FinishCard } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { theStore } from '../../../store/theStore';
import { useCards } from '../../../store/useCards';
import { useNowMin } from '../../../store/useNowMin';
import { useParts } from '../../../store/useWorkshop';
import { FileButton } from '../../../ui/FileButton';
import { Fields } from '../../../ui/layout';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';
import { Picture } from '../photos/Picture';
import { CodeReader } from './CodeReader';

const any = 'any';
/** Further than this a colour is another one, and is not shown. */
const nearDeltaE = 12;

const woodOf = ({ ground }: FinishCard): string =>
  ground.material.speciesId ? speciesById(ground.material.speciesId).name : materialOf(ground.material.kind).name;
const productNames = (card: FinishCard): string[] => [...new Set(card.steps.flatMap((s) => s.product?.name ?? []))];
const lastAt = (card: FinishCard): number => Math.max(...card.steps.map((s) => minuteOf(s.doneAt)));

/** What is typed is looked for in the name, the wood, the products and the notes. */
function holds(card: FinishCard, words: string): boolean {
  const all = [
    cardName(card),
    lookNames[card.look],
    woodOf(card),
    ...productNames(card),
    ...card.steps.map((s) => s.note),
  ]
    .join(' ')
    .toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
}

function Card({ card }: { card: FinishCard }) {
  const { pieces, settings } = useParts('pieces', 'settings');
  const nowMin = useNowMin();
  const photo = (pieces[card.pieceId]?.photos ?? []).findLast((p) => card.photoIds.includes(p.id));
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: '96px minmax(0, 1fr)',
        gap: 2,
        py: 1.5,
        borderTop: '1px solid var(--line)',
      }}
    >
      {photo ? (
        <Picture photo={photo} which="small" alt="" />
      ) : (
        <Box sx={{ height: 72, background: card.colour, border: '1.5px solid var(--ink)' }} />
      )}
      <div>
        <Link to={`/cards/${encodeURIComponent(card.id)}`}>{cardName(card)}</Link>
        <Typography>
          {upperFirst(lookNames[card.look])} on {woodOf(card).toLowerCase()} ·{' '}
          {dateName(lastAt(card), nowMin, settings.timeZone)}
          {card.toCome > 0 && ' · not complete yet'}
        </Typography>
        <Typography variant="body2">{productNames(card).join(', ')}</Typography>
      </div>
    </Box>
  );
}

/** Every finish that was laid, to be found by its look, wood, colour or product, and laid again. */
export default function CardLibrary() {
  const cards = useCards();
  const navigate = useNavigate();
  const [words, setWords] = useState('');
  const [look, setLook] = useState<string>(any);
  const [colour, setColour] = useState('');
  const typedColour = /^#[0-9a-f]{6}$/i.test(colour) ? colour.toLowerCase() : null;
  const looks = [...new Set((cards ?? []).map((c) => c.look))];
  const apart = (c: FinishCard) => (typedColour === null ? 0 : differenceOfHex(c.colour, typedColour));
  const found = (cards ?? [])
    .filter((c) => holds(c, words) && (look === any || c.look === look) && apart(c) <= nearDeltaE)
    .sort((a, b) => apart(a) - apart(b) || lastAt(b) - lastAt(a));

  const take = async (file: File) => {
    const read = readCard(await file.text());
    if (!read.ok) return say({ text: read.issues[0]!.message });
    const card = read.value;
    theStore().transact('Card from a file', (draft) => {
      draft.settings.cards = [...(draft.settings.cards ?? []).filter((c) => c.id !== card.id), card];
    });
    void navigate(`/cards/${encodeURIComponent(card.id)}`);
  };

  return (
    <Stack spacing={2.5} sx={{ maxWidth: 900 }}>
      <Typography variant="h1">Finish cards</Typography>
      <Fields>
        <TextField
          label="Look for"
          value={words}
          autoComplete="off"
          helperText="A piece, a wood, a product, a note"
          onChange={(e) => setWords(e.target.value)}
        />
        <Select
          label="Look"
          value={look}
          onPick={setLook}
          options={[{ value: any, name: 'any' }, ...looks.map((l) => ({ value: l, name: lookNames[l] }))]}
        />
        <TextField
          label="Near a colour"
          value={colour}
          autoComplete="off"
          error={colour !== '' && typedColour === null}
          helperText={
            colour !== '' && typedColour === null ? 'Write it as #8a5a33' : 'As #8a5a33; only roughly, on this screen'
          }
          onChange={(e) => setColour(e.target.value.trim())}
        />
      </Fields>
      <Stack direction="row" useFlexGap sx={{ flexWrap: 'wrap', gap: 1 }}>
        <CodeReader />
        <FileButton label="Card from a file" accept="application/json,.json" onFile={(file) => void take(file)} />
      </Stack>
      {cards === undefined ? (
        <Skeleton role="img" variant="rectangular" height={240} aria-label="The cards are being gathered" />
      ) : found.length === 0 ? (
        <Typography>
          {cards.length === 0
            ? 'No finish is logged yet. Every zone that gets a coat and is logged as done has its card here.'
            : 'No card is like that. Take out a word, or choose any look.'}
        </Typography>
      ) : (
        <Box component="ul" aria-label="Cards" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {found.map((c) => (
            <Card key={c.id} card={c} />
          ))}
        </Box>
      )}
    </Stack>
  );
}
