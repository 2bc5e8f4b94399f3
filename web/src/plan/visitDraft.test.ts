import type { Visit } from '@diatribon/contract'
import { isMoved, visitActions, visitBegun } from './visitDraft.ts'

const visit = {
  printer: { id: 'limpet', name: 'Limpet' },
  day: '2026-11-24',
  personId: 'tess',
  tasks: [{ id: 'replace 1' }, { id: 'duty 2' }],
} as unknown as Visit
const begun = visitBegun(visit, null)
const task = { kind: 'place-task', printerId: 'limpet' }

it('stays where it is until it is somewhere else, or somebody else’s', () => {
  expect(isMoved(visit, begun)).toBe(false)
  expect(isMoved(visit, visitBegun(visit, { day: '2026-11-25', personId: 'tess' }))).toBe(true)
  expect(isMoved(visit, { ...begun, personId: null })).toBe(true)
  expect(isMoved(visit, { ...begun, day: '2026-11-25', way: 'set free' })).toBe(false)
})

it('goes with all of its tasks, to somebody or to whoever suits best', () => {
  expect(visitActions(visit, { ...begun, day: '2026-11-25', reason: ' Parts come then ' })).toEqual([
    { ...task, task: 'replace 1', choice: 'pinned', day: '2026-11-25', forPersonId: 'tess', reason: 'Parts come then' },
    { ...task, task: 'duty 2', choice: 'pinned', day: '2026-11-25', forPersonId: 'tess', reason: 'Parts come then' },
  ])
  expect(visitActions(visit, { ...begun, personId: null })[0]).toEqual({
    ...task,
    task: 'replace 1',
    choice: 'pinned',
    day: '2026-11-24',
  })
})

it('is left out until a day, and set free without more words', () => {
  expect(visitActions(visit, { ...begun, way: 'leave out', until: '2026-12-01', reason: 'Ill' })[1]).toEqual({
    ...task,
    task: 'duty 2',
    choice: 'left out',
    day: '2026-12-01',
    reason: 'Ill',
  })
  expect(visitActions(visit, { ...begun, way: 'set free', reason: 'x' })[0]).toEqual({
    ...task,
    task: 'replace 1',
    choice: 'free',
  })
})
