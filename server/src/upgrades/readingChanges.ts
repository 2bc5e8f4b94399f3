import { and, asc, gte, inArray, isNotNull, isNull } from 'drizzle-orm'
import type { ReadingChange } from '@diatribon/contract'
import { meanDifference } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { reading } from '../platform/tables.ts'

interface Window {
  printerId: string
  before: Date
  split: Date
  after: Date
}

const mostKinds = 8

/** Each reading of the printers that got an upgrade, before and after it; those that changed most first. */
export async function readingChanges(db: Db, windows: readonly Window[]): Promise<ReadingChange[]> {
  const from = new Date(Math.min(...windows.map(({ before }) => before.getTime())))
  const rows = await db
    .select({
      printerId: reading.printerId,
      name: reading.name,
      unit: reading.unit,
      value: reading.value,
      at: reading.at,
    })
    .from(reading)
    .where(
      and(
        inArray(
          reading.printerId,
          windows.map(({ printerId }) => printerId),
        ),
        isNull(reading.takenBackSeq),
        isNotNull(reading.value),
        gte(reading.at, from),
      ),
    )
    .orderBy(asc(reading.at))
  const kinds = groupBy(rows, ({ name }) => name.toLowerCase())
  return [...kinds.values()]
    .flatMap((own): (ReadingChange & { weight: number })[] => {
      const pairs = windows.flatMap(({ printerId, before, split, after }) => {
        const of = own.filter((one) => one.printerId === printerId && one.at >= before && one.at <= after)
        const earlier = of.filter(({ at }) => at < split).map(({ value }) => value ?? 0)
        const later = of.filter(({ at }) => at >= split).map(({ value }) => value ?? 0)
        return earlier.length > 0 && later.length > 0 ? [{ earlier, later }] : []
      })
      if (pairs.length === 0) return []
      const all = (pick: (pair: (typeof pairs)[number]) => number[]) => {
        const values = pairs.flatMap(pick)
        return { mean: values.reduce((a, b) => a + b, 0) / values.length, count: values.length }
      }
      const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length
      const difference = meanDifference(pairs.map(({ earlier, later }) => mean(later) - mean(earlier)))
      const [first] = own
      return [
        {
          name: first?.name ?? '',
          unit: first?.unit ?? '',
          printers: pairs.length,
          before: all(({ earlier }) => earlier),
          after: all(({ later }) => later),
          difference,
          weight: difference && difference.limits[0] * difference.limits[1] > 0 ? 1 : 0,
        },
      ]
    })
    .sort((a, b) => b.weight - a.weight || b.printers - a.printers || a.name.localeCompare(b.name))
    .slice(0, mostKinds)
    .map(({ weight: _, ...shown }) => shown)
}
