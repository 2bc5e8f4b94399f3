import { and, desc, eq, gte, inArray, isNotNull, isNull } from 'drizzle-orm'
import type { Role, ReturnLine, ReturnToService } from '@diatribon/contract'
import { given, hourMs, returnList, type ReturnItem } from '@diatribon/core'
import { mayDoFor } from './mayDo.ts'
import type { Db } from '../platform/database.ts'
import {
  checkSheet,
  checkType,
  fault,
  fitting,
  guard,
  person,
  printer,
  printerEvent,
  repair,
  returnTick,
  slot,
  testPrint,
  upset,
} from '../platform/tables.ts'

type UpsetRow = typeof upset.$inferSelect

/**
 * What the changes since a printer came down ask for, by the table of what a change upsets.
 * @param asOf whether a wait is over is judged at this moment; everything that was told counts, for clocks of two processes differ
 */
export async function returnItems(
  db: Db,
  of: { id: string; siteId: string; upsetSince: Date | null },
  asOf: Date,
): Promise<{ items: ReturnItem[]; rules: UpsetRow[] }> {
  const { id: printerId, siteId, upsetSince: since } = of
  if (!since) return { items: [], rules: [] }
  const inForce = await db
    .select()
    .from(upset)
    .where(and(eq(upset.siteId, siteId), eq(upset.dropped, false)))
  // A check that was retired cannot be done, so it is not asked for.
  const retired = await db.select({ id: checkType.id }).from(checkType).where(eq(checkType.retired, true))
  const rules = inForce.map((rule) => ({
    ...rule,
    redo: rule.redo.filter((id) => !retired.some((one) => one.id === id)),
  }))
  const fitted = await db
    .select({ id: fitting.id, kind: slot.kind, at: fitting.fittedAt })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .where(and(eq(fitting.printerId, printerId), isNull(fitting.takenBackSeq), gte(fitting.fittedAt, since)))
  const events = await db
    .select()
    .from(printerEvent)
    .where(and(eq(printerEvent.printerId, printerId), isNull(printerEvent.takenBackSeq), gte(printerEvent.at, since)))
  const sheets = await db
    .select({ checkTypeId: checkSheet.checkTypeId, at: checkSheet.finishedAt })
    .from(checkSheet)
    .where(and(eq(checkSheet.printerId, printerId), eq(checkSheet.outcome, 'done'), gte(checkSheet.finishedAt, since)))
  const ticks = await db
    .select()
    .from(returnTick)
    .where(and(eq(returnTick.printerId, printerId), gte(returnTick.at, since)))
    .orderBy(returnTick.seq)
  const prints = await db
    .select()
    .from(testPrint)
    .where(and(eq(testPrint.printerId, printerId), gte(testPrint.at, since)))
    .orderBy(testPrint.seq)
  const closed = await db
    .select({ at: fault.closedAt })
    .from(fault)
    .where(and(eq(fault.printerId, printerId), gte(fault.closedAt, since), isNotNull(fault.closing)))
  const mended = await db
    .select({ row: repair, slot: slot.name })
    .from(repair)
    .innerJoin(slot, eq(slot.id, repair.slotId))
    .where(and(eq(repair.printerId, printerId), isNull(repair.takenBackSeq), gte(repair.at, since)))
    .orderBy(repair.seq)
  const checksDoneMs: Record<string, number> = {}
  for (const { checkTypeId, at } of sheets)
    checksDoneMs[checkTypeId] = Math.max(checksDoneMs[checkTypeId] ?? 0, given(at).getTime())
  const items = returnList(
    rules,
    {
      changes: [
        ...fitted.map(({ id, kind, at }) => ({
          what: { slotKind: kind },
          atMs: at.getTime(),
          mended: mended.some(({ row }) => row.goesOnId === id),
        })),
        ...events.map(({ event, at }) => ({ what: { event }, atMs: at.getTime() })),
      ],
      checksDoneMs,
      settled: ticks.map(({ item, at, waived }) => ({ item, atMs: at.getTime(), waived: waived !== null })),
      testPrints: prints.map(({ at, passed }) => ({ atMs: at.getTime(), passed })),
      closedMs: closed.map(({ at }) => given(at).getTime()),
      cures: mended
        .filter(({ row }) => row.cureHours > 0)
        .map(({ row, slot: name }) => ({
          id: String(row.seq),
          words: `${name} ${row.way}: it must cure`,
          atMs: row.at.getTime(),
          untilMs: row.at.getTime() + row.cureHours * hourMs,
        })),
    },
    asOf.getTime(),
  )
  return { items, rules }
}

