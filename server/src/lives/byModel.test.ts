import { byModel } from './byModel.ts'
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
const judged = byModel({
  lives: seen.map(({ life }) => life),
  records: seen.map(({ record }) => record),
  models,
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

it('says nothing where there is one model only', () => {
  expect(
    byModel({ lives: [], records: [], models: models.slice(0, 1), tradeInterval: 300, tradeWeight: 1, cost: null }),
  ).toEqual([])
})
