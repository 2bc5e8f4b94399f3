import { randomUUID } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Box, CostsPage, FortnightPage, Loan, LogPage, PrinterPage, Round, Spool } from '@diatribon/contract'
import { factsOf, factsReplayed } from './replay.ts'
import { design, itemOf } from './samples.ts'
import { dayMs, migrations, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
const at = (daysAgo: number) => new Date(now - daysAgo * dayMs).toISOString()
let shop: Workshop
let lead: Client
let technician: Client
beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
  lead = shop.lead
  technician = await shop.as('technician')
})
afterAll(() => shop.close())

const costs = (query = '') => lead.get<CostsPage>(`/api/costs?from=2026-10-01&until=2026-11-20${query}`)
const slotOf = async (printerId: string, name: string) =>
  (await lead.get<PrinterPage>(`/api/printers/${printerId}`)).slots.find((slot) => slot.name === name)!

describe('what maintenance costs', () => {
  it('is counted off: parts at what was paid, work at the rate of whoever did it, failures, power', async () => {
    const { printer: printerId, nozzle, belt } = shop.ids
    await lead.act({
      kind: 'set-rates',
      labourMinorPerHour: 3000,
      roles: { technician: 2400 },
      powerMinorPerKWh: 30,
      watts: 100,
      filamentMinorPerKg: 2000,
    })
    const book = await lead.get<LogPage>('/api/logbook?limit=1')
    expect(book.entries[0]!.summary).toBe(
      'Work €30.00 an hour, power €0.30 a kilowatt hour, filament €20.00 a kilogram',
    )
    const itemId = randomUUID()
    await technician.act({ kind: 'set-item', itemId, content: itemOf('Nozzles', { partTypeId: nozzle }), at: at(45) })
    await technician.act({ kind: 'receive-items', lines: [{ itemId, pieces: 3, paidMinor: 400 }], at: at(44) })
    await lead.act({ kind: 'count-hours', printerId, meterHours: 100, at: at(49) })
    // 10 minutes at 24 an hour: 4.00. A third of 4.00: 1.33. Its failure costs 20.00 on top.
    await technician.act({
      kind: 'swap-part',
      printerId,
      slotId: (await slotOf(printerId, 'Nozzle')).id,
      removalReason: 'failed',
      partTypeId: nozzle,
      at: at(30),
    })
    // By the lead, at 30 an hour: 5.00, and 1.00 by the catalogue.
    await lead.act({
      kind: 'swap-part',
      printerId,
      slotId: (await slotOf(printerId, 'X belt')).id,
      removalReason: 'replaced in time',
      partTypeId: belt,
      at: at(20),
    })
    await lead.act({ kind: 'count-hours', printerId, meterHours: 200, at: at(1) })
    const { all, lines, entries } = await costs()
    expect(all.minor).toMatchObject({ parts: 133 + 100, labour: 400 + 500, 'lost prints': 2000 })
    // 100 h, less what ran before the first of October: nothing did since the count.
    expect(all.runHours).toBeGreaterThan(100)
    expect(all.minor.power).toBe(Math.round((all.runHours * 100 * 30) / 1000))
    expect(all.failures).toBe(1)
    expect(lines[0]).toMatchObject({ id: printerId, name: 'Limpet', sumMinor: all.sumMinor })
    expect(entries.map(({ kind, minor }) => [kind, minor])).toContainEqual(['lost prints', 2000])
  })

  it('of a fault is the sum of what the same page counts for it: at the rate of whoever did it, at what was paid', async () => {
    const { printer: printerId, nozzle } = shop.ids
    const faultId = randomUUID()
    const before = (await costs()).all
    // Reported before the days that are asked for, mended within them: what it cost before is part of it.
    await technician.act({ kind: 'report-fault', printerId, faultId, symptom: 'Clicks', mayGoOn: true, at: at(52) })
    const slotId = (await slotOf(printerId, 'Nozzle')).id
    const swap = { kind: 'swap-part', printerId, slotId, partTypeId: nozzle, faultId } as const
    const first = await technician.act({ ...swap, removalReason: 'failed', at: at(15) })
    await technician.act({
      kind: 'close-fault',
      printerId,
      faultId,
      causeId: null,
      mechanism: 'Worn bore',
      broughtAbout: 'unknown',
      topic: null,
      what: 'New nozzle',
      minutes: 30,
      permanence: 'permanent',
      at: at(14),
    })
    const { all, faults } = await costs()
    // Half an hour at 24 an hour, a third of 4.00 for the nozzle, and 20.00 for what its failure spoiled.
    expect(faults).toMatchObject([{ id: faultId, minor: 1200 + 133 + 2000, minutes: 30 }])
    expect(all.sumMinor - all.minor.power - (before.sumMinor - before.minor.power)).toBe(faults[0]!.minor)
    // What is told otherwise later counts as it was amended.
    await lead.act({
      kind: 'amend',
      entryKey: first.key,
      reason: 'It was only worn',
      correction: { removalReason: 'worn at check' },
    })
    expect((await costs()).faults).toMatchObject([{ minor: 1200 + 133 }])
  })

  it('of an upgrade is never less than nothing, and a part that it fits is counted once', async () => {
    const { hardNozzle, printer: printerId } = shop.ids
    const [plain, linked, itemId] = [randomUUID(), randomUUID(), randomUUID()]
    const steps = [{ kind: 'fit part' as const, slot: 'Nozzle', partTypeId: hardNozzle }]
    const part = { pieces: 1, made: 'bought' as const }
    const before = (await costs()).all.minor
    const design1 = design({ name: 'Hard nozzle', minutes: 10, steps })
    await technician.act({ kind: 'set-upgrade', upgradeId: plain, version: 0, content: design1, at: at(10) })
    const change = {
      kind: 'install-upgrade',
      printerId,
      version: 1,
      alreadyBack: true,
      confirmed: ['hot work'],
    } as const
    await technician.act({ ...change, changeId: randomUUID(), upgradeId: plain, at: at(9) })
    const first = (await costs()).all.minor
    // 1.00 by the catalogue, which the design does not name at all, and ten minutes at 24 an hour.
    expect([first.parts - before.parts, first.upgrades - before.upgrades]).toEqual([100, 0])
    expect(first.labour - before.labour).toBe(400)
    await technician.act({
      kind: 'set-item',
      itemId,
      content: itemOf('Hard nozzles', { partTypeId: hardNozzle }),
      at: at(8),
    })
    await technician.act({ kind: 'receive-items', lines: [{ itemId, pieces: 2, paidMinor: 900 }], at: at(7) })
    const parts = [
      { ...part, name: 'Hard nozzle', priceMinor: 700, itemId },
      { ...part, name: 'Sleeve', priceMinor: 250 },
    ]
    const design2 = design({ name: 'Hard nozzle and sleeve', minutes: 10, steps, parts })
    await technician.act({ kind: 'set-upgrade', upgradeId: linked, version: 0, content: design2, at: at(6) })
    await technician.act({ ...change, changeId: randomUUID(), upgradeId: linked, at: at(5) })
    const second = (await costs()).all.minor
    // Half of 9.00 was paid for the nozzle; the sleeve is what the upgrade takes besides.
    expect([second.parts - first.parts, second.upgrades - first.upgrades]).toEqual([450, 250])
  })

  it('of filament goes by the spool that was named when the job ended', async () => {
    const { printer: printerId } = shop.ids
    const [jobId, spoolId] = [randomUUID(), randomUUID()]
    const spool = { name: 'Thick', material: 'PETG', abrasive: false, netGrams: 1000, tareGrams: 200 }
    await technician.act({ kind: 'add-spool', spoolId, ...spool, diameterMm: 2.85, densityGPerCm3: 1.27, at: at(4) })
    const before = (await costs()).all.minor.filament
    await technician.act({ kind: 'start-job', printerId, jobId, name: 'Hook', plannedHours: 1, at: at(3) })
    const end = await technician.act({
      kind: 'finish-job',
      printerId,
      jobId,
      spoolId,
      hours: 1,
      metres: 10,
      outcome: 'failed',
      at: at(2.9),
    })
    // 10 m of 2.85 mm at 1.27 g/cm³ are 81.02 g: at 20.00 a kilogram 1.62.
    expect((await costs()).all.minor.filament - before).toBe(162)
    await technician.act({ kind: 'amend', entryKey: end.key, reason: 'Less', correction: { metres: 5 } })
    expect((await costs()).all.minor.filament - before).toBe(81)
    // What a database of the version before is given when it is brought up to date: the same.
    const { pool } = shop.server.services.database
    const used = async () => (await pool.query('SELECT spool_used_id FROM job WHERE id = $1', [jobId])).rows
    const sql = await readFile(join(migrations, '0021_cost_ledger.sql'), 'utf8')
    await pool.query('UPDATE job SET spool_used_id = NULL')
    await pool.query(sql.slice(sql.lastIndexOf('--> statement-breakpoint')))
    expect(await used()).toEqual([{ spool_used_id: spoolId }])
    // The end is taken back and told anew without a spool: nothing is drawn from the one that was named by mistake.
    const left = async () =>
      (await lead.get<Spool[]>('/api/stores/spools')).find(({ id }) => id === spoolId)!.leftMetres
    await lead.act({ kind: 'amend', entryKey: end.key, reason: 'Another spool', takeBack: true })
    const whole = await left()
    await technician.act({ kind: 'finish-job', printerId, jobId, hours: 1, metres: 10, outcome: 'failed', at: at(2.8) })
    expect(await left()).toBe(whole)
    // As most filament is, of the thickness that the model draws: 10 m of 1.75 mm at 1.24 g/cm³ are 29.83 g.
    expect((await costs()).all.minor.filament - before).toBe(60)
  })

  it('comes to the same however it is added up', async () => {
    const sums = await Promise.all(
      ['printer', 'model', 'part type', 'month'].map(async (by) => {
        const { lines, all } = await costs(`&by=${encodeURIComponent(by)}`)
        const { power, ...rest } = all.minor
        expect(lines.reduce((sum, line) => sum + line.sumMinor - line.minor.power, 0)).toBe(all.sumMinor - power)
        return rest
      }),
    )
    for (const other of sums) expect(other).toEqual(sums[0])
  })

  it('says what was made in an hour, and of a lone printer that there is too little to say', async () => {
    await lead.act({
      kind: 'count-goods',
      printerId: shop.ids.printer,
      from: at(0.5),
      at: at(0.1),
      goods: 'Label holders',
      pieces: 30,
      minutesEach: 12,
    })
    const { goods, lines } = await costs()
    expect(goods).toEqual([{ model: 'Dunlin D2', goods: 'Label holders', pieces: 30, perHour: 5 }])
    expect(lines[0]!.standing).toEqual({ standing: 'too little to say', times: null })
  })

  it('is asked for by days that there are, and comes as PDF', async () => {
    const bad = await lead.call<{ error: { message: string } }>('GET', '/api/costs?from=2026-11-20&until=2026-11-01')
    expect(bad).toMatchObject({
      status: 400,
      body: { error: { message: expect.stringContaining('before the first') as string } },
    })
    expect((await lead.call('GET', '/api/costs?from=x&until=2026-11-01')).status).toBe(400)
    expect((await lead.call('GET', '/api/costs?from=2020-11-20&until=2026-11-01')).status).toBe(400)
    for (const path of ['/api/costs/sheet?from=2026-10-01&until=2026-11-20', '/api/reports/induction-sheet']) {
      const pdf = await fetch(`${shop.server.url}${path}`, { headers: { cookie: lead.cookieNow } })
      expect(pdf.status).toBe(200)
      expect(
        Buffer.from(await pdf.arrayBuffer())
          .subarray(0, 5)
          .toString(),
      ).toBe('%PDF-')
    }
  })
})

