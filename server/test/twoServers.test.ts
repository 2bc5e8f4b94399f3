import { randomUUID } from 'node:crypto'
import type { RunningServer } from '../src/index.ts'
import { factsOf, factsReplayed } from './replay.ts'
import { Client, scratchWorkshop, type Workshop } from './scratch.ts'

/** Two servers over one database, each with a lead: whatever two people do at once, both happen, in one order. */
let shop: Workshop
let second: RunningServer
let here: Client
let there: Client
beforeAll(async () => {
  shop = await scratchWorkshop()
  second = await shop.start()
  here = shop.lead
  there = await new Client(second).signIn('lead')
})
afterAll(async () => {
  await second.close()
  await shop.close()
})

const rounds = 25
const pool = () => shop.server.services.database.pool
const one = async <T>(query: string, values: unknown[] = []) =>
  (await pool().query<{ it: T }>(query, values)).rows[0]!.it

type Sent = { kind: string } & Record<string, unknown>
/** Sends one action here and one there at the same moment; refusals are answers too, failures are not. */
async function atOnce(first: Sent, other: Sent): Promise<number[]> {
  const send = (client: Client, action: Sent) =>
    client.call('POST', '/api/actions', { key: randomUUID(), at: new Date().toISOString(), ...action })
  const answers = await Promise.all([send(here, first), send(there, other)])
  for (const { status, body } of answers) if (status >= 500) throw new Error(JSON.stringify(body))
  return answers.map(({ status }) => status)
}

async function admitted(role = 'member'): Promise<string> {
  const personId = randomUUID()
  const name = `p${personId.slice(0, 8)}`
  await here.act({ kind: 'admit-person', personId, name, displayName: name, role })
  return personId
}

it('keeps a lock that was set beside new shifts, a new role beside both', async () => {
  const weekly = [{ weekday: 1, from: '09:00', until: '12:00' }]
  for (let i = 0; i < rounds; i++) {
    const personId = await admitted()
    await atOnce(
      { kind: 'lock-person', personId, locked: true, reason: 'lost the key' },
      { kind: 'set-shifts', personId, weekly, days: [] },
    )
    expect(await one(`SELECT locked_reason AS it FROM person WHERE id = $1`, [personId])).toBe('lost the key')
    await atOnce(
      { kind: 'change-person', personId, displayName: 'Changed', role: 'operator' },
      { kind: 'set-shifts', personId, weekly: [], days: [] },
    )
    expect(
      await one(`SELECT role || jsonb_array_length(shifts->'weekly') AS it FROM person WHERE id = $1`, [personId]),
    ).toBe('operator0')
  }
})

it('keeps closed days beside relaxed rules', async () => {
  for (let i = 0; i < rounds; i++) {
    const closed = i % 2 ? [0] : []
    const relaxed = i % 2 ? ['motion'] : []
    expect(
      await atOnce({ kind: 'set-calendar', closedWeekdays: closed, closedDays: [] }, { kind: 'relax-rules', relaxed }),
    ).toEqual([201, 201])
    expect(await one(`SELECT closed_weekdays AS it FROM site`)).toEqual(closed)
    expect(await one(`SELECT relaxed AS it FROM site`)).toEqual(relaxed)
  }
  await here.act({ kind: 'relax-rules', relaxed: [] })
})

it('takes off a spool what two printers used of it, and what was weighed', async () => {
  const other = randomUUID()
  await shop.takeIn(other, 'Spool neighbour', 7)
  const spoolId = randomUUID()
  await here.act({
    kind: 'add-spool',
    spoolId,
    name: 'Shared grey',
    material: 'PLA',
    abrasive: false,
    diameterMm: 1.75,
    densityGPerCm3: 1.24,
    netGrams: 1000,
    tareGrams: 200,
  })
  const start = await one<number>(`SELECT left_metres AS it FROM spool WHERE id = $1`, [spoolId])
  const job = (printerId: string, hour: number): Sent => ({
    kind: 'finish-job',
    printerId,
    spoolId,
    hours: 0.5,
    metres: 1,
    outcome: 'good',
    at: new Date(Date.now() - 300 * 3600_000 + hour * 3600_000).toISOString(),
  })
  for (let i = 0; i < rounds; i++) expect(await atOnce(job(shop.ids.printer, i), job(other, i))).toEqual([201, 201])
  expect(await one<number>(`SELECT left_metres AS it FROM spool WHERE id = $1`, [spoolId])).toBeCloseTo(
    start - 2 * rounds,
    6,
  )
})

it('gives one of two the id that both chose, whatever it is for', async () => {
  const neighbour = randomUUID()
  await shop.takeIn(neighbour, 'Id neighbour', 8)
  for (let i = 0; i < rounds; i++) {
    const id = randomUUID()
    const made: [string, (n: number) => Sent][] = [
      [
        'fault',
        (n) => ({
          kind: 'report-fault',
          printerId: n ? neighbour : shop.ids.printer,
          faultId: id,
          symptom: `s${n}`,
          mayGoOn: true,
        }),
      ],
      [
        'duty',
        (n) => ({
          kind: 'make-duty',
          printerId: n ? neighbour : shop.ids.printer,
          dutyId: id,
          what: `d${n}`,
          dueDate: '2030-01-01',
        }),
      ],
      ['notice', (n) => ({ kind: 'pin-notice', noticeId: id, text: `n${n}`, until: '2030-01-01' })],
      [
        'person',
        (n) => ({
          kind: 'admit-person',
          personId: id,
          name: `x${n}${id.slice(0, 6)}`,
          displayName: `x${n}`,
          role: 'member',
        }),
      ],
    ]
    const [, action] = made[i % made.length]!
    expect((await atOnce(action(0), action(1))).sort()).toEqual([201, 409])
  }
})

