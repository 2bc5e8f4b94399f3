import { given } from '@diatribon/core'
import type { Freshness } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { moment, number } from './words.ts'

/** Says when figures are a little older than the facts, or not there yet; the fresh ones come by themselves. */
export function AsOf({ fresh: { asOf, waiting, ofVersionBefore } }: { fresh: Freshness }) {
  const { site } = useSession()
  if (asOf === null && waiting === 0) return null
  return (
    <p role="status" className="quiet">
      {waiting > 0
        ? `${waiting === 1 ? 'Something here is' : `${number(waiting)} things here are`} still being worked out, and will appear by themselves.`
        : `Some of these figures are from ${moment(given(asOf), site.timeZone)}${ofVersionBefore ? ', by the version of the program before this one' : ''}. They are being brought up to date.`}
    </p>
  )
}
