import { describe, expect, test } from '@jest/globals'
import type { PlannedTask } from '@diatribon/contract'
import type { PlanTask } from '@diatribon/core'
import { apart, changedTogether, joined } from './together.ts'

const printer = (id: string) => ({
  id,
  name: id,
  place: 'A1',
  room: 'Shed',
  rack: 'A',
  modelId: 'model',
  out: null,
})
const task = (id: string, words: string, more: Partial<PlannedTask> = {}): PlannedTask => ({
  id,
  kind: 'replace',
  printer: printer('limpet'),
  words,
  partType: null,
  minutes: 10,
  due: '2026-11-24',
  earliest: null,
  riskPerDayMinor: 5,
  role: 'technician',
  signOff: null,
  opens: id,
  openSheetId: null,
  tools: [],
  cautions: [],
  choice: null,
  ...more,
})
const kits = () => [{ name: 'Nozzle and sock', slots: ['Nozzle', 'Sock'] }]
const planTask = ({ id, minutes, due, riskPerDayMinor: riskPerDay, earliest }: PlannedTask): PlanTask => ({
  id,
  printer: 'limpet',
  minutes,
  needs: id === 'sock' ? ['motion'] : ['hot work'],
  due,
  riskPerDay,
  ...(earliest ? { earliest } : {}),
})
const nozzle = task('nozzle', 'Nozzle', { minutes: 10, due: '2026-11-26' })
const sock = task('sock', 'Sock', { minutes: 3 })

describe('parts that come out together', () => {
  test('do not go together while one of them lies on no shelf: nobody opens the way for a part that is not there', () => {
    const stock = { place: null, hereOn: '2026-12-05', isOrdered: false }
    expect([...changedTogether([{ ...nozzle, stock }, sock], kits).together]).toEqual([])
    const { together } = changedTogether([{ ...nozzle, stock: { ...stock, hereOn: null } }, sock], kits)
    expect([...together]).toEqual([['nozzle', ['nozzle', 'sock']]])
  })

  test('of one kit and due about the same time are one task, with the shortest work saved', () => {
    const { tasks, together } = changedTogether([nozzle, sock], kits)
    expect([...together]).toEqual([['nozzle', ['nozzle', 'sock']]])
    expect(tasks.map(({ minutes }) => minutes)).toEqual([10, 0])
    expect(joined(tasks.map(planTask), together)).toEqual([
      {
        id: 'nozzle',
        printer: 'limpet',
        minutes: 10,
        needs: ['hot work', 'motion'],
        due: '2026-11-24',
        riskPerDay: 10,
      },
    ])
  })

  test('go together still when a whole visit was moved by hand', () => {
    const choice = { choice: 'pinned' as const, day: '2026-11-25', forPersonId: null, who: 'Ann', reason: null }
    const moved = [nozzle, sock].map((one) => ({ ...one, choice }))
    expect(changedTogether(moved, kits).tasks.map(({ minutes }) => minutes)).toEqual([10, 0])
    const elsewhere = { ...moved[1]!, choice: { ...choice, day: '2026-11-26' } }
    expect(changedTogether([moved[0]!, elsewhere], kits).together.size).toBe(0)
  })

  test.each([
    ['due weeks apart', { due: '2026-12-20' }],
    ['on another printer', { printer: printer('whelk') }],
    ['in no kit', { words: 'X belt' }],
    [
      'placed by hand',
      { choice: { choice: 'pinned' as const, day: '2026-11-25', forPersonId: null, who: 'Ann', reason: null } },
    ],
    ['checks', { kind: 'check' as const }],
  ])('stay apart when they are %s', (_, more) =>
    expect(changedTogether([nozzle, { ...sock, ...more }], kits).together.size).toBe(0),
  )

  test('may be changed as soon as one of them may', () => {
    const both = [nozzle, sock].map((one, i) => ({ ...one, earliest: `2026-11-2${i + 1}` }))
    const { tasks, together } = changedTogether(both, kits)
    expect(joined(tasks.map(planTask), together)[0]?.earliest).toBe('2026-11-21')
    expect(
      joined([...tasks.slice(0, 1), { ...tasks[1]!, earliest: null }].map(planTask), together)[0],
    ).not.toHaveProperty('earliest')
  })

  test('stand in the plan in their own names again', () => {
    const { together } = changedTogether([nozzle, sock], kits)
    const answer = { cost: 0, bound: 0, gap: 0, method: 'at once' as const }
    expect(
      apart({ ...answer, assignments: [{ task: 'nozzle', date: '2026-11-24', person: 'ann' }], left: [] }, together)
        .assignments,
    ).toEqual([
      { task: 'nozzle', date: '2026-11-24', person: 'ann' },
      { task: 'sock', date: '2026-11-24', person: 'ann' },
    ])
    expect(apart({ ...answer, assignments: [], left: [{ task: 'nozzle', why: 'no time' }] }, together).left).toEqual([
      { task: 'nozzle', why: 'no time' },
      { task: 'sock', why: 'no time' },
    ])
  })
})
