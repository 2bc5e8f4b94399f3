import Papa from 'papaparse'
import { decimalMarkOf, given, readFigure, separatorOf, type LifeRecord } from '@diatribon/core'
import { readLives } from '../lives/livesFile.ts'
import { downloadText } from '../ui/download.ts'

export type LifeRow = LifeRecord

/** What was pasted, row by row: records, and the rows that cannot be read, named by number and reason. */
export interface ReadColumns {
  rows: LifeRow[]
  problems: string[]
}

const failedWords = /^(failed|f|1|yes|true)$/i
const runningWords = /^(running|still good|r|0|no|false|)$/i

/**
 * Reads a pasted pair of columns: age, and whether the part failed or was still running; a third column is the count.
 * Columns that are named lower and upper are read as such. A first row that holds no number is a heading. Separators are found out: tab, comma, semicolon.
 */
export function readLifeColumns(text: string): ReadColumns {
  if (/^[^\n]*\blower\b/i.test(text.trim())) {
    const { records, problems } = readLives(text)
    return { rows: records, problems }
  }
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', delimiter: separatorOf(text) })
  const read: ReadColumns = { rows: [], problems: [] }
  const mark = decimalMarkOf(data.map(([age = '']) => age))
  const figure = (text: string): number | null => {
    const found = readFigure(text, typeof mark === 'string' ? mark : undefined)
    return found.kind === 'figure' ? found.value : null
  }
  data.forEach((cells, i) => {
    const [ageText = '', state = '', countText = ''] = cells.map((cell) => cell.trim())
    const age = figure(ageText)
    if (i === 0 && !/\d/.test(cells.join(''))) return // heading
    const count = countText === '' ? 1 : figure(countText)
    const problem =
      readFigure(ageText).kind === 'either' && typeof mark !== 'string'
        ? `“${ageText}” may have decimals or thousands; write it without that mark, or with other decimals`
        : age === null || age < 0
          ? `“${ageText}” is no age; ages are numbers from 0`
          : count === null || count <= 0
            ? `“${countText}” is no count; counts are more than 0`
            : !failedWords.test(state) && !runningWords.test(state)
              ? `“${state}” is neither failed nor running`
              : null
    if (problem) read.problems.push(`Row ${i + 1}: ${problem}.`)
    else read.rows.push({ lower: given(age), upper: failedWords.test(state) ? given(age) : null, weight: given(count) })
  })
  return read
}

/** Offers rows as a CSV file (RFC 4180). */
export function downloadCsv(name: string, rows: (string | number | null)[][]): void {
  downloadText(name, Papa.unparse(rows, { escapeFormulae: true }), 'text/csv')
}
