import Papa from 'papaparse'
import { decimalMarkOf, readFigure, separatorOf, type LifeRecord } from '@diatribon/core'

const head = ['part type', 'unit', 'entry', 'lower', 'upper', 'weight']

/** Lives as a plain CSV file: no names, no printers. An empty upper: still good at lower. */
export function writeLives(partType: string, unit: string, records: readonly LifeRecord[]): string {
  const cell = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value))
  return Papa.unparse(
    [
      head,
      ...records.map(({ entry, lower, upper, weight }) => [
        partType,
        unit,
        cell(entry ?? 0),
        cell(lower),
        cell(upper),
        cell(weight),
      ]),
    ],
    { escapeFormulae: true },
  )
}

export interface ReadLives {
  records: LifeRecord[]
  /** Part types and units that the file names. */
  partTypes: string[]
  units: string[]
  problems: string[]
}

/** Reads such a file, whoever has written it: columns by their names, rows that cannot be read named by number. */
export function readLives(text: string): ReadLives {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', delimiter: separatorOf(text) })
  const read: ReadLives = { records: [], partTypes: [], units: [], problems: [] }
  const names = (data[0] ?? []).map((name) => name.trim().toLowerCase())
  const place = (name: string) => names.indexOf(name)
  if (place('lower') < 0 || place('upper') < 0) {
    read.problems.push(
      'The first row must name the columns: lower and upper are needed, entry, weight, part type and unit are read too.',
    )
    return read
  }
  const rows = data.slice(1)
  const mark = decimalMarkOf(rows.flatMap((cells) => [cells[place('lower')] ?? '', cells[place('upper')] ?? '']))
  const cellOf = (cells: string[], name: string) => (cells[place(name)] ?? '').trim()
  const note = (list: string[], value: string) => value && !list.includes(value) && list.push(value)
  rows.forEach((cells, i) => {
    note(read.partTypes, cellOf(cells, 'part type'))
    note(read.units, cellOf(cells, 'unit'))
    const figure = (name: string, otherwise: number | null): number | null => {
      const written = cellOf(cells, name)
      if (written === '') return otherwise
      const found = readFigure(written, typeof mark === 'string' ? mark : undefined)
      if (found.kind !== 'figure' || found.value < 0) {
        read.problems.push(`Row ${i + 2}: “${written}” under ${name} is no figure of 0 or more.`)
        return otherwise
      }
      return found.value
    }
    const [lower, upper] = [figure('lower', null), figure('upper', null)]
    const [entry, weight] = [figure('entry', 0) ?? 0, figure('weight', 1) ?? 1]
    if (lower === null && upper === null) read.problems.push(`Row ${i + 2}: neither lower nor upper is given.`)
    else read.records.push({ ...(entry > 0 ? { entry } : {}), lower, upper, weight })
  })
  return read
}
