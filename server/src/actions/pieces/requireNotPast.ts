import { dayMs } from '@diatribon/core'
import { badInput } from '../../platform/refusal.ts'

/**
 * A day up to which something is to hold, as it is sent: one that was over before it was said is a slip. A day of slack, for zones.
 * @throws Refusal 400
 */
export function requireNotPast(field: string, day: string, at: string): void {
  if (Date.parse(`${day}T00:00:00Z`) + 2 * dayMs < Date.parse(at))
    throw badInput(field, `${day} is over already: say a day that is still to come.`)
}
