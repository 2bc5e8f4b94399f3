import { randomUUID } from 'node:crypto'
import type { Counts, PrinterPage, Spool } from '@diatribon/contract'
import { factsOf, factsReplayed } from './replay.ts'
import { dayMs, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

let shop: Workshop
let technician: Client
let operator: Client
beforeAll(async () => {
  shop = await scratchWorkshop()
  technician = await shop.as('technician')
  operator = await shop.as('operator')
})
afterAll(() => shop.close())

const hour = 3600_000
const hoursAgo = (hours: number) => new Date(Date.now() - hours * hour).toISOString()
const page = (printerId: string) => technician.get<PrinterPage>(`/api/printers/${printerId}`)
const counts = (printerId: string) => technician.get<Counts>(`/api/printers/${printerId}/counts`)

async function newPrinter(meterHours = 0): Promise<string> {
  const id = randomUUID()
  await shop.takeIn(id, `P ${id.slice(0, 8)}`, 1, meterHours)
  return id
}
const meter = (printerId: string, meterHours: number, at: string, more: object = {}) =>
  operator.act({ kind: 'count-hours', printerId, meterHours, at, ...more })
const job = (printerId: string, from: number, to: number, more: object = {}) =>
  operator.act({ kind: 'finish-job', printerId, startedAt: hoursAgo(from), at: hoursAgo(to), outcome: 'good', ...more })

describe('evidence', () => {
  it('of a job counts hours, a print and metres, at its own time', async () => {
    const printerId = await newPrinter(10)
    await job(printerId, 8, 5, { metres: 21 })
    await job(printerId, 4, 2, { grams: 30, diameterMm: 1.75, densityGPerCm3: 1.24, abrasive: true })
    const { totals } = await counts(printerId)
    expect(totals.hours).toBeCloseTo(15, 4)
    expect(totals.prints).toBeCloseTo(2, 9)
    // 30 g of 1.24 g/cm³ at 1.75 mm are 10.06 m.
    expect(totals.metres).toBeCloseTo(31.06, 2)
    expect(totals.abrasiveMetres).toBeCloseTo(10.06, 2)
  })

  it('of a tally, of goods and of an idle time', async () => {
    const printerId = await newPrinter()
    await operator.act({
      kind: 'count-tally',
      printerId,
      from: hoursAgo(90),
      at: hoursAgo(50),
      prints: 37,
      minutesEach: 52,
    })
    await operator.act({
      kind: 'count-goods',
      printerId,
      from: hoursAgo(48),
      at: hoursAgo(28),
      goods: 'Display mounts',
      pieces: 14,
      minutesEach: 30,
      piecesPerPrint: 4,
    })
    await operator.act({
      kind: 'mark-idle',
      printerId,
      from: hoursAgo(26),
      at: hoursAgo(2),
      reason: 'Closed for the holiday',
    })
    const { totals, counts: list } = await counts(printerId)
    expect(totals.hours).toBeCloseTo((37 * 52) / 60 + 7, 6)
    expect(totals.prints).toBeCloseTo(41, 6)
    expect(list.map(({ kind }) => kind)).toEqual(['idle', 'goods', 'tally', 'take-in'])
    expect(list[1]).toMatchObject({
      words: expect.stringContaining('14 × Display mounts') as string,
      who: 'Test operator',
    })
  })

  it('of the meter is right in total, jobs say when, and the gap is shown and explained', async () => {
    const printerId = await newPrinter()
    await meter(printerId, 10, hoursAgo(60))
    await job(printerId, 50, 40)
    const reading = await meter(printerId, 34, hoursAgo(20))
    expect((await page(printerId)).printer.runHours).toBeCloseTo(34, 6)
    const before = (await counts(printerId)).counts[0]!
    expect(before).toMatchObject({ kind: 'meter', gapHours: expect.closeTo(14, 3) as number, explanation: null })
    await operator.act({
      kind: 'explain-gap',
      printerId,
      entryKey: reading.key,
      explanation: 'Test prints that nobody wrote down',
    })
    expect((await counts(printerId)).counts[0]).toMatchObject({ explanation: 'Test prints that nobody wrote down' })
    expect(
      await operator.refused({ kind: 'explain-gap', printerId, entryKey: randomUUID(), explanation: 'x' }),
    ).toMatchObject({
      status: 404,
    })
  })

  it('that comes late moves parts that were fitted in between, and not the total', async () => {
    const printerId = await newPrinter()
    const slot = (await page(printerId)).slots.find(({ name }) => name === 'Nozzle')!
    await meter(printerId, 0, hoursAgo(100))
    const swap = {
      kind: 'swap-part' as const,
      printerId,
      slotId: slot.id,
      removalReason: 'failed',
      partTypeId: shop.ids.nozzle,
    }
    await technician.act({ ...swap, at: hoursAgo(50) })
    await meter(printerId, 40, hoursAgo(10))
    const fittedAt = async () =>
      (await page(printerId)).fittings.find((f) => f.slotId === slot.id && !f.removedAt)!.fittedHours
    expect(await fittedAt()).toBeCloseTo((50 / 90) * 40, 2)
    // A job before the swap, found on a slip of paper later: 30 of the 40 hours lay there.
    await job(printerId, 90, 60)
    expect(await fittedAt()).toBeCloseTo(30 + (20 / 60) * 10, 2)
    expect((await page(printerId)).printer.runHours).toBeCloseTo(40, 6)
  })

  it('of a spool is right in total over its jobs', async () => {
    const printerId = await newPrinter()
    await job(printerId, 30, 20, { metres: 100 })
    await operator.act({
      kind: 'finish-spool',
      printerId,
      from: hoursAgo(40),
      at: hoursAgo(10),
      netGrams: 1000,
      diameterMm: 1.75,
      densityGPerCm3: 1.24,
    })
    expect((await counts(printerId)).totals.metres).toBeCloseTo(335.28, 1)
    await job(printerId, 39, 32, { metres: 50 })
    expect((await counts(printerId)).totals.metres).toBeCloseTo(335.28, 1)
  })

  it('of spools is counted on the printer, late ones too, until one is taken back', async () => {
    const printerId = await newPrinter()
    const finish = (from: number, to: number) =>
      operator.act({
        kind: 'finish-spool',
        printerId,
        from: hoursAgo(from),
        at: hoursAgo(to),
        netGrams: 750,
        diameterMm: 1.75,
        densityGPerCm3: 1.24,
      })
    const counted = async () => {
      const { rows } = await shop.server.services.database.pool.query<{ kept: number; told: number }>(
        `SELECT spools AS kept, (SELECT count(*)::int FROM usage WHERE printer_id = printer.id AND kind = 'spool'
           AND taken_back_seq IS NULL) AS told FROM printer WHERE id = $1`,
        [printerId],
      )
      return rows[0]
    }
    await finish(20, 10)
    const late = await finish(60, 50)
    await operator.act({ kind: 'amend', entryKey: late.key, reason: 'Weighed', correction: { metres: 200 } })
    expect(await counted()).toEqual({ kept: 2, told: 2 })
    await operator.act({ kind: 'amend', entryKey: late.key, reason: 'Another printer', takeBack: true })
    expect(await counted()).toEqual({ kept: 1, told: 1 })
  })

  it('goes on over a meter that was replaced', async () => {
    const printerId = await newPrinter(500)
    await meter(printerId, 510, hoursAgo(60))
    await meter(printerId, 1832, hoursAgo(30), { newMeterBeganAt: 1830, oldMeterEndedAt: 515 })
    expect((await page(printerId)).printer).toMatchObject({ runHours: 517, meterHours: 1832 })
  })

  it('can be corrected and taken back', async () => {
    const printerId = await newPrinter()
    const entry = await job(printerId, 9, 4, { hours: 5, metres: 30 })
    await operator.act({ kind: 'amend', entryKey: entry.key, reason: 'Misread', correction: { hours: 4, metres: 20 } })
    expect((await counts(printerId)).totals).toMatchObject({ hours: 4, metres: 20 })
    await operator.act({ kind: 'amend', entryKey: entry.key, reason: 'Other printer', takeBack: true })
    expect((await counts(printerId)).totals).toMatchObject({ hours: 0, metres: 0, prints: 0 })
  })
})

describe('an amendment', () => {
  it('cannot claim what could not have been told in the first place', async () => {
    const printerId = await newPrinter()
    const from = hoursAgo(24)
    const tally = await operator.act({
      kind: 'count-tally',
      printerId,
      from,
      at: hoursAgo(0),
      prints: 4,
      minutesEach: 60,
    })
    expect(
      await operator.refused({ kind: 'amend', entryKey: tally.key, reason: 'x', correction: { hours: 900 } }),
    ).toMatchObject({ status: 409, code: 'more-than-passed' })
    expect((await counts(printerId)).totals.hours).toBeCloseTo(4, 6)
  })

  it('gives filament back to its spool, and a spool that was not finished is there again', async () => {
    const printerId = await newPrinter()
    const spoolId = randomUUID()
    const of = { material: 'plain', abrasive: false, diameterMm: 1.75, densityGPerCm3: 1.24 }
    await technician.act({ kind: 'add-spool', spoolId, name: `S ${spoolId}`, ...of, netGrams: 1000, tareGrams: 200 })
    const spool = async () => (await technician.get<Spool[]>('/api/stores/spools')).find(({ id }) => id === spoolId)!
    const printed = await job(printerId, 9, 7, { metres: 40, spoolId })
    expect((await spool()).leftMetres).toBeCloseTo(295.28, 1)
    const amend = { kind: 'amend' as const, reason: 'Misread' }
    await operator.act({ ...amend, entryKey: printed.key, correction: { metres: 30 } })
    expect((await spool()).leftMetres).toBeCloseTo(305.28, 1)
    const end = await operator.act({ kind: 'finish-spool', printerId, spoolId, from: hoursAgo(10), at: hoursAgo(1) })
    expect(await spool()).toMatchObject({ leftMetres: 0, leftGrams: 0 })
    await operator.act({ ...amend, entryKey: end.key, takeBack: true })
    expect(await spool()).toMatchObject({ finishedAt: null, leftMetres: expect.closeTo(305.28, 1) as number })
    await operator.act({ ...amend, entryKey: printed.key, takeBack: true })
    expect((await spool()).leftMetres).toBeCloseTo(335.28, 1)
  })
})

it('shows evidence in pages without a gap or a repeat, also where much of it bears one moment', async () => {
  const printerId = await newPrinter()
  const at = hoursAgo(5)
  await operator.list(Array.from({ length: 90 }, () => ({ kind: 'count-hours', printerId, meterHours: 3, at })))
  const seen: number[] = []
  for (let next: string | null = ''; next !== null;) {
    const page: Counts = await technician.get(`/api/printers/${printerId}/counts${next ? `?before=${next}` : ''}`)
    seen.push(...page.counts.map(({ seq }) => seq))
    next = page.next
  }
  expect(seen).toHaveLength(91)
  expect(new Set(seen).size).toBe(91)
})

describe('impossible evidence is refused with its reason', () => {
  it.each<[string, (printerId: string) => Record<string, unknown>, string, string]>([
    [
      '25 h in a day',
      (printerId) => ({ kind: 'count-hours', printerId, meterHours: 40, at: hoursAgo(76) }),
      'more-than-passed',
      'only 24 h have passed',
    ],
    [
      'a job longer than its time',
      (printerId) => ({
        kind: 'finish-job',
        printerId,
        startedAt: hoursAgo(9),
        at: hoursAgo(6),
        hours: 5,
        outcome: 'good',
      }),
      'more-than-passed',
      '5 h of running do not fit',
    ],
    [
      'a tally that does not fit',
      (printerId) => ({
        kind: 'count-tally',
        printerId,
        from: hoursAgo(24),
        at: hoursAgo(0),
        prints: 100,
        minutesEach: 60,
      }),
      'more-than-passed',
      'do not fit',
    ],
    [
      'two jobs at once',
      (printerId) => ({ kind: 'finish-job', printerId, startedAt: hoursAgo(52), at: hoursAgo(46), outcome: 'good' }),
      'overlap',
      'ran another job',
    ],
    [
      'idle while a job ran',
      (printerId) => ({ kind: 'mark-idle', printerId, from: hoursAgo(55), at: hoursAgo(45), reason: 'x' }),
      'overlap',
      'cannot both be',
    ],
    [
      'before take-in',
      (printerId) => ({
        kind: 'finish-job',
        printerId,
        startedAt: hoursAgo(24 * 900),
        at: hoursAgo(24 * 900 - 2),
        outcome: 'good',
      }),
      'before-take-in',
      'not here yet',
    ],
    [
      'its end before its beginning',
      (printerId) => ({ kind: 'mark-idle', printerId, from: hoursAgo(2), at: hoursAgo(5), reason: 'x' }),
      'time-reversed',
      'after the time it ended',
    ],
    [
      'a meter that jumps back',
      (printerId) => ({ kind: 'count-hours', printerId, meterHours: 3, at: hoursAgo(1) }),
      'meter-backwards',
      'cannot run backwards',
    ],
  ])('%s', async (_, action, code, words) => {
    const printerId = await newPrinter()
    await meter(printerId, 5, hoursAgo(100))
    await job(printerId, 50, 48)
    const before = await counts(printerId)
    const refusal = await operator.refused(action(printerId))
    expect(refusal).toMatchObject({ status: 409, code, message: expect.stringContaining(words) as string })
    const { totals, counts: list } = await counts(printerId)
    expect({ ...totals, days: 0, list }).toEqual({ ...before.totals, days: 0, list: before.counts })
  })

  it('the future', async () => {
    const printerId = await newPrinter()
    expect(
      await operator.refused({ kind: 'finish-job', printerId, hours: 1, at: hoursAgo(-5), outcome: 'good' }),
    ).toMatchObject({
      status: 400,
      fields: { at: expect.any(String) as string },
    })
  })

  it.each([
    [{ metres: 5, grams: 5, diameterMm: 1.75, densityGPerCm3: 1.2 }, 'not both'],
    [{ grams: 5 }, 'diameter and the density'],
    [{ outcome: 'splendid' }, 'Outcome must be one of: good'],
    [{ metres: -1 }, 'Metres must be at least 0'],
  ])('figures that do not go together: %j', async (more, words) => {
    const printerId = await newPrinter()
    const refusal = await operator.refused({ kind: 'finish-job', printerId, hours: 1, outcome: 'good', ...more })
    expect(refusal).toMatchObject({ status: 400, message: expect.stringContaining(words) as string })
  })
})

describe('a job', () => {
  it('is planned when it starts and counted when it ends', async () => {
    const printerId = await newPrinter()
    const jobId = randomUUID()
    await operator.act({
      kind: 'start-job',
      printerId,
      jobId,
      name: 'Gauge case',
      plannedHours: 3,
      plannedMetres: 20,
      at: hoursAgo(4),
    })
    expect((await page(printerId)).job).toMatchObject({ id: jobId, name: 'Gauge case', plannedHours: 3 })
    expect((await page(printerId)).printer.runHours).toBe(0)
    const second = { kind: 'start-job', printerId, jobId: randomUUID(), name: 'Other', plannedHours: 1 }
    expect(await operator.refused(second)).toMatchObject({
      code: 'job-running',
      message: expect.stringContaining('Gauge case') as string,
    })
    const finished = await operator.act({ kind: 'finish-job', printerId, jobId, outcome: 'good', at: hoursAgo(1) })
    const { totals } = await counts(printerId)
    expect(totals.hours).toBeCloseTo(3, 3)
    expect(totals.metres).toBeCloseTo(20, 9)
    expect((await page(printerId)).job).toBeNull()
    expect(await operator.refused({ kind: 'finish-job', printerId, jobId, outcome: 'good' })).toMatchObject({
      code: 'already-finished',
    })
    // Its end taken back it would run again, beside the one that was started since.
    await operator.act({ ...second, kind: 'start-job' })
    const takeBack = { kind: 'amend' as const, entryKey: finished.key, takeBack: true, reason: 'It still runs' }
    expect(await operator.refused(takeBack)).toMatchObject({
      code: 'job-running',
      message: expect.stringContaining('“Other” was started since') as string,
    })
    expect((await counts(printerId)).totals.hours).toBeCloseTo(3, 3)
    await operator.act({ kind: 'finish-job', printerId, jobId: second.jobId, outcome: 'failed', hours: 0 })
    await operator.act(takeBack)
    expect((await page(printerId)).job).toMatchObject({ id: jobId })
  })

  it('does not start on a printer that is on hold', async () => {
    const printerId = await newPrinter()
    await operator.act({ kind: 'hold-printer', printerId, reason: 'Plug is brown' })
    expect(
      await operator.refused({ kind: 'start-job', printerId, jobId: randomUUID(), name: 'x', plannedHours: 1 }),
    ).toMatchObject({
      code: 'on-hold',
      message: expect.stringContaining('Plug is brown') as string,
    })
  })

  it('uses up its spool, and the scale knows better', async () => {
    const printerId = await newPrinter()
    const spoolId = randomUUID()
    const of = {
      spoolId,
      name: `S ${spoolId.slice(0, 5)}`,
      material: 'plain',
      abrasive: false,
      diameterMm: 1.75,
      densityGPerCm3: 1.24,
    }
    await technician.act({ kind: 'add-spool', ...of, netGrams: 1000, tareGrams: 200, at: hoursAgo(50) })
    const left = async () => (await technician.get<Spool[]>('/api/stores/spools')).find(({ id }) => id === spoolId)!
    expect((await left()).leftMetres).toBeCloseTo(335.28, 1)
    await job(printerId, 20, 10, { metres: 35.28, spoolId })
    expect((await left()).leftMetres).toBeCloseTo(300, 1)
    await operator.act({ kind: 'weigh-spool', spoolId, grossGrams: 700 })
    expect((await left()).leftGrams).toBeCloseTo(500, 6)
    expect(await operator.refused({ kind: 'weigh-spool', spoolId, grossGrams: 1500 })).toMatchObject({
      code: 'weight-cannot-be',
    })
    // A job from before the weighing is in the weight already.
    await job(printerId, 9, 8, { metres: 10, spoolId })
    expect((await left()).leftGrams).toBeCloseTo(500, 6)
    await operator.act({ kind: 'finish-spool', printerId, spoolId, from: hoursAgo(30), at: hoursAgo(0) })
    expect(await left()).toMatchObject({ leftMetres: 0, finishedAt: expect.any(String) as string })
  })
})

it('fifty pieces of evidence for one printer at once all count, and the book played again gives the same', async () => {
  const printerId = await newPrinter()
  const results = await Promise.all(
    Array.from({ length: 50 }, (_, i) =>
      operator.call('POST', '/api/actions', {
        key: randomUUID(),
        ...(i % 5 === 0
          ? { kind: 'count-hours', printerId, meterHours: i / 5 + 2 * i, at: hoursAgo(400 - 4 * i) }
          : {
              kind: 'finish-job',
              printerId,
              startedAt: hoursAgo(400 - 4 * i + 2),
              at: hoursAgo(400 - 4 * i),
              metres: 3,
              outcome: 'good',
            }),
      }),
    ),
  )
  expect(results.filter(({ status }) => status === 201).length).toBe(50)
  const { totals } = await counts(printerId)
  expect(totals.prints).toBeCloseTo(40, 6)
  expect(totals.metres).toBeCloseTo(120, 6)
  // The last reading, and the four jobs after it.
  expect(totals.hours).toBeCloseTo(45 / 5 + 90 + 8, 3)

  const { database } = shop.server.services
  expect(await factsReplayed(database)).toEqual(await factsOf(database.pool))
})

it('forecasts from its own use, and leaves closed days out', async () => {
  const printerId = await newPrinter()
  for (let day = 60; day >= 0; day -= 2)
    await meter(printerId, (60 - day) * 5, new Date(Date.now() - day * dayMs).toISOString())
  await shop.lead.act({ kind: 'set-calendar', closedWeekdays: [0], closedDays: [] })
  const forecast = await technician.get<{
    weekdays: { weekday: number; closed: boolean; mean: number }[]
    weekMean: number
  }>(`/api/printers/${printerId}/forecast`)
  expect(forecast.weekdays[0]).toMatchObject({ closed: true })
  expect(forecast.weekMean).toBeCloseTo(35, 0)
  const { slots } = await page(printerId)
  const belt = slots.find(({ name }) => name === 'X belt')!.duty!
  expect(belt.left).toBeCloseTo(0, 0)
  await shop.lead.act({ kind: 'set-calendar', closedWeekdays: [], closedDays: [] })
})
