import { AsyncLocalStorage } from 'node:async_hooks'
import { Server } from 'node:http'
import {
  addressOf,
  concerns,
  figureNames,
  reads,
  type LiveNotice,
  type ReadDeclaration,
  type Topic,
} from '@diatribon/contract'
import pg from 'pg'
import { areaOfTable, tablesWithArea } from '../src/platform/areaOfTable.ts'
import { heldAgainst } from './declaredAnswers.ts'
import { allDone, workshopInUse, type InUse } from './workshopInUse.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
let inUse: InUse
/** The address that is being answered, wherever its work has got to. */
const answering = new AsyncLocalStorage<string>()
/** Statements that were sent to answer an address. */
const statements = new Map<string, [text: string, values: unknown][]>()
/** Everything that pages were told. */
const notices: LiveNotice[] = []

beforeAll(async () => {
  const [{ query }, { emit }] = [pg.Client.prototype, Server.prototype]
  pg.Client.prototype.query = function (this: pg.Client, ...of: unknown[]) {
    const [first, more] = of as [string | { text?: string; values?: unknown[] }, unknown]
    const { text = '', values } = typeof first === 'string' ? { text: first } : first
    // Names of figures travel as values.
    statements.get(answering.getStore() ?? '')?.push([text, values ?? more ?? []])
    return (query as (...args: unknown[]) => unknown).apply(this, of)
  } as typeof query
  Server.prototype.emit = function (this: Server, event: string, ...of: unknown[]) {
    const go = () => (emit as (...args: unknown[]) => boolean).apply(this, [event, ...of])
    return event === 'request' ? answering.run((of[0] as { url: string }).url, go) : go()
  } as typeof emit
  inUse = await workshopInUse(() => new Date(now))
  const live = inUse.shop.server.services.live as { announce: (notice: LiveNotice) => void }
  const { announce } = live
  live.announce = (notice) => {
    notices.push(notice)
    announce(notice)
  }
})
afterAll(() => inUse.shop.close())

interface OpenPage {
  name: string
  of: ReadDeclaration
  address: string
  printerId: string | null
}

/** An address of every read, about the things of this workshop; those without a sign-in are no page that stays open. */
function openPages({ shop: { ids }, whelk, idOf }: InUse): OpenPage[] {
  const query: Record<string, string> = { hours: '14', from: '2026-01-01', until: '2026-11-20' }
  const about: Record<NonNullable<ReadDeclaration['about']>, string> = {
    printer: whelk,
    'part type': ids.nozzle,
    upgrade: idOf('upgrade'),
    item: idOf('item'),
    fault: idOf('fault'),
    check: idOf('check gantry'),
  }
  return (Object.entries(reads) as [string, ReadDeclaration][]).flatMap(([name, of]) => {
    if (of.right === null) return []
    const id = name === 'sheet' ? idOf('sheet') : of.about ? about[of.about] : ''
    const fields = Object.keys(of.query ?? {}).filter((field) => query[field])
    const asked = { ...(of.about ? { id } : {}), ...Object.fromEntries(fields.map((field) => [field, query[field]])) }
    return [{ name, of, address: addressOf(of, asked as never), printerId: of.about === 'printer' ? id : null }]
  })
}

/** Areas and figures that each read has asked the database about, apart from who asks and whether figures hold. */
const topicsRead = new Map<string, Set<Topic>>()

/** Tables that a statement reads. Statements come again and again. */
const tablesOf = new Map<string, Set<string>>()
function tablesReadBy(statement: string): Set<string> {
  let found = tablesOf.get(statement)
  if (!found) {
    const named = [...statement.matchAll(/(?:from|join)\s+"?(\w+)"?\b|"(\w+)"\."/gi)]
    tablesOf.set(statement, (found = new Set(named.map(([, table, column]) => (table ?? column)!))))
  }
  return found
}

/** What every page says, once all figures have followed. One after another: side by side two may share what they read. */
async function answersOf(pages: OpenPage[]): Promise<Map<string, { status: number; body: string }>> {
  const { shop, lead } = inUse
  await shop.server.services.kept.settle()
  const answers = new Map<string, { status: number; body: string }>()
  for (const { name, address } of pages) {
    statements.set(address, [])
    const { status, body } = await lead.call('GET', address)
    answers.set(name, { status, body: JSON.stringify(body) })
    const own = statements.get(address)!.filter(([text]) => !/"?(session|device_token|kept_stale)"?\b/.test(text))
    const tables = new Set(own.flatMap(([text]) => [...tablesReadBy(text)]))
    const found = topicsRead.get(name) ?? new Set()
    for (const table of tablesWithArea) if (tables.has(table)) found.add(areaOfTable(table)!)
    const ofFigures = own.filter(([text]) => text.includes('kept_figure')).map((one) => JSON.stringify(one))
    for (const figure of figureNames)
      if (ofFigures.some((words) => words.includes(`'${figure}'`) || words.includes(`"${figure}"`))) found.add(figure)
    if (tables.has('due_item')) found.add('due')
    if (tables.has('cost')) found.add('costs')
    topicsRead.set(name, found)
  }
  return answers
}

it('tells every open page of what it shows, whatever others do', async () => {
  const pages = openPages(inUse)
  const untold: string[] = []
  let seen = 0
  let before = await answersOf(pages)
  for (const [words, change] of allDone) {
    notices.length = 0
    await change(inUse)
    const after = await answersOf(pages)
    for (const { name, of, printerId } of pages) {
      if (before.get(name)!.body === after.get(name)!.body) continue
      seen++
      if (!notices.some(({ changed }) => concerns(changed, of, printerId))) untold.push(`${name} after ${words}`)
    }
    before = after
  }
  expect(untold).toEqual([])
  expect(seen).toBeGreaterThan(200)
  // None was asked about what is not there.
  expect([...before].filter(([, { status }]) => status !== 200)).toEqual([])
}, 600_000)

it('answers what each read declares: whatever differs has thrown above', () =>
  expect([...heldAgainst].filter((name) => name in reads).sort()).toEqual(
    openPages(inUse)
      .map(({ name }) => name)
      .sort(),
  ))

it('declares every area and figure that a read has asked the database about', () => {
  const undeclared = openPages(inUse).flatMap(({ name, of }) => {
    const told = new Set<Topic>([...of.shows, ...(of.restsOn ?? []), ...(of.restsOnAll ?? [])])
    const missing = [...topicsRead.get(name)!].filter((topic) => !told.has(topic))
    return missing.length > 0 ? [`${name} reads ${missing.join(', ')}`] : []
  })
  expect(topicsRead.size).toBeGreaterThan(50)
  expect(undeclared).toEqual([])
})
