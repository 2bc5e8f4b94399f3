import { screen } from '@testing-library/react'
import { addressOf, reads, type UpgradeCandidate, type UpgradePage } from '@diatribon/contract'
import { pick, press, tick, type } from '../testing/hand.ts'
import { idOf } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { CampaignForm } from './CampaignForm.tsx'

const page = { line: { id: idOf(701), content: { name: 'Guide tube' } } } as UpgradePage
const candidate = (n: number, name: string, rack: string, has = false) =>
  ({ id: idOf(n), name, rack, place: `${rack}1`, modelId: idOf(501), runHours: 1000 + n, has }) as UpgradeCandidate
const answers = {
  [addressOf(reads.candidates, { id: idOf(701) })]: [
    candidate(101, 'Limpet', 'A'),
    candidate(102, 'Cowrie', 'A'),
    candidate(103, 'Whelk', 'B'),
    candidate(104, 'Mussel', 'B', true),
  ],
}
const begun = (hand: () => Promise<void>) =>
  sends((onClose) => <CampaignForm page={page} onClose={onClose} />, hand, { answers })

it('a trial is over all that have it not yet, until some are chosen, with its number', async () => {
  const sent = await begun(async () => {
    await screen.findByRole('checkbox', { name: 'Rack B (1)' })
    await type('Number of the draw', '7')
    await press('Begin')
  })
  expect(sent).toMatchObject([
    {
      kind: 'open-campaign',
      upgradeId: idOf(701),
      name: 'Guide tube, trial',
      printerIds: [idOf(101), idOf(102), idOf(103)],
      seed: 7,
    },
  ])
})

it('a trial of one printer is refused in words; all of one rack need no lot', async () => {
  const sent = await begun(async () => {
    await tick('Rack A (2)')
    await press('Begin')
    await screen.findByText('A trial needs two printers at least.')
    await pick('How?', 'All of them')
    await press('Begin')
  })
  expect(sent).toMatchObject([{ name: 'Guide tube, all', printerIds: [idOf(103)] }])
  expect(sent[0]).not.toHaveProperty('seed')
})
