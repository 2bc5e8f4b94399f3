import { randomUUID } from 'node:crypto'
import type { ActionResult, LogPage, PrinterPage } from '@diatribon/contract'
import { transaction } from '../src/platform/database.ts'
import { dayMs, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

let shop: Workshop
let technician: Client
beforeAll(async () => {
  shop = await scratchWorkshop()
  technician = await shop.as('technician')
})
afterAll(() => shop.close())

const daysAgo = (days: number) => new Date(Date.now() - days * dayMs).toISOString()
const page = (printerId: string) => technician.get<PrinterPage>(`/api/printers/${printerId}`)
const slotOf = async (printerId: string, name: string) =>
  (await page(printerId)).slots.find((slot) => slot.name === name)!

async function newPrinter(meterHours = 0): Promise<string> {
  const id = randomUUID()
  await shop.takeIn(id, `P ${id.slice(0, 8)}`, 1, meterHours)
  return id
}

describe('one key, one entry', () => {
  it('holds for the same action sent twenty times at once', async () => {
    const action = { kind: 'note', key: randomUUID(), at: daysAgo(1), text: 'Once only' }
    const answers = await Promise.all(Array.from({ length: 20 }, () => technician.call('POST', '/api/actions', action)))
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([201]))
    expect(new Set(answers.map(({ body }) => JSON.stringify(body))).size).toBe(1)
    const { rows } = await shop.server.services.database.pool.query(
      'SELECT count(*)::int AS n FROM log_entry WHERE key = $1',
      [action.key],
    )
    expect(rows).toEqual([{ n: 1 }])
  })

  it('holds over two server processes', async () => {
    const second = await shop.start()
    const action = {
      kind: 'count-hours',
      key: randomUUID(),
      at: daysAgo(1),
      printerId: await newPrinter(),
      meterHours: 7,
    }
    const other = await new (technician.constructor as typeof Client)(second).signIn('technician')
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) => (i % 2 ? technician : other).call('POST', '/api/actions', action)),
    )
    expect(new Set(answers.map(({ status, body }) => `${status} ${JSON.stringify(body)}`)).size).toBe(1)
    expect(answers[0]!.status).toBe(201)
    await second.close()
  })

  it('refuses the key for anything else', async () => {
    const entry = await technician.act({ kind: 'note', text: 'First' })
    expect(await technician.refused({ kind: 'note', key: entry.key, text: 'Second' })).toMatchObject({
      status: 409,
      code: 'key-used',
    })
  })
})

describe('lists', () => {
  it('answer action by action, and one refusal harms no other', async () => {
    const printerId = await newPrinter()
    const { status, body } = await technician.list([
      { kind: 'count-hours', printerId, meterHours: 10, at: daysAgo(9) },
      { kind: 'count-hours', printerId, meterHours: 4, at: daysAgo(8) },
      { kind: 'nonsense' },
      { kind: 'count-hours', printerId, meterHours: 12, at: daysAgo(7) },
    ])
    expect(status).toBe(200)
    expect(body.results.map((r) => (r.ok ? 'ok' : r.error.code))).toEqual(['ok', 'meter-backwards', 'bad-input', 'ok'])
    expect((await page(printerId)).printer.runHours).toBe(12)
  })

  it('together means all or none', async () => {
    const printerId = await newPrinter()
    const { status, body } = await technician.list(
      [
        { kind: 'count-hours', printerId, meterHours: 10, at: daysAgo(9) },
        { kind: 'count-hours', printerId, meterHours: 4, at: daysAgo(8) },
      ],
      true,
    )
    expect(status).toBe(409)
    expect(body.results.map((r: ActionResult) => (r.ok ? 'ok' : r.error.code))).toEqual([
      'others-refused',
      'meter-backwards',
    ])
    expect((await page(printerId)).printer.runHours).toBe(0)
  })

  it('survive one action that the database itself refuses', async () => {
    const modelId = randomUUID()
    const model = { kind: 'add-model', make: 'Avocet', name: 'A1', build: 'x', slots: [{ name: 'N', kind: 'nozzle' }] }
    const { body } = await shop.lead.list([
      { ...model, modelId },
      { ...model, modelId: randomUUID() },
      { kind: 'note', text: 'still there' },
    ])
    expect(body.results.map((r) => (r.ok ? 'ok' : r.error.code))).toEqual(['ok', 'printer-model-name', 'ok'])
  })
})

