import Papa from 'papaparse'
import { v5 as derivedId } from 'uuid'
import {
  actionShapes,
  importKinds,
  type Action,
  type ImportKind,
  type ImportLine,
  type ImportColumn,
  type Person,
  type UnclearColumn,
} from '@diatribon/contract'
import { decimalMarkOf, type DecimalMark } from '@diatribon/core'
import { applyAll, recordPart, refusedBy, type Asked, type Touched } from '../actions/door.ts'
import type { Database } from '../platform/database.ts'
import { badInput, checked, Refusal } from '../platform/refusal.ts'
import { BadCell, Row } from './readRows.ts'
import { rowToAction } from './rowActions.ts'
import { openTryRoom } from './tryRoom.ts'

/** Rows that are tried between two reports of progress. */
const triedTogether = 500
/** Rows that share a transaction when they are written: few, so that what others do gets its turn between. */
const writtenTogether = 100
/** Bad rows that are named one by one; the rest is counted. */
const mostNamed = 500

export interface ImportOptions {
  kind: ImportKind
  csv: string
  /** Our column to the column of the file. */
  mapping: Record<string, string>
  /** Which mark begins the decimals of our columns, where the person was asked. */
  marks: Partial<Record<string, DecimalMark>>
  dryRun: boolean
  person: Person
  site: { id: string; timeZone: string }
  now: Date
  /** Asked between blocks of rows: whether the person has gone away or pressed stop. */
  stopped: () => boolean
  tell: (line: ImportLine) => void
  announce: (touched: Touched) => void
}

interface AskedRow {
  row: number
  asked: Asked
}

/**
 * Brings in a table: every row becomes the action that a person would have sent. The whole table is tried first, in a room of
 * its own where it holds nobody up; only when every row can be taken are they written, in slices that let others through. The
 * key of a row follows from what it says, so the same file twice is recorded once, and a file that was stopped goes on.
 */
