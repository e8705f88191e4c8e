import { speciesById } from '../piece';
import type { WoodState } from '../workshop';
import { kOverS, reflectanceOfKOverS } from './kubelkaMunk';
import { reflectanceOfHex } from './lab';
import type { Lab } from './observer';
import { reflectanceOf } from './reconstruct';
import { each, type Spectrum } from './spectrum';

export const woodStateNames: Readonly<Record<WoodState, string>> = {
  usual: 'as it usually is',
  light: 'a light board',
  dark: 'a dark board, or heartwood',
  sap: 'sapwood',
  aged: 'darkened by years of light',
};

/** Absorption of a state of the wood beside its usual one, in the short, middle and long waves (from memory). */
const factors: Readonly<Record<WoodState, readonly [number, number, number]>> = {
  usual: [1, 1, 1],
  light: [0.75, 0.72, 0.7],
  dark: [1.35, 1.4, 1.45],
  sap: [0.7, 0.6, 0.55],
  aged: [1.5, 1.35, 1.15],
};
/** Woods that light bleaches instead (from memory). */
const fading: ReadonlySet<string> = new Set(['walnut', 'rosewood', 'padauk', 'merbau']);
const faded: readonly [number, number, number] = [0.85, 0.8, 0.75];

/** What lies under all colour: a wood by its kind, or as it was read from the piece itself. */
export interface Ground {
  speciesId: string | null;
  state: WoodState;
  /** Read from the dry, sanded wood; null: the usual colour of its kind. */
  read: Lab | null;
}

/** Three weights of a band by its wave: short (430), middle (540) and long (650 nm), between them by a straight line. */
export function thirds(nm: number): readonly [number, number, number] {
  if (nm <= 540) {
    const long = Math.max(0, Math.min(1, (nm - 430) / 110));
    return [1 - long, long, 0];
  }
  const long = Math.max(0, Math.min(1, (nm - 540) / 110));
  return [0, 1 - long, long];
}

/** Reflectance of dry, sanded wood. */
export function woodReflectance({ speciesId, state, read }: Ground): Spectrum {
  if (read) return reflectanceOf(read);
  const species = speciesById(speciesId);
  const usual = reflectanceOfHex(species.colour);
  const by = state === 'aged' && fading.has(species.id) ? faded : factors[state];
  return each(usual, (r, i) => {
    const [s, m, l] = thirds(400 + 10 * i);
    return reflectanceOfKOverS(kOverS(r) * (s * by[0] + m * by[1] + l * by[2]));
  });
}
