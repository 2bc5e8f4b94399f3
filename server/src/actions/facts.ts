import { eq, getTableName, sql } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type pg from 'pg'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import { selectRows, writeRows } from '../platform/rows.ts'
import {
  adjustment,
  cause,
  checkSheet,
  checkType,
  checkVersion,
  counterPoint,
  downTime,
  duty,
  enclosureSample,
  fault,
  faultStep,
  faultTest,
  fitting,
  guard,
  job,
  logEntry,
  notice,
  booking,
  taskChoice,
  planRules,
  noteLink,
  box,
  campaign,
  costRates,
  limitChange,
  material,
  setVersion,
  loan,
  neighbourLives,
  partType,
  person,
  policy,
  printer,
  printerEvent,
  printerModel,
  reading,
  readingKind,
  repair,
  returnTick,
  signOff,
  site,
  slot,
  slotKind,
  spool,
  standingRule,
  stepResult,
  stockItem,
  stockMove,
  stockOrder,
  symptom,
  testPiece,
  testPrint,
  training,
  upgrade,
  upgradeChange,
  upgradeVerdict,
  upgradeVersion,
  upset,
  usage,
  workSpan,
} from '../platform/tables.ts'
import { sayChanged, staleBy, writeStale, type Change } from '../kept/staleRows.ts'
import { entryOf, type Entry, type LogRow } from './pieces/logRow.ts'
import { ChangedTopics, type Action } from '@diatribon/contract'

export type PrinterRow = typeof printer.$inferSelect
export type SlotRow = typeof slot.$inferSelect
export type FittingRow = typeof fitting.$inferSelect
export type PartTypeRow = typeof partType.$inferSelect
export type ModelRow = typeof printerModel.$inferSelect
export type UsageRow = typeof usage.$inferSelect
export type CounterPointRow = typeof counterPoint.$inferSelect
export type JobRow = typeof job.$inferSelect
export type SpoolRow = typeof spool.$inferSelect
export type ReadingRow = typeof reading.$inferSelect
export type PersonRow = typeof person.$inferSelect
export type SiteRow = typeof site.$inferSelect
export type CheckTypeRow = typeof checkType.$inferSelect
export type CheckSheetRow = typeof checkSheet.$inferSelect
export type StepResultRow = typeof stepResult.$inferSelect
export type SignOffRow = typeof signOff.$inferSelect
export type FaultRow = typeof fault.$inferSelect
export type StockItemRow = typeof stockItem.$inferSelect
export type UpgradeRow = typeof upgrade.$inferSelect
export type UpgradeChangeRow = typeof upgradeChange.$inferSelect
export type FaultStepRow = typeof faultStep.$inferSelect
export type SetVersionRow = typeof setVersion.$inferSelect
export type ReadingKindRow = typeof readingKind.$inferSelect

type Id = string | number

/** The printer that an action stays within. */
interface Bounds {
  printerId: string
  /** It is only named. */
  leavesAlone: boolean
}

/** A statement that deletes rows, with its values. */
interface Deletion {
  text: string
  values: unknown[]
}

/** Rows of one table as this transaction sees them: loaded ones and changed ones. */
class Store<Row extends object> {
  readonly rows = new Map<Id, Row>()
  readonly changed = new Set<Id>()
  /** Of the changed ones, those that were not there before: another process must not have put them there meanwhile. */
  readonly fresh = new Set<Id>()
  /** The changed ones as they were. */
  readonly was = new Map<Id, Row>()

  constructor(
    readonly table: PgTable,
    readonly id: keyof Row & string,
    /** Whoever sends an action chooses the id: a new row must not take the place of one that is there. */
    readonly idIsChosen = false,
  ) {}

  /** Takes over rows read from the database, unless this transaction has its own newer version. */
  load(rows: Row[]): void {
    for (const row of rows) {
      const id = row[this.id] as Id
      if (!this.changed.has(id)) this.rows.set(id, row)
    }
  }

  get(id: Id): Row | undefined {
    return this.rows.get(id)
  }
}

