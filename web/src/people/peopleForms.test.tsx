import { screen } from '@testing-library/react'
import type { PersonHere, PrinterModel } from '@diatribon/contract'
import { choose, press, type } from '../testing/hand.ts'
import { idOf } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { SignOffForm } from './SignOffForm.tsx'
import { TrainingForm } from './TrainingForm.tsx'

const tess = { id: idOf(2), displayName: 'Tess' } as PersonHere
const models = [{ id: idOf(501), make: 'Dunlin', name: 'D2' }] as PrinterModel[]

describe('a sign-off', () => {
  it('is for good and on all models, where nothing else is said', async () => {
    const sent = await sends(
      (onClose) => <SignOffForm person={tess} models={models} onClose={onClose} />,
      async () => {
        await choose('For', 'hot work')
        await press('Sign off')
      },
    )
    expect(sent).toEqual([{ kind: 'give-sign-off', personId: tess.id, signOff: 'hot work', until: null }])
  })

  it('of mains work says whose it is, and may be for one model until a day', async () => {
    const sent = await sends(
      (onClose) => <SignOffForm person={tess} models={models} onClose={onClose} />,
      async () => {
        await choose('For', 'mains')
        await screen.findByText(/Only a qualified electrical person/)
        await choose('On', 'Dunlin D2')
        await type(/^Until/, '24 Dec 2026')
        await press('Sign off')
      },
    )
    expect(sent).toMatchObject([{ signOff: 'mains', modelId: idOf(501), until: '2026-12-24' }])
  })
})

it('a training was today, unless another day is said', async () => {
  const sent = await sends(
    (onClose) => <TrainingForm person={tess} onClose={onClose} />,
    async () => {
      await type('In what?', 'Spool change', { role: 'combobox' })
      await press('Write it down')
    },
  )
  expect(sent).toMatchObject([{ kind: 'record-training', personId: tess.id, topic: 'Spool change', day: '2026-11-20' }])
})
