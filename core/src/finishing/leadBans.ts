import type { Piece, Surface, Tag, ZoneId } from '../workshop';

/** From which year on paint sold in a country is held to be without added lead. */
export const leadBanTable: readonly { country: string; name: string; year: number; tag: Tag; source: string }[] = [
  { country: 'US', name: 'United States', year: 1978, tag: 'P', source: '16 CFR 1303' },
  { country: 'GB', name: 'United Kingdom', year: 1992, tag: 'M', source: 'from memory' },
  { country: 'CA', name: 'Canada', year: 1990, tag: 'M', source: 'from memory' },
  { country: 'AU', name: 'Australia', year: 1997, tag: 'M', source: 'from memory' },
];

/** Whether a surface carries a film that may hold lead: anything but bare wood and wax. */
export const hasOldFilm = (surface: Surface): boolean =>
  surface.oldFinish.kind !== 'none' && surface.oldFinish.kind !== 'wax';

/**
 * Whether a piece counts as made before its country's ban: a decade is taken by its first year, and an unknown decade or
 * country counts as before.
 */
function maybeBeforeLeadBan(piece: Pick<Piece, 'decade' | 'country'>): boolean {
  const ban = leadBanTable.find((b) => b.country === piece.country);
  return piece.decade === null || ban === undefined || piece.decade < ban.year;
}

/** Key of the record that the old film of a zone was taken off in a lead-proper way. */
export const leadRemovalKey = (zoneId: ZoneId): string => `${zoneId}/lead`;

/**
 * Whether disturbing the old film is held: only a negative test of every layer, licensed work, or, for one zone, the record
 * of a lead-proper removal lifts it.
 */
export function leadHold(
  piece: Pick<Piece, 'decade' | 'country' | 'lead'> & Partial<Pick<Piece, 'decisions'>>,
  zoneId: ZoneId | null = null,
): boolean {
  const { result, everyLayer, licensedWork } = piece.lead;
  if (zoneId && piece.decisions?.[leadRemovalKey(zoneId)]?.choice === 'removed') return false;
  if (licensedWork || (result === 'negative' && everyLayer)) return false;
  return result === 'positive' || maybeBeforeLeadBan(piece);
}
