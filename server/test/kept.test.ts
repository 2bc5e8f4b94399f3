import { randomUUID } from 'node:crypto'
import type { Floor, LivesPage, Round } from '@diatribon/contract'
import pg from 'pg'
import { emptyKept, factsDigest } from '../src/index.ts'
import { doubtOfOtherProgram } from '../src/kept/workOut.ts'
import { settings } from '../src/kept/settings.ts'
import { Client, dayMs, scratchDatabase, type Workshop } from './scratch.ts'
import { changes, workshopInUse, type InUse } from './workshopInUse.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
let moment = now
let inUse: InUse
let shop: Workshop
let lead: Client
let technician: Client
let idOf: InUse['idOf']
let whelk: string

beforeAll(async () => {
  inUse = await workshopInUse(() => new Date(moment))
  ;({ shop, lead, technician, idOf, whelk } = inUse)
})
afterAll(() => shop.close())

const pool = () => shop.server.services.database.pool

/** All that is kept once everything is followed. */
async function kept() {
  await shop.server.services.kept.settle()
  const { rows: figures } = await pool().query(
    `SELECT figure, about, result, holds_until FROM kept_figure WHERE figure <> 'program' ORDER BY 1, 2`,
  )
  const { rows: items } = await pool().query('SELECT * FROM due_item ORDER BY printer_id, what, position')
  const { rows: costs } = await pool().query('SELECT * FROM cost ORDER BY printer_id, position')
  const { rows: stale } = await pool().query('SELECT * FROM kept_stale')
  return { figures, items, costs, stale }
}

async function fromNothing() {
  await emptyKept(pool())
  return kept()
}

/** The name of a table in the facts, as the database has it. */
const sqlName = (table: string) =>
  table === 'model' ? 'printer_model' : table.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)

