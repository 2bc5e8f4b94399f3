import { judgeBaseline } from './judgeBaseline.ts'

const found = (name: string, of: { value?: number; unit?: string; choice?: string }) => ({
  name,
  value: of.value ?? null,
  unit: of.unit ?? null,
  choice: of.choice ?? null,
})
const judge = (
  of: ReturnType<typeof found>,
  { upper = null, mainsVolts = 230 }: { upper?: number | null; mainsVolts?: number | null } = {},
) => judgeBaseline(of, { limits: upper === null ? null : { lower: null, upper }, mainsVolts })

// Standard voltages after IEC 60038: 230 V and 120 V; 100 V and 127 V are in use too (common practice, no source).
it.each([
  ['115 V', 230, 'stop'],
  ['115 V', 240, 'stop'],
  ['230 V', 120, 'stop'],
  ['230 V', 100, 'stop'],
  ['230 V', 230, null],
  ['230 V', 220, null],
  ['115 V', 100, null],
  ['115 V', 127, null],
  ['automatic, no selector', 230, null],
  ['automatic, no selector', null, null],
  ['115 V', null, 'out'],
])('a selector at %s with mains of %s V: %s', (choice, mainsVolts, weight) => {
  expect(judge(found('mains selector', { choice }), { mainsVolts })?.weight ?? null).toBe(weight)
})

it('says what burns, and what a value should be', () => {
  expect(judge(found('mains selector', { choice: '115 V' }))?.words).toContain('230 V: switched on, the supply burns')
  expect(judge(found('gantry difference', { value: 4, unit: 'mm' }), { upper: 0.3 })).toEqual({
    weight: 'out',
    words: 'gantry difference 4 mm, should be at most 0.3',
  })
  expect(judge(found('gantry difference', { value: 0.3, unit: 'mm' }), { upper: 0.3 })).toBeNull()
  expect(judge(found('diagonal 1', { value: 400, unit: 'mm' }))).toBeNull()
})

it('takes a first layer as good only where it is', () => {
  expect(judge(found('first layer middle', { choice: 'good' }))).toBeNull()
  expect(judge(found('first layer middle', { choice: 'does not hold' }))).toMatchObject({ weight: 'out' })
})
