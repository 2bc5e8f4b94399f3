import type { CheckContent, LookingCheck } from '@diatribon/contract'
import { turnsFromLooks } from './turnsFromLooks.ts'

const content: CheckContent = {
  name: 'Wear look',
  purpose: 'Sees wear',
  minutes: 4,
  tools: [],
  parts: [],
  cautions: [],
  role: 'technician',
  signOff: null,
  models: [],
  beforePrint: false,
  turns: {
    firstAfter: null,
    every: [
      { clock: 'days', amount: 28 },
      { clock: 'hours', amount: 80 },
    ],
    countFrom: 'done',
    window: 0.1,
  },
  steps: [],
}
const check: LookingCheck = { checkTypeId: 'c', version: 3, content, every: 80, canBeSet: true }
const of = { clock: 'hours' as const, interval: 163.7, model: null, models: ['rail', 'wheel'], newId: 'n' }

it('sets the turn on the parts’ clock and leaves the others', () => {
  const [action, ...more] = turnsFromLooks(check, of)
  expect(more).toEqual([])
  expect(action).toMatchObject({ kind: 'change-check-type', checkTypeId: 'c', version: 3 })
  expect(action!.content.turns.every).toEqual([
    { clock: 'days', amount: 28 },
    { clock: 'hours', amount: 160 },
  ])
})

it('one model gets a check of its own, the others keep theirs', () => {
  const [kept, own] = turnsFromLooks(check, { ...of, model: { id: 'wheel', name: 'Wheelie' } })
  expect(kept!.content).toEqual({ ...content, models: ['rail'] })
  expect(own).toMatchObject({ kind: 'add-check-type', checkTypeId: 'n' })
  expect(own!.content).toMatchObject({ name: 'Wear look, Wheelie', models: ['wheel'] })
  expect(own!.content.turns.every).toContainEqual({ clock: 'hours', amount: 160 })
})

it('a check that is for that model alone is changed itself', () => {
  const alone = { ...check, content: { ...content, models: ['wheel'] } }
  expect(turnsFromLooks(alone, { ...of, model: { id: 'wheel', name: 'Wheelie' } })).toHaveLength(1)
})
