import Papa from 'papaparse';
import type { BuyList } from '../stock';

const day = (minute: number): string => new Date(minute * 60_000).toISOString().slice(0, 10);

/** A buy list as CSV: one row for each product. */
export const buyListToCsv = (list: BuyList): string =>
  Papa.unparse(
    {
      fields: ['product', 'needed L', 'on the shelf L', 'packs', 'packs L', 'price', 'order by', 'needed on', 'for'],
      data: list.lines.map((l) => [
        l.product.name,
        l.needL.toFixed(3),
        l.shelfL.toFixed(3),
        l.packs.counts.map((c) => `${c.count} × ${c.pack.volumeL} L`).join(' + '),
        l.packs.volumeL.toFixed(3),
        l.packs.price.toFixed(2),
        l.time ? day(l.time.orderByMin) : '',
        l.time ? day(l.time.neededAtMin) : '',
        l.for.join(', '),
      ]),
    },
    { newline: '\r\n', escapeFormulae: true },
  );
