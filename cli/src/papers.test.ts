import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoWorkshop } from '@cosmesis/core/demo';
import { paperKinds } from '@cosmesis/core/papers';
import { minuteOf } from '@cosmesis/core/units';
import { type Settings, type Workshop, writeWorkshopFile } from '@cosmesis/core/workshop';
import { describe, expect, it } from 'vitest';
import { paperOf } from './runCommand';
import { writePdf } from './writePdf';

const now = '2026-11-25T10:07:00+00:00';
const demo = demoWorkshop(minuteOf(now), 'Europe/London');
const folder = mkdtempSync(join(tmpdir(), 'papers-'));
const papers: Settings['papers'] = {
  maker: 'Žofie Čapková\nA made-up lane',
  terms: 'Half on order.',
  size: 'a4',
  taxFrac: 0.2,
};
const fileOf = (settings: Partial<Settings>): string => {
  const workshop: Workshop = { ...demo, settings: { ...demo.settings, ...settings } };
  return writeWorkshopFile(workshop, now);
};
const run = (program: string, ...args: string[]) => execFileSync(program, args, { encoding: 'utf8' });

async function written(kind: (typeof paperKinds)[number], pieceId: string, settings: Partial<Settings>) {
  const told = paperOf(kind, fileOf(settings), pieceId, now);
  if (!told.ok) throw new Error(told.issues[0]!.message);
  const path = join(folder, `${kind}-${pieceId}.pdf`);
  await writePdf(told.value, path);
  return { path, text: run('pdftotext', '-layout', path, '-'), document: told.value };
}

// Read back by pdftotext, pdffonts and pdfinfo of Poppler.
describe('papers as PDF', () => {
  it('each kind reads back with its title, its headings and its foot, in fonts that lie in the file', async () => {
    for (const kind of paperKinds) {
      const { path, text, document } = await written(kind, 'refreshment-table', { papers });
      expect(text.replace(/\s+/g, ' ')).toContain(document.info.title);
      expect(text).toContain(document.foot);
      const fonts = run('pdffonts', path).trim().split('\n').slice(2);
      expect(fonts.length).toBeGreaterThan(0);
      // Columns: name, type, encoding, embedded, subset, unicode.
      for (const font of fonts) expect(font).toMatch(/(AtkinsonHyperlegibleNext|BricolageGrotesque).* yes +yes +yes /);
    }
  });

  it('an offer reads back with its price to the penny, its days, its terms, and a name of central Europe', async () => {
    const { text } = await written('offer', 'ticket-cupboard', { papers });
    expect(text).toMatch(/Together +£\d+\.\d\d/);
    expect(text.replace(/\s+/g, ' ')).toMatch(/(Between|About) \w{3} \d+ \w{3} 2026.*eight times in ten/);
    expect(text).toContain('Half on order.');
    expect(text).toContain('Žofie Čapková');
  });

  it('names a day in an offer that waits for its own approval, and none in a care card of what is held', async () => {
    const slope = demo.pieces['writing-slope']!;
    const offered = {
      ...slope,
      commission: { ...slope.commission, offer: { at: now, what: 'All of it', approvedAt: null, how: '' } },
    };
    const text = writeWorkshopFile({ ...demo, pieces: { ...demo.pieces, [slope.id]: offered } }, now);
    const told = (kind: 'offer' | 'care') => JSON.stringify(paperOf(kind, text, slope.id, now));
    expect(told('offer')).toMatch(/About \w{3} \d+ \w{3}/);
    expect(told('care')).not.toMatch(/Use it lightly from/);
  });

  it('is A4 or US Letter as the workshop has it, and inches where it measures in them', async () => {
    const sized = async (settings: Partial<Settings>) => {
      const { path, text } = await written('survey', 'refreshment-table', settings);
      return { size: /Page size: +(.*)/.exec(run('pdfinfo', path))![1]!, text };
    };
    expect((await sized({})).size).toMatch(/595\.28 x 841\.89 pts \(A4\)/);
    const us = await sized({ unitSystem: 'us' });
    expect(us.size).toMatch(/612 x 792 pts \(letter\)/);
    expect(us.text).toMatch(/53.* wide/);
    expect((await sized({ unitSystem: 'us', papers: { ...papers!, size: 'a4' } })).size).toMatch(/A4/);
  });

  it('says which pieces there are where one is not known', () => {
    const told = paperOf('care', fileOf({}), 'no-such-piece', now);
    expect(told).toMatchObject({
      ok: false,
      issues: [{ message: expect.stringMatching(/no piece "no-such-piece".*ticket-cupboard/) }],
    });
  });
});
