import { useEffect, useRef, useState } from 'react'
import { useSWRConfig } from 'swr'
import type { ImportKind, ImportLine, RefusalBody } from '@diatribon/contract'

export interface ImportRun {
  busy: boolean
  progress: { done: number; of: number } | null
  bad: { row: number; reason: string }[]
  result: { rows: number; bad: number; recorded: number; dryRun: boolean } | null
  problem: string | null
}

const none: ImportRun = { busy: false, progress: null, bad: [], result: null, problem: null }

/** Sends a table and follows the answer line by line. Stopping takes everything back. */
export function useImport() {
  const { mutate } = useSWRConfig()
  const [run, setRun] = useState<ImportRun>(none)
  const abort = useRef<AbortController>(undefined)
  useEffect(() => () => abort.current?.abort(), [])

  async function start(kind: ImportKind, csv: string, mapping: Record<string, string>, dryRun: boolean): Promise<void> {
    const control = (abort.current = new AbortController())
    setRun({ ...none, busy: true })
    const change = (next: Partial<ImportRun>) => setRun((before) => ({ ...before, ...next }))
    const take = (line: ImportLine) => {
      if ('progress' in line) change({ progress: line.progress })
      else if ('badRow' in line) setRun((before) => ({ ...before, bad: [...before.bad, line.badRow] }))
      else if ('result' in line) change({ result: line.result })
      else change({ problem: line.failed })
    }
    try {
      const query = new URLSearchParams({ mapping: JSON.stringify(mapping), ...(dryRun ? { dry: '1' } : {}) })
      const response = await fetch(`/api/import/${kind}?${query.toString()}`, {
        method: 'POST',
        headers: { 'content-type': 'text/csv' },
        body: csv,
        signal: control.signal,
      })
      if (!response.ok) {
        const { error } = (await response.json()) as RefusalBody
        return change({ busy: false, problem: error.message })
      }
      await eachLine(response.body!, (text) => take(JSON.parse(text) as ImportLine))
      change({ busy: false })
      await mutate((name) => typeof name === 'string' && name.startsWith('/api/'))
    } catch {
      change({
        busy: false,
        problem: control.signal.aborted
          ? 'Stopped; nothing was brought in.'
          : 'The connection was lost; nothing was brought in unless the server says otherwise. The same file may be sent again: it is recorded once.',
      })
    }
  }

  return { run, start, stop: () => abort.current?.abort(), clear: () => setRun(none) }
}

async function eachLine(stream: ReadableStream<Uint8Array>, take: (line: string) => void): Promise<void> {
  const reader = stream.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    const lines = (rest + value).split('\n')
    rest = lines.pop()!
    for (const line of lines) if (line) take(line)
  }
  if (rest) take(rest)
}
