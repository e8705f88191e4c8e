import type { Draft } from 'immer';
import type { Photo, Workshop } from '../workshop';
import type { DeedOf } from './Deed';
import { DeedRefused } from './DeedRefused';
import { pieceOf } from './logDeeds';

/** More than these a piece does not carry. */
const mostPhotos = 2000;

function photoOf(draft: Draft<Workshop>, pieceId: string, photoId: string): Draft<Photo> {
  const photo = pieceOf(draft, pieceId).photos?.find((p) => p.id === photoId);
  if (!photo) throw new DeedRefused('photo_gone', 'The photograph is gone: it was taken away in the meantime.');
  return photo;
}

/** Photographs come to a piece, each once; their pictures are kept already. */
export function addPhotos(draft: Draft<Workshop>, { pieceId, photos }: DeedOf<'add-photos'>): void {
  const piece = pieceOf(draft, pieceId);
  const own = piece.photos ?? [];
  const known = new Set(own.map((p) => p.id));
  const added = photos.filter((p) => !known.has(p.id));
  if (own.length + added.length > mostPhotos)
    throw new DeedRefused('too_many_photos', `A piece carries ${mostPhotos} photographs: take some away first.`);
  piece.photos = [...own, ...added];
}

/** What a photograph shows, its note, or what it is held against. */
export function changePhoto(
  draft: Draft<Workshop>,
  { pieceId, photoId, change: { beforeId, ...change } }: DeedOf<'change-photo'>,
): void {
  const photo = photoOf(draft, pieceId, photoId);
  Object.assign(photo, change);
  if (beforeId === null) {
    delete photo.beforeId;
    delete photo.lineUp;
  } else if (beforeId !== undefined) {
    if (beforeId === photoId)
      throw new DeedRefused('photo_itself', 'A photograph is not held against itself: choose another.');
    photoOf(draft, pieceId, beforeId);
    photo.beforeId = beforeId;
  }
}

/** A photograph is taken away, and what was held against it stands alone. Its picture stays until that is cleared up. */
export function removePhoto(draft: Draft<Workshop>, { pieceId, photoId }: DeedOf<'remove-photo'>): void {
  photoOf(draft, pieceId, photoId);
  const piece = pieceOf(draft, pieceId);
  const rest = piece.photos!.filter((p) => p.id !== photoId);
  for (const p of rest) if (p.beforeId === photoId) delete p.beforeId;
  if (rest.length > 0) piece.photos = rest;
  else delete piece.photos;
}
