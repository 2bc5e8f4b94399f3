import { randomBytes, randomUUID } from 'node:crypto'
import type { Counts, ImportLine, PrinterPage } from '@diatribon/contract'
import { scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
beforeAll(async () => {
  shop = await scratchWorkshop()
})
afterAll(() => shop.close())

async function bringIn(
  kind: string,
  csv: string | Uint8Array,
  query: { dry?: boolean; mapping?: Record<string, string>; answers?: Record<string, object> } = {},
) {
  const search = new URLSearchParams()
  if (query.dry) search.set('dry', '1')
  if (query.answers) search.set('answers', JSON.stringify(query.answers))
  if (query.mapping) search.set('mapping', JSON.stringify(query.mapping))
  const response = await fetch(`${shop.server.url}/api/import/${kind}?${search.toString()}`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv', cookie: shop.lead.cookieNow },
    body: csv as BodyInit,
  })
  const text = await response.text()
  if (response.status !== 200)
    return { status: response.status, lines: [], error: (JSON.parse(text) as { error: { message: string } }).error }
  const lines = text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as ImportLine)
  return {
    status: 200,
    lines,
    unclear: lines.flatMap((line) => ('unclear' in line ? line.unclear : [])),
    bad: lines.flatMap((line) => ('badRow' in line ? [line.badRow] : [])),
    result: lines.flatMap((line) => ('result' in line ? [line.result] : []))[0],
  }
}
const totals = async (printerId: string) => (await shop.lead.get<Counts>(`/api/printers/${printerId}/counts`)).totals
async function newPrinter(name: string): Promise<string> {
  const id = randomUUID()
  await shop.takeIn(id, name, 1)
  return id
}
/** A moment of the last year, `hours` after its beginning. */
const start = Date.now() - 300 * 24 * 3600_000
const later = (hours: number) => new Date(start + hours * 3600_000).toISOString()

