import { and, desc, eq, gte, inArray, isNotNull, isNull } from 'drizzle-orm'
import type { CheckContent, Role, ReturnLine, ReturnToService } from '@diatribon/contract'
import { given, hourMs, isCheckFor, returnList, type ReturnItem } from '@diatribon/core'
import { machinesOf } from './machines.ts'
import { materialFamilies } from './materialFamily.ts'
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

/** What a printer's return to service is worked out from. */
export type ComesBack = Pick<typeof printer.$inferSelect, 'id' | 'siteId' | 'modelId' | 'upsetSince'>

/** What one printer is asked for. */
export async function returnItems(
  db: Db,
  of: ComesBack,
  asOf: Date,
): Promise<{ items: ReturnItem[]; rules: UpsetRow[] }> {
  return (await returnItemsOf(db, [of], asOf)).get(of.id) ?? { items: [], rules: [] }
}

/**
 * What the changes since printers came down ask for, by the table of what a change upsets; nothing for those that are not down.
 * @param asOf whether a wait is over is judged at this moment; everything that was told counts, for clocks of two processes differ
 */
export async function returnItemsOf(
  db: Db,
  of: readonly ComesBack[],
  asOf: Date,
): Promise<Map<string, { items: ReturnItem[]; rules: UpsetRow[] }>> {
  const down = of.flatMap(({ upsetSince, ...one }) => (upsetSince ? [{ ...one, since: upsetSince }] : []))
  if (down.length === 0) return new Map()
  const ids = down.map(({ id }) => id)
  const first = new Date(Math.min(...down.map(({ since }) => since.getTime())))
  const inForce = await db.select().from(upset).where(eq(upset.dropped, false))
  // A check that was retired, or that needs what the machine has not, cannot be done, so it is not asked for.
  const checks = await db
    .select({ id: checkType.id, content: checkType.content })
    .from(checkType)
    .where(eq(checkType.retired, false))
  const machines = await machinesOf(db, ids, asOf)
  const rulesFor = ({ id: printerId, siteId, modelId }: Omit<ComesBack, 'upsetSince'>) => {
    const machine = given(machines.get(printerId))
    const isFor = ({ models, steps }: CheckContent) =>
      (models.length === 0 || models.includes(modelId)) && isCheckFor(steps, machine)
    const done = new Set(checks.flatMap(({ id, content }) => (isFor(content) ? [id] : [])))
    return inForce
      .filter((rule) => rule.siteId === siteId)
      .map((rule) => ({ ...rule, redo: rule.redo.filter((id) => done.has(id)) }))
  }
  const fitted = await db
    .select({ printerId: fitting.printerId, id: fitting.id, kind: slot.kind, at: fitting.fittedAt })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .where(and(inArray(fitting.printerId, ids), isNull(fitting.takenBackSeq), gte(fitting.fittedAt, first)))
  const events = await db
    .select()
    .from(printerEvent)
    .where(and(inArray(printerEvent.printerId, ids), isNull(printerEvent.takenBackSeq), gte(printerEvent.at, first)))
  const families = await materialFamilies(db)
  const finished = await db
    .select({ printerId: checkSheet.printerId, checkTypeId: checkSheet.checkTypeId, at: checkSheet.finishedAt })
    .from(checkSheet)
    .where(and(inArray(checkSheet.printerId, ids), eq(checkSheet.outcome, 'done'), gte(checkSheet.finishedAt, first)))
  const ticks = await db
    .select()
    .from(returnTick)
    .where(and(inArray(returnTick.printerId, ids), gte(returnTick.at, first)))
    .orderBy(returnTick.seq)
  const prints = await db
    .select()
    .from(testPrint)
    .where(and(inArray(testPrint.printerId, ids), gte(testPrint.at, first)))
    .orderBy(testPrint.seq)
  const closings = await db
    .select({ printerId: fault.printerId, at: fault.closedAt })
    .from(fault)
    .where(and(inArray(fault.printerId, ids), gte(fault.closedAt, first), isNotNull(fault.closing)))
  const repairs = await db
    .select({ printerId: repair.printerId, at: repair.at, row: repair, slot: slot.name })
    .from(repair)
    .innerJoin(slot, eq(slot.id, repair.slotId))
    .where(and(inArray(repair.printerId, ids), isNull(repair.takenBackSeq), gte(repair.at, first)))
    .orderBy(repair.seq)
  const found = { fitted, events: events.filter(families.matters), finished, ticks, prints, closings, repairs }
  return new Map(
    down.map((one) => {
      const own = rulesFor(one)
      return [one.id, { items: itemsOf(one, own, found, asOf), rules: own }]
    }),
  )
}

interface Happened {
  printerId: string
  at: Date | null
}

interface Found {
  fitted: (Happened & { id: string; kind: string; at: Date })[]
  events: (typeof printerEvent.$inferSelect)[]
  finished: (Happened & { checkTypeId: string })[]
  ticks: (typeof returnTick.$inferSelect)[]
  prints: (typeof testPrint.$inferSelect)[]
  closings: Happened[]
  repairs: (Happened & { row: typeof repair.$inferSelect; slot: string })[]
}

/** Of everything that was found what happened to this printer since it came down, and what that asks for. */
function itemsOf(of: { id: string; since: Date }, rules: UpsetRow[], found: Found, asOf: Date): ReturnItem[] {
  const own = <Row extends Happened>(rows: readonly Row[]) =>
    rows.filter(({ printerId, at }) => printerId === of.id && at !== null && at >= of.since)
  const mended = own(found.repairs)
  const checksDoneMs: Record<string, number> = {}
  for (const { checkTypeId, at } of own(found.finished))
    checksDoneMs[checkTypeId] = Math.max(checksDoneMs[checkTypeId] ?? 0, given(at).getTime())
  return returnList(
    rules,
    {
      changes: [
        ...own(found.fitted).map(({ id, kind, at }) => ({
          what: { slotKind: kind },
          atMs: at.getTime(),
          mended: mended.some(({ row }) => row.goesOnId === id),
        })),
        ...own(found.events).map(({ event, at }) => ({ what: { event }, atMs: at.getTime() })),
      ],
      checksDoneMs,
      settled: own(found.ticks).map(({ item, at, waived }) => ({ item, atMs: at.getTime(), waived: waived !== null })),
      testPrints: own(found.prints).map(({ at, passed }) => ({ atMs: at.getTime(), passed })),
      closedMs: own(found.closings).map(({ at }) => given(at).getTime()),
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
export const faultsThatStop = (db: Db, printerId: string) => openStops(db, [printerId])

/** The same, of several printers. */
export function openStops(db: Db, printerIds: string[]) {
  return db
    .select()
    .from(fault)
    .where(
      and(
        inArray(fault.printerId, printerIds),
        isNull(fault.closedSeq),
        isNull(fault.liftedSeq),
        eq(fault.mayGoOn, false),
      ),
    )
}
