import { gapOf } from '@diatribon/core'
import type { UsageRow } from '../actions/facts.ts'

/**
 * How far a meter reading is from what jobs, tallies and goods claimed since the reading before it.
 * @param rows evidence in force, newest first
 * @param i place of the reading among them
 * @returns hours, positive when the meter has more; null when they agree, or where it is no reading or has none before it
 */
export function gapAt(rows: readonly UsageRow[], i: number): number | null {
  const reading = rows[i]!
  if (reading.kind !== 'meter') return null
  const last = rows.slice(i + 1).find(({ meterHours }) => meterHours !== null)
  if (!last) return null
  const { meterBeganAt, oldMeterEndedAt } = reading
  const seenOfOld = oldMeterEndedAt === null ? 0 : oldMeterEndedAt - last.meterHours!
  const gained =
    meterBeganAt === null ? reading.meterHours! - last.meterHours! : reading.meterHours! - meterBeganAt + seenOfOld
  const [from, to] = [last.at.getTime(), reading.at.getTime()]
  const claimedHours = rows.reduce((sum, { fromAt, at, hours }) => {
    const length = at.getTime() - fromAt.getTime()
    const inside = Math.min(to, at.getTime()) - Math.max(from, fromAt.getTime())
    return length > 0 && inside > 0 ? sum + (hours * inside) / length : sum
  }, 0)
  return gapOf({ fromMs: from, toMs: to, meterHours: gained, claimedHours })
}
