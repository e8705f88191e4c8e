import type { Belief } from '../colour';
import type { Reckoning } from '../reckoning';
import { aboutTime, clockTime, dayName, formatAbout, formatVolume, fullDate, type Range } from '../units';
import type { Piece, Product, Settings, Supply, Workshop } from '../workshop';

/** What papers of a piece are made from. */
export interface PaperInput {
  piece: Piece;
  reckoning: Reckoning;
  products: Readonly<Record<string, Product>>;
  /** With what sticks teach of colour, where that is asked. */
  settings: Settings & { colours?: Belief };
  /** Packs of what is used up besides the products. */
  supplies: readonly Supply[];
  /** What was mixed; left out: nothing is known of it. */
  mixes?: Workshop['mixes'];
  nowMin: number;
  /** When it will be ready, as the rehearsal of the workshop has it: one run in ten sooner, one in ten later; null: it was not rehearsed. */
  ready: { p10Min: number; p90Min: number } | null;
}

/** Figures in the words of a workshop. */
export function wordsFor({ settings }: Pick<PaperInput, 'settings'>) {
  const { timeZone, unitSystem } = settings;
  return {
    /** With its year: papers are kept. */
    date: (minute: number) => fullDate(minute, timeZone),
    /** Day and hour of what has happened, or will on a day that is near. */
    moment: (minute: number) => `${dayName(minute, timeZone)} ${clockTime(minute, timeZone)}`,
    hours: aboutTime,
    volume: (litres: number) => formatVolume(litres, unitSystem),
    about: (litres: Range) => formatAbout(litres, unitSystem),
  };
}

/** Who made it, as the workshop wants it on its papers. */
export const makerOf = ({ name, papers }: Pick<Settings, 'name' | 'papers'>): string => papers?.maker || name;
