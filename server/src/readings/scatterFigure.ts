import { scatterOf, type Scatter } from '@diatribon/core'
import type { Figure } from '../kept/figure.ts'
import { keepPooledScatter } from './pooledScatter.ts'
import { readingKinds } from './kinds.ts'
import { loadSeries } from './series.ts'

/** What a printer adds to everybody's scatter, by kind of reading in small letters. */
export const scatterFigure: Figure<Record<string, Scatter>> = {
  name: 'scatter',
  async reckon({ db, now }, ids) {
    const kinds = await readingKinds(db)
    const results = new Map<string, { result: Record<string, Scatter>; holdsUntil: null }>()
    for (const [id, series] of await loadSeries(db, ids, { kinds, now })) {
      const result = Object.fromEntries(
        series.map(({ kind, since }) => [kind.name.toLowerCase(), scatterOf(since.map(({ value }) => value))]),
      )
      results.set(id, { result, holdsUntil: null })
    }
    return results
  },
  async store({ client, now }, _results, changed) {
    if (changed.length > 0) await keepPooledScatter(client, now)
  },
}
