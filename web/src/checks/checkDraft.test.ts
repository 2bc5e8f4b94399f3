import type { CheckStep, CheckType } from '@diatribon/contract'
import { checkAction, checkBegun } from './checkDraft.ts'

const step = (more: Partial<CheckStep>): CheckStep => ({ id: 's', kind: 'tick', title: 'Look', state: 'any', ...more })
const withSteps = (...steps: CheckStep[]) => {
  const { content } = checkBegun(null, true)
  const action = checkAction({ checkTypeId: 'c', content: { ...content, steps } }, null) as {
    content: { steps: object[] }
  }
  return action.content.steps
}
const belts = {
  id: 'belts',
  version: 4,
  content: { ...checkBegun(null, true).content, name: 'Belts', steps: [step({})] },
}
const type = belts as unknown as CheckType

it('a change is of the version that was seen, a copy a check of its own with steps of its own', () => {
  expect(checkAction(checkBegun(type, false), type.version)).toMatchObject({
    kind: 'change-check-type',
    checkTypeId: 'belts',
    version: 4,
    content: { name: 'Belts', steps: [{ id: 's' }] },
  })
  const copy = checkBegun(type, true)
  expect(checkAction(copy, null)).toMatchObject({ kind: 'add-check-type', content: { name: 'Belts, copy' } })
  expect(copy.checkTypeId).not.toBe('belts')
  expect(copy.content.steps[0]?.id).not.toBe('s')
})

it('a step has what its kind needs, and nothing that was typed for another', () => {
  const typed = { unit: 'mm', upper: 0.3, choices: [{ words: 'frayed', isBad: true }] }
  expect(withSteps(step({ ...typed, kind: 'measure', reading: 'gantry difference' }))).toEqual([
    { id: 's', kind: 'measure', title: 'Look', state: 'any', reading: 'gantry difference', unit: 'mm', upper: 0.3 },
  ])
  expect(withSteps(step({ ...typed, kind: 'choose' }))).toEqual([
    { id: 's', kind: 'choose', title: 'Look', state: 'any', choices: typed.choices },
  ])
  expect(withSteps(step({ ...typed, how: '', caution: '', looksAt: [], needs: [], optional: false }))).toEqual([
    step({}),
  ])
})

it('a choice has two ends where nobody wrote any', () =>
  expect(withSteps(step({ kind: 'choose' }))).toMatchObject([{ choices: [{ isBad: false }, { isBad: true }] }]))
