import Papa from 'papaparse';
import { zoneNames } from '../piece';
import type { Reckoning } from '../reckoning';
import type { Product } from '../workshop';

const litres = (x: number | undefined | null): string =>
  x === undefined || x === null ? '' : String(Number(x.toPrecision(12)));

/**
 * Litres by step and cans by product as CSV (RFC 4180), litres and square metres with a decimal point. Cells that a
 * spreadsheet would run as a formula are made plain text.
 */
export function quantitiesToCsv(
  pieceName: string,
  reckoning: Reckoning,
  products: Readonly<Record<string, Product>>,
): string {
  const steps = reckoning.steps
    .filter((s) => s.productL)
    .map((s) => ({
      row: 'step',
      piece: pieceName,
      zone: s.step.zoneId ? zoneNames[s.step.zoneId] : '',
      step: s.step.kind,
      coat: s.step.ordinal,
      of: s.step.of,
      product: (s.step.productId && products[s.step.productId]?.name) || '',
      method: s.step.method ?? '',
      area_m2: litres(s.areaM2),
      low_L: litres(s.productL?.low),
      likely_L: litres(s.productL?.likely),
      high_L: litres(s.productL?.high),
      actual_L: litres(s.actualL),
      cans: '',
      price: '',
    }));
  const buy = reckoning.products.map((p) => ({
    row: 'buy',
    piece: pieceName,
    zone: '',
    step: '',
    coat: '',
    of: '',
    product: p.name,
    method: '',
    area_m2: '',
    low_L: litres(p.needL.low),
    likely_L: litres(p.needL.likely),
    high_L: litres(p.needL.high),
    actual_L: '',
    cans: p.packs.counts.map((c) => `${c.count} x ${c.pack.volumeL} L`).join(' + '),
    price: p.packs.price.toFixed(2),
  }));
  return `${Papa.unparse([...steps, ...buy], { escapeFormulae: true, newline: '\r\n' })}\r\n`;
}
