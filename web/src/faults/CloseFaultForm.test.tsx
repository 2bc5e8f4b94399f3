import { screen } from '@testing-library/react'
import { usualTopic, type FaultPage } from '@diatribon/contract'
import { choose, pick, press, type } from '../testing/hand.ts'
import { idOf, limpet } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { CloseFaultForm } from './CloseFaultForm.tsx'

const cause = (n: number, name: string, mechanism: string) => ({ cause: { id: idOf(n), name, mechanism } })
const page = {
  printer: limpet,
  fault: { id: idOf(11), symptom: 'Layers shifted' },
  diagnosis: { causes: [cause(31, 'Dry rail', 'No oil'), cause(32, 'Loose pulley', 'The grub screw')] },
  steps: [],
  work: [],
  partsChanged: [{ words: 'X belt' }],
} as unknown as FaultPage
const closed = (hand: () => Promise<void>) => sends((onClose) => <CloseFaultForm page={page} onClose={onClose} />, hand)

it('another cause brings its mechanism, and who brought it about the induction that would have prevented it', async () => {
  const sent = await closed(async () => {
    await choose('What was it?', 'Loose pulley')
    expect(await screen.findByDisplayValue('The grub screw')).toBeTruthy()
    expect(screen.getByText('Parts changed: X belt')).toBeTruthy()
    await choose(/^Who or what brought it about/, 'wrong slicing')
    await type(/^What was done/, 'Tightened')
    await type('Minutes of work', '15')
    await pick('Mended for good?', 'Permanent')
    await press('Close it')
  })
  expect(sent).toEqual([
    {
      kind: 'close-fault',
      printerId: limpet.id,
      faultId: idOf(11),
      causeId: idOf(32),
      mechanism: 'The grub screw',
      broughtAbout: 'slicing',
      topic: usualTopic.slicing,
      what: 'Tightened',
      minutes: 15,
      permanence: 'permanent',
    },
  ])
})

it('what is mended for now is promised by a day, a week on unless another is said', async () => {
  const sent = await closed(async () => {
    await choose('What was it?', /^Another cause/)
    await type('What exactly was wrong?', 'A bent bracket')
    await choose(/^Who or what brought it about/, /^taking a part off roughly/)
    await type(/^What was done/, 'Straightened')
    await type('Minutes of work', '5')
    await pick('Mended for good?', /^Temporary/)
    await type('What is promised?', 'Print a new one')
    await press('Close it')
  })
  expect(sent).toMatchObject([
    {
      causeId: null,
      mechanism: 'A bent bracket',
      broughtAbout: 'removal',
      promise: { what: 'Print a new one', dueDate: '2026-11-27' },
    },
  ])
})
