import type { Diagnosis, RankedCause } from '@diatribon/contract'
import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { Lacking, hereFirst } from '../../forms/useHandsOn.tsx'
import { useSession } from '../../session/session.tsx'
import { CautionBox } from '../../ui/CautionBox.tsx'
import { chance, plural, moment, hours, amount, number } from '../../ui/words.ts'
import { DrawingOf } from '../drawings.tsx'
import classes from '../Faults.module.css'
import type { Doing } from './doing.ts'

/** As many stand there at first. */
const fewCauses = 6

/** What it may be, likeliest first, and why. */
export function Causes(props: {
  diagnosis: Diagnosis
  works: boolean
  awaits: boolean
  all: boolean
  onAll: (all: boolean) => void
  onDo: (doing: Doing) => void
}) {
  const { diagnosis, works, awaits, all, onAll, onDo } = props
  const { causes } = diagnosis
  const shown = all ? causes : causes.slice(0, fewCauses)
  return (
    <section aria-labelledby="causes" className={classes.sheet}>
      <h2 id="causes">What it may be</h2>
      <p className="quiet" style={{ margin: '0 0 4px' }}>
        {diagnosis.ownFaults === 0
          ? 'From the trade’s experience; no such fault was closed here yet.'
          : `${chance(diagnosis.ownShare)} from our own ${plural(diagnosis.ownFaults, 'closed fault')} of this symptom, the rest from the trade’s experience.`}{' '}
        The upright line is where each stood before anything was tried. Assumed: one cause at a time.
      </p>
      {diagnosis.returning && <HasComeBack {...diagnosis.returning} />}
      <ol aria-label="Causes, likeliest first" style={{ listStyle: 'none', padding: 0, margin: 0 }}>
        {shown.map((ranked) => (
          <Cause
            key={ranked.cause.id}
            ranked={ranked}
            works={works && !awaits}
            onChange={() => onDo({ what: 'change', cause: ranked })}
            order={diagnosis.lookOrder.indexOf(ranked.cause.id) + 1}
          />
        ))}
      </ol>
      {causes.length > fewCauses && (
        <Button variant="subtle" size="sm" onClick={() => onAll(!all)}>
          {all ? 'Fewer' : `All ${causes.length} causes`}
        </Button>
      )}
      {works && (
        <Button variant="subtle" size="sm" disabled={awaits} onClick={() => onDo({ what: 'change', cause: null })}>
          I tried something else
        </Button>
      )}
    </section>
  )
}

function HasComeBack({ fixedAt, hoursAgo, faultId, cause }: NonNullable<Diagnosis['returning']>) {
  const { site } = useSession()
  return (
    <p role="note" style={{ borderLeft: '4px solid var(--soon)', paddingLeft: 10 }}>
      <b>It has come back.</b> On {moment(fixedAt, site.timeZone)}, {hours(hoursAgo)} of running before, it was closed
      as <Link to={`/faults/${faultId}`}>{cause}</Link>. That is now unlikely: look at the others first.
    </p>
  )
}

interface CauseProps {
  ranked: RankedCause
  works: boolean
  order: number
  onChange: () => void
}

function Cause(props: CauseProps) {
  const { cause, chance: likely, priorChance, reasons } = props.ranked
  const [open, setOpen] = useState(false)
  return (
    <li className={classes.cause}>
      <div className={classes.causeHead}>
        <Button
          variant="subtle"
          size="compact-md"
          h="auto"
          mih={32}
          justify="start"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          styles={{ label: { whiteSpace: 'normal', textAlign: 'left' } }}
        >
          {cause.name}
        </Button>
        <span className={classes.bar} aria-hidden>
          <span style={{ width: `${likely * 100}%` }} />
          <i style={{ left: `${priorChance * 100}%` }} />
        </span>
        <span className={classes.figure}>{chance(likely)}</span>
      </div>
      {reasons.length > 0 && (
        <ul className={`quiet ${classes.reasons}`}>
          {reasons.slice(open ? 0 : -2).map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      )}
      {open && <Details {...props} />}
    </li>
  )
}

function Details({ ranked, works, order, onChange }: CauseProps) {
  const { cause, mayFix, fitted } = ranked
  return (
    <div style={{ padding: '4px 8px' }}>
      <div className={classes.symptom}>
        {cause.drawing && <DrawingOf of={cause.drawing} width={100} />}
        <div>
          <p style={{ margin: '2px 0' }}>{cause.mechanism}</p>
          {fitted.length > 0 && (
            <p style={{ margin: '2px 0' }}>
              <b>Fitted here:</b>{' '}
              {fitted
                .map(
                  ({ slot, part, age, clock, ageIsKnown }) =>
                    `${slot}: ${part}, ${ageIsKnown ? '' : 'at least '}${amount(age, clock)} old`,
                )
                .join('; ')}
            </p>
          )}
          <p style={{ margin: '2px 0' }}>
            <b>Put right:</b> {cause.fix} <span className="quiet">({number(cause.minutes)} min)</span>
          </p>
          <p className="quiet" style={{ margin: '2px 0' }}>
            Looked at by chance over time it comes {order === 1 ? 'first' : `as number ${order}`}.
          </p>
        </div>
      </div>
      <CautionBox words={cause.caution ? [cause.caution] : []} />
      {works &&
        (mayFix.may ? (
          <Button size="sm" onClick={onChange} aria-label={`I tried this: ${cause.name}`}>
            I tried this
          </Button>
        ) : (
          <Lacking signOffs={[cause.signOff]} askOneOf={hereFirst(mayFix)} />
        ))}
    </div>
  )
}
