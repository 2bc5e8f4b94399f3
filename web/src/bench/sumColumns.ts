import type { EndOfCause, LifeWithCovariates, LookedAtPart, PlanTask } from '@diatribon/core'
import { missingColumns, pastedTable } from './pastedTable.ts'

interface Read<Row> {
  rows: Row[]
  problems: string[]
}

/** Lives with what may have bearing on them: lower, upper, weight, and every other column as a figure. */
export function readCovariates(text: string): Read<LifeWithCovariates> & { names: string[] } {
  const table = pastedTable(text)
  const missing = missingColumns(table, ['lower', 'upper'])
  const names = table.names.filter((name) => !['lower', 'upper', 'weight', 'entry', ''].includes(name))
  const read = { rows: [] as LifeWithCovariates[], problems: missing ? [missing] : ([] as string[]), names }
  if (missing) return read
  for (const { row, figure } of table.rows) {
    const [lower, upper, weight, entry] = ['lower', 'upper', 'weight', 'entry'].map((name) => figure(name))
    const x = names.map((name) => figure(name))
    const bad = [lower, upper, weight, entry, ...x].includes(null)
    if (bad) read.problems.push(`Row ${row}: one of its cells is no figure.`)
    else if (lower === undefined && upper === undefined)
      read.problems.push(`Row ${row}: neither lower nor upper is given.`)
    else if (x.includes(undefined))
      read.problems.push(`Row ${row}: every column must hold a figure, 0 where it does not apply.`)
    else
      read.rows.push({
        lower: lower ?? null,
        upper: upper ?? null,
        weight: weight ?? 1,
        ...(entry ? { entry } : {}),
        x: x as number[],
      })
  }
  return read
}

/** Looks at parts: part, age, and what was found there: good, defect, failed, or end (taken out or last seen). */
export function readLooks(text: string): Read<LookedAtPart> {
  const table = pastedTable(text)
  const missing = missingColumns(table, ['part', 'age', 'found'])
  const read: Read<LookedAtPart> = { rows: [], problems: missing ? [missing] : [] }
  if (missing) return read
  const parts = new Map<string, LookedAtPart>()
  for (const { row, text: cell, figure } of table.rows) {
    const [name, age, found] = [cell('part'), figure('age'), cell('found').toLowerCase()]
    const part = parts.get(name) ?? { looks: [], failedAt: null, end: 0 }
    parts.set(name, part)
    if (typeof age !== 'number' || age < 0) read.problems.push(`Row ${row}: “${cell('age')}” is no age.`)
    else if (found === 'good' || found === 'defect') part.looks.push({ age, found })
    else if (found === 'failed') part.failedAt = age
    else if (found !== 'end') read.problems.push(`Row ${row}: “${cell('found')}” is none of good, defect, failed, end.`)
    if (typeof age === 'number') part.end = part.failedAt ?? Math.max(part.end, age)
  }
  read.rows = [...parts.values()].map((part) => ({ ...part, looks: part.looks.sort((a, b) => a.age - b.age) }))
  return read
}

/** Ends of parts: age, and of which cause they failed; an empty cause: still good then. */
export function readEnds(text: string): Read<EndOfCause> {
  const table = pastedTable(text)
  const missing = missingColumns(table, ['age', 'cause'])
  const read: Read<EndOfCause> = { rows: [], problems: missing ? [missing] : [] }
  if (missing) return read
  for (const { row, text: cell, figure } of table.rows) {
    const age = figure('age')
    if (typeof age !== 'number' || age < 0) read.problems.push(`Row ${row}: “${cell('age')}” is no age.`)
    else read.rows.push({ age, cause: cell('cause') || null })
  }
  return read
}

/** Parts in place: age, and shape and scale of their life. */
export function readInPlace(text: string): Read<{ age: number; shape: number; scale: number }> {
  const table = pastedTable(text)
  const missing = missingColumns(table, ['age', 'shape', 'scale'])
  const read: Read<{ age: number; shape: number; scale: number }> = { rows: [], problems: missing ? [missing] : [] }
  if (missing) return read
  for (const { row, figure } of table.rows) {
    const [age, shape, scale] = [figure('age'), figure('shape'), figure('scale')]
    if (typeof age !== 'number' || typeof shape !== 'number' || typeof scale !== 'number')
      read.problems.push(`Row ${row}: age, shape and scale must be figures.`)
    else read.rows.push({ age, shape, scale })
  }
  return read
}

/** A plan's tasks, all people on all days alike: task, printer, minutes, due, risk a day, needs (or nothing), set-up minutes. */
export function readTasks(text: string): Read<PlanTask> {
  const table = pastedTable(text)
  const missing = missingColumns(table, ['task', 'printer', 'minutes', 'due', 'risk a day'])
  const read: Read<PlanTask> = { rows: [], problems: missing ? [missing] : [] }
  if (missing) return read
  for (const { row, text: cell, figure } of table.rows) {
    const [minutes, risk, setUp] = [figure('minutes'), figure('risk a day'), figure('set-up')]
    if (typeof minutes !== 'number' || typeof risk !== 'number' || setUp === null)
      read.problems.push(`Row ${row}: minutes, risk a day and set-up must be figures.`)
    else
      read.rows.push({
        id: cell('task'),
        printer: cell('printer'),
        minutes,
        due: cell('due'),
        riskPerDay: risk,
        needs: cell('needs') ? [cell('needs')] : [],
        ...(setUp ? { setUp: { id: cell('printer'), minutes: setUp } } : {}),
      })
  }
  return read
}
