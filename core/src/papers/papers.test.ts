import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { doWhat } from '../finishing';
import { buildFaces, shapeToDraw } from '../piece';
import { typicalSupplies } from '../products';
import { reckonPiece, sittingsOf, sittingWords } from '../reckoning';
import { buyList, supplyList } from '../stock';
import { exactMoney, inMinor, minorDigits, minuteOf } from '../units';
import type { Photo, Piece, Settings } from '../workshop';
import { doneOn } from './doneInWords';
import { type Block, buyPaper, makePaper, type PaperInput, paperKinds, priceParts } from './index';
import { inFonts, paperDocument } from './paperDocument';

const nowMin = minuteOf('2026-11-25T10:07:00+00:00');
const demo = demoWorkshop(nowMin, 'Europe/London');
const { products } = demo;
const ids = Object.keys(demo.pieces);

function inputOf(id: string, change: Partial<Piece> = {}, own: Partial<Settings> = {}): PaperInput {
  const piece = { ...demo.pieces[id]!, ...change };
  const settings = { ...demo.settings, ...own };
  const told = reckonPiece({ piece, products, settings, nowMin });
  if (!told.ok) throw new Error(told.issues[0]!.message);
  return { piece, reckoning: told.value, products, settings, supplies: typicalSupplies, nowMin, ready: null };
}
const planned = ids.filter((id) => {
  const told = reckonPiece({ piece: demo.pieces[id]!, products, settings: demo.settings, nowMin });
  return told.ok && told.value.steps.length > 0;
});
const blocksOf = <K extends Block['kind']>(blocks: readonly Block[], kind: K) =>
  blocks.filter((b): b is Extract<Block, { kind: K }> => b.kind === kind);
const wordsOf = (blocks: readonly Block[]): string => JSON.stringify(blocks);

