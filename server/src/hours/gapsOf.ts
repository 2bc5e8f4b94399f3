import { gapOf, hourMs } from '@diatribon/core'
import type { UsageRow } from '../actions/facts.ts'

type Row = Pick<UsageRow, 'kind' | 'at' | 'fromAt' | 'hours' | 'meterHours' | 'meterBeganAt' | 'oldMeterEndedAt'>

/**
 * How far each meter reading is from what jobs, tallies and goods claimed since the reading before it.
 * @param rows evidence in force, newest first
 * @returns for each row hours, positive when the meter has more; null when they agree, or where it is no reading or has none before it
 */
export function gapsOf(rows: readonly Row[]): (number | null)[] {
  const windows = windowsOf(rows)
  for (const { kind, at, fromAt, hours } of rows) {
    const [began, ended] = [fromAt.getTime(), at.getTime()]
    if (ended <= began || (hours === 0 && kind !== 'idle')) continue
    // The windows lie one behind the other, newest first: from the newest that began before this piece ended.
    for (let w = firstThat(windows, ({ from }) => from < ended); w < windows.length && windows[w]!.to > began; w++) {
      const { from, to } = windows[w]!
      const insideMs = Math.min(to, ended) - Math.max(from, began)
      if (kind === 'idle') windows[w]!.idleHours += insideMs / hourMs
      else windows[w]!.claimedHours += (hours * insideMs) / (ended - began)
    }
  }
  const gaps = new Array<number | null>(rows.length).fill(null)
  for (const { place, from, to, gained, claimedHours, idleHours } of windows)
    gaps[place] = gapOf({ fromMs: from, toMs: to, meterHours: gained, claimedHours, idleHours })
  return gaps
}

/** What each reading of the meter gained on the one before it, and between which moments. */
function windowsOf(rows: readonly Row[]) {
  const windows: {
    place: number
    from: number
    to: number
    gained: number
    claimedHours: number
    idleHours: number
  }[] = []
  let next: { place: number; row: Row } | null = null
  for (const [place, row] of rows.entries()) {
    if (row.meterHours === null) continue
    if (next?.row.kind === 'meter') {
      const { at, meterHours, meterBeganAt, oldMeterEndedAt } = next.row
      const seenOfOld = oldMeterEndedAt === null ? 0 : oldMeterEndedAt - row.meterHours
      const gained = meterBeganAt === null ? meterHours! - row.meterHours : meterHours! - meterBeganAt + seenOfOld
      windows.push({
        place: next.place,
        from: row.at.getTime(),
        to: at.getTime(),
        gained,
        claimedHours: 0,
        idleHours: 0,
      })
    }
    next = { place, row }
  }
  return windows
}

/** The first place from which on a condition holds. */
function firstThat<One>(list: readonly One[], holds: (one: One) => boolean): number {
  let [low, high] = [0, list.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (holds(list[middle]!)) high = middle
    else low = middle + 1
  }
  return low
}
