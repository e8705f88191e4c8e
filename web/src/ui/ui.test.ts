import { demoWorkshop } from '@cosmesis/core/demo';
import { doWhat, whereOf } from '@cosmesis/core/finishing';
import { buildFaces, facesInView, placeOnFace, shapeToDraw } from '@cosmesis/core/piece';
import { bandsOf, type ReckonedStep, type Reckoning, reckonPiece } from '@cosmesis/core/reckoning';
import { aboutTime, clockTime, dayName, dayTime, duration, money, parseVolume } from '@cosmesis/core/units';
import { describe, expect, it } from 'vitest';
import { fileName } from './download';
import { parsed, parsedOrNone } from './parsed';
import { fromField, toField } from './zonedInput';
import { faceColours } from './zoneLooks';

const nowMin = Date.parse('2026-11-25T10:07:00Z') / 60_000;
const demo = demoWorkshop(nowMin, 'Europe/London');
const reckoned = (id: string): Reckoning => {
  const r = reckonPiece({ piece: demo.pieces[id]!, products: demo.products, settings: demo.settings, nowMin });
  if (!r.ok) throw new Error('not measured');
  return r.value;
};
const ofZone = (r: Reckoning, zone: string): ReckonedStep[] => r.steps.filter((s) => s.step.zoneId === zone);

describe('bandsOf', () => {
  const r = reckoned('ticket-cupboard');
  it('groups washing, stripping and the ladder, and keeps each coat a band of its own', () => {
    const bands = bandsOf(ofZone(r, 'top'), 'top/unmask/1', () => null);
    expect(bands.map((b) => b.name)).toEqual([
      'sample',
      'wash',
      'strip',
      'P80–180',
      'stain',
      'seal',
      'mask',
      'clear 1',
      'clear 2',
      'denib',
      'clear 3',
    ]);
    expect(bands.flatMap((b) => b.steps)).toHaveLength(ofZone(r, 'top').length);
  });
  it('shows what is done, what is next and what is planned', () => {
    const bands = bandsOf(ofZone(r, 'carcass'), 'carcass/denib/2', () => null);
    expect(bands.map((b) => b.state)).toEqual([
      'done',
      'done',
      'done',
      'done',
      'done',
      'done',
      'done',
      'done',
      'now',
      'planned',
    ]);
  });
  it('builds up with coats and is cut by abrasives', () => {
    const bands = bandsOf(ofZone(r, 'carcass'), undefined, () => null);
    const height = (name: string) => bands.find((b) => b.name === name)!.height;
    expect(height('paint 1')).toBeGreaterThan(height('block 1'));
    expect(bands.filter((b) => b.cut).map((b) => b.name)).toEqual(['flush', 'scuff', 'denib', 'denib']);
  });
  it('takes the worst finding of its steps for its notch', () => {
    const bands = bandsOf(ofZone(r, 'top'), undefined, (id) =>
      id === 'top/sand/2' ? 'warn' : id === 'top/sand/3' ? 'stop' : null,
    );
    expect(bands.map((b) => b.severity).filter(Boolean)).toEqual(['stop']);
  });
});

describe('words', () => {
  const r = reckoned('refreshment-table');
  const words = (id: string) => {
    const s = r.steps.find((x) => x.step.id === id)!;
    return `${whereOf(s)}: ${doWhat(s)}`;
  };
  it('say what to do as one says it at the bench', () => {
    expect(words('top/glue/1')).toBe('Top: Glue and clamp, 3 places');
    expect(words('legs/scuff/1')).toBe('Legs: Scuff P180 by hand');
    expect(words('top/clear/2')).toBe('Top: Clear coat 2 of 3');
    expect(words('piece/remove-part/1')).toBe('Whole piece: Take off the hardware');
  });
  it('names files so that any file system takes them', () => {
    expect(fileName('Clerk’s desk / 2', 'csv')).toBe('clerk-s-desk-2.csv');
    expect(fileName('///', 'ics')).toBe('cosmesis.ics');
  });
});

