import type { LifePage, PrinterModel } from '@diatribon/contract'
import { adoptActions, adoptBegun, intervalOf, offered } from './adoptDraft.ts'

const content = { name: 'Look at belts', turns: { every: [{ clock: 'hours', amount: 400 }] }, models: [] }
const page = {
  partType: { id: 'belt', name: 'Belt', slotKind: 'belt' },
  clock: 'hours',
  tradeInterval: 1000,
  recommended: { policy: 'look and replace on condition' },
  policies: [{ policy: 'learned age', interval: 812.4 }],
  byGroup: [{ model: { id: 'D2' }, choices: [{ policy: 'learned age', interval: 640 }] }],
  models: [{ id: 'D2', name: 'Dunlin D2' }],
  evidence: { together: null },
  looks: {
    interval: 241.7,
    groups: [{ group: { id: 'D2' }, interval: 180 }],
    checks: [{ checkTypeId: 'look', version: 3, content, canBeSet: true }],
  },
} as unknown as LifePage
const models = [{ id: 'D2' }, { id: 'D3' }] as PrinterModel[]
const draft = { ...adoptBegun(page), checkId: 'look', reason: 'It is seen in time' }

it('begins with what is recommended, at the figure that is offered, to three places', () =>
  expect(adoptBegun(page)).toMatchObject({ policy: 'look and replace on condition', interval: 242 }))

it('offers a model its own figures, and others those of all', () => {
  expect(intervalOf(page, 'learned age', 'D2')).toBe(640)
  expect(intervalOf(page, 'learned age', 'D3')).toBe(812)
  expect(intervalOf(page, 'look and replace on condition', 'D2')).toBe(180)
  expect(intervalOf(page, 'trade interval')).toBe(1000)
  expect(intervalOf(page, 'wait for the failure')).toBeUndefined()
})

it('offers rules only where there is something to go by', () => {
  expect(offered(page)).toContain('look and replace on condition')
  expect(offered({ ...page, looks: null })).not.toContain('look and replace on condition')
  expect(offered(page)).not.toContain('change together')
})

describe('the turns of the check that looks', () => {
  it('are set with the rule: for all, or for one model as a check of its own', () => {
    expect(adoptActions(page, draft, models)).toMatchObject([
      { kind: 'adopt-policy', policy: 'look and replace on condition', interval: 242 },
      { kind: 'change-check-type', checkTypeId: 'look', version: 3 },
    ])
    expect(adoptActions(page, { ...draft, group: 'model D2' }, models)).toMatchObject([
      { kind: 'adopt-policy', modelId: 'D2' },
      { kind: 'change-check-type', content: { models: ['D3'] } },
      { kind: 'add-check-type', checkTypeId: draft.newCheckId, content: { models: ['D2'] } },
    ])
  })

  it('are not set for all where the rule is for one printer, or where another rule was chosen after all', () => {
    expect(adoptActions(page, { ...draft, group: 'printer limpet' }, models)).toHaveLength(1)
    expect(adoptActions(page, { ...draft, policy: 'learned age' }, models)).toHaveLength(1)
  })

  it('wait for the list of models: without it, that of one would be set for all', () =>
    expect(adoptActions(page, { ...draft, group: 'model D2' }, undefined)).toMatch(/^The list of models is not here/))
})
