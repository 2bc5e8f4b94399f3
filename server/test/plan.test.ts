import { brokenLimits, preparePlan, type PlanAnswer, type PlanProblem, type PlanTask } from '@diatribon/core'
import { randomUUID } from 'node:crypto'
import ICAL from 'ical.js'
import type { FortnightPage, LongJobPage, PricedMove, Round } from '@diatribon/contract'
import { itemOf } from './samples.ts'
import { dayMs, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

let moment = Date.parse('2026-11-20T06:00:00Z')
let shop: Workshop
let lead: Client
let technician: Client
let technicianId: string
const at = (daysAgo: number) => new Date(Date.parse('2026-11-20T06:00:00Z') - daysAgo * dayMs).toISOString()
beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(moment))
  lead = shop.lead
  technician = await shop.as('technician')
  technicianId = (await technician.get<{ person: { id: string } }>('/api/session')).person.id
  for (let day = 60; day >= 0; day -= 2)
    await lead.act({ kind: 'count-hours', printerId: shop.ids.printer, at: at(day), meterHours: (60 - day) * 4.9 })
})
afterAll(() => shop.close())

const weekly = [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '08:00', until: '16:00' }))
const setShifts = (days: { day: string; spans: [] }[] = []) =>
  lead.act({ kind: 'set-shifts', personId: technicianId, weekly, days })

const dates = Array.from({ length: 14 }, (_, i) => new Date(Date.UTC(2026, 10, 23 + i)).toISOString().slice(0, 10))

/** A fortnight of some printers, made by a small generator of numbers. */
function fortnight(printers: number, minutes: number): PlanProblem {
  let seed = 7
  const random = () => (seed = (seed * 1664525 + 1013904223) >>> 0) / 2 ** 32
  return {
    days: dates.map((date) => ({
      date,
      people: ['ann', 'ben'].map((id, i) => ({ id, minutes, signOffs: i === 0 ? ['hot work'] : [] })),
    })),
    tasks: Array.from({ length: printers * 2 }, (_, i): PlanTask => ({
      id: `t${i}`,
      printer: `m${i >> 1}`,
      minutes: 5 + Math.floor(random() * 30),
      setUp: { id: `m${i >> 1}`, minutes: 10 },
      needs: random() < 0.4 ? ['hot work'] : [],
      due: dates[Math.floor(random() * 8)]!,
      riskPerDay: Math.ceil(random() * 200),
    })),
    bookings: [{ printer: 'm0', date: dates[0]! }],
  }
}

const ask = (problem: object) => technician.call('POST', '/api/bench/plan', problem)

describe('the open planner', () => {
  it('plans a fortnight of fourteen printers within every limit, near to its bound', async () => {
    const problem = fortnight(14, 60)
    const { status, body } = await ask({ ...problem, seconds: 25 })
    const plan = body as PlanAnswer
    expect(status).toBe(200)
    expect(brokenLimits(preparePlan(problem), plan.assignments)).toEqual([])
    expect(plan.method).toBe('solver')
    expect(plan.bound).toBeLessThanOrEqual(plan.cost)
    expect(plan.gap).toBeCloseTo((plan.cost - plan.bound) / plan.cost, 9)
    expect(plan.gap).toBeLessThan(0.05)
    expect(plan.assignments.length + plan.left.length).toBe(28)
  })

  it('the same problem gives the same plan', async () => {
    const problem = { ...fortnight(8, 40), seconds: 25 }
    const [first, second] = [await ask(problem), await ask(problem)]
    expect((first.body as PlanAnswer).method).toBe('solver')
    expect(second.body).toEqual(first.body)
  })

  it.each([{ days: [] }, { tasks: 'all' }, { days: [{ date: '27.11.2026', people: [] }] }, { seconds: 99 }])(
    'refuses %j with a sentence',
    async (change) => {
      expect(await ask({ ...fortnight(1, 60), ...change })).toMatchObject({
        status: 400,
        body: { error: { message: expect.stringMatching(/\w+ \w+/) as string } },
      })
    },
  )

  it('refuses days that are out of order, beside the thread that answers', async () => {
    const { days, ...rest } = fortnight(1, 60)
    expect(await ask({ ...rest, days: [...days].reverse() })).toMatchObject({
      status: 400,
      body: { error: { code: 'time-reversed' } },
    })
  })
})

