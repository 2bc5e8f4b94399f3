import { and, desc, eq, isNull, lte } from 'drizzle-orm'
import type { BaselineReading } from '@diatribon/contract'
import { given, judgeBaseline } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { printer, reading, readingKind, site } from '../platform/tables.ts'
import { limitsFor } from './limits.ts'
import { machinesOf } from './machines.ts'
import { usualLimits } from './usualLimits.ts'

/** Newest baseline value of each name, and what speaks against it. */
export async function baselineThen(db: Db, printerId: string, at: Date): Promise<BaselineReading[]> {
  const rows = await db
    .selectDistinctOn([reading.name])
    .from(reading)
    .where(
      and(
        eq(reading.printerId, printerId),
        eq(reading.isBaseline, true),
        isNull(reading.takenBackSeq),
        lte(reading.at, at),
      ),
    )
    .orderBy(reading.name, desc(reading.at), desc(reading.seq))
  if (rows.length === 0) return []
  const [mains] = await db
    .select({ volts: site.mainsVolts })
    .from(site)
    .innerJoin(printer, eq(printer.siteId, site.id))
    .where(eq(printer.id, printerId))
  const machine = given((await machinesOf(db, [printerId], at)).get(printerId))
  const kinds = new Map((await db.select().from(readingKind)).map((kind) => [kind.name.toLowerCase(), kind]))
  const limitsOf = (name: string) => {
    const kind = kinds.get(name.toLowerCase())
    return kind ? limitsFor(kind, machine) : usualLimits(name)
  }
  return rows
    .sort((a, b) => a.at.getTime() - b.at.getTime() || a.seq - b.seq)
    .map(({ step, name, value, unit, choice, at: told, runHours }) => ({
      step,
      name,
      value,
      unit,
      choice,
      at: told.toISOString(),
      runHours,
      outOfOrder: judgeBaseline(
        { name, value, unit, choice },
        { limits: limitsOf(name), mainsVolts: mains?.volts ?? null },
      ),
    }))
}
