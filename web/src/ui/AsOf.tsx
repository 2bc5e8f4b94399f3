import { given } from '@diatribon/core'
import type { Freshness } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { moment, plural } from './words.ts'

interface Props {
  fresh: Freshness
  /** What is worked out, and of what, when it never was. */
  of?: string
  one?: string
}

/** Says when figures are a little older than the facts; the fresh ones come by themselves. */
export function AsOf({ fresh: { asOf, waiting }, of = 'What falls due on', one = 'printer' }: Props) {
  const { site } = useSession()
  if (asOf === null && waiting === 0) return null
  return (
    <p role="status" className="quiet">
      {waiting > 0
        ? `${of} ${plural(waiting, one)} is still being worked out …`
        : `Some of these figures are from ${moment(given(asOf), site.timeZone)}. They are being brought up to date.`}
    </p>
  )
}