export async function importCsv({ pool, db, url }: Database, options: ImportOptions): Promise<void> {
  const { kind, csv, mapping, marks, dryRun, person, site, now, stopped, tell, announce } = options
  const read = await readAll()
  if ('unclear' in read) return tell({ unclear: read.unclear })
  const { rows, asked, bad } = read
  const fresh = await tryAll()
  if (stopped()) return
  let recorded = 0
  if (dryRun) recorded = fresh.length
  else if (bad.count === 0) await writeAll()
  tell({ result: { rows, bad: bad.count, recorded: dryRun && bad.count > 0 ? 0 : recorded, dryRun } })

  function nameBad(row: number, reason: string): void {
    if (++bad.count <= mostNamed) tell({ badRow: { row, reason } })
  }

  /** @returns the rows that are not in the book yet */
  async function tryAll(): Promise<AskedRow[]> {
    const printerIds = asked.flatMap(({ asked: { action } }) => ('printerId' in action && action.printerId) || [])
    const keys = asked.map(({ asked: { action } }) => action.key)
    const room = await openTryRoom(url, { printerIds: [...new Set(printerIds)], keys })
    const fresh: AskedRow[] = []
    /** Numbers that no entry of the book can have. */
    let seq = Number.MAX_SAFE_INTEGER - asked.length - 1
    try {
      for (let i = 0; i < asked.length && !stopped(); i += triedTogether) {
        const part = asked.slice(i, i + triedTogether)
        for (const [k, outcome] of (await tryPart(part)).entries()) {
          const { result, row } = outcome
          if (!result.ok) nameBad(part[k]!.row, result.error.message)
          else if (row) fresh.push(part[k]!)
        }
        tell({ progress: { doing: 'trying', done: Math.min(asked.length, i + triedTogether), of: asked.length } })
      }
    } finally {
      await room.close()
    }
    return fresh

    async function tryPart(part: AskedRow[]): ReturnType<typeof applyAll> {
      const { client, db: tried } = room
      await client.query('SAVEPOINT part')
      try {
        const outcomes = await applyAll(
          client,
          tried,
          part.map(({ asked }) => ({ ...asked, seq: ++seq })),
        )
        await client.query('RELEASE SAVEPOINT part')
        return outcomes
      } catch (error) {
        await client.query('ROLLBACK TO SAVEPOINT part')
        if (part.length === 1) return [{ result: refusedBy(error), row: null }]
        // One of them brought the statement down: each for itself.
        const outcomes = []
        for (const one of part) outcomes.push(...(await tryPart([one])))
        return outcomes
      }
    }
  }

  async function writeAll(): Promise<void> {
    for (let i = 0; i < fresh.length && !stopped(); i += writtenTogether) {
      const part = fresh.slice(i, i + writtenTogether)
      const results = await recordPart(
        pool,
        part.map(({ asked }) => asked),
        { announce, onFailure: () => undefined },
      )
      for (const [k, result] of results.entries())
        if (result.ok) recorded++
        else nameBad(part[k]!.row, result.error.message) // something was changed since it was tried
      tell({ progress: { doing: 'writing', done: Math.min(fresh.length, i + writtenTogether), of: fresh.length } })
    }
  }

  /** Every row as an action, in order of time: a printer's past must not arrive backwards. */
  async function readAll() {
    const parsed = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: 'greedy',
    })
    requireColumns(kind, mapping, parsed.meta.fields ?? [])
    const decided = marksOf(kind, mapping, marks, parsed.data)
    if ('unclear' in decided) return decided
    const bad = { count: 0 }
    const asked: AskedRow[] = []
    const toAction = await rowToAction(db, kind)
    const broken = new Map(parsed.errors.map(({ row, message }) => [row ?? -1, message]))
    for (const [i, cells] of parsed.data.entries()) {
      const number = i + 2 // the header is row 1
      try {
        if (broken.has(i)) throw new BadCell(`the row does not fit its header: ${broken.get(i)}`)
        const made = toAction(new Row(cells, mapping, site.timeZone, decided.marks))
        const action = { ...made, key: derivedId(JSON.stringify(made), site.id) } as Action
        checked(actionShapes[action.kind].schema, action)
        if (new Date(action.at) > now) throw new BadCell('it lies in the future')
        asked.push({
          row: number,
          asked: { action, siteId: site.id, personId: person.id, person, recordedAt: now, isPast: true },
        })
      } catch (error) {
        if (!(error instanceof BadCell || error instanceof Refusal)) throw error
        if (++bad.count <= mostNamed) tell({ badRow: { row: number, reason: error.message } })
      }
    }
    asked.sort((a, b) => Date.parse(a.asked.action.at) - Date.parse(b.asked.action.at) || a.row - b.row)
    return { rows: parsed.data.length, asked, bad }
  }
}

/**
 * Which mark begins the decimals in each column of figures. A column of which no figure can be read in one way only is asked
 * about, since 1.830 may be a little less than two hours or a little more than eighteen hundred.
 */
function marksOf(
  kind: ImportKind,
  mapping: Record<string, string>,
  chosen: ImportOptions['marks'],
  rows: Record<string, string>[],
): { marks: ImportOptions['marks'] } | { unclear: UnclearColumn[] } {
  const marks: ImportOptions['marks'] = {}
  const unclear: UnclearColumn[] = []
  for (const [name, column] of Object.entries(importKinds[kind].columns) as [string, ImportColumn][]) {
    const header = mapping[name]
    if (!column.figure || header === undefined) continue
    const found = decimalMarkOf(rows.map((cells) => cells[header] ?? ''))
    const mark = chosen[name] ?? found
    if (mark === null) continue
    if (typeof mark === 'string') marks[name] = mark
    else
      unclear.push({ column: name, header, text: mark.text, asDecimal: mark.asDecimal, asThousands: mark.asThousands })
  }
  return unclear.length > 0 ? { unclear } : { marks }
}

function requireColumns(kind: ImportKind, mapping: Record<string, string>, headers: string[]): void {
  const columns = importKinds[kind].columns as Record<string, ImportColumn>
  for (const [ours, theirs] of Object.entries(mapping)) {
    if (!Object.hasOwn(columns, ours)) throw badInput(`mapping.${ours}`, `mapping: ${ours} is no column of this import`)
    if (!headers.includes(theirs)) throw badInput(`mapping.${ours}`, `mapping: the file has no column called ${theirs}`)
  }
  for (const [ours, { words, needed }] of Object.entries(columns))
    if (needed && !mapping[ours]) throw badInput(`mapping.${ours}`, `mapping: say which column holds “${words}”`)
}
