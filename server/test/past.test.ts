import { randomUUID } from 'node:crypto'
import type { AsBuilt, Counts, ImportLine, LogPage, PrinterPage } from '@diatribon/contract'
import { factsOf, factsReplayed } from './replay.ts'
import { dayMs, scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
beforeAll(async () => {
  shop = await scratchWorkshop()
})
afterAll(() => shop.close())

async function bringIn(kind: string, csv: string | Uint8Array, query: Record<string, object> = {}) {
  const search = new URLSearchParams(Object.entries(query).map(([name, value]) => [name, JSON.stringify(value)]))
  const response = await fetch(`${shop.server.url}/api/import/${kind}?${search.toString()}`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv', cookie: shop.lead.cookieNow },
    body: csv as BodyInit,
  })
  const text = await response.text()
  if (response.status !== 200) throw new Error(text)
  const lines = text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as ImportLine)
  return {
    unclear: lines.flatMap((line) => ('unclear' in line ? line.unclear : [])),
    bad: lines.flatMap((line) => ('badRow' in line ? [line.badRow] : [])),
    result: lines.flatMap((line) => ('result' in line ? [line.result] : []))[0],
  }
}

const startMs = Date.now() - 300 * dayMs
const on = (day: number) => new Date(startMs + day * dayMs).toISOString()
const dotted = (day: number) => on(day).slice(0, 10).split('-').reverse().join('.')
const page = (id: string) => shop.lead.get<PrinterPage>(`/api/printers/${id}`)
const inSlot = async (id: string, slot: string) => {
  const { slots, fittings } = await page(id)
  const slotId = slots.find(({ name }) => name === slot)!.id
  return fittings.filter((one) => one.slotId === slotId).sort((a, b) => Date.parse(a.fittedAt) - Date.parse(b.fittedAt))
}
/** A printer that is taken in today by hand, with 1,000 h on its meter and parts of which nothing is known. */
async function takenInToday(name: string): Promise<{ id: string; key: string }> {
  const id = randomUUID()
  const { key } = await shop.lead.act({
    kind: 'take-in-printer',
    printerId: id,
    modelId: shop.ids.model,
    name,
    room: 'Shed',
    rack: 'B',
    place: 1,
    meterHours: 1000,
    parts: { Nozzle: shop.ids.nozzle, 'X belt': shop.ids.belt },
    partHours: { Nozzle: null, 'X belt': null },
  })
  return { id, key }
}
const correct = (entryKey: string, correction: object) =>
  shop.lead.act({ kind: 'amend', entryKey, reason: 'Put right', correction })

