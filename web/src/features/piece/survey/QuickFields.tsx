import { type Badness, badnessOf, badnessTable, damageRow, isQuick, withBadness } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import type { Piece } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { current } from 'immer';
import { useState } from 'react';
import { useEditPiece } from '../../../store/useEditPiece';
import { Keys } from '../../../ui/Keys';
import { foundNow } from './DamageFields';

/** One word for the state of the whole piece: it fills in typical defects, to be refined later. */
export function QuickFields({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const [asked, setAsked] = useState<Badness | null>(null);
  const value = badnessOf(piece);
  const level = badnessTable.find((b) => b.id === value);
  const guessed = piece.damage.filter(isQuick).length;
  if (foundNow(piece) !== null)
    return (
      <Typography variant="body2">Work has begun: what turns up now is noted under Damage, where it is.</Typography>
    );
  const note = (badness: Badness) => {
    edit(`How bad: ${badness}`, (draft) => {
      Object.assign(draft, withBadness(current(draft) as Piece, badness));
    });
    setAsked(null);
  };
  const would = asked ? withBadness(piece, asked).damage.filter(isQuick) : [];
  const askedRow = badnessTable.find((b) => b.id === asked);
  return (
    <Stack>
      <Keys<Badness>
        legend="How bad is it?"
        value={asked ?? value}
        onPick={(badness) => {
          // What would be noted is shown first; nothing to note is nothing to ask.
          if (withBadness(piece, badness).damage.some(isQuick)) setAsked(badness);
          else note(badness);
        }}
        choices={badnessTable.map((b) => ({ value: b.id, name: b.name }))}
      />
      {askedRow && (
        <Alert severity="info" role="region" aria-label={`${askedRow.name}: what it notes`}>
          <Stack spacing={1}>
            <Typography>
              {askedRow.name} means {askedRow.says}. It would note under Damage, to be changed one by one:
            </Typography>
            <Typography>
              {would
                .map((d) => `${d.count} × ${damageRow(d.kind).name}, ${zoneNames[d.zoneId].toLowerCase()}`)
                .join('; ')}
              .
            </Typography>
            <Stack direction="row">
              <Button variant="contained" onClick={() => note(askedRow.id)}>
                Note these
              </Button>
              <Button onClick={() => setAsked(null)}>Leave it</Button>
            </Stack>
          </Stack>
        </Alert>
      )}
      {!askedRow && level && guessed > 0 && (
        <Typography variant="body2">
          {level.name}: {level.says}. {guessed} typical {guessed === 1 ? 'defect is' : 'defects are'} noted under
          Damage; change what is not so.
        </Typography>
      )}
    </Stack>
  );
}
