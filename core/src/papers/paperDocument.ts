import type { Settings } from '../workshop';
import type { Block, Paper, TickRow } from './Paper';

/** Fonts a paper is set in: text and headings, each with a second one for the letters of central Europe. */
export const paperFonts = {
  Text: 'atkinson-hyperlegible-next',
  Head: 'bricolage-grotesque',
} as const;

/** A paper as the PDF package takes it: plain data, that a worker can be sent. Lengths in points. */
export interface PaperDocument {
  pageSize: 'A4' | 'LETTER';
  pageMargins: readonly number[];
  info: { title: string; author: string };
  defaultStyle: object;
  content: readonly object[];
  /** Said at the foot of each page, before its number. */
  foot: string;
  /** Ids of the photographs in it: their pictures are given when it is made. */
  pictures: readonly string[];
}

const ink = '#15211c';
const pale = '#5c6a63';
const hair = '#b9c3bd';
const [left, right] = [51, 51];
const widths = { A4: 595.28, LETTER: 612 } as const;

/** Letters the first of two fonts has (Unicode ranges of its Latin part), and those the second has. */
const latin =
  /[\n\u0020-\u00ff\u0131\u0152\u0153\u02bb\u02bc\u02c6\u02da\u02dc\u2000-\u206f\u20ac\u2122\u2191\u2193\u2212\u2215]/;
const latinExt = /[\u0100-\u02af\u1e00-\u1eff\u20a0-\u20c0]/;

/** Text in the fonts that have its letters; what none has is shown as a question mark rather than as nothing. */
export function inFonts(words: string, font: keyof typeof paperFonts = 'Text'): string | object[] {
  if ([...words].every((c) => latin.test(c))) return words;
  const runs: { text: string; font: string }[] = [];
  for (const c of words) {
    const own = latin.test(c) ? font : latinExt.test(c) ? `${font}Ext` : null;
    const to = own ?? font;
    const last = runs.at(-1);
    if (last?.font === to) last.text += own ? c : '?';
    else runs.push({ text: own ? c : '?', font: to });
  }
  return runs;
}

const set = (words: string, more: object = {}): object => ({ text: inFonts(words), ...more });

/** A box to tick, ticked where it is done. */
const tickBox = (done: boolean): object => ({
  canvas: [
    { type: 'rect', x: 0, y: 1, w: 12, h: 12, lineWidth: 1.2, lineColor: ink },
    ...(done
      ? [
          { type: 'line', x1: 2.5, y1: 7, x2: 5.5, y2: 10.5, lineWidth: 1.6, lineColor: ink },
          { type: 'line', x1: 5.5, y1: 10.5, x2: 10, y2: 3.5, lineWidth: 1.6, lineColor: ink },
        ]
      : []),
  ],
});

const tick = ({ done, what, cautions, notes, when, amount }: TickRow): object[] => [
  tickBox(done),
  {
    stack: [
      set(what, { bold: true }),
      ...cautions.map((c) => set(`Caution: ${c}`, { fontSize: 10.5, margin: [0, 2, 0, 0] })),
      ...notes.map((n) => set(n, { italics: true, color: pale, margin: [0, 2, 0, 0] })),
    ],
  },
  set(when, { noWrap: true, bold: true, fontSize: 13 }),
  set(amount, { alignment: 'right', bold: true, fontSize: 13 }),
];

