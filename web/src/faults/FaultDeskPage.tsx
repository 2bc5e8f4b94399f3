import { Button, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import type { FaultPage, FaultStep, OfferedTest, RankedCause } from '@diatribon/contract'
import { Photos } from '../ui/PhotoButton.tsx'
import { Lacking } from '../people/useHandsOn.tsx'
import { Present } from '../people/Present.tsx'
import { SwapPartForm } from '../printers/SwapPartForm.tsx'
import { usePrinter } from '../printers/reads.ts'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { StateMark } from '../ui/marks.tsx'
import { NothingHere } from '../ui/NothingHere.tsx'
import { Problem } from '../ui/Problem.tsx'
import { ReasonDialog } from '../ui/ReasonDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { amount, chance, hours, moment, number, plural } from '../ui/words.ts'
import { ChangeForm } from './ChangeForm.tsx'
import { CloseFaultForm } from './CloseFaultForm.tsx'
import { DrawingOf } from './drawings.tsx'
import classes from './Faults.module.css'
import { ReturnToService } from './ReturnToService.tsx'
import { TestForm } from './TestForm.tsx'
import { useFault } from './reads.ts'

/** The desk of one fault: what it may be, what to do next, what was tried, and how it is closed. */
export function FaultDeskPage() {
  const { id = '' } = useParams()
  // An address that is none must not fetch what else lies under /api/faults.
  const isId = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(id)
  const page = useFault(isId ? id : null)
  if (!isId)
    return (
      <NothingHere title="No such fault" says="There is no fault at this address." to="/faults" way="To all faults" />
    )
  return <AsyncView of={page}>{(data) => <Desk key={id} page={data} />}</AsyncView>
}

type Doing =
  | { what: 'close' | 'swap' | 'lay down' | 'take back' }
  | { what: 'test'; test: OfferedTest; outcome: string }
  | { what: 'change'; cause: RankedCause | null }

const shownCauses = 6

function Desk({ page }: { page: FaultPage }) {
  const { may, site, person } = useSession()
  const { fault, printer, diagnosis, steps, work, closed, takenBack, takeBackKey, symptoms } = page
  const { data: machine } = usePrinter(printer.id)
  const [doing, setDoing] = useState<Doing | null>(null)
  const [all, setAll] = useState(false)
  const close = () => setDoing(null)
  const symptom = symptoms.find(({ id }) => id === fault.known?.id)
  const open = steps.find(({ kind, outcome }) => kind === 'change' && outcome === null)
  const over = closed !== null || takenBack !== null
  const works = may('work on faults') && !over
  const atIt = work.some(({ who, until }) => until === null && who === person.displayName)
  const begin = useAction(null, () => undefined)
  const causes = diagnosis ? (all ? diagnosis.causes : diagnosis.causes.slice(0, shownCauses)) : []
  return (
    <>
      <div className={classes.head}>
        <div>
          <h1>{fault.symptom.length > 90 ? `${fault.symptom.slice(0, 88)} …` : fault.symptom}</h1>
          <span className="quiet">
            <Link to={`/printers/${printer.id}`}>
              {printer.name}, {printer.place}
            </Link>
            , reported by {fault.who}, {moment(fault.at, site.timeZone)}. Printing{' '}
            {fault.mayGoOn ? 'may go on' : 'should stop'}.
          </span>
        </div>
        <div>
          <StateMark state={printer.state as 'in service' | 'on hold'} />
        </div>
      </div>
      <Present printerId={printer.id} doing="at the fault desk" />
      {fault.photos.length > 0 && (
        <div className={classes.photos}>
          <Photos ids={fault.photos} />
        </div>
      )}
      {closed && <Closed page={page} />}
      {takenBack && (
        <section className={classes.sheet} aria-label="Taken back">
          <b>This report counts for nothing.</b> {takenBack.words}
          <p className="quiet" style={{ margin: 0 }}>
            {takenBack.who}, {moment(takenBack.at, site.timeZone)}
          </p>
        </section>
      )}
      {(works || takeBackKey) && (
        <div className={classes.acts}>
          {!works ? null : atIt ? (
            <Button variant="default" onClick={() => setDoing({ what: 'lay down' })}>
              Lay it down
            </Button>
          ) : (
            <Button
              loading={begin.busy}
              onClick={() =>
                void begin.submit([
                  { kind: 'begin-work', printerId: printer.id, faultId: fault.id },
                  ...(printer.state === 'in service' && may('hold a printer')
                    ? [
                        {
                          kind: 'hold-printer' as const,
                          printerId: printer.id,
                          reason: `Being repaired: ${fault.symptom}`.slice(0, 500),
                        },
                      ]
                    : []),
                ])
              }
            >
              Begin work{printer.state === 'in service' && ' and hold the printer'}
            </Button>
          )}
          {works && may('swap parts') && machine && (
            <Button variant="default" disabled={Boolean(open)} onClick={() => setDoing({ what: 'swap' })}>
              Swap a part
            </Button>
          )}
          {works && may('close faults') && (
            <Button variant="default" onClick={() => setDoing({ what: 'close' })}>
              Close the fault
            </Button>
          )}
          {takeBackKey && steps.length === 0 && (
            <Button variant="subtle" onClick={() => setDoing({ what: 'take back' })}>
              Reported by mistake
            </Button>
          )}
        </div>
      )}
      <Problem error={begin.problem} />
      {open && works && <TellOutcome page={page} step={open} />}

      <div className={classes.desk}>
        <div>
          <section aria-labelledby="symptom" className={classes.sheet}>
            <h2 id="symptom">Symptom</h2>
            <div className={classes.symptom}>
              {symptom?.drawing && <DrawingOf of={symptom.drawing} />}
              <div>
                <NameSymptom page={page} mayName={works} />
                {symptom && <p style={{ margin: '6px 0 0' }}>{symptom.looks}</p>}
              </div>
            </div>
            {symptom?.caution && !over && <CautionBox words={[symptom.caution]} />}
            {symptom?.stop && !over && (
              <p>
                <b>Stop using the machine until the cause is found.</b>
              </p>
            )}
          </section>
          {diagnosis && !takenBack && (
            <section aria-labelledby="causes" className={classes.sheet}>
              <h2 id="causes">What it may be</h2>
              <p className="quiet" style={{ margin: '0 0 4px' }}>
                {diagnosis.ownFaults === 0
                  ? 'From the trade’s experience; no such fault was closed here yet.'
                  : `${chance(diagnosis.ownShare)} from our own ${plural(diagnosis.ownFaults, 'closed fault')} of this symptom, the rest from the trade’s experience.`}{' '}
                The upright line is where each stood before anything was tried. Assumed: one cause at a time.
              </p>
              {diagnosis.returning && (
                <p role="note" style={{ borderLeft: '4px solid var(--soon)', paddingLeft: 10 }}>
                  <b>It has come back.</b> On {moment(diagnosis.returning.fixedAt, site.timeZone)},{' '}
                  {hours(diagnosis.returning.hoursAgo)} of running before, it was closed as{' '}
                  <Link to={`/faults/${diagnosis.returning.faultId}`}>{diagnosis.returning.cause}</Link>. That is now
                  unlikely: look at the others first.
                </p>
              )}
              <ol aria-label="Causes, likeliest first" style={{ listStyle: 'none', padding: 0, margin: 0 }}>
                {causes.map((ranked) => (
                  <Cause
                    key={ranked.cause.id}
                    ranked={ranked}
                    works={works && !open}
                    onChange={() => setDoing({ what: 'change', cause: ranked })}
                    order={diagnosis.lookOrder.indexOf(ranked.cause.id) + 1}
                  />
                ))}
              </ol>
              {diagnosis.causes.length > shownCauses && (
                <Button variant="subtle" size="sm" onClick={() => setAll(!all)}>
                  {all ? 'Fewer' : `All ${diagnosis.causes.length} causes`}
                </Button>
              )}
              {works && (
                <Button
                  variant="subtle"
                  size="sm"
                  disabled={Boolean(open)}
                  onClick={() => setDoing({ what: 'change', cause: null })}
                >
                  I tried something else
                </Button>
              )}
            </section>
          )}
        </div>
        <div>
          {diagnosis && !over && (
            <section aria-labelledby="next" className={classes.sheet}>
              <h2 id="next">What to look at next</h2>
              <p className="quiet" style={{ margin: '0 0 4px' }}>
                Quick and telling first: by how much a test tells per minute.
              </p>
              {diagnosis.tests.length === 0 && <p>No test tells more. Change the likeliest cause.</p>}
              {diagnosis.tests.slice(0, all ? undefined : 4).map((offered, i) => (
                <Test
                  key={offered.test.id}
                  offered={offered}
                  first={i === 0}
                  works={works}
                  onOutcome={(outcome) => setDoing({ what: 'test', test: offered, outcome })}
                />
              ))}
            </section>
          )}
          {!takenBack && (
            <section aria-labelledby="tried" className={classes.sheet}>
              <h2 id="tried">What was tried</h2>
              {steps.length === 0 ? (
                <p className="quiet">Nothing yet. One change at a time, and the same test piece before and after.</p>
              ) : (
                <ol className={classes.steps}>
                  {steps.map((step) => (
                    <li key={step.id}>
                      <b>{step.words}</b>:{' '}
                      {step.outcome
                        ? step.kind === 'change'
                          ? `fault ${step.outcome}`
                          : step.outcome
                        : 'not told yet whether it helped'}
                      <div className="quiet">
                        {step.kind === 'test' ? 'test' : 'change'}, {step.who}, {moment(step.at, site.timeZone)}
                        {step.note && `. ${step.note}`}
                      </div>
                    </li>
                  ))}
                </ol>
              )}
              {work.length > 0 && (
                <p className="quiet" style={{ margin: '8px 0 0' }}>
                  {work
                    .map(
                      ({ who, from, until, waitingFor }) =>
                        `${who} from ${moment(from, site.timeZone)}${until ? '' : ', still at it'}${waitingFor ? `, then waiting for ${waitingFor}` : ''}`,
                    )
                    .join('; ')}
                </p>
              )}
            </section>
          )}
        </div>
      </div>
      {machine && <ReturnToService printer={machine.printer} />}

      {doing?.what === 'close' && <CloseFaultForm page={page} onClose={close} />}
      {doing?.what === 'swap' && machine && (
        <SwapPartForm page={machine} slotId={null} faultId={fault.id} onClose={close} />
      )}
      {doing?.what === 'test' && <TestForm page={page} offered={doing.test} outcome={doing.outcome} onClose={close} />}
      {doing?.what === 'change' && <ChangeForm page={page} ranked={doing.cause} onClose={close} />}
      {doing?.what === 'lay down' && <LayDownForm page={page} onClose={close} />}
      {doing?.what === 'take back' && takeBackKey && (
        <TakeBackForm page={page} entryKey={takeBackKey} onClose={close} />
      )}
    </>
  )
}

function NameSymptom({ page, mayName }: { page: FaultPage; mayName: boolean }) {
  const { fault, printer, symptoms } = page
  const { submit, problem } = useAction(null, () => undefined)
  if (!mayName) return <b>{fault.known?.name ?? 'Not named yet'}</b>
  return (
    <>
      <Select
        label="What does it look most like?"
        searchable
        placeholder="Choose the symptom"
        data={symptoms.map(({ id, name }) => ({ value: id, label: name }))}
        value={fault.known?.id ?? null}
        allowDeselect={false}
        onChange={(symptomId) =>
          symptomId && void submit({ kind: 'name-symptom', printerId: printer.id, faultId: fault.id, symptomId })
        }
      />
      <Problem error={problem} />
    </>
  )
}

function Cause(props: { ranked: RankedCause; works: boolean; order: number; onChange: () => void }) {
  const { ranked, works, order, onChange } = props
  const { cause, chance: likely, priorChance, reasons, mayFix, fitted } = ranked
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
      {open && (
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
              <Lacking signOffs={[cause.signOff]} askOneOf={named(mayFix)} />
            ))}
        </div>
      )}
    </li>
  )
}

