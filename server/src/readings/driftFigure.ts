import { given } from '@diatribon/core'
import type { DriftingReading, ReadingSeries } from '@diatribon/contract'
import type { Figure } from '../kept/figure.ts'
import { readingKinds } from './kinds.ts'
import { pooledScatter } from './pooledScatter.ts'
import { judged, loadSeries } from './series.ts'

export type KeptDrift = Omit<DriftingReading, 'printer' | 'due'>[]

/** Readings of a printer that are worth somebody's look. */
export const driftFigure: Figure<KeptDrift> = {
  name: 'drift',
  restsOn: ['scatter'],
  needs: ['scatter'],
  async reckon({ db, now }, ids) {
    const kinds = await readingKinds(db)
    const pooled = await pooledScatter(db)
    const results = new Map<string, { result: KeptDrift; holdsUntil: null }>()
    for (const [id, series] of await loadSeries(db, ids, { kinds, now }))
      results.set(id, { result: judged(series, pooled).flatMap(lineOf), holdsUntil: null })
    return results
  },
}

function lineOf(series: ReadingSeries): KeptDrift {
  const { kindId, name, unit, points, limits, crossing, chart, moved, step, lists } = series
  if (!lists) return []
  const { value, hours, at } = given(points[points.length - 1])
  const smooth = moved?.points[moved.points.length - 1]?.smooth ?? null
  return [
    {
      kindId,
      name,
      unit,
      last: { value, hours, at },
      limits,
      crossing,
      lists,
      step,
      baseline: chart?.mean ?? null,
      smooth,
    },
  ]
}
