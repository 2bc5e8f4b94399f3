import { shareLimits } from './shareLimits.ts'

/**
 * How many times as often something happens on one side as on the other, with exact 95 % limits.
 *
 * Given all events, those of the first side are binomial with share λ₁t₁/(λ₁t₁ + λ₂t₂); limits of that share are limits of the
 * ratio.
 * @param first and second events and the time they were watched, > 0
 * @returns null when nothing happened at all; an upper limit of null: not bounded
 * Source: Przyborowski & Wilenski (1940), Biometrika 31; Clopper & Pearson (1934).
 */
export function rateRatio(
  first: { events: number; time: number },
  second: { events: number; time: number },
): { ratio: number | null; limits: [number, number | null] } | null {
  const all = first.events + second.events
  if (all === 0) return null
  const times = second.time / first.time
  const [low, high] = shareLimits(first.events, all)
  const ratioOf = (share: number) => (share / (1 - share)) * times
  return {
    ratio: second.events === 0 ? null : (first.events / second.events) * times,
    limits: [ratioOf(low), high >= 1 ? null : ratioOf(high)],
  }
}