const named = ({ askOneOf, hereNow }: { askOneOf: string[]; hereNow: string[] }) =>
  askOneOf.map((name) => (hereNow.includes(name) ? `${name} (here now)` : name))

function Test(props: { offered: OfferedTest; first: boolean; works: boolean; onOutcome: (outcome: string) => void }) {
  const { offered, first, works, onOutcome } = props
  const { test, outcomeChances, mayDo } = offered
  return (
    <div className={classes.test}>
      <b>{test.name}</b>{' '}
      <span className="quiet">
        {number(test.minutes)} min{test.state !== 'any' && `, ${test.state}`}
        {test.signOff && `, ${test.signOff}`}
      </span>
      {first && <div>{test.how}</div>}
      {!first && <div className="quiet">{test.how}</div>}
      {test.caution && (first ? <CautionBox words={[test.caution]} /> : <div>⚠ {test.caution}</div>)}
      {works &&
        (mayDo.may ? (
          <div className={classes.outcomes}>
            {test.outcomes.map(({ words }, i) => (
              <Button
                key={words}
                size="sm"
                variant={first ? 'filled' : 'default'}
                aria-label={`${test.name}: ${words}`}
                title={`expected in ${chance(outcomeChances[i]!)} of such cases`}
                onClick={() => onOutcome(words)}
              >
                {words}
              </Button>
            ))}
          </div>
        ) : (
          <Lacking signOffs={[test.signOff]} askOneOf={named(mayDo)} />
        ))}
    </div>
  )
}

