import Papa from 'papaparse'
import { decimalMarkOf, readFigure, separatorOf } from '@diatribon/core'

/** Rows of a pasted table whose first row names its columns. */
export interface PastedTable {
  names: string[]
  rows: PastedRow[]
}

export interface PastedRow {
  /** As it stands in the text, from 1. */
  row: number
  text(name: string): string
  /** undefined: the cell is empty; null: it holds no figure. */
  figure(name: string): number | undefined | null
}

/** Reads a pasted table, with whatever separator and decimal mark it was written. */
export function pastedTable(text: string): PastedTable {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', delimiter: separatorOf(text) })
  const names = (data[0] ?? []).map((name) => name.trim().toLowerCase())
  const body = data.slice(1)
  const found = decimalMarkOf(body.flat())
  const mark = typeof found === 'string' ? found : undefined
  return {
    names,
    rows: body.map((cells, i) => {
      const cell = (name: string) => (cells[names.indexOf(name)] ?? '').trim()
      return {
        row: i + 2,
        text: cell,
        figure: (name) => {
          if (cell(name) === '') return undefined
          const read = readFigure(cell(name), mark)
          return read.kind === 'figure' ? read.value : null
        },
      }
    }),
  }
}

/** @returns a sentence when a column that is needed is not there; null: all are */
export function missingColumns({ names }: PastedTable, needed: readonly string[]): string | null {
  const missing = needed.filter((name) => !names.includes(name))
  if (missing.length === 0) return null
  return `The first row must name the columns ${needed.join(', ')}; ${missing.join(' and ')} ${missing.length > 1 ? 'are' : 'is'} missing.`
}