describe('an import', () => {
  it('of usage under column names of its own, first tried, then done, and again without harm', async () => {
    const id = await newPrinter('Whelk')
    const mapping = { printer: 'Machine', at: 'Date', meterHours: 'Reading', hours: 'Job', metres: 'Metres' }
    const csv = `Machine;Date;Reading;Job;Metres\r\nWhelk;${later(0)};0;;\r\nwhelk;${later(30)};;4,5;"20"\r\nWhelk;${later(50)};40;;\r\n`
    const tried = await bringIn('usage', csv, { mapping, dry: true })
    expect(tried.result).toEqual({ rows: 3, bad: 0, recorded: 3, dryRun: true })
    expect((await totals(id)).hours).toBe(0)
    expect((await bringIn('usage', csv, { mapping })).result).toMatchObject({ recorded: 3, dryRun: false })
    expect(await totals(id)).toMatchObject({ hours: 40, metres: 20 })
    expect((await bringIn('usage', csv, { mapping })).result).toMatchObject({ bad: 0, recorded: 0 })
    expect(await totals(id)).toMatchObject({ hours: 40, metres: 20 })
  })

  it('names every bad row with its number and reason, and then takes nothing', async () => {
    const id = await newPrinter('Cockle')
    const rows = [
      `Cockle,${later(0)},5,`,
      `Nobody,${later(1)},6,`,
      `Cockle,yesterday,7,`,
      `Cockle,${later(2)},seven,`,
      `Cockle,${later(3)},7,2`,
      `Cockle,2026-02-31,8,`,
      `Cockle,${later(500)},1,`,
      `Cockle,2099-01-01,8,`,
    ]
    const { bad, result } = await bringIn('usage', `printer,at,meterHours,hours\n${rows.join('\n')}\n`)
    const reasons = Object.fromEntries(bad!.map(({ row, reason }) => [row, reason]))
    expect(Object.keys(reasons).map(Number)).toEqual([3, 4, 5, 6, 7, 8, 9])
    expect(reasons[3]).toContain('no printer called Nobody')
    expect(reasons[4]).toContain('write a date')
    expect(reasons[5]).toContain('write a number')
    expect(reasons[6]).toContain('not both')
    expect(reasons[7]).toContain('write a date')
    expect(reasons[8]).toContain('cannot run backwards')
    expect(reasons[9]).toContain('future')
    expect(result).toMatchObject({ rows: 8, bad: 7, recorded: 0 })
    expect((await totals(id)).hours).toBe(0)
  })

  it('of printers and of past part changes, in the time of the workshop', async () => {
    const models =
      await shop.lead.get<
        { id: string; make: string; name: string; build: string; slots: { name: string; kind: string }[] }[]
      >('/api/parts/models')
    const { make, name, build, slots } = models.find(({ id }) => id === shop.ids.model)!
    const usual: Record<string, string> = { nozzle: shop.ids.nozzle, belt: shop.ids.belt }
    const withParts = slots.map((slot) => ({ ...slot, partTypeId: usual[slot.kind]! }))
    const printer = 'name,make,model,room,rack,place,takenIn,meterHours\nScallop,dunlin,d2,Loft,Q,1,2025-07-01,1830\n'
    expect((await bringIn('printers', printer)).bad![0]!.reason).toContain('does not say which part')
    await shop.lead.act({ kind: 'change-model', modelId: shop.ids.model, make, name, build, slots: withParts })
    expect((await bringIn('printers', printer)).result).toMatchObject({ recorded: 1 })
    const floor = await shop.lead.get<{ racks: { printers: { id: string; name: string }[] }[] }>('/api/printers')
    const { id } = floor.racks.flatMap(({ printers }) => printers).find((p) => p.name === 'Scallop')!
    const changes = `printer,at,slot,reason,part,note\nScallop,2025-08-01 14:30,nozzle,Failed,hard nozzle,"Blocked, for good"\nScallop,2025-09-01,X belt,replaced in time,belt,\n`
    expect((await bringIn('part-changes', changes)).result).toMatchObject({ recorded: 2, bad: 0 })
    const { fittings } = await shop.lead.get<PrinterPage>(`/api/printers/${id}`)
    expect(fittings.find(({ removalReason }) => removalReason === 'failed')!.removedAt).toBe('2025-08-01T13:30:00.000Z')
    expect((await bringIn('part-changes', changes.replace('Failed', 'tired'))).unclear).toEqual([
      { column: 'reason', header: 'reason', asks: 'words', written: ['tired'] },
    ])
  })

  it('brings in what was exported, with the same counters', async () => {
    const csv = (await shop.lead.call<string>('GET', '/api/export/usage')).body
    expect(csv.split('\r\n')[0]).toBe('printer,at,meterHours,meterReset,hours,metres,abrasive,outcome,name')
    expect(csv).toContain('Whelk')
    const copy = await newPrinter('Whelk the second')
    const own = csv.split('\r\n').filter((line, i) => i === 0 || line.startsWith('Whelk,'))
    const { result } = await bringIn('usage', own.join('\r\n').replaceAll('Whelk,', 'Whelk the second,'))
    expect(result).toMatchObject({ bad: 0, recorded: 3 })
    expect(await totals(copy)).toMatchObject({ hours: 40, metres: 20 })
    for (const kind of ['printers', 'part-changes'])
      expect((await shop.lead.call<string>('GET', `/api/export/${kind}`)).body).toContain('Scallop')
  })

  it('asks about a column that could be read in two ways, before anything is recorded', async () => {
    const id = await newPrinter('Tellin')
    const mapping = { printer: 'printer', at: 'at', meterHours: 'Stand' }
    const csv = `printer;at;Stand\nTellin;${later(0)};0\nTellin;${later(200)};1.830\n`
    for (const dry of [true, false]) {
      const asked = await bringIn('usage', csv, { mapping, dry })
      expect(asked.unclear).toEqual([{ column: 'meterHours', header: 'Stand', asks: 'mark', written: ['1.830'] }])
      expect(asked.result).toBeUndefined()
    }
    expect((await totals(id)).hours).toBe(0)
    expect((await bringIn('usage', csv, { mapping, answers: { meterHours: { mark: '!' } } })).status).toBe(400)
    expect(
      (await bringIn('usage', csv, { mapping, answers: { meterHours: { mark: '.' } }, dry: true })).result,
    ).toMatchObject({
      bad: 0,
    })
    // 1,830 h in 200 h is more than can be: taken with its decimals it is 1.83 h.
    expect((await bringIn('usage', csv, { mapping, answers: { meterHours: { mark: '.' } } })).result).toMatchObject({
      recorded: 2,
    })
    expect((await totals(id)).hours).toBeCloseTo(1.83, 9)
  })

  it('reads a column by the figures that can be read in one way only', async () => {
    const id = await newPrinter('Piddock')
    const csv = `printer;at;hours;metres\nPiddock;${later(20)};2,5;"1,250"\nPiddock;${later(40)};1.5;"12,5"\n`
    expect((await bringIn('usage', csv)).result).toMatchObject({ recorded: 2 })
    expect(await totals(id)).toMatchObject({ hours: 4, metres: 13.75 })
  })

  it('tries without holding anybody up, and writes in slices that let others through', async () => {
    const names = Array.from({ length: 10 }, (_, i) => `Busy ${i}`)
    const ids = []
    for (const name of names) ids.push(await newPrinter(name))
    const rows = ['printer,at,meterHours']
    for (let k = 0; k < 400; k++) for (const name of names) rows.push(`${name},${later(1 + k)},${k / 2}`)
    const technician = await shop.as('technician')
    let over = false
    const importing = bringIn('usage', rows.join('\n'), { dry: true }).finally(() => (over = true))
    const waited: number[] = []
    for (let i = 0; !over; i++) {
      const began = performance.now()
      await technician.act({ kind: 'hold-printer', printerId: ids[i % ids.length]!, reason: 'Beside an import' })
      await technician.act({ kind: 'release-printer', printerId: ids[i % ids.length]!, note: 'Good again' })
      waited.push(performance.now() - began)
    }
    expect((await importing).result).toMatchObject({ bad: 0, recorded: 4000 })
    expect(waited.length).toBeGreaterThan(5)
    // While it tried it held no lock on any table of facts.
    const again = bringIn('usage', rows.join('\n'), { dry: true }).finally(() => (over = true))
    over = false
    const held = new Set<string>()
    while (!over) {
      const { rows: locks } = await shop.server.services.database.pool.query<{ mode: string }>(
        `SELECT DISTINCT l.mode || ' ' || c.relname AS mode FROM pg_locks l JOIN pg_stat_activity a ON a.pid = l.pid
         JOIN pg_class c ON c.oid = l.relation JOIN pg_namespace n ON n.oid = c.relnamespace
         WHERE a.application_name = 'diatribon try' AND a.datname = current_database() AND n.nspname = 'public'`,
      )
      for (const { mode } of locks) held.add(mode)
    }
    await again
    expect(held.size).toBeGreaterThan(0)
    expect([...held].filter((lock) => !lock.startsWith('AccessShareLock'))).toEqual([])
  })

  it('stops writing soon after its sender has gone, and goes on from there', async () => {
    const names = Array.from({ length: 10 }, (_, i) => `Gone ${i}`)
    for (const name of names) await newPrinter(name)
    const rows = ['printer,at,meterHours']
    for (let k = 0; k < 1500; k++) for (const name of names) rows.push(`${name},${later(1 + k)},${k / 2}`)
    const control = new AbortController()
    const response = await fetch(`${shop.server.url}/api/import/usage`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv', cookie: shop.lead.cookieNow },
      body: rows.join('\n'),
      signal: control.signal,
    })
    const reader = response.body!.getReader()
    for (let seen = ''; !seen.includes('"writing"');) seen += new TextDecoder().decode((await reader.read()).value)
    control.abort()
    const { pool } = shop.server.services.database
    const written = async () =>
      (
        await pool.query<{ n: number }>(`SELECT count(*)::int AS n FROM usage u JOIN printer p ON p.id = u.printer_id
        WHERE p.name LIKE 'Gone %' AND u.kind <> 'take-in'`)
      ).rows[0]!.n
    let before = -1
    let now = await written()
    while (before !== now) {
      before = now
      await new Promise((done) => setTimeout(done, 700))
      now = await written()
    }
    expect(now).toBeLessThan(15_000)
    expect((await bringIn('usage', rows.join('\n'))).result).toMatchObject({ bad: 0, recorded: 15_000 - now })
  })

  it('makes cells safe that a spreadsheet would run, and reads them back as they were', async () => {
    const { id } = { id: await newPrinter('=1+1') }
    await shop.lead.act({
      kind: 'finish-job',
      printerId: id,
      hours: 1,
      outcome: 'good',
      name: '@SUM(A1)',
      at: later(9),
    })
    const csv = (await shop.lead.call<string>('GET', '/api/export/usage')).body
    const line = csv.split('\r\n').find((one) => one.includes('SUM'))!
    expect(line).toContain(`'=1+1`)
    expect(line).toContain(`'@SUM(A1)`)
    // Another job, three hours before the first.
    const earlier = line.replace(/\d{4}-[\d-]+T[\d:.]+Z/, (at) => new Date(Date.parse(at) - 3 * 3600_000).toISOString())
    expect((await bringIn('usage', `${csv.split('\r\n')[0]}\r\n${earlier}`)).bad).toEqual([])
  })

  it('of 100,000 rows shows its progress', async () => {
    const names = Array.from({ length: 20 }, (_, i) => `Fleet ${i}`)
    for (const name of names) await newPrinter(name)
    const rows = ['printer,at,meterHours']
    for (let k = 0; k < 5000; k++) for (const name of names) rows.push(`${name},${later(1 + k)},${k / 2}`)
    const { lines, result } = await bringIn('usage', rows.join('\n'))
    expect(result).toEqual({ rows: 100_000, bad: 0, recorded: 100_000, dryRun: false })
    const done = lines.flatMap((line) => ('progress' in line ? [line.progress.done] : []))
    expect(done.length).toBeGreaterThan(100)
    // Tried first, then written: each from its first row to its last.
    const turn = done.lastIndexOf(100_000, done.length - 2)
    for (const part of [done.slice(0, turn + 1), done.slice(turn + 1)])
      expect(part).toEqual([...part].sort((a, b) => a - b))
  })

  it.each<[string, string | Uint8Array, RegExp]>([
    ['nothing', '', /body/],
    ['random bytes', new Uint8Array(randomBytes(5000)), /plain text|no column|Say which column/],
    ['two bytes a letter without a mark', Buffer.from('printer,at\nLimpet,2026-01-01\n', 'utf16le'), /plain text/],
    ['another table', 'a,b\n1,2\n', /Say which column holds “Printer”/],
  ])('refuses %s with a sentence', async (_, csv, words) => {
    const { status, error } = await bringIn('usage', csv)
    expect(status).toBe(400)
    expect(error!.message).toMatch(words)
  })

  it('is for the lead, of what there is', async () => {
    const technician = await shop.as('technician')
    const response = await fetch(`${shop.server.url}/api/import/usage`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv', cookie: technician.cookieNow },
      body: 'x',
    })
    expect(response.status).toBe(403)
    expect((await bringIn('people', 'x')).status).toBe(404)
    expect((await shop.lead.call('GET', '/api/export/people')).status).toBe(404)
  })
})
