import { Select, TextInput } from '@mantine/core'
import { useDraft } from '../forms/useDraft.ts'
import { usePrinterNames } from '../reads/printers.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField } from '../ui/dates.tsx'
import { newKey } from '../ui/newKey.ts'

/** A printer is spoken for, for a day or some. */
export function BookForm({ onClose }: { onClose: () => void }) {
  const { data: printers = [] } = usePrinterNames()
  const { words, choice, sheet } = useDraft(
    () => ({ bookingId: newKey(), printerId: null as string | null, fromDay: '', untilDay: '', words: '' }),
    { kind: 'book-printer', done: 'Printer booked', onClose },
  )
  return (
    <ActionDialog
      title="Book a printer"
      verb="Book"
      {...sheet(({ printerId, untilDay, ...rest }) =>
        printerId
          ? { kind: 'book-printer', ...rest, printerId, untilDay: untilDay || rest.fromDay }
          : 'Choose the printer.',
      )}
    >
      <Select
        label="Printer"
        searchable
        data={printers.map(({ id, name }) => ({ value: id, label: name }))}
        data-autofocus
        {...choice('printerId')}
      />
      <DayField label="From" mt="sm" {...choice('fromDay')} />
      <DayField
        label="Until, that day included"
        description="Empty: that one day"
        mt="sm"
        {...choice('untilDay')}
        required={false}
      />
      <TextInput label="For what?" mt="sm" {...words('words')} />
    </ActionDialog>
  )
}
