import type { PrinterPage } from '@diatribon/contract'
import { useSession } from '../../session/session.tsx'
import { StateMark } from '../../ui/marks.tsx'
import { modelName, leftWords, hours, ago } from '../../ui/words.ts'
import classes from '../PrinterPage.module.css'

/** Which printer it is, whether it may be used, what is due next, what it has run. */
export function Head({ page }: { page: PrinterPage }) {
  const { nowMs } = useSession()
  const { build, next } = page
  const {
    name,
    make,
    model,
    room,
    rack,
    place,
    state,
    holdReason,
    stop,
    runHours,
    meterHours,
    countedAt,
    hoursPerDay,
  } = page.printer
  return (
    <div className={classes.head}>
      <div className={classes.title}>
        <span className={classes.place}>
          {rack}
          {place}
        </span>
        <div>
          <h1>{name}</h1>
          <span className="quiet">
            {modelName({ make, name: model })}, {room}. {build}.
          </span>
        </div>
      </div>
      <div className={classes.figures}>
        <div>
          <StateMark state={state} />
          {holdReason && <p className={classes.reason}>{holdReason}</p>}
          {stop && <p className={classes.reason}>Reported: {stop.symptom}</p>}
        </div>
        {next && (
          <div>
            <StateMark state={next.urgency} />
            <div className="quiet">
              {next.slot.name} {leftWords(next)}
            </div>
          </div>
        )}
        <div>
          <b className={classes.hours}>{hours(runHours)}</b> <span className="quiet">running</span>
          <div className="quiet">
            meter {hours(meterHours)}, counted {ago(countedAt, nowMs())}
            {hoursPerDay !== null && `, ${hours(hoursPerDay)} a day`}
          </div>
        </div>
      </div>
    </div>
  )
}
