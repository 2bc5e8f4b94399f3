import { given } from '@diatribon/core'
import { Button, SegmentedControl } from '@mantine/core'
import { useMediaQuery } from '@mantine/hooks'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { CheckContent, CheckSheet, CheckStep, Site } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { OutMark } from '../ui/marks.tsx'
import { Problem } from '../ui/Problem.tsx'
import { ReasonDialog } from '../session/ReasonDialog.tsx'
import { useAction } from '../session/useAction.ts'
import { moment, number } from '../ui/words.ts'
import classes from './Check.module.css'
import { askWords } from '../forms/useHandsOn.tsx'
import { QuickCheck } from './QuickCheck.tsx'
import { resultWords } from './resultWords.ts'
import { StepForm } from './StepForm.tsx'
import { useSheet } from '../reads/checks.ts'
import { missingSteps, resultOf, stateToConfirm } from './sheetResults.ts'
import { NoteField } from '../ui/NoteField.tsx'

/** Doing a check: one step per screen in gloves, or all on one at the desk. What is kept stays, on whatever device one goes on. */
export function CheckPage() {
  const { id = '' } = useParams()
  const sheet = useSheet(id)
  return <AsyncView of={sheet}>{(data) => <Check key={id} sheet={data} />}</AsyncView>
}

function Check({ sheet }: { sheet: CheckSheet }) {
  const phone = useMediaQuery('(max-width: 48em)', undefined, { getInitialValueInEffect: false })
  const { site } = useSession()
  const [chosen, setChosen] = useState<string | null>(null)
  const [giving, setGiving] = useState(false)
  const { printer, content, outcome } = sheet
  const done = content.steps.filter(({ id }) => resultOf(sheet, id)).length
  const layout = chosen ?? (phone ? 'one' : 'all')
  const quick = content.beforePrint && content.steps.every(({ kind, state }) => kind === 'tick' && state === 'any')
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to={`/printers/${printer.id}?view=Checks`}>
          {printer.place} {printer.name}
        </Link>
      </p>
      <div className={classes.head}>
        <h1>{content.name}</h1>
        {!quick && !outcome && (
          <SegmentedControl
            aria-label="How to show the steps"
            size="sm"
            data={[
              { value: 'one', label: 'One step' },
              { value: 'all', label: 'All steps' },
            ]}
            value={layout}
            onChange={setChosen}
          />
        )}
      </div>
      <Notes sheet={sheet} />
      {!quick && <Bar content={content} done={done} />}
      {outcome ? (
        <Over sheet={sheet} />
      ) : quick ? (
        <QuickCheck sheet={sheet} />
      ) : layout === 'one' ? (
        <OneByOne sheet={sheet} />
      ) : (
        <AllSteps sheet={sheet} />
      )}
      {!outcome && <About content={content} sheet={sheet} site={site} setGiving={setGiving} />}
      {giving && <GiveUpForm sheet={sheet} onClose={() => setGiving(false)} />}
    </>
  )
}

/** One step per screen, from the first that is open. */
function OneByOne({ sheet }: { sheet: CheckSheet }) {
  const { steps } = sheet.content
  const [at, setAt] = useState(() => {
    const open = steps.findIndex(({ id, optional }) => !optional && !resultOf(sheet, id))
    return open < 0 ? steps.length : open
  })
  const step = steps[at]
  return (
    <div className={classes.sheet}>
      {step ? (
        <>
          <p className="quiet">
            Step {at + 1} of {steps.length}
            {step.optional ? ', may be left out' : ''}
          </p>
          <StepForm key={step.id} sheet={sheet} step={step} onNext={() => setAt(at + 1)} />
        </>
      ) : (
        <FinishForm sheet={sheet} onStep={(id) => setAt(steps.findIndex((s) => s.id === id))} />
      )}
      {at > 0 && (
        <Button variant="subtle" mt="md" onClick={() => setAt(at - 1)}>
          Step back
        </Button>
      )}
    </div>
  )
}

function AllSteps({ sheet }: { sheet: CheckSheet }) {
  const { steps } = sheet.content
  return (
    <>
      <ol className={classes.list}>
        {steps.map((step, i) => {
          const missing = stateToConfirm(sheet, step)
          return (
            <li key={step.id} className={classes.sheet}>
              <StepForm
                sheet={sheet}
                step={step}
                onNext={null}
                isAskedElsewhere={missing !== null && steps.slice(0, i).some(({ state }) => state === missing)}
              />
            </li>
          )
        })}
      </ol>
      <div className={classes.sheet}>
        <FinishForm sheet={sheet} onStep={null} />
      </div>
    </>
  )
}

function FinishForm({ sheet, onStep }: { sheet: CheckSheet; onStep: ((stepId: string) => void) | null }) {
  const navigate = useNavigate()
  const { printer, content } = sheet
  const { submit, problem, busy } = useAction(
    `${content.name}: done`,
    () => void navigate(`/printers/${printer.id}?view=Checks`),
  )
  const [note, setNote] = useState('')
  const missing = missingSteps(sheet)
  const out = sheet.results.filter(({ isOut, replaced }) => isOut && !replaced)
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void submit({
          kind: 'finish-check',
          printerId: printer.id,
          sheetId: sheet.id,
          ...(note.trim() ? { note: note.trim() } : {}),
        })
      }}
    >
      <h2>{missing.length > 0 ? 'Not done yet' : 'All steps are done'}</h2>
      {missing.length > 0 && <MissingSteps missing={missing} onStep={onStep} />}
      {out.length > 0 && (
        <p role="note" className={classes.out}>
          <b>Not in order:</b>{' '}
          {out
            .map(
              (result) => `${given(content.steps.find(({ id }) => id === result.stepId)).title} ${resultWords(result)}`,
            )
            .join(', ')}
        </p>
      )}
      <NoteField value={note} onChange={(e) => setNote(e.currentTarget.value)} maxLength={2000} />
      <Problem error={problem} />
      <div className={classes.bottom}>
        <Button type="submit" size="lg" loading={busy} disabled={missing.length > 0 || !sheet.mayDo.may}>
          Finish the check
        </Button>
      </div>
    </form>
  )
}

