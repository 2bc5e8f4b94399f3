import { Button } from '@mantine/core'
import { useState } from 'react'
import type { BaselineReading, PrinterHead } from '@diatribon/contract'
import { DutyForm } from '../forms/DutyForm.tsx'
import { FaultForm } from '../forms/FaultForm.tsx'
import { useSession } from '../session/session.tsx'
import classes from './TakeIn.module.css'

/** What of a take-in is not as it should be, and what follows from it. */
export function NotInOrder({ printer, found }: { printer: PrinterHead; found: readonly BaselineReading[] }) {
  const { may } = useSession()
  const [doing, setDoing] = useState<'duty' | 'fault' | null>(null)
  const out = found.flatMap(({ outOfOrder }) => outOfOrder ?? [])
  if (out.length === 0) return null
  const stops = out.some(({ weight }) => weight === 'stop')
  const words = out.map((one) => one.words).join('; ')
  const close = () => setDoing(null)
  return (
    <div className={classes.out} role="alert">
      <p>
        <b>{stops ? 'Do not switch it on:' : 'Not as it should be:'}</b> {words}.{' '}
        {stops
          ? 'Leave it unplugged; a qualified person puts it right. It does not go into service like this.'
          : 'Put it right and tell this step again, or say what follows.'}
      </p>
      <div className={classes.buttons}>
        {may('make duties') && (
          <Button variant="default" onClick={() => setDoing('duty')}>
            Make a duty
          </Button>
        )}
        <Button variant="default" onClick={() => setDoing('fault')}>
          Report a fault
        </Button>
      </div>
      {doing === 'duty' && <DutyForm printer={printer} what={words} onClose={close} />}
      {doing === 'fault' && <FaultForm printer={printer} symptom={words} onClose={close} />}
    </div>
  )
}