describe('papers of a piece', () => {
  it('the bench sheet has every sitting once and in its order, ticked where it is done, behind all cautions', () => {
    for (const id of planned) {
      const input = inputOf(id);
      const { blocks } = makePaper('bench', input);
      const [ticks] = blocksOf(blocks, 'ticks');
      const sittings = sittingsOf(input.reckoning.steps);
      expect(ticks!.rows.map((r) => r.done)).toEqual(sittings.map((s) => s.status === 'done'));
      for (const [i, row] of ticks!.rows.entries())
        expect(row.what.startsWith(sittingWords(sittings[i]!, doWhat))).toBe(true);
      const cautions = [...new Set(input.reckoning.steps.flatMap((s) => s.cautions))];
      if (cautions.length === 0) continue;
      expect(blocks[1]).toEqual({ kind: 'cautions', lines: cautions });
      // Nothing is called harmless: what defers to the label stands right under them.
      expect(blocks[2]).toMatchObject({ kind: 'small', text: expect.stringMatching(/^Label, safety sheet/) });
    }
  });

  it('an offer tells each worked zone once, its look and its price; the record only what is done', () => {
    for (const id of planned) {
      const input = inputOf(id);
      const { blocks } = makePaper('offer', input);
      const [work, price] = blocksOf(blocks, 'table');
      const names = work!.rows.flatMap(([name]) => name!.split(', '));
      expect(new Set(names).size).toBe(names.length);
      const [looks] = blocksOf(blocks, 'colours');
      expect(looks!.rows.length).toBeGreaterThan(0);
      expect(price!.rows.at(-1)![0]).toBe('Together');
      const record = makePaper('record', input);
      const began = input.reckoning.steps.filter((s) => s.status === 'done' && s.step.zoneId !== null);
      expect(record.blocks.some((b) => b.kind === 'heading' && b.text === 'With what')).toBe(
        input.reckoning.steps.some((s) => s.status === 'done'),
      );
      if (began.length === 0) expect(wordsOf(record.blocks)).toContain('Nothing is logged yet');
    }
  });

  it('an offer says what is held, what the client brings and chose, the terms, and days as a range with their chance', () => {
    const held = makePaper('offer', inputOf('parcels-counter'));
    expect(wordsOf(held.blocks)).toMatch(/Not begun before it is settled: .*lead/);
    const commission = { chosen: 'Green, as the sample of the bench', supplied: 'Her own knobs', approvals: [] };
    const papers = { maker: 'Made-up maker\nA lane', terms: 'Half on order.', size: 'a4', taxFrac: null } as const;
    const day = (n: number) => minuteOf(`2026-12-0${n}T12:00:00Z`);
    const offer = makePaper('offer', {
      ...inputOf('ticket-cupboard', { commission }, { papers }),
      ready: { p10Min: day(1), p90Min: day(4) },
    });
    const words = wordsOf(offer.blocks);
    for (const part of ['Green, as the sample', 'Her own knobs', 'Half on order.', 'Made-up maker'])
      expect(words).toContain(part);
    expect(words).toContain('Between Tue 1 Dec 2026 and Fri 4 Dec 2026: eight times in ten');
    const agreed = makePaper('offer', inputOf('ticket-cupboard', { salePrice: 380 }));
    // What is agreed is what the parts add up to, on the offer and on the bill.
    const minorOf = (shown: string | undefined) => Math.round(Number(shown!.replace(/[£,]/g, '')) * 100);
    for (const paper of [agreed, makePaper('invoice', inputOf('ticket-cupboard', { salePrice: 380 }))]) {
      const rows = blocksOf(paper.blocks, 'table')
        .at(-1)!
        .rows.map(([name, amount]) => [name, minorOf(amount)] as const);
      expect(rows.at(-1)![1]).toBe(38_000);
      expect(rows.slice(0, -1).reduce((sum, [, minor]) => sum + minor, 0)).toBe(38_000);
      expect(rows.map(([name]) => name)).toContain('Work');
    }
    const below = blocksOf(makePaper('offer', inputOf('ticket-cupboard', { salePrice: 5 })).blocks, 'table').at(-1)!;
    expect(below.rows).toEqual([
      ['Work and materials', '£5.00'],
      ['Price agreed', '£5.00'],
    ]);
    // A house that charges no hours says so, rather than offer the work for nothing.
    const unpaid = makePaper('offer', inputOf('ticket-cupboard', {}, { houseRules: { labour: 'none' } }));
    expect(wordsOf(unpaid.blocks)).toContain('the work is not in this price');
  });

  it('damage is numbered on the drawing as in its list', () => {
    const damage = demo.pieces['refreshment-table']!.damage;
    const faces = buildFaces(shapeToDraw(demo.pieces['refreshment-table']!));
    const top = faces.find((f) => f.side === 'up' && f.zoneId === 'top')!;
    const back = faces.find((f) => f.side === 'back')!;
    const at: [number, number] = [0.5, 0.5];
    const placed = damage.map((d) => ({ ...d, faceId: top.id, at }));
    const { blocks } = makePaper('survey', inputOf('refreshment-table', { damage: placed }));
    const [drawing] = blocksOf(blocks, 'drawing');
    expect([...drawing!.svg.matchAll(/<text[^>]*>(\d+)</g)].map((m) => m[1])).toEqual(
      placed.map((_, i) => String(i + 1)),
    );
    // What lies behind is in the list, and the list says so.
    const behind = makePaper(
      'survey',
      inputOf('refreshment-table', { damage: [{ ...damage[0]!, faceId: back.id, at }] }),
    );
    expect(blocksOf(behind.blocks, 'drawing')[0]!.svg).not.toContain('<text');
    expect(blocksOf(behind.blocks, 'table').at(-1)!.rows[0]![2]).toMatch(/not seen in the drawing$/);
    const rows = blocksOf(blocks, 'table').at(-1)!.rows;
    expect(rows.map(([no]) => no)).toEqual(placed.map((_, i) => String(i + 1)));
  });

  it('photographs go on the survey and the record, the first first, with what they show; without their pictures as words', () => {
    const { damage } = demo.pieces['refreshment-table']!;
    const photo = (id: string, of: Photo['of'], hour: number): Photo => ({
      id,
      name: `${id}.jpg`,
      at: `2026-11-20T0${hour}:00:00+00:00`,
      atFrom: 'camera',
      widthPx: 20,
      heightPx: 10,
      of,
      note: id === 'late' ? 'Flat again' : '',
    });
    const photos = [
      photo('late', { kind: 'damage', damageId: damage[0]!.id }, 9),
      photo('early', { kind: 'piece' }, 8),
      photo('coat', { kind: 'step', stepId: 'top/seal/1' }, 7),
    ];
    const input = inputOf('refreshment-table', { photos });
    const survey = makePaper('survey', input);
    const [shown] = blocksOf(survey.blocks, 'pictures');
    expect(shown!.rows.map((r) => r.words)).toEqual([
      'Refreshment table, Fri 20 Nov 08:00',
      'Damage 1: loose veneer, Fri 20 Nov 09:00. Flat again',
    ]);
    const onRecord = blocksOf(makePaper('record', input).blocks, 'pictures').flatMap((b) =>
      b.rows.map((r) => r.photoId),
    );
    expect(onRecord).toEqual(['early', 'late', 'coat']);
    const here = paperDocument(survey, demo.settings, new Set(['late']));
    expect(here.pictures).toEqual(['late']);
    const nowhere = paperDocument(survey, demo.settings);
    expect(nowhere.pictures).toEqual([]);
    expect(JSON.stringify(nowhere.content)).toContain('Refreshment table, Fri 20 Nov 08:00');
    const many = Array.from({ length: 15 }, (_, i) => photo(`p${i}`, { kind: 'piece' }, 8));
    expect(wordsOf(makePaper('survey', inputOf('refreshment-table', { photos: many })).blocks)).toContain(
      '3 more are kept',
    );
  });

  it('every kind can be made of every piece that has a plan', () => {
    for (const id of planned)
      for (const kind of paperKinds) {
        const paper = makePaper(kind, inputOf(id));
        expect(paper.blocks.length).toBeGreaterThan(0);
        expect(wordsOf(paper.blocks)).not.toMatch(/undefined|NaN|Infinity|Invalid/);
      }
  });
});

