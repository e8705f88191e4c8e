import Stack from '@mui/material/Stack';
import { NotYet, usePieceContext } from '../PieceFrame';
import { Ahead } from './Ahead';
import { FilmTests } from './FilmTests';
import { History } from './History';
import { JustSeen } from './JustSeen';
import { When } from './When';

/** The work on a piece: what comes next, when all of it happens, and what was. */
export default function Work() {
  const { piece, result } = usePieceContext();
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  const reckoning = result.value;
  return (
    <Stack spacing={4}>
      <Ahead piece={piece} reckoning={reckoning} />
      <JustSeen piece={piece} />
      <FilmTests piece={piece} wet={reckoning.wet} />
      <When piece={piece} reckoning={reckoning} />
      <History piece={piece} />
    </Stack>
  );
}
