/** How many digits of a currency stand behind the point: two of most, none of the yen, three of some dinars (ISO 4217). */
export function minorDigits(currency: string): number {
  return new Intl.NumberFormat('en-GB', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
}

/** An amount in minor units as people write it. @param code writes "EUR 5.00", for paper without the signs of all currencies */
export function moneyWords(minor: number, currency: string, { whole = false, code = false } = {}): string {
  return new Intl.NumberFormat('en-GB', {
    style: 'currency',
    currency,
    ...(whole ? { maximumFractionDigits: 0 } : {}),
    ...(code ? { currencyDisplay: 'code' as const } : {}),
  }).format(minor / 10 ** minorDigits(currency))
}

/** What somebody typed in the currency's unit, in minor units: rounded once, half away from zero. */
export const toMinor = (amount: number, currency: string): number =>
  Math.sign(amount) * Math.round(Number((Math.abs(amount) * 10 ** minorDigits(currency)).toPrecision(15)))

/** The other way, for a field that shows an amount. */
export const fromMinor = (minor: number, currency: string): number => minor / 10 ** minorDigits(currency)
