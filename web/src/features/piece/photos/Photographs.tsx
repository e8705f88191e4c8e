import type { Face } from '@cosmesis/core/piece';
import { clockTime, dateName, minuteOf } from '@cosmesis/core/units';
import type { Photo, Piece } from '@cosmesis/core/workshop';
import AddAPhoto from '@mui/icons-material/AddAPhotoOutlined';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import LinearProgress from '@mui/material/LinearProgress';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import useSWR from 'swr';
import type { TakenPhotos } from '../../../store/takePhotos';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { FilesButton } from '../../../ui/FileButton';
import { useTakePhotos } from '../../../ui/useTakePhotos';
import { Picture } from './Picture';
import { shownWords } from './photoWords';

const PhotoDialog = lazy(() => import('./PhotoDialog'));

/** Space that pictures take in this browser, and what is left; null: the browser does not say. */
const useSpace = (count: number) =>
  useSWR(['space', count], async () => (await navigator.storage?.estimate?.()) ?? null).data;
const megabytes = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.round(bytes / 1e6)} MB`;

/** What came of files, where not all of it is as one thinks. */
function Outcome({ taken }: { taken: TakenPhotos }) {
  const { photos, refused, noRoom, hadPlace, clocksOff } = taken;
  const lines = [
    ...refused,
    noRoom.length > 0
      ? `The disk is full: ${photos.length} were taken, ${noRoom.length} were not (${noRoom.join(', ')}). Make room, and take these again.`
      : '',
    hadPlace > 0
      ? `Where ${hadPlace === 1 ? 'one was' : `${hadPlace} were`} taken stood in the file: that is left out.`
      : '',
    clocksOff > 0 ? 'A camera named a time to come: the time of the file is taken. Set its clock.' : '',
  ].filter(Boolean);
  if (lines.length === 0) return null;
  return (
    <Alert severity={refused.length + noRoom.length > 0 ? 'warning' : 'info'}>
      {lines.map((line) => (
        <div key={line}>{line}</div>
      ))}
    </Alert>
  );
}

/** Photographs of a piece by day, the newest first, and how they come there. */
export function Photographs({ piece, faces }: { piece: Piece; faces: readonly Face[] }) {
  const { timeZone } = useSettings();
  const nowMin = useNowMin();
  const [shownId, setShownId] = useState<string | null>(null);
  const { take, through, taken } = useTakePhotos(piece);
  const photos = piece.photos ?? [];
  const space = useSpace(photos.length);
  const byDay = new Map<string, Photo[]>();
  for (const photo of [...photos].sort((a, b) => minuteOf(b.at) - minuteOf(a.at))) {
    const day = dateName(minuteOf(photo.at), nowMin, timeZone);
    byDay.set(day, [...(byDay.get(day) ?? []), photo]);
  }
  const shown = photos.find((p) => p.id === shownId);
  return (
    <Stack
      spacing={2}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take([...event.dataTransfer.files], { kind: 'piece' });
      }}
    >
      <Stack direction="row">
        <FilesButton
          variant="outlined"
          startIcon={<AddAPhoto />}
          disabled={through !== null}
          label="Photographs"
          accept="image/*"
          onFiles={(files) => void take(files, { kind: 'piece' })}
        >
          Add photographs
        </FilesButton>
        <Typography variant="body2">or drop them here</Typography>
      </Stack>
      {through && (
        <div>
          <Typography variant="body2" role="status">
            {through.done} of {through.of} read
          </Typography>
          <LinearProgress
            variant="determinate"
            value={(100 * through.done) / through.of}
            aria-label="Photographs read"
          />
        </div>
      )}
      {taken && <Outcome taken={taken} />}
      {[...byDay].map(([day, own]) => (
        <Stack key={day} component="section" aria-label={day} spacing={1}>
          <Typography variant="h3">{day}</Typography>
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: 'repeat(auto-fill, minmax(132px, 1fr))',
              gap: 1.5,
              alignItems: 'start',
            }}
          >
            {own.map((photo) => {
              const words = shownWords(photo, piece, faces);
              const hour = clockTime(minuteOf(photo.at), timeZone);
              return (
                <ButtonBase
                  key={photo.id}
                  onClick={() => setShownId(photo.id)}
                  aria-label={`${words}, ${hour}${photo.note ? `: ${photo.note}` : ''}`}
                  sx={{ display: 'block', textAlign: 'left' }}
                >
                  <Box sx={{ '& img': { height: 112, objectFit: 'cover' } }}>
                    <Picture photo={photo} which="small" alt="" />
                  </Box>
                  <Typography variant="body2" component="span" sx={{ display: 'block' }}>
                    {hour} · {words}
                    {photo.beforeId && ' · with before'}
                  </Typography>
                </ButtonBase>
              );
            })}
          </Box>
        </Stack>
      ))}
      {photos.length > 0 && space && space.usage !== undefined && space.quota !== undefined && (
        <Typography variant="body2">
          Kept in this browser: {megabytes(space.usage)} of all that is here, room for{' '}
          {megabytes(space.quota - space.usage)} more. They travel in the ZIP of the workshop.
        </Typography>
      )}
      <Suspense>
        {shown && <PhotoDialog piece={piece} photo={shown} faces={faces} onClose={() => setShownId(null)} />}
      </Suspense>
    </Stack>
  );
}
