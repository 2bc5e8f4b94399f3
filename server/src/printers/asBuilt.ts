import { and, asc, desc, eq, gt, inArray, isNull, lte, or, sql } from 'drizzle-orm'
import type { AsBuilt, BuiltSlot, MachineLimits, Repair } from '@diatribon/contract'
import { dayMs, builtLimits, combine, counterAt, type Counters, given } from '@diatribon/core'
import { asPoint } from '../actions/pieces/placeEvidence.ts'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import {
  counterPoint,
  fitting,
  logEntry,
  partType,
  person,
  printer,
  printerModel,
  repair,
  slot,
  upgrade,
  upgradeChange,
} from '../platform/tables.ts'
import { baselineThen } from '../rules/baseline.ts'
import { limitsAsBuilt, ownLimits } from '../rules/ownLimits.ts'

/**
 * The moment that a look at a printer is for when none is asked for: now, but never before its newest entry, since the
 * clock of the process that took the entry may be some seconds ahead.
 */
export async function momentOf(db: Db, printerId: string, now: Date): Promise<Date> {
  const [newest] = await db
    .select({ at: logEntry.at })
    .from(logEntry)
    .where(eq(logEntry.printerId, printerId))
    .orderBy(desc(logEntry.seq))
    .limit(1)
  return newest && newest.at > now ? newest.at : now
}

/** A printer as it stood at a moment: what sat in its slots, how old, and the limits that follow. */
export async function asBuilt(db: Db, printerId: string, at: Date): Promise<AsBuilt> {
  const [row] = await db
    .select({ name: printer.name, modelId: printer.modelId, limits: printerModel.limits, kits: printerModel.kits })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(eq(printer.id, printerId))
  if (!row) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
  const { counters, takenInAt } = await countersThen(db, printerId, row.name, at)
  const slots = await db
    .select()
    .from(slot)
    .where(
      and(
        eq(slot.printerId, printerId),
        or(isNull(slot.addedAt), lte(slot.addedAt, at)),
        or(isNull(slot.removedAt), gt(slot.removedAt, at)),
      ),
    )
    .orderBy(asc(slot.position))
  const parts = await db
    .select({ row: fitting, type: partType })
    .from(fitting)
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(
      and(
        eq(fitting.printerId, printerId),
        isNull(fitting.takenBackSeq),
        lte(fitting.fittedAt, at),
        or(isNull(fitting.removedAt), gt(fitting.removedAt, at)),
      ),
    )
  const built = slots.map(({ id, name, kind, addedAt }): BuiltSlot => {
    const since = addedAt?.toISOString() ?? null
    const part = parts.find((p) => p.row.slotId === id)
    if (!part) return { id, name, kind, since, part: null }
    const { row: f, type } = part
    const fittedAt: Counters = {
      hours: f.fittedHours,
      prints: f.fittedPrints,
      metres: f.fittedMetres,
      abrasiveMetres: f.fittedAbrasiveMetres,
    }
    const before: Counters = {
      hours: f.beforeHours,
      prints: f.beforePrints,
      metres: f.beforeMetres,
      abrasiveMetres: f.beforeAbrasiveMetres,
    }
    const here = combine(counters, fittedAt, (now, then) => Math.max(0, now - then))
    const age = {
      ...combine(here, before, (a, b) => a + b),
      days: f.beforeDays + (at.getTime() - f.fittedAt.getTime()) / dayMs,
    }
    const { id: partTypeId, name: partName } = type
    return {
      id,
      name,
      kind,
      since,
      part: {
        fittingId: f.id,
        partTypeId,
        name: partName,
        fittedAt: f.fittedAt.toISOString(),
        age,
        ageIsKnown: f.ageIsKnown,
      },
    }
  })
  const modelLimits = await limitsThen(db, row.modelId, at)
  const changed = (await ownLimits(db, [printerId], at)).get(printerId) ?? []
  const own = changed.map(({ limits, reason, at: since }) => ({ limits, reason, at: since }))
  const limits =
    modelLimits &&
    limitsAsBuilt(
      modelLimits,
      own,
      slots.map(({ kind }) => kind),
    )
  const limiting = parts.map(({ row: f, type }) => ({
    slot: slots.find(({ id }) => id === f.slotId)?.name ?? '',
    partType: type.name,
    maxNozzleC: type.maxNozzleC,
    toleratesAbrasive: type.toleratesAbrasive,
    nozzleMm: type.nozzleMm,
  }))
  const days = (at.getTime() - takenInAt.getTime()) / dayMs
  return {
    at: at.toISOString(),
    counters: { ...counters, days },
    slots: built,
    kits: row.kits,
    limits: limits && { model: limits, own, ...withoutLimits(builtLimits(limits, limiting)) },
    upgrades: await upgradesThen(db, printerId, at),
    repairs: await repairsUntil(db, printerId, at),
    baseline: await baselineThen(db, printerId, at),
  }
}

