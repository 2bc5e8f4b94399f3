import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm'
import { moneyWords } from '@diatribon/contract'
import type { Names } from '../actions/actionKind.ts'
import type { Db } from '../platform/database.ts'
import {
  cause,
  checkSheet,
  checkType,
  checkVersion,
  faultTest,
  partType,
  person,
  printer,
  site,
  slot,
  spool,
  stepResult,
  stockItem,
  symptom,
  upgrade,
} from '../platform/tables.ts'
import type { LogRow } from '../actions/pieces/logRow.ts'
import { measured } from '../actions/pieces/measured.ts'

/** Names of everything that these lines of the book speak of, and of some more people. */
export async function namesFor(db: Db, rows: LogRow[], morePeople: string[] = []): Promise<Names> {
  const ids = (pick: (row: LogRow) => unknown) => [
    ...new Set(rows.map(pick).filter((id): id is string => typeof id === 'string')),
  ]
  const read = async (
    table: typeof printer | typeof slot | typeof partType | typeof spool | typeof upgrade | typeof stockItem,
    wanted: string[],
  ) =>
    wanted.length === 0
      ? new Map<string, string>()
      : new Map(
          (await db.select({ id: table.id, name: table.name }).from(table).where(inArray(table.id, wanted))).map(
            (r) => [r.id, r.name],
          ),
        )
  const deep = (...names: string[]) => [...new Set(rows.flatMap(({ payload }) => idsIn(payload, new Set(names))))]
  const printers = await read(printer, [...ids((row) => row.printerId), ...deep('toPrinterId', 'sisterId')])
  const slots = await read(slot, deep('slotId', 'toSlotId'))
  const spools = await read(spool, deep('spoolId'))
  const upgrades = await read(upgrade, deep('upgradeId'))
  const items = await read(stockItem, deep('itemId'))
  const [place] = await db.select({ currency: site.currency }).from(site).limit(1)
  const currency = place?.currency ?? 'EUR'
  const types = await read(partType, deep('partTypeId', 'replacementPartTypeId'))
  const people = new Map(
    (
      await db
        .select({ id: person.id, name: person.displayName })
        .from(person)
        .where(inArray(person.id, [...new Set([...ids((row) => row.personId), ...deep('personId'), ...morePeople])]))
    ).map((r) => [r.id, r.name]),
  )
  const known = async (table: typeof symptom | typeof cause | typeof faultTest, wanted: string[]) =>
    wanted.length === 0
      ? new Map<string, string>()
      : new Map(
          (
            await db
              .select({ id: table.id, name: sql<string>`${table.content}->>'name'` })
              .from(table)
              .where(inArray(table.id, wanted))
          ).map((r) => [r.id, r.name]),
        )
  const symptoms = await known(symptom, deep('symptomId'))
  const causes = await known(cause, deep('causeId'))
  const tests = await known(faultTest, deep('testId'))
  const checks = await checkNames(db, deep('checkTypeId'))
  const sheets = await sheetNames(db, deep('sheetId'))
  return {
    symptom: (id) => symptoms.get(id) ?? 'unknown symptom',
    cause: (id) => causes.get(id) ?? 'unknown cause',
    faultTest: (id) => tests.get(id) ?? 'unknown test',
    checkType: (id) => checks.get(id) ?? 'unknown check',
    sheet: (id) => sheets.get(id) ?? { check: 'unknown check', step: () => 'unknown step', found: '' },
    printer: (id) => printers.get(id) ?? 'unknown printer',
    slot: (id) => slots.get(id) ?? 'unknown slot',
    upgrade: (id) => upgrades.get(id) ?? 'unknown upgrade',
    item: (id) => items.get(id) ?? 'unknown item',
    money: (minor) => moneyWords(minor, currency),
    spool: (id) => spools.get(id) ?? 'unknown spool',
    partType: (id) => types.get(id) ?? 'unknown part type',
    person: (id) => people.get(id) ?? 'unknown person',
  }
}

async function checkNames(db: Db, ids: string[]): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map()
  const rows = await db
    .select({ id: checkType.id, name: checkType.name })
    .from(checkType)
    .where(inArray(checkType.id, ids))
  return new Map(rows.map(({ id, name }) => [id, name]))
}

/** Sheets with the names of their day, and what was found in short. */
async function sheetNames(db: Db, ids: string[]) {
  if (ids.length === 0) return new Map<string, ReturnType<Names['sheet']>>()
  const rows = await db
    .select({ id: checkSheet.id, content: checkVersion.content })
    .from(checkSheet)
    .innerJoin(
      checkVersion,
      and(eq(checkVersion.checkTypeId, checkSheet.checkTypeId), eq(checkVersion.version, checkSheet.version)),
    )
    .where(inArray(checkSheet.id, ids))
  const results = await db
    .select()
    .from(stepResult)
    .where(and(inArray(stepResult.sheetId, ids), isNull(stepResult.replacedSeq)))
    .orderBy(asc(stepResult.seq))
  return new Map(
    rows.map(({ id, content }) => {
      const step = (stepId: string) => content.steps.find((s) => s.id === stepId)?.title ?? 'a step'
      return [
        id,
        {
          check: content.name,
          step,
          found: foundWords(
            results.filter((r) => r.sheetId === id),
            step,
          ),
        },
      ]
    }),
  )
}

/** What a check found: first what is not in order, then what was measured. */
function foundWords(results: (typeof stepResult.$inferSelect)[], step: (id: string) => string): string {
  const out = results.filter(({ isOut }) => isOut)
  const figures = results.filter(({ value, isOut }) => value !== null && !isOut)
  const words = ({ stepId, value, unit, choice }: (typeof results)[number]) =>
    `${step(stepId)} ${value === null ? (choice ?? 'not in order') : `${measured(value)} ${unit}`}`
  return [
    out.length === 0 ? 'all in order' : `not in order: ${out.map(words).join(', ')}`,
    ...(figures.length > 0 ? [figures.map(words).join(', ')] : []),
  ].join('; ')
}

/** Ids under these names, however deep they lie. */
export function idsIn(value: unknown, names: Set<string>): string[] {
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([name, inner]) =>
    names.has(name) && typeof inner === 'string' ? [inner] : idsIn(inner, names),
  )
}
