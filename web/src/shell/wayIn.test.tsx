import { screen, waitFor } from '@testing-library/react'
import { addressOf, reads } from '@diatribon/contract'
import { userEvent } from '@testing-library/user-event'
import { press, type } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { FirstRunForm } from './FirstRunForm.tsx'
import { SignInPage } from './SignInPage.tsx'

/** What the server was asked, and what it says to it. */
function answering(answer: { status: number; body: object }) {
  const asked: { path: string; body: unknown }[] = []
  globalThis.fetch = ((path: string, request: RequestInit) => {
    asked.push({ path, body: JSON.parse(String(request.body)) })
    return Promise.resolve(Response.json(answer.body, { status: answer.status }))
  }) as typeof fetch
  return asked
}
const refusal = (message: string, fields: Record<string, string> = {}) => ({
  status: 400,
  body: { error: { code: 'bad-input', message, fields } },
})
const demo = { names: ['lead', 'technician'], pin: '314159' }
const welcome = { [addressOf(reads.welcome, {})]: { siteName: 'Test shed', demo } }

describe('signing in', () => {
  it('sends name and PIN, and leads in only when they are taken', async () => {
    let isIn = false
    const { unmount } = inWorkshop(<SignInPage onSignedIn={() => (isIn = true)} />, { answers: welcome })
    const refused = answering({ ...refusal('Name or PIN is wrong.'), status: 401 })
    await type('Name', 'tess')
    await typePin('1234')
    await press('Sign in')
    expect(await screen.findByText('Name or PIN is wrong.')).toBeTruthy()
    expect(refused).toEqual([{ path: '/api/session', body: { name: 'tess', pin: '1234' } }])
    expect(isIn).toBe(false)
    answering({ status: 200, body: {} })
    await press('Sign in')
    await waitFor(() => expect(isIn).toBe(true))
    expect(screen.queryByText('Name or PIN is wrong.')).toBeNull()
    unmount()
  })

  it('of the demo is one press away', async () => {
    inWorkshop(<SignInPage onSignedIn={() => undefined} />, { answers: welcome })
    const asked = answering({ status: 200, body: {} })
    await press('technician')
    await press('Sign in')
    await waitFor(() => expect(asked).toEqual([{ path: '/api/session', body: { name: 'technician', pin: demo.pin } }]))
  })
})

it('opening the book says at its field what is refused, and keeps what was typed', async () => {
  let isOpen = false
  inWorkshop(<FirstRunForm onOpened={() => (isOpen = true)} />)
  answering(refusal('PIN is too short.', { pin: 'is too short: four at least' }))
  await type('Name of the workshop', 'Shed')
  await type('Your name', 'Lea')
  await type(/^Name to sign in with/, 'lea')
  await typePin('123')
  await press('Open the book')
  expect(await screen.findByText('is too short: four at least')).toBeTruthy()
  expect(isOpen).toBe(false)
  const asked = answering({ status: 201, body: {} })
  await typePin('1235')
  await press('Open the book')
  await waitFor(() => expect(isOpen).toBe(true))
  expect(asked[0]?.body).toMatchObject({
    siteName: 'Shed',
    currency: 'EUR',
    mainsVolts: null,
    displayName: 'Lea',
    name: 'lea',
    pin: '1235',
  })
})

/** A field for secrets has no role. */
async function typePin(pin: string) {
  const field = screen.getByLabelText(/^PIN/, { selector: 'input' })
  await userEvent.clear(field)
  await userEvent.type(field, pin)
}
