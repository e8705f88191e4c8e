import {
  colourWords,
  type Ground,
  hexOf,
  type Lab,
  labOf,
  lookAfter,
  plainLayer,
  woodReflectance,
  woodStateNames,
} from '@cosmesis/core/colour';
import { upperFirst } from '@cosmesis/core/finishing';
import { finishOfZone, groundOfZone, woodName } from '@cosmesis/core/matching';
import { type Piece, type WoodState, woodStates, type ZoneId } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { doDeed } from '../../store/doDeed';
import { useParts } from '../../store/useWorkshop';
import { Fields, Mark } from '../../ui/layout';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';
import { ColourField } from './ColourField';
import { woodenZones, type ZoneRef } from './zonesOfPiece';

const noted = (told: ReturnType<typeof doDeed>) => {
  if (!told.ok) say({ text: told.issues[0]!.message });
};

/** Bare wood has three looks: dry, wetted with spirits, and under its clear. */
function Looks({ ground, piece, zoneId }: { ground: Ground; piece: Piece; zoneId: ZoneId }) {
  const { products, settings } = useParts('products', 'settings');
  const finish = finishOfZone(piece, zoneId, { products, settings });
  const looks: [string, Lab][] = [
    ['Dry', labOf(woodReflectance(ground))],
    ['Wetted with spirits', labOf(lookAfter(ground, [], undefined, 'wet'))],
    ...(finish
      ? [
          ['Under its clear alone', labOf(lookAfter(ground, [plainLayer(finish.product, finish.coats)]))] as [
            string,
            Lab,
          ],
        ]
      : []),
  ];
  return (
    <Stack direction="row" component="ul" sx={{ flexWrap: 'wrap', gap: 2, listStyle: 'none', m: 0, p: 0 }}>
      {looks.map(([name, lab]) => (
        <Stack key={name} component="li" direction="row" spacing={1} sx={{ alignItems: 'center' }}>
          <Mark style={{ background: hexOf(lab) }} />
          <span>
            {name}: {colourWords(lab)}
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
      <Looks ground={ground} piece={piece} zoneId={at.zoneId} />
      {!read && (
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
  const wooden = Object.values(pieces).filter((p) => p.id === at.pieceId || woodenZones(p).length > 0);
  const zones = woodenZones(pieces[at.pieceId]!);
  return (
    <Stack component="fieldset" spacing={1.5} aria-label={label} sx={{ border: 0, p: 0, m: 0, minWidth: 0 }}>
      <Fields>
        <Select
          label="Piece"
          value={at.pieceId}
          options={wooden.map((p) => ({ value: p.id, name: p.name }))}
          onPick={(pieceId) => {
            const zone = woodenZones(pieces[pieceId]!)[0];
            if (zone) onPick({ pieceId, zoneId: zone.value });
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