describe('money on papers', () => {
  // ISO 4217: pounds have two digits, yen none, Bahraini dinars three.
  it.each([
    ['GBP', 2, 12.345, 1235, '£12.35'],
    ['JPY', 0, 1234.5, 1235, '¥1,235'],
    ['BHD', 3, 12.3456, 12346, 'BHD 12.346'],
  ])('%s has %i digits: %d is %d, shown as %s', (currency, digits, amount, minor, shown) => {
    expect(minorDigits(currency)).toBe(digits);
    expect(inMinor(amount, currency)).toBe(minor);
    expect(exactMoney(minor, currency).replace(/\u00a0/g, ' ')).toBe(shown);
  });

  it('parts add up to the sum to the last minor unit, in each currency, and a bill is its net and its rate', () => {
    const currencies = fc.constantFrom('GBP', 'JPY', 'BHD');
    fc.assert(
      fc.property(
        currencies,
        fc.constantFrom(...planned),
        fc.double({ min: 0, max: 400, noNaN: true }),
        fc.integer({ min: 0, max: 2500 }),
        (currency, id, ratePerHour, perTenThousand) => {
          const labour = { ...demo.settings.labour, ratePerHour };
          const papers = { maker: '', terms: '', size: 'a4', taxFrac: perTenThousand / 10_000 } as const;
          const input = inputOf(id, { salePrice: null }, { currency, labour, papers });
          const { parts, sumMinor, fromMinor, untilMinor } = priceParts(input);
          expect(parts.every((p) => Number.isInteger(p.minor) && p.minor > 0)).toBe(true);
          expect(parts.reduce((sum, p) => sum + p.minor, 0)).toBe(sumMinor);
          expect(fromMinor).toBeLessThanOrEqual(sumMinor + 1);
          expect(untilMinor).toBeGreaterThanOrEqual(sumMinor - 1);
          const bill = blocksOf(makePaper('invoice', input).blocks, 'table')[0]!;
          const tax = Math.round((sumMinor * perTenThousand) / 10_000);
          expect(bill.rows.at(-1)).toEqual(['To pay', exactMoney(sumMinor + tax, currency)]);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('inFonts', () => {
  it('keeps every letter in a font that has it, and shows one that none has as a question mark', () => {
    expect(inFonts('Offer £5 – “ok”')).toBe('Offer £5 – “ok”');
    expect(inFonts('Čapek, Žofie')).toEqual([
      { text: 'Č', font: 'TextExt' },
      { text: 'apek, ', font: 'Text' },
      { text: 'Ž', font: 'TextExt' },
      { text: 'ofie', font: 'Text' },
    ]);
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (words) => {
        const runs = inFonts(words);
        const text = typeof runs === 'string' ? runs : runs.map((r) => (r as { text: string }).text).join('');
        expect([...text].length).toBe([...words].length);
        [...words].forEach((c, i) => {
          expect([c, '?']).toContain([...text][i]);
        });
      }),
    );
  });
});

describe('what a client is told of the work', () => {
  it('a scuff under the first coat is work, one between two coats serves the next', () => {
    const { steps } = inputOf('ticket-cupboard', { log: [] }).reckoning;
    const coat = steps.find((s) => s.step.kind === 'clear')!;
    const scuff = { ...coat, step: { ...coat.step, id: 'scuff', kind: 'scuff' as const, productId: null, of: 1 } };
    const zone = coat.step.zoneId;
    expect(doneOn(zone, [coat, scuff, coat], products)).toHaveLength(1);
    expect(doneOn(zone, [scuff, coat], products)).toEqual(['scuff', expect.stringMatching(/^clear coat/)]);
  });
});

describe('the buy list', () => {
  it('has a tick for every can and supply that is short, and a sum that is theirs', () => {
    const needs = planned.flatMap((id) =>
      inputOf(id).reckoning.steps.flatMap((s) =>
        s.step.productId && s.productL && s.status === 'planned'
          ? [{ pieceId: id, pieceName: id, productId: s.step.productId, atMin: s.startMin, highL: s.productL.high }]
          : [],
      ),
    );
    const list = buyList(needs, Object.values(demo.containers), products, nowMin);
    const used = planned.flatMap((id) => inputOf(id).reckoning.consumables);
    const lines = supplyList(used, Object.values(demo.supplies), typicalSupplies);
    const { blocks, under } = buyPaper(list, lines, demo.settings, nowMin);
    const ticks = blocksOf(blocks, 'ticks');
    expect(ticks[0]!.rows.map((r) => r.what.split(':')[0])).toEqual(
      list.lines.map((l) => l.product.name.split(':')[0]),
    );
    const short = lines.filter((l) => l.buyAmount > 0);
    expect(ticks[1]!.rows.length).toBe(short.length);
    const { currency } = demo.settings;
    const sum = list.price + short.reduce((all, l) => all + l.price, 0);
    expect(under).toContain(exactMoney(inMinor(sum, currency), currency));
    for (const [i, row] of ticks[0]!.rows.entries())
      expect(row.cautions.length > 0).toBe(list.lines[i]!.time!.orderByMin <= nowMin);
  });
});
