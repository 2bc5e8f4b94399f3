import { jest } from '@jest/globals'
import type { Changed, LiveNotice } from '@diatribon/contract'
import { gatherMs, gatherNotices, spreadMs } from './gatherNotices.ts'

beforeEach(() => void jest.useFakeTimers())
afterEach(() => void jest.useRealTimers())

const notice = (seq: number, changed: Changed): LiveNotice => ({ changed, seq })

function gathering(random = 0.5) {
  const passed: LiveNotice[] = []
  return {
    passed,
    ...gatherNotices(
      (one) => passed.push(one),
      () => random,
    ),
  }
}

it('passes the first on within a moment, and what comes until a second later together', () => {
  const { passed, take } = gathering()
  take(notice(1, { printers: ['a'] }))
  jest.advanceTimersByTime(spreadMs / 2)
  expect(passed).toEqual([notice(1, { printers: ['a'] })])
  take(notice(2, { printers: ['b'], plan: ['b'] }))
  take(notice(3, { book: ['a'], printers: ['a'] }))
  jest.advanceTimersByTime(gatherMs - 1)
  expect(passed).toHaveLength(1)
  jest.advanceTimersByTime(1)
  expect(passed[1]).toEqual(notice(3, { printers: ['b', 'a'], plan: ['b'], book: ['a'] }))
})

it('passes on at most one a second, however many come, and loses none', () => {
  const { passed, take } = gathering()
  for (let i = 0; i < 100; i++) {
    take(notice(i, { printers: ['a'] }))
    jest.advanceTimersByTime(50)
  }
  expect(passed.length).toBeLessThanOrEqual(6)
  jest.advanceTimersByTime(gatherMs)
  expect(passed[passed.length - 1]!.seq).toBe(99)
})

it('lets pages ask at moments of their own', () => {
  const pages = [0, 0.5, 0.99].map((random) => gathering(random))
  for (const { take } of pages) take(notice(1, { printers: null }))
  const asked = () => pages.map(({ passed }) => passed.length)
  jest.advanceTimersByTime(0)
  expect(asked()).toEqual([1, 0, 0])
  jest.advanceTimersByTime(spreadMs / 2)
  expect(asked()).toEqual([1, 1, 0])
  jest.advanceTimersByTime(spreadMs / 2)
  expect(asked()).toEqual([1, 1, 1])
})

it('means any printer when one of them names none', () => {
  const { passed, take } = gathering()
  for (const ids of [['a'], null, ['b']]) take(notice(1, { printers: ids }))
  jest.advanceTimersByTime(spreadMs)
  expect(passed).toEqual([notice(1, { printers: null })])
})

it('passes nothing on once it is stopped', () => {
  const { passed, take, stop } = gathering()
  take(notice(1, { printers: null }))
  stop()
  jest.advanceTimersByTime(5 * gatherMs)
  expect(passed).toEqual([])
})
