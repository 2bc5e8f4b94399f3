import { randomUUID } from 'node:crypto'
import type {
  BookCheckLine,
  Handover,
  LogEntry,
  LogPage,
  Notice,
  RefusalBody,
  SavedView,
  Session,
} from '@diatribon/contract'
import { exportBook, openDatabase, playBook } from '../src/index.ts'
import { checkBook } from '../src/logbook/chain.ts'
import { checkLock } from '../src/logbook/checkWorker.ts'
import { sealNew } from '../src/logbook/sealer.ts'
import { writersLock } from '../src/actions/pieces/writersLock.ts'
import { scratchDatabase, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
let shop: Workshop
let lead: Client
let technician: Client
let member: Client
const hoursAgo = (hours: number) => new Date(now - hours * 3600_000).toISOString()
const pool = () => shop.server.services.database.pool

beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
  lead = shop.lead
  ;[technician, member] = await Promise.all([shop.as('technician'), shop.as('member')])
})
afterAll(() => shop.close())

/** The keeper has come up with everything that was written. */
async function caughtUp(): Promise<void> {
  while (!(await sealNew(pool())));
}
const found = async (query: string, as = member) => {
  await caughtUp()
  return (await as.get<LogPage>(`/api/logbook?${query}`)).entries
}
const me = async (client: Client) => (await client.call<Session>('GET', '/api/session')).body.person.id

