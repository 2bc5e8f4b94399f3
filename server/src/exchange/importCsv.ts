import Papa from 'papaparse'
import { v5 as derivedId } from 'uuid'
import {
  actionShapes,
  importKinds,
  type Action,
  type ImportKind,
  type ImportLine,
  type Person,
} from '@diatribon/contract'
import { applyAll, touchedBy, type Asked, type Touched } from '../actions/door.ts'
import { transaction, type Database } from '../platform/database.ts'
import { badInput, checked, Refusal } from '../platform/refusal.ts'
import { BadCell, Row } from './readRows.ts'
import { rowToAction } from './rowActions.ts'

/** Rows that are applied between two reports of progress. */
const together = 500
/** Bad rows that are named one by one; the rest is counted. */
const mostNamed = 500

export interface ImportOptions {
  kind: ImportKind
  csv: string
  /** Our column to the column of the file. */
  mapping: Record<string, string>
  dryRun: boolean
  person: Person
  site: { id: string; timeZone: string }
  now: Date
  /** Asked between blocks of rows: whether the person has gone away or pressed stop. */
  stopped: () => boolean
  tell: (line: ImportLine) => Promise<void>
  announce: (touched: Touched) => void
}

class TakenBack extends Error {}

/**
 * Brings in a table, all of it or nothing: every row becomes the action that a person would have sent, and one transaction
 * holds them all. A dry run does the same and then takes everything back. The key of a row follows from what it says, so
 * that the same file twice is recorded once.
 */
export async function importCsv({ pool, db }: Database, options: ImportOptions): Promise<void> {
  const { kind, csv, mapping, dryRun, person, site, now, stopped, tell, announce } = options
  const { rows, asked, bad } = await readAll()
  let recorded = 0
  const touched: Touched = { areas: new Set(), printerIds: new Set(), seq: 0 }
  try {
    await transaction(pool, async (client, tx) => {
      for (let i = 0; i < asked.length; i += together) {
        if (stopped()) throw new TakenBack()
        const part = asked.slice(i, i + together)
        const outcomes = await applyAll(
          client,
          tx,
          part.map(({ asked }) => asked),
        )
        for (const [k, { result, row }] of outcomes.entries()) {
          if (!result.ok) await nameBad(part[k]!.row, result.error.message)
          else if (row) recorded++
        }
        const also = touchedBy(outcomes)
        for (const area of also.areas) touched.areas.add(area)
        for (const id of also.printerIds) touched.printerIds.add(id)
        touched.seq = Math.max(touched.seq, also.seq)
        await tell({ progress: { done: Math.min(asked.length, i + together), of: asked.length } })
      }
      if (dryRun || bad.count > 0) throw new TakenBack()
    })
    announce(touched)
  } catch (error) {
    if (!(error instanceof TakenBack)) throw error
    if (stopped()) return
  }
  await tell({ result: { rows, bad: bad.count, recorded: bad.count > 0 ? 0 : recorded, dryRun } })

  async function nameBad(row: number, reason: string): Promise<void> {
    if (++bad.count <= mostNamed) await tell({ badRow: { row, reason } })
  }

  /** Every row as an action, in order of time: a printer's past must not arrive backwards. */
  async function readAll() {
    const parsed = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: 'greedy',
    })
    requireColumns(kind, mapping, parsed.meta.fields ?? [])
    const bad = { count: 0 }
    const asked: { row: number; asked: Asked }[] = []
    const toAction = await rowToAction(db, kind)
    const broken = new Map(parsed.errors.map(({ row, message }) => [row ?? -1, message]))
    for (const [i, cells] of parsed.data.entries()) {
      const number = i + 2 // the header is row 1
      try {
        if (broken.has(i)) throw new BadCell(`the row does not fit its header: ${broken.get(i)}`)
        const made = toAction(new Row(cells, mapping, site.timeZone))
        const action = { ...made, key: derivedId(JSON.stringify(made), site.id) } as Action
        checked(actionShapes[action.kind].schema, action)
        if (new Date(action.at) > now) throw new BadCell('it lies in the future')
        asked.push({
          row: number,
          asked: { action, siteId: site.id, personId: person.id, person, recordedAt: now, isPast: true },
        })
      } catch (error) {
        if (!(error instanceof BadCell || error instanceof Refusal)) throw error
        if (++bad.count <= mostNamed) await tell({ badRow: { row: number, reason: error.message } })
      }
    }
    asked.sort((a, b) => Date.parse(a.asked.action.at) - Date.parse(b.asked.action.at) || a.row - b.row)
    return { rows: parsed.data.length, asked, bad }
  }
}

function requireColumns(kind: ImportKind, mapping: Record<string, string>, headers: string[]): void {
  const columns = importKinds[kind].columns as Record<string, { words: string; needed: boolean }>
  for (const [ours, theirs] of Object.entries(mapping)) {
    if (!Object.hasOwn(columns, ours)) throw badInput(`mapping.${ours}`, `mapping: ${ours} is no column of this import`)
    if (!headers.includes(theirs)) throw badInput(`mapping.${ours}`, `mapping: the file has no column called ${theirs}`)
  }
  for (const [ours, { words, needed }] of Object.entries(columns))
    if (needed && !mapping[ours]) throw badInput(`mapping.${ours}`, `mapping: say which column holds “${words}”`)
}
