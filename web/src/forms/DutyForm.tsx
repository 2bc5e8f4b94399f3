import { Textarea } from '@mantine/core'
import { useDraft } from './useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField } from '../ui/dates.tsx'
import { newKey } from '../ui/newKey.ts'

/** Something to be done on a printer by a day. */
export function DutyForm(props: { printer: { id: string; name: string }; what?: string; onClose: () => void }) {
  const { printer, what = '', onClose } = props
  const { dayHere } = useSession()
  const { words, choice, sheet } = useDraft(() => ({ what, dutyId: newKey(), dueDate: dayHere(7) }), {
    kind: 'make-duty',
    done: 'Duty made: it is on the Round',
    onClose,
  })
  return (
    <ActionDialog
      title={`Make a duty: ${printer.name}`}
      verb="Make it a duty"
      {...sheet((draft) => ({ kind: 'make-duty', printerId: printer.id, ...draft }))}
    >
      <Textarea label="What is to be done?" autosize minRows={2} data-autofocus {...words('what')} />
      <DayField label="By which day?" mt="sm" {...choice('dueDate')} />
    </ActionDialog>
  )
}
