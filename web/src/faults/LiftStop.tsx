import { Button } from '@mantine/core'
import { useState } from 'react'
import type { OpenFault } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ReasonDialog } from '../session/ReasonDialog.tsx'

/** For whoever may say that a report need not stop the printer: one press, and why. What staff stopped is lifted by whoever may release. */
export function LiftStop({ fault, printer }: { fault: OpenFault; printer: { id: string; name: string } }) {
  const { may } = useSession()
  const [asking, setAsking] = useState(false)
  if (!fault.stops || !may('lift a stop') || !(fault.byVisitor || may('release a printer'))) return null
  return (
    <>
      <Button
        size="sm"
        variant="default"
        onClick={() => setAsking(true)}
        aria-label={`Lift the stop: ${fault.symptom}`}
      >
        Lift the stop
      </Button>
      {asking && (
        <ReasonDialog
          title={`Lift the stop: ${printer.name}`}
          verb="Lift the stop"
          done="Lifted. The fault stays open until somebody closes it."
          label="What did you look at?"
          says={`“${fault.symptom}” would stop nobody any more. Look at it yourself first: at heat, smoke, a smell or a brown plug only with the plug out, and mains parts are for a qualified electrical person.`}
          actionFor={(reason) => ({ kind: 'lift-stop', printerId: printer.id, faultId: fault.id, reason })}
          onClose={() => setAsking(false)}
        />
      )}
    </>
  )
}
