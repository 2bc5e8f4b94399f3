import { screen } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'
import { addressOf, reads, type LifePage } from '@diatribon/contract'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { choose, press, type } from '../testing/hand.ts'
import { idOf } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { AdoptForm } from './AdoptForm.tsx'

const model = { id: idOf(501), name: 'Dunlin D2' }
/** A belt that is best replaced at 812 h, on one model at 640, and of which no look and no neighbour tells anything. */
const page = {
  partType: { id: idOf(201), name: 'Belt', slotKind: 'belt' },
  clock: 'hours',
  tradeInterval: 1000,
  recommended: { policy: 'learned age' },
  policies: [{ policy: 'learned age', interval: 812.4 }],
  byGroup: [{ model, choices: [{ policy: 'learned age', interval: 640 }] }],
  models: [model],
  evidence: { together: null },
  looks: null,
} as unknown as LifePage
const answers = {
  [addressOf(reads.printerNames, {})]: [{ id: idOf(101), name: 'Limpet', modelId: idOf(501) }],
  [addressOf(reads.models, {})]: [],
}
const adopted = (hand: () => Promise<void>) =>
  sends((onClose) => <AdoptForm page={page} onClose={onClose} />, hand, { answers })

it('only rules that there is something to go by for can be chosen', async () => {
  const { unmount } = inWorkshop(<AdoptForm page={page} onClose={() => undefined} />, { answers })
  await userEvent.click(await screen.findByRole('combobox', { name: 'Rule' }))
  const offered = (await screen.findAllByRole('option')).map(({ textContent }) => textContent)
  expect(offered).toContain('Wait for the failure, a spare at hand')
  expect(offered).not.toContain('Look, and replace on condition')
  expect(offered).not.toContain('Change it with its neighbour')
  unmount()
})

it('the age is that of the model, where it has one of its own', async () => {
  const sent = await adopted(async () => {
    await choose('For', 'Dunlin D2')
    await type('Why?', 'They run hot')
    await press('Adopt')
  })
  expect(sent).toMatchObject([{ kind: 'adopt-policy', interval: 640, modelId: idOf(501), reason: 'They run hot' }])
})

it('of a printer it is that of its model, and it is meant for that printer alone', async () => {
  const sent = await adopted(async () => {
    await choose('For', 'Limpet')
    await type('Why?', 'It is the test bench')
    await press('Adopt')
  })
  expect(sent).toMatchObject([{ interval: 640, ofPrinterId: idOf(101) }])
  expect(sent[0]).not.toHaveProperty('modelId')
})

it('waiting for the failure has no age', async () => {
  const sent = await adopted(async () => {
    await choose('Rule', /^Wait for the failure/)
    await screen.findByRole('note')
    await type('Why?', 'It is cheap')
    await press('Adopt')
  })
  expect(sent).toMatchObject([{ policy: 'wait for the failure' }])
  expect(sent[0]).not.toHaveProperty('interval')
})
