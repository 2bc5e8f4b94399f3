import Papa from 'papaparse'
import { decimalMarkOf, readFigure, separatorOf, type RecurrenceUnit } from '@diatribon/core'

/** Machines with their repairs, and the rows that cannot be read, named by number and reason. */
export interface ReadRepairs {
  units: RecurrenceUnit[]
  problems: string[]
}

const repairWords = /^(repair|repaired|failed|)$/i
const endWords = /^(end|now|watched until)$/i

/**
 * Reads pasted columns: machine, age, and whether that was a repair or the end of the watch. A machine without an end was
 * watched until the last age that is told of any. A first row that holds no number is a heading.
 */
export function readRepairColumns(text: string): ReadRepairs {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', delimiter: separatorOf(text) })
  const mark = decimalMarkOf(data.map(([, age = '']) => age))
  const machines = new Map<string, { events: number[]; end: number | null }>()
  const problems: string[] = []
  let oldest = 0
  data.forEach((cells, i) => {
    const [name = '', ageText = '', what = ''] = cells.map((cell) => cell.trim())
    if (i === 0 && !/\d/.test(ageText)) return // heading
    const found = readFigure(ageText, typeof mark === 'string' ? mark : undefined)
    const wrong =
      name === ''
        ? 'it names no machine'
        : found.kind !== 'figure' || found.value < 0
          ? `“${ageText}” is no age; ages are numbers from 0`
          : !repairWords.test(what) && !endWords.test(what)
            ? `“${what}” is neither repair nor end`
            : null
    if (wrong || found.kind !== 'figure') return void problems.push(`Row ${i + 1}: ${wrong ?? 'it cannot be read'}.`)
    const machine = machines.get(name) ?? { events: [], end: null }
    machines.set(name, machine)
    oldest = Math.max(oldest, found.value)
    if (endWords.test(what)) machine.end = Math.max(machine.end ?? 0, found.value)
    else machine.events.push(found.value)
  })
  return {
    units: [...machines].map(([id, { events, end }]) => ({ id, events, end: end ?? oldest })),
    problems,
  }
}
