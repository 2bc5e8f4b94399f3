import { describe, expect, test } from '@jest/globals'
import type { RunOutcome } from '@diatribon/core'
import { outcomeWords } from './outcomeWords.ts'

const of = (rule: RunOutcome['rule'], costPer1000h: number, failures: number): RunOutcome => ({
  rule,
  costPer1000h,
  failuresPer1000h: failures,
  hoursDownPer1000h: 0,
  curve: [],
  figures: {
    hoursRun: 1000,
    hoursDown: 0,
    hoursLost: 0,
    failures,
    jobsLost: 0,
    replacedInTime: 0,
    partsMinor: 0,
    labourMinor: 0,
    failuresMinor: 0,
  },
})
const rules = (advice: [number, number]) => [
  of('wait for the failure', 2000, 10),
  of('trade intervals', 1000, 5),
  of('the advice', ...advice),
]

describe('what a run has shown, in a sentence', () => {
  test('the advice against the others', () => {
    expect(outcomeWords(rules([900, 4]))).toBe(
      'The advice cost 10 % less than the trade’s intervals and 55 % less than waiting for failures. There were 60 % fewer failures in 1,000 h than with waiting.',
    )
  })
  test('what is worse is told as worse', () => {
    expect(outcomeWords(rules([2200, 12]))).toBe(
      'The advice cost 120 % more than the trade’s intervals and 10 % more than waiting for failures. There were 20 % more failures in 1,000 h than with waiting.',
    )
  })
  test('one’s own choices against the advice too', () => {
    expect(outcomeWords([of('your choices', 1000, 10), ...rules([800, 4])])).toBe(
      'Your choices cost as much as the trade’s intervals, 50 % less than waiting for failures and 25 % more than the advice. There were 0 % fewer failures in 1,000 h than with waiting.',
    )
  })
  test('nothing that failed, nothing that was run', () => {
    expect(
      outcomeWords([of('wait for the failure', 0, 0), of('trade intervals', 10, 0), of('the advice', 10, 0)]),
    ).toBe('The advice cost as much as the trade’s intervals and waiting for failures cost nothing. Nothing failed.')
    expect(outcomeWords([])).toBe('Nothing was run.')
  })
})
