const cache = new Map<string, Intl.NumberFormat>();

/** To make one takes far longer than to use it. @param digits left out: as many as the currency has */
function formatter(currency: string, digits?: number): Intl.NumberFormat {
  const key = `${currency}|${digits}`;
  let made = cache.get(key);
  if (!made) {
    const fraction = digits === undefined ? {} : { minimumFractionDigits: digits, maximumFractionDigits: digits };
    made = new Intl.NumberFormat('en-GB', {
      style: 'currency',
      currency,
      currencyDisplay: 'narrowSymbol',
      ...fraction,
    });
    cache.set(key, made);
  }
  return made;
}

/** Digits of the minor unit of a currency (ISO 4217): 2 for pounds, 0 for yen, 3 for dinars. */
export const minorDigits = (currency: string): number =>
  formatter(currency).resolvedOptions().maximumFractionDigits ?? 2;

/** An amount in whole minor units, pence for one; halves away from nothing. @param amount in the currency */
export function inMinor(amount: number, currency: string): number {
  const minor = Math.round(Math.abs(amount) * 10 ** minorDigits(currency) + 1e-9);
  return amount < 0 ? -minor : minor;
}

/** An amount of whole minor units to the last digit, as a bill shows it. */
export function exactMoney(minor: number, currency: string): string {
  const digits = minorDigits(currency);
  return formatter(currency, digits).format(minor / 10 ** digits);
}

/** An amount of money in the workshop's currency, shown as an estimate without cents where it is large. */
export const money = (amount: number, currency: string): string =>
  formatter(currency, amount >= 20 ? 0 : 2).format(amount);
