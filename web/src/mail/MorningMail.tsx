import { Button, Checkbox, TextInput } from '@mantine/core'
import { Link } from 'react-router'
import type { MailPage } from '@diatribon/contract'
import { useTyped } from '../forms/useTyped.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { call } from '../ui/api.ts'
import { Problem } from '../ui/Problem.tsx'
import { Section } from '../ui/Section.tsx'
import { shortDay } from '../ui/words.ts'
import { useMailPage } from '../reads/mail.ts'

/** What one has today, by mail in the morning: off until somebody wants it. */
export function MorningMail() {
  const page = useMailPage()
  return (
    <Section title="Morning mail">
      <AsyncView of={page}>{(mail) => <Mine mail={mail} again={() => page.mutate()} />}</AsyncView>
    </Section>
  )
}

function Mine({ mail, again }: { mail: MailPage; again: () => Promise<unknown> }) {
  const { may } = useSession()
  const { mine, sendAt, last } = mail
  const form = useTyped({ address: mine.address ?? '', wants: mine.wantsMorningMail })
  const { busy, problem, words, tick } = form
  const attempt = (work: () => Promise<unknown>, done: string) => form.attempt(() => work().then(again), done)
  if (sendAt === null)
    return (
      <p className="quiet">
        What you have today can come by mail, once a mail server is set
        {may('set up the site') ? (
          <>
            {' '}
            under <Link to="/workshop#mail">Workshop</Link>.
          </>
        ) : (
          '. A lead sets it under Workshop.'
        )}
      </p>
    )
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        const { address, wants } = form.draft
        void attempt(
          () => call('put /api/mail/mine', { body: { address: address.trim() || null, wantsMorningMail: wants } }),
          wants ? `The mail comes at ${sendAt}` : 'No mail comes',
        )
      }}
    >
      <p className="quiet">
        At {sendAt} on open days: your visits, what has become overdue, who has mentioned you. It names printers and
        work, never what people wrote, and its links ask you to sign in.
      </p>
      <TextInput
        label="Your mail address"
        type="email"
        inputMode="email"
        autoComplete="email"
        maw={420}
        {...words('address')}
        maxLength={200}
      />
      <Checkbox mt="sm" size="md" label="Send me the morning mail" {...tick('wants')} />
      <Problem error={words('address').error ? null : problem} />
      <div style={{ display: 'flex', gap: 12, flexWrap: 'wrap', marginTop: 12 }}>
        <Button type="submit" size="compact-md" loading={busy}>
          Keep
        </Button>
        {mine.address && (
          <Button
            variant="default"
            size="compact-md"
            loading={busy}
            onClick={() => void attempt(() => call('post /api/mail/now'), `Sent to ${mine.address ?? ''}`)}
          >
            Send me today’s now
          </Button>
        )}
      </div>
      {last && (
        <p className="quiet">
          {shortDay(last.day)}: {last.state}
          {last.problem && `. ${last.problem}`}
        </p>
      )}
    </form>
  )
}