/** The list as a person sees it, with guards that are off and faults that say stop. */
export async function returnToService(
  db: Db,
  of: typeof printer.$inferSelect,
  now: Date,
  reader: { id: string; role: Role },
): Promise<ReturnToService> {
  const { items, rules } = await returnItems(db, of, now)
  const mayDo = await mayDoFor(db, reader, now)
  const names = new Map(
    (
      await db
        .select()
        .from(checkType)
        .where(
          inArray(
            checkType.id,
            items.flatMap(({ checkTypeId }) => checkTypeId ?? []),
          ),
        )
    ).map((row) => [row.id, row]),
  )
  const open = await db
    .select({ id: checkSheet.id, checkTypeId: checkSheet.checkTypeId })
    .from(checkSheet)
    .where(and(eq(checkSheet.printerId, of.id), isNull(checkSheet.outcome)))
  const ticks = await db
    .select({ row: returnTick, who: person.displayName })
    .from(returnTick)
    .innerJoin(person, eq(person.id, returnTick.personId))
    .where(and(eq(returnTick.printerId, of.id), gte(returnTick.at, of.upsetSince ?? now)))
    .orderBy(desc(returnTick.seq))
  const lines = items.map((item): ReturnLine => {
    const rule = rules.find(({ id }) => id === item.upsetId)
    const check = item.checkTypeId ? names.get(item.checkTypeId) : undefined
    const tick = ticks.find(({ row }) => row.item === item.item && row.at.getTime() >= item.sinceMs)
    const signOff = check ? check.content.signOff : (rule?.signOff ?? null)
    return {
      item: item.item,
      kind: item.kind,
      words: check ? check.content.name : item.words,
      after: item.after,
      until: item.untilMs === null ? null : new Date(item.untilMs).toISOString(),
      checkTypeId: item.checkTypeId,
      openSheetId: open.find(({ checkTypeId }) => checkTypeId === item.checkTypeId)?.id ?? null,
      state: item.state,
      by: tick ? { who: tick.who, at: tick.row.at.toISOString(), reason: tick.row.waived ?? tick.row.note } : null,
      signOff,
      caution: rule?.caution ?? null,
      mayDo: mayDo({ role: check ? check.content.role : 'technician', signOff }, of.modelId),
    }
  })
  const anybody = mayDo({ role: 'technician', signOff: null })
  const own = (kind: 'guard' | 'fault', id: string, words: string, after: string): ReturnLine => ({
    item: `${kind} ${id}`,
    kind,
    words,
    after,
    until: null,
    checkTypeId: null,
    openSheetId: null,
    state: 'open',
    by: null,
    signOff: null,
    caution: null,
    mayDo: anybody,
  })
  for (const row of await guardsOff(db, of.id)) lines.push(own('guard', row.id, row.name, 'Guard off'))
  for (const row of await faultsThatStop(db, of.id)) lines.push(own('fault', row.id, row.symptom, 'Fault, not closed'))
  return { lines, isClear: lines.every(({ state }) => state !== 'open') }
}

export function guardsOff(db: Db, printerId: string) {
  return db
    .select()
    .from(guard)
    .where(and(eq(guard.printerId, printerId), isNull(guard.backSeq)))
}

/** Faults that say that printing should stop, neither closed nor lifted. */
export function faultsThatStop(db: Db, printerId: string) {
  return db
    .select()
    .from(fault)
    .where(
      and(eq(fault.printerId, printerId), isNull(fault.closedSeq), isNull(fault.liftedSeq), eq(fault.mayGoOn, false)),
    )
}
