import { Textarea } from '@mantine/core'
import { useState } from 'react'
import { useSession } from '../shell/session.ts'
import { DayField } from '../ui/dates.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'

/** Something to be done on a printer by a day. */
export function DutyForm(props: { printer: { id: string; name: string }; what?: string; onClose: () => void }) {
  const { printer, what: first = '', onClose } = props
  const { nowMs } = useSession()
  const { submit, problem, fields, busy } = useAction('Duty made: it is on the Round', onClose)
  const [what, setWhat] = useState(first)
  const [dutyId] = useState(newKey)
  const [dueDate, setDueDate] = useState(() => new Date(nowMs() + 7 * 24 * 3600_000).toISOString().slice(0, 10))
  return (
    <ActionDialog
      title={`Make a duty: ${printer.name}`}
      verb="Make it a duty"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void submit({ kind: 'make-duty', printerId: printer.id, dutyId, what, dueDate })}
    >
      <Textarea
        label="What is to be done?"
        required
        autosize
        minRows={2}
        maxLength={500}
        data-autofocus
        value={what}
        onChange={(e) => setWhat(e.currentTarget.value)}
        error={fields.what}
      />
      <DayField label="By which day?" required mt="sm" value={dueDate} onChange={setDueDate} error={fields.dueDate} />
    </ActionDialog>
  )
}
