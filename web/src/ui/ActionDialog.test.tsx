import { TextInput } from '@mantine/core'
import { screen, waitFor } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { press, type } from '../testing/hand.ts'
import { ActionDialog } from './ActionDialog.tsx'
import { Refused } from './api.ts'

const question = 'What is filled in is not recorded yet'
function open(problem: unknown = null) {
  const done = { closed: 0, sent: 0 }
  inWorkshop(
    <ActionDialog
      title="Note"
      verb="Write"
      busy={false}
      problem={problem}
      onClose={() => done.closed++}
      onSubmit={() => done.sent++}
    >
      <TextInput label="What?" />
    </ActionDialog>,
  )
  return done
}

it('closes at once while nothing is filled in', async () => {
  const done = open()
  await press('Cancel')
  expect(done).toEqual({ closed: 1, sent: 0 })
})

it('asks before what is filled in is lost, and goes on when it is asked to', async () => {
  const done = open()
  await type('What?', 'Squeaks')
  await userEvent.keyboard('{Escape}')
  expect(await screen.findByText(question)).toBeTruthy()
  expect(done.closed).toBe(0)
  await press('Go on filling in')
  await waitFor(() => expect(screen.queryByText(question)).toBeNull())
  expect(screen.getByRole('textbox', { name: 'What?' })).toHaveProperty('value', 'Squeaks')
  await press('Cancel')
  await screen.findByText(question)
  await press('Leave, and drop it')
  expect(done).toEqual({ closed: 1, sent: 0 })
})

it('of what was refused since something has changed leads back to what is true now', async () => {
  const done = open(new Refused(409, 'changed', 'Somebody was faster.', {}))
  expect(await screen.findByText('Somebody was faster.')).toBeTruthy()
  await press('Close, and show what is true now')
  expect(done.closed).toBe(1)
})

it('of what was refused otherwise stays, with the sentence', async () => {
  open(new Refused(400, 'bad-input', 'Say what it is.', {}))
  expect(await screen.findByText('Say what it is.')).toBeTruthy()
  expect(screen.queryByRole('button', { name: /true now/ })).toBeNull()
})
