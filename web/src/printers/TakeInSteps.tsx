import { Button, Select, Textarea } from '@mantine/core'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import {
  reads,
  type BaselineReading,
  type BaselineValue,
  type PrinterHead,
  type PrinterPage,
} from '@diatribon/contract'
import { skewFromDiagonals, given } from '@diatribon/core'
import { useSession } from '../session/session.tsx'
import { readNow } from '../ui/useRead.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FigureField } from '../ui/figures.tsx'
import { GuardedForm } from '../ui/GuardedForm.tsx'
import { Problem } from '../ui/Problem.tsx'
import { useAction } from '../session/useAction.ts'
import { number } from '../ui/words.ts'
import { takeInGuide, type GuideStep } from './takeInGuide.ts'
import { NotInOrder } from './NotInOrder.tsx'
import classes from './TakeIn.module.css'
import { useAsBuilt, usePrinter } from '../reads/printers.ts'
import { NoteField } from '../ui/NoteField.tsx'

/** The measuring, one step per screen; what is done stays done, on whatever device somebody goes on. */
export function TakeInSteps({ id }: { id: string }) {
  const page = usePrinter(id)
  const built = useAsBuilt(id)
  // Asked for itself: what another part of the page fetches at the same time may be from before.
  const lookAgain = async () => {
    const now = await readNow(reads.asBuilt, { id })
    void built.mutate(now, { revalidate: false })
    return now.baseline
  }
  return (
    <AsyncView of={page}>
      {(data) => (
        <AsyncView of={built}>
          {({ baseline }) => <Steps page={data} baseline={baseline} lookAgain={lookAgain} />}
        </AsyncView>
      )}
    </AsyncView>
  )
}

function Steps(props: { page: PrinterPage; baseline: BaselineReading[]; lookAgain: () => Promise<BaselineReading[]> }) {
  const { page, baseline, lookAgain } = props
  const { may } = useSession()
  const { printer, stepsDone } = page
  const firstOpen = takeInGuide.findIndex(({ step }) => !stepsDone.includes(step))
  const [at, setAt] = useState<number | null>(null)
  const current = at ?? (firstOpen < 0 ? takeInGuide.length : firstOpen)
  const step = takeInGuide[current]
  // Whoever has gone elsewhere meanwhile is not called away from there.
  const goOn = (from: number) => setAt((now) => (now === from ? from + 1 : now))
  const outAt = (name: GuideStep['step'], among = baseline) =>
    among.filter((reading) => reading.step === name && reading.outOfOrder !== null)
  if (printer.state !== 'being taken in')
    return (
      <>
        <h1>{printer.name} is taken in</h1>
        <p>
          <Link to={`/printers/${printer.id}`}>To the printer</Link>
        </p>
      </>
    )
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to={`/printers/${printer.id}`}>{printer.name}</Link>
      </p>
      <h1>Take in {printer.name}</h1>
      <ol className={classes.steps} aria-label="Steps">
        {takeInGuide.map(({ step: name, title }, i) => (
          <li key={name} aria-current={i === current ? 'step' : undefined}>
            <button type="button" className={i === current ? classes.now : undefined} onClick={() => setAt(i)}>
              {outAt(name).length > 0 ? '! ' : stepsDone.includes(name) ? '✓ ' : ''}
              {title}
            </button>
          </li>
        ))}
        <li aria-current={current === takeInGuide.length ? 'step' : undefined}>
          <button
            type="button"
            className={current === takeInGuide.length ? classes.now : undefined}
            onClick={() => setAt(takeInGuide.length)}
          >
            Into service
          </button>
        </li>
      </ol>
      {!may('measure printers') && (
        <p className="quiet">Measuring is for technicians and leads; you can follow it here.</p>
      )}
      {step ? (
        <StepForm
          key={step.step}
          printer={printer}
          step={step}
          before={baseline.filter((reading) => reading.step === step.step)}
          onBegin={() => setAt(current)}
          // What is not as it should be is told before anybody goes on.
          onDone={() =>
            void lookAgain().then(
              (now) => outAt(step.step, now).length === 0 && goOn(current),
              // Without a line nobody can judge it yet; it is told when it was sent.
              () => goOn(current),
            )
          }
          onSkip={() => setAt(current + 1)}
        />
      ) : (
        <FinishForm page={page} out={baseline.filter(({ outOfOrder }) => outOfOrder !== null)} />
      )}
    </>
  )
}

