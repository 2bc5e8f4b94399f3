import { Alert, Button } from '@mantine/core'
import type { ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { useLocation } from 'react-router'

const reloadedKept = 'diatribon-reloaded-at'
/** One reload within this time is enough to know that it does not help. */
const soonMs = 60_000
/** How browsers say that a piece of the page is not there: it was replaced by an upgrade. */
const missingPiece =
  /dynamically imported module|Importing a module script failed|error loading dynamically|Unable to preload/i

/** Keeps a mistake in one page from leaving a blank screen: says what is so, and offers a way on. */
export function Guarded({ children }: { children: ReactNode }) {
  const { pathname } = useLocation()
  return (
    <ErrorBoundary resetKeys={[pathname]} fallbackRender={Broken} onError={reloadOnce}>
      {children}
    </ErrorBoundary>
  )
}

const isMissing = (error: unknown) => error instanceof Error && missingPiece.test(error.message)

function reloadOnce(error: unknown): void {
  if (!isMissing(error)) return
  const last = Number(sessionStorage.getItem(reloadedKept) ?? 0)
  if (Date.now() - last < soonMs) return
  sessionStorage.setItem(reloadedKept, String(Date.now()))
  window.location.reload()
}

function Broken({ error, resetErrorBoundary }: { error: unknown; resetErrorBoundary: () => void }) {
  return (
    <Alert color="red" variant="outline" title="This page cannot be shown" my="md">
      <p style={{ marginTop: 0 }}>
        {isMissing(error)
          ? 'A part of it is missing: Diatribon was probably brought up to date meanwhile. Load the page anew.'
          : 'Something in it went wrong. Nothing that was recorded is lost. Tell the lead if it stays.'}
      </p>
      <Button size="sm" onClick={() => window.location.reload()}>
        Load anew
      </Button>{' '}
      <Button size="sm" variant="default" onClick={resetErrorBoundary}>
        Try again
      </Button>{' '}
      <Button size="sm" variant="default" component="a" href="/floor">
        To the Floor
      </Button>
    </Alert>
  )
}
