import { goOnWords, type FaultPage } from '@diatribon/contract'
import { Link } from 'react-router'
import { useSession } from '../../session/session.tsx'
import { StateMark } from '../../ui/marks.tsx'
import { Photos } from '../../ui/PhotoButton.tsx'
import { moment, number } from '../../ui/words.ts'
import classes from '../Faults.module.css'
import { LiftStop } from '../LiftStop.tsx'

/** Which fault of which printer, and what became of it. */
export function DeskHead({ page }: { page: FaultPage }) {
  const { site } = useSession()
  const { fault, printer } = page
  return (
    <div className={classes.head}>
      <div>
        <h1>{fault.symptom.length > 90 ? `${fault.symptom.slice(0, 88)} …` : fault.symptom}</h1>
        <span className="quiet">
          <Link to={`/printers/${printer.id}`}>
            {printer.name}, {printer.place}
          </Link>
          , reported by {fault.who}, {moment(fault.at, site.timeZone)}. {goOnWords(fault)}.
        </span>
      </div>
      <div>
        <StateMark state={printer.state} />
        {printer.holdReason && <div className="quiet">{printer.holdReason}</div>}
        <LiftStop fault={fault} printer={printer} />
      </div>
    </div>
  )
}

/** A report that counts for nothing. */
export function TakenBack({ takenBack }: { takenBack: NonNullable<FaultPage['takenBack']> }) {
  const { site } = useSession()
  return (
    <section className={classes.sheet} aria-label="Taken back">
      <b>This report counts for nothing.</b> {takenBack.words}
      <p className="quiet" style={{ margin: 0 }}>
        {takenBack.who}, {moment(takenBack.at, site.timeZone)}
      </p>
    </section>
  )
}

/** What it was in the end, and what was done. */
export function Closed({ closed }: { closed: NonNullable<FaultPage['closed']> }) {
  const { site } = useSession()
  const { at, who, cause, mechanism, broughtAbout, topic, what, minutes, permanence, photosBefore, photosAfter } =
    closed
  return (
    <section className={classes.sheet} aria-label="Closed">
      <b>{cause ?? 'Another cause'}</b> <span className="quiet">{permanence}</span>
      <p style={{ margin: '4px 0' }}>
        {mechanism} {what}.
      </p>
      <p className="quiet" style={{ margin: 0 }}>
        Brought about by {broughtAbout}
        {topic && `; an induction in ${topic} would have prevented it`}. {number(minutes)} min of work. Closed by {who},{' '}
        {moment(at, site.timeZone)}.
      </p>
      <div className={classes.photos}>
        <Photos ids={[...photosBefore, ...photosAfter]} />
      </div>
    </section>
  )
}
