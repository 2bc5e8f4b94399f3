import { addressOf, reads, type ReadingKind } from '@diatribon/contract'
import { choose, pick, press, tick, type } from '../testing/hand.ts'
import { idOf } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { ReadingKindForm } from './ReadingKindForm.tsx'

const answers = {
  [addressOf(reads.models, {})]: [{ id: idOf(501), make: 'Dunlin', name: 'D2' }],
  [addressOf(reads.versions, {})]: {},
}
const filledIn = (from: ReadingKind | null, hand: () => Promise<void>) =>
  sends((onClose) => <ReadingKindForm from={from} onClose={onClose} />, hand, { answers })

it('a new kind has the limits that were typed, those of a model beside them, and begins anew unless it is said', async () => {
  const sent = await filledIn(null, async () => {
    await type('Name', 'arm play')
    await type('Upper limit here', '0,3')
    await choose('Limits of the maker for a model', 'Dunlin D2')
    await type('Lower', '0,1')
    await pick('When it is adjusted', /^it goes on/)
    await press('Add')
  })
  expect(sent).toMatchObject([
    {
      kind: 'add-reading-kind',
      name: 'arm play',
      unit: 'mm',
      lower: null,
      upper: 0.3,
      models: [{ modelId: idOf(501), lower: 0.1, upper: null }],
      corrections: 'go on',
    },
  ])
  expect(sent[0]).not.toHaveProperty('limitsToConfirm')
})

describe('usual limits', () => {
  const usual: ReadingKind = {
    id: idOf(601),
    name: 'gantry difference',
    unit: 'mm',
    lower: null,
    upper: 0.3,
    models: [],
    corrections: 'restart',
    limitsToConfirm: true,
    limitsFrom: 'common practice',
  }

  it('stay to be confirmed until somebody says that he has', async () => {
    expect(await filledIn(usual, () => press('Set'))).toMatchObject([
      { kind: 'change-reading-kind', limitsToConfirm: true, limitsFrom: 'common practice' },
    ])
    const sent = await filledIn(usual, async () => {
      await tick(/^Held against/)
      await type(/^Where these limits come from/, 'Sheet 4')
      await press('Set')
    })
    expect(sent).toMatchObject([{ limitsFrom: 'Sheet 4' }])
    expect(sent[0]).not.toHaveProperty('limitsToConfirm')
  })

  it('go, with where they come from, when the figures are emptied', async () => {
    const sent = await filledIn(usual, async () => {
      await type('Upper limit here', ' ')
      await press('Set')
    })
    expect(sent).toMatchObject([{ lower: null, upper: null }])
    expect(sent[0]).not.toHaveProperty('limitsFrom')
  })
})
