import type { RunOutcome } from '@diatribon/core'

const percent = (share: number) => `${Math.round(100 * Math.abs(share))} %`

/** What a run has shown, in a sentence: the advice (or one's own choices) against the others. */
export function outcomeWords(outcomes: readonly RunOutcome[]): string {
  const of = (rule: RunOutcome['rule']) => outcomes.find((one) => one.rule === rule)
  const [mine, trade, wait, advice] = [
    of('your choices') ?? of('the advice'),
    of('trade intervals'),
    of('wait for the failure'),
    of('the advice'),
  ]
  if (!mine || !trade || !wait || !advice) return 'Nothing was run.'
  const who = mine.rule === 'your choices' ? 'Your choices' : 'The advice'
  const against = (other: RunOutcome, words: string) => {
    if (!(other.costPer1000h > 0)) return `${words} cost nothing`
    const share = mine.costPer1000h / other.costPer1000h - 1
    if (Math.abs(share) < 0.005) return `as much as ${words}`
    return `${percent(share)} ${share < 0 ? 'less' : 'more'} than ${words}`
  }
  const failures = wait.figures.failures > 0 ? 1 - mine.failuresPer1000h / wait.failuresPer1000h : 0
  const parts = [
    against(trade, 'the trade’s intervals'),
    against(wait, 'waiting for failures'),
    ...(mine === advice ? [] : [against(advice, 'the advice')]),
  ]
  const stops =
    wait.figures.failures === 0
      ? 'Nothing failed'
      : failures >= 0
        ? `There were ${percent(failures)} fewer failures in 1,000 h than with waiting`
        : `There were ${percent(failures)} more failures in 1,000 h than with waiting`
  return `${who} cost ${parts.slice(0, -1).join(', ')} and ${parts.at(-1) ?? ''}. ${stops}.`
}
