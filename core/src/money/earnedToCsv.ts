import Papa from 'papaparse';
import { minorDigits } from '../units';
import type { Earned } from './earned';

/** What each piece cost and brought as CSV (RFC 4180), amounts with a decimal point. Cells a spreadsheet would run are made plain text. */
export function earnedToCsv(all: readonly Earned[], currency: string): string {
  const digits = minorDigits(currency);
  const amount = (minor: number | null) => (minor === null ? '' : (minor / 10 ** digits).toFixed(digits));
  const names = [...new Set(all.flatMap((e) => e.costs.map((c) => c.name)))];
  const rows = all.map((e) => ({
    piece: e.name,
    form: e.form,
    looks: e.looks.join('; '),
    hours_worked: (e.workedMin / 60).toFixed(2),
    hours_ahead: (e.aheadMin / 60).toFixed(2),
    ...Object.fromEntries(names.map((n) => [n, amount(e.costs.find((c) => c.name === n)?.minor ?? 0)])),
    costs: amount(e.costMinor),
    brought: amount(e.broughtMinor),
    sold: e.sold ? 'yes' : 'no',
    sold_at: e.soldAt ?? '',
    days_on_sale: e.daysOnSale ?? '',
    profit: amount(e.profitMinor),
    profit_per_hour: amount(e.perHourMinor),
    currency,
  }));
  // A formula is not only what begins with =: a text is made plain, an amount stays one.
  return Papa.unparse(rows, { newline: '\r\n', escapeFormulae: /^[=+@\t\r]|^-(?!\d+(\.\d+)?$)/ });
}
