import { useEffect, useRef, useState } from 'react'
import type { ImportKind, ImportLine, UnclearColumn } from '@diatribon/contract'
import type { DecimalMark } from '@diatribon/core'
import { readLines, Refused } from '../ui/api.ts'
import { useFetchAnew } from '../ui/fetchAnew.ts'

export interface ImportRun {
  busy: boolean
  progress: { doing: 'trying' | 'writing'; done: number; of: number } | null
  /** Columns whose figures could be read in two ways: to be answered before anything goes on. */
  unclear: UnclearColumn[]
  bad: { row: number; reason: string }[]
  result: { rows: number; bad: number; recorded: number; dryRun: boolean } | null
  problem: string | null
}

const none: ImportRun = { busy: false, progress: null, unclear: [], bad: [], result: null, problem: null }

/** Sends a table and follows the answer line by line. */
export function useImport() {
  const fetchAnew = useFetchAnew()
  const [run, setRun] = useState<ImportRun>(none)
  const abort = useRef<AbortController>(undefined)
  useEffect(() => () => abort.current?.abort(), [])

  async function start(
    of: { kind: ImportKind; csv: string; mapping: Record<string, string>; marks: Partial<Record<string, DecimalMark>> },
    dryRun: boolean,
  ): Promise<void> {
    const { kind, csv, mapping, marks } = of
    const control = (abort.current = new AbortController())
    setRun({ ...none, busy: true })
    const change = (next: Partial<ImportRun>) => setRun((before) => ({ ...before, ...next }))
    const take = (line: ImportLine) => {
      if ('progress' in line) change({ progress: line.progress })
      else if ('badRow' in line) setRun((before) => ({ ...before, bad: [...before.bad, line.badRow] }))
      else if ('result' in line) change({ result: line.result })
      else if ('unclear' in line) change({ unclear: line.unclear })
      else change({ problem: line.failed })
    }
    try {
      const query = new URLSearchParams({
        mapping: JSON.stringify(mapping),
        marks: JSON.stringify(marks),
        ...(dryRun ? { dry: '1' } : {}),
      })
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
          ? 'Stopped. What had been brought in stays; the same file goes on from there, and nothing is recorded twice.'
          : 'The connection was lost, and it is not known yet how far it came. Send the same file again: nothing is recorded twice.',
      })
    }
  }

  return { run, start, stop: () => abort.current?.abort(), clear: () => setRun(none) }
}
