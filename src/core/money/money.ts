/** Money is a whole number of minor units of an ISO 4217 currency; never a fraction. */
export interface Money {
  minor: number;
  currency: string;
}

const DIGITS = new Map<string, number>();

/**
 * Digits after the point of a currency's major unit, as ISO 4217 defines them (JPY 0, USD 2, KWD 3).
 * Throws a RangeError for a code that is not three letters.
 */
export function minorDigits(currency: string): number {
  const known = DIGITS.get(currency);
  if (known !== undefined) return known;
  const digits = new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;
  DIGITS.set(currency, digits);
  return digits;
}

/** `1999` in USD as `19.99`: plain digits with a point, for tables and exchange. */
export function toDecimal({ minor, currency }: Money): string {
  const digits = minorDigits(currency);
  const sign = minor < 0 ? '-' : '';
  const text = String(Math.abs(minor)).padStart(digits + 1, '0');
  return digits ? `${sign}${text.slice(0, -digits)}.${text.slice(-digits)}` : sign + text;
}

/** The reverse of `toDecimal`. Returns null for anything but digits with at most the currency's digits after the point. */
export function fromDecimal(text: string, currency: string): Money | null {
  const digits = minorDigits(currency);
  const found = /^(-?)(\d{1,12})(?:\.(\d+))?$/.exec(text.trim());
  if (!found || (found[3]?.length ?? 0) > digits) return null;
  const minor = Number(found[2]) * 10 ** digits + Number((found[3] ?? '').padEnd(digits, '0') || 0);
  return { minor: found[1] ? -minor : minor, currency };
}

/**
 * A share of an amount, rounded half up to a whole minor unit. The share is in millionths (6% = 60000), so that no
 * product leaves the whole numbers.
 */
export function shareOf(minor: number, millionths: number): number {
  return Math.floor((minor * millionths + 500_000) / 1_000_000);
}
