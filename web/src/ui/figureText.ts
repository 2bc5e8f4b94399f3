import { readFigure } from '@diatribon/core'

export interface FigureLimits {
  min?: number
  max?: number
  /** Pieces, prints, places: nothing between two of them. */
  allowDecimal?: boolean
  /** Most decimals: two for money. */
  decimals?: number
}

/** What a field makes of what stands in it: the figure, or the sentence that refuses it, and how it was understood. */
export interface FigureText {
  value: number | undefined
  refusal: string | null
  /** Said beside the field when the mark may have been meant otherwise. */
  understood: string | null
}

/** Reads the text of a figure field. What could be 1.83 or 1830 is taken with its decimals, and said. */
export function figureText(text: string, { min, max, allowDecimal = true, decimals }: FigureLimits = {}): FigureText {
  const read = readFigure(text)
  const refuse = (refusal: string): FigureText => ({ value: undefined, refusal, understood: null })
  if (read.kind === 'empty') return { value: undefined, refusal: null, understood: null }
  if (read.kind === 'none')
    return refuse(`“${text.trim()}” is no figure. Write digits with a point or comma before decimals, such as 12.5.`)
  // Where there are no decimals the mark can only part thousands.
  const value = read.kind === 'figure' ? read.value : allowDecimal ? read.asDecimal : read.asThousands
  if (!allowDecimal && !Number.isInteger(value)) return refuse(`Only whole numbers here, such as ${Math.round(value)}.`)
  if (decimals !== undefined && Number(value.toFixed(decimals)) !== value)
    return refuse(`At most ${decimals} decimals here, such as ${value.toFixed(decimals)}.`)
  if (min !== undefined && value < min) return refuse(`Not less than ${plainFigure(min)}.`)
  if (max !== undefined && value > max) return refuse(`Not more than ${plainFigure(max)}.`)
  if (read.kind === 'figure') return { value, refusal: null, understood: null }
  const other = allowDecimal ? read.asThousands : read.asDecimal
  return {
    value,
    refusal: null,
    understood: allowDecimal
      ? `Taken as ${plainFigure(value)}. If you mean ${other}, leave the mark out.`
      : `Taken as ${plainFigure(value)}.`,
  }
}

/** A figure in plain digits, without groups and never as a power of ten: what a field shows of a value. */
export function plainFigure(value: number): string {
  return value.toLocaleString('en-GB', { useGrouping: false, maximumFractionDigits: 20 })
}
