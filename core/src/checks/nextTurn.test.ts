import fc from 'fast-check'
import { nextTurn, type OnTurnClocks, type Turns } from './nextTurn.ts'

const zero: OnTurnClocks = { hours: 0, prints: 0, metres: 0, spools: 0, days: 0, 'hot hours': 0 }
const at = (some: Partial<OnTurnClocks>): OnTurnClocks => ({ ...zero, ...some })
const rule = (some: Partial<Turns>): Turns => ({ every: [], firstAfter: null, countFrom: 'done', window: 0.1, ...some })
const perDay = { hours: 10, prints: 2, metres: 50, spools: 0.1 }

const hundredHours = { clock: 'hours', amount: 100 } as const
const fortnight = { clock: 'days', amount: 14 } as const
const bySpool = { clock: 'spools', amount: 1 } as const

/** rule, counted when last done, counted now, and what follows. */
const cases: [string, Turns, Partial<OnTurnClocks> | null, Partial<OnTurnClocks>, object][] = [
  [
    'counts from take-in before the first time',
    rule({ every: [hundredHours] }),
    null,
    { hours: 60 },
    { state: 'not yet', left: 40, days: 4 },
  ],
  [
    'opens a window before',
    rule({ every: [hundredHours] }),
    null,
    { hours: 91 },
    { state: 'open', left: 9, days: 0.9 },
  ],
  [
    'stays open a window behind',
    rule({ every: [hundredHours] }),
    null,
    { hours: 110 },
    { state: 'open', left: -10, days: 0 },
  ],
  [
    'is overdue after that',
    rule({ every: [hundredHours] }),
    null,
    { hours: 110.5 },
    { state: 'overdue', left: -10.5, days: 0 },
  ],
  [
    'has no window without one',
    rule({ every: [hundredHours], window: 0 }),
    null,
    { hours: 100.1 },
    { state: 'overdue', left: -0.1, days: 0 },
  ],
  [
    'slides with when it was done',
    rule({ every: [hundredHours] }),
    { hours: 80 },
    { hours: 100 },
    { state: 'not yet', left: 80, days: 8 },
  ],
  [
    'keeps to the grid when done early',
    rule({ every: [hundredHours], countFrom: 'grid' }),
    { hours: 80 },
    { hours: 100 },
    { state: 'not yet', left: 100, days: 10 },
  ],
  [
    'keeps to the grid when done late',
    rule({ every: [hundredHours], countFrom: 'grid' }),
    { hours: 130 },
    { hours: 150 },
    { state: 'not yet', left: 50, days: 5 },
  ],
  [
    'does not let a look right after a turn serve the next',
    rule({ every: [hundredHours], countFrom: 'grid' }),
    { hours: 105 },
    { hours: 190 },
    { state: 'open', left: 10, days: 1 },
  ],
  [
    'takes whichever comes first: the calendar',
    rule({ every: [hundredHours, fortnight] }),
    {},
    { hours: 20, days: 13 },
    { state: 'open', clock: 'days', left: 1, days: 1 },
  ],
  [
    'takes whichever comes first: the hours',
    rule({ every: [hundredHours, fortnight] }),
    {},
    { hours: 95, days: 8 },
    { state: 'open', clock: 'hours', left: 5, days: 0.5 },
  ],
  [
    'takes the more overdue of two',
    rule({ every: [hundredHours, fortnight] }),
    {},
    { hours: 150, days: 40 },
    { state: 'overdue', clock: 'days', left: -26, days: 0 },
  ],
  [
    'waits for a spool',
    rule({ every: [bySpool] }),
    { spools: 3 },
    { spools: 3, hours: 80 },
    { state: 'not yet', left: 1, days: 10 },
  ],
  [
    'is due when the spool is finished',
    rule({ every: [bySpool] }),
    { spools: 3 },
    { spools: 4 },
    { state: 'open', left: 0, days: 0 },
  ],
  [
    'comes once after take-in, sooner',
    rule({ every: [hundredHours], firstAfter: { clock: 'hours', amount: 30 } }),
    null,
    { hours: 20 },
    { state: 'not yet', left: 10, days: 1 },
  ],
  [
    'and not again',
    rule({ every: [hundredHours], firstAfter: { clock: 'hours', amount: 30 } }),
    { hours: 31 },
    { hours: 40 },
    { state: 'not yet', left: 91, days: 9.1 },
  ],
  [
    'has no date where nothing runs',
    rule({ every: [{ clock: 'hot hours', amount: 5 }] }),
    null,
    {},
    { state: 'not yet', left: 5, days: null },
  ],
]

it.each(cases)('%s', (_, turns, last, now, expected) => {
  const { state, due, daysLeft } = nextTurn(
    turns,
    { takenIn: zero, began: zero, last: last && at(last), now: at(now) },
    perDay,
  )
  expect(state).toBe((expected as { state: string }).state)
  const { left, days, clock } = expected as { left: number; days: number | null; clock?: string }
  expect(due!.left).toBeCloseTo(left, 9)
  if (clock) expect(due!.clock).toBe(clock)
  if (days === null) expect(daysLeft).toBeNull()
  else expect(daysLeft).toBeCloseTo(days, 9)
})

it('has no turn without a rule', () => {
  expect(nextTurn(rule({}), { takenIn: zero, began: zero, last: null, now: zero }, {}).state).toBe('none')
})

it('does not ask for what lay before the rule came', () => {
  const turns = rule({ every: [hundredHours], firstAfter: { clock: 'hours', amount: 30 } })
  const old = nextTurn(
    turns,
    { takenIn: zero, began: at({ hours: 5000 }), last: null, now: at({ hours: 5010 }) },
    perDay,
  )
  expect(old.due).toMatchObject({ left: 90, isFirst: false })
  const grid = nextTurn(
    { ...turns, countFrom: 'grid' },
    { takenIn: zero, began: at({ hours: 5020 }), last: null, now: at({ hours: 5040 }) },
    perDay,
  )
  expect(grid.due!.left).toBeCloseTo(60, 9)
})

it('follows late evidence: the same moments counted anew give another turn', () => {
  const turns = rule({ every: [hundredHours] })
  const before = nextTurn(
    turns,
    { takenIn: zero, began: zero, last: at({ hours: 200 }), now: at({ hours: 290 }) },
    perDay,
  )
  // 30 h that were reported late lie before the check: it was done at 230, and 320 are run.
  const after = nextTurn(
    turns,
    { takenIn: zero, began: zero, last: at({ hours: 230 }), now: at({ hours: 320 }) },
    perDay,
  )
  expect(after).toEqual(before)
  // The same 30 h behind it bring the turn nearer.
  expect(
    nextTurn(turns, { takenIn: zero, began: zero, last: at({ hours: 200 }), now: at({ hours: 320 }) }, perDay).state,
  ).toBe('overdue')
})

it('on the grid, any history of doing leaves the turns where they were', () => {
  const turns = rule({ every: [hundredHours], countFrom: 'grid' })
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 50_000 }), fc.integer({ min: 0, max: 500 }), (done, more) => {
      const now = done / 10 + more / 10
      const { due } = nextTurn(
        turns,
        { takenIn: zero, began: zero, last: at({ hours: done / 10 }), now: at({ hours: now }) },
        perDay,
      )
      const point = due!.left + now
      expect(Math.abs(point / 100 - Math.round(point / 100))).toBeLessThan(1e-6)
      expect(point - done / 10).toBeGreaterThanOrEqual(50 - 1e-6)
      expect(point - done / 10).toBeLessThanOrEqual(150 + 1e-6)
    }),
  )
})
