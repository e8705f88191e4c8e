import type { Face } from '@cosmesis/core/piece';
import { clockTime, dateName, minuteOf } from '@cosmesis/core/units';
import type { Photo, Piece } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { doDeed } from '../../../store/doDeed';
import { theStore } from '../../../store/theStore';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { HeldTextField } from '../../../ui/HeldTextField';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';
import { Compare } from './Compare';
import { Picture, wholeInView } from './Picture';
import { shownChoices, shownKey, shownWords } from './photoWords';

const none = '';
const whenWords = { camera: 'taken', file: 'its file is of', added: 'added' } as const;

interface Props {
  piece: Piece;
  photo: Photo;
  faces: readonly Face[];
  onClose: () => void;
}

/** One photograph: what it shows, its note, and what it is held against. */
export default function PhotoDialog({ piece, photo, faces, onClose }: Props) {
  const { timeZone } = useSettings();
  const nowMin = useNowMin();
  const phone = useMediaQuery('(max-width: 760px)', { noSsr: true });
  const when = (p: Photo) => `${dateName(minuteOf(p.at), nowMin, timeZone)} ${clockTime(minuteOf(p.at), timeZone)}`;
  const change = (
    label: string,
    to: Partial<Pick<Photo, 'of' | 'note'>> & { beforeId?: string | null },
    key: string | null = null,
  ) => void doDeed(label, { do: 'change-photo', pieceId: piece.id, photoId: photo.id, change: to }, key);
  const choices = shownChoices(piece, faces);
  const known = choices.some((c) => c.value === shownKey(photo));
  const others = (piece.photos ?? []).filter((p) => p.id !== photo.id);
  const before = others.find((p) => p.id === photo.beforeId);
  const remove = () => {
    onClose();
    doDeed('Take a photograph away', { do: 'remove-photo', pieceId: piece.id, photoId: photo.id });
    say({ text: `Taken away: ${photo.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <Dialog open onClose={onClose} fullScreen={phone} maxWidth="md" fullWidth aria-labelledby="photo-title">
      <DialogTitle id="photo-title">{shownWords(photo, piece, faces)}</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          {before ? (
            <Compare pieceId={piece.id} before={before} after={photo} />
          ) : (
            <Box sx={wholeInView(photo)}>
              <Picture photo={photo} which="full" alt={`${shownWords(photo, piece, faces)}, ${when(photo)}`} />
            </Box>
          )}
          <Typography variant="body2">
            {photo.name}, {whenWords[photo.atFrom]} {when(photo)}, {photo.widthPx} × {photo.heightPx} px.
          </Typography>
          <Select
            label="It shows"
            value={known ? shownKey(photo) : none}
            options={[...(known ? [] : [{ value: none, name: shownWords(photo, piece, faces) }]), ...choices]}
            onPick={(value) => {
              const of = choices.find((c) => c.value === value)?.of;
              if (of) change('What a photograph shows', { of });
            }}
          />
          <HeldTextField
            label="Note"
            multiline
            value={photo.note}
            onText={(text) => change('Note of a photograph', { note: text.slice(0, 4000) }, `photo/${photo.id}/note`)}
          />
          {others.length > 0 && (
            <Select
              label="Held against the one from before"
              value={photo.beforeId ?? none}
              options={[
                { value: none, name: 'None' },
                ...others.map((p) => ({ value: p.id, name: `${when(p)}: ${shownWords(p, piece, faces)}` })),
              ]}
              onPick={(value) => change('Before and after', { beforeId: value === none ? null : value })}
            />
          )}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={remove}>Take it away</Button>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