it('tells the chance to get through a long job', async () => {
  const asked = { hours: 14, parts: [{ age: 300, shape: 1, scale: 1000 }], otherFaultsPer1000h: 5 }
  expect(await technician.call('POST', '/api/bench/survival', asked)).toMatchObject({
    status: 200,
    body: { chance: expect.closeTo(Math.exp(-0.084), 10) as number },
  })
  expect(await technician.call('POST', '/api/bench/survival', { ...asked, hours: -1 })).toMatchObject({ status: 400 })
})

describe('the workshop’s plan', () => {
  const plan = async () => {
    for (;;) {
      const page = await lead.get<FortnightPage>('/api/plan/fortnight')
      if (!page.isBeingSolved) return page
    }
  }
  const nozzleVisit = ({ visits }: FortnightPage) =>
    visits.find(({ tasks }) => tasks.some(({ kind, words }) => kind === 'replace' && words === 'Nozzle'))

  it('is empty, and says so, while nobody is on shift', async () => {
    const { visits, left } = await plan()
    expect(visits).toEqual([])
    expect(left.every(({ why }) => why.includes('Nobody is there'))).toBe(true)
  })

  it('has a replacement on or before its due date, by somebody who may, within their minutes', async () => {
    await setShifts()
    const page = await plan()
    const visit = nozzleVisit(page)!
    expect(visit.personId).toBe(technicianId)
    const [task] = visit.tasks.filter(({ words }) => words === 'Nozzle')
    expect(visit.day <= task!.due).toBe(true)
    expect(visit.minutes).toBe(page.rules.setUpMinutes + visit.tasks.reduce((sum, { minutes }) => sum + minutes, 0))
    for (const { people } of page.days)
      for (const { planned, minutes } of people) expect(planned).toBeLessThanOrEqual(minutes)
  })

  it('a check goes to nobody below the role that it asks for, and says whom it waits for', async () => {
    const { person } = await (await shop.as('operator')).get<{ person: { id: string } }>('/api/session')
    const checkTypeId = randomUUID()
    const step = { id: randomUUID(), kind: 'tick', title: 'Looked', state: 'any' }
    const content = {
      ...{
        name: 'Firmware',
        purpose: 'x',
        minutes: 10,
        tools: [],
        parts: [],
        cautions: [],
        role: 'lead',
        signOff: null,
      },
      ...{ models: [], beforePrint: false, steps: [step] },
      turns: { firstAfter: null, every: [{ clock: 'days', amount: 2 }], countFrom: 'done', window: 0 },
    }
    await lead.act({ kind: 'add-check-type', checkTypeId, content, at: at(20) })
    await lead.act({ kind: 'set-shifts', personId: person.id, weekly, days: [] })
    const { visits, left } = await plan()
    expect(visits.filter(({ tasks }) => tasks.some(({ words }) => words === 'Firmware'))).toEqual([])
    const { why } = left.find(({ task }) => task.words === 'Firmware')!
    expect(why).toBe('Nobody who is there is signed off for the work of a lead.')
    await lead.act({ kind: 'retire-check-type', checkTypeId, retired: true, reason: 'Tried' })
    await lead.act({ kind: 'set-shifts', personId: person.id, weekly: [], days: [] })
  })

  it('a move has its price before it is made, and then stays', async () => {
    const before = await plan()
    const visit = nozzleVisit(before)!
    const late = before.days.filter(({ people }) => people.length > 0).at(-1)!.day
    const tasks = visit.tasks.map(({ id }) => id)
    const priced = (await lead.call('POST', '/api/plan/price', { tasks, day: late, personId: technicianId }))
      .body as PricedMove
    expect(priced.problem).toBeNull()
    expect(priced.costMinor).toBeGreaterThan(0)
    const sunday = before.days.find(({ people }) => people.length === 0)!.day
    const impossible = await lead.call('POST', '/api/plan/price', { tasks, day: sunday, personId: null })
    expect((impossible.body as PricedMove).problem).toMatch(/Nobody|not among/)
    for (const task of tasks)
      await lead.act({ kind: 'place-task', printerId: shop.ids.printer, task, choice: 'pinned', day: late })
    expect(nozzleVisit(await plan())!.day).toBe(late)
    for (const task of tasks) await lead.act({ kind: 'place-task', printerId: shop.ids.printer, task, choice: 'free' })
  })

  it('waits for a part that lies on no shelf: until one ordered today is here, or the order that was placed', async () => {
    const itemId = randomUUID()
    const content = itemOf('Nozzles', { partTypeId: shop.ids.nozzle, leadDays: 9 })
    await lead.act({ kind: 'set-item', itemId, content, at: at(1) })
    await lead.act({ kind: 'count-items', lines: [{ itemId, pieces: 0 }], at: at(1) })
    const dayNow = new Date(moment).toISOString().slice(0, 10)
    const later = (days: number) => new Date(Date.parse(dayNow) + days * 86_400_000).toISOString().slice(0, 10)
    const stockOf = (page: FortnightPage) => {
      const visit = nozzleVisit(page)!
      return { day: visit.day, stock: visit.tasks.find(({ words }) => words === 'Nozzle')!.stock }
    }
    const without = stockOf(await plan())
    expect(without.stock).toMatchObject({ hereOn: later(9), isOrdered: false })
    expect(without.day >= later(9)).toBe(true)
    const { key } = await lead.act({ kind: 'place-order', lines: [{ itemId, pieces: 1 }], expectedOn: later(4) })
    const ordered = stockOf(await plan())
    expect(ordered.stock).toMatchObject({ hereOn: later(4), isOrdered: true })
    expect(ordered.day >= later(4) && ordered.day < later(9)).toBe(true)
    await lead.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Sold out' })
    await lead.act({ kind: 'count-items', lines: [{ itemId, pieces: 3 }] })
    expect(stockOf(await plan()).stock).toMatchObject({ hereOn: null })
  })

  it('goes around a day on which the printer is booked, and one on which somebody is ill', async () => {
    const { day } = nozzleVisit(await plan())!
    const bookingId = randomUUID()
    const of = { bookingId, printerId: shop.ids.printer, words: 'Open day' }
    await lead.act({ kind: 'book-printer', ...of, fromDay: day, untilDay: day })
    const page = await plan()
    expect(nozzleVisit(page)!.day).not.toBe(day)
    expect(page.bookings).toMatchObject([{ from: day, words: 'Open day' }])
    await lead.act({ kind: 'cancel-booking', bookingId })
    expect(await lead.refused({ kind: 'cancel-booking', bookingId })).toMatchObject({ status: 409 })
    const next = nozzleVisit(await plan())!.day
    await setShifts([{ day: next, spans: [] }])
    expect(nozzleVisit(await plan())!.day).not.toBe(next)
    await setShifts()
  })

  it('leaves out what somebody leaves out, with who and why', async () => {
    const [task] = nozzleVisit(await plan())!.tasks.filter(({ words }) => words === 'Nozzle')
    const of = { printerId: shop.ids.printer, task: task!.id }
    expect(await lead.refused({ kind: 'place-task', ...of, choice: 'left out', day: '2027-03-01' })).toMatchObject({
      status: 400,
    })
    await lead.act({ kind: 'place-task', ...of, choice: 'left out', day: '2027-03-01', reason: 'Being sold' })
    const page = await plan()
    expect(nozzleVisit(page)).toBeUndefined()
    expect(page.left.find((one) => one.task.id === task!.id)!.why).toContain('Being sold')
    await lead.act({ kind: 'place-task', ...of, choice: 'free' })
  })

  it('tells the day after what stands otherwise, and why', async () => {
    const [task] = nozzleVisit(await plan())!.tasks.filter(({ words }) => words === 'Nozzle')
    moment += dayMs
    const monday = '2026-11-30'
    await lead.act({
      kind: 'place-task',
      printerId: shop.ids.printer,
      task: task!.id,
      choice: 'pinned',
      day: monday,
      reason: 'After the fair',
    })
    const { changes } = await plan()
    const change = changes.find(({ words }) => words.includes('Nozzle'))
    expect(change!.words).toContain(monday)
    expect(change!.why).toContain('Pinned by')
  })

  it.each([
    ['nobody but those who plan', { choice: 'free' }, 403],
    ['a task that is none', { choice: 'free', task: 'sweep the floor' }, 400],
    ['a pin without a day', { choice: 'pinned' }, 400],
    ['a day that is not', { choice: 'pinned', day: '2026-02-30' }, 400],
  ] as const)('refuses %s', async (_, body, status) => {
    const from = status === 403 ? await shop.as('operator') : lead
    const task = `duty ${randomUUID()}`
    expect(await from.refused({ kind: 'place-task', printerId: shop.ids.printer, task, ...body })).toMatchObject({
      status,
    })
  })
})

