import type { Freshness } from '@diatribon/contract'

/** How far all of these hold: as the oldest and least known of them. */
export function leastFresh(...all: Freshness[]): Freshness {
  const [oldest = null] = all.flatMap(({ asOf }) => asOf ?? []).sort()
  return {
    asOf: oldest,
    waiting: Math.max(...all.map(({ waiting }) => waiting)),
    ...(all.some(({ ofVersionBefore }) => ofVersionBefore) ? { ofVersionBefore: true } : {}),
  }
}
