import type { Piece, SampleStick } from '@cosmesis/core/workshop';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { doDeed } from '../../store/doDeed';
import { Fields } from '../../ui/layout';
import { NumberField } from '../../ui/NumberField';
import { say } from '../../ui/say';
import { useLayerWords } from './LayerList';

type Layer = SampleStick['layers'][number];

/** How a stick is made: coats, how long a colour lies before it is wiped, and the grit under it. */
export function StickFields({ piece, stick, onClose }: { piece: Piece; stick: SampleStick; onClose: () => void }) {
  const words = useLayerWords();
  const keep = (index: number, change: Partial<Layer>) => {
    const { madeAt: _, ...own } = stick;
    const layers = own.layers.map((l, i) => (i === index ? { ...l, ...change } : l));
    const told = doDeed(
      `${stick.name} changed`,
      { do: 'keep-stick', pieceId: piece.id, stick: { ...own, layers } },
      `stick ${stick.id}`,
    );
    if (!told.ok) say({ text: told.issues[0]!.message });
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>How {stick.name} is made</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          <Typography>Finer grit and a shorter time take less colour: what is foretold follows.</Typography>
          {stick.layers.map((layer, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the place of a layer is what it is
            <fieldset key={i} style={{ border: 0, padding: 0, margin: 0 }} aria-label={`Layer ${i + 1}`}>
              <Typography sx={{ fontWeight: 650, mb: 1 }}>
                {i + 1}. {words(layer)}
              </Typography>
              <Fields>
                <NumberField
                  label="Coats"
                  draftKey={`stick/${stick.id}/${i}/coats`}
                  value={layer.coats}
                  least={1}
                  most={20}
                  digits={0}
                  onValue={(n) => keep(i, { coats: Math.round(n) })}
                />
                <NumberField
                  label="Wiped off after, minutes"
                  draftKey={`stick/${stick.id}/${i}/dwell`}
                  value={layer.dwellMin}
                  least={1}
                  most={240}
                  onValue={(dwellMin) => keep(i, { dwellMin })}
                  onEmpty={() => keep(i, { dwellMin: null })}
                />
                <NumberField
                  label="Sanded to P"
                  draftKey={`stick/${stick.id}/${i}/grit`}
                  value={layer.grit}
                  least={40}
                  most={1000}
                  digits={0}
                  onValue={(grit) => keep(i, { grit: Math.round(grit) })}
                  onEmpty={() => keep(i, { grit: null })}
                />
              </Fields>
            </fieldset>
          ))}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}