describe('a printer that is lent', () => {
  it('is out: nothing falls due on it, it is not released, and it comes back through the gate', async () => {
    const id = randomUUID()
    await shop.takeIn(id, 'Whelk', 3)
    for (const day of [40, 30, 20, 10, 5])
      await lead.act({ kind: 'count-hours', printerId: id, meterHours: (40 - day) * 12, at: at(day) })
    const dueHere = async () => {
      await shop.server.services.kept.settle()
      const round = await lead.get<Round>('/api/plan/round')
      return [...round.overdue, ...round.thisWeek, ...round.later].filter(({ printer }) => printer.id === id)
    }
    expect(await dueHere()).not.toHaveLength(0)
    const lend = {
      kind: 'lend-printer' as const,
      printerId: id,
      to: 'The lighthouse',
      untilDay: '2026-12-24',
      condition: 'Whole',
    }
    await technician.act({
      kind: 'make-duty',
      printerId: id,
      dutyId: randomUUID(),
      what: 'Oil the rails',
      dueDate: '2026-11-20',
    })
    const madeHere = async () =>
      (await lead.get<Round>('/api/plan/round')).made.filter(({ printer }) => printer.id === id).length
    // Nobody has a shift here: what would be planned is left, with the reason.
    const plannedHere = async () => {
      const { visits, left } = await lead.get<FortnightPage>('/api/plan/fortnight')
      const tasks = [...visits.flatMap((visit) => visit.tasks), ...left.map(({ task }) => task)]
      return tasks.filter(({ printer }) => printer.id === id).map(({ kind }) => kind)
    }
    expect(await madeHere()).toBe(1)
    expect(await plannedHere()).toContain('duty')
    await technician.act(lend)
    expect(await dueHere()).toHaveLength(0)
    expect([await madeHere(), await plannedHere()]).toEqual([0, []])
    expect(await technician.refused(lend)).toMatchObject({ code: 'already-lent' })
    expect(await technician.refused({ kind: 'release-printer', printerId: id })).toMatchObject({ code: 'lent' })
    await technician.act({ kind: 'take-printer-back', printerId: id, condition: 'A scratch on the left' })
    expect((await lead.get<PrinterPage>(`/api/printers/${id}`)).printer.holdReason).toContain(
      'Back from The lighthouse',
    )
    // Back, and on hold until it is released: what is due waits for that, and is in sight.
    expect(await dueHere()).toHaveLength(0)
    expect(await plannedHere()).toContain('duty')
    expect(await lead.get<Loan[]>(`/api/printers/${id}/loans`)).toMatchObject([
      { to: 'The lighthouse', condition: 'Whole', back: { condition: 'A scratch on the left' } },
    ])
    await technician.act({ kind: 'record-test-print', printerId: id, passed: true })
    await technician.act({ kind: 'release-printer', printerId: id })
  })
})

