import type { Photo } from '@cosmesis/core/workshop';
import Box from '@mui/material/Box';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import type { Pictures } from '../../../store/photoStore';
import { usePicture } from './usePicture';

/** So wide that a picture is seen from top to bottom, with what is below it. */
export const wholeInView = ({ widthPx, heightPx }: Photo) => ({
  width: '100%',
  maxWidth: `calc(56vh * ${widthPx / heightPx})`,
  alignSelf: 'center',
});

/** The picture of a photograph, or where it is where it is not on this device. */
export function Picture({
  photo,
  which,
  alt,
}: {
  photo: Pick<Photo, 'id' | 'name' | 'widthPx' | 'heightPx'>;
  which: keyof Pictures;
  alt: string;
}) {
  const url = usePicture(photo.id, which);
  const ratio = `${photo.widthPx} / ${photo.heightPx}`;
  if (url === undefined) return <Skeleton variant="rectangular" sx={{ aspectRatio: ratio, height: 'auto' }} />;
  if (url === null)
    return (
      <Typography variant="body2" sx={{ border: '1px dashed var(--line)', p: 1, aspectRatio: ratio, maxHeight: 200 }}>
        {photo.name} is not on this device: it comes with the ZIP of the device that has it.
      </Typography>
    );
  return <Box component="img" src={url} alt={alt} sx={{ width: '100%', display: 'block', aspectRatio: ratio }} />;
}
