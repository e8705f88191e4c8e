import { TZDate } from '@date-fns/tz';
import { instantOf } from '../units';

/** When a photograph was taken, and from where that is known. */
export interface TakenAt {
  /** ISO 8601 with offset. */
  at: string;
  from: 'camera' | 'file' | 'added';
  /** The camera named a time to come: its clock is off. */
  clockOff: boolean;
}

/** Cameras count a little ahead of the clock of this device now and then, minutes. */
const aheadMin = 24 * 60;
/** "2026:11:25 10:07:33", as cameras write it. Source: Exif 2.32, DateTimeOriginal, OffsetTimeOriginal. */
const exifDate = /^(\d{4}):(\d{2}):(\d{2}) (\d{2}):(\d{2}):(\d{2})$/;
const exifOffset = /^([+-])(\d{2}):(\d{2})$/;

/** The minute that a camera wrote, since 1970; null: it cannot be meant. Without an offset the camera's clock is the workshop's. */
function minuteOfCamera(date: string, offset: string | null, timeZone: string): number | null {
  const parts = exifDate.exec(date)?.slice(1).map(Number);
  if (!parts) return null;
  const [year, month, day, hour, minute] = parts as [number, number, number, number, number];
  if (year < 1980 || month < 1 || month > 12 || day < 1 || day > 31 || hour > 23 || minute > 59) return null;
  const asUtc = Date.UTC(year, month - 1, day, hour, minute);
  if (new Date(asUtc).getUTCDate() !== day) return null;
  const [, sign, hours, minutes] = exifOffset.exec(offset ?? '') ?? [];
  if (sign) return Math.floor(asUtc / 60_000) - Number(`${sign}1`) * (Number(hours) * 60 + Number(minutes));
  return Math.floor(new TZDate(year, month - 1, day, hour, minute, timeZone).getTime() / 60_000);
}

/**
 * When a photograph was taken: as its camera wrote it; failing that when its file was last changed; never in time to come.
 * @param camera as in the file, null: nothing there
 * @param fileMin when the file was changed, whole minutes since 1970; null: not known
 */
export function takenAt(
  camera: { date: string; offset: string | null } | null,
  fileMin: number | null,
  nowMin: number,
  timeZone: string,
): TakenAt {
  const told = camera && minuteOfCamera(camera.date, camera.offset, timeZone);
  const clockOff = told !== null && told > nowMin + aheadMin;
  if (told !== null && !clockOff) return { at: instantOf(Math.min(told, nowMin)), from: 'camera', clockOff };
  if (fileMin !== null && fileMin <= nowMin) return { at: instantOf(fileMin), from: 'file', clockOff };
  return { at: instantOf(nowMin), from: 'added', clockOff };
}
