import { isDay, readMoment } from '@diatribon/contract'
import { readFigure, type DecimalMark } from '@diatribon/core'
import { zonedMoment } from '../plan/calendar.ts'

/** A cell that cannot be taken: says which, and what is allowed. */
export class BadCell extends Error {}

/** Reads the cells of one row under the names of our own columns. */
export class Row {
  constructor(
    private readonly cells: Record<string, string | undefined>,
    /** Our column to the column of the file. */
    private readonly mapping: Record<string, string>,
    private readonly timeZone: string,
    /** Which mark begins the decimals of our columns. */
    private readonly marks: Partial<Record<string, DecimalMark>> = {},
  ) {}

  text(column: string): string {
    const value = this.maybe(column)
    if (value === null) throw new BadCell(`${this.name(column)} is empty`)
    return value
  }

  maybe(column: string): string | null {
    const from = this.mapping[column]
    const value = from === undefined ? '' : (this.cells[from] ?? '').trim()
    // What we put before a cell on the way out, so that a spreadsheet does not run it.
    return value === '' ? null : value.replace(/^'(?=[=+\-@])/, '')
  }

  /** @throws BadCell for what is no figure; its column has been asked about before when it could be two */
  number(column: string): number | null {
    const value = this.maybe(column)
    if (value === null) return null
    const read = readFigure(value, this.marks[column])
    if (read.kind !== 'figure')
      throw new BadCell(`${this.name(column)} is “${value}”, which is no number such as 1830 or 12.5`)
    return read.value
  }

  neededNumber(column: string): number {
    const value = this.number(column)
    if (value === null) throw new BadCell(`${this.name(column)} is empty`)
    return value
  }

  yes(column: string): boolean {
    const value = this.maybe(column)?.toLowerCase() ?? null
    if (value === null || ['no', 'n', 'false', '0'].includes(value)) return false
    if (['yes', 'y', 'true', '1'].includes(value)) return true
    throw new BadCell(`${this.name(column)} is “${value}”; write yes or no`)
  }

  /** ISO 8601 with a zone, or a date with or without a time, in the time of the workshop. */
  moment(column: string): string {
    const value = this.text(column)
    if (/^\d{4}-\d{2}-\d{2}T[\d:.]+(Z|[+-]\d{2}:?\d{2})$/.test(value)) {
      const ms = Date.parse(value)
      if (!Number.isNaN(ms) && readMoment(new Date(ms).toISOString())) return new Date(ms).toISOString()
    }
    const found = /^(\d{4})-(\d{2})-(\d{2})(?:[T ](\d{1,2}):(\d{2})(?::(\d{2}))?)?$/.exec(value)
    const [, y, mo, d, h = '0', mi = '0', s = '0'] = found ?? []
    const wall = found ? Date.UTC(Number(y), Number(mo) - 1, Number(d), Number(h), Number(mi), Number(s)) : NaN
    const date = new Date(wall)
    if (
      Number.isNaN(wall) ||
      date.getUTCDate() !== Number(d) ||
      date.getUTCMonth() + 1 !== Number(mo) ||
      Number(h) > 23 ||
      !isDay(`${y}-${mo}-${d}`)
    )
      throw new BadCell(`${this.name(column)} is “${value}”, which is no date such as 2026-03-01 or 2026-03-01 14:30`)
    return new Date(zonedMoment(this.timeZone, wall)).toISOString()
  }

  private name(column: string): string {
    return this.mapping[column] ?? column
  }
}
