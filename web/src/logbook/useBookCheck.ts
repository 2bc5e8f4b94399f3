import { useEffect, useRef, useState } from 'react'
import type { BookCheck, BookCheckLine } from '@diatribon/contract'
import { NoConnection, readLines, Refused } from '../ui/api.ts'

const begin = { done: 0, of: 0 }

/** Goes through the book and follows how far the server is; leaving the page stops it. */
export function useBookCheck() {
  const [found, setFound] = useState<BookCheck | null>(null)
  const [progress, setProgress] = useState(begin)
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const abort = useRef<AbortController>(undefined)
  useEffect(() => () => abort.current?.abort(), [])

  async function look(): Promise<void> {
    const control = (abort.current = new AbortController())
    setBusy(true)
    setProblem(null)
    setFound(null)
    setProgress(begin)
    let whole = false
    const take = (line: BookCheckLine) => {
      if ('progress' in line) return setProgress(line.progress)
      whole = true
      if ('result' in line) setFound(line.result)
      else setProblem(new Error(line.failed))
    }
    try {
      await readLines('/api/logbook/whole', { signal: control.signal }, take)
      if (!whole) setProblem(new NoConnection())
    } catch (error) {
      if (!control.signal.aborted) setProblem(error instanceof Refused ? error : new NoConnection())
    } finally {
      setBusy(false)
    }
  }

  return { found, progress, problem, busy, look, stop: () => abort.current?.abort() }
}
