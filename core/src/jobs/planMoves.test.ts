import fc from 'fast-check'
import { MovePlanner, trapezoidSeconds } from './planMoves.ts'

type Move = { dx: number; dy: number; speed: number; acceleration: number }
const corner = 0.05

/** The planner's time for moves in a plane. */
function planned(moves: Move[]): number {
  const planner = new MovePlanner(corner)
  for (const { dx, dy, speed, acceleration } of moves) {
    const l = Math.hypot(dx, dy)
    planner.add(l, speed, acceleration, dx / l, dy / l, 0)
  }
  return planner.seconds()
}

/** A slow planner that holds the whole path: passes over all of it until no speed changes any more. */
function reference(moves: Move[]): number {
  const length = moves.map(({ dx, dy }) => Math.hypot(dx, dy))
  const v = new Array<number>(moves.length + 1).fill(0)
  for (let i = 1; i < moves.length; i++) {
    const [a, b] = [moves[i - 1]!, moves[i]!]
    const cosine = (a.dx * b.dx + a.dy * b.dy) / (length[i - 1]! * length[i]!)
    const half = Math.sqrt(Math.max(0, (1 + cosine) / 2))
    const turn =
      cosine > 0.999999 ? Infinity : cosine < -0.999999 ? 0 : Math.sqrt((b.acceleration * corner * half) / (1 - half))
    v[i] = Math.min(a.speed, b.speed, turn)
  }
  for (let changed = true; changed;) {
    changed = false
    moves.forEach(({ acceleration }, i) => {
      const reach = (from: number) => Math.sqrt(from * from + 2 * acceleration * length[i]!)
      for (const [k, limit] of [
        [i + 1, reach(v[i]!)],
        [i, reach(v[i + 1]!)],
      ] as const)
        if (v[k]! > limit + 1e-12) {
          v[k] = limit
          changed = true
        }
    })
  }
  return moves.reduce(
    (s, { speed, acceleration }, i) => s + trapezoidSeconds(length[i]!, v[i]!, speed, v[i + 1]!, acceleration),
    0,
  )
}

describe('one move', () => {
  it('100 mm at 50 mm/s and 500 mm/s² takes 2.1 s', () =>
    expect(planned([{ dx: 100, dy: 0, speed: 50, acceleration: 500 }])).toBeCloseTo(2.1, 12))
  it('a short one never reaches its speed: 2·√(L/a)', () =>
    expect(planned([{ dx: 1, dy: 0, speed: 50, acceleration: 500 }])).toBeCloseTo(2 * Math.sqrt(1 / 500), 12))
  it('from and to a speed, by hand', () =>
    // 20 → 40 mm/s in 0.1 s over 3 mm, 40 → 10 in 0.15 s over 3.75 mm, the other 13.25 mm at 40 mm/s.
    expect(trapezoidSeconds(20, 20, 40, 10, 200)).toBeCloseTo(0.1 + 0.15 + 13.25 / 40, 12))
})

describe('corners', () => {
  const [east, north, west] = [
    { dx: 50, dy: 0, speed: 50, acceleration: 500 },
    { dx: 0, dy: 50, speed: 50, acceleration: 500 },
    { dx: -50, dy: 0, speed: 50, acceleration: 500 },
  ]
  it('straight on is one move', () => expect(planned([east, east])).toBeCloseTo(2.1, 12))
  it('back again is two', () => expect(planned([east, west])).toBeCloseTo(2.2, 12))
  it('a right angle lies between', () => {
    expect(planned([east, north])).toBeGreaterThan(2.1)
    expect(planned([east, north])).toBeLessThan(2.2)
  })
  it('a pause stops the head', () => {
    const planner = new MovePlanner(corner)
    planner.add(50, 50, 500, 1, 0, 0)
    planner.pause(4)
    planner.add(50, 50, 500, 1, 0, 0)
    expect(planner.seconds()).toBeCloseTo(2.2 + 4, 12)
  })
  it('so does the feeder alone', () => {
    const planner = new MovePlanner(corner)
    planner.add(50, 50, 500, 1, 0, 0)
    planner.add(2, 40, 1000, 0, 0, 0)
    planner.add(50, 50, 500, 1, 0, 0)
    expect(planner.seconds()).toBeCloseTo(2.2 + trapezoidSeconds(2, 0, 40, 0, 1000), 12)
  })
})

describe('look-ahead', () => {
  it('agrees with a planner that holds the whole path, over many short segments', () => {
    const circle = (n: number, r: number) =>
      Array.from({ length: n }, (_, i): Move => {
        const [a, b] = [(2 * Math.PI * i) / n, (2 * Math.PI * (i + 1)) / n]
        return {
          dx: r * (Math.cos(b) - Math.cos(a)),
          dy: r * (Math.sin(b) - Math.sin(a)),
          speed: 120,
          acceleration: 800,
        }
      })
    for (const path of [circle(60, 20), circle(500, 40), [...circle(1500, 60), ...circle(1200, 15)]])
      expect(planned(path)).toBeCloseTo(reference(path), 8)
  })

  it('agrees on any path', () => {
    const move = fc.record({
      dx: fc.double({ min: -5, max: 5, noNaN: true }),
      dy: fc.double({ min: 0.01, max: 5, noNaN: true }),
      speed: fc.double({ min: 5, max: 300, noNaN: true }),
      acceleration: fc.double({ min: 100, max: 5000, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(move, { minLength: 1, maxLength: 60 }), (moves) => {
        expect(planned(moves)).toBeCloseTo(reference(moves), 6)
      }),
    )
  })

  it('is never faster than the speeds asked for, nor slower than stopping at every corner', () => {
    const move = fc.record({
      dx: fc.double({ min: -5, max: 5, noNaN: true }),
      dy: fc.double({ min: 0.01, max: 5, noNaN: true }),
      speed: fc.constant(80),
      acceleration: fc.constant(900),
    })
    fc.assert(
      fc.property(fc.array(move, { minLength: 1, maxLength: 40 }), (moves) => {
        const seconds = planned(moves)
        const length = moves.reduce((sum, { dx, dy }) => sum + Math.hypot(dx, dy), 0)
        const stops = moves.reduce((sum, { dx, dy }) => sum + trapezoidSeconds(Math.hypot(dx, dy), 0, 80, 0, 900), 0)
        expect(seconds).toBeGreaterThanOrEqual(length / 80 - 1e-9)
        expect(seconds).toBeLessThanOrEqual(stops + 1e-9)
      }),
    )
  })
})
