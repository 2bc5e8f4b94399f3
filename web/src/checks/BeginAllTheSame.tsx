import { Button, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { CheckTurn, OutOfUse } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { OutMark } from '../ui/marks.tsx'
import { useBeginCheck } from './useBeginCheck.ts'

/** A check that waits for a release: why, and for a lead the way to have it done all the same. */
export function BeginAllTheSame(props: { printer: { id: string; name: string }; turn: CheckTurn; waits: OutOfUse }) {
  const { printer, turn, waits } = props
  const { person } = useSession()
  const [asking, setAsking] = useState(false)
  return (
    <div>
      <span className="quiet">Waits for its release.</span>
      {person.role === 'lead' && (
        <Button
          size="compact-sm"
          variant="subtle"
          aria-label={`Begin all the same: ${turn.checkType.name}`}
          onClick={() => setAsking(true)}
        >
          Begin all the same
        </Button>
      )}
      {asking && <ExceptionForm printer={printer} turn={turn} waits={waits} onClose={() => setAsking(false)} />}
    </div>
  )
}

function ExceptionForm(props: {
  printer: { id: string; name: string }
  turn: CheckTurn
  waits: OutOfUse
  onClose: () => void
}) {
  const { printer, turn, waits, onClose } = props
  const { begin, problem, fields, busy } = useBeginCheck(printer.id)
  const [exception, setException] = useState('')
  return (
    <ActionDialog
      title={`${turn.checkType.name}: ${printer.name}`}
      verb="Begin all the same"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void begin(turn.checkType.id, exception)}
    >
      <OutMark out={waits} />
      <CautionBox words={[cautionOfException]} />
      <Textarea
        label="Why may it be heated or moved?"
        required
        autosize
        minRows={2}
        maxLength={500}
        data-autofocus
        value={exception}
        onChange={(e) => setException(e.currentTarget.value)}
        error={fields.exception}
      />
    </ActionDialog>
  )
}

const cautionOfException =
  'This check heats or moves a printer that must not be used. Stay with it, keep the plug in reach, and end it at once when something smells or smokes. Your name and the reason stand in the book.'
