/** A measured value as the book writes it. */
export const measured = (value: number) => value.toLocaleString('en-GB', { maximumSignificantDigits: 6 })