describe('a take-in', () => {
  it('is corrected by name, place, day, meter and ages, and everything follows', async () => {
    const { id, key } = await takenInToday('Wrnog')
    const refused = await shop.lead.refused({ kind: 'count-hours', printerId: id, meterHours: 10, at: on(5) })
    expect(refused.code).toBe('before-take-in')
    await correct(key, { name: 'Right', rack: 'C', place: 3, takenInAt: on(0), meterHours: 0 })
    await shop.lead.act({ kind: 'count-hours', printerId: id, meterHours: 100, at: on(10) })
    await shop.lead.act({ kind: 'count-hours', printerId: id, meterHours: 1000 })
    expect((await page(id)).printer).toMatchObject({ name: 'Right', rack: 'C', place: 3 })
    const nozzle = (await page(id)).slots.find(({ name }) => name === 'Nozzle')!.duty!
    expect(nozzle.ageIsKnown).toBe(false)
    expect(nozzle.age).toBeCloseTo(1000, 6)
    await correct(key, { partHours: { Nozzle: 0 } })
    expect((await page(id)).slots.find(({ name }) => name === 'Nozzle')!.duty).toMatchObject({ ageIsKnown: true })
    const built = await shop.lead.get<AsBuilt>(`/api/printers/${id}/as-built?on=${on(5).slice(0, 10)}`)
    expect(built.slots.map(({ name, part }) => [name, part?.ageIsKnown])).toEqual([
      ['Nozzle', true],
      ['X belt', false],
    ])
    const { entries } = await shop.lead.get<LogPage>(`/api/logbook?printer=${id}`)
    const takeIn = entries.find(({ kind }) => kind === 'take-in-printer')!
    expect(takeIn.correctable).toMatchObject({
      name: 'Right',
      rack: 'C',
      takenInAt: on(0),
      partHours: { Nozzle: 0, 'X belt': null },
    })
    expect(takeIn.mayTakeBack).toBe(false)
  })

  it('stays before everything that is told of the printer', async () => {
    const { id, key } = await takenInToday('Early')
    await correct(key, { takenInAt: on(0), meterHours: 500 })
    await shop.lead.act({ kind: 'count-hours', printerId: id, meterHours: 510, at: on(10) })
    const { code, message } = await shop.lead.refused({
      kind: 'amend',
      entryKey: key,
      reason: 'x',
      correction: { takenInAt: on(11) },
    })
    expect(code).toBe('told-before')
    expect(message).toContain('it was here by then')
    expect((await shop.lead.refused({ kind: 'amend', entryKey: key, reason: 'x', takeBack: true })).code).toBe(
      'only-corrected',
    )
    const taken = { kind: 'amend', entryKey: key, reason: 'x', correction: { name: 'limpet' } }
    expect((await shop.lead.refused(taken)).code).toBe('name-taken')
    const tooOld = { kind: 'amend', entryKey: key, reason: 'x', correction: { partHours: { Nozzle: 501 } } }
    expect((await shop.lead.refused(tooOld)).message).toContain('cannot have run 501 h')
    // The meter showed less than was written: everything since is told in other hours.
    await correct(key, { meterHours: 400 })
    expect((await shop.lead.get<Counts>(`/api/printers/${id}/counts`)).totals.hours).toBe(510)
  })
})

describe('a change that is told later', () => {
  it('goes between those that are in the book, and comes out again when it is taken back', async () => {
    const { id, key } = await takenInToday('Between')
    await correct(key, { takenInAt: on(0), meterHours: 0 })
    await shop.lead.act({ kind: 'count-hours', printerId: id, meterHours: 1000, at: on(100) })
    const { slots } = await page(id)
    const slotId = slots.find(({ name }) => name === 'Nozzle')!.id
    const swap = (day: number, partTypeId: string, removalReason: string) =>
      shop.lead.act({ kind: 'swap-part', printerId: id, slotId, partTypeId, removalReason, at: on(day) })
    await swap(80, shop.ids.hardNozzle, 'failed')
    const late = await swap(30, shop.ids.nozzle, 'replaced in time')
    const lives = async () =>
      (await inSlot(id, 'Nozzle')).map(({ fittedHours, removedHours, removalReason }) => [
        Math.round(fittedHours),
        removedHours === null ? null : Math.round(removedHours),
        removalReason,
      ])
    expect(await lives()).toEqual([
      [0, 300, 'replaced in time'],
      [300, 800, 'failed'],
      [800, null, null],
    ])
    await shop.lead.act({ kind: 'amend', entryKey: late.key, reason: 'Another printer', takeBack: true })
    expect(await lives()).toEqual([
      [0, 800, 'failed'],
      [800, null, null],
    ])
  })

  it('is refused where the slot was empty, or its part has gone on', async () => {
    const { id, key } = await takenInToday('Gaps')
    await correct(key, { takenInAt: on(0), meterHours: 0 })
    const slotId = (await page(id)).slots.find(({ name }) => name === 'Nozzle')!.id
    const common = { printerId: id, slotId, removalReason: 'failed' }
    const fittingId = (await inSlot(id, 'Nozzle'))[0]!.id
    await shop.lead.act({ kind: 'empty-slot', ...common, fittingId, at: on(10), confirmed: ['hot work'] })
    await shop.lead.act({
      kind: 'swap-part',
      printerId: id,
      slotId,
      partTypeId: shop.ids.nozzle,
      at: on(20),
    })
    const refused = (day: number) =>
      shop.lead.refused({ kind: 'swap-part', ...common, partTypeId: shop.ids.nozzle, at: on(day) })
    expect((await refused(15)).code).toBe('slot-was-empty')
    // Before it was emptied: the part that comes out of it then is the one that went in now.
    await shop.lead.act({ kind: 'swap-part', ...common, partTypeId: shop.ids.hardNozzle, at: on(5) })
    expect((await inSlot(id, 'Nozzle')).map(({ fittedAt, removedAt }) => [fittedAt, removedAt])).toEqual([
      [on(0), on(5)],
      [on(5), on(10)],
      [on(20), null],
    ])
  })
})

