import { MessageChannel } from 'node:worker_threads'
import { InputProblem, type PlanAnswer, type PlanProblem } from '@diatribon/core'
import { openWorker } from '../platform/worker.ts'
import type { PlanProgress } from './solver.ts'
import type { PlanResult } from './planWorker.ts'

export interface Watched {
  onProgress?: (progress: PlanProgress) => void
  /** Ends the search: the answer is what there is by then. */
  signal?: AbortSignal
}

/** Plans one problem after the other in a thread that is kept alive. */
export interface Planner {
  /** @param seconds it may take at most; @throws InputProblem */
  solve(problem: PlanProblem, seconds: number, watched?: Watched): Promise<PlanAnswer>
  /** How many wait behind the one that is worked out. */
  readonly waiting: number
  close(): Promise<void>
}

export function openPlanner(): Planner {
  // Loading the solver takes longer than most plans: the thread stays.
  const worker = openWorker(import.meta.url, 'planWorker', { idleTimeout: Infinity })
  return {
    async solve(problem, seconds, { onProgress, signal } = {}) {
      const { port1, port2 } = new MessageChannel()
      const stopped = new Int32Array(new SharedArrayBuffer(4))
      const stop = () => Atomics.store(stopped, 0, 1)
      if (signal?.aborted) stop()
      signal?.addEventListener('abort', stop, { once: true })
      port1.on('message', (progress: PlanProgress) => onProgress?.(progress))
      port1.unref()
      try {
        const task = { problem, seconds, port: port2, stopped }
        const result = (await worker.run(task, { transferList: [port2] })) as PlanResult
        if ('problem' in result) throw new InputProblem(result.problem.code, result.problem.message)
        return result.answer
      } finally {
        signal?.removeEventListener('abort', stop)
        port1.close()
      }
    },
    get waiting() {
      return worker.queueSize
    },
    close: () => worker.destroy(),
  }
}