function StepForm(props: {
  printer: PrinterHead
  step: GuideStep
  before: BaselineReading[]
  onBegin: () => void
  onDone: () => void
  onSkip: () => void
}) {
  const { printer, step, before, onBegin, onDone, onSkip } = props
  const { may, site } = useSession()
  const { submit, problem, busy } = useAction(`${step.title}: kept as baseline`, onDone)
  const [figures, setFigures] = useState<Record<string, number | undefined>>(
    Object.fromEntries(before.map(({ name, value }) => [name, value ?? undefined])),
  )
  const [choices, setChoices] = useState<Record<string, string | null>>(
    Object.fromEntries(before.map(({ name, choice }) => [name, choice])),
  )
  const [note, setNote] = useState('')
  const [missing, setMissing] = useState<string | null>(null)
  const set = (name: string, value: number | undefined) => {
    const next = { ...figures, [name]: value }
    const [a, b] = [next['diagonal 1'], next['diagonal 2']]
    // The skew follows from the diagonals; it can also be typed.
    if (name.startsWith('diagonal') && a && b) next.skew = Math.round(skewFromDiagonals(a, b) * 1000) / 1000
    setFigures(next)
  }
  const onSubmit = () => {
    const values = step.values.flatMap(({ name, unit, choices: possible }): BaselineValue[] => {
      if (possible) return choices[name] ? [{ name, choice: given(choices[name]) }] : []
      return figures[name] === undefined ? [] : [{ name, value: given(figures[name]), ...(unit ? { unit } : {}) }]
    })
    if (values.length === 0) return setMissing('Nothing has been measured yet. Measure, or leave the step out.')
    setMissing(null)
    onBegin()
    void submit({
      kind: 'record-baseline',
      printerId: printer.id,
      step: step.step,
      values,
      ...(note.trim() ? { note: note.trim() } : {}),
    })
  }
  return (
    <GuardedForm className={classes.sheet} problem={missing ?? problem} onSubmit={onSubmit}>
      <Looks step={step} />
      <NotInOrder printer={printer} found={before} />
      {step.step === 'mains' && site.mainsVolts === null && (
        <p role="note" className={classes.caution}>
          Nobody has told which mains this workshop has, so the selector cannot be judged.{' '}
          {may('set up the site') ? <Link to="/workshop#mains">Tell it first.</Link> : 'Ask a lead to tell it.'}
        </p>
      )}
      <ValueFields step={step} choices={choices} setChoices={setChoices} figures={figures} set={set} />
      <NoteField value={note} onChange={(e) => setNote(e.currentTarget.value)} maxLength={2000} />
      <Problem error={missing ? new Error(missing) : problem} />
      <div className={classes.buttons}>
        <Button type="submit" loading={busy} disabled={!may('measure printers')}>
          Keep and go on
        </Button>
        <Button variant="default" onClick={onSkip}>
          Leave it out for now
        </Button>
      </div>
    </GuardedForm>
  )
}

function FinishForm({ page, out }: { page: PrinterPage; out: BaselineReading[] }) {
  const { printer, stepsDone } = page
  const { may } = useSession()
  const navigate = useNavigate()
  const isStopped = out.some(({ outOfOrder }) => outOfOrder?.weight === 'stop')
  const left = takeInGuide.filter(({ step }) => !stepsDone.includes(step))
  const { submit, problem, busy } = useAction(
    `${printer.name} is in service`,
    () => void navigate(`/printers/${printer.id}`),
  )
  const [note, setNote] = useState('')
  return (
    <form
      className={classes.sheet}
      onSubmit={(event) => {
        event.preventDefault()
        void submit({ kind: 'finish-take-in', printerId: printer.id, ...(note.trim() ? { note: note.trim() } : {}) })
      }}
    >
      <h2>Into service</h2>
      {left.length === 0 ? (
        <p>All {number(takeInGuide.length)} steps are done. Everything measured is its baseline from now on.</p>
      ) : (
        <p role="note">
          Not measured: <b>{left.map(({ title }) => title).join(', ')}</b>. What has no baseline cannot be compared
          later; say why it is left out.
        </p>
      )}
      <NotInOrder printer={printer} found={out} />
      <Textarea
        label={noteLabel(left.length > 0, out.length > 0)}
        required={left.length > 0 || out.length > 0}
        autosize
        minRows={2}
        maxLength={2000}
        value={note}
        onChange={(e) => setNote(e.currentTarget.value)}
      />
      <Problem error={problem} />
      <Button type="submit" loading={busy} mt="md" disabled={!may('measure printers') || isStopped}>
        Into service
      </Button>
    </form>
  )
}

function noteLabel(leftOut: boolean, notInOrder: boolean): string {
  if (leftOut && notInOrder) return 'Why are steps left out, and what was decided about what is not in order?'
  if (notInOrder) return 'What was decided about what is not in order?'
  return leftOut ? 'Why are steps left out?' : 'Note (optional)'
}

function ValueFields(props: {
  step: GuideStep
  choices: Record<string, string | null>
  setChoices: (value: Record<string, string | null>) => void
  figures: Record<string, number | undefined>
  set: (name: string, value: number | undefined) => void
}) {
  const { step, choices, setChoices, figures, set } = props
  return (
    <>
      {step.values.map(({ name, unit, choices: possible, hint }) =>
        possible ? (
          <Select
            key={name}
            label={name}
            mt="sm"
            data={possible}
            value={choices[name] ?? null}
            onChange={(value) => setChoices({ ...choices, [name]: value })}
          />
        ) : (
          <FigureField
            key={name}
            label={unit ? `${name}, in ${unit}` : name}
            description={hint}
            size="lg"
            value={figures[name]}
            onChange={(value) => set(name, value)}
          />
        ),
      )}
    </>
  )
}

function Looks({ step }: { step: GuideStep }) {
  return (
    <>
      <h2>{step.title}</h2>
      {step.look.map((words) => (
        <p key={words}>{words}</p>
      ))}
      {step.caution && (
        <p role="note" className={classes.caution}>
          <b aria-hidden>⚠ </b>
          {step.caution} This does not replace the maker’s manual, local codes or licensed practice.
        </p>
      )}
    </>
  )
}