describe('tables of the past', () => {
  it('join printers that were taken in by hand, in any way that spreadsheets write', async () => {
    const { id, key } = await takenInToday('Fähre')
    await correct(key, { takenInAt: on(0), meterHours: 0 })
    // A Western code page, semicolons, dotted days, decimal commas, an empty line, words of their own.
    const usage = [
      'Gerät;Tag;Stand;Zurückgesetzt',
      `Fähre;${dotted(20)} 14:30;200,5;`,
      ';;;',
      `fähre;${dotted(60)};610:30;`,
      `Fähre;${dotted(90)};12,5;ja`,
    ].join('\r\n')
    const bytes = Uint8Array.from([...usage].map((c) => c.codePointAt(0)!))
    const mapping = { printer: 'Gerät', at: 'Tag', meterHours: 'Stand', meterReset: 'Zurückgesetzt' }
    expect((await bringIn('usage', bytes, { mapping })).unclear).toEqual([
      { column: 'meterReset', header: 'Zurückgesetzt', asks: 'words', written: ['ja'] },
    ])
    const answers = { meterReset: { words: { ja: 'yes' } } }
    expect((await bringIn('usage', bytes, { mapping, answers })).result).toMatchObject({ recorded: 3, bad: 0 })
    expect((await shop.lead.get<Counts>(`/api/printers/${id}/counts`)).totals.hours).toBeCloseTo(623, 9)
    const changes = `Drucker\tWann\tWo\tGrund\tTeil\nFähre\t${dotted(60)}\tnozzle\tVorsorge\tNozzle\nFähre\t${dotted(30)}\tNozzle\tkaputt\tHard nozzle\n`
    const swaps = await bringIn('part-changes', changes, {
      mapping: { printer: 'Drucker', at: 'Wann', slot: 'Wo', reason: 'Grund', part: 'Teil' },
      answers: { reason: { words: { kaputt: 'failed', vorsorge: 'replaced in time' } } },
    })
    expect(swaps).toMatchObject({ bad: [], result: { recorded: 2 } })
    const ages = await bringIn('part-ages', 'printer,slot,partHours\nFähre,Nozzle,0\n')
    expect(ages).toMatchObject({ bad: [], result: { recorded: 1 } })
    const lives = await inSlot(id, 'Nozzle')
    expect(lives.map(({ removalReason }) => removalReason)).toEqual(['failed', 'replaced in time', null])
    expect(lives[1]!.removedHours).toBeCloseTo(610.5, 6)
  })

  it('say which way round a date is, once for the column', async () => {
    const id = randomUUID()
    await shop.takeIn(id, 'Slash', 5)
    const csv = 'printer,at,meterHours\nSlash,3/4/2026,10\nSlash,5/4/2026,20\n'
    expect((await bringIn('usage', csv)).unclear).toEqual([
      { column: 'at', header: 'at', asks: 'order', written: ['3/4/2026'] },
    ])
    const said = await bringIn('usage', csv, { answers: { at: { order: 'month first' } } })
    expect(said.result).toMatchObject({ recorded: 2 })
    const { counts } = await shop.lead.get<Counts>(`/api/printers/${id}/counts`)
    expect(counts[0]!.at.slice(0, 7)).toBe('2026-05')
  })

  it('tell every fault of every row by the number that the spreadsheet shows', async () => {
    const rows = ['name,model,room,rack,place,takenIn,meterHours', 'A,D2,x,x,1,soon,many', '', ',D2,x,,1,2026-01-01,0']
    const more = Array.from({ length: 600 }, (_, i) => `P ${i},D9,x,x,0,2026-01-01,0`)
    const { bad, result } = await bringIn('printers', [...rows, ...more].join('\n'))
    expect(bad.find(({ row }) => row === 2)!.reason).toMatch(
      /TakenIn is “soon”; write a date .*MeterHours is “many”; write a number/,
    )
    expect(bad.find(({ row }) => row === 4)!.reason).toMatch(/Name is empty\. Rack is empty/)
    expect(bad.filter(({ row }) => row > 4)).toHaveLength(600)
    expect(bad.find(({ row }) => row === 5)!.reason).toContain('There is no model D9')
    expect(result).toMatchObject({ rows: 602, bad: 602, recorded: 0 })
  })

  it('say that a printer stands in its file twice, and leave the ages of second-hand parts open', async () => {
    const models =
      await shop.lead.get<{ id: string; make: string; name: string; build: string; slots: object[] }[]>(
        '/api/parts/models',
      )
    const { make, name, build } = models.find(({ id }) => id === shop.ids.model)!
    const slots = [
      { name: 'Nozzle', kind: 'nozzle', partTypeId: shop.ids.nozzle },
      { name: 'X belt', kind: 'belt', partTypeId: shop.ids.belt },
    ]
    await shop.lead.act({ kind: 'change-model', modelId: shop.ids.model, make, name, build, slots })
    const head = 'name,model,room,rack,place,takenIn,meterHours,partHours'
    const twice = `${head}\nFink,D2,x,x,1,2026-01-01,900,\nfink,D2,x,x,2,2026-01-01,900,\n`
    expect((await bringIn('printers', twice)).bad).toEqual([{ row: 3, reason: 'Fink stands in this file twice.' }])
    const once = `${head}\nFink,D2,x,x,1,2026-01-01,900,\nSiskin,Dunlin D2,x,x,2,2026-01-01,900,120\nWren,D2,x,x,3,2026-01-01,0,\n`
    expect((await bringIn('printers', once)).result).toMatchObject({ bad: 0, recorded: 3 })
    const floor = await shop.lead.get<{ racks: { printers: { id: string; name: string }[] }[] }>('/api/printers')
    const age = async (name: string) => {
      const { id } = floor.racks.flatMap(({ printers }) => printers).find((one) => one.name === name)!
      const { ageIsKnown, age } = (await page(id)).slots[0]!.duty!
      return [ageIsKnown, Math.round(age)]
    }
    expect([await age('Fink'), await age('Siskin'), await age('Wren')]).toEqual([
      [false, 0],
      [true, 120],
      [true, 0],
    ])
  })
})

