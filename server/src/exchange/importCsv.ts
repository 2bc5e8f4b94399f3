import Papa from 'papaparse'
import { v5 as derivedId } from 'uuid'
import {
  actionShapes,
  capital,
  columnsOf,
  readInput,
  type Action,
  type ImportKind,
  type ImportLine,
  type LiveNotice,
  type Person,
  type UnclearColumn,
} from '@diatribon/contract'
import {
  decodeTable,
  separatorOf,
  tableOf,
  understandColumn,
  type ColumnAnswer,
  type ColumnQuestion,
  type Table,
  given,
} from '@diatribon/core'
import { applyAll, recordPart, refusedBy, type Asked } from '../actions/door.ts'
import type { Database } from '../platform/database.ts'
import { badInput, Refusal } from '../platform/refusal.ts'
import { Row } from './readRows.ts'
import { rowActions, type RowActions } from './rowActions.ts'
import { openDryRun } from './dryRun.ts'

const mostColumns = 500
/** Rows that are tried between two reports of progress. */
const triedTogether = 500
/** Rows that share a transaction when they are written: few, so that what others do gets its turn between. */
const writtenTogether = 100
export interface ImportOptions {
  kind: ImportKind
  /** The file as it is. */
  bytes: Uint8Array
  /** Our column to the column of the file; null: the file has our own names. */
  mapping: Record<string, string> | null
  /** What the person said of our columns, where they could be read in two ways or hold words of their own. */
  answers: Record<string, ColumnAnswer>
  dryRun: boolean
  person: Person
  site: { id: string; timeZone: string }
  now: Date
  /** Asked between blocks of rows: whether the person has gone away or pressed stop. */
  stopped: () => boolean
  tell: (line: ImportLine) => void
  announce: (notice: LiveNotice) => void
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
  const { kind, bytes, dryRun, person, site, now, stopped, tell, announce } = options
  const read = await readAll()
  if ('unclear' in read) return tell({ unclear: read.unclear })
  const { rows, asked, bad, about } = read
  const fresh = await tryAll()
  if (stopped()) return
  let recorded = 0
  if (dryRun) recorded = fresh.length
  else if (bad.count === 0) await writeAll()
  tell({ result: { rows, bad: bad.count, recorded: dryRun && bad.count > 0 ? 0 : recorded, dryRun } })

  function nameBad(row: number, reason: string): void {
    bad.count++
    tell({ badRow: { row, reason } })
  }