describe('counting hours', () => {
  it('never runs backwards without saying that the meter was reset', async () => {
    const printerId = await newPrinter(100)
    await technician.act({ kind: 'count-hours', printerId, meterHours: 150, at: daysAgo(5) })
    expect(await technician.refused({ kind: 'count-hours', printerId, meterHours: 149 })).toMatchObject({
      status: 409,
      code: 'meter-backwards',
      message: expect.stringContaining('it stood at 150 h') as string,
    })
    await technician.act({ kind: 'count-hours', printerId, meterHours: 5, meterWasReset: true, at: daysAgo(4) })
    expect((await page(printerId)).printer).toMatchObject({ runHours: 155, meterHours: 5 })
  })

  it('lands late evidence at its own time, and what follows is counted anew', async () => {
    const printerId = await newPrinter()
    const slot = await slotOf(printerId, 'Nozzle')
    await technician.act({ kind: 'count-hours', printerId, meterHours: 100, at: daysAgo(10) })
    await technician.act({
      kind: 'swap-part',
      printerId,
      slotId: slot.id,
      removalReason: 'failed',
      partTypeId: shop.ids.nozzle,
      at: daysAgo(5),
    })
    await technician.act({ kind: 'count-hours', printerId, meterHours: 200, at: daysAgo(0) })
    // Half-way between the counts until somebody says better.
    const fittedAt = async () =>
      (await page(printerId)).fittings.find((f) => f.slotId === slot.id && f.removedAt === null)!.fittedHours
    expect(await fittedAt()).toBeCloseTo(150, 3)
    await technician.act({ kind: 'count-hours', printerId, meterHours: 190, at: daysAgo(5.0001) })
    expect(await fittedAt()).toBeCloseTo(190, 1)
    expect(await technician.refused({ kind: 'count-hours', printerId, meterHours: 95, at: daysAgo(3) })).toMatchObject({
      code: 'meter-backwards',
    })
    expect(await technician.refused({ kind: 'count-hours', printerId, meterHours: 205, at: daysAgo(3) })).toMatchObject(
      { code: 'meter-backwards' },
    )
    expect((await page(printerId)).printer.runHours).toBe(200)
  })

  it('refuses what lies in the future or before the printer was here', async () => {
    const printerId = await newPrinter()
    expect(await technician.refused({ kind: 'count-hours', printerId, meterHours: 5, at: daysAgo(-1) })).toMatchObject({
      status: 400,
      fields: { at: expect.any(String) as string },
    })
    expect(await technician.refused({ kind: 'count-hours', printerId, meterHours: 5, at: daysAgo(900) })).toMatchObject(
      {
        status: 409,
        code: 'before-take-in',
      },
    )
  })

  it('takes fifty counts of one printer at once, in whatever order they win', async () => {
    const printerId = await newPrinter()
    await Promise.all(
      Array.from({ length: 50 }, (_, i) =>
        technician.call('POST', '/api/actions', {
          kind: 'count-hours',
          key: randomUUID(),
          printerId,
          meterHours: i,
          at: daysAgo(60 - i),
        }),
      ),
    )
    const { printer, marks } = await page(printerId)
    expect(printer.runHours).toBe(49)
    const counts = marks.filter(({ kind }) => kind === 'count').map(({ runHours }) => runHours)
    expect(counts).toEqual([...counts].sort((a, b) => a - b))
    expect(counts).toHaveLength(51)
  })
})