describe('the chain', () => {
  const whole = () => checkBook(shop.server.services.database.db)
  /** Changes the book behind the product's back, as somebody with the database's password could. */
  const tamper = async (statement: string, values: unknown[] = []) => {
    const client = await pool().connect()
    try {
      await client.query('BEGIN')
      await client.query(`SET LOCAL session_replication_role = replica`)
      await client.query(statement, values)
      await client.query('COMMIT')
    } finally {
      client.release()
    }
  }

  it('holds over the whole book, printer by printer, and its seals cannot be changed', async () => {
    await technician.act({ kind: 'note', printerId: shop.ids.printer, text: 'First layer thin' })
    await caughtUp()
    const book = await whole()
    expect(book).toMatchObject({ brokenCount: 0, unsealed: 0, chains: 2 })
    expect(book.heads.map(({ chain }) => chain).sort()).toEqual(['Limpet', 'the workshop'])
    await expect(pool().query('UPDATE log_seal SET hash = $1', ['x'])).rejects.toThrow(/append-only/)
    await expect(pool().query('DELETE FROM log_seal')).rejects.toThrow(/append-only/)
  })

  it('is the same when the book is played into another database', async () => {
    await caughtUp()
    const other = await scratchDatabase()
    const there = openDatabase(other.url, 3)
    const book = []
    for await (const page of exportBook(shop.server.services.database.db)) book.push(...page)
    await playBook(there.pool, book)
    while (!(await sealNew(there.pool)));
    const seals = 'SELECT seq, chain_id, hash FROM log_seal ORDER BY seq'
    expect((await there.pool.query(seals)).rows).toEqual((await pool().query(seals)).rows)
    await there.pool.end()
    await other.drop()
  })

  it('does not miss lines that many writers write at once', async () => {
    const texts = Array.from({ length: 60 }, (_, i) => `Note ${i}`)
    const keeping = (async () => {
      for (let i = 0; i < 15; i++) await sealNew(pool())
    })()
    await Promise.all(
      texts.map((text, i) =>
        (i % 2 ? technician : member).act({ kind: 'note', printerId: i % 3 ? shop.ids.printer : undefined, text }),
      ),
    )
    await keeping
    await caughtUp()
    expect(await whole()).toMatchObject({ brokenCount: 0, unsealed: 0 })
  })

  it('lets others write while one takes long, and catches up when that one is done', async () => {
    await caughtUp()
    const slow = await pool().connect()
    await slow.query('BEGIN')
    await slow.query('SELECT pg_advisory_xact_lock_shared($1)', [writersLock])
    const keeping = sealNew(pool())
    await technician.act({ kind: 'note', text: 'Written while an import runs' })
    expect(await keeping).toBe(false)
    await slow.query('COMMIT')
    slow.release()
    await caughtUp()
    expect(await whole()).toMatchObject({ brokenCount: 0, unsealed: 0 })
  })

  it('is gone through in a thread, line by line, for one at a time and for nobody who has gone', async () => {
    await caughtUp()
    const answer = await lead.get<string>('/api/logbook/whole')
    const lines = answer
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as BookCheckLine)
    const result = lines.flatMap((line) => ('result' in line ? line.result : []))
    const progress = lines.flatMap((line) => ('progress' in line ? line.progress : []))
    expect(result).toEqual([await whole()])
    expect(progress.at(-1)).toEqual({ done: result[0]!.entries, of: result[0]!.entries })
    const other = await pool().connect()
    await other.query('SELECT pg_advisory_lock($1)', [checkLock])
    const { status, body } = await lead.call<RefusalBody>('GET', '/api/logbook/whole')
    expect(status).toBe(409)
    expect(body.error.message).toMatch(/Somebody is going through the book/)
    await other.query('SELECT pg_advisory_unlock($1)', [checkLock])
    other.release()
    const control = new AbortController()
    const left = fetch(`${shop.server.url}/api/logbook/whole`, {
      headers: { cookie: lead.cookieNow },
      signal: control.signal,
    })
    control.abort()
    await expect(left).rejects.toThrow(/abort/)
  })

  it('tells of a line that was changed, slipped in or taken out behind its back', async () => {
    await caughtUp()
    const entry = await technician.act({ kind: 'note', printerId: shop.ids.printer, text: 'Nozzle was tight' })
    await technician.act({ kind: 'note', printerId: shop.ids.printer, text: 'And the next line' })
    await caughtUp()
    const put = (payload: object) =>
      tamper('UPDATE log_entry SET payload = $1 WHERE seq = $2', [JSON.stringify(payload), entry.seq])
    await put({ text: 'Nozzle was loose' })
    expect((await whole()).broken).toMatchObject([
      { seq: entry.seq, printer: 'Limpet', words: expect.stringContaining('does not fit its seal') as string },
    ])
    await put({ text: 'Nozzle was tight' })
    expect((await whole()).brokenCount).toBe(0)

    const { rows } = await pool().query('SELECT * FROM log_entry WHERE seq = $1', [entry.seq])
    await tamper('DELETE FROM log_entry WHERE seq = $1', [entry.seq])
    expect((await whole()).broken).toMatchObject([
      { seq: entry.seq, words: expect.stringContaining('taken out') as string },
    ])
    // Even when its seal goes too, the line after it tells.
    const sealed = await pool().query('SELECT * FROM log_seal WHERE seq = $1', [entry.seq])
    await tamper('DELETE FROM log_seal WHERE seq = $1', [entry.seq])
    expect((await whole()).broken).toMatchObject([{ words: expect.stringContaining('was taken out') as string }])
    const back = (table: string, row: object) =>
      tamper(`INSERT INTO ${table} SELECT * FROM jsonb_populate_record(NULL::${table}, $1)`, [JSON.stringify(row)])
    await back('log_entry', rows[0] as object)
    expect((await whole()).broken.map(({ words }) => words).join()).toContain('slipped into the book')
    await back('log_seal', sealed.rows[0] as object)
    expect((await whole()).brokenCount).toBe(0)
  })
})

