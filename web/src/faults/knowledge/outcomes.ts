import { given } from '@diatribon/core'
import type { TestOutcome } from '@diatribon/contract'

/** A chance to two places, never 0 or 1: a finding may always be a slip of the eye. */
const cents = (value: number) => Math.round(Math.min(0.99, Math.max(0.01, value)) * 100) / 100

/** Of an outcome under a cause, or (null) under every cause that the test does not speak of. */
export const chanceOf = (outcome: TestOutcome, causeId: string | null): number =>
  causeId === null ? outcome.otherwise : (outcome.likely[causeId] ?? outcome.otherwise)

const withShare = (outcome: TestOutcome, causeId: string | null, chance: number): TestOutcome =>
  causeId === null
    ? { ...outcome, otherwise: cents(chance) }
    : { ...outcome, likely: { ...outcome.likely, [causeId]: cents(chance) } }

/** The last outcome takes what the others leave to 1 under this cause. */
function settled(outcomes: TestOutcome[], causeId: string | null): TestOutcome[] {
  const others = outcomes.slice(0, -1).reduce((sum, outcome) => sum + chanceOf(outcome, causeId), 0)
  return [...outcomes.slice(0, -1), withShare(given(outcomes[outcomes.length - 1]), causeId, 1 - others)]
}

export function withChance(outcomes: TestOutcome[], causeId: string | null, which: number, chance: number) {
  return settled(
    outcomes.map((outcome, i) => (i === which ? withShare(outcome, causeId, chance) : outcome)),
    causeId,
  )
}

/** A cause that the test is to speak of: the first outcome is likely under it, the others share what is left. */
export function withCause(outcomes: TestOutcome[], causeId: string): TestOutcome[] {
  const rest = 0.2 / (outcomes.length - 1)
  return settled(
    outcomes.map((outcome, i) => withShare(outcome, causeId, i === 0 ? 0.8 : rest)),
    causeId,
  )
}

export function withoutCause(outcomes: TestOutcome[], causeId: string): TestOutcome[] {
  return outcomes.map((outcome) => {
    const { [causeId]: _, ...likely } = outcome.likely
    return { ...outcome, likely }
  })
}

/** Causes that the test speaks of. */
export const causesIn = (outcomes: TestOutcome[]): string[] => [
  ...new Set(outcomes.flatMap(({ likely }) => Object.keys(likely))),
]

/** One more way to end, before the last: it takes its share from the last. */
export function withOutcome(outcomes: TestOutcome[]): TestOutcome[] {
  const named = causesIn(outcomes)
  const added: TestOutcome = {
    words: '',
    likely: Object.fromEntries(named.map((causeId) => [causeId, 0.01])),
    otherwise: 0.01,
  }
  return [...named, null].reduce(settled, [...outcomes.slice(0, -1), added, given(outcomes[outcomes.length - 1])])
}

/** One way to end less; the last takes its share. */
export function withoutOutcome(outcomes: TestOutcome[], which: number): TestOutcome[] {
  return [...causesIn(outcomes), null].reduce(
    settled,
    outcomes.filter((_, i) => i !== which),
  )
}