describe('swapping parts', () => {
  it('ends one life and begins another at the same hour', async () => {
    const printerId = await newPrinter()
    const slot = await slotOf(printerId, 'Nozzle')
    await technician.act({ kind: 'count-hours', printerId, meterHours: 321.5, at: daysAgo(2) })
    await technician.act({
      kind: 'swap-part',
      printerId,
      slotId: slot.id,
      fittingId: slot.duty!.fittingId,
      removalReason: 'failed',
      partTypeId: shop.ids.hardNozzle,
      at: daysAgo(1),
    })
    const { fittings } = await page(printerId)
    expect(fittings.filter((f) => f.slotId === slot.id)).toMatchObject([
      { partTypeId: shop.ids.nozzle, fittedHours: 0, removedHours: 321.5, removalReason: 'failed' },
      { partTypeId: shop.ids.hardNozzle, fittedHours: 321.5, removedHours: null },
    ])
    expect(
      await technician.refused({
        kind: 'swap-part',
        printerId,
        slotId: slot.id,
        fittingId: slot.duty!.fittingId,
        removalReason: 'failed',
        partTypeId: shop.ids.nozzle,
      }),
    ).toMatchObject({ status: 409, code: 'part-not-in-slot' })
  })

  it('lets one of two technicians win who swap the same part at once', async () => {
    const printerId = await newPrinter()
    const slot = await slotOf(printerId, 'Nozzle')
    const swap = () => ({
      kind: 'swap-part',
      key: randomUUID(),
      at: daysAgo(1),
      printerId,
      slotId: slot.id,
      fittingId: slot.duty!.fittingId,
      removalReason: 'worn at check',
      partTypeId: shop.ids.nozzle,
      confirmed: ['hot work'],
    })
    const answers = await Promise.all([swap(), swap()].map((action) => technician.call('POST', '/api/actions', action)))
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409])
  })

  it('refuses what cannot be', async () => {
    const [one, other] = [await newPrinter(), await newPrinter()]
    const slot = await slotOf(one, 'Nozzle')
    const swap = {
      kind: 'swap-part',
      printerId: one,
      slotId: slot.id,
      removalReason: 'failed',
      partTypeId: shop.ids.nozzle,
    }
    expect(await technician.refused({ ...swap, partTypeId: shop.ids.belt })).toMatchObject({
      status: 409,
      code: 'does-not-fit',
    })
    expect(await technician.refused({ ...swap, printerId: other })).toMatchObject({
      status: 409,
      code: 'slot-of-another-printer',
    })
    expect(await technician.refused({ ...swap, removalReason: 'bored' })).toMatchObject({
      status: 400,
      fields: { removalReason: expect.stringContaining('must be one of') as string },
    })
    expect(await technician.refused({ ...swap, slotId: randomUUID() })).toMatchObject({ status: 404 })
    expect(await technician.refused({ ...swap, partTypeId: randomUUID() })).toMatchObject({ status: 404 })
    expect(await technician.refused({ ...swap, printerId: randomUUID() })).toMatchObject({ status: 404 })
    expect(await technician.refused({ ...swap, at: daysAgo(399.99), key: 'x' })).toMatchObject({
      status: 400,
      fields: { key: expect.any(String) as string },
    })
  })
})

describe('holds', () => {
  it('stop a printer once, and are released once', async () => {
    const printerId = await newPrinter()
    await technician.act({ kind: 'hold-printer', printerId, reason: 'Plug is warm' })
    expect((await page(printerId)).printer).toMatchObject({ state: 'on hold', holdReason: 'Plug is warm' })
    expect(await technician.refused({ kind: 'hold-printer', printerId, reason: 'Again' })).toMatchObject({
      status: 409,
      code: 'already-on-hold',
    })
    await technician.act({ kind: 'release-printer', printerId })
    expect(await technician.refused({ kind: 'release-printer', printerId })).toMatchObject({
      status: 409,
      code: 'not-on-hold',
    })
  })
})