describe('the search', () => {
  const words = (entries: LogEntry[]) => entries.map(({ summary }) => summary)

  it('finds any form of a word, by beginnings, in what people wrote and in names', async () => {
    await technician.act({ kind: 'note', printerId: shop.ids.printer, text: 'Belts plucked, all sounding well' })
    await technician.act({ kind: 'note', text: 'Ordered silicone socks from the usual place' })
    expect(words(await found('search=belt'))).toContain('Belts plucked, all sounding well')
    expect(words(await found('search=silic sock'))).toEqual(['Ordered silicone socks from the usual place'])
    expect(words(await found('search=limpet pluck'))).toEqual(['Belts plucked, all sounding well'])
    expect(words(await found('search="usual place" -belt'))).toEqual(['Ordered silicone socks from the usual place'])
    expect(words(await found('search=nothing like this'))).toEqual([])
    for (const odd of ["'); DROP TABLE log_entry; --", '&|!', '"', ':*', 'a:b'])
      expect(Array.isArray(await found(`search=${encodeURIComponent(odd)}`))).toBe(true)
  })

  it('finds the newest first and page by page, whether the word is rare or common', async () => {
    const notes = Array.from({ length: 2200 }, (_, i) => ({
      key: randomUUID(),
      kind: 'note' as const,
      at: hoursAgo(1),
      text: i % 400 === 0 ? `Drizzle and mackerel ${i}` : `Drizzle ${i}`,
    }))
    for (let from = 0; from < notes.length; from += 1000) await technician.list(notes.slice(from, from + 1000))
    const rare = await found('search=mackerel')
    expect(words(rare)).toEqual([2000, 1600, 1200, 800, 400, 0].map((i) => `Drizzle and mackerel ${i}`))
    await caughtUp()
    const first = await member.get<LogPage>('/api/logbook?search=drizzle&limit=3')
    expect(words(first.entries)).toEqual(['Drizzle 2199', 'Drizzle 2198', 'Drizzle 2197'])
    const next = await member.get<LogPage>(`/api/logbook?search=drizzle&limit=2&before=${first.next}`)
    expect(words(next.entries)).toEqual(['Drizzle 2196', 'Drizzle 2195'])
    expect(await found(`search=drizzle&partType=${shop.ids.belt}`)).toEqual([])
  })

  it('filters by person, part type and days', async () => {
    const slot = (await lead.get<{ slots: { id: string; name: string }[] }>(`/api/printers/${shop.ids.printer}`))
      .slots[0]!
    await technician.act({
      kind: 'swap-part',
      at: hoursAgo(50),
      printerId: shop.ids.printer,
      slotId: slot.id,
      removalReason: 'failed',
      partTypeId: shop.ids.hardNozzle,
    })
    // The part that came out counts as well as the one that went in.
    for (const part of [shop.ids.hardNozzle, shop.ids.nozzle])
      expect((await found(`partType=${part}&kind=swap-part`)).length).toBe(1)
    expect((await found(`partType=${shop.ids.belt}&kind=swap-part`)).length).toBe(0)
    expect((await found(`person=${await me(technician)}&kind=swap-part`)).length).toBe(1)
    expect((await found(`person=${await me(member)}&kind=swap-part`)).length).toBe(0)
    expect((await found('kind=swap-part&from=2026-11-18&until=2026-11-18')).length).toBe(1)
    expect((await found('kind=swap-part&from=2026-11-19')).length).toBe(0)
    expect((await member.call('GET', '/api/logbook?from=2026-13-01')).status).toBe(400)
  })

  it('keeps views for each person alone', async () => {
    const save = (as: Client, name: string, query: string) => as.call('POST', '/api/logbook/views', { name, query })
    expect((await save(technician, 'Belts', 'search=belt')).status).toBe(201)
    await save(technician, 'belts', 'search=belts')
    const mine = await technician.get<SavedView[]>('/api/logbook/views')
    expect(mine).toMatchObject([{ name: 'belts', query: 'search=belts' }])
    expect(await member.get('/api/logbook/views')).toEqual([])
    expect((await member.call('DELETE', `/api/logbook/views/${mine[0]!.id}`)).status).toBe(404)
    expect((await technician.call('DELETE', `/api/logbook/views/${mine[0]!.id}`)).status).toBe(204)
  })
})

