import { randomUUID } from 'node:crypto'
import type { CheckType, Floor, LifeSummary, PrinterPage, Round } from '@diatribon/contract'
import pg from 'pg'
import { emptyKept, factsDigest, migrateDatabase } from '../src/index.ts'
import { doubtOfOtherProgram } from '../src/kept/bring.ts'
import { inputs } from '../src/kept/inputs.ts'
import { design } from './samples.ts'
import { checksAndUpsets } from './starter.ts'
import { Client, dayMs, migrations, scratchDatabase, scratchWorkshop, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
const at = (daysAgo: number) => new Date(now - daysAgo * dayMs).toISOString()
let moment = now
let shop: Workshop
let lead: Client
let technician: Client
const ids = new Map<string, string>()
const idOf = (what: string) => {
  if (!ids.has(what)) ids.set(what, randomUUID())
  return ids.get(what)!
}
const whelk = randomUUID()

beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(moment))
  lead = shop.lead
  technician = await shop.as('technician')
  await lead.list(
    checksAndUpsets(idOf).map((action) => ({ ...action, at: at(300) })),
    true,
  )
  await shop.takeIn(whelk, 'Whelk', 2)
  for (const printerId of [shop.ids.printer, whelk])
    for (let day = 70; day >= 1; day -= 3) {
      await lead.act({ kind: 'count-hours', printerId, at: at(day), meterHours: (70 - day) * 6 })
      await technician.act({
        kind: 'record-reading',
        printerId,
        at: at(day),
        values: [{ name: 'X belt pitch', value: 84 - (70 - day) * 0.2 + (day % 2) / 4, unit: 'Hz' }],
      })
    }
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
  const { rows: stale } = await pool().query('SELECT * FROM kept_stale')
  return { figures, items, stale }
}

async function fromNothing() {
  await emptyKept(pool())
  return kept()
}

async function slotOf(printerId: string, name: string) {
  const page = await lead.get<PrinterPage>(`/api/printers/${printerId}`)
  return page.slots.find((slot) => slot.name === name)!
}