describe('amending', () => {
  it('puts a count right, and every later counter with it', async () => {
    const printerId = await newPrinter()
    const slot = await slotOf(printerId, 'Nozzle')
    const wrong = await technician.act({ kind: 'count-hours', printerId, meterHours: 90, at: daysAgo(6) })
    await technician.act({
      kind: 'swap-part',
      printerId,
      slotId: slot.id,
      removalReason: 'failed',
      partTypeId: shop.ids.nozzle,
      at: daysAgo(6),
    })
    await technician.act({ kind: 'count-hours', printerId, meterHours: 4, meterWasReset: true, at: daysAgo(4) })
    expect((await page(printerId)).printer.runHours).toBe(94)
    await technician.act({ kind: 'amend', entryKey: wrong.key, reason: 'Misread', correction: { meterHours: 60 } })
    const { printer, fittings } = await page(printerId)
    expect(printer.runHours).toBe(64)
    expect(fittings.find((f) => f.removalReason === 'failed')!.removedHours).toBeCloseTo(60, 4)
    await technician.act({ kind: 'amend', entryKey: wrong.key, reason: 'Other printer', takeBack: true })
    expect((await page(printerId)).printer.runHours).toBe(4)
    expect(await technician.refused({ kind: 'amend', entryKey: wrong.key, reason: 'x', takeBack: true })).toMatchObject(
      { code: 'taken-back' },
    )
  })

  it('leaves both lines in the book', async () => {
    const entry = await technician.act({ kind: 'note', text: 'Left belt is new' })
    await technician.act({
      kind: 'amend',
      entryKey: entry.key,
      reason: 'Wrong side',
      correction: { text: 'Right belt is new' },
    })
    const { entries } = await technician.get<LogPage>('/api/logbook?limit=2')
    expect(entries).toMatchObject([
      { kind: 'amend', amends: { seq: entry.seq } },
      {
        kind: 'note',
        summary: 'Left belt is new',
        amendments: [{ summary: expect.stringContaining('Right belt is new') as string }],
        correctable: { text: 'Right belt is new' },
      },
    ])
  })

  it('shows on the ribbon what stands, not what was put right', async () => {
    const printerId = await newPrinter()
    const wrong = await technician.act({ kind: 'note', printerId, text: 'Loose belt on the left' })
    const mistaken = await technician.act({ kind: 'note', printerId, text: 'Meant for another printer' })
    const correction = { text: 'Loose belt on the right' }
    await technician.act({ kind: 'amend', entryKey: wrong.key, reason: 'Wrong side', correction })
    await technician.act({ kind: 'amend', entryKey: mistaken.key, reason: 'Wrong printer', takeBack: true })
    const { marks } = await page(printerId)
    expect(marks.find(({ seq }) => seq === wrong.seq)).toMatchObject({ kind: 'note', words: correction.text })
    expect(marks.some(({ seq }) => seq === mistaken.seq)).toBe(false)
  })

  it('corrects the reason and the part of a swap, or takes it back', async () => {
    const printerId = await newPrinter()
    const slot = await slotOf(printerId, 'Nozzle')
    const swap = {
      kind: 'swap-part' as const,
      printerId,
      slotId: slot.id,
      removalReason: 'failed' as const,
      partTypeId: shop.ids.nozzle,
    }
    const first = await technician.act({ ...swap, at: daysAgo(5) })
    await technician.act({
      kind: 'amend',
      entryKey: first.key,
      reason: 'It was broken by a scraper',
      correction: { removalReason: 'user damage', partTypeId: shop.ids.hardNozzle },
    })
    const fittings = async () => (await page(printerId)).fittings.filter((f) => f.slotId === slot.id)
    expect(await fittings()).toMatchObject([{ removalReason: 'user damage' }, { partTypeId: shop.ids.hardNozzle }])
    const later = daysAgo(4)
    const second = await technician.act({ ...swap, at: later })
    await technician.act({ kind: 'amend', entryKey: first.key, reason: 'Never done', takeBack: true })
    // What was in place stayed there until the second.
    expect(await fittings()).toMatchObject([
      { id: slot.duty!.fittingId, removedAt: later, removalReason: 'failed' },
      { removedAt: null },
    ])
    await technician.act({ kind: 'amend', entryKey: second.key, reason: 'Never done', takeBack: true })
    expect(await fittings()).toMatchObject([{ id: slot.duty!.fittingId, removedAt: null, removalReason: null }])
  })

  it('refuses what cannot be amended, or not by this person', async () => {
    const mine = await technician.act({ kind: 'note', text: 'Mine' })
    const member = await shop.as('member')
    expect(await member.refused({ kind: 'amend', entryKey: mine.key, reason: 'x', takeBack: true })).toMatchObject({
      status: 403,
    })
    expect(
      await technician.refused({ kind: 'amend', entryKey: randomUUID(), reason: 'x', takeBack: true }),
    ).toMatchObject({ status: 404 })
    expect(await technician.refused({ kind: 'amend', entryKey: mine.key, reason: 'x' })).toMatchObject({ status: 400 })
    expect(
      await technician.refused({
        kind: 'amend',
        entryKey: mine.key,
        reason: 'x',
        takeBack: true,
        correction: { text: 'y' },
      }),
    ).toMatchObject({ status: 400 })
    expect(
      await technician.refused({ kind: 'amend', entryKey: mine.key, reason: 'x', correction: { meterHours: 4 } }),
    ).toMatchObject({ status: 400 })
    expect(
      await technician.refused({ kind: 'amend', entryKey: mine.key, reason: 'x', takeBack: true, at: daysAgo(9) }),
    ).toMatchObject({ code: 'amended-too-early' })
    const hold = await technician.act({ kind: 'hold-printer', printerId: await newPrinter(), reason: 'x' })
    expect(await technician.refused({ kind: 'amend', entryKey: hold.key, reason: 'x', takeBack: true })).toMatchObject({
      code: 'not-amendable',
    })
    expect((await shop.lead.act({ kind: 'amend', entryKey: mine.key, reason: 'As lead', takeBack: true })).kind).toBe(
      'amend',
    )
  })

  it('reaches an entry of the same list', async () => {
    const key = randomUUID()
    const { body } = await technician.list([
      { kind: 'note', key, text: 'Typo', at: daysAgo(1) },
      { kind: 'amend', entryKey: key, reason: 'Typo', correction: { text: 'Right' } },
    ])
    expect(body.results.map(({ ok }) => ok)).toEqual([true, true])
  })
})