/** In the order in which rows may refer to each other. */
function openStores() {
  return {
    site: new Store<SiteRow>(site, 'id', true),
    person: new Store<PersonRow>(person, 'id', true),
    slotKind: new Store<typeof slotKind.$inferSelect>(slotKind, 'id', true),
    partType: new Store<PartTypeRow>(partType, 'id', true),
    model: new Store<ModelRow>(printerModel, 'id', true),
    printer: new Store<PrinterRow>(printer, 'id', true),
    slot: new Store<SlotRow>(slot, 'id'),
    fitting: new Store<FittingRow>(fitting, 'id'),
    usage: new Store<UsageRow>(usage, 'seq'),
    counterPoint: new Store<CounterPointRow>(counterPoint, 'id'),
    spool: new Store<SpoolRow>(spool, 'id', true),
    job: new Store<JobRow>(job, 'id', true),
    readingKind: new Store<ReadingKindRow>(readingKind, 'id', true),
    checkType: new Store<CheckTypeRow>(checkType, 'id', true),
    checkVersion: new Store<typeof checkVersion.$inferSelect>(checkVersion, 'id'),
    upset: new Store<typeof upset.$inferSelect>(upset, 'id'),
    checkSheet: new Store<CheckSheetRow>(checkSheet, 'id', true),
    stepResult: new Store<StepResultRow>(stepResult, 'seq'),
    reading: new Store<ReadingRow>(reading, 'id'),
    adjustment: new Store<typeof adjustment.$inferSelect>(adjustment, 'seq'),
    printerEvent: new Store<typeof printerEvent.$inferSelect>(printerEvent, 'id'),
    enclosureSample: new Store<typeof enclosureSample.$inferSelect>(enclosureSample, 'id'),
    duty: new Store<typeof duty.$inferSelect>(duty, 'id', true),
    fault: new Store<typeof fault.$inferSelect>(fault, 'id', true),
    signOff: new Store<SignOffRow>(signOff, 'id'),
    symptom: new Store<typeof symptom.$inferSelect>(symptom, 'id'),
    cause: new Store<typeof cause.$inferSelect>(cause, 'id'),
    faultTest: new Store<typeof faultTest.$inferSelect>(faultTest, 'id'),
    faultStep: new Store<FaultStepRow>(faultStep, 'id', true),
    downTime: new Store<typeof downTime.$inferSelect>(downTime, 'seq'),
    workSpan: new Store<typeof workSpan.$inferSelect>(workSpan, 'seq'),
    testPrint: new Store<typeof testPrint.$inferSelect>(testPrint, 'seq'),
    returnTick: new Store<typeof returnTick.$inferSelect>(returnTick, 'seq'),
    guard: new Store<typeof guard.$inferSelect>(guard, 'id', true),
    training: new Store<typeof training.$inferSelect>(training, 'id', true),
    notice: new Store<typeof notice.$inferSelect>(notice, 'id', true),
    booking: new Store<typeof booking.$inferSelect>(booking, 'id', true),
    taskChoice: new Store<typeof taskChoice.$inferSelect>(taskChoice, 'id'),
    planRules: new Store<typeof planRules.$inferSelect>(planRules, 'id'),
    noteLink: new Store<typeof noteLink.$inferSelect>(noteLink, 'id'),
    policy: new Store<typeof policy.$inferSelect>(policy, 'seq'),
    neighbourLives: new Store<typeof neighbourLives.$inferSelect>(neighbourLives, 'id', true),
    loan: new Store<typeof loan.$inferSelect>(loan, 'seq'),
    box: new Store<typeof box.$inferSelect>(box, 'id', true),
    costRates: new Store<typeof costRates.$inferSelect>(costRates, 'id'),
    stockItem: new Store<StockItemRow>(stockItem, 'id', true),
    stockMove: new Store<typeof stockMove.$inferSelect>(stockMove, 'id'),
    stockOrder: new Store<typeof stockOrder.$inferSelect>(stockOrder, 'id'),
    upgrade: new Store<UpgradeRow>(upgrade, 'id', true),
    upgradeVersion: new Store<typeof upgradeVersion.$inferSelect>(upgradeVersion, 'id'),
    campaign: new Store<typeof campaign.$inferSelect>(campaign, 'id', true),
    upgradeChange: new Store<UpgradeChangeRow>(upgradeChange, 'id', true),
    limitChange: new Store<typeof limitChange.$inferSelect>(limitChange, 'seq'),
    upgradeVerdict: new Store<typeof upgradeVerdict.$inferSelect>(upgradeVerdict, 'seq'),
    material: new Store<typeof material.$inferSelect>(material, 'id'),
    setVersion: new Store<typeof setVersion.$inferSelect>(setVersion, 'id'),
    standingRule: new Store<typeof standingRule.$inferSelect>(standingRule, 'id'),
    testPiece: new Store<typeof testPiece.$inferSelect>(testPiece, 'seq'),
    repair: new Store<typeof repair.$inferSelect>(repair, 'seq'),
  }
}
type Stores = ReturnType<typeof openStores>
/** Tables whose rows are looked up one by one, when an action comes to need them. */
type LookedUp =
  | 'checkType'
  | 'checkVersion'
  | 'checkSheet'
  | 'upset'
  | 'readingKind'
  | 'duty'
  | 'fault'
  | 'faultStep'
  | 'signOff'
  | 'person'
  | 'symptom'
  | 'cause'
  | 'faultTest'
  | 'guard'
  | 'training'
  | 'notice'
  | 'booking'
  | 'taskChoice'
  | 'planRules'
  | 'slotKind'
  | 'neighbourLives'
  | 'stockItem'
  | 'box'
  | 'upgrade'
  | 'campaign'
  | 'upgradeChange'
  | 'setVersion'
