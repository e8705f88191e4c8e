import { describe, expect, it } from 'vitest';
import { difference, labOfColour, type Pixels, readPatch, twoReadings } from './index';

const card = { patch: { rightFrac: 0.2, downFrac: 0.5, radiusFrac: 0.1 }, kind: 'white' as const };
const place = { rightFrac: 0.75, downFrac: 0.5, radiusFrac: 0.1 };
type Rgb = readonly [number, number, number];

/** A picture: the card on the left, what is read on the right, on a grey bench; each value of a pixel by a function. */
function picture(
  left: Rgb,
  right: Rgb,
  space: Pixels['space'] = 'srgb',
  change: (rgb: Rgb, x: number, y: number) => Rgb = (c) => c,
): Pixels {
  const [widthPx, heightPx] = [120, 80];
  const data = new Uint8ClampedArray(4 * widthPx * heightPx);
  for (let y = 0; y < heightPx; y += 1)
    for (let x = 0; x < widthPx; x += 1) {
      const rgb = change(x < 50 ? left : x > 70 ? right : [90, 90, 90], x, y);
      data.set([...rgb, 255], 4 * (y * widthPx + x));
    }
  return { data, widthPx, heightPx, space };
}
/** White of 0.9 in even light, sRGB. */
const white: Rgb = [243, 243, 243];
const brown: Rgb = [0x8a, 0x5a, 0x2b];
const codes = (r: ReturnType<typeof readPatch>) => (r.ok ? [] : r.issues.map((i) => i.code));
const labIn = (r: ReturnType<typeof readPatch>) => {
  if (!r.ok) throw new Error(codes(r).join());
  return r.value.lab;
};

describe('reading a colour from a picture', () => {
  it('is the colour of the place where the light is even', () => {
    const read = readPatch(picture(white, brown), card, place);
    expect(difference(labIn(read), labOfColour('#8a5a2b')!)).toBeLessThan(0.3);
    expect(read.ok && read.value.spreadDeltaE).toBeLessThan(0.01);
  });
  it('takes the light out of it: half as bright and yellow, it is the same', () => {
    // Linear light is scaled, as a lamp does it; the curve of the picture is put back on.
    const lin = (v: number) => (v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4);
    const back = (x: number) => 255 * (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055);
    const lamp = ([r, g, b]: Rgb): Rgb => [back(lin(r) * 0.7), back(lin(g) * 0.5), back(lin(b) * 0.35)];
    const read = readPatch(picture(lamp(white), lamp(brown)), card, place);
    expect(difference(labIn(read), labOfColour('#8a5a2b')!)).toBeLessThan(1);
  });
  it('reads Display P3 as Display P3', () => {
    const read = readPatch(picture([243, 243, 243], brown, 'display-p3'), card, place);
    const p3 = labOfColour(`color(display-p3 ${brown.map((v) => v / 255).join(' ')})`)!;
    expect(difference(labIn(read), p3)).toBeLessThan(0.3);
    expect(difference(p3, labOfColour('#8a5a2b')!)).toBeGreaterThan(2);
  });
  it('a grey card balances as well', () => {
    const grey = { ...card, kind: 'grey' as const };
    // 0.18 in linear light is 118 in the curve of sRGB.
    expect(
      difference(labIn(readPatch(picture([118, 118, 118], brown), grey, place)), labOfColour('#8a5a2b')!),
    ).toBeLessThan(0.6);
  });
  it.each([
    ['no card marked', readPatch(picture(white, brown), null, place), 'no_card'],
    [
      'a black photograph',
      readPatch(
        picture([1, 1, 1], [1, 1, 1], 'srgb', () => [1, 1, 1]),
        card,
        place,
      ),
      'black',
    ],
    ['a card in shadow', readPatch(picture([140, 140, 140], [220, 200, 170]), card, place), 'card_shadow'],
    ['a dark card', readPatch(picture([90, 90, 90], [60, 50, 40]), card, place), 'card_dark'],
    ['no card but wood', readPatch(picture([220, 150, 80], brown), card, place), 'card_coloured'],
    [
      'half a card in shadow',
      readPatch(
        picture(white, brown, 'srgb', (c, x, y) => (x < 50 && y > 40 ? [200, 200, 200] : c)),
        card,
        place,
      ),
      'card_uneven',
    ],
    [
      'glare on the place',
      readPatch(
        picture(white, brown, 'srgb', (c, x, y) => (x > 85 && y > 40 ? [255, 255, 255] : c)),
        card,
        place,
      ),
      'clipped',
    ],
    ['a ring too small', readPatch(picture(white, brown), card, { ...place, radiusFrac: 0.001 }), 'too_small'],
  ])('%s is refused with what to do', (_, read, code) => {
    expect(codes(read)).toContain(code);
    if (!read.ok) for (const i of read.issues) expect(i.message).toMatch(/[.]$/);
  });
  it('two readings of a place agree, or are taken again', () => {
    expect(twoReadings([50, 10, 20], [50.5, 10, 20])).toMatchObject({ agree: true });
    expect(twoReadings([50, 10, 20], [56, 10, 20])).toMatchObject({ agree: false });
  });
});