  /** @returns the rows that are not in the book yet */
  async function tryAll(): Promise<AskedRow[]> {
    const named = asked.flatMap(({ asked: { action } }) => ('printerId' in action && action.printerId) || [])
    const printerIds = [...new Set([...named, ...about.printerIds])]
    const keys = [...asked.map(({ asked: { action } }) => action.key), ...about.entryKeys]
    const room = await openDryRun(url, { printerIds, keys })
    const fresh: AskedRow[] = []
    /** Numbers that no entry of the book can have. */
    let seq = Number.MAX_SAFE_INTEGER - asked.length - 1
    try {
      for (let i = 0; i < asked.length && !stopped(); i += triedTogether) {
        const part = asked.slice(i, i + triedTogether)
        for (const [k, outcome] of (await tryPart(part)).entries()) {
          const { result, row } = outcome
          if (!result.ok) nameBad(given(part[k]).row, result.error.message)
          else if (row) fresh.push(given(part[k]))
        }
        tell({ progress: { doing: 'trying', done: Math.min(asked.length, i + triedTogether), of: asked.length } })
      }
    } finally {
      await room.close()
    }
    return fresh

    async function tryPart(part: AskedRow[]): Promise<Awaited<ReturnType<typeof applyAll>>['outcomes']> {
      const { client, db: tried } = room
      await client.query('SAVEPOINT part')
      try {
        const { outcomes } = await applyAll(
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
        else nameBad(given(part[k]).row, result.error.message) // something was changed since it was tried
      tell({ progress: { doing: 'writing', done: Math.min(fresh.length, i + writtenTogether), of: fresh.length } })
    }
  }

  /** Every row as an action, in order of time: a printer's past must not arrive backwards. */
  async function readAll(): Promise<
    | { unclear: UnclearColumn[] }
    | { rows: number; asked: AskedRow[]; bad: { count: number }; about: Omit<RowActions, 'toAction'> }
  > {
    const table = readTable(bytes)
    const mapping = options.mapping ?? ownNames(kind, table.headers)
    requireColumns(kind, mapping, table.headers)
    const place = Object.entries(mapping).map(([ours, header]) => [ours, table.headers.indexOf(header)] as const)
    const { answers, unclear } = understand(kind, { table, place, said: options.answers })
    if (unclear.length > 0) return { unclear }
    const bad = { count: 0 }
    const asked: AskedRow[] = []
    const { toAction, ...about } = await rowActions(db, kind)
    for (const { row: number, cells, tooMany } of table.rows) {
      const texts = Object.fromEntries(place.map(([ours, at]) => [ours, cells[at] ?? '']))
      const row = new Row(texts, { kind, headers: mapping, answers, timeZone: site.timeZone })
      if (tooMany) row.fault('there is more in the row than the columns that have a name')
      const made = toAction(row)
      const action = made && ({ ...made, key: derivedId(JSON.stringify(made), site.id) } as Action)
      if (action) noteShape(row, action)
      if (!action || row.faults.length > 0) {
        bad.count++
        tell({ badRow: { row: number, reason: sentences(row.faults) } })
        continue
      }
      asked.push({
        row: number,
        asked: { action, siteId: site.id, personId: person.id, person, recordedAt: now, isPast: true },
      })
    }
    asked.sort((a, b) => Date.parse(a.asked.action.at) - Date.parse(b.asked.action.at) || a.row - b.row)
    return { rows: table.rows.length, asked, bad, about }
  }

  function noteShape(row: Row, action: Action): void {
    const read = readInput(actionShapes[action.kind].schema, action)
    if (!read.ok) for (const sentence of Object.values(read.fields)) row.fault(sentence)
    if (new Date(action.at) > now) row.fault('it lies in the future')
  }
}

/** @throws Refusal when it is no table */
function readTable(bytes: Uint8Array): Table {
  let text: string
  try {
    text = decodeTable(bytes).text
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    throw new Refusal(
      400,
      'bad-input',
      'The file is not plain text. Save it in the spreadsheet as CSV (comma or semicolon between the columns) and try again.',
    )
  }
  const delimiter = separatorOf(text)
  const table = tableOf(Papa.parse<string[]>(text, { header: false, skipEmptyLines: false, delimiter }).data)
  if (table.headers.length > mostColumns)
    throw badInput(
      'file',
      `The file has ${table.headers.length.toLocaleString('en-GB')} columns; at most ${mostColumns} are read. Is it a table?`,
    )
  return table
}

/** How each column is to be read, and what has to be asked first. */
function understand(
  kind: ImportKind,
  of: { table: Table; place: readonly (readonly [string, number])[]; said: ImportOptions['answers'] },
): { answers: ImportOptions['answers']; unclear: UnclearColumn[] } {
  const answers: ImportOptions['answers'] = {}
  const unclear: UnclearColumn[] = []
  for (const [ours, at] of of.place) {
    const texts = of.table.rows.map(({ cells }) => cells[at] ?? '')
    const understood = understandColumn(given(columnsOf(kind)[ours]).type, texts, of.said[ours])
    if ('answer' in understood) answers[ours] = understood.answer
    else
      unclear.push({
        column: ours,
        header: given(of.table.headers[at]),
        asks: understood.question.asks,
        written: writtenIn(understood.question),
      })
  }
  return { answers, unclear }
}

const writtenIn = (question: ColumnQuestion) => (question.asks === 'words' ? question.words : [question.text])

/** Every fault of a row, each as a sentence. */
const sentences = (faults: readonly string[]) =>
  [...new Set(faults)].map((fault) => `${capital(fault).replace(/\.$/, '')}.`).join(' ')

/** Columns that are called as ours are. */
function ownNames(kind: ImportKind, headers: readonly string[]): Record<string, string> {
  return Object.fromEntries(
    Object.keys(columnsOf(kind))
      .filter((name) => headers.includes(name))
      .map((name) => [name, name]),
  )
}

function requireColumns(kind: ImportKind, mapping: Record<string, string>, headers: readonly string[]): void {
  const columns = columnsOf(kind)
  for (const [ours, theirs] of Object.entries(mapping)) {
    if (!Object.hasOwn(columns, ours)) throw badInput(`mapping.${ours}`, `“${ours}” is no column of this import.`)
    if (!headers.includes(theirs)) throw badInput(`mapping.${ours}`, `The file has no column called “${theirs}”.`)
  }
  for (const [ours, { words, needed }] of Object.entries(columns))
    if (needed && !mapping[ours]) throw badInput(`mapping.${ours}`, `Say which column holds “${words}”.`)
}
