import { given } from '@diatribon/core'
import { signInAgain } from './signInAgain.ts'
import type {
  Action,
  ActionResult,
  AttachedFile,
  Attachment,
  CallAnswer,
  CallAsked,
  CallName,
  Recorded,
  RefusalBody,
} from '@diatribon/contract'

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

/** Whether an answer says for certain what became of what was sent: recorded, or refused and nothing changed. */
export function isKnown(error: unknown): boolean {
  if (error instanceof NoConnection) return false
  return !(error instanceof Refused && error.status >= 500 && error.code !== 'not-recorded' && error.code !== 'busy')
}

const pausesMs = [700, 2000]
/** Sends again while nobody knows what became of it, a few times; keys see to it that nothing is recorded twice. */
export async function untilKnown<T>(work: () => Promise<T>): Promise<T> {
  for (const pauseMs of pausesMs)
    try {
      return await work()
    } catch (error) {
      // Without a line there is nobody to ask.
      if (isKnown(error) || error instanceof NoConnection) throw error
      await new Promise((done) => setTimeout(done, pauseMs))
    }
  return work()
}

/**
 * Asks for what is declared under that name.
 * @param of.at values of what stands in braces in its path
 * @param of.body what is sent
 */
export async function call<Name extends CallName>(
  name: Name,
  of: { at?: Record<string, string>; body?: CallAsked<Name> } = {},
): Promise<CallAnswer<Name>> {
  const { at = {}, body } = of
  const [method = '', path = ''] = name.split(' ')
  const filled = path.replace(/\{(\w+)\}/g, (_, field: string) => encodeURIComponent(given(at[field])))
  return (await callWithHeaders<CallAnswer<Name>>(method.toUpperCase(), filled, {}, body)).answer
}

/** As `call`, with headers to send and those of the answer. */
export async function callWithHeaders<T>(
  method: string,
  path: string,
  headers: Record<string, string>,
  body?: unknown,
): Promise<{ answer: T; headers: Headers }> {
  const response = await fetchSignedIn(path, {
    method,
    headers: { ...headers, ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
    body: body === undefined ? undefined : JSON.stringify(body),
  })
  return { answer: await answerOf<T>(response), headers: response.headers }
}

/** Where being signed out is an answer and no accident. */
const aboutSessions = /^\/api\/(session|sessions|join|first-run|welcome)\b/

/** Fetches; when the session has ended meanwhile, again as soon as whoever is here has signed in on the spot. */
async function fetchSignedIn(path: string, request: RequestInit): Promise<Response> {
  const once = () =>
    fetch(path, request).catch(() => {
      throw new NoConnection()
    })
  const response = await once()
  if (response.status !== 401 || aboutSessions.test(path) || !(await signInAgain())) return response
  return once()
}

/** @throws Refused with the server's sentence */
async function answerOf<T>(response: Response): Promise<T> {
  if (response.status === 204) return undefined as T
  const answer: unknown = await response.json().catch(() => null)
  if (response.ok) {
    if (answer === null) throw new NoConnection() // cut off on the way: it says nothing
    return answer as T
  }
  const { error } = (answer ?? {}) as Partial<RefusalBody>
  throw new Refused(
    response.status,
    error?.code ?? 'failed',
    error?.message ?? `The server answered with ${response.status}.`,
    error?.fields,
  )
}

/** An answer that comes line by line (JSON Lines) while the server is at work. @throws Refused when there is none */
export async function readLines<Line>(path: string, request: RequestInit, take: (line: Line) => void): Promise<void> {
  const response = await fetch(path, request)
  if (!response.ok) await answerOf(response)
  const text = given(response.body).pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>)
  const reader = text.getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    const lines = (rest + value).split('\n')
    rest = lines.pop() ?? ''
    for (const line of lines) if (line) take(JSON.parse(line) as Line)
  }
  if (rest) take(JSON.parse(rest) as Line)
}

/** Answers of this page's life with the server's mark, so that one that is still true does not come again. */
const kept = new Map<string, { mark: string; answer: unknown }>()
const mostKept = 100

/** What SWR fetches with. An answer that has not changed is the very same object: what shows it is not drawn anew. */
export async function read<T>(path: string): Promise<T> {
  const known = kept.get(path)
  const response = await fetchSignedIn(path, {
    // Said explicitly: with a mark the browser would say "no-cache", and the server would send it all again.
    headers: known ? { 'if-none-match': known.mark, 'cache-control': 'max-age=0' } : {},
  })
  if (known && response.status === 304) return known.answer as T
  const answer = await answerOf<T>(response)
  const mark = response.headers.get('etag')
  kept.delete(path)
  if (mark) kept.set(path, { mark, answer })
  if (kept.size > mostKept) kept.delete(given(kept.keys().next().value))
  return answer
}

/** Sends an action through the one door. The same key may be sent again: it is recorded once. */
export async function send(action: Action): Promise<Recorded> {
  const answer = await call('post /api/actions', { body: action })
  if ('entry' in answer) return answer.entry
  throw new NoConnection() // it says nothing of this action
}

/** Sends a list of actions. @returns what became of each, in their order */
export async function sendList(list: Action[] | { together: true; actions: Action[] }): Promise<ActionResult[]> {
  const answer = await call('post /api/actions', { body: list })
  if ('results' in answer) return answer.results
  throw new NoConnection() // it says nothing of these actions
}

/** Sends actions of which all are recorded or none. @throws Refused with the reason of the first that was refused for itself */
export async function sendTogether(actions: Action[]): Promise<void> {
  const results = await sendList({ together: true, actions })
  const refused = results.filter((result) => !result.ok)
  const first = refused.find(({ error }) => error.code !== 'others-refused') ?? refused[0]
  if (first) throw new Refused(first.status, first.error.code, first.error.message, first.error.fields)
}

/** Sends a photo as it is; the server downscales it. */
export const sendPhoto = (file: Blob, path = '/api/attachments') => sendBytes<Attachment>(file, path)

/** Sends a file that is kept as it is. */
export const sendFile = (file: File) =>
  sendBytes<AttachedFile>(file, `/api/attachments/files?name=${encodeURIComponent(file.name.slice(-120))}`)

async function sendBytes<T>(file: Blob, path: string): Promise<T> {
  const response = await fetchSignedIn(path, {
    method: 'POST',
    headers: { 'content-type': file.type || 'application/octet-stream' },
    body: file,
  })
  return answerOf(response)
}
