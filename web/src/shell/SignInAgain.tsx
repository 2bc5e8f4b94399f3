import { Button, Modal, PasswordInput } from '@mantine/core'
import type { Session } from '@diatribon/contract'
import { useTyped } from '../forms/useTyped.ts'
import { call } from '../ui/api.ts'
import { Problem } from '../ui/Problem.tsx'

/** The session has ended while the page was open: the same person signs in on the spot, and everything stays as it was. */
export function SignInAgain(props: { person: Session['person']; onAgain: () => void; onLeave: () => void }) {
  const { person, onAgain, onLeave } = props
  const { draft, words, attempt, problem, busy } = useTyped({ pin: '' })
  const signIn = async () => {
    if (await attempt(() => call('post /api/session', { body: { name: person.name, ...draft } }))) onAgain()
  }
  return (
    <Modal
      opened
      onClose={() => undefined}
      withCloseButton={false}
      closeOnEscape={false}
      title={`Sign in again, ${person.displayName}`}
      zIndex={1000}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void signIn()
        }}
      >
        <p style={{ marginTop: 0 }}>
          Your session has ended. The page and what you have typed stay, and are sent then.
        </p>
        <input type="text" autoComplete="username" value={person.name} readOnly hidden />
        <PasswordInput
          label="PIN"
          inputMode="numeric"
          autoComplete="current-password"
          size="md"
          data-autofocus
          {...words('pin')}
          required
        />
        <Problem error={problem} />
        <Button type="submit" fullWidth mt="md" size="lg" loading={busy}>
          Sign in
        </Button>
        <Button variant="subtle" fullWidth mt="xs" onClick={onLeave}>
          I am somebody else: leave this page
        </Button>
      </form>
    </Modal>
  )
}
