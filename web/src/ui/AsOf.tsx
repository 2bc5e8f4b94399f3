import type { Freshness } from '@diatribon/contract'
import { useWorkshopClock } from './workshopClock.ts'
import { moment, number } from './words.ts'
import classes from './AsOf.module.css'

/**
 * Says when figures are a little older than the facts, or not there yet; the fresh ones come by themselves. Its line is there from the
 * start, so that nothing moves from under a finger when it is said, or no more.
 */
export function AsOf({ fresh: { asOf, waiting, ofVersionBefore } }: { fresh: Freshness }) {
  const { timeZone } = useWorkshopClock()
  return (
    <p role="status" className={`quiet ${classes.line}`}>
      {waiting > 0
        ? `${waiting === 1 ? 'Something here is' : `${number(waiting)} things here are`} still being worked out, and will appear by themselves.`
        : asOf !== null &&
          `Some of these figures are from ${moment(asOf, timeZone)}${ofVersionBefore ? ', by the version of the program before this one' : ''}. They are being brought up to date.`}
    </p>
  )
}
