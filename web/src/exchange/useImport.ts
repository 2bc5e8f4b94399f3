import { useEffect, useRef, useState } from 'react'
import type { ImportKind, ImportLine } from '@diatribon/contract'
import type { ColumnAnswer } from '@diatribon/core'
import { readLines, Refused } from '../ui/api.ts'
import { useFetchAnew } from '../ui/fetchAnew.ts'

export interface ImportRun {
  busy: boolean
  progress: { doing: 'trying' | 'writing'; done: number; of: number } | null
  bad: { row: number; reason: string }[]
  result: { rows: number; bad: number; recorded: number; dryRun: boolean } | null
  problem: string | null
}

const none: ImportRun = { busy: false, progress: null, bad: [], result: null, problem: null }

/** Sends a table and follows the answer line by line. */
export function useImport() {
  const fetchAnew = useFetchAnew()
  const [run, setRun] = useState<ImportRun>(none)
  const abort = useRef<AbortController>(undefined)
  useEffect(() => () => abort.current?.abort(), [])

  async function start(
    of: {
      kind: ImportKind
      bytes: Uint8Array<ArrayBuffer>
      mapping: Record<string, string>
      answers: Record<string, ColumnAnswer>
    },
    dryRun: boolean,
  ): Promise<void> {
    const { kind, bytes, mapping, answers } = of
    const control = (abort.current = new AbortController())
    setRun({ ...none, busy: true })
    const change = (next: Partial<ImportRun>) => setRun((before) => ({ ...before, ...next }))
    /** Gathered, and shown with what comes next: there may be as many as rows. */
    const bad: ImportRun['bad'] = []
    const take = (line: ImportLine) => {
      if ('progress' in line) change({ progress: line.progress, bad: [...bad] })
      else if ('badRow' in line) bad.push(line.badRow)
      else if ('result' in line) change({ result: line.result, bad: [...bad] })
      else if ('unclear' in line)
        change({ problem: `Say first how to read ${line.unclear.map(({ header }) => header).join(', ')}.` })
      else change({ problem: line.failed })
    }
    try {
      const query = new URLSearchParams({
        mapping: JSON.stringify(mapping),
        answers: JSON.stringify(answers),
        ...(dryRun ? { dry: '1' } : {}),
      })
      await readLines<ImportLine>(
        `/api/import/${kind}?${query.toString()}`,
        { method: 'POST', headers: { 'content-type': 'text/csv' }, body: bytes, signal: control.signal },
        take,
      )
      change({ busy: false })
      await fetchAnew()
    } catch (error) {
      if (error instanceof Refused) return change({ busy: false, problem: error.message })
      change({
        busy: false,
        problem: control.signal.aborted
          ? 'Stopped. What had been brought in stays; the same file goes on from there, and nothing is recorded twice.'
          : 'The connection was lost, and it is not known yet how far it came. Send the same file again: nothing is recorded twice.',
      })
    }
  }

  return { run, start, stop: () => abort.current?.abort(), clear: () => setRun(none) }
}
