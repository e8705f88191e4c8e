import { mishapsOn } from '@cosmesis/core/deeds';
import type { StepKindId } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import ListSubheader from '@mui/material/ListSubheader';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { doDeed } from '../store/doDeed';
import { toPiece } from './links';
import { say } from './say';

/** A coat on which something can have gone wrong. */
export interface Coat {
  pieceId: string;
  stepId: string;
  kind: StepKindId;
  /** In words: of what, where. */
  on: string;
}

/** Keeps with a coat what went wrong on it, and leads to what the plan makes of it. Of several coats it is asked first on which. */
export default function WentWrong({ coats }: { coats: readonly Coat[] }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [picked, setPicked] = useState<Coat | null>(null);
  const navigate = useNavigate();
  if (coats.length === 0) return null;
  const coat = picked ?? (coats.length === 1 ? coats[0]! : null);
  const close = () => {
    setAnchor(null);
    setPicked(null);
  };
  const note = ({ pieceId, stepId }: Coat, { id: what, name, follows }: ReturnType<typeof mishapsOn>[number]) => {
    close();
    const told = doDeed(name, { do: 'went-wrong', pieceId, stepId, what });
    if (!told.ok) return say({ text: told.issues[0]?.message ?? 'That cannot be noted.' });
    say({
      text: `Noted: ${name.toLowerCase()}. ${follows}`,
      action: {
        name: 'Show the plan',
        run: () => void navigate(toPiece(pieceId, what === 'knocked' ? 'plan#advice' : 'plan')),
      },
    });
  };
  return (
    <>
      <Button
        aria-label={coats.length === 1 ? `Something went wrong: ${coats[0]!.on}` : 'Something went wrong on a coat'}
        aria-haspopup="menu"
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        {coats.length === 1 ? 'Something went wrong' : 'Something went wrong on a coat'}
      </Button>
      {/* Another list is another menu: its first line has the focus. */}
      <Menu key={coat ? 'what' : 'where'} open={anchor !== null} anchorEl={anchor} onClose={close}>
        {coat && <ListSubheader sx={{ background: 'none' }}>{coat.on}</ListSubheader>}
        {coat
          ? mishapsOn(coat.kind).map((m) => (
              <MenuItem key={m.id} onClick={() => note(coat, m)}>
                {m.name}
              </MenuItem>
            ))
          : coats.map((c) => (
              <MenuItem key={`${c.pieceId}/${c.stepId}`} onClick={() => setPicked(c)}>
                {c.on}
              </MenuItem>
            ))}
      </Menu>
    </>
  );
}
