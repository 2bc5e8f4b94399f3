import { readDuration } from './readDuration.ts'
import { decimalMarkOf, readFigure, type DecimalMark, type UnclearFigure } from './readFigure.ts'
import { dayOrderOf, readMomentText, type DayOrder, type WallMoment } from './readMoment.ts'

/** What the cells of a column hold: a list says which words of ours they stand for, `yes` is yes or no. */
export type ColumnType = 'words' | 'figure' | 'hours' | 'moment' | 'yes' | readonly string[]

/** What the person who brings a table in was asked about a column, and said. */
export interface ColumnAnswer {
  mark?: DecimalMark
  order?: DayOrder
  /** A word of theirs, in small letters, to one of ours. */
  words?: Record<string, string>
}

/** What has to be known of a column before it can be read. */
export type ColumnQuestion =
  | ({ asks: 'mark' } & UnclearFigure)
  | { asks: 'order'; text: string; dayFirst: WallMoment; monthFirst: WallMoment }
  | { asks: 'words'; words: string[]; choices: readonly string[] }

/** A cell as it is understood. */
export type Cell =
  | { kind: 'empty' }
  | { kind: 'words'; words: string }
  | { kind: 'figure'; figure: number }
  | { kind: 'yes'; yes: boolean }
  | { kind: 'wall'; wall: WallMoment }
  | { kind: 'instant'; ms: number }
  | { kind: 'none'; allowed: string }

/** So many words of their own a person maps; more are no words for a few things. */
const mostWords = 40
const yesWords = ['yes', 'y', 'true', '1', 'x']
const noWords = ['no', 'n', 'false', '0', '-']

/** Words are the same whatever their case. */
const plain = (word: string) => word.trim().toLowerCase()

/** A cell as it was before we made it safe for a spreadsheet on the way out. */
const asWritten = (text: string) => text.trim().replace(/^'(?=[=+\-@])/, '')

/**
 * How a column is to be read, from all its cells and from what was said about it.
 * @param known names of what is there, which the words of the column should be
 * @returns what was said, completed by what the cells tell; or what has to be asked first
 */
export function understandColumn(
  type: ColumnType,
  texts: readonly string[],
  said: ColumnAnswer = {},
  known?: readonly string[],
): { answer: ColumnAnswer } | { question: ColumnQuestion } {
  if (type === 'figure' || type === 'hours') {
    const figures = type === 'hours' ? texts.filter((text) => readDuration(text) === null) : texts
    const mark = said.mark ?? decimalMarkOf(figures)
    if (mark === null) return { answer: said }
    return typeof mark === 'string' ? { answer: { ...said, mark } } : { question: { asks: 'mark', ...mark } }
  }
  if (type === 'moment') {
    const order = said.order ?? dayOrderOf(texts)
    if (order === null) return { answer: said }
    return typeof order === 'string' ? { answer: { ...said, order } } : { question: { asks: 'order', ...order } }
  }
  if (type === 'words' && !known) return { answer: said }
  const choices = type === 'yes' ? ['yes', 'no'] : type === 'words' ? known! : type
  const taken = new Set((type === 'yes' ? [...yesWords, ...noWords] : choices).map(plain))
  const open = new Map<string, string>()
  for (const text of texts) {
    const word = asWritten(text)
    if (word !== '' && !taken.has(plain(word)) && !choices.includes(said.words?.[plain(word)] ?? ''))
      open.set(plain(word), word)
    if (open.size > mostWords) return { answer: said } // each of them is told at its row
  }
  if (open.size === 0) return { answer: said }
  return { question: { asks: 'words', words: [...open.values()], choices } }
}

/** A cell by what is known of its column. */
export function readCell(type: ColumnType, text: string, { mark, order, words = {} }: ColumnAnswer): Cell {
  const written = asWritten(text)
  if (written === '') return { kind: 'empty' }
  if (type === 'words') return { kind: 'words', words: words[plain(written)] ?? written }
  if (type === 'figure' || type === 'hours') {
    const hours = type === 'hours' ? readDuration(written) : null
    if (hours !== null) return { kind: 'figure', figure: hours }
    const read = readFigure(written, mark)
    if (read.kind === 'figure') return { kind: 'figure', figure: read.value }
    const allowed = type === 'hours' ? 'a number such as 1830, 12.5 or 2:45' : 'a number such as 1830 or 12.5'
    return { kind: 'none', allowed }
  }
  if (type === 'moment') {
    const read = readMomentText(written, order)
    if (read.kind === 'wall' || read.kind === 'instant') return read
    return { kind: 'none', allowed: 'a date such as 2026-03-01, 01.03.2026 or 2026-03-01 14:30' }
  }
  const said = words[plain(written)] ?? plain(written)
  if (type === 'yes') {
    const yes = yesWords.includes(said)
    return yes || noWords.includes(said) ? { kind: 'yes', yes } : { kind: 'none', allowed: 'yes or no' }
  }
  return type.includes(said) ? { kind: 'words', words: said } : { kind: 'none', allowed: `one of ${type.join(', ')}` }
}