describe('a long job', () => {
  it('is the less likely to get through the longer it is; what is stopped is not offered', async () => {
    const ask = (hours: number) => lead.get<LongJobPage>(`/api/plan/long-job?hours=${hours}`)
    const [short, long] = [await ask(2), await ask(40)]
    const chanceOf = ({ printers }: LongJobPage) => printers.find(({ printer }) => printer.id === shop.ids.printer)!
    expect(chanceOf(short).chance).toBeGreaterThan(chanceOf(long).chance)
    expect(chanceOf(long).limits[0]).toBeLessThanOrEqual(chanceOf(long).chance)
    const fault = { printerId: shop.ids.printer, faultId: randomUUID() }
    await lead.act({ kind: 'report-fault', ...fault, symptom: 'Smells', mayGoOn: false })
    expect(chanceOf(await ask(2))).toBeUndefined()
    await lead.act({ kind: 'lift-stop', ...fault, reason: 'Only the new filament' })
    expect(chanceOf(await ask(2)).notes).toContain('A fault is open.')
    expect(await lead.call('GET', '/api/plan/long-job?hours=-1')).toMatchObject({ status: 400 })
  })
})

describe('the calendar of one’s own', () => {
  interface Event {
    uid: string
    day: string
    summary: string
  }
  const read = async (url: string) => {
    const response = await fetch(shop.server.url + new URL(url).pathname + new URL(url).search)
    const text = await response.text()
    if (!response.ok) return { status: response.status, events: [] as Event[] }
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[])
    const events = calendar.getAllSubcomponents('vevent').map((one) => {
      const event = new ICAL.Event(one)
      return { uid: event.uid, day: event.startDate.toString(), summary: event.summary }
    })
    return { status: response.status, events }
  }

  it('is read by others’ programs, follows the plan without doubling, and is gone when it is revoked', async () => {
    await setShifts()
    for (;;) if (!(await lead.get<FortnightPage>('/api/plan/fortnight')).isBeingSolved) break
    const { url } = (await technician.call('POST', '/api/plan/calendar')).body as { url: string }
    const { events, status } = await read(url)
    expect(status).toBe(200)
    const plan = await lead.get<FortnightPage>('/api/plan/fortnight')
    const own = plan.visits.filter(({ personId }) => personId === technicianId)
    expect(events.map(({ day }) => day).sort()).toEqual(own.map(({ day }) => day).sort())
    expect(events.every(({ summary }) => summary.includes('Limpet'))).toBe(true)

    const visit = own[0]!
    const day = plan.days.filter(({ people }) => people.length > 0).at(-1)!.day
    for (const { id } of visit.tasks)
      await lead.act({ kind: 'place-task', printerId: shop.ids.printer, task: id, choice: 'pinned', day })
    for (;;) if (!(await lead.get<FortnightPage>('/api/plan/fortnight')).isBeingSolved) break
    const moved = await read(url)
    expect(moved.events.some((event) => event.day === day && events.some(({ uid }) => uid === event.uid))).toBe(true)
    expect(new Set(moved.events.map(({ uid }) => uid)).size).toBe(moved.events.length)

    expect((await technician.call('DELETE', '/api/plan/calendar')).status).toBe(204)
    expect((await read(url)).status).toBe(404)
    expect((await read(url.replace(/key=.*/, 'key=guess'))).status).toBe(404)
  })

  it('the week sheet is a PDF', async () => {
    const { status, headers, body } = await technician.call<string>('GET', '/api/plan/week-sheet')
    expect([status, headers.get('content-type')]).toEqual([200, 'application/pdf'])
    expect(body.slice(0, 5)).toBe('%PDF-')
  })

  it('a new address makes the old one void', async () => {
    const make = async () => ((await technician.call('POST', '/api/plan/calendar')).body as { url: string }).url
    const [old, fresh] = [await make(), await make()]
    expect([(await read(old)).status, (await read(fresh)).status]).toEqual([404, 200])
  })
})

