import type { Action, Recorded, RefusalBody } from '@diatribon/contract'

/** The server said no: its sentence, and the fields to put right. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly fields: Record<string, string> = {},
  ) {
    super(message)
  }
}

/** No answer at all: nothing is known of what happened. */
export class NoConnection extends Error {
  constructor() {
    super('There is no connection to the server.')
  }
}

export async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(path, {
    method,
    headers: body === undefined ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  }).catch(() => {
    throw new NoConnection()
  })
  if (response.status === 204) return undefined as T
  const answer: unknown = await response.json().catch(() => null)
  if (response.ok) return answer as T
  const { error } = (answer ?? {}) as Partial<RefusalBody>
  throw new Refused(
    response.status,
    error?.code ?? 'failed',
    error?.message ?? `The server answered with ${response.status}.`,
    error?.fields,
  )
}

/** What SWR fetches with. */
export const read = <T>(path: string) => call<T>('GET', path)

/** Sends an action through the one door. The same key may be sent again: it is recorded once. */
export async function send(action: Action): Promise<Recorded> {
  const { entry } = await call<{ entry: Recorded }>('POST', '/api/actions', action)
  return entry
}