describe('notes for somebody, answers and marks', () => {
  it('reach whom they are for, are unread until read, and can be answered', async () => {
    const to = await me(member)
    const { key, seq } = await technician.act({
      kind: 'note',
      printerId: shop.ids.printer,
      text: 'Please look at the sheet tomorrow',
      mentions: [to],
    })
    const wall = () => member.get<{ unread: number }>('/api/notices')
    expect((await wall()).unread).toBe(1)
    expect((await found('forMe=true')).map((entry) => entry.seq)).toEqual([seq])
    expect(await found('forMe=true', technician)).toEqual([])
    const reply = await member.act({ kind: 'note', text: 'Done, it is clean', replyTo: key })
    const [entry] = await found(`seq=${seq}`)
    expect(entry).toMatchObject({
      mentions: ['Test member'],
      replies: [{ seq: reply.seq, summary: 'Done, it is clean', displayName: 'Test member' }],
    })
    expect((await found(`seq=${reply.seq}`))[0]!.answers).toMatchObject({ seq })
    await member.call('PUT', '/api/logbook/read-mark', { seq: reply.seq })
    await member.call('PUT', '/api/logbook/read-mark', { seq: 1 }) // never backwards
    expect((await member.get<LogPage>('/api/logbook')).readUpTo).toBe(reply.seq)
    expect((await wall()).unread).toBe(0)
    expect((await member.refused({ kind: 'note', text: 'x', replyTo: randomUUID() })).status).toBe(404)
    expect((await member.refused({ kind: 'note', text: 'x', mentions: [randomUUID()] })).status).toBe(404)
  })

  it('notices hang until their day', async () => {
    const noticeId = randomUUID()
    const operator = await shop.as('operator')
    const pin = { kind: 'pin-notice' as const, noticeId, text: 'Open day on Sunday', until: '2026-11-20' }
    expect((await member.refused(pin)).status).toBe(403)
    await operator.act(pin)
    await operator.act({ ...pin, noticeId: randomUUID(), text: 'Long over', until: '2026-11-19' })
    const wall = async () => (await member.get<{ notices: Notice[] }>('/api/notices')).notices
    expect(await wall()).toMatchObject([{ text: 'Open day on Sunday', who: 'Test operator' }])
    await operator.act({ kind: 'unpin-notice', noticeId })
    expect(await wall()).toEqual([])
    expect((await operator.refused({ kind: 'unpin-notice', noticeId })).code).toBe('already-down')
  })
})

describe('the handover', () => {
  it('tells from the end of the last shift what changed, what is open and what was promised', async () => {
    const personId = await me(member)
    const day = await member.get<Handover>('/api/logbook/handover')
    expect(day).toMatchObject({ sinceIs: 'a day ago', since: hoursAgo(24) })
    // Lisbon is on UTC in November; the shift ended on Thursday at 17.
    await member.act({
      kind: 'set-shifts',
      personId,
      weekly: [{ weekday: 4, from: '09:00', until: '17:00' }],
      days: [],
    })
    await technician.act({ kind: 'note', at: hoursAgo(18), printerId: shop.ids.printer, text: 'Before the end' })
    await technician.act({ kind: 'note', at: hoursAgo(10), printerId: shop.ids.printer, text: 'In the night' })
    await technician.act({
      kind: 'report-fault',
      at: hoursAgo(9),
      printerId: shop.ids.printer,
      faultId: randomUUID(),
      symptom: 'Squeaks',
      mayGoOn: true,
    })
    await technician.act({ kind: 'hold-printer', at: hoursAgo(8), printerId: shop.ids.printer, reason: 'Squeaks' })
    const page = await member.get<Handover>('/api/logbook/handover')
    expect(page).toMatchObject({ since: '2026-11-19T17:00:00.000Z', sinceIs: 'end of your last shift' })
    const said = page.changed.flatMap(({ entries }) => entries.map(({ summary }) => summary))
    expect(said).toContain('In the night')
    expect(said).not.toContain('Before the end')
    expect(page.holds).toMatchObject([{ name: 'Limpet', reason: 'Squeaks', since: hoursAgo(8) }])
    expect(page.faults).toMatchObject([{ symptom: 'Squeaks' }])
    const asked = await member.get<Handover>(`/api/logbook/handover?since=${hoursAgo(20)}`)
    expect(asked.changed.flatMap(({ entries }) => entries.map(({ summary }) => summary))).toContain('Before the end')
    expect((await member.call('GET', '/api/logbook/handover?since=x')).status).toBe(400)
    const { status, headers } = await member.call('GET', '/api/reports/handover')
    expect([status, headers.get('content-type')]).toEqual([200, 'application/pdf'])
  })
})
