import { useEffect, useRef, useState } from 'react'
import type { JobFigures, Motion } from '@diatribon/core'
import type { FromReader, ToReader } from './readJobWorker.ts'

export const mostBytes = 500 * 1024 * 1024

export type Reading =
  | { state: 'none' }
  /** `before`: what the same file said when it was read for another printer. */
  | { state: 'reading'; name: string; progress: number; before: JobFigures | null }
  | { state: 'problem'; name: string; problem: string }
  | { state: 'read'; name: string; figures: JobFigures }

/** Reads a job file in a worker, with progress, and can be stopped. */
export function useJobReader() {
  const worker = useRef<Worker>(undefined)
  const [reading, setReading] = useState<Reading>({ state: 'none' })
  const end = () => {
    worker.current?.terminate()
    worker.current = undefined
  }
  useEffect(() => end, [])

  function read(file: File, motion: Motion): void {
    end()
    const { name } = file
    if (file.size > mostBytes) {
      setReading({
        state: 'problem',
        name,
        problem: 'The file is larger than 500 MB, which is more than is read here.',
      })
      return
    }
    const before = reading.state === 'read' && reading.name === name ? reading.figures : null
    setReading({ state: 'reading', name, progress: 0, before })
    const own = new Worker(new URL('./readJobWorker.ts', import.meta.url), { type: 'module' })
    worker.current = own
    own.onmessage = ({ data }: MessageEvent<FromReader>) => {
      if ('progress' in data) return setReading({ state: 'reading', name, progress: data.progress, before })
      setReading(
        'figures' in data
          ? { state: 'read', name, figures: data.figures }
          : { state: 'problem', name, problem: data.problem },
      )
      end()
    }
    own.onerror = () => setReading({ state: 'problem', name, problem: 'The file cannot be read here.' })
    own.postMessage({ file, motion } satisfies ToReader)
  }

  function stop(): void {
    end()
    setReading({ state: 'none' })
  }

  return { reading, read, stop }
}
