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
    return { answer: (benchSums[name] as (of: unknown) => unknown)(asked) }
  } catch (error) {
    if (error instanceof InputProblem) return { problem: { code: error.code, message: error.message } }
    throw error
  }
}
