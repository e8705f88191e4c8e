import type { FilmState } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { doDeed } from '../../store/doDeed';
import { theStore } from '../../store/theStore';
import { say } from '../../ui/say';

const states: readonly { found: FilmState; name: string; said: string }[] = [
  { found: 'wet', name: 'Still wet or tacky', said: 'still wet' },
  { found: 'touch-dry', name: 'Dry to the touch', said: 'dry to the touch' },
  { found: 'sandable', name: 'Sands to powder', said: 'sands to powder' },
];

/** How a film was found when it was touched: what waits for it is worked out again from that. */
export default function TouchedFilm({
  pieceId,
  stepId,
  title,
  expected,
}: {
  pieceId: string;
  stepId: string;
  title: string;
  /** In what time it had been expected to be dry, and to sand, minutes. */
  expected: { touch: number; sand: number };
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const note = ({ found, said }: (typeof states)[number]) => {
    setAnchor(null);
    const done = doDeed(`Touched: ${title}, ${said}`, {
      do: 'test-film',
      pieceId,
      stepId,
      found,
      expectedMin: Math.round(found === 'sandable' ? expected.sand : expected.touch),
    });
    say(
      done.ok
        ? {
            text: `Noted: ${said}. Its waits are worked out again.`,
            action: { name: 'Undo', run: () => theStore().undo() },
          }
        : { text: done.issues[0]?.message ?? 'That cannot be noted.' },
    );
  };
  return (
    <>
      <Button aria-haspopup="menu" aria-label={`I touched it: ${title}`} onClick={(e) => setAnchor(e.currentTarget)}>
        I touched it
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {states.map((s) => (
          <MenuItem key={s.found} onClick={() => note(s)}>
            {s.name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