describe('all that falls due', () => {
  it('has readings that reach their limit and sign-offs that lapse, each at its day', async () => {
    const readingKindId = randomUUID()
    await lead.act({
      kind: 'add-reading-kind',
      readingKindId,
      name: 'Door gap',
      unit: 'mm',
      lower: null,
      upper: 2,
      models: [],
      corrections: 'restart',
    })
    const record = (value: number, daysAgo: number) =>
      lead.act({
        kind: 'record-reading',
        printerId: shop.ids.printer,
        at: at(daysAgo),
        values: [{ name: 'Door gap', value, unit: 'mm' }],
      })
    // A twentieth of a millimetre in two days, on a straight line but for its last digit: 2 mm in a week or so.
    for (let day = 40; day >= 0; day -= 2) await record(0.8 + (40 - day) * 0.025 + (day % 4 === 0 ? 0.01 : 0), day)
    await lead.act({ kind: 'give-sign-off', personId: technicianId, signOff: 'electronics', until: '2026-11-24' })
    const { others } = await lead.get<Round>('/api/plan/round')
    const reading = others.find(({ kind }) => kind === 'reading')!
    expect(reading).toMatchObject({ words: 'Door gap', why: 'on its way to its limit', printer: { name: 'Limpet' } })
    expect(reading.dueRange![0] <= reading.dueDate).toBe(true)
    expect(reading.dueDate > '2026-11-20' && reading.dueDate < '2026-12-10').toBe(true)
    expect(others.filter(({ kind }) => kind === 'sign-off')).toMatchObject([
      { words: 'electronics: Test technician', dueDate: '2026-11-24', urgency: 'this week', printer: null },
    ])
    expect((await lead.get<Round>('/api/plan/round?where=Loft')).others.map(({ kind }) => kind)).toEqual(['sign-off'])

    await record(2.4, 0)
    const beyond = (await lead.get<Round>('/api/plan/round')).others.find(({ kind }) => kind === 'reading')
    const plan = await lead.get<FortnightPage>('/api/plan/fortnight')
    const today = plan.days[0]!.day
    expect(beyond).toMatchObject({ why: 'beyond its limit', urgency: 'overdue', dueDate: today })
    const planned = [...plan.visits.flatMap(({ tasks }) => tasks), ...plan.left.map(({ task }) => task)]
    expect(planned.find(({ kind }) => kind === 'reading')).toMatchObject({ words: 'Door gap', due: today })
    await lead.act({
      kind: 'place-task',
      printerId: shop.ids.printer,
      task: `reading ${shop.ids.printer} ${readingKindId}`,
      choice: 'left out',
      day: '2027-01-04',
      reason: 'A new door is on its way',
    })
    const { left } = await lead.get<FortnightPage>('/api/plan/fortnight')
    expect(left.find(({ task }) => task.kind === 'reading')?.why).toContain('A new door is on its way')
  })
})
