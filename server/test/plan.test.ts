import { brokenLimits, preparePlan, type PlanAnswer, type PlanProblem, type PlanTask } from '@diatribon/core'
import { scratchWorkshop, type Client, type Workshop } from './scratch.ts'

let shop: Workshop
let technician: Client
beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date('2026-11-20T10:00:00Z'))
  technician = await shop.as('technician')
})
afterAll(() => shop.close())

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
    const { status, body } = await ask({ ...problem, seconds: 12 })
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
    const problem = { ...fortnight(14, 60), seconds: 20 }
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
