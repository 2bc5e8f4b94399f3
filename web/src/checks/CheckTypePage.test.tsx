import { screen, waitFor } from '@testing-library/react'
import { addressOf, reads } from '@diatribon/contract'
import { choose, press, type } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { CheckTypePage } from './CheckTypePage.tsx'

const answers = {
  [addressOf(reads.checkTypes, {})]: [],
  [addressOf(reads.models, {})]: [],
  [addressOf(reads.readingKinds, {})]: [],
}

it('a check is written step by step, and a figure that is being typed anew is no figure meanwhile', async () => {
  const { sent } = inWorkshop(<CheckTypePage />, { answers })
  await type('Name', 'Wheels')
  await type('What it is for', 'Flat spots')
  await press('One more turn')
  await type('Every', '')
  expect(screen.getByText(/^Now: when called for, or by hand\./)).toBeTruthy()
  await type('Every', '250')
  expect(screen.getByText(/^Now: every 250 h\./)).toBeTruthy()
  await press('One more step')
  await type('Step 1', 'Turn each wheel')
  await choose('What is given', 'choose')
  await press('Add the check')
  await waitFor(() =>
    expect(sent).toMatchObject([
      {
        kind: 'add-check-type',
        content: {
          name: 'Wheels',
          turns: { every: [{ clock: 'hours', amount: 250 }] },
          steps: [{ kind: 'choose', title: 'Turn each wheel', choices: [{ isBad: false }, { isBad: true }] }],
        },
      },
    ]),
  )
})
