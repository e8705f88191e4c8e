import type { Photo, Piece } from '@cosmesis/core/workshop';
import AddAPhoto from '@mui/icons-material/AddAPhotoOutlined';
import { Link } from 'react-router';
import { FilesButton } from './FileButton';
import { toPiece } from './links';
import { say } from './say';
import { useTakePhotos } from './useTakePhotos';

interface Props {
  piece: Pick<Piece, 'id' | 'name' | 'photos'>;
  of: Photo['of'];
  /** What is photographed, for its name. */
  what: string;
}

const sameOf = (a: Photo['of'], b: Photo['of']): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Photographs what stands beside it, and says how many there are. */
export default function PhotoButton({ piece, of, what }: Props) {
  const { take, through } = useTakePhotos(piece);
  const count = (piece.photos ?? []).filter((p) => sameOf(p.of, of)).length;
  const taken = async (files: readonly File[]) => {
    const told = await take(files, of);
    if (!told) return;
    const not = [...told.refused, ...told.noRoom.map((name) => `${name}: the disk is full.`)];
    say({
      text:
        not[0] ??
        (told.photos.length === 1 ? 'The photograph is kept.' : `${told.photos.length} photographs are kept.`),
    });
  };
  return (
    <>
      <FilesButton
        size="small"
        startIcon={<AddAPhoto />}
        disabled={through !== null}
        aria-label={`Photograph: ${what}`}
        label={`Photographs of ${what}`}
        accept="image/*"
        onFiles={(files) => void taken(files)}
      >
        Photograph
      </FilesButton>
      {count > 0 && <Link to={`${toPiece(piece.id, 'survey')}#photographs`}>{count} taken</Link>}
    </>
  );
}
