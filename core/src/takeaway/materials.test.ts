import fc from 'fast-check';
import jsQR from 'jsqr';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { ownProduct, typicalProducts } from '../products';
import { buyList } from '../stock';
import type { Product } from '../workshop';
import { buyListToCsv, productsFromCsv, productsToCsv, qrCode, recordCode, recordOfCode } from './index';

const known: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const read = (text: string, sheets: Record<string, Product> = {}) => {
  const r = productsFromCsv(text, sheets, ownProduct);
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const changed = (change: (row: Record<string, string>) => void, only = 'enamel'): string => {
  const { data, meta } = Papa.parse<Record<string, string>>(productsToCsv([known[only]!]), { header: true });
  for (const row of data) change(row);
  return Papa.unparse({ fields: meta.fields!, data });
};

describe('product sheets as CSV', () => {
  it('come back as they went, every one', () => {
    const { products, issues } = read(productsToCsv(typicalProducts));
    expect(issues).toEqual([]);
    expect(products).toEqual(typicalProducts);
  });
  it('with decimal commas and semicolons, as some spreadsheets write them', () => {
    const { data, meta } = Papa.parse<Record<string, string>>(productsToCsv(typicalProducts), { header: true });
    const fields = meta.fields!;
    const comma = data.map((row) =>
      Object.fromEntries(fields.map((f) => [f, /^\d+\.\d+$/.test(row[f] ?? '') ? row[f]!.replace('.', ',') : row[f]])),
    );
    expect(read(`\uFEFF${Papa.unparse({ fields, data: comma }, { delimiter: ';' })}`).products).toEqual(
      typicalProducts,
    );
  });
  it('change only what they say of a sheet that is known', () => {
    const { products } = read(
      'id,name,kind,carrier,spreadM2PerL.likely,spreadM2PerL.tag\nenamel,Mine,paint,water,"9,8",label',
      known,
    );
    expect(products[0]).toEqual({
      ...known.enamel,
      name: 'Mine',
      spreadM2PerL: { ...known.enamel!.spreadM2PerL, likely: 9.8, tag: 'label' },
    });
  });
  it('are refused whole without their columns, and row by row where a value is wrong; the rest is read', () => {
    const r = productsFromCsv('name,price\nPaint,12', known, ownProduct);
    expect(!r.ok && r.issues[0]?.message).toMatch(/missing: id, kind, carrier/);
    const text = changed((row) => {
      row['spreadM2PerL.low'] = '-3';
    });
    const both = `${text}\r\n${changed((row) => {
      row.id = 'other';
      row.kind = 'paste jewels';
    })
      .split('\r\n')
      .slice(1)
      .join(
        '\r\n',
      )}\r\n${productsToCsv([known.enamel!]).split('\r\n').slice(1).join('\r\n').replace('enamel', 'third')}`;
    const { products, issues } = read(both);
    expect(products.map((p) => p.id)).toEqual(['third']);
    expect(issues.map((i) => i.path)).toEqual(expect.arrayContaining(['row 2', 'row 3']));
    expect(issues.find((i) => i.path === 'row 3')?.message).toMatch(/"paste jewels" is not known/);
  });
  it('say which column they do not know, and which id stands twice', () => {
    const one = productsToCsv([known.enamel!]).split('\r\n');
    const { issues, products } = read([`${one[0]},shoe size`, `${one[1]},44`, `${one[1]},45`].join('\r\n'));
    expect(issues.map((i) => i.code)).toEqual(['csv_column_unknown', 'csv_row_twice']);
    expect(products).toHaveLength(1);
  });
});

describe('sheets that somebody made to break it', () => {
  const nasty = fc.oneof(
    fc.constantFrom(
      '(none)',
      "'=x",
      '=1+1',
      '@SUM(A1)',
      '+1',
      '-1',
      "'",
      "''",
      ' a ',
      '\ta\t',
      'a\rb',
      'a\nb',
      'a, b; c',
      '"',
      '',
    ),
    fc.string({ maxLength: 12 }),
  );
  it('words come back as they went: blanks at the ends, marks, tabs, line ends, what looks like nothing or like a formula', () => {
    fc.assert(
      fc.property(nasty, nasty, fc.option(nasty), (name, cleanUp, thinner) => {
        const sheet: Product = { ...known.enamel!, name, cleanUp, thinner, family: name };
        const csv = productsToCsv([sheet, known.enamel!]);
        expect(read(csv).products[0]).toEqual(sheet);
        for (const row of Papa.parse<string[]>(csv).data) for (const cell of row) expect(cell).not.toMatch(/^[=@\t\r]/);
      }),
      { numRuns: 300 },
    );
  });
  it.each([
    'times.__proto__.x',
    '__proto__.polluted',
    'constructor.prototype.x',
    'times.constructor.x',
    'valueTags.__proto__',
  ])('a column %s is left out aloud, and nothing is written into what all objects share', (column) => {
    const one = productsToCsv([known.enamel!]).split('\r\n');
    const { issues, products } = read([`${one[0]},${column}`, `${one[1]},polluted`].join('\r\n'));
    expect(issues).toMatchObject([{ code: 'csv_column_unknown', path: column }]);
    expect(products).toEqual([known.enamel]);
    expect(({} as Record<string, unknown>).x ?? ({} as Record<string, unknown>).polluted).toBeUndefined();
  });
  it('columns that stand inside one another are said by the row', () => {
    const one = productsToCsv([known.enamel!]).split('\r\n');
    const { issues } = read([`${one[0]},id.x.y`, `${one[1]},1`].join('\r\n'));
    expect(issues).toMatchObject([{ code: 'csv_columns_clash', path: 'row 2' }]);
  });
  it('an id that every object answers to is refused by the row', () => {
    const { issues, products } = read(
      'id,name,kind,carrier\nconstructor,constructor,paint,water\nmine,constructor,paint,water',
    );
    expect(issues.map((i) => i.path)).toEqual(['row 2']);
    expect(products.map((p) => p.name)).toEqual(['constructor']);
  });
  it('a hundred thousand bad rows are said in fifty sentences and a count', () => {
    const rows = Array.from({ length: 100_000 }, (_, i) => `p${i},P,nonsense,water`);
    const { issues } = read(['id,name,kind,carrier', ...rows].join('\n'));
    expect(issues).toHaveLength(51);
    expect(issues.at(-1)?.message).toMatch(/^99950 more rows/);
  });
  it('a comma between thousands is asked back where cells are parted by commas', () =>
    expect(read('id,name,kind,carrier,coats\nx,X,paint,water,"1,000"').issues[0]?.message).toMatch(/Row 2/));
});

describe('a buy list', () => {
  it('runs nothing in a spreadsheet, whatever a product or piece is called', () => {
    const product = { ...known.enamel!, name: '=HYPERLINK("http://x")' };
    const list = buyList(
      [{ pieceId: 'p', pieceName: '@cmd', productId: product.id, atMin: 0, highL: 1 }],
      [],
      { [product.id]: product },
      0,
    );
    const cells = Papa.parse<string[]>(buyListToCsv(list)).data.flat();
    expect(cells.filter((c) => /^[=+@\t\r]/.test(c))).toEqual([]);
    expect(cells).toContain(`'${product.name}`);
  });
});

describe('the code of a label', () => {
  it('is read back by a reader of QR codes', () => {
    const text = recordCode('mix', '7f3c1d52-0001-4a55-9e60-5b0f2d3a9c11');
    const { size, dark } = qrCode(text);
    const scale = 6;
    const border = 4;
    const width = (size + 2 * border) * scale;
    const pixels = new Uint8ClampedArray(width * width * 4).fill(255);
    for (let y = 0; y < width; y += 1)
      for (let x = 0; x < width; x += 1) {
        const [mx, my] = [Math.floor(x / scale) - border, Math.floor(y / scale) - border];
        const black = mx >= 0 && my >= 0 && mx < size && my < size && dark(mx, my);
        if (black) pixels.fill(0, (y * width + x) * 4, (y * width + x) * 4 + 3);
      }
    expect(jsQR(pixels, width, width)?.data).toBe(text);
    expect(recordOfCode(text)).toEqual({ kind: 'mix', id: '7f3c1d52-0001-4a55-9e60-5b0f2d3a9c11' });
    expect(recordOfCode('https://example.org')).toBeNull();
  });
});
