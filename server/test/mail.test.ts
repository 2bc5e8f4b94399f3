import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import { simpleParser } from 'mailparser'
import type { MailPage, SetMailServer } from '@diatribon/contract'
import { openMailbox, type ReceivedMail } from '../../devices/src/mailbox.ts'
import { sendMorningMails } from '../src/mail/sendMorningMails.ts'
import type { RunningServer } from '../src/index.ts'
import { dayMs, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

// A Friday, 6:30 in Lisbon: the morning mail goes out at 7.
let moment = Date.parse('2026-11-20T06:30:00Z')
let shop: Workshop
let technician: Client
let technicianId: string
let other: RunningServer
let box: Awaited<ReturnType<typeof openMailbox>>
const mails: ReceivedMail[] = []
const login = { user: 'shed', password: 'a long word' }

const settings = (more: Partial<SetMailServer> = {}): SetMailServer => ({
  host: '127.0.0.1',
  port: box.port,
  security: 'none',
  user: login.user,
  sender: 'workshop@example.org',
  sendAt: '07:00',
  ...more,
})
const put = (who: Client, path: string, body: object) => who.call<{ error: { message: string } }>('PUT', path, body)
const page = (who: Client) => who.get<MailPage>('/api/mail')

beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(moment))
  other = await shop.start()
  technician = await shop.as('technician')
  technicianId = (await technician.get<{ person: { id: string } }>('/api/session')).person.id
  box = await openMailbox({ login, onMail: (mail) => mails.push(mail) })
  const at = (day: number) => new Date(moment - day * dayMs).toISOString()
  for (let day = 60; day >= 0; day -= 2)
    await shop.lead.act({ kind: 'count-hours', printerId: shop.ids.printer, at: at(day), meterHours: (60 - day) * 5.2 })
  await shop.lead.act({
    kind: 'set-shifts',
    personId: technicianId,
    weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '08:00', until: '16:00' })),
    days: [],
  })
})
afterAll(async () => {
  await box.close()
  await other.close()
  await shop.close()
})

describe('the mail server', () => {
  it('is set by a lead alone, and its password is shown to nobody', async () => {
    expect((await put(technician, '/api/mail/server', settings())).status).toBe(403)
    expect(await page(shop.lead)).toMatchObject({ sendAt: null, server: null })
    expect((await put(shop.lead, '/api/mail/server', settings({ password: 'wrong' }))).status).toBe(204)
    const { password: _, ...shown } = settings()
    expect(await page(shop.lead)).toMatchObject({ sendAt: '07:00', server: shown, hasPassword: true })
    expect(JSON.stringify(await page(shop.lead))).not.toContain('wrong')
    expect(await page(technician)).toMatchObject({ sendAt: '07:00', server: null, hasPassword: false })
    const { body } = await shop.lead.call<string>('GET', '/api/logbook')
    expect(JSON.stringify(body)).not.toContain('wrong')
  })

  it.each([
    [{ host: 'mail server' }, 'Mail server'],
    [{ port: 0 }, 'Port'],
    [{ sender: 'workshop' }, 'Sender’s address is no mail address'],
    [{ sendAt: '7 o’clock' }, 'Time of the morning mail'],
    [{ host: 'mail.example.org' }, 'a name and password would go over an open line'],
  ])('refuses %j with a sentence', async (wrong, words) => {
    const { status, body } = await put(shop.lead, '/api/mail/server', settings(wrong))
    expect(status).toBe(400)
    expect(body.error.message).toContain(words)
  })

  it('says in words what is wrong with it', async () => {
    const now = () => technician.call<{ error: { message: string } }>('POST', '/api/mail/now')
    expect((await now()).body.error.message).toBe('Set your mail address first.')
    expect(
      (await put(technician, '/api/mail/mine', { address: 'tess@example.org', wantsMorningMail: false })).status,
    ).toBe(204)
    expect(await now()).toMatchObject({
      status: 503,
      body: { error: { message: expect.stringContaining('did not take the name and password') } },
    })
    await put(shop.lead, '/api/mail/server', settings({ port: 1 }))
    expect((await now()).body.error.message).toContain('does not answer')
    await put(shop.lead, '/api/mail/server', settings({ security: 'STARTTLS', password: login.password }))
    expect((await now()).body.error.message).toContain('no private line')
    // Kept for one address and one kind of line: it goes to no other port, and not in the clear.
    await put(shop.lead, '/api/mail/server', settings())
    expect((await now()).body.error.message).toContain('did not take the name and password')
    await put(shop.lead, '/api/mail/server', settings({ password: login.password }))
    // A password that is not said again stays.
    await put(shop.lead, '/api/mail/server', settings({ sendAt: '06:30' }))
    await put(technician, '/api/mail/mine', { address: 'nobody@example.org', wantsMorningMail: false })
    expect((await now()).body.error.message).toContain('did not take the address')
    expect(mails).toEqual([])
    await put(shop.lead, '/api/mail/server', settings())
  })
})