function TellOutcome({ page, step }: { page: FaultPage; step: FaultStep }) {
  const { submit, problem, busy } = useAction(null, () => undefined)
  const tell = (outcome: 'gone' | 'still there') =>
    void submit({
      kind: 'tell-outcome',
      printerId: page.printer.id,
      faultId: page.fault.id,
      changeId: step.id,
      outcome,
    })
  return (
    <section className={classes.sheet} aria-label="Has it helped?" style={{ borderLeft: '5px solid var(--soon)' }}>
      <b>Has “{step.words}” helped?</b> Print the same test piece as before; the next change waits for the answer.
      <div className={classes.outcomes}>
        <Button size="sm" loading={busy} onClick={() => tell('gone')}>
          The fault is gone
        </Button>
        <Button size="sm" variant="default" loading={busy} onClick={() => tell('still there')}>
          It is still there
        </Button>
      </div>
      <Problem error={problem} />
    </section>
  )
}

function LayDownForm({ page, onClose }: { page: FaultPage; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Laid down', onClose)
  const [waitingFor, setWaitingFor] = useState('')
  return (
    <ActionDialog
      title={`Lay it down: ${page.printer.name}`}
      verb="Lay it down"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'stop-work',
          printerId: page.printer.id,
          ...(waitingFor.trim() ? { waitingFor: waitingFor.trim() } : {}),
        })
      }
    >
      <TextInput
        label="What does it wait for? (optional)"
        placeholder="a part, somebody qualified, glue"
        maxLength={200}
        data-autofocus
        value={waitingFor}
        onChange={(e) => setWaitingFor(e.currentTarget.value)}
        error={fields.waitingFor}
      />
    </ActionDialog>
  )
}

function TakeBackForm({ page, entryKey, onClose }: { page: FaultPage; entryKey: string; onClose: () => void }) {
  const held = page.printer.state === 'on hold' ? ' The hold stays until somebody releases the printer.' : ''
  return (
    <ReasonDialog
      title={`Reported by mistake: ${page.printer.name}`}
      verb="Take the report back"
      done="Report taken back"
      label="Why? Everybody sees this."
      says={`The report stays in the book, marked as taken back. It counts as no fault and no time down.${held}`}
      actionFor={(reason) => ({ kind: 'amend', entryKey, takeBack: true, reason })}
      onClose={onClose}
    />
  )
}

function Closed({ page }: { page: FaultPage }) {
  const { site } = useSession()
  const { at, who, cause, mechanism, broughtAbout, topic, what, minutes, permanence, photosBefore, photosAfter } =
    page.closed!
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
