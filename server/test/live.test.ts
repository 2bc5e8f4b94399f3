import { once } from 'node:events'
import { get } from 'node:http'
import { randomUUID } from 'node:crypto'
import { ChangedTopics, topics, type LiveNotice } from '@diatribon/contract'
import { fitting } from '../src/process/live.ts'
import { Client, pin, scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
beforeAll(async () => {
  shop = await scratchWorkshop()
})
afterAll(() => shop.close())

/** Listens to a server's event stream as a page would. */
async function listen(url: string) {
  const signIn = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'member', pin }),
  })
  const cookie = signIn.headers.get('set-cookie')!.split(';')[0]!
  const request = get(`${url}/api/live`, { headers: { cookie, 'accept-encoding': 'gzip' } })
  const [response] = (await once(request, 'response')) as [import('node:http').IncomingMessage]
  const notices: LiveNotice[] = []
  let wake = () => undefined as void
  response.setEncoding('utf8')
  response.on('data', (text: string) => {
    for (const [, data] of text.matchAll(/^data: (\{.*\})$/gm)) notices.push(JSON.parse(data!) as LiveNotice)
    wake()
  })
  return {
    response,
    notices,
    async until(found: (notice: LiveNotice) => boolean): Promise<LiveNotice> {
      for (;;) {
        const notice = notices.find(found)
        if (notice) return notice
        await new Promise<void>((done) => (wake = done))
      }
    },
    close: () => request.destroy(),
  }
}

it('tells the pages of both server processes within a second', async () => {
  const second = await shop.start()
  const pages = [await listen(shop.server.url), await listen(second.url)]
  const client = await new Client(second).signIn('technician')
  const started = Date.now()
  const { seq } = await client.act({ kind: 'count-hours', printerId: shop.ids.printer, meterHours: 3 })
  const heard = await Promise.all(pages.map((page) => page.until((notice) => notice.seq >= seq)))
  expect(Date.now() - started).toBeLessThan(1000)
  for (const { changed } of heard)
    expect(changed).toMatchObject({ hours: [shop.ids.printer], book: [shop.ids.printer], due: [shop.ids.printer] })
  expect(pages[0]!.response.headers).toMatchObject({
    'content-type': 'text/event-stream',
    'cache-control': expect.stringContaining('no-transform') as string,
  })
  expect(pages[0]!.response.headers['content-encoding']).toBeUndefined()
  pages.forEach((page) => page.close())
  await second.close()
})

it('names no printer where all of them may look otherwise, and those of other entries beside it', async () => {
  const page = await listen(shop.server.url)
  const [count, calendar] = await Promise.all([
    shop.lead.act({ kind: 'count-hours', printerId: shop.ids.printer, meterHours: 4 }),
    shop.lead.act({ kind: 'set-calendar', closedWeekdays: [0], closedDays: [] }),
  ])
  const { changed } = await page.until((notice) => notice.seq >= calendar.seq && notice.changed.people !== undefined)
  expect(changed).toMatchObject({ people: null, due: null })
  const { seq } = await shop.lead.act({ kind: 'note', text: 'Of no printer' })
  expect(count.seq).toBeLessThan(seq)
  expect((await page.until((notice) => notice.seq >= seq)).changed).toMatchObject({ book: null })
  page.close()
})

it('gathers many commits into few notices', async () => {
  const page = await listen(shop.server.url)
  const client = await shop.as('technician')
  const entries = await Promise.all(
    Array.from({ length: 40 }, (_, i) => client.act({ kind: 'note', text: `Note ${i}` })),
  )
  const newest = Math.max(...entries.map(({ seq }) => seq))
  await page.until((notice) => notice.seq >= newest)
  expect(page.notices.length).toBeLessThan(20)
  page.close()
})

it('listens again when its connection to the database was cut, and lets every page fetch anew', async () => {
  const page = await listen(shop.server.url)
  await shop.server.services.database.pool.query(
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query LIKE 'LISTEN%'`,
  )
  await page.until(({ changed }) => topics.every((topic) => changed[topic] === null))
  const client = await shop.as('technician')
  const { seq } = await client.act({ kind: 'note', text: 'After the cut' })
  await page.until((notice) => notice.seq >= seq)
  page.close()
})

it('names printers as long as they fit into what the database carries, and loses no topic', () => {
  const notice = (printers: number, ofThem: readonly (typeof topics)[number][]) => {
    const changed = new ChangedTopics()
    const ids = Array.from({ length: printers }, () => randomUUID())
    for (const topic of ofThem) for (const id of ids) changed.add(topic, id)
    return fitting(changed)
  }
  expect(notice(100, ['hours']).changed.hours).toHaveLength(100)
  expect(notice(3, topics).changed.hours).toHaveLength(3)
  for (const [printers, ofThem] of [
    [101, ['hours']],
    [40, topics],
    [1000, topics],
  ] as const) {
    const found = notice(printers, ofThem)
    expect(Object.keys(found.changed)).toHaveLength(ofThem.length)
    expect(found.changed.hours).toBeNull()
    expect(JSON.stringify(found).length).toBeLessThan(8000)
  }
})

it('keeps an idle line longer than proxies do, so that no request meets its end', async () => {
  const { headers } = await fetch(`${shop.server.url}/api/welcome`)
  expect(headers.get('keep-alive')).toBe('timeout=65')
})
