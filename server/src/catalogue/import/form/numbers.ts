import type { Decimal } from '@fond/contract';

/** Between thousands, whatever stands before the decimals: blanks of all kinds, and apostrophes. */
const BLANKS = String.raw`[ \u00a0\u2009\u202f'’]`;
const WRITTEN: Readonly<Record<Decimal, RegExp>> = {
  '.': new RegExp(String.raw`^-?(\d+|\d{1,3}(,\d{3})+|\d{1,3}(${BLANKS}\d{3})+)(\.\d+)?$`),
  ',': new RegExp(String.raw`^-?(\d+|\d{1,3}(\.\d{3})+|\d{1,3}(${BLANKS}\d{3})+)(,\d+)?$`),
};
const PLAIN = /^-?\d+(\.\d+)?$/;
/** Could be no thousands, so it is what programs write. */
const PLAIN_FOR_CERTAIN = /^-?(\d+\.(\d{1,2}|\d{4,})|0\.\d+)$/;

/**
 * A number as product files write it (`1234.5`), from how this file writes it: `1.234,5` where decimals stand behind a
 * comma. Null where it is no number there.
 *
 * @param decimal Null where nothing but plain numbers is taken, so that `1,234` is refused as it could be two of them.
 */
export function plainNumber(cell: string, decimal: Decimal | null): string | null {
  if (decimal === null) return PLAIN.test(cell) ? cell : null;
  const text = cell.replace(/^\u2212/, '-');
  if (decimal === '.' && PLAIN.test(text)) return text;
  if (decimal === ',' && PLAIN_FOR_CERTAIN.test(text)) return text;
  if (!WRITTEN[decimal].test(text)) return null;
  const digits = text.replace(decimal === '.' ? /[^\d.-]/g : /[^\d,-]/g, '');
  return digits.replace(',', '.');
}

const POINT = /^-?(\d+\.(\d{1,2}|\d{4,})|\d{1,3}(,\d{3})+\.\d+)$/;
const COMMA = /^-?(\d+,(\d{1,2}|\d{4,})|\d{1,3}([. \u00a0\u202f'’]\d{3})+,\d+)$/;

/** What stands before the decimals, by the numbers that can be read in one way alone; null where there are none. */
export function decimalOf(cells: Iterable<string>): Decimal | null {
  let points = 0;
  let commas = 0;
  for (const cell of cells) {
    const { amount } = moneyIn(cell);
    if (POINT.test(amount)) points++;
    else if (COMMA.test(amount)) commas++;
  }
  if (points === commas) return points ? '.' : null;
  return commas > points ? ',' : '.';
}

/** Signs that stand for one currency each; a dollar is the shop's own where it has one. */
const SIGNS: Readonly<Record<string, string>> = {
  '€': 'EUR',
  '£': 'GBP',
  '¥': 'JPY',
  '₹': 'INR',
  '₩': 'KRW',
  '₺': 'TRY',
  '₴': 'UAH',
  zł: 'PLN',
  Kč: 'CZK',
};
const DOLLARS: ReadonlySet<string> = new Set(['USD', 'CAD', 'AUD', 'NZD', 'HKD', 'SGD', 'TWD']);
const MONEY =
  /^(?<before>[^\d\s.,'’−-]{1,3}|[A-Z]{3})?\s*(?<amount>[-−]?[\d.,'’\s]*\d)\s*(?<after>[^\d\s.,]{1,3})?$/u;

/**
 * A price without the sign or letters of its currency.
 *
 * @param own The shop's currency.
 * @returns the currency where the cell names one that is known; an amount is the whole cell where it is no price.
 */
export function moneyIn(cell: string, own = ''): { amount: string; currency: string | null } {
  const parts = MONEY.exec(cell)?.groups;
  const sign = parts?.['before'] ?? parts?.['after'];
  if (!parts || sign === undefined || (parts['before'] && parts['after']))
    return { amount: cell, currency: null };
  const currency = currencyOf(sign, own);
  return currency === null ? { amount: cell, currency } : { amount: parts['amount'].trim(), currency };
}

function currencyOf(sign: string, own: string): string | null {
  if (/^[A-Z]{3}$/.test(sign)) return sign;
  if (Object.hasOwn(SIGNS, sign)) return SIGNS[sign];
  if (sign === '$') return DOLLARS.has(own) ? own : 'USD';
  return null;
}
