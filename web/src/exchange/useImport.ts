import { useEffect, useRef, useState } from 'react'
import type { ImportKind, ImportLine } from '@diatribon/contract'
import { readLines, Refused } from '../ui/api.ts'
import { useFetchAnew } from '../ui/fetchAnew.ts'

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
  const fetchAnew = useFetchAnew()
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
      await readLines<ImportLine>(
        `/api/import/${kind}?${query.toString()}`,
        { method: 'POST', headers: { 'content-type': 'text/csv' }, body: csv, signal: control.signal },
        take,
      )
      change({ busy: false })
      await fetchAnew()
    } catch (error) {
      if (error instanceof Refused) return change({ busy: false, problem: error.message })
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