/** A check that is over, as it was found, with every result that was ever given. */
function Over({ sheet }: { sheet: CheckSheet }) {
  const { site } = useSession()
  const { content, outcome, finishedAt, finishedBy, reason, results } = sheet
  return (
    <div className={classes.sheet}>
      <h2>
        {outcome === 'done' ? 'Done' : outcome === 'skipped' ? 'Skipped' : 'Given up'}, {finishedBy},{' '}
        {moment(given(finishedAt), site.timeZone)}
      </h2>
      {reason && <p>{reason}</p>}
      <ol className={classes.list}>
        {outcome !== 'skipped' &&
          content.steps.map(({ id, title }) => (
            <li key={id}>
              <b>{title}</b>
              {results
                .filter(({ stepId }) => stepId === id)
                .map((result) => (
                  <p
                    key={result.seq}
                    className={result.isOut ? classes.out : classes.found}
                    style={{ textDecoration: result.replaced ? 'line-through' : undefined }}
                  >
                    {resultWords(result)}{' '}
                    <span className="quiet">
                      {result.who}
                      {result.replaced && ', done again later'}
                    </span>
                    {result.note && <span> {result.note}</span>}
                  </p>
                ))}
            </li>
          ))}
      </ol>
    </div>
  )
}

function GiveUpForm({ sheet, onClose }: { sheet: CheckSheet; onClose: () => void }) {
  const navigate = useNavigate()
  return (
    <ReasonDialog
      title={`Give up: ${sheet.content.name}`}
      verb="Give it up"
      done="Given up; it stays due"
      says="What was found stays in the book; the check stays due."
      actionFor={(reason) => ({ kind: 'give-up-check', printerId: sheet.printer.id, sheetId: sheet.id, reason })}
      onClose={onClose}
      onDone={() => void navigate(`/printers/${sheet.printer.id}?view=Checks`)}
    />
  )
}

function Bar({ content, done }: { content: CheckContent; done: number }) {
  return (
    <div
      className={classes.progress}
      role="progressbar"
      aria-label="Steps done"
      aria-valuemin={0}
      aria-valuemax={content.steps.length}
      aria-valuenow={done}
    >
      <div style={{ width: `${(100 * done) / content.steps.length}%` }} />
    </div>
  )
}

function About(props: { content: CheckContent; sheet: CheckSheet; site: Site; setGiving: (value: boolean) => void }) {
  const { content, sheet, site, setGiving } = props
  return (
    <>
      <details>
        <summary>What it is for, tools and cautions</summary>
        <p>{content.purpose}</p>
        <p>
          About {number(content.minutes)} min.
          {content.tools.length > 0 && ` Tools: ${content.tools.join(', ')}.`}
          {content.parts.length > 0 && ` Parts: ${content.parts.join(', ')}.`}
        </p>
        <CautionBox words={content.cautions} />
      </details>
      <p className="quiet">
        Begun by {sheet.begunBy}, {moment(sheet.begunAt, site.timeZone)}. Others can go on with it from the printer’s
        page.{' '}
        <Button variant="subtle" size="compact-sm" onClick={() => setGiving(true)}>
          Give it up
        </Button>
      </p>
    </>
  )
}

function Notes({ sheet }: { sheet: CheckSheet }) {
  const { checkType, printer, mayDo, outcome, exception, mayHeat } = sheet
  return (
    <>
      {checkType.version !== checkType.currentVersion && (
        <p className="quiet" role="note">
          Version {checkType.version} of this check; it has been changed since and is at version{' '}
          {checkType.currentVersion}. What was begun goes on with the steps of its day.
        </p>
      )}
      {printer.out && (
        <div role="note" className={classes.out}>
          <OutMark out={printer.out} />
          {exception ? (
            <p>Done as an exception: {exception}</p>
          ) : (
            !mayHeat && !outcome && <p>Steps that heat or move it wait for its release.</p>
          )}
        </div>
      )}
      {!mayDo.may && !outcome && (
        <p role="note" className={classes.out}>
          This needs {mayDo.needs.signOff ? `somebody signed off for ${mayDo.needs.signOff}` : mayDo.needs.role}.{' '}
          {askWords(mayDo.askOneOf, mayDo.needs.signOff ?? mayDo.needs.role)} You can read along.
        </p>
      )}
    </>
  )
}

function MissingSteps({ missing, onStep }: { missing: CheckStep[]; onStep: ((stepId: string) => void) | null }) {
  return (
    <ul className={classes.list}>
      {missing.map(({ id, title }) => (
        <li key={id}>
          {onStep ? (
            <Button variant="subtle" onClick={() => onStep(id)}>
              {title}
            </Button>
          ) : (
            title
          )}
        </li>
      ))}
    </ul>
  )
}