describe('kept figures', () => {
  it('say after a change of every fact what they say when they are made from nothing', async () => {
    const touched = new Set<string>()
    for (const [words, change] of changes) {
      const before = await factsDigest(pool())
      await kept()
      await change(inUse)
      const after = await factsDigest(pool())
      for (const [table, digest] of Object.entries(after)) if (before[table] !== digest) touched.add(table)
      const followed = await kept()
      expect({ words, ...followed }).toEqual({ words, ...(await fromNothing()) })
      expect(followed.stale).toEqual([])
    }
    const followed = new Set(Object.values(settings).flatMap(({ follows }) => Object.keys(follows).map(sqlName)))
    expect([...followed].filter((table) => !touched.has(table))).toEqual([])
  }, 300_000)

  it('may be emptied at any time: every page says the same', async () => {
    const pages = [
      '/api/printers',
      '/api/plan/round',
      '/api/readings/drifting',
      '/api/lives',
      `/api/lives/${shop.ids.nozzle}`,
      '/api/logbook/handover',
      ...['', '/checks', '/forecast', '/readings', '/counts'].map((page) => `/api/printers/${whelk}${page}`),
    ]
    const answers = () => Promise.all(pages.map((page) => lead.get<unknown>(page)))
    const before = await answers()
    await emptyKept(pool())
    expect(await answers()).toEqual(before)
    expect((await lead.get<LivesPage>('/api/lives')).lives.length).toBeGreaterThan(2)
  })

  it('follow the day: what is due in days comes nearer, and is overdue without a touch', async () => {
    const round = async () => (await lead.get<Round>('/api/plan/round')).checks
    const gantry = ({ checkType }: { checkType: { id: string } }) => checkType.id === idOf('check gantry')
    await technician.act({ kind: 'skip-check', printerId: whelk, checkTypeId: idOf('check gantry'), reason: 'Fine' })
    expect((await round())['this week'].find(gantry)).toBeDefined()
    moment = now + 5 * dayMs
    expect((await round()).overdue.find(gantry)).toBeDefined()
    moment = now
    expect((await round())['this week'].find(gantry)).toBeDefined()
  })

  it('are worked out once when two processes are asked at the same time', async () => {
    const second = await shop.start()
    const reader = await new Client(second).signIn('technician')
    await kept()
    // Every time that a figure is written is counted.
    await pool().query(`
      CREATE TABLE written (figure text, about uuid);
      CREATE FUNCTION count_written() RETURNS trigger LANGUAGE plpgsql AS
        $$ BEGIN INSERT INTO written VALUES (NEW.figure, NEW.about); RETURN NEW; END $$;
      CREATE TRIGGER count_written AFTER INSERT OR UPDATE ON kept_figure FOR EACH ROW EXECUTE FUNCTION count_written()`)
    await emptyKept(pool())
    const pages = ['/api/printers', '/api/plan/round', '/api/lives', `/api/printers/${whelk}`]
    await Promise.all(pages.flatMap((page) => [lead.get(page), reader.get(page), lead.get(page)]))
    const { rows } = await pool().query<{ figure: string; times: number }>(
      'SELECT figure, about, count(*)::int AS times FROM written GROUP BY 1, 2',
    )
    // Figures that nobody asked for may have been brought up to date beside them, on a slow machine.
    expect(rows.map(({ figure }) => figure)).toEqual(expect.arrayContaining(['due', 'forecast', 'judgement']))
    expect(rows.filter(({ times }) => times !== 1)).toEqual([])
    await pool().query('DROP TRIGGER count_written ON kept_figure; DROP FUNCTION count_written; DROP TABLE written')
    await second.close()
  })

  it('never stand in the way of a write, which is in them afterwards', async () => {
    const second = await shop.start()
    const reader = await new Client(second).signIn('technician')
    await emptyKept(pool())
    const asked = await Promise.all([
      lead.get<Floor>('/api/printers'),
      reader.get<Floor>('/api/printers'),
      lead.act({ kind: 'count-hours', printerId: whelk, meterHours: 425 }),
    ])
    expect(asked[0].racks).toHaveLength(1)
    expect(asked[1].racks[0]!.printers.map(({ name }) => name)).toEqual(['Whelk'])
    const { figures } = await kept()
    expect(figures).toEqual((await fromNothing()).figures)
    await second.close()
  })

  it('show what was kept, and since when, while more is stale than a page waits for', async () => {
    const many = Array.from({ length: 30 }, () => randomUUID())
    for (const [i, id] of many.entries()) await shop.takeIn(id, `Winkle ${i}`, 10 + i)
    await lead.get('/api/printers')
    await shop.server.services.kept.settle()
    expect((await lead.get<Floor>('/api/printers')).fresh).toEqual({ asOf: null, waiting: 0 })
    moment = now + 60_000
    await pool().query(`INSERT INTO kept_stale SELECT 'due', id FROM printer`)
    const reader = await shop.as('member')
    const { fresh, racks } = (await reader.call<Floor>('GET', '/api/printers')).body
    expect(fresh).toEqual({ asOf: new Date(now).toISOString(), waiting: 0 })
    expect(racks[0]!.printers.every(({ worst }) => worst !== null)).toBe(true)
    await shop.server.services.kept.settle()
    expect((await reader.get<Floor>('/api/printers')).fresh).toEqual({ asOf: null, waiting: 0 })
    moment = now
  })
})

it('figures of the version of the program before stand, and are worked out anew; of another shape they are forgotten', async () => {
  const { url, drop } = await scratchDatabase()
  const own = new pg.Pool({ connectionString: url })
  const [printerId, first, second] = [randomUUID(), new Date(now), new Date(now + 1000)]
  const rows = async () => (await own.query(`SELECT figure FROM kept_figure WHERE figure <> 'program'`)).rowCount
  const stale = async () => (await own.query('SELECT DISTINCT about FROM kept_stale')).rows as object[]
  expect(await doubtOfOtherProgram(own, 'old', first)).toEqual(first)
  await own.query(`INSERT INTO kept_figure (figure, about, result, reckoned_at) VALUES ('due', $1, '{}', now())`, [
    printerId,
  ])
  expect(await doubtOfOtherProgram(own, 'old', second)).toEqual(first)
  expect(await stale()).toEqual([])
  expect(await doubtOfOtherProgram(own, 'new', second)).toEqual(second)
  expect(await rows()).toBe(1)
  expect(await stale()).toEqual([{ about: printerId }])
  await own.query(`UPDATE kept_figure SET result = '"0 older shape"' WHERE figure = 'program'`)
  await doubtOfOtherProgram(own, 'new', second)
  expect(await rows()).toBe(0)
  await own.end()
  await drop()
})