type RowOf<K extends keyof Stores> = Stores[K] extends Store<infer Row> ? Row : never

/**
 * The facts as one transaction sees and changes them. Actions read and change rows in memory; `flush` writes each table's
 * changes in one statement. That is what lets a hundred actions cost few round trips, and lets one refused action be
 * undone without touching its neighbours.
 *
 * Refused: a savepoint per action (two more round trips each) and row-by-row statements (about six per action).
 */
export class Facts {
  /** What was written, for the pages that show it. */
  readonly changed = new ChangedTopics()
  private readonly stores = openStores()
  private undo: (() => void)[] = []
  private lines: LogRow[] = []
  private bounds: Bounds | null = null
  private readonly kept = new Map<string, unknown>()
  /** What is deleted before anything is written. */
  private deletions: Deletion[] = []

  constructor(
    readonly client: pg.PoolClient,
    readonly db: Db,
  ) {}

  /** Rows by a column, into this transaction. */
  async load<K extends keyof Stores>(table: K, column: string, values: string[], rest = ''): Promise<void> {
    if (values.length === 0) return
    const store = this.stores[table] as unknown as Store<RowOf<K> & object>
    store.load(await selectRows(this.client, store.table, column, values, rest))
  }

  /** A line for the book, written before the facts that follow from it. */
  append(line: LogRow): void {
    this.lines.push(line)
  }

  /** An entry of the book by its key, this transaction's own included. */
  async entry(key: string): Promise<Entry<Action> | undefined> {
    const own = this.lines.find((line) => line.key === key)
    if (own) return entryOf(own)
    const [row] = await this.db.select().from(logEntry).where(eq(logEntry.key, key))
    return row && entryOf(row)
  }

  async isTakenBack(seq: number): Promise<boolean> {
    await this.flush()
    const rows = await this.db.select({ payload: logEntry.payload }).from(logEntry).where(eq(logEntry.amendsSeq, seq))
    return rows.some(({ payload }) => payload.takeBack === true)
  }

  printer(id: string): PrinterRow {
    return this.known('printer', id, 'printer')
  }

  slot(id: string): SlotRow {
    return this.known('slot', id, 'slot')
  }

  partType(id: string): PartTypeRow {
    return this.known('partType', id, 'part type')
  }

  model(id: string): ModelRow {
    return this.known('model', id, 'printer model')
  }

