import type { PlanDay, PlanPerson } from '@diatribon/core'
import { missingColumns, pastedTable } from './pastedTable.ts'

/** Who is there on which day: date, who, minutes, and what they are signed off for, parted by semicolons or spaces and plus signs. */
export function readStaff(text: string): { rows: PlanDay[]; problems: string[] } {
  const table = pastedTable(text)
  const missing = missingColumns(table, ['date', 'who', 'minutes'])
  if (missing) return { rows: [], problems: [missing] }
  const problems: string[] = []
  const days = new Map<string, PlanPerson[]>()
  for (const { row, text: cell, figure } of table.rows) {
    const minutes = figure('minutes')
    if (typeof minutes !== 'number') {
      problems.push(`Row ${row}: “${cell('minutes')}” is no figure.`)
      continue
    }
    const signOffs = cell('signed off for')
      .split(/[;+]/)
      .map((one) => one.trim())
      .filter((one) => one !== '')
    days.set(cell('date'), [...(days.get(cell('date')) ?? []), { id: cell('who'), minutes, signOffs }])
  }
  const rows = [...days].map(([date, people]) => ({ date, people })).sort((a, b) => (a.date < b.date ? -1 : 1))
  return { rows, problems }
}
