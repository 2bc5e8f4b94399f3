import { Alert, Button, Loader } from '@mantine/core'
import type { Freshness } from '@diatribon/contract'
import type { ReactNode } from 'react'
import type { SWRResponse } from 'swr'
import { NoConnection, Refused } from './api.ts'
import { AsOf } from './AsOf.tsx'
import { IsOnItsWay } from './Nothing.tsx'

export function Waiting() {
  return (
    <div role="status" style={{ padding: '3rem', textAlign: 'center' }}>
      <Loader size="sm" aria-hidden /> <span className="quiet">Fetching …</span>
    </div>
  )
}

export function Failed({ error, again }: { error: unknown; again?: () => void }) {
  const offline = error instanceof NoConnection
  const sentence = error instanceof Error ? error.message : 'Something went wrong.'
  return (
    <Alert color="red" variant="outline" title={offline ? 'No connection' : 'This cannot be shown'} my="md">
      <p style={{ marginTop: 0 }}>{sentence}</p>
      {again && !(error instanceof Refused && error.status === 404) && (
        <Button size="sm" variant="default" onClick={again}>
          Try again
        </Button>
      )}
    </Alert>
  )
}

/** What a page is worked out from may still be on its way: it says so before anything that would look like nothing. */
const freshnessOf = (data: unknown) => (data as { fresh?: Freshness } | null)?.fresh

function HowFresh({ data }: { data: unknown }) {
  const fresh = freshnessOf(data)
  return fresh ? <AsOf fresh={fresh} /> : null
}

/** The three states of everything that is fetched: waiting, problem, figure. What was shown stays while offline. */
export function AsyncView<T>({ of, children }: { of: SWRResponse<T, unknown>; children: (data: T) => ReactNode }) {
  const { data, error, mutate } = of
  if (data !== undefined)
    return (
      <IsOnItsWay value={(freshnessOf(data)?.waiting ?? 0) > 0}>
        <HowFresh data={data} />
        {children(data)}
      </IsOnItsWay>
    )
  if (error) return <Failed error={error} again={() => void mutate()} />
  return <Waiting />
}