describe('the morning mail', () => {
  const send = async () => {
    const both = await Promise.all([sendMorningMails(shop.server.services), sendMorningMails(other.services)])
    return both[0] + both[1]
  }

  it('is nobody’s who has not asked for it', async () => {
    moment = Date.parse('2026-11-20T07:00:00Z')
    expect(await send()).toBe(0)
    const refused = await put(technician, '/api/mail/mine', { address: null, wantsMorningMail: true })
    expect(refused.body.error.message).toBe('Your mail address is missing: without one no morning mail can be sent.')
    expect((await put(technician, '/api/mail/mine', { address: 'tess', wantsMorningMail: true })).status).toBe(400)
    await put(technician, '/api/mail/mine', { address: 'tess@example.org', wantsMorningMail: true })
    moment = Date.parse('2026-11-20T06:59:00Z')
    expect(await send()).toBe(0)
  })

  it('comes once, whichever process sends it, with what is to do and who wrote', async () => {
    await shop.lead.act({
      kind: 'note',
      text: 'The key is in the blue tin',
      mentions: [technicianId],
      printerId: shop.ids.printer,
    })
    moment = Date.parse('2026-11-20T07:01:00Z')
    expect(await send()).toBe(1)
    expect(await send()).toBe(0)
    expect(mails).toHaveLength(1)
    const [raw] = mails
    expect(raw).toMatchObject({ from: 'workshop@example.org', to: ['tess@example.org'] })
    const { subject, text, messageId } = await simpleParser(raw!.raw)
    expect(subject).toBe('Test shed: 1 visit today')
    expect(messageId).toMatch(/@diatribon>$/)
    expect(text).toContain('Good morning, Test technician.')
    expect(text).toMatch(/- A1 Limpet, \d+ min: .*Nozzle \(Nozzle\)/)
    expect(text).toContain('https://wear.example.org/round')
    expect(text).toMatch(/- by Test Lead, on Limpet: https:\/\/wear\.example\.org\/logbook\/\d+/)
    // What people write to each other stays in the book.
    expect(text).not.toContain('blue tin')
    expect((await page(technician)).last).toEqual({ day: '2026-11-20', state: 'sent', problem: null })
  })

  it('does not come a second time where somebody has had today’s sent, and comes again to whoever asks', async () => {
    const before = mails.length
    await put(shop.lead, '/api/mail/mine', { address: 'lead@example.org', wantsMorningMail: true })
    const { person } = await shop.lead.get<{ person: { id: string } }>('/api/session')
    await technician.act({ kind: 'note', text: 'For the lead', mentions: [person.id] })
    moment = Date.parse('2026-11-20T07:02:00Z')
    const asked = () => shop.lead.call<{ error: { message: string } }>('POST', '/api/mail/now')
    expect((await asked()).status).toBe(200)
    expect(await send()).toBe(0)
    expect((await page(shop.lead)).last).toEqual({ day: '2026-11-20', state: 'sent', problem: null })
    expect((await asked()).status).toBe(200)
    expect(mails.slice(before).map(({ to }) => to)).toEqual([['lead@example.org'], ['lead@example.org']])
    // At once: whoever finds it being sent is told so, and each that is said to be sent has come.
    await shop.server.services.database.pool.query('DELETE FROM mail_sent WHERE person_id = $1', [person.id])
    const [one, two, byItself] = await Promise.all([asked(), asked(), send()])
    const answers = [one.status, two.status].sort()
    expect([
      [200, 200],
      [200, 409],
      [409, 409],
    ]).toContainEqual(answers)
    expect(mails).toHaveLength(before + 2 + byItself + answers.filter((status) => status === 200).length)
    await put(shop.lead, '/api/mail/mine', { address: 'lead@example.org', wantsMorningMail: false })
  })

  it('is tried again after a while where it failed, five times at most', async () => {
    await put(shop.lead, '/api/mail/server', settings({ port: 1 }))
    moment = Date.parse('2026-11-23T07:01:00Z')
    for (let minute = 0; minute < 120; minute += 5) {
      expect(await send()).toBe(0)
      moment += 5 * 60_000
    }
    expect((await page(technician)).last).toMatchObject({
      day: '2026-11-23',
      state: 'failed',
      problem: expect.stringContaining('does not answer'),
    })
    expect((await page(shop.lead)).failedToday).toBe(1)
    const { rows } = await shop.server.services.database.pool.query('SELECT attempts FROM mail_sent WHERE day = $1', [
      '2026-11-23',
    ])
    expect(rows).toEqual([{ attempts: 5 }])
    await put(shop.lead, '/api/mail/server', settings({ password: login.password }))
  })

  it('does not come when the workshop is closed, nor at noon, nor to whoever has left', async () => {
    await shop.lead.act({ kind: 'set-calendar', closedWeekdays: [], closedDays: ['2026-11-24'] })
    moment = Date.parse('2026-11-24T07:05:00Z')
    expect(await send()).toBe(0)
    moment = Date.parse('2026-11-25T12:30:00Z')
    expect(await send()).toBe(0)
    moment = Date.parse('2026-11-25T07:05:00Z')
    await shop.lead.act({ kind: 'note', text: 'Look at this', mentions: [technicianId] })
    await put(technician, '/api/mail/mine', { address: 'tess@example.org', wantsMorningMail: false })
    expect(await send()).toBe(0)
    await put(technician, '/api/mail/mine', { address: 'tess@example.org', wantsMorningMail: true })
    expect(await send()).toBe(1)
    await shop.lead.act({ kind: 'leave-person', personId: technicianId })
    moment = Date.parse('2026-11-26T07:05:00Z')
    expect(await send()).toBe(0)
  })

  it('goes out by itself', async () => {
    const before = mails.length
    await put(shop.lead, '/api/mail/mine', { address: 'lead@example.org', wantsMorningMail: true })
    const operator = await shop.as('operator')
    const { person } = await shop.lead.get<{ person: { id: string } }>('/api/session')
    await operator.act({ kind: 'note', text: 'For you', mentions: [person.id] })
    moment = Date.parse('2026-11-27T07:05:00Z')
    const third = await shop.start({ postEveryMs: 20 })
    const until = Date.now() + 20_000
    while (mails.length === before && Date.now() < until) await page(shop.lead)
    await third.close()
    expect(mails.slice(before).map(({ to }) => to)).toEqual([['lead@example.org']])
  })
})