describe('time as shown', () => {
  const at = (iso: string) => Date.parse(iso) / 60_000;
  it('is in the time zone of the workshop', () => {
    expect(clockTime(at('2026-07-01T10:00Z'), 'Europe/London')).toBe('11:00');
    expect(dayName(at('2026-12-31T23:30Z'), 'Pacific/Auckland')).toBe('Fri 1 Jan');
  });
  it('names the day only where it is not today, and the date where it is far', () => {
    expect(dayTime(at('2026-11-25T13:40Z'), nowMin, 'Europe/London')).toBe('13:40');
    expect(dayTime(at('2026-11-26T11:00Z'), nowMin, 'Europe/London')).toBe('Thu 11:00');
    expect(dayTime(at('2026-12-09T11:00Z'), nowMin, 'Europe/London')).toBe('Wed 9 Dec 11:00');
    expect(dayTime(at('2026-11-24T11:00Z'), nowMin, 'Europe/London')).toBe('Tue 24 Nov 11:00');
  });
  it('counts hands-on minutes and money as one says them', () => {
    expect([5, 60, 68, 190].map(duration)).toEqual(['5 min', '1 h', '1 h 08', '3 h 10']);
    // An estimate: by the minute, by five, by ten, by half an hour.
    expect([7, 18, 128, 528].map(aboutTime)).toEqual(['7 min', '20 min', '2 h 10', '9 h']);
    expect([money(7, 'GBP'), money(61.4, 'GBP'), money(61.4, 'USD')]).toEqual(['£7.00', '£61', '$61']);
  });
  it('goes into a date field and comes back, also over a change of summer time', () => {
    for (const instant of ['2026-03-29T00:30:00+00:00', '2026-03-29T01:30:00+00:00', '2026-07-01T10:00:00+00:00']) {
      expect(fromField(toField(instant, 'Europe/London'), 'Europe/London')).toBe(instant);
    }
    expect(toField('2026-07-01T10:00:00+00:00', 'America/New_York')).toBe('2026-07-01T06:00');
    expect(fromField('2026-07', 'Europe/London')).toBeNull();
  });
});

describe('the drawing', () => {
  it('finds the place that was pressed on a face, and keeps it within', () => {
    const face = buildFaces(shapeToDraw(demo.pieces['ticket-cupboard']!)).find((f) => f.id === 'top/upper')!;
    const flat = ([x, , z]: readonly [number, number, number]): [number, number] => [x + z * 0.42, -z * 0.36];
    const [a, b] = [flat(face.outline[0]!), flat(face.outline[2]!)];
    expect(placeOnFace(face, flat, [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2])).toEqual([0.5, 0.5]);
    expect(placeOnFace(face, flat, [a[0] - 5, a[1]])).toEqual([0.03, 0.03]);
    expect(placeOnFace(face, flat, [b[0] + 5, b[1]])).toEqual([0.97, 0.97]);
    // Seen edge on it has no width to find a place on.
    expect(placeOnFace(face, ([x]) => [x, 0], [1, 1])).toEqual([0.5, 0.5]);
  });
  const faces = buildFaces(shapeToDraw(demo.pieces['ticket-cupboard']!));
  const ids = (view: Parameters<typeof facesInView>[1]) => facesInView(faces, view).map((f) => f.id);
  it('shows from each side what can be seen from there, and together every face but the back', () => {
    expect(ids('right')).toContain('carcass/right');
    expect(ids('right')).not.toContain('carcass/left');
    expect(ids('left')).toContain('carcass/left');
    expect(ids('below')).toContain('top/underside-front');
    expect(ids('open')).toContain('shelf-1/upper face');
    const seen = new Set([...ids('right'), ...ids('left'), ...ids('below'), ...ids('open')]);
    expect(faces.filter((f) => !seen.has(f.id)).map((f) => f.id)).toEqual(['top/back-edge', 'carcass/back']);
  });
  it('draws the front legs over the back ones, from the right and from the left', () => {
    const table = buildFaces(shapeToDraw(demo.pieces['refreshment-table']!));
    for (const view of ['right', 'left'] as const) {
      const drawn = facesInView(table, view).map((f) => f.id);
      expect(drawn.indexOf('leg-front-left/turned')).toBeGreaterThan(drawn.indexOf('leg-back-left/turned'));
      expect(drawn.indexOf('leg-front-right/turned')).toBeGreaterThan(drawn.indexOf('leg-back-right/turned'));
    }
  });
  it('fills faces with the colour of their zone, darker on the shadow side', () => {
    const piece = demo.pieces['ticket-cupboard']!;
    const fill = faceColours(piece, reckoned('ticket-cupboard'), 'finished');
    const colour = (id: string) => fill(faces.find((f) => f.id === id)!);
    expect(colour('frame/stile-left')).toBe('#84a18d');
    expect(Number.parseInt(colour('carcass/right').slice(1, 3), 16)).toBeLessThan(0x84);
    expect(faceColours(piece, undefined, 'now')(faces[0]!)).toMatch(/^#[0-9a-f]{6}$/);
  });
});

describe('a typed text as a schema', () => {
  const litres = (text: string) => parseVolume(text, 'metric');
  it('gives what its reader reads, and refuses in its words', () => {
    expect(parsed(litres).safeParse('250 ml').data).toBe(0.25);
    const refused = parsed(litres).safeParse('a lot');
    expect(refused.error?.issues[0]?.message).toMatch(/^"a lot" is not an amount/);
  });
  it('takes an empty field for an answer only where it is one', () => {
    expect(parsedOrNone(litres).safeParse('  ').data).toBeNull();
    expect(parsedOrNone(litres).safeParse('a lot').success).toBe(false);
    expect(parsed(litres).safeParse('').error?.issues[0]?.message).toBe('Write 500 ml, 0.5 L or 1 qt.');
  });
});
