import { isCheckFor } from '@diatribon/core'
import { actionShapes } from '../actions/index.ts'
import { slotKind } from '../parts/slotKinds.ts'
import { inSections, libraryActions, libraryItems } from './bringIn.ts'
import { checkedLibrary, loadLibrary, type Library } from './library.ts'

/** Ids that pass for UUIDs, the same for the same words. */
function idsOf() {
  const ids = new Map<string, string>()
  return (what: string) => {
    const id = ids.get(what) ?? `00000000-0000-4000-8000-${String(ids.size).padStart(12, '0')}`
    ids.set(what, id)
    return id
  }
}

it('brings in actions of which every one passes its shape', () => {
  const head = { key: '00000000-0000-4000-9000-000000000000', at: '2026-01-01T00:00:00.000Z' }
  for (const action of libraryActions({ idOf: idsOf() })) {
    const { error } = actionShapes[action.kind].schema.validate({ ...head, ...action }, { abortEarly: false })
    expect([action, error?.message]).toEqual([action, undefined])
  }
})

it('has a part that fits in every slot of every model, and at least twelve slots in each', () => {
  const idOf = idsOf()
  const actions = libraryActions({ idOf })
  const kindOfPart = new Map(
    actions.flatMap((a) => (a.kind === 'add-part-type' ? [[a.partTypeId, a.slotKind] as const] : [])),
  )
  const models = actions.filter((a) => a.kind === 'add-model')
  expect(models).toHaveLength(5)
  for (const { slots, name } of models) {
    expect(slots.length).toBeGreaterThanOrEqual(12)
    for (const slot of slots)
      expect([name, slot.name, kindOfPart.get(slot.partTypeId!)]).toEqual([name, slot.name, slot.kind])
  }
})

it('has a slot for every part whose change a cause asks for', () => {
  const library = loadLibrary()
  const slots = new Set(
    library.models.flatMap(({ slots }) =>
      slots.map(({ part }) => library.parts.find(({ key }) => key === part)!.slotKind),
    ),
  )
  for (const { name, changes = [] } of library.causes)
    for (const kind of changes) expect([name, kind, slots.has(kind)]).toEqual([name, kind, true])
})

it('asks each model for one levelling check that it can do', () => {
  const { models, parts, checks, upsets } = loadLibrary()
  const redo = upsets.find(({ slotKinds = [] }) => slotKinds.includes('bearings'))!.redo
  const levelling = (key: string) => {
    const { slots, limits, bed } = models.find((one) => one.key === key)!
    const slotKinds = slots.map(({ part }) => parts.find((one) => one.key === part)!.slotKind)
    const machine = { slotKinds, limits, bedScrews: bed ? true : null }
    return redo.filter((one) => isCheckFor(checks.find(({ key }) => key === one)!.steps, machine))
  }
  expect(levelling('wheels')).toEqual(['level by knobs'])
  for (const probed of ['rails', 'lifting', 'hot']) expect(levelling(probed)).toEqual(['level after a change'])
  expect(levelling('belt bed')).toEqual([])
})

it('leaves what is here, and refers to it under the id it has', () => {
  const idOf = idsOf()
  const own = '00000000-0000-4000-7000-000000000001'
  const actions = libraryActions({ idOf, here: (what) => (what === 'part brass nozzle' ? own : null) })
  expect(actions.some((a) => a.kind === 'add-part-type' && a.name === 'Brass nozzle 0.4')).toBe(false)
  const wheels = actions.find((a) => a.kind === 'add-model' && a.name.includes('wheels'))
  expect(wheels).toMatchObject({ slots: expect.arrayContaining([{ name: 'Nozzle', kind: 'nozzle', partTypeId: own }]) })
})

it('names nothing that is neither here nor wanted', () => {
  const idOf = idsOf()
  const actions = libraryActions({ idOf, wants: inSections('symptoms', 'tests', 'checks', 'printer models') })
  for (const action of actions) {
    if (action.kind === 'set-symptom') expect(action.causes).toEqual([])
    if (action.kind === 'set-test') expect(action.outcomes.map(({ likely }) => likely)).toEqual([{}, {}])
    if (action.kind === 'add-check-type') expect(action.content.steps.some(({ reading }) => reading)).toBe(false)
    if (action.kind === 'add-model') expect(action.slots.some(({ partTypeId }) => partTypeId)).toBe(false)
  }
  expect(libraryActions({ idOf, here: idOf })).toEqual([])
})

it('offers each thing once', () => {
  const whats = libraryItems().map(({ what }) => what)
  expect(new Set(whats).size).toBe(whats.length)
  expect(whats.length).toBeGreaterThan(150)
})

it.each<[string, (library: Library) => void]>([
  ['stands there twice', ({ parts }) => parts.push(parts[0]!)],
  ['there is no cause called gremlins', ({ symptoms }) => symptoms[0]!.causes.push('gremlins')],
  ['there is no caution called fire!', ({ causes }) => (causes[0]!.cautions = ['fire!'])],
  ['there is no kind of slot called nozle', ({ parts }) => (parts[0]!.slotKind = 'nozle')],
  ['there is no part called gold', ({ models }) => (models[0]!.slots[0]!.part = 'gold')],
  ['there is no reading called mood', ({ upsets }) => upsets[0]!.restarts.push('mood')],
  ['1 is no chance between 0 and 1', ({ tests }) => (tests[0]!.likely.nozzle = 1)],
])('refuses a file in which %s, and names the item', (words, spoil) => {
  const library = structuredClone(loadLibrary())
  spoil(library)
  expect(() => checkedLibrary(library)).toThrow(words)
  expect(() => checkedLibrary(library)).toThrow(/^\w+\.json, “.+”: /)
})

it('knows a kind of slot whatever its case, and the work on it', () => {
  expect(slotKind('Power Supply')?.work).toBe('mains')
  expect(slotKind('powersupply')).toBeNull()
})
