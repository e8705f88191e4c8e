import { colourWords, hexOf, labOfColour } from '@cosmesis/core/colour';
import { zoneNames } from '@cosmesis/core/piece';
import type { ZoneId } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useReckonings } from '../../store/useReckoning';
import { useParts } from '../../store/useWorkshop';
import { Mark, Pick } from '../../ui/layout';
import type { NamedColour } from './NamedColour';

/** More than these are found by typing. */
const shown = 40;

/** Colours the workshop knows: read sticks, recipes, and zones as they will be. */
function useKnown(): NamedColour[] {
  const { pieces } = useParts('pieces');
  const all = Object.values(pieces);
  const reckonings = useReckonings(all.slice(0, 60));
  const read = all.flatMap((p) => [
    ...(p.sticks ?? []).flatMap((s): NamedColour[] => {
      const last = s.readings.findLast((r) => !r.wet && r.after > 0);
      return last ? [{ lab: last.lab, name: `${p.name}: ${s.name}, as read`, from: 'stick' }] : [];
    }),
    ...Object.entries(p.colours ?? {}).flatMap(([zone, c]): NamedColour[] => [
      ...(c.recipe
        ? [
            {
              lab: c.recipe.expected,
              name: `${p.name}, ${zoneNames[zone as ZoneId].toLowerCase()}: its recipe`,
              from: 'stick' as const,
            },
          ]
        : []),
      ...(c.ground
        ? [
            {
              lab: c.ground.lab,
              name: `${p.name}, ${zoneNames[zone as ZoneId].toLowerCase()}: bare wood as read`,
              from: c.ground.from,
            },
          ]
        : []),
    ]),
  ]);
  const finished = all.flatMap((p) => {
    const told = reckonings?.get(p.id);
    if (!told?.ok) return [];
    return told.value.zones.flatMap((z): NamedColour[] => {
      const hex = told.value.steps.filter((s) => s.step.zoneId === z.id).at(-1)?.bandColour ?? z.colour;
      const lab = labOfColour(hex);
      return lab
        ? [{ lab, name: `${p.name}, ${zoneNames[z.id].toLowerCase()}: finished, as foretold`, from: 'typed' }]
        : [];
    });
  });
  return [...read, ...finished];
}

/** A colour from what the workshop knows. */
export function KnownColours({ onTake, onClose }: { onTake: (colour: NamedColour) => void; onClose: () => void }) {
  const known = useKnown();
  const [words, setWords] = useState('');
  const found = known.filter((c) =>
    `${c.name} ${colourWords(c.lab)}`.toLowerCase().includes(words.trim().toLowerCase()),
  );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>A colour of this workshop</DialogTitle>
      <DialogContent>
        <TextField
          label="Part of its name"
          value={words}
          fullWidth
          sx={{ mt: 1 }}
          onChange={(e) => setWords(e.target.value)}
        />
        {found.length === 0 && (
          <Typography sx={{ mt: 2 }}>None of that name: read or type the colour instead.</Typography>
        )}
        {found.slice(0, shown).map((c) => (
          <Pick key={c.name} onClick={() => onTake(c)}>
            <Mark style={{ background: hexOf(c.lab) }} />
            <span>{c.name}</span>
            <span>{colourWords(c.lab)}</span>
          </Pick>
        ))}
        {found.length > shown && (
          <Typography sx={{ mt: 1 }}>And {found.length - shown} more: type part of the name.</Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
      </DialogActions>
    </Dialog>
  );
}