function laidOut(block: Block, pageWidth: number): object {
  const width = pageWidth - left - right;
  switch (block.kind) {
    case 'heading':
      return {
        text: inFonts(block.text, 'Head'),
        font: 'Head',
        bold: true,
        fontSize: 14,
        margin: [0, 14, 0, 4],
        headlineLevel: 1,
      };
    case 'text':
      return set(block.text, { margin: [0, 2, 0, 4] });
    case 'small':
      return set(block.text, { fontSize: 9.5, color: pale, margin: [0, 2, 0, 4] });
    case 'lines':
      return { ul: block.lines.map((line) => set(line, { margin: [0, 0, 0, 2] })), margin: [0, 0, 0, 4] };
    case 'cautions':
      return {
        table: {
          widths: [6, '*'],
          body: block.lines.map((line) => [{ text: '', fillColor: '#8a3324' }, set(line, { fillColor: '#f4e9dd' })]),
          dontBreakRows: true,
        },
        layout: 'noBorders',
        margin: [0, 0, 0, 8],
      };
    case 'ticks':
      return {
        table: { headerRows: 0, widths: [16, '*', 'auto', 70], body: block.rows.map(tick), dontBreakRows: true },
        layout: 'lightHorizontalLines',
      };
    case 'table': {
      const right_ = (i: number) => (block.head[i]?.figures ? { alignment: 'right', noWrap: true } : {});
      const last = block.sum ? block.rows.length - 1 : -1;
      return {
        table: {
          headerRows: 1,
          keepWithHeaderRows: 1,
          dontBreakRows: true,
          widths: block.head.map((_, i) =>
            i === (block.head.length > 2 ? 1 : block.head[1]?.figures ? 0 : 1) ? '*' : 'auto',
          ),
          body: [
            block.head.map((h, i) => set(h.name, { color: pale, fontSize: 9.5, ...right_(i) })),
            ...block.rows.map((row, y) =>
              row.map((cell, i) =>
                set(cell, { ...right_(i), ...(y === last || (i === 0 && !block.sum) ? { bold: true } : {}) }),
              ),
            ),
          ],
        },
        layout: 'lightHorizontalLines',
        margin: [0, 0, 0, 6],
      };
    }
    case 'colours':
      return {
        stack: block.rows.map(({ name, colour, words }) => ({
          columns: [
            {
              width: 62,
              canvas: [{ type: 'rect', x: 0, y: 0, w: 50, h: 20, color: colour, lineColor: ink, lineWidth: 0.7 }],
            },
            { width: '*', stack: [set(name, { bold: true }), set(words, { color: pale })] },
          ],
          margin: [0, 0, 0, 6],
          unbreakable: true,
        })),
      };
    case 'sticks':
      return {
        stack: block.rows.map(({ name, bands }) => {
          const each = (width - 80) / Math.max(1, bands.length);
          return {
            columns: [
              { width: 80, text: inFonts(name), bold: true },
              {
                width: '*',
                stack: [
                  {
                    canvas: bands.map((b, i) => ({
                      type: 'rect',
                      x: i * each,
                      y: 0,
                      w: each - 1,
                      h: 16,
                      color: b.colour,
                      lineColor: b.done ? ink : hair,
                      lineWidth: b.done ? 1.4 : 0.5,
                    })),
                  },
                  set(bands.map((b) => b.name).join(' · '), { fontSize: 8.5, color: pale }),
                ],
              },
            ],
            margin: [0, 0, 0, 6],
            unbreakable: true,
          };
        }),
        margin: [0, 6, 0, 0],
      };
    case 'code':
      return {
        stack: [{ svg: block.svg, width: 96 }, set(block.words, { fontSize: 9.5, color: pale, margin: [0, 4, 0, 0] })],
        margin: [0, 4, 0, 8],
        unbreakable: true,
      };
    case 'drawing':
      return {
        stack: [
          { svg: block.svg, fit: [width, 260], alignment: 'center' },
          set(block.words, { fontSize: 9.5, color: pale, alignment: 'center', margin: [0, 4, 0, 0] }),
        ],
        margin: [0, 4, 0, 8],
        unbreakable: true,
      };
    case 'pictures': {
      const each = (width - 16) / 2;
      const pairs = block.rows.flatMap((row, i) => (i % 2 === 0 ? [[row, block.rows[i + 1]]] : []));
      return {
        stack: pairs.map((pair) => ({
          columns: pair.map((row) =>
            row
              ? {
                  width: each,
                  stack: [
                    { image: row.photoId, fit: [each, 180] },
                    set(row.words, { fontSize: 9.5, color: pale, margin: [0, 3, 0, 0] }),
                  ],
                }
              : { width: each, text: '' },
          ),
          columnGap: 16,
          margin: [0, 2, 0, 10],
          unbreakable: true,
        })),
      };
    }
    case 'sign':
      return {
        columns: block.lines.map((line) => ({
          stack: [
            {
              canvas: [
                {
                  type: 'line',
                  x1: 0,
                  y1: 0,
                  x2: width / block.lines.length - 16,
                  y2: 0,
                  lineWidth: 0.8,
                  lineColor: ink,
                },
              ],
            },
            set(line, { fontSize: 9.5, color: pale, margin: [0, 3, 0, 0] }),
          ],
        })),
        margin: [0, 46, 0, 0],
        unbreakable: true,
      };
  }
}

/** Parts that are kept on one page with their heading. */
const keptWhole = (block: Block | undefined): boolean =>
  block !== undefined &&
  (block.kind === 'text' ||
    block.kind === 'lines' ||
    block.kind === 'colours' ||
    (block.kind === 'table' && (block.sum === true || block.rows.length <= mostKept)));
const mostKept = 4;

/** Blocks laid out, a short one on the page of its heading. */
function inOrder(blocks: readonly Block[], pageWidth: number): object[] {
  const all: object[] = [];
  for (let i = 0; i < blocks.length; i += 1) {
    const [block, next] = [blocks[i]!, blocks[i + 1]];
    if (block.kind === 'heading' && next && keptWhole(next)) {
      all.push({ stack: [laidOut(block, pageWidth), laidOut(next, pageWidth)], unbreakable: true });
      i += 1;
    } else all.push(laidOut(block, pageWidth));
  }
  return all;
}

/** Photographs whose pictures are at hand; where none is, their words alone. */
function shownHere(block: Extract<Block, { kind: 'pictures' }>, onDevice: ReadonlySet<string>): Block {
  const rows = block.rows.filter((r) => onDevice.has(r.photoId));
  return rows.length > 0 ? { kind: 'pictures', rows } : { kind: 'lines', lines: block.rows.map((r) => r.words) };
}

/** A paper laid out for A4, or for US Letter. @param onDevice ids of photographs whose pictures are at hand */
export function paperDocument(
  { title, under, blocks: all, foot }: Paper,
  { name, papers, unitSystem }: Pick<Settings, 'name' | 'papers' | 'unitSystem'>,
  onDevice: ReadonlySet<string> = new Set(),
): PaperDocument {
  const blocks = all.map((b): Block => (b.kind === 'pictures' ? shownHere(b, onDevice) : b));
  const size = papers?.size ?? (unitSystem === 'us' ? 'letter' : 'a4');
  const pageSize = size === 'letter' ? 'LETTER' : 'A4';
  return {
    pageSize,
    pageMargins: [left, 48, right, 56],
    info: { title, author: name },
    defaultStyle: { font: 'Text', fontSize: 11.5, color: ink, lineHeight: 1.12 },
    content: [
      { text: inFonts(title, 'Head'), font: 'Head', bold: true, fontSize: 22, margin: [0, 0, 0, 2] },
      set(under, { color: pale, margin: [0, 0, 0, 6] }),
      ...inOrder(blocks, widths[pageSize]),
    ],
    foot,
    pictures: blocks.flatMap((b) => (b.kind === 'pictures' ? b.rows.map((r) => r.photoId) : [])),
  };
}
