import { Button, Input, PasswordInput, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { mailSecurities, type MailPage, type MailSecurity } from '@diatribon/contract'
import section from '../ui/Section.module.css'
import { AsyncView } from '../ui/AsyncView.tsx'
import { call } from '../ui/api.ts'
import { TimeField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { plural } from '../ui/words.ts'
import { useMailPage } from '../reads/mail.ts'
import { useAttempt } from './useAttempt.ts'

/** The server that takes the workshop's mail. Until it is set nothing is sent. */
export function MailServerForm() {
  const page = useMailPage()
  return (
    <section id="mail" aria-labelledby="mail-server" className={section.sheet}>
      <h2 id="mail-server">Morning mail</h2>
      <AsyncView of={page}>{(mail) => <Server mail={mail} again={() => page.mutate()} />}</AsyncView>
    </section>
  )
}

function Server({ mail, again }: { mail: MailPage; again: () => Promise<unknown> }) {
  const { server, hasPassword, failedToday } = mail
  const [host, setHost] = useState(server?.host ?? '')
  const [port, setPort] = useState<number | undefined>(server?.port ?? 465)
  const [security, setSecurity] = useState<MailSecurity>(server?.security ?? 'TLS')
  const [user, setUser] = useState(server?.user ?? '')
  const [password, setPassword] = useState('')
  const [sender, setSender] = useState(server?.sender ?? '')
  const [sendAt, setSendAt] = useState(server?.sendAt ?? '07:00')
  const { attempt, busy, problem, fields } = useAttempt(async () => {
    setPassword('')
    await again()
  })
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void attempt(
          () =>
            call('PUT', '/api/mail/server', {
              host: host.trim(),
              port: port ?? 0,
              security,
              user: user.trim() || null,
              ...(password ? { password } : {}),
              sender: sender.trim(),
              sendAt,
            }),
          'Mail server set. Try it out under Plan, Morning mail.',
        )
      }}
    >
      <p className="quiet">
        {server
          ? 'Each of the staff may ask for it on the page Plan.'
          : 'Nothing is sent until a mail server is set; then each of the staff may ask for it on the page Plan.'}{' '}
        The password is kept in the database and shown to nobody.
      </p>
      {failedToday > 0 && <p role="alert">{plural(failedToday, 'mail')} of today could not be sent.</p>}
      <TextInput
        label="Mail server"
        description="Its name or address, without a port"
        required
        autoCapitalize="none"
        maxLength={200}
        maw={420}
        value={host}
        onChange={(event) => setHost(event.currentTarget.value)}
        error={fields.host}
      />
      <FigureField
        label="Port"
        description="Usually 465 with TLS, 587 with STARTTLS"
        min={1}
        max={65_535}
        allowDecimal={false}
        required
        maw={220}
        value={port}
        onChange={setPort}
        error={fields.port}
      />
      <Select
        label="Security"
        mt="sm"
        maw={220}
        data={[...mailSecurities]}
        value={security}
        onChange={(value) => setSecurity(value as MailSecurity)}
        allowDeselect={false}
        error={fields.security}
      />
      <TextInput
        label="Name at the mail server"
        description="Empty: it asks for none"
        mt="sm"
        maw={420}
        autoComplete="off"
        maxLength={200}
        value={user}
        onChange={(event) => setUser(event.currentTarget.value)}
        error={fields.user}
      />
      <PasswordInput
        label="Password"
        description={hasPassword ? 'One is kept. Empty: it stays.' : undefined}
        mt="sm"
        maw={420}
        autoComplete="new-password"
        maxLength={500}
        value={password}
        onChange={(event) => setPassword(event.currentTarget.value)}
        error={fields.password}
      />
      <TextInput
        label="Sender’s address"
        type="email"
        inputMode="email"
        required
        mt="sm"
        maw={420}
        maxLength={200}
        value={sender}
        onChange={(event) => setSender(event.currentTarget.value)}
        error={fields.sender}
      />
      <Input.Wrapper label="Time of the morning mail" mt="sm" labelElement="div" error={fields.sendAt}>
        <TimeField label="Time of the morning mail" value={sendAt} onChange={setSendAt} />
      </Input.Wrapper>
      <Problem error={Object.keys(fields).length > 0 ? null : problem} />
      <div style={{ display: 'flex', gap: 12, flexWrap: 'wrap', marginTop: 12 }}>
        <Button type="submit" size="sm" loading={busy}>
          Set the mail server
        </Button>
        {server && (
          <Button
            variant="default"
            size="sm"
            loading={busy}
            onClick={() => void attempt(() => call('DELETE', '/api/mail/server'), 'No mail is sent any more')}
          >
            Send no mail any more
          </Button>
        )}
      </div>
    </form>
  )
}