  find<K extends keyof Stores>(table: K, id: Id): RowOf<K> | undefined {
    return this.stores[table].get(id) as RowOf<K> | undefined
  }

  /**
   * A row that no `needs` has asked for, from the transaction or the database.
   * @param lock keeps others from changing it until this transaction ends
   */
  async look<K extends LookedUp>(table: K, id: string, lock = false): Promise<RowOf<K> | undefined> {
    const store = this.stores[table] as unknown as Store<object>
    if (lock || !store.rows.has(id)) {
      const query = this.db
        .select()
        .from(store.table as typeof checkType)
        .where(sql`id = ${id}`)
      store.load(await (lock ? query.for('update') : query))
    }
    return this.find(table, id)
  }

  /** As `look`, for rows that must be there. @throws Refusal 404 */
  async get<K extends LookedUp>(table: K, id: string, word: string, lock = false): Promise<RowOf<K>> {
    const row = await this.look(table, id, lock)
    if (!row) throw new Refusal(404, 'not-there', `There is no ${word} with the id ${id}.`)
    return row
  }

  /** All rows of a table as this transaction sees them, those that a query has found among them. */
  loaded<K extends keyof Stores>(table: K, found: RowOf<K>[] = []): RowOf<K>[] {
    const store = this.stores[table] as unknown as Store<RowOf<K> & object>
    store.load(found as (RowOf<K> & object)[])
    return [...store.rows.values()]
  }

  spool(id: string): SpoolRow {
    return this.known('spool', id, 'spool')
  }

  fitting(id: string): FittingRow {
    return this.known('fitting', id, 'part in a slot')
  }

  async site(id: string): Promise<SiteRow> {
    const [row] = await this.db.select().from(site).where(eq(site.id, id))
    if (row) this.stores.site.load([row])
    const found = this.find('site', id)
    if (!found) throw new Refusal(404, 'not-there', 'There is no such workshop.')
    return found
  }

  /**
   * The action that is applied next stays within one printer, or changes not even that; null: it has the facts to itself. One that writes
   * further than it says would lose what others write at the same moment: it fails instead.
   */
  staysWithin(bounds: Bounds | null): void {
    this.bounds = bounds
  }

  private requireWithin(table: string, { id, printerId }: { id?: unknown; printerId?: unknown }): void {
    if (!this.bounds) return
    const of = table === 'printer' ? id : printerId
    if (typeof of === 'string' && of !== this.bounds.printerId)
      throw new Error(`An action on one printer has changed ${table} of another: it reaches beyond its printer.`)
    if (table === 'printer' && this.bounds.leavesAlone)
      throw new Error('An action that leaves its printer alone has changed it.')
  }

  /** Adds or replaces a row. */
  put<K extends keyof Stores>(table: K, row: RowOf<K>): void {
    this.requireWithin(table, row)
    const store = this.stores[table] as unknown as Store<RowOf<K> & object>
    const id = row[store.id as keyof RowOf<K>] as Id
    const [before, wasChanged] = [store.rows.get(id), store.changed.has(id)]
    const isFresh = !before && store.idIsChosen
    this.undo.push(() => {
      if (before) store.rows.set(id, before)
      else store.rows.delete(id)
      if (!wasChanged) store.changed.delete(id)
      if (isFresh) store.fresh.delete(id)
      if (!wasChanged) store.was.delete(id)
    })
    if (isFresh) store.fresh.add(id)
    if (before && !wasChanged) store.was.set(id, before)
    store.rows.set(id, row as RowOf<K> & object)
    store.changed.add(id)
  }

  /**
   * Rows of a table are gone, also those that were not written yet; new ones are put after this.
   * @param isGone says of a row of this transaction what the statement says of those in the database
   */
  remove<K extends keyof Stores>(table: K, isGone: (row: RowOf<K>) => boolean, statement: Deletion): void {
    const store = this.stores[table] as unknown as Store<RowOf<K> & object>
    for (const id of store.changed) {
      const row = store.rows.get(id)
      if (!row || !isGone(row)) continue
      store.rows.delete(id)
      store.changed.delete(id)
      this.undo.push(() => {
        store.rows.set(id, row)
        store.changed.add(id)
      })
    }
    this.deletions.push(statement)
    this.undo.push(() => (this.deletions = this.deletions.filter((other) => other !== statement)))
  }

