import { Button } from '@mantine/core'
import { useState } from 'react'
import { printerStates, type CheckSheet, type CheckStep, type StepResult } from '@diatribon/contract'
import { DutyForm } from '../forms/DutyForm.tsx'
import { FaultForm } from '../forms/FaultForm.tsx'
import { HoldForm } from '../forms/HoldForm.tsx'
import { NoteForm } from '../forms/NoteForm.tsx'
import { useSession } from '../session/session.tsx'
import classes from './Check.module.css'
import { resultWords } from './resultWords.ts'
import { limitWords } from './sheetResults.ts'

/** What is not as it should be asks at once what follows from it. */
export function OutOfLimit(props: { sheet: CheckSheet; step: CheckStep; result: StepResult; onAgain: () => void }) {
  const { sheet, step, result, onAgain } = props
  const { may } = useSession()
  const [doing, setDoing] = useState<'note' | 'duty' | 'fault' | 'hold' | null>(null)
  const { printer } = sheet
  const limits = limitWords(step)
  const words = `${step.title}: ${resultWords(result)}${limits ? `, should be ${limits}` : ''}`
  const close = () => setDoing(null)
  return (
    <div className={classes.out} role="alert">
      <p>
        <b>{step.kind === 'measure' ? 'Outside its limits.' : 'Not in order.'}</b>{' '}
        {limits ? `It should be ${limits}. ` : ''}What follows?
      </p>
      <div className={classes.bottom}>
        <Button variant="default" onClick={() => setDoing('note')}>
          Note
        </Button>
        <Button variant="default" onClick={onAgain}>
          {step.kind === 'measure' ? 'Measure again' : 'Look again'}
        </Button>
        {may('make duties') && (
          <Button variant="default" onClick={() => setDoing('duty')}>
            Make a duty
          </Button>
        )}
        <Button variant="default" onClick={() => setDoing('fault')}>
          Report a fault
        </Button>
        {may('hold a printer') && printerStates[printer.state].mayBeHeld && (
          <Button color="var(--overdue)" variant="outline" onClick={() => setDoing('hold')}>
            Hold the printer
          </Button>
        )}
      </div>
      {printer.state === 'on hold' && <p>The printer is on hold: {printer.holdReason}</p>}
      {doing === 'note' && <NoteForm printer={printer} text={words} onClose={close} />}
      {doing === 'duty' && <DutyForm printer={printer} what={words} onClose={close} />}
      {doing === 'fault' && <FaultForm printer={printer} symptom={words} onClose={close} />}
      {doing === 'hold' && <HoldForm printer={{ ...printer, state: 'in service' }} reason={words} onClose={close} />}
    </div>
  )
}