describe('the repair box', () => {
  it('has its list, is with somebody, and says what was missing and when to look again', async () => {
    const boxId = randomUUID()
    const holds = [
      { what: 'Hex key 2 mm', pieces: 1 },
      { what: 'Brass brush', pieces: 2 },
    ]
    const box = { kind: 'set-box' as const, boxId, name: 'Red box', holds, home: 'By the door', checkEveryDays: 30 }
    await technician.act({ ...box, at: at(40) })
    const only = async () => (await lead.get<Box[]>('/api/stores/boxes'))[0]!
    expect(await only()).toMatchObject({
      place: 'By the door',
      withWhom: null,
      checkDue: '2026-11-10',
      isOverdue: true,
    })
    const people = await lead.get<{ id: string; displayName: string }[]>('/api/people')
    const personId = people.find(({ displayName }) => displayName === 'Test operator')!.id
    await technician.act({ kind: 'move-box', boxId, place: 'Hot room', personId })
    const check = { kind: 'check-box' as const, boxId }
    await technician.act({ ...check, missing: [{ what: 'Brass brush', pieces: 1 }] })
    expect(await only()).toMatchObject({
      place: 'Hot room',
      withWhom: 'Test operator',
      missing: [{ what: 'Brass brush', pieces: 1 }],
      isOverdue: false,
    })
    expect(await technician.refused({ ...check, missing: [{ what: 'Hammer', pieces: 1 }] })).toMatchObject({
      status: 400,
    })
  })
})

it('the book played again gives the same', async () => {
  const { database } = shop.server.services
  expect(await factsReplayed(database)).toEqual(await factsOf(database.pool))
})
