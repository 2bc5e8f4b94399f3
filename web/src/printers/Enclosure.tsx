import { useSession } from '../session/session.tsx'
import { ago, hours, number } from '../ui/words.ts'
import classes from './PrinterPage.module.css'
import { useEnclosures } from '../reads/printers.ts'

/** What the thermometer in the enclosure tells, and the hours above the limit; a warning while it is too warm. */
export function Enclosure({ printerId }: { printerId: string }) {
  const { nowMs } = useSession()
  const enclosure = useEnclosures()[printerId]
  if (!enclosure) return null
  const { celsius, at, limitC, hotHours, isTooHot } = enclosure
  return (
    <p role={isTooHot ? 'alert' : 'note'} className={`${classes.notice} ${isTooHot ? classes.hot : ''}`}>
      {isTooHot && (
        <>
          <b>Enclosure too warm.</b> Above the rated air temperature of the machine drivers and plugs suffer: open it or
          pause, as its maker says.{' '}
        </>
      )}
      Enclosure <b>{number(celsius, 3)} °C</b> {ago(at, nowMs())}
      {limitC !== null && `, limit ${number(limitC, 3)} °C`}; {hours(hotHours)} above the limit so far.
    </p>
  )
}
