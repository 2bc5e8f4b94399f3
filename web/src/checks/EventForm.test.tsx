import { choose, press } from '../testing/hand.ts'
import { limpet } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { EventForm } from './EventForm.tsx'

it('what happened is sent by itself, without an empty note', async () => {
  const sent = await sends(
    (onClose) => <EventForm printer={limpet} onClose={onClose} />,
    async () => {
      await choose('What happened?', 'moved')
      await press('Write it down')
    },
  )
  expect(sent).toEqual([{ kind: 'record-event', printerId: limpet.id, event: 'moved' }])
})
