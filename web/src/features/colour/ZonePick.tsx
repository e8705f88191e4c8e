import { woodStateNames } from '@cosmesis/core/colour';
import { upperFirst } from '@cosmesis/core/finishing';
import { groundOfZone, woodName } from '@cosmesis/core/matching';
import { type WoodState, woodStates } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { doDeed } from '../../store/doDeed';
import { useWoodLooks } from '../../store/useColours';
import { useParts } from '../../store/useWorkshop';
import { Fields, Mark } from '../../ui/layout';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';
import { ColourField } from './ColourField';
import { measuredPieces, woodenZones, type ZoneRef } from './zonesOfPiece';

const noted = (told: ReturnType<typeof doDeed>) => {
  if (!told.ok) say({ text: told.issues[0]!.message });
};

/** Bare wood has three looks: dry, wetted with spirits, and under its clear. */
function Looks({ at }: { at: ZoneRef }) {
  const told = useWoodLooks(at.pieceId, at.zoneId);
  if (!told?.ok) return null;
  return (
    <Stack direction="row" component="ul" sx={{ flexWrap: 'wrap', gap: 2, listStyle: 'none', m: 0, p: 0 }}>
      {told.value.map(({ name, hex, words }) => (
        <Stack key={name} component="li" direction="row" spacing={1} sx={{ alignItems: 'center' }}>
          <Mark style={{ background: hex }} />
          <span>
            {name}: {words}
          </span>
        </Stack>
      ))}
    </Stack>
  );
}

/** The wood of a zone: which of its kind, or as it was read. */
function Wood({ at }: { at: ZoneRef }) {
  const { pieces } = useParts('pieces');
  const [open, setOpen] = useState(false);
  const piece = pieces[at.pieceId]!;
  const ground = groundOfZone(piece, at.zoneId);
  const read = piece.colours?.[at.zoneId]?.ground;
  const note = (lab: typeof ground.read, from: 'photograph' | 'reader' | 'typed' | 'stick', state: WoodState | null) =>
    noted(doDeed(`The wood of ${piece.name}`, { do: 'note-wood', ...at, lab, from, state }));
  return (
    <>
      <Stack direction="row" spacing={1.5} sx={{ alignItems: 'center', flexWrap: 'wrap', rowGap: 1 }}>
        <Typography sx={{ flex: '1 1 160px' }}>{woodName(piece, at.zoneId)}</Typography>
        <Button size="small" aria-label={`Read the wood of ${piece.name}`} onClick={() => setOpen(true)}>
          {read ? 'Read it again' : 'Read its wood'}
        </Button>
      </Stack>
      <Looks at={at} />
      {!ground.read && (
        <Select
          label="Which wood of its kind"
          value={ground.state}
          options={woodStates.map((value) => ({ value, name: upperFirst(woodStateNames[value]) }))}
          onPick={(state) => note(null, 'typed', state as WoodState)}
        />
      )}
      <Dialog open={open} onClose={() => setOpen(false)} fullWidth maxWidth="sm">
        <DialogTitle>The wood of {piece.name}</DialogTitle>
        <DialogContent>
          <Typography sx={{ mb: 2 }}>Dry and sanded as it will be, or a stick of the same board.</Typography>
          <ColourField
            label="Bare wood"
            value={read ? { lab: read.lab, name: 'as it was read', from: read.from } : null}
            onColour={({ lab, from }) => {
              note(lab, from, null);
              setOpen(false);
            }}
          />
        </DialogContent>
        <DialogActions>
          {read && (
            <Button
              onClick={() => {
                note(null, 'typed', null);
                setOpen(false);
              }}
            >
              As its kind usually is
            </Button>
          )}
          <Button onClick={() => setOpen(false)}>Close</Button>
        </DialogActions>
      </Dialog>
    </>
  );
}

/** A zone of a piece, with its wood. */
export function ZonePick({ at, label, onPick }: { at: ZoneRef; label: string; onPick: (at: ZoneRef) => void }) {
  const { pieces } = useParts('pieces');
  const zones = woodenZones(pieces[at.pieceId]!);
  return (
    <Stack component="fieldset" spacing={1.5} aria-label={label} sx={{ border: 0, p: 0, m: 0, minWidth: 0 }}>
      <Fields>
        <Select
          label="Piece"
          value={at.pieceId}
          options={measuredPieces(pieces).map((p) => ({ value: p.id, name: p.name }))}
          onPick={(pieceId) => {
            const zone = woodenZones(pieces[pieceId]!)[0];
            if (zone) onPick({ pieceId, zoneId: zone.value });
            else say({ text: `${pieces[pieceId]!.name} has no wood that takes colour.` });
          }}
        />
        <Select
          label="Zone"
          value={at.zoneId}
          options={zones}
          onPick={(zone) => onPick({ ...at, zoneId: zone as ZoneRef['zoneId'] })}
        />
      </Fields>
      <Wood at={at} />
    </Stack>
  );
}
