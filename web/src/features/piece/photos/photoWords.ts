import { damageRow, doWhat, lowerFirst, stepNameOf } from '@cosmesis/core/finishing';
import { type Face, zoneNames } from '@cosmesis/core/piece';
import type { Photo, Piece } from '@cosmesis/core/workshop';

/** What a photograph can show, by a key: the piece, each face, each damage, each step that was begun. */
export function shownChoices(piece: Piece, faces: readonly Face[]): { value: string; name: string; of: Photo['of'] }[] {
  return [
    { value: 'piece', name: 'The whole piece', of: { kind: 'piece' } },
    ...piece.damage.map((d, i) => ({
      value: `damage/${d.id}`,
      name: `Damage ${i + 1}: ${damageRow(d.kind).name}, ${zoneNames[d.zoneId].toLowerCase()}`,
      of: { kind: 'damage', damageId: d.id } as const,
    })),
    ...(piece.sticks ?? []).map((s) => ({
      value: `stick/${s.id}`,
      name: s.name,
      of: { kind: 'stick', stickId: s.id } as const,
    })),
    ...faces.map((f) => ({
      value: `face/${f.id}`,
      name: `Face: ${f.name}`,
      of: { kind: 'face', faceId: f.id, at: [0.5, 0.5] as [number, number] } as const,
    })),
    ...piece.log.map((e) => ({
      value: `step/${e.step.id}`,
      name: `Step: ${e.step.zoneId ? `${zoneNames[e.step.zoneId]}, ` : ''}${lowerFirst(doWhat(e))}`,
      of: { kind: 'step', stepId: e.step.id } as const,
    })),
  ];
}

/** The key of what a photograph shows. */
export function shownKey({ of }: Pick<Photo, 'of'>): string {
  if (of.kind === 'damage') return `damage/${of.damageId}`;
  if (of.kind === 'face') return `face/${of.faceId}`;
  if (of.kind === 'stick') return `stick/${of.stickId}`;
  return of.kind === 'step' ? `step/${of.stepId}` : 'piece';
}

/** What a photograph shows, in words. */
export function shownWords(photo: Pick<Photo, 'of'>, piece: Piece, faces: readonly Face[]): string {
  const known = shownChoices(piece, faces).find((c) => c.value === shownKey(photo));
  if (known) return known.name;
  return photo.of.kind === 'step' ? stepNameOf(photo.of.stepId) : 'Something that is no longer noted';
}
