import type { Photo, Piece } from '@cosmesis/core/workshop';
import { useState } from 'react';
import { doDeed } from '../store/doDeed';
import { photoStore } from '../store/photoStore';
import { photoReader, type TakenPhotos, takePhotos } from '../store/takePhotos';
import { newId } from '../store/theStore';
import { minuteNow } from '../store/useNowMin';
import { useSettings } from '../store/useWorkshop';
import { say } from './say';

/** Takes files as photographs of a piece: how far that is, and what came of it last. */
export function useTakePhotos(piece: Pick<Piece, 'id' | 'name'>) {
  const { timeZone } = useSettings();
  const [through, setThrough] = useState<{ done: number; of: number } | null>(null);
  const [taken, setTaken] = useState<TakenPhotos | null>(null);
  const take = async (files: readonly File[], of: Photo['of']) => {
    if (files.length === 0 || through) return;
    setThrough({ done: 0, of: files.length });
    setTaken(null);
    const reader = photoReader();
    try {
      const when = { nowMin: minuteNow(), timeZone };
      const told = await takePhotos(files, of, when, reader, await photoStore(), newId, (done) =>
        setThrough({ done, of: files.length }),
      );
      if (told.photos.length > 0) {
        const many = told.photos.length > 1 ? `${told.photos.length} photographs` : 'A photograph';
        const kept = doDeed(`${many} of ${piece.name}`, { do: 'add-photos', pieceId: piece.id, photos: told.photos });
        if (!kept.ok) say({ text: kept.issues[0]?.message ?? 'They could not be added.' });
        // Asked once there is something to lose; the browser decides.
        void navigator.storage?.persist?.();
      }
      setTaken(told);
      return told;
    } catch (error) {
      say({ text: `The photographs could not be kept: ${(error as Error).message}` });
    } finally {
      reader.close();
      setThrough(null);
    }
  };
  return { take, through, taken };
}
