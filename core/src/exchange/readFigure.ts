/** What a written figure says. `either`: its one mark may be the decimal mark or a thousands mark. */
export type ReadFigure =
  | { kind: 'empty' }
  | { kind: 'figure'; value: number }
  | { kind: 'either'; asDecimal: number; asThousands: number }
  | { kind: 'none' }

export type DecimalMark = '.' | ','

/** No figure that means anything is longer. */
const longest = 60
const plain = /^([+-]?)(\d*)(?:([.,])(\d*))?$/
/** One mark, one to three digits before it, none of them a leading nought, and three behind: 1.830 or 1,250. */
const bothWays = /^[+-]?[1-9]\d{0,2}[.,]\d{3}$/
const grouped = /^([+-]?)([1-9]\d{0,2})((?:\.\d{3})+|(?:,\d{3})+|(?: \d{3})+|(?:'\d{3})+)(?:([.,])(\d+))?$/

/**
 * Reads a figure as people and spreadsheets write it: with a point or a comma before the decimals, thousands in groups of
 * three with a point, comma, space or apostrophe, and nothing else.
 * @param text as written; spaces around it do not count
 * @param decimalMark decides what could be read both ways; what can be read one way only is read that way all the same
 * @returns the value, or that it is empty, could be two figures, or is none. 0 is a figure, never empty
 * Source: the marks are those of ISO 80000-1, 7.3 (comma or point on the line; groups of three, best apart by a space);
 * points and commas between groups are common practice, no source.
 */
export function readFigure(text: string, decimalMark?: DecimalMark): ReadFigure {
  const written = text
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/[\u00A0\u2009\u202F]/g, ' ')
    .replace(/\u2019/g, "'")
  if (written === '') return { kind: 'empty' }
  if (written.length > longest) return { kind: 'none' }
  if (bothWays.test(written)) {
    const asDecimal = Number(written.replace(',', '.'))
    const asThousands = Number(written.replace(/[.,]/, ''))
    if (decimalMark === undefined) return { kind: 'either', asDecimal, asThousands }
    return { kind: 'figure', value: written.includes(decimalMark) ? asDecimal : asThousands }
  }
  const one = plain.exec(written)
  if (one) {
    const [, sign, whole = '', , decimals = ''] = one
    return whole + decimals === '' ? { kind: 'none' } : figure(`${sign}${whole || '0'}.${decimals || '0'}`)
  }
  const many = grouped.exec(written)
  // The same mark cannot part the thousands and begin the decimals.
  if (!many || many[3]!.startsWith(many[4] ?? '-')) return { kind: 'none' }
  const [, sign, first, groups, , decimals = '0'] = many
  return figure(`${sign}${first}${groups!.replace(/\D/g, '')}.${decimals}`)
}

function figure(text: string): ReadFigure {
  const value = Number(text)
  return Number.isFinite(value) ? { kind: 'figure', value: value === 0 ? 0 : value } : { kind: 'none' }
}

/** A figure of a column that could be two figures. */
export interface UnclearFigure {
  text: string
  asDecimal: number
  asThousands: number
}

/**
 * Which mark begins the decimals in a column, as far as its figures tell: one that can be read in one way only decides for
 * the rest of the column.
 * @returns the mark; the first figure that could be two when nothing decides; null when no figure needs deciding
 */
export function decimalMarkOf(texts: readonly string[]): DecimalMark | UnclearFigure | null {
  let unclear: UnclearFigure | null = null
  const marks = new Set<DecimalMark>()
  for (const text of texts) {
    const read = readFigure(text)
    if (read.kind === 'either') unclear ??= { text: text.trim(), ...read }
    else if (read.kind === 'figure') {
      const mark = markIn(text.trim())
      if (mark) marks.add(mark)
    }
  }
  if (!unclear) return null
  return marks.size === 1 ? [...marks][0]! : unclear
}

/** The decimal mark that a figure shows by itself. */
function markIn(text: string): DecimalMark | null {
  const marks = text.match(/[.,]/g) ?? []
  if (marks.length === 0) return null
  const last = marks[marks.length - 1] as DecimalMark
  const other = last === '.' ? ',' : '.'
  // Twice the same mark: it parts thousands, so the other one begins decimals.
  return marks.filter((mark) => mark === last).length > 1 ? other : last
}
