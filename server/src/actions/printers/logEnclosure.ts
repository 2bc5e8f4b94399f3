import { and, asc, eq, gt, lt } from 'drizzle-orm'
import type { LogEnclosure } from '@diatribon/contract'
import { hoursAbove, given } from '@diatribon/core'
import { badInput } from '../../platform/refusal.ts'
import { enclosureSample } from '../../platform/tables.ts'
import { enclosureReading, enclosureWithoutKind } from '../../rules/enclosure.ts'
import { machineOf } from '../pieces/machineOf.ts'
import { kindsNamed } from '../pieces/readingRow.ts'
import { limitsFor } from '../../rules/limits.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts } from '../facts.ts'
import { requireHere } from '../pieces/requireHere.ts'

type Sample = typeof enclosureSample.$inferSelect

export const logEnclosure: ActionKind<LogEnclosure> = {
  right: 'log temperatures',
  async apply(facts, { siteId, at, action }) {
    const { printerId, samples } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    if (samples.some((sample) => new Date(sample.at) > at))
      throw badInput('samples', 'None of the measured temperatures may be later than the moment they are told for.')
    const kind = (await kindsNamed(facts, [enclosureReading])).get(enclosureReading) ?? enclosureWithoutKind
    const limitC = limitsFor(kind, await machineOf(facts, printerId, at)).upper
    const rows = samples
      .map((sample) => ({ at: new Date(sample.at), celsius: sample.celsius }))
      .sort((a, b) => a.at.getTime() - b.at.getTime())
    await facts.flush()
    const [first, last] = [given(rows[0]).at, given(rows[rows.length - 1]).at]
    // The neighbours before and behind, and what lies between: late samples land at their own time.
    const known = await facts.db
      .select()
      .from(enclosureSample)
      .where(
        and(
          eq(enclosureSample.printerId, printerId),
          gt(enclosureSample.at, new Date(first.getTime() - 3600_000)),
          lt(enclosureSample.at, new Date(last.getTime() + 3600_000)),
        ),
      )
      .orderBy(asc(enclosureSample.at))
    const merged = new Map<number, Sample>(known.map((row) => [row.at.getTime(), row]))
    for (const row of rows) {
      const ms = row.at.getTime()
      merged.set(ms, { id: `${printerId} ${ms}`, siteId, printerId, ...row, limitC, hotHours: 0 })
    }
    let gained = 0
    const all = [...merged.values()].sort((a, b) => a.at.getTime() - b.at.getTime())
    all.forEach((row, i) => {
      const before = all[i - 1]
      const old = known.find(({ id }) => id === row.id)
      // The first one here may have its neighbour farther back than was looked: then too far to say anything.
      const hotHours = !before
        ? (old?.hotHours ?? 0)
        : row.limitC === null
          ? 0
          : hoursAbove(asSample(before), asSample(row), row.limitC)
      gained += hotHours - (old?.hotHours ?? 0)
      if (!old || old.hotHours !== hotHours || old.celsius !== row.celsius)
        facts.put('enclosureSample', { ...row, hotHours })
    })
    const newest = given(all[all.length - 1])
    putTold(facts, printerId, gained, newest)
  },
  words: ({ samples }) => {
    const most = Math.max(...samples.map(({ celsius }) => celsius))
    return `${samples.length === 1 ? 'Enclosure' : `${samples.length} temperatures of the enclosure, highest`} ${most.toLocaleString('en-GB', { maximumFractionDigits: 1 })} °C`
  },
}

const asSample = ({ at, celsius }: Sample) => ({ atMs: at.getTime(), celsius })

function putTold(facts: Facts, printerId: string, gained: number, newest: Sample): void {
  const printer = facts.printer(printerId)
  const isNewest = !printer.enclosureAt || newest.at >= printer.enclosureAt
  facts.put('printer', {
    ...printer,
    hotHours: Math.max(0, printer.hotHours + gained),
    ...(isNewest ? { enclosureC: newest.celsius, enclosureAt: newest.at } : {}),
  })
}
