import { screen, waitFor } from '@testing-library/react'
import { addressOf, reads, type MailPage } from '@diatribon/contract'
import { press, tick, type } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { MailServerForm } from './MailServerForm.tsx'
import { MorningMail } from './MorningMail.tsx'

const server = {
  host: 'mail.test',
  port: 587,
  security: 'STARTTLS',
  user: 'shed',
  sender: 'shed@mail.test',
  sendAt: '06:30',
}
const page = (more: object) =>
  ({
    mine: { address: null, wantsMorningMail: false },
    sendAt: null,
    last: null,
    server: null,
    hasPassword: false,
    failedToday: 0,
    ...more,
  }) as MailPage
const answers = (more: object) => ({ answers: { [addressOf(reads.mail, {})]: page(more) } })

/** What the server was asked. */
function asked(refusal?: { message: string; fields: Record<string, string> }) {
  const all: { method: string; path: string; body: unknown }[] = []
  globalThis.fetch = ((path: string, { method = 'GET', body }: RequestInit) => {
    all.push({ method, path, body: body ? JSON.parse(String(body)) : null })
    return Promise.resolve(
      refusal
        ? Response.json({ error: { code: 'bad-input', ...refusal } }, { status: 400 })
        : Response.json({}, { status: 200 }),
    )
  }) as typeof fetch
  return all
}

describe('the mail server', () => {
  it('is set with what was typed, and a password that is left empty stays', async () => {
    inWorkshop(<MailServerForm />, answers({ server, hasPassword: true, sendAt: '06:30' }))
    const all = asked()
    await type(/^Mail server/, ' other.test ')
    await press('Set the mail server')
    await waitFor(() =>
      expect(all).toEqual([
        {
          method: 'PUT',
          path: '/api/mail/server',
          body: { ...server, host: 'other.test' },
        },
      ]),
    )
  })

  it('says what is refused at its field alone', async () => {
    inWorkshop(<MailServerForm />, answers({ server }))
    asked({ message: 'Mail server is no name.', fields: { host: 'is no name or address' } })
    await press('Set the mail server')
    expect(await screen.findByText('is no name or address')).toBeTruthy()
    expect(screen.queryByText('Mail server is no name.')).toBeNull()
  })

  it('is done without again', async () => {
    inWorkshop(<MailServerForm />, answers({ server }))
    const all = asked()
    await press('Send no mail any more')
    await waitFor(() => expect(all).toMatchObject([{ method: 'DELETE', path: '/api/mail/server' }]))
  })
})

describe('the own morning mail', () => {
  it('is wanted at an address', async () => {
    inWorkshop(<MorningMail />, answers({ sendAt: '07:00' }))
    const all = asked()
    await type('Your mail address', ' tess@mail.test ')
    await tick('Send me the morning mail')
    await press('Keep')
    await waitFor(() =>
      expect(all).toMatchObject([
        { method: 'PUT', path: '/api/mail/mine', body: { address: 'tess@mail.test', wantsMorningMail: true } },
      ]),
    )
  })

  it('says who can set a server, where none is', async () => {
    inWorkshop(<MorningMail />, { role: 'operator', ...answers({}) })
    expect(await screen.findByText(/A lead sets it under Workshop/)).toBeTruthy()
    expect(screen.queryByRole('button')).toBeNull()
  })
})