it('leaves one lead when two leads lock each other out', async () => {
  const own = await one<string>(`SELECT id AS it FROM person WHERE name = 'lead'`)
  for (let i = 0; i < 5; i++) {
    const otherLead = await admitted('lead')
    const answers = await atOnce(
      { kind: 'lock-person', personId: otherLead, locked: true, reason: 'a' },
      { kind: 'change-person', personId: otherLead, displayName: 'Z', role: 'member' },
    )
    expect(answers).toContain(201)
  }
  const another = await admitted('lead')
  expect(
    (
      await atOnce(
        { kind: 'leave-person', personId: another },
        { kind: 'change-person', personId: another, displayName: 'Z', role: 'member' },
      )
    ).filter((status) => status === 201).length,
  ).toBeGreaterThanOrEqual(1)
  expect(await one(`SELECT role AS it FROM person WHERE id = $1`, [own])).toBe('lead')
})

it('settles in one order whatever else two people do to one thing', async () => {
  const printerId = shop.ids.printer
  const at = (hours: number) => new Date(Date.now() - hours * 3600_000).toISOString()
  const partType = (price: number): Sent => ({
    kind: 'change-part-type',
    partTypeId: shop.ids.belt,
    name: 'Belt',
    slotKind: 'belt',
    priceMinor: price,
    minutes: 10,
    failureExtraMinor: 2000,
    tradeInterval: 300,
  })
  for (let i = 0; i < rounds; i++) {
    const noticeId = randomUUID()
    const dutyId = randomUUID()
    await here.act({ kind: 'pin-notice', noticeId, text: 'Open late', until: '2030-01-01' })
    await here.act({ kind: 'make-duty', printerId, dutyId, what: 'Dust', dueDate: '2030-01-01' })
    const pairs: [Sent, Sent][] = [
      [
        { kind: 'unpin-notice', noticeId },
        { kind: 'unpin-notice', noticeId },
      ],
      [
        { kind: 'settle-duty', printerId, dutyId },
        { kind: 'settle-duty', printerId, dutyId },
      ],
      [partType(100 + i), partType(200 + i)],
      [partType(300 + i), { kind: 'count-hours', printerId, meterHours: 400 + 2 * i, at: at(90 - i) }],
      [
        { kind: 'hold-printer', printerId, reason: 'sounds odd' },
        { kind: 'count-hours', printerId, meterHours: 401 + 2 * i, at: at(89.5 - i) },
      ],
      [
        { kind: 'retire-printer', printerId, reason: 'try' },
        { kind: 'note', printerId, text: 'beside' },
      ],
      [
        { kind: 'bring-back-printer', printerId },
        { kind: 'bring-back-printer', printerId },
      ],
    ]
    for (const [first, other] of pairs) await atOnce(first, other)
  }
})

it('gives a used part to one of two who reach for it, and to nobody twice', async () => {
  const printers = [randomUUID(), randomUUID()]
  for (const [n, printerId] of printers.entries()) await shop.takeIn(printerId, `Used ${n}`, 40 + n)
  const slotOf = (printerId: string) =>
    one<string>(`SELECT id AS it FROM slot WHERE printer_id = $1 AND name = 'Nozzle'`, [printerId])
  const slots = await Promise.all(printers.map(slotOf))
  const swap = (n: number, usedFittingId?: string): Sent => ({
    kind: 'swap-part',
    printerId: printers[n]!,
    slotId: slots[n]!,
    removalReason: 'failed',
    partTypeId: shop.ids.nozzle,
    ...(usedFittingId ? { usedFittingId } : {}),
    confirmed: ['hot work'],
  })
  for (let i = 0; i < 8; i++) {
    const { seq } = await here.act({ ...swap(0), removalReason: 'replaced in time' } as Sent & { kind: 'swap-part' })
    const used = await one<string>(`SELECT id AS it FROM fitting WHERE removed_seq = $1`, [seq])
    const answers = await atOnce(swap(0, used), swap(1, used))
    expect(answers.sort()).toEqual([201, 409])
    expect(
      await one(
        `SELECT count(*)::int AS it FROM fitting WHERE part_id = (SELECT part_id FROM fitting WHERE id = $1) AND removed_at IS NULL`,
        [used],
      ),
    ).toBe(1)
  }
})

it('keeps both rules that two leads adopt at once, of which the later holds, and neighbours that are out stay out', async () => {
  for (let i = 0; i < 8; i++) {
    const rule = (interval: number): Sent => ({
      kind: 'adopt-policy',
      partTypeId: shop.ids.nozzle,
      policy: 'learned age',
      interval,
      reason: 'as seen',
    })
    expect(await atOnce(rule(200 + i), rule(300 + i))).toEqual([201, 201])
    const livesId = randomUUID()
    await here.act({
      kind: 'bring-neighbour-lives',
      livesId,
      partTypeId: shop.ids.nozzle,
      source: 'x',
      records: [{ lower: 5, upper: 5, weight: 1 }],
    })
    await atOnce(
      { kind: 'weigh-neighbour-lives', livesId, weight: 0, dropped: true },
      { kind: 'weigh-neighbour-lives', livesId, weight: 1, dropped: false },
    )
    expect(await one(`SELECT (dropped_seq IS NOT NULL) AS it FROM neighbour_lives WHERE id = $1`, [livesId])).toBe(true)
  }
  expect(await one(`SELECT count(*)::int AS it FROM policy`)).toBe(16)
})

it('is the same when the book is played again', async () => {
  const { database } = shop.server.services
  expect(await factsReplayed(database)).toEqual(await factsOf(database.pool))
})
