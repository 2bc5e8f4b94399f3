import { Button, PasswordInput, TextInput } from '@mantine/core'
import { lazy, Suspense } from 'react'
import { Link, useLocation } from 'react-router'
import type { Welcome } from '@diatribon/contract'
import { useTyped } from '../forms/useTyped.ts'
import { useWelcome } from '../reads/people.ts'
import { call } from '../ui/api.ts'
import { Waiting } from '../ui/AsyncView.tsx'
import { Problem } from '../ui/Problem.tsx'
import classes from './SignInPage.module.css'

// Once in the life of a workshop.
const FirstRunForm = lazy(() => import('./FirstRunForm.tsx').then((module) => ({ default: module.FirstRunForm })))

/** The way in: name and PIN, or opening the book of an empty site. */
export function SignInPage({ onSignedIn }: { onSignedIn: () => void }) {
  const { data: welcome } = useWelcome()
  // At the page of a printer nobody needs an account to say what is wrong.
  const printerId = /^\/printers\/([0-9a-f-]{36})/.exec(useLocation().pathname)?.[1]
  const label = printerId?.replaceAll('-', '').slice(0, 12)
  const empty = welcome && welcome.siteName === null
  return (
    <main className={classes.page}>
      <div className={classes.sheet}>
        <p className={classes.brand}>Diatribon</p>
        <h1>{empty ? 'Open the book' : (welcome?.siteName ?? 'Sign in')}</h1>
        <p className="quiet">The wear book of the workshop: running hours, parts, what is due, and who did what.</p>
        {empty ? (
          // Loaded anew, so that nothing of the page before the book was open remains.
          <Suspense fallback={<Waiting />}>
            <FirstRunForm onOpened={() => location.assign('/first-steps')} />
          </Suspense>
        ) : (
          <>
            <SignInForm demo={welcome?.demo ?? null} onSignedIn={onSignedIn} />
            {label && (
              <p>
                <Link to={`/report/${label}`}>Report a fault without signing in</Link>
              </p>
            )}
          </>
        )}
      </div>
    </main>
  )
}

function SignInForm({ demo, onSignedIn }: { demo: Welcome['demo']; onSignedIn: () => void }) {
  const { draft, set, words, attempt, problem, busy } = useTyped({ name: '', pin: '' })
  const signIn = async () => {
    if (await attempt(() => call('post /api/session', { body: draft }))) onSignedIn()
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void signIn()
      }}
    >
      <TextInput label="Name" autoComplete="username" autoCapitalize="none" {...words('name')} required />
      <PasswordInput
        label="PIN"
        inputMode="numeric"
        autoComplete="current-password"
        size="md"
        mt="sm"
        {...words('pin')}
        required
      />
      <Problem error={problem} />
      <Button type="submit" fullWidth mt="md" size="lg" loading={busy}>
        Sign in
      </Button>
      {demo && (
        <p className="quiet">
          Demo workshop: sign in as{' '}
          {demo.names.map((name, i) => (
            <span key={name}>
              {i > 0 && (i === demo.names.length - 1 ? ' or ' : ', ')}
              <button
                type="button"
                className={classes.name}
                onClick={() => {
                  set('name', name)
                  set('pin', demo.pin)
                }}
              >
                {name}
              </button>
            </span>
          ))}{' '}
          with PIN {demo.pin}.
        </p>
      )}
    </form>
  )
}
