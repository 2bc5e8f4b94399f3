import { MessageChannel } from 'node:worker_threads'
import {
  boundWithoutLimits,
  greedyPlan,
  InputProblem,
  planAnswer,
  preparePlan,
  type PlanAnswer,
  type PlanProblem,
} from '@diatribon/core'
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
  /** The greedy plan alone, beside the thread that answers requests where it is long. */
  atOnce(problem: PlanProblem): Promise<PlanAnswer>
  /** How many wait behind the one that is worked out. */
  readonly waiting: number
  close(): Promise<void>
}

/** Up to so many tasks a plan at once takes a few milliseconds: the way to another thread and back would be longer. */
const tasksHere = 80

export function openPlanner(): Planner {
  // Loading the solver takes longer than most plans: the thread stays. Plans at once do not wait behind it.
  const solver = openWorker(import.meta.url, 'planWorker', { idleTimeout: Infinity })
  const quick = openWorker(import.meta.url, 'planWorker', { idleTimeout: 60_000 })
  async function run(
    worker: typeof solver,
    { problem, seconds }: { problem: PlanProblem; seconds: number },
    { onProgress, signal }: Watched,
  ): Promise<PlanAnswer> {
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
  }
  return {
    solve: (problem, seconds, watched = {}) => run(solver, { problem, seconds }, watched),
    async atOnce(problem) {
      if (problem.tasks.length > tasksHere) return run(quick, { problem, seconds: 0 }, {})
      const plan = preparePlan(problem)
      return planAnswer(greedyPlan(plan), boundWithoutLimits(plan), 'at once')
    },
    get waiting() {
      return solver.queueSize
    },
    async close() {
      await solver.destroy()
      await quick.destroy()
    },
  }
}
