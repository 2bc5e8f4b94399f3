import { byGroup, groupsOf } from './byGroup.ts'
import type { PartLife } from './partLives.ts'

const of = (modelId: string, age: number) => ({
  life: { modelId } as PartLife,
  record: { lower: age, upper: age, weight: 1 },
})
const models = [
  { id: 'a', name: 'Dunlin' },
  { id: 'b', name: 'Turnstone' },
  { id: 'c', name: 'Whimbrel' },
]
const seen = [
  ...Array.from({ length: 30 }, (_, i) => of('a', 280 + 4 * i)),
  ...Array.from({ length: 30 }, (_, i) => of('b', 880 + 8 * i)),
  of('c', 300),
]
const lives = seen.map(({ life }, i) => ({ ...life, fittingId: String(i) }))
const nothing = { counters: new Map(), surroundings: new Map() }
const judged = byGroup({
  groups: groupsOf(lives, models, nothing),
  records: seen.map(({ record }) => record),
  tradeInterval: 300,
  tradeWeight: 1,
  cost: { preventiveMinor: 600, failureMinor: 2600 },
})

it('gives a model its own curve as far as its failures carry it', () => {
  const [a, b, c] = judged
  expect(a!.typical.median).toBeLessThan(b!.typical.median)
  expect([a!.failures, b!.failures, c!.failures]).toEqual([30, 30, 1])
  // With one failure of its own, what is known of the third is what the others say, and less sure.
  const width = ({ limits }: { limits: [number, number] }) => limits[1] / limits[0]
  expect(c!.typical.median).toBeGreaterThan(a!.typical.median)
  expect(c!.typical.median).toBeLessThan(b!.typical.median)
  expect(width(c!.typical)).toBeGreaterThan(1.2)
})

it('one model is no group; parts with mostly abrasive filament, or mostly one material, are', () => {
  expect(groupsOf(lives, models.slice(0, 1), nothing)).toEqual([])
  const counters = new Map(
    lives.map(({ fittingId }, i) => [
      fittingId,
      { hours: 1, prints: 1, days: 1, metres: 100, 'abrasive metres': i < 10 ? 80 : 0 },
    ]),
  )
  const surroundings = new Map(
    lives.map(({ fittingId }, i) => [
      fittingId,
      { enclosed: false, hotHours: 0, metresOf: { soft: i < 20 ? 60 : 40, hard: i < 20 ? 40 : 60 } },
    ]),
  )
  const groups = groupsOf(lives, models.slice(0, 1), { counters, surroundings })
  expect(groups.map(({ name, holds }) => [name, lives.filter((_, i) => holds(i)).length])).toEqual([
    ['mostly abrasive filament', 10],
    ['mostly hard', 41],
    ['mostly soft', 20],
  ])
})
