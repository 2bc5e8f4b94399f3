import { randomUUID } from 'node:crypto'
import type { RefusalBody } from '@diatribon/contract'
import { setPin } from '../src/index.ts'
import { Client, pin, scratchWorkshop, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
let shop: Workshop
let second: Workshop['server']
beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
  second = await shop.start()
})
afterAll(async () => {
  await second.close()
  await shop.close()
})

const booking = (fromDay: string, untilDay: string) => ({
  kind: 'book-printer' as const,
  bookingId: randomUUID(),
  printerId: shop.ids.printer,
  fromDay,
  untilDay,
  words: 'Open day',
})

it('a printer is booked once for a day, also by two at once over two processes', async () => {
  const other = await new Client(second).signIn('lead')
  for (let month = 1; month < 6; month++) {
    const days = [`2027-0${month}-03`, `2027-0${month}-05`] as const
    const send = (client: Client) =>
      client.call('POST', '/api/actions', { key: randomUUID(), at: new Date(now).toISOString(), ...booking(...days) })
    const statuses = (await Promise.all([send(shop.lead), send(other)])).map(({ status }) => status)
    expect(statuses.sort()).toEqual([201, 409])
    const { code, message } = await shop.lead.refused(booking(days[1], `2027-0${month}-09`))
    expect(code).toBe('booked')
    expect(message).toContain(`booked from ${days[0]} to ${days[1]} already: Open day`)
  }
})

it('what is over before it is said is refused', async () => {
  expect(await shop.lead.refused(booking('2001-01-01', '2001-01-02'))).toMatchObject({
    status: 400,
    message: expect.stringContaining('2001-01-02 is over already'),
  })
  const loan = { kind: 'lend-printer' as const, printerId: shop.ids.printer, to: 'The school', condition: 'Whole' }
  expect(await shop.lead.refused({ ...loan, untilDay: '2020-05-01' })).toMatchObject({ status: 400 })
  await shop.lead.act({ ...loan, untilDay: '2026-12-01' })
  expect(await shop.lead.refused({ kind: 'retire-printer', printerId: shop.ids.printer, reason: 'Old' })).toMatchObject(
    { status: 409, code: 'lent', message: expect.stringContaining('The school') },
  )
})

it('somebody who has left is signed off, trained and given boxes no more', async () => {
  const personId = randomUUID()
  await shop.lead.act({ kind: 'admit-person', personId, name: 'gone', displayName: 'Gone', role: 'technician' })
  await shop.lead.act({ kind: 'leave-person', personId })
  const refusals = [
    { kind: 'give-sign-off', personId, signOff: 'motion', until: null },
    { kind: 'record-training', trainingId: randomUUID(), personId, topic: 'changing parts', day: '2026-11-19' },
  ]
  for (const action of refusals)
    expect(await shop.lead.refused(action)).toMatchObject({ status: 409, code: 'has-left' })
})

it('nobody signs himself off where there is a second lead', async () => {
  const { person } = await shop.lead.get<{ person: { id: string } }>('/api/session')
  const own = { kind: 'give-sign-off' as const, personId: person.id, signOff: 'electronics', until: null }
  // A workshop of one can.
  await shop.lead.act(own)
  const personId = randomUUID()
  await shop.lead.act({ kind: 'admit-person', personId, name: 'second', displayName: 'Second Lead', role: 'lead' })
  await setPin(shop.server.services.database.db, personId, pin)
  const refused = await shop.lead.refused({ ...own, signOff: 'mains' })
  expect(refused).toMatchObject({ status: 409, message: expect.stringContaining('ask Second Lead') })
  await (await new Client(second).signIn('second')).act({ ...own, signOff: 'mains' })
})

it('a name has one line, and a kind that is none is refused in words', async () => {
  const person = { kind: 'admit-person' as const, personId: randomUUID(), name: 'eve', role: 'member' }
  for (const displayName of ['Eve\r\nURL:https://bad.example', 'Eve\u2028x', 'Eve\tx'])
    expect((await shop.lead.refused({ ...person, displayName })).message).toContain('one line')
  for (const odd of [
    { constructor: 'x' },
    { __proto__x: 1 },
    { toString: 2 },
    { kind: 'constructor' },
    { key: 'constructor' },
  ]) {
    const { status, body } = await shop.lead.call<RefusalBody>('POST', '/api/actions', {
      ...{ kind: 'note', text: 'x', key: randomUUID(), at: new Date(now).toISOString() },
      ...odd,
    })
    expect(status).toBe(400)
    expect(body.error.message).toMatch(/[a-z]{3,} .*[a-z]{3,}/)
  }
})
