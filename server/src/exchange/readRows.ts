import { columnsOf, type ImportKind, isDay, zonedMoment } from '@diatribon/contract'
import { readCell, type Cell, type ColumnAnswer, type WallMoment, given } from '@diatribon/core'

/** A row of a table under the names of our own columns. What is wrong with it is gathered, so that all of it can be told. */
export class Row {
  readonly faults: string[] = []

  constructor(
    /** Text of our columns, as far as the file has them. */
    private readonly texts: Record<string, string | undefined>,
    private readonly table: {
      kind: ImportKind
      /** As the file calls our columns. */
      headers: Record<string, string>
      /** How each of our columns is read. */
      answers: Record<string, ColumnAnswer>
      timeZone: string
    },
  ) {}

  /** Something is wrong with the row; a sentence without its end. */
  fault(words: string): null {
    this.faults.push(words)
    return null
  }

  words(column: string): string | null {
    const cell = this.cell(column)
    return cell?.kind === 'words' ? cell.words : null
  }

  figure(column: string): number | null {
    const cell = this.cell(column)
    return cell?.kind === 'figure' ? cell.figure : null
  }

  yes(column: string): boolean {
    const cell = this.cell(column)
    return cell?.kind === 'yes' && cell.yes
  }

  /** A moment with its zone; what says none is in the time of the workshop. */
  moment(column: string): string | null {
    const cell = this.cell(column)
    if (cell?.kind !== 'wall' && cell?.kind !== 'instant') return null
    const date = new Date(cell.kind === 'instant' ? cell.ms : this.inZone(cell.wall))
    if (isDay(date.toISOString().slice(0, 10))) return date.toISOString()
    return this.fault(`${this.name(column)} is “${this.texts[column]}”, which is out of all time`)
  }

  /** What the workshop must be told of: its absence is a fault. */
  needed<T>(column: string, read: (column: string) => T | null): T | null {
    const before = this.faults.length
    const value = read.call(this, column)
    if (value === null && this.faults.length === before) this.fault(`${this.name(column)} is empty`)
    return value
  }

  private inZone({ year, month, day, hour, minute, second }: WallMoment): number {
    return zonedMoment(this.table.timeZone, Date.UTC(year, month - 1, day, hour, minute, second))
  }

  private cell(column: string): Cell | null {
    const text = this.texts[column]
    if (text === undefined) return null
    const { kind, answers } = this.table
    const cell = readCell(given(columnsOf(kind)[column]).type, text, answers[column] ?? {})
    if (cell.kind === 'none') this.fault(`${this.name(column)} is “${text.trim()}”; write ${cell.allowed}`)
    return cell
  }

  private name(column: string): string {
    return this.table.headers[column] ?? given(columnsOf(this.table.kind)[column]).words
  }
}