  /** What an action has worked out, for those that come after it in this transaction. */
  noted<T>(name: string): T | undefined {
    return this.kept.get(name) as T | undefined
  }

  /**
   * @param value undefined when what was noted no longer holds
   * @param followsFromAction false for what holds whether the action is taken back or not
   */
  note(name: string, value: unknown, followsFromAction = true): void {
    const before = this.kept.get(name)
    const set = (to: unknown) => (to === undefined ? this.kept.delete(name) : this.kept.set(name, to))
    set(value)
    if (followsFromAction) this.undo.push(() => set(before))
  }

  /** From here on, `takeBack` forgets what was put. */
  mark(): void {
    this.undo = []
  }

  takeBack(): void {
    for (const step of this.undo.reverse()) step()
    this.undo = []
  }

  /** Writes what has changed, so that a query sees it. Call before the first `put` of an action, never after. */
  async flush(): Promise<void> {
    if (this.undo.length > 0)
      throw new Error('An action wrote facts and then asks: what it wrote could not be taken back if it is refused.')
    // Sent in one go; the database takes them in this order, and after one that fails none.
    const sent: Promise<unknown>[] = this.deletions.map((deletion) => this.client.query(deletion))
    this.deletions = []
    if (this.lines.length > 0) {
      const lines = this.lines
      this.lines = []
      for (const { printerId, seq } of lines) {
        this.changed.add('book', printerId)
        this.changed.seq = Math.max(this.changed.seq, seq)
      }
      sent.push(writeRows(this.client, logEntry, lines, null))
    }
    const changes: (Change & { name: string })[] = []
    for (const [table, store] of Object.entries(this.stores) as unknown as [string, Store<object>][]) {
      if (store.changed.size === 0) continue
      for (const id of store.changed)
        changes.push({ table, name: getTableName(store.table), row: store.rows.get(id)!, was: store.was.get(id) })
      // What makes room comes before what takes it: one part leaves a slot, then the other goes in.
      const rows = (ids: Id[]) => ids.map((id) => store.rows.get(id)!)
      const known = [...store.changed].filter((id) => !store.fresh.has(id))
      if (known.length > 0) sent.push(writeRows(this.client, store.table, rows(known), store.id))
      if (store.fresh.size > 0) sent.push(writeRows(this.client, store.table, rows([...store.fresh]), null))
      store.changed.clear()
      store.fresh.clear()
      store.was.clear()
    }
    // In the same commit: whoever sees the facts sees that what follows from them no longer holds.
    const stale = staleBy(changes)
    sent.push(writeStale(this.client, stale))
    sayChanged(this.changed, changes, stale)
    await Promise.all(sent)
  }

  /** Site-wide names are unique without regard to case; asked before they are taken. */
  async nameIsTaken(
    what: 'printer' | 'partType' | 'person' | 'spool' | 'slotKind' | 'stockItem' | 'upgrade' | 'box',
    name: string,
  ): Promise<boolean> {
    const table = { printer, partType, person, spool, slotKind, stockItem, upgrade, box }[what]
    const staged = [...this.stores[what].rows.values()].some((row) => row.name.toLowerCase() === name.toLowerCase())
    if (staged) return true
    const found = await this.db
      .select({ id: table.id })
      .from(table)
      .where(sql`lower(${table.name}) = lower(${name})`)
      .limit(1)
    return found.length > 0
  }

  private known<K extends 'printer' | 'slot' | 'partType' | 'model' | 'fitting' | 'spool'>(
    table: K,
    id: string,
    word: string,
  ): RowOf<K> {
    const row = this.find(table, id)
    if (!row) throw new Refusal(404, 'not-there', `There is no ${word} with the id ${id}.`)
    return row
  }
}
