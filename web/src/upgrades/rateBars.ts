import type { Watching } from '@diatribon/contract'

interface Watched {
  before: Watching
  after: Watching
}

export interface RateBar {
  name: string
  events: number
  time: number
  /** In 1,000 h. */
  rate: number
  lower: number
  upper: number
}

/** Rates in 1,000 h with their ranges, of the printers that got it and of those that did not. */
export function rateBars(of: Watched & { others: Watched | null }): RateBar[] {
  const { before, after, others } = of
  const bars = [bar('With it, before', before), bar('With it, after', after)]
  if (others) bars.push(bar('Without it, before', others.before), bar('Without it, after', others.after))
  return bars.filter(({ time }) => time > 0)
}

/** Limits of a Poisson count by the square-root rule: (√(n + 3/8) ± 0.98)² − 3/8, within a tenth of the exact ones (Anscombe 1948). */
function bar(name: string, { events, hours }: Watching): RateBar {
  const per = (count: number) => (hours > 0 ? (1000 * count) / hours : 0)
  const root = Math.sqrt(events + 3 / 8)
  const limit = (off: number) => Math.max(0, Math.max(0, root + off) ** 2 - 3 / 8)
  return {
    name,
    events,
    time: hours,
    rate: per(events),
    lower: per(events === 0 ? 0 : limit(-0.98)),
    upper: per(events === 0 ? 3 : limit(0.98)),
  }
}