it('all of it is played again the same', async () => {
  const { database } = shop.server.services
  expect(await factsReplayed(database)).toEqual(await factsOf(database.pool))
})

it('prints and metres that nobody counted are not known, and not 0', async () => {
  const [wiper, id] = [randomUUID(), randomUUID()]
  await shop.lead.act({
    kind: 'add-part-type',
    partTypeId: wiper,
    name: 'Belt by the metre',
    slotKind: 'belt',
    priceMinor: 1,
    minutes: 1,
    failureExtraMinor: 1,
    tradeInterval: 500,
    agesBy: 'metres',
  })
  await shop.lead.act({
    kind: 'take-in-printer',
    printerId: id,
    modelId: shop.ids.model,
    name: 'By meter alone',
    room: 'Shed',
    rack: 'B',
    place: 9,
    meterHours: 0,
    parts: { Nozzle: shop.ids.nozzle, 'X belt': wiper },
    at: on(0),
  })
  const belt = async () => (await page(id)).slots.find(({ name }) => name === 'X belt')!.duty!
  expect(await belt()).toMatchObject({ ageIsKnown: true, age: 0 })
  await shop.lead.act({ kind: 'count-hours', printerId: id, meterHours: 900, at: on(60) })
  expect(await belt()).toMatchObject({ ageIsKnown: false, age: 0, urgency: 'later', failureChance: null })
  await shop.lead.act({ kind: 'finish-job', printerId: id, hours: 4, metres: 30, outcome: 'good', at: on(61) })
  expect(await belt()).toMatchObject({ ageIsKnown: true, age: 30 })
})
