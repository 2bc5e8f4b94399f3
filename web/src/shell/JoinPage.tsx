import { addressOf, reads } from '@diatribon/contract'
import { Button, PasswordInput } from '@mantine/core'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { useSWRConfig } from 'swr'
import sheet from './SignInPage.module.css'
import { call } from '../ui/api.ts'
import { Problem } from '../ui/Problem.tsx'

/** Whoever was invited chooses a PIN and is signed in. */
export function JoinPage() {
  const { code = '' } = useParams()
  const navigate = useNavigate()
  const { mutate } = useSWRConfig()
  const [pin, setPin] = useState('')
  const [again, setAgain] = useState('')
  const [problem, setProblem] = useState<unknown>(null)
  const join = async () => {
    if (pin !== again) return setProblem(new Error('The two PINs differ.'))
    setProblem(null)
    try {
      await call('POST', '/api/join', { code, pin })
      await mutate(addressOf(reads.session, {}))
      void navigate('/floor')
    } catch (error) {
      setProblem(error)
    }
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
          <PasswordInput
            label="PIN"
            required
            size="md"
            minLength={4}
            autoComplete="new-password"
            value={pin}
            onChange={(e) => setPin(e.currentTarget.value)}
          />
          <PasswordInput
            label="PIN again"
            required
            size="md"
            mt="sm"
            autoComplete="new-password"
            value={again}
            onChange={(e) => setAgain(e.currentTarget.value)}
          />
          <Problem error={problem} />
          <Button type="submit" size="lg" fullWidth mt="md">
            Join
          </Button>
        </form>
      </div>
    </main>
  )
}
