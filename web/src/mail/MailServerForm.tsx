import { Button, Input, PasswordInput, Select, TextInput } from '@mantine/core'
import { mailSecurities, type MailPage } from '@diatribon/contract'
import section from '../ui/Section.module.css'
import { AsyncView } from '../ui/AsyncView.tsx'
import type { DraftFields } from '../forms/draftFields.ts'
import { useTyped } from '../forms/useTyped.ts'
import { call, Refused } from '../ui/api.ts'
import { TimeField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { plural } from '../ui/words.ts'
import { useMailPage } from '../reads/mail.ts'

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

const serverBegun = ({ server }: MailPage) => ({
  host: server?.host ?? '',
  port: (server?.port ?? 465) as number | undefined,
  security: server?.security ?? ('TLS' as const),
  user: server?.user ?? '',
  password: '',
  sender: server?.sender ?? '',
  sendAt: server?.sendAt ?? '07:00',
})

function Server({ mail, again }: { mail: MailPage; again: () => Promise<unknown> }) {
  const { server, hasPassword, failedToday } = mail
  const form = useTyped(() => serverBegun(mail))
  const { busy, problem } = form
  const setServer = () => {
    const { host, port, user, password, sender, ...rest } = form.draft
    const asked = {
      ...rest,
      host: host.trim(),
      port: port ?? 0,
      user: user.trim() || null,
      ...(password ? { password } : {}),
      sender: sender.trim(),
    }
    return call('put /api/mail/server', { body: asked })
  }
  const attempt = async (work: () => Promise<unknown>, done: string) => {
    if (await form.attempt(() => work().then(again), done)) form.set('password', '')
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void attempt(setServer, 'Mail server set. Try it out under Plan, Morning mail.')
      }}
    >
      <p className="quiet">
        {server
          ? 'Each of the staff may ask for it on the page Plan.'
          : 'Nothing is sent until a mail server is set; then each of the staff may ask for it on the page Plan.'}{' '}
        The password is kept in the database and shown to nobody.
      </p>
      {failedToday > 0 && <p role="alert">{plural(failedToday, 'mail')} of today could not be sent.</p>}
      <ServerFields form={form} />
      <WhoFields form={form} hasPassword={hasPassword} />
      <Problem error={problem instanceof Refused && Object.keys(problem.fields).length > 0 ? null : problem} />
      <div style={{ display: 'flex', gap: 12, flexWrap: 'wrap', marginTop: 12 }}>
        <Button type="submit" size="sm" loading={busy}>
          Set the mail server
        </Button>
        {server && (
          <Button
            variant="default"
            size="sm"
            loading={busy}
            onClick={() => void attempt(() => call('delete /api/mail/server'), 'No mail is sent any more')}
          >
            Send no mail any more
          </Button>
        )}
      </div>
    </form>
  )
}

interface Part {
  form: DraftFields<ReturnType<typeof serverBegun>>
}

function ServerFields({ form: { words, figure, oneOf } }: Part) {
  return (
    <>
      <TextInput
        label="Mail server"
        description="Its name or address, without a port"
        autoCapitalize="none"
        maw={420}
        {...words('host')}
        required
        maxLength={200}
      />
      <FigureField
        label="Port"
        description="Usually 465 with TLS, 587 with STARTTLS"
        maw={220}
        {...figure('port')}
        required
        min={1}
        max={65_535}
        allowDecimal={false}
      />
      <Select label="Security" mt="sm" maw={220} data={[...mailSecurities]} {...oneOf('security')} />
    </>
  )
}

function WhoFields({ form: { words, choice }, hasPassword }: Part & { hasPassword: boolean }) {
  return (
    <>
      <TextInput
        label="Name at the mail server"
        description="Empty: it asks for none"
        mt="sm"
        maw={420}
        autoComplete="off"
        {...words('user')}
        maxLength={200}
      />
      <PasswordInput
        label="Password"
        description={hasPassword ? 'One is kept. Empty: it stays.' : undefined}
        mt="sm"
        maw={420}
        autoComplete="new-password"
        {...words('password')}
        maxLength={500}
      />
      <TextInput
        label="Sender’s address"
        type="email"
        inputMode="email"
        mt="sm"
        maw={420}
        {...words('sender')}
        required
        maxLength={200}
      />
      <Input.Wrapper label="Time of the morning mail" mt="sm" labelElement="div" error={choice('sendAt').error}>
        <TimeField label="Time of the morning mail" {...choice('sendAt')} error={undefined} />
      </Input.Wrapper>
    </>
  )
}
