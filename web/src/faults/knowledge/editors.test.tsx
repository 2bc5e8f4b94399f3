import { addressOf, reads, type Cause, type FaultTest, type Knowledge, type Symptom } from '@diatribon/contract'
import { choose, press, tick, type } from '../../testing/hand.ts'
import { idOf } from '../../testing/made.ts'
import { sends } from '../../testing/sends.tsx'
import { CauseEditor } from './CauseEditor.tsx'
import { SymptomEditor } from './SymptomEditor.tsx'
import { TestEditor } from './TestEditor.tsx'

const everywhere = { slotKinds: [], models: [] }
const pulley: Cause = {
  id: idOf(32),
  name: 'Loose pulley',
  mechanism: 'The grub screw turns on its shaft',
  fix: 'Tighten it on the flat',
  minutes: 10,
  drawing: null,
  about: everywhere,
  changes: [],
  caution: 'Unplug first',
  signOff: null,
  dropped: false,
}
const rail: Cause = { ...pulley, id: idOf(31), name: 'Dry rail', caution: null }
const known = { causes: [rail, pulley], symptoms: [], tests: [] } as unknown as Knowledge
const answers = {
  [addressOf(reads.models, {})]: [{ id: idOf(501), make: 'Dunlin', name: 'D2', slots: [{ name: 'X', kind: 'belt' }] }],
  [addressOf(reads.versions, {})]: {},
}

describe('a cause', () => {
  const edited = (from: Cause | null, hand: () => Promise<void>) =>
    sends((onClose) => <CauseEditor from={from} onClose={onClose} />, hand, { answers })

  it('is written with how it does harm and what puts it right', async () => {
    const sent = await edited(null, async () => {
      await type('Name', 'Worn wheel')
      await type('How it does harm', 'It slips')
      await type('What puts it right', 'Another wheel')
      await choose('Only on models', 'Dunlin D2')
      await press('Set')
    })
    expect(sent).toMatchObject([
      { kind: 'set-cause', name: 'Worn wheel', minutes: 10, caution: null, about: { models: [idOf(501)] } },
    ])
  })

  it('is dropped with what stood', async () =>
    expect(await edited(pulley, () => press('Drop this cause'))).toMatchObject([
      { causeId: pulley.id, caution: 'Unplug first', dropped: true },
    ]))
})

it('a symptom has its causes with their weight, and may stop the machine', async () => {
  const symptom: Symptom = {
    id: idOf(41),
    name: 'Layers shifted',
    looks: 'Steps in the wall',
    drawing: null,
    about: everywhere,
    caution: null,
    stop: false,
    causes: [{ causeId: rail.id, weight: 2 }],
    dropped: false,
  }
  const sent = await sends(
    (onClose) => <SymptomEditor from={symptom} known={known} onClose={onClose} />,
    async () => {
      await choose('Add a cause', 'Loose pulley')
      await type('Weight of Loose pulley', '0,5')
      await press('Drop Dry rail')
      await tick(/^Stop using the machine/)
      await press('Set')
    },
    { answers },
  )
  expect(sent).toMatchObject([
    { kind: 'set-symptom', symptomId: symptom.id, causes: [{ causeId: pulley.id, weight: 0.5 }], stop: true },
  ])
})

it('the chances of how a test can end leave the rest to its last end', async () => {
  const test: FaultTest = {
    id: idOf(51),
    name: 'Turn it by hand',
    how: 'Unplug, hold the motor, turn the pulley',
    minutes: 2,
    state: 'unplugged',
    caution: null,
    signOff: null,
    onSister: false,
    about: everywhere,
    outcomes: [
      { words: 'it slips', likely: {}, otherwise: 0.05 },
      { words: 'in order', likely: {}, otherwise: 0.95 },
    ],
    dropped: false,
  }
  const sent = await sends(
    (onClose) => <TestEditor from={test} known={known} onClose={onClose} />,
    async () => {
      await choose('Add a cause that it speaks of', 'Loose pulley')
      await type('Chance under Loose pulley, per cent', '70')
      await press('Set')
    },
    { answers },
  )
  expect(sent).toMatchObject([
    {
      kind: 'set-test',
      outcomes: [
        { words: 'it slips', likely: { [pulley.id]: 0.7 }, otherwise: 0.05 },
        { words: 'in order', likely: { [pulley.id]: 0.3 }, otherwise: 0.95 },
      ],
    },
  ])
})
