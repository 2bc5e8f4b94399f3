import { InputProblem } from '@diatribon/core'
import { benchSums, type BenchSumName } from './benchSums.ts'

export interface BenchTask {
  name: BenchSumName
  asked: unknown
}
/** A refusal crosses between threads as what it says. */
export type BenchResult = { answer: unknown } | { problem: { code: InputProblem['code']; message: string } }

/** Works a calculator's sum out beside the thread that answers requests. */
export default function reckonOnBench({ name, asked }: BenchTask): BenchResult {
  try {
    const answer = (benchSums[name] as (of: unknown) => unknown)(asked)
    if (!isFiniteThroughout(answer))
      throw new InputProblem(
        'impossible-figure',
        'These figures lie too far apart, or too near to 0, for the sum to come out. Check them and their units.',
      )
    return { answer }
  } catch (error) {
    if (error instanceof InputProblem) return { problem: { code: error.code, message: error.message } }
    throw error
  }
}

/** Whether every figure of an answer is one: JSON would turn the rest into nothing, without a word. */
function isFiniteThroughout(answer: unknown): boolean {
  if (typeof answer === 'number') return Number.isFinite(answer)
  if (typeof answer !== 'object' || answer === null) return true
  return Object.values(answer).every(isFiniteThroughout)
}
