import { Button } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import type { CheckSheet, CheckStep, StepResult } from '@diatribon/contract'
import { CautionBox } from '../ui/CautionBox.tsx'
import { Photos } from '../ui/PhotoButton.tsx'
import classes from './Check.module.css'
import { ConfirmState } from './ConfirmState.tsx'
import { Finding } from './Finding.tsx'
import { OutOfLimit } from './OutOfLimit.tsx'
import { resultWords } from './resultWords.ts'
import { resultOf, stateToConfirm } from './sheetResults.ts'

/** One step: what to do, and what was found, with buttons that a glove can hit. */
export function StepForm(props: {
  sheet: CheckSheet
  step: CheckStep
  /** null where all steps stand on one screen. */
  onNext: (() => void) | null
  /** The state that it needs is asked for at another step of the screen. */
  isAskedElsewhere?: boolean
}) {
  const { sheet, step, onNext, isAskedElsewhere = false } = props
  const result = resultOf(sheet, step.id)
  const [again, setAgain] = useState(false)
  const missing = stateToConfirm(sheet, step)
  const head = (
    <>
      <h2>{step.title}</h2>
      {step.how && <p>{step.how}</p>}
      {step.caution && <CautionBox words={[step.caution]} />}
    </>
  )
  if (missing && !sheet.outcome)
    return (
      <>
        {head}
        {isAskedElsewhere ? (
          <p className="quiet">Waits until it is confirmed above that the printer is {missing}.</p>
        ) : (
          <ConfirmState sheet={sheet} state={missing} />
        )}
      </>
    )
  if (result && !again)
    return <Kept head={head} result={result} sheet={sheet} step={step} setAgain={setAgain} onNext={onNext} />
  return (
    <>
      {head}
      <Finding sheet={sheet} step={step} onKept={(isOut) => (setAgain(false), isOut || onNext?.())} onSkip={onNext} />
    </>
  )
}

function Kept(props: {
  head: ReactNode
  result: StepResult
  sheet: CheckSheet
  step: CheckStep
  setAgain: (value: boolean) => void
  onNext: (() => void) | null
}) {
  const { head, result, sheet, step, setAgain, onNext } = props
  return (
    <>
      {head}
      <p className={result.isOut ? classes.out : classes.found}>
        <b>{resultWords(result)}</b> <span className="quiet">{result.who}</span>
        {result.note && <span> {result.note}</span>}
      </p>
      {result.photos.length > 0 && (
        <div className={classes.photos}>
          <Photos ids={result.photos} />
        </div>
      )}
      {result.isOut && !sheet.outcome && (
        <OutOfLimit key={result.seq} sheet={sheet} step={step} result={result} onAgain={() => setAgain(true)} />
      )}
      <div className={classes.bottom}>
        {onNext && <Button onClick={onNext}>Go on</Button>}
        {!sheet.outcome && (
          <Button variant="default" onClick={() => setAgain(true)}>
            {step.kind === 'measure' ? 'Measure again' : 'Do it again'}
          </Button>
        )}
      </div>
    </>
  )
}