/** What changes one fact or more of each table that a figure follows from; in this order. */
const changes: [words: string, change: () => Promise<unknown>][] = [
  ['a count', () => lead.act({ kind: 'count-hours', printerId: whelk, meterHours: 424 })],
  [
    'a count that is taken back',
    async () => {
      const { key } = await lead.act({ kind: 'count-hours', printerId: shop.ids.printer, meterHours: 430 })
      await lead.act({ kind: 'amend', entryKey: key, reason: 'Misread', takeBack: true })
    },
  ],
  [
    'a job of the past',
    () => lead.act({ kind: 'count-tally', printerId: whelk, from: at(20), at: at(19), prints: 3, minutesEach: 30 }),
  ],
  [
    'a part that failed',
    async () => {
      const { id } = await slotOf(whelk, 'Nozzle')
      const { nozzle: partTypeId } = shop.ids
      await technician.act({ kind: 'swap-part', printerId: whelk, slotId: id, removalReason: 'failed', partTypeId })
    },
  ],
  [
    'a look that finds a part good',
    async () => {
      const types = await lead.get<CheckType[]>('/api/checks/types')
      const { version, content } = types.find((type) => type.id === idOf('check gantry'))!
      const sheetId = randomUUID()
      const of = { printerId: shop.ids.printer, sheetId }
      await lead.act({ kind: 'begin-check', ...of, checkTypeId: idOf('check gantry'), version })
      const tick = content.steps.find((step) => step.kind === 'tick' && step.state === 'any')
      const step = tick ?? content.steps[0]!
      if (step.state !== 'any') await lead.act({ kind: 'confirm-cautions', ...of, state: step.state })
      await lead.act({
        kind: 'record-step',
        ...of,
        stepId: step.id,
        ...(step.kind === 'measure' ? { value: 0, unit: step.unit } : { done: true }),
      })
    },
  ],
  [
    'a rule that a lead adopts',
    () =>
      lead.act({
        kind: 'adopt-policy',
        partTypeId: shop.ids.nozzle,
        policy: 'learned age',
        interval: 222,
        reason: 'Seen often enough',
      }),
  ],
  [
    'lives of a neighbour',
    () =>
      lead.act({
        kind: 'bring-neighbour-lives',
        livesId: idOf('neighbour'),
        partTypeId: shop.ids.nozzle,
        source: 'the school across the bay',
        records: [{ lower: 310, upper: 310, weight: 2 }],
      }),
  ],
  [
    'their weight',
    () => lead.act({ kind: 'weigh-neighbour-lives', livesId: idOf('neighbour'), weight: 0.5, dropped: false }),
  ],
  ['a slot more', () => technician.act({ kind: 'add-slot', printerId: whelk, name: 'Y belt', slotKind: 'belt' })],
  [
    'a check that is done without',
    () =>
      technician.act({ kind: 'skip-check', printerId: whelk, checkTypeId: idOf('check gantry'), reason: 'Just moved' }),
  ],
  ['an event', () => technician.act({ kind: 'record-event', printerId: whelk, event: 'moved' })],
  [
    'a reading',
    () =>
      technician.act({
        kind: 'record-reading',
        printerId: whelk,
        values: [{ name: 'X belt pitch', value: 60, unit: 'Hz' }],
      }),
  ],
  [
    'an adjustment',
    () => technician.act({ kind: 'adjust-printer', printerId: whelk, readings: ['X belt pitch'], what: 'tightened' }),
  ],
  [
    'a job',
    async () => {
      const of = { printerId: whelk, at: new Date(now - 60_000).toISOString() }
      await lead.act({ kind: 'start-job', ...of, jobId: idOf('job'), name: 'Mount', plannedHours: 1 })
    },
  ],
  [
    'a fault',
    () =>
      lead.act({ kind: 'report-fault', printerId: whelk, faultId: idOf('fault'), symptom: 'Squeaks', mayGoOn: true }),
  ],
  [
    'a fault that is closed',
    () =>
      technician.act({
        kind: 'close-fault',
        printerId: whelk,
        faultId: idOf('fault'),
        causeId: null,
        mechanism: 'Dry rail',
        broughtAbout: 'unknown',
        topic: null,
        what: 'Oiled',
        minutes: 5,
        permanence: 'permanent',
      }),
  ],
  [
    'a cause by another name',
    () =>
      technician.act({
        kind: 'set-cause',
        causeId: idOf('cause'),
        name: 'Rail without grease',
        mechanism: 'Dry rail',
        fix: 'Grease it',
        minutes: 5,
        drawing: null,
        about: { slotKinds: [], models: [] },
        changes: [],
        caution: null,
        signOff: null,
        dropped: false,
      }),
  ],
  [
    'a design of an upgrade',
    () =>
      technician.act({
        kind: 'set-upgrade',
        upgradeId: idOf('upgrade'),
        version: 0,
        content: design({
          cures: { causeIds: [idOf('cause')], symptomIds: [], share: 0.8 },
          steps: [{ kind: 'fit part', slot: 'Nozzle', partTypeId: shop.ids.hardNozzle }],
        }),
      }),
  ],
  [
    'its installation',
    () =>
      technician.act({
        kind: 'install-upgrade',
        printerId: whelk,
        changeId: randomUUID(),
        upgradeId: idOf('upgrade'),
        version: 1,
        alreadyBack: true,
        confirmed: ['hot work'],
      }),
  ],
  [
    'a campaign',
    () =>
      technician.act({
        kind: 'open-campaign',
        campaignId: idOf('campaign'),
        upgradeId: idOf('upgrade'),
        name: 'Hard nozzles',
        printerIds: [shop.ids.printer],
      }),
  ],
  ['a hold', () => technician.act({ kind: 'hold-printer', printerId: shop.ids.printer, reason: 'To be looked at' })],
  [
    'temperatures above the limit',
    async () => {
      const kinds = await lead.get<{ id: string; name: string }[]>('/api/readings/kinds')
      const { id: readingKindId, ...rest } = kinds.find(({ name }) => name === 'enclosure temperature')!
      const models = [{ modelId: shop.ids.model, lower: null, upper: 30 }]
      await technician.act({ kind: 'change-reading-kind', readingKindId, ...rest, models })
      const sample = (minutes: number) => ({ at: new Date(now - minutes * 60_000).toISOString(), celsius: 45 })
      await lead.act({ kind: 'log-enclosure', printerId: whelk, samples: [sample(50), sample(30), sample(10)] })
    },
  ],
  ['a calendar', () => lead.act({ kind: 'set-calendar', closedWeekdays: [0, 6], closedDays: ['2026-11-24'] })],
  [
    'a rule',
    async () => {
      const types = await lead.get<CheckType[]>('/api/checks/types')
      const { id, version, content } = types.find((type) => type.id === idOf('check gantry'))!
      const turns = { ...content.turns, every: [{ clock: 'days', amount: 3 }], window: 0 }
      await technician.act({ kind: 'change-check-type', checkTypeId: id, version, content: { ...content, turns } })
    },
  ],
  [
    'what a change upsets',
    () =>
      technician.act({
        kind: 'set-upset',
        upsetId: randomUUID(),
        changed: 'Printer moved',
        slotKinds: [],
        events: ['moved'],
        redo: [idOf('check gantry')],
        restarts: ['X belt pitch'],
        also: [],
        caution: null,
      }),
  ],
  [
    'an interval of the catalogue',
    () =>
      lead.act({
        kind: 'change-part-type',
        partTypeId: shop.ids.belt,
        name: 'Belt',
        slotKind: 'belt',
        priceMinor: 900,
        minutes: 40,
        failureExtraMinor: 5000,
        tradeInterval: 200,
      }),
  ],
  [
    'a name in the catalogue',
    () =>
      lead.act({
        kind: 'change-part-type',
        partTypeId: shop.ids.belt,
        name: 'Toothed belt',
        slotKind: 'belt',
        priceMinor: 900,
        minutes: 40,
        failureExtraMinor: 5000,
        tradeInterval: 200,
      }),
  ],
  [
    'a limit',
    async () => {
      const kinds = await lead.get<{ id: string; name: string }[]>('/api/readings/kinds')
      const { id: readingKindId, ...rest } = kinds.find(({ name }) => name === 'X belt pitch')!
      await technician.act({ kind: 'change-reading-kind', readingKindId, ...rest, lower: 68, upper: null })
    },
  ],
  [
    'limits of one printer',
    () =>
      technician.act({
        kind: 'change-limits',
        printerId: shop.ids.printer,
        limits: { bedMaxC: 0 },
        reason: 'The bed heater is disconnected',
      }),
  ],
  [
    'a model',
    async () => {
      const [model] =
        await lead.get<{ id: string; make: string; name: string; build: string; slots: object[] }[]>(
          '/api/parts/models',
        )
      const { id: modelId, make, name, slots } = model!
      await lead.act({ kind: 'change-model', modelId, make, name, build: 'Direct feed', slots })
    },
  ],
  [
    'a material',
    () =>
      lead.act({
        kind: 'set-material',
        materialId: randomUUID(),
        name: 'PLA',
        alsoCalled: ['plain'],
        nozzleFromC: 190,
        nozzleToC: 220,
        bedFromC: 50,
        bedToC: 60,
        enclosure: 'not wanted',
        abrasive: false,
        note: null,
        dropped: false,
      }),
  ],
  [
    'a loan',
    () =>
      technician.act({
        kind: 'lend-printer',
        printerId: shop.ids.printer,
        to: 'The lighthouse',
        untilDay: '2026-12-24',
        condition: 'Whole',
      }),
  ],
  ['its end', () => technician.act({ kind: 'take-printer-back', printerId: shop.ids.printer, condition: 'A scratch' })],
  [
    'a printer that leaves',
    () => lead.act({ kind: 'retire-printer', printerId: shop.ids.printer, reason: 'Worn out' }),
  ],
]

/** The name of a table in the facts, as the database has it. */
const sqlName = (table: string) =>
  table === 'model' ? 'printer_model' : table.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)

describe('kept figures', () => {
  it('say after a change of every fact what they say when they are made from nothing', async () => {
    const touched = new Set<string>()
    for (const [words, change] of changes) {
      const before = await factsDigest(pool())
      await kept()
      await change()
      const after = await factsDigest(pool())
      for (const [table, digest] of Object.entries(after)) if (before[table] !== digest) touched.add(table)
      const followed = await kept()
      expect({ words, ...followed }).toEqual({ words, ...(await fromNothing()) })
      expect(followed.stale).toEqual([])
    }
    const followed = new Set(Object.values(inputs).flatMap(({ follows }) => Object.keys(follows).map(sqlName)))
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
    expect((await lead.get<LifeSummary[]>('/api/lives')).length).toBeGreaterThan(2)
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
  await migrateDatabase(url, migrations)
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
