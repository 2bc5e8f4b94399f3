import { Textarea } from '@mantine/core'
import { isHere, type PrinterHead } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'

/** A printer leaves the workshop, or returns; its history stays either way. */
export function RetireForm({ printer, onClose }: { printer: PrinterHead; onClose: () => void }) {
  const here = isHere(printer)
  const kind = here ? 'retire-printer' : 'bring-back-printer'
  const { words, sheet } = useDraft(
    { said: '' },
    { kind, done: `${printer.name}: ${here ? 'retired' : 'back'}`, onClose },
  )
  const verb = here ? 'Retire' : 'Bring back'
  return (
    <ActionDialog
      title={`${verb}: ${printer.name}`}
      verb={verb}
      {...sheet(({ said }) =>
        kind === 'retire-printer'
          ? { kind, printerId: printer.id, reason: said }
          : { kind, printerId: printer.id, ...told({ note: said }) },
      )}
    >
      <Textarea
        label={here ? 'Why does it leave?' : 'Note (optional)'}
        description={
          here ? 'It goes from the Floor and the Round; its history stays and still teaches.' : 'Count its hours next.'
        }
        autosize
        minRows={3}
        data-autofocus
        {...words('said', here ? 'reason' : 'note')}
      />
    </ActionDialog>
  )
}
