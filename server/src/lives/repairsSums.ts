import type { PrinterRepairs, RepairsPage } from '@diatribon/contract'
import { laplaceTrend, meanCumulative, powerLaw, rateRatio, type RecurrenceUnit } from '@diatribon/core'
import { groupBy } from '../platform/groupBy.ts'

/** A printer and its repairs over the running hours that it was watched. */
export interface WatchedPrinter {
  id: string
  name: string
  model: string
  unit: RecurrenceUnit
}

/** Repairs of every printer: how many, against its sisters, and whether they come denser. */
export function repairsOf(units: readonly WatchedPrinter[]): Omit<RepairsPage, 'fresh'> {
  const byModel = groupBy(units, ({ model }) => model)
  const rows = units.map(({ id, name, model, unit }): PrinterRepairs => {
    const sisters = (byModel.get(model) ?? []).filter((one) => one.id !== id)
    const theirs = {
      events: sisters.reduce((sum, one) => sum + one.unit.events.length, 0),
      time: sisters.reduce((sum, one) => sum + one.unit.end, 0),
    }
    const against = sisters.length > 0 ? rateRatio({ events: unit.events.length, time: unit.end }, theirs) : null
    const laplace = unit.events.length > 0 ? laplaceTrend([unit]) : null
    const law = laplace !== null && Math.abs(laplace) >= trendFrom ? powerLaw([unit]) : null
    return {
      printer: { id, name, model },
      runHours: unit.end,
      repairs: unit.events.length,
      against,
      laplace,
      rateNow: law ? 1 / law.mtbfNow : unit.events.length / unit.end,
      events: unit.events,
      words: wordsOf(name, against, laplace),
    }
  })
  rows.sort((a, b) => (b.against?.limits[0] ?? 0) - (a.against?.limits[0] ?? 0))
  const groups: [string, readonly WatchedPrinter[]][] = [
    ...(byModel.size > 1 ? [['All printers', units] as [string, readonly WatchedPrinter[]]] : []),
    ...byModel,
  ]
  return {
    printers: rows.map((row, i) => (i < drawnAlone ? row : { ...row, events: null })),
    groups: groups.map(([name, all]) => ({
      name,
      mcf: meanCumulative(all.map(({ unit }) => unit)),
      oldest: all.reduce((most, { unit }) => Math.max(most, unit.end), 0),
    })),
  }
}

/** So many printers can be drawn by themselves: those that stand first. */
const drawnAlone = 50
/** Laplace's trend beyond this either way is one. */
const trendFrom = 1.96

function wordsOf(name: string, against: PrinterRepairs['against'], laplace: number | null): string {
  const figure = (x: number) => Number(x.toPrecision(2)).toLocaleString('en-GB')
  const trend =
    laplace === null || Math.abs(laplace) < trendFrom
      ? ''
      : laplace > 0
        ? 'repairs come denser'
        : 'repairs come rarer than at first'
  if (!against) return trend ? `${name}: ${trend}.` : 'No sisters to compare with.'
  const [low, high] = against.limits
  if (low > 1)
    return (
      `Needs ${against.ratio === null ? 'more' : `${figure(against.ratio)} times the`} repairs of its sisters ` +
      `(${figure(low)} to ${high === null ? 'any number of' : figure(high)} times)${trend ? `, and ${trend}` : ''}: rebuild or retire?`
    )
  if (high !== null && high < 1) return `Needs fewer repairs than its sisters${trend ? `; ${trend}` : ''}.`
  return trend ? `As its sisters; ${trend}.` : 'As its sisters, as far as can be told.'
}
