const figures = new Intl.NumberFormat('en-GB', { maximumSignificantDigits: 6 })

/** A measured value as the book writes it. */
export const measured = (value: number) => figures.format(value)