describe('the book', () => {
  it.each(['UPDATE log_entry SET kind = $$x$$', 'DELETE FROM log_entry', 'TRUNCATE log_entry'])(
    'refuses %s',
    async (statement) => {
      await expect(shop.server.services.database.pool.query(statement)).rejects.toMatchObject({
        message: expect.stringContaining('The log is append-only') as string,
        constraint: 'log_entry_append_only',
      })
    },
  )

  it('keeps what was acknowledged when its server goes', async () => {
    const second = await shop.start()
    const client = await new (technician.constructor as typeof Client)(second).signIn('technician')
    const entry = await client.act({ kind: 'note', text: 'Before the crash' })
    await second.services.database.pool.query(
      'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
    )
    await second.close()
    // The first server has lost its lines to the database as well: each may take an answer that says so.
    let answer = await technician.call<LogPage>('GET', '/api/logbook?limit=1')
    for (let tries = 0; answer.status !== 200 && tries < 20; tries++) {
      expect(answer).toMatchObject({
        status: 503,
        body: { error: { message: expect.stringContaining('does not answer at this moment') as string } },
      })
      answer = await technician.call<LogPage>('GET', '/api/logbook?limit=1')
    }
    expect(answer.body.entries[0]!.seq).toBe(entry.seq)
  })

  it('goes on when a connection is lost between two queries of a transaction', async () => {
    const { pool } = shop.server.services.database
    const lost = transaction(pool, async (client) => {
      const { rows } = await client.query<{ pid: number }>('SELECT pg_backend_pid() AS pid')
      const ended = new Promise((done) => client.once('end', done))
      await pool.query('SELECT pg_terminate_backend($1)', [rows[0]!.pid])
      await ended
      await client.query('SELECT 1')
    })
    await expect(lost).rejects.toThrow()
    expect((await technician.call('GET', '/api/logbook?limit=1')).status).toBe(200)
  })

  it('comes in pages without a gap or a repeat, filtered or not', async () => {
    for (const filter of ['', '&kind=count-hours', `&printer=${shop.ids.printer}`]) {
      const seen: number[] = []
      for (let next: number | null = Number.MAX_SAFE_INTEGER; next !== null;) {
        const page: LogPage = await technician.get<LogPage>(`/api/logbook?limit=17&before=${next}${filter}`)
        seen.push(...page.entries.map(({ seq }) => seq))
        next = page.next
      }
      expect(seen).toEqual([...new Set(seen)].sort((a, b) => b - a))
      expect(seen.length).toBeGreaterThan(0)
    }
  })
})

describe('bad input', () => {
  it.each([
    ['no JSON', '{"kind":', 400, 'bad-json'],
    ['nothing', {}, 400, 'bad-input'],
    ['a kind of the prototype', { kind: 'constructor' }, 400, 'bad-input'],
    ['an empty list', [], 400, 'bad-input'],
    ['a list that is none', { actions: 'x' }, 400, 'bad-input'],
    ['more than 1 MB', { kind: 'note', text: 'x'.repeat(1_100_000) }, 413, 'too-large'],
  ])('%s gets a sentence', async (_, body, status, code) => {
    const answer = await technician.call<{ error: { code: string; message: string } }>('POST', '/api/actions', body)
    expect(answer).toMatchObject({
      status,
      body: { error: { code, message: expect.stringMatching(/\w+ .*\.?/) as string } },
    })
  })

  it.each([
    ['a null character', { text: 'a\u0000b' }],
    ['half a character', { text: 'a\ud800b' }],
    ['no text', { text: '  ' }],
    ['a moment that is none', { text: 'x', at: 'yesterday' }],
    ['a moment before printers', { text: 'x', at: '0099-01-01T00:00:00Z' }],
    ['a field too many', { text: 'x', shoe: 1 }],
    ['a printer id that is none', { text: 'x', printerId: 'Limpet' }],
  ])('refuses a note with %s', async (_, payload) => {
    const refusal = await technician.refused({ kind: 'note', ...payload })
    expect(refusal).toMatchObject({ status: 400, code: 'bad-input' })
    expect(Object.keys(refusal.fields ?? {})).toHaveLength(1)
  })

  it.each(['NaN', '1e400', '-1', '"abc"', 'null'])('refuses %s meter hours', async (value) => {
    const body = `{"kind":"count-hours","key":"${randomUUID()}","at":"${daysAgo(1)}","printerId":"${shop.ids.printer}","meterHours":${value}}`
    expect((await technician.call('POST', '/api/actions', body)).status).toBe(400)
  })
})
