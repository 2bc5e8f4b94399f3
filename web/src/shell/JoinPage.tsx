import { addressOf, reads } from '@diatribon/contract'
import { Button, PasswordInput } from '@mantine/core'
import { useNavigate, useParams } from 'react-router'
import { useSWRConfig } from 'swr'
import sheet from './SignInPage.module.css'
import { useTyped } from '../forms/useTyped.ts'
import { call } from '../ui/api.ts'
import { Problem } from '../ui/Problem.tsx'

/** Whoever was invited chooses a PIN and is signed in. */
export function JoinPage() {
  const { code = '' } = useParams()
  const navigate = useNavigate()
  const { mutate } = useSWRConfig()
  const { draft, words, attempt, problem, busy } = useTyped({ pin: '', again: '' })
  const join = async () => {
    const { pin, again } = draft
    const joined = await attempt(async () => {
      if (pin !== again) throw new Error('The two PINs differ.')
      await call('post /api/join', { body: { code, pin } })
      await mutate(addressOf(reads.session, {}))
    })
    if (joined) void navigate('/floor')
  }
  return (
    <main className={sheet.page}>
      <div className={sheet.sheet}>
        <p className={sheet.brand}>Diatribon</p>
        <h1>Welcome</h1>
        <p className="quiet">Choose a PIN of at least four digits or letters. You sign in with it from now on.</p>
        <form
          onSubmit={(event) => {
            event.preventDefault()
            void join()
          }}
        >
          <PasswordInput label="PIN" size="md" minLength={4} autoComplete="new-password" {...words('pin')} required />
          <PasswordInput label="PIN again" size="md" mt="sm" autoComplete="new-password" {...words('again')} required />
          <Problem error={problem} />
          <Button type="submit" size="lg" fullWidth mt="md" loading={busy}>
            Join
          </Button>
        </form>
      </div>
    </main>
  )
}
