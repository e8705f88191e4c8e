import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useRef } from 'react';
import { NotYet, usePieceContext } from '../PieceFrame';
import { Ahead } from './Ahead';
import { FilmTests } from './FilmTests';
import { History } from './History';
import { JustSeen } from './JustSeen';
import { When } from './When';

/** The work on a piece: what comes next, when all of it happens, and what was. */
export default function Work() {
  const { piece, result } = usePieceContext();
  const phone = useMediaQuery('(max-width: 760px)', { noSsr: true });
  const history = useRef<HTMLDivElement>(null);
  if (!result?.ok || result.value.steps.length === 0) return <NotYet result={result} piece={piece} />;
  const reckoning = result.value;
  return (
    <Stack spacing={4}>
      {phone && piece.log.length > 0 && (
        // What was done, and what went wrong with it, lies far below what comes.
        <div>
          <Button onClick={() => history.current?.scrollIntoView({ block: 'start' })}>To what was done</Button>
        </div>
      )}
      <Ahead piece={piece} reckoning={reckoning} />
      <JustSeen piece={piece} />
      <FilmTests piece={piece} wet={reckoning.wet} />
      <When piece={piece} reckoning={reckoning} />
      <div ref={history}>
        <History piece={piece} />
      </div>
    </Stack>
  );
}
