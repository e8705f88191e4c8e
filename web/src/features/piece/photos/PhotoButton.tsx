import type { Photo, Piece } from '@cosmesis/core/workshop';
import AddAPhoto from '@mui/icons-material/AddAPhotoOutlined';
import Button from '@mui/material/Button';
import { useRef } from 'react';
import { Link } from 'react-router';
import { toPiece } from '../../../ui/links';
import { say } from '../../../ui/say';
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
  const input = useRef<HTMLInputElement>(null);
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
      <Button
        size="small"
        startIcon={<AddAPhoto />}
        disabled={through !== null}
        aria-label={`Photograph: ${what}`}
        onClick={() => input.current?.click()}
      >
        Photograph
      </Button>
      {count > 0 && <Link to={`${toPiece(piece.id, 'survey')}#photographs`}>{count} taken</Link>}
      <input
        ref={input}
        type="file"
        hidden
        multiple
        accept="image/*"
        aria-label={`Photographs of ${what}`}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          void taken(files);
        }}
      />
    </>
  );
}
