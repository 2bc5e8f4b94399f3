import type { UpgradeLine, UpgradePart } from '@diatribon/contract'
import { designAction, designBegun } from './designDraft.ts'

const begun = designBegun(null)
const sent = (content: object) => designAction({ ...begun, content: { ...begun.content, ...content } }, 0)

it('a new design is its first version, and one that is changed says from which it was begun', () => {
  expect(sent({ name: 'Feed made direct' })).toMatchObject({
    kind: 'set-upgrade',
    upgradeId: begun.upgradeId,
    version: 0,
    content: { name: 'Feed made direct', cures: { share: 0.8 }, footprint: null },
  })
  const line = { id: 'u', version: 3, dropped: true, content: begun.content } as UpgradeLine
  expect(designAction(designBegun(line), line.version)).toMatchObject({ upgradeId: 'u', version: 3, dropped: true })
})

it('a step that lacks something is told by its number', () => {
  const steps = [
    { kind: 'fit part', slot: 'Nozzle', partTypeId: 'steel' },
    { kind: 'add slot', slot: 'Filter', slotKind: '' },
  ]
  expect(sent({ steps })).toBe('Step 2: Say what the slot takes.')
})

it('words that were cleared are none, and so is what was cleared of a part', () => {
  const part: UpgradePart = {
    name: 'Duct',
    pieces: 1,
    made: 'printed here',
    priceMinor: null,
    file: '',
    hours: undefined,
  }
  const action = sent({ against: ' ', foundIn: ' A talk ', cautions: ['Hot end', ' ', ''], parts: [part] })
  expect(action).toMatchObject({ content: { against: null, foundIn: 'A talk', cautions: ['Hot end'] } })
  expect(action).toHaveProperty('content.parts', [{ name: 'Duct', pieces: 1, made: 'printed here', priceMinor: null }])
})
