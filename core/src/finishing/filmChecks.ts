import type { FilmCheckKind, LogEntry } from '../workshop';

/** One mark of a scale. */
export interface Mark {
  value: number;
  name: string;
  says: string;
  /** Share of the crossed area that is flaked, at most; of the cross-cut. */
  flakedFrac?: number;
}

/** A test of a film or of the wood under it: what is done, and the scale it is read on. */
export interface FilmCheck {
  id: FilmCheckKind;
  name: string;
  how: string;
  /** Values of the scale; none: a figure is typed. */
  scale: readonly Mark[];
  /** From this value on the film does not hold; null: it says nothing of that. */
  badFrom: number | null;
  source: string;
}

/** Common practice where no standard is named. Cross-cut: ISO 2409:2020, table 1; ASTM D3359-17, method B. */
export const filmChecks: readonly FilmCheck[] = [
  {
    id: 'fingernail',
    name: 'Fingernail',
    how: 'Press the nail in where it is not seen, from the second coat on.',
    scale: [
      { value: 0, name: 'No mark', says: 'hard through' },
      { value: 1, name: 'A mark that goes', says: 'still soft below' },
      { value: 2, name: 'It stays, or lifts', says: 'soft, or does not hold' },
    ],
    badFrom: null,
    source: 'common practice, no source',
  },
  {
    id: 'cross-cut',
    name: 'Cross-cut',
    how: 'Six cuts each way through to the ground, at 45° to the grain, tape pressed on and pulled off.',
    scale: [
      { value: 0, name: '0', says: 'nothing flaked', flakedFrac: 0 },
      { value: 1, name: '1', says: 'under 5 % flaked', flakedFrac: 0.05 },
      { value: 2, name: '2', says: '5 to 15 % flaked', flakedFrac: 0.15 },
      { value: 3, name: '3', says: '15 to 35 % flaked', flakedFrac: 0.35 },
      { value: 4, name: '4', says: '35 to 65 % flaked', flakedFrac: 0.65 },
      { value: 5, name: '5', says: 'over 65 % flaked', flakedFrac: 1 },
    ],
    badFrom: 2,
    source: 'ISO 2409; ASTM D3359',
  },
  {
    id: 'tape-pull',
    name: 'Tape pulled off',
    how: 'Press tape on a scratch in a hidden place, and pull it off at once.',
    scale: [
      { value: 0, name: 'Nothing on it', says: 'it holds' },
      { value: 1, name: 'Specks', says: 'it hardly holds' },
      { value: 2, name: 'Film on it', says: 'it does not hold' },
    ],
    badFrom: 1,
    source: 'common practice, no source',
  },
  {
    id: 'sheen',
    name: 'Sheen',
    how: 'Look along it against a window, not before half an hour.',
    scale: [
      { value: 0, name: 'Matt', says: 'no image' },
      { value: 1, name: 'Satin', says: 'a soft glow' },
      { value: 2, name: 'Semi-gloss', says: 'a blurred image' },
      { value: 3, name: 'Gloss', says: 'a clear image' },
    ],
    badFrom: null,
    source: 'common practice, no source',
  },
  {
    id: 'moisture',
    name: 'Moisture of the wood',
    how: 'Read the meter along the grain, away from metal, set to the wood.',
    scale: [],
    badFrom: null,
    source: 'the meter’s own scale',
  },
];

export const filmCheck = (id: FilmCheckKind): FilmCheck => filmChecks.find((c) => c.id === id)!;

/** The class of ASTM D3359, method B, for one of ISO 2409: 0 is 5B, 5 is 0B. */
export const astmClass = (iso: number): string => `${5 - iso}B`;

/** How early a sheen is judged for it to mean something, minutes (common practice, no source). */
export const sheenFromMin = 30;

/** What was read of a film last in each test that tells whether it holds, where it says that it does not. */
export const badChecks = (entry: Pick<LogEntry, 'checks'>): { check: FilmCheck; mark: Mark }[] =>
  filmChecks.flatMap((check) => {
    const last = (entry.checks ?? []).findLast((c) => c.kind === check.id);
    const mark = last && check.scale.find((m) => m.value === last.value);
    return mark && check.badFrom !== null && mark.value >= check.badFrom ? [{ check, mark }] : [];
  });

/** A reading in words: "cross-cut 3 (2B): 15 to 35 % flaked". */
export function checkWords({ kind, value }: NonNullable<LogEntry['checks']>[number]): string {
  const check = filmCheck(kind);
  const name = check.name.toLowerCase();
  if (kind === 'moisture') return `${name} ${value} %`;
  const mark = check.scale.find((m) => m.value === value);
  const shown = kind === 'cross-cut' ? `${value} (${astmClass(value)})` : mark?.name.toLowerCase();
  return `${name} ${shown}: ${mark?.says ?? ''}`;
}