const withoutLimits = ({ nozzleMaxC, nozzleLimitedBy, abrasiveForbiddenBy }: ReturnType<typeof builtLimits>) => ({
  nozzleMaxC,
  nozzleLimitedBy,
  abrasiveForbiddenBy,
})

/** Upgrades that were on it then. */
async function upgradesThen(db: Db, printerId: string, at: Date): Promise<AsBuilt['upgrades']> {
  const rows = await db
    .select({ row: upgradeChange, name: upgrade.name })
    .from(upgradeChange)
    .innerJoin(upgrade, eq(upgrade.id, upgradeChange.upgradeId))
    .where(
      and(
        eq(upgradeChange.printerId, printerId),
        isNull(upgradeChange.takenBackSeq),
        lte(upgradeChange.at, at),
        or(isNull(upgradeChange.undoneAt), gt(upgradeChange.undoneAt, at)),
      ),
    )
    .orderBy(asc(upgradeChange.at))
  return rows.map(({ row, name }) => ({
    changeId: row.id,
    upgradeId: row.upgradeId,
    name,
    version: row.version,
    at: row.at.toISOString(),
  }))
}

/** Parts in place that have been mended: newest first. */
async function repairsUntil(db: Db, printerId: string, at: Date): Promise<Repair[]> {
  const rows = await db
    .select({ row: repair, slotName: slot.name, who: person.displayName })
    .from(repair)
    .innerJoin(slot, eq(slot.id, repair.slotId))
    .innerJoin(person, eq(person.id, repair.personId))
    .where(and(eq(repair.printerId, printerId), isNull(repair.takenBackSeq), lte(repair.at, at)))
    .orderBy(desc(repair.at))
    .limit(mostRepairs)
  return rows.map(({ row, slotName, who }) => ({
    seq: row.seq,
    slotId: row.slotId,
    slotName,
    way: row.way,
    words: row.words,
    effect: row.effect,
    permanence: row.permanence,
    minutes: row.minutes,
    costMinor: row.costMinor,
    at: row.at.toISOString(),
    runHours: row.runHours,
    who,
  }))
}
const mostRepairs = 50

async function countersThen(db: Db, printerId: string, name: string, at: Date) {
  const of = eq(counterPoint.printerId, printerId)
  const [before] = await db
    .select()
    .from(counterPoint)
    .where(and(of, lte(counterPoint.at, at)))
    .orderBy(desc(counterPoint.at))
    .limit(1)
  if (!before) throw new Refusal(404, 'before-take-in', `${name} was not here yet on that day.`)
  const [after] = await db
    .select()
    .from(counterPoint)
    .where(and(of, gt(counterPoint.at, at)))
    .orderBy(asc(counterPoint.at))
    .limit(1)
  const [first] = await db
    .select({ at: counterPoint.at })
    .from(counterPoint)
    .where(of)
    .orderBy(asc(counterPoint.at))
    .limit(1)
  return {
    counters: counterAt(asPoint(before), after ? asPoint(after) : null, at.getTime()),
    takenInAt: given(first).at,
  }
}

/** The limits that the catalogue gave the model at that time: what the book said last before it. */
async function limitsThen(db: Db, modelId: string, at: Date): Promise<MachineLimits | null> {
  const [said] = await db
    .select({ payload: logEntry.payload })
    .from(logEntry)
    .where(
      and(
        inArray(logEntry.kind, ['add-model', 'change-model']),
        sql`${logEntry.payload}->>'modelId' = ${modelId}`,
        lte(logEntry.at, at),
      ),
    )
    .orderBy(desc(logEntry.seq))
    .limit(1)
  if (said) return (said.payload.limits as MachineLimits | undefined) ?? null
  const [now] = await db.select({ limits: printerModel.limits }).from(printerModel).where(eq(printerModel.id, modelId))
  return now?.limits ?? null
}
