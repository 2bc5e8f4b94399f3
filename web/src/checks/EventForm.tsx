import { Select } from '@mantine/core'
import { printerEvents, type PrinterEvent } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { NoteField } from '../ui/NoteField.tsx'

/** What happened to a printer, beside a part change: the checks that it calls for become due. */
export function EventForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { choice, words, sheet } = useDraft(
    { event: null as PrinterEvent | null, note: '', at: undefined as string | undefined },
    { kind: 'record-event', done: 'Written down; what it calls for is due', onClose },
  )
  return (
    <ActionDialog
      title={`Something happened: ${printer.name}`}
      verb="Write it down"
      {...sheet(({ event, ...rest }) =>
        event ? { kind: 'record-event', printerId: printer.id, event, ...told(rest) } : 'Choose what happened.',
      )}
    >
      <Select
        label="What happened?"
        description="Part changes need not be told here: they are known from the swap."
        data={[...printerEvents]}
        {...choice('event')}
      />
      <NoteField {...words('note')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
