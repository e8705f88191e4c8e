/**
 * A stream of numbers from 0 to below 1 that is the same for the same seed.
 * @param seed any whole number
 * Source: mulberry32, a common 32-bit generator in the public domain; good enough to shuffle and to sample, not for secrets.
 */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
