import type { MessagePort } from 'node:worker_threads'
import { InputProblem, type PlanAnswer, type PlanProblem } from '@diatribon/core'
import { solvePlan } from './solver.ts'

export interface PlanTask {
  problem: PlanProblem
  seconds: number
  /** Where it tells how far it is. */
  port: MessagePort
  /** 1: whoever asked wants what there is by now. */
  stopped: Int32Array
}

/** A refusal crosses between threads as what it says. */
export type PlanResult = { answer: PlanAnswer } | { problem: { code: InputProblem['code']; message: string } }

/** Plans beside the thread that answers requests; the solver stays loaded as long as the thread lives. */
export default async function plan({ problem, seconds, port, stopped }: PlanTask): Promise<PlanResult> {
  try {
    return {
      answer: await solvePlan(problem, seconds, {
        tell: (progress) => port.postMessage(progress),
        isStopped: () => Atomics.load(stopped, 0) === 1,
      }),
    }
  } catch (error) {
    if (error instanceof InputProblem) return { problem: { code: error.code, message: error.message } }
    throw error
  } finally {
    port.close()
  }
}
