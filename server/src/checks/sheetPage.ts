import { given, stepsOn } from '@diatribon/core'
import { and, asc, desc, eq, inArray, isNotNull, isNull, ne } from 'drizzle-orm'
import { hasColdWork, type CheckSheet, type PrinterChecks, type Role } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import { checkSheet, checkType, checkVersion, logEntry, person, printer, stepResult } from '../platform/tables.ts'
import type { Db } from '../platform/database.ts'
import { dueOn } from '../plan/dueItems.ts'
import { readingKinds } from '../readings/kinds.ts'
import { machinesOf } from '../rules/machines.ts'
import { mayDoFor } from '../rules/mayDo.ts'
import { stepsHere } from '../rules/stepsHere.ts'
import { checksForRelease } from '../rules/workOnStopped.ts'
import { outOf, stateOf, stopColumn } from '../rules/printerState.ts'

const pastShown = 30

type Reader = { id: string; role: Role }

/** One doing of a check, with everything that was found so far. */
export async function sheetPage(db: Db, now: Date, id: string, reader: Reader): Promise<CheckSheet> {
  const [row] = await db
    .select({
      sheet: checkSheet,
      content: checkVersion.content,
      currentVersion: checkType.version,
      printer,
      stop: stopColumn,
    })
    .from(checkSheet)
    .innerJoin(printer, eq(printer.id, checkSheet.printerId))
    .innerJoin(checkType, eq(checkType.id, checkSheet.checkTypeId))
    .innerJoin(
      checkVersion,
      and(eq(checkVersion.checkTypeId, checkSheet.checkTypeId), eq(checkVersion.version, checkSheet.version)),
    )
    .where(eq(checkSheet.id, id))
  if (!row) throw new Refusal(404, 'not-there', 'There is no check with this id.')
  const { sheet, content, currentVersion, printer: of, stop } = row
  const out = outOf({ ...of, stop })
  const results = await db
    .select({ row: stepResult, key: logEntry.key })
    .from(stepResult)
    .innerJoin(logEntry, eq(logEntry.seq, stepResult.seq))
    .where(eq(stepResult.sheetId, id))
    .orderBy(asc(stepResult.seq))
  const ids = [
    sheet.begunBy,
    ...(sheet.finishedBy ? [sheet.finishedBy] : []),
    ...sheet.confirmed.map(({ personId }) => personId),
    ...results.map(({ row }) => row.personId),
  ]
  const names = new Map(
    (
      await db
        .select({ id: person.id, name: person.displayName })
        .from(person)
        .where(inArray(person.id, [...new Set(ids)]))
    ).map((p) => [p.id, p.name]),
  )
  const name = (personId: string) => names.get(personId) ?? 'unknown person'
  const mayDo = await mayDoFor(db, reader, now)
  const machine = given((await machinesOf(db, [of.id], now)).get(of.id))
  // What is over was judged by the limits of its day, not by those of now.
  const asked = sheet.finishedAt
    ? stepsOn(content.steps, machine)
    : stepsHere(content.steps, machine, await readingKinds(db))
  return {
    id,
    printer: {
      id: of.id,
      name: of.name,
      place: `${of.rack}${of.place}`,
      state: stateOf({ ...of, stop }),
      holdReason: of.holdReason,
      out,
    },
    exception: sheet.exception,
    mayHeat: !out || sheet.exception !== null || (await checksForRelease(db, of, now)).has(sheet.checkTypeId),
    checkType: { id: sheet.checkTypeId, version: sheet.version, currentVersion },
    // What was found counts, also where the machine has changed since.
    content: {
      ...content,
      steps: content.steps.flatMap(
        (step) =>
          asked.find(({ id }) => id === step.id) ?? (results.some(({ row }) => row.stepId === step.id) ? [step] : []),
      ),
    },
    begunAt: sheet.begunAt.toISOString(),
    begunBy: name(sheet.begunBy),
    confirmed: sheet.confirmed.map(({ state, personId, at }) => ({ state, who: name(personId), at })),
    results: results.map(({ row: r, key }) => ({
      seq: r.seq,
      key,
      stepId: r.stepId,
      done: r.done,
      value: r.value,
      unit: r.unit,
      choice: r.choice,
      text: r.text,
      photos: r.photos,
      isOut: r.isOut,
      note: r.note,
      who: name(r.personId),
      at: r.at.toISOString(),
      replaced: r.replacedSeq !== null,
    })),
    finishedAt: sheet.finishedAt?.toISOString() ?? null,
    finishedBy: sheet.finishedBy && name(sheet.finishedBy),
    outcome: sheet.outcome,
    reason: sheet.reason,
    mayDo: mayDo(content),
  }
}

/** Turns and past checks of one printer. */
export async function printerChecks(
  db: Db,
  now: Date,
  printerId: string,
  reader: Reader,
): Promise<Omit<PrinterChecks, 'fresh'>> {
  const [known] = await db.select({ row: printer, stop: stopColumn }).from(printer).where(eq(printer.id, printerId))
  if (!known) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
  const isOut = outOf({ ...known.row, stop: known.stop })
  const forRelease = isOut ? await checksForRelease(db, known.row, now) : new Set<string>()
  const { turns } = await dueOn(db, printerId)
  const contents = new Map(
    (await db.select({ id: checkType.id, content: checkType.content }).from(checkType)).map((t) => [t.id, t.content]),
  )
  const mayDo = await mayDoFor(db, reader, now)
  const past = await db
    .select({ sheet: checkSheet, content: checkVersion.content, who: person.displayName })
    .from(checkSheet)
    .innerJoin(
      checkVersion,
      and(eq(checkVersion.checkTypeId, checkSheet.checkTypeId), eq(checkVersion.version, checkSheet.version)),
    )
    .innerJoin(person, eq(person.id, checkSheet.finishedBy))
    .where(and(eq(checkSheet.printerId, printerId), isNotNull(checkSheet.finishedAt)))
    .orderBy(desc(checkSheet.finishedAt))
    .limit(pastShown)
  const out = await outCounts(
    db,
    past.map(({ sheet }) => sheet.id),
  )
  return {
    turns: turns.flatMap((turn) => {
      // A check that was retired a moment ago.
      const content = contents.get(turn.checkType.id)
      if (!content) return []
      const mayNow = hasColdWork(content) || forRelease.has(turn.checkType.id)
      return [{ ...turn, mayDo: mayDo(content), waits: mayNow ? null : isOut }]
    }),
    past: past.map(({ sheet, content, who }) => ({
      id: sheet.id,
      name: content.name,
      version: sheet.version,
      outcome: given(sheet.outcome),
      at: given(sheet.finishedAt).toISOString(),
      who,
      out: out.get(sheet.id) ?? 0,
      reason: sheet.reason,
    })),
  }
}

/** How many results that count are outside their limits, by sheet. */
async function outCounts(db: Db, sheetIds: string[]): Promise<Map<string, number>> {
  if (sheetIds.length === 0) return new Map()
  const rows = await db
    .select({ sheetId: stepResult.sheetId })
    .from(stepResult)
    .where(and(inArray(stepResult.sheetId, sheetIds), isNull(stepResult.replacedSeq), ne(stepResult.isOut, false)))
  const counts = new Map<string, number>()
  for (const { sheetId } of rows) counts.set(sheetId, (counts.get(sheetId) ?? 0) + 1)
  return counts
}
