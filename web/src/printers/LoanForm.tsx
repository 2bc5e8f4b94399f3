import { Textarea, TextInput } from '@mantine/core'
import type { PrinterHead } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField, WhenField } from '../ui/dates.tsx'
import { PhotosField } from '../ui/PhotosField.tsx'
import { shortDay } from '../ui/words.ts'
import { useLoans } from '../reads/printers.ts'

/** A printer is lent out, or comes back. */
export function LoanForm({ printer, onClose }: { printer: PrinterHead; onClose: () => void }) {
  const { data: loans } = useLoans(printer.id)
  const out = loans?.find(({ back }) => back === null)
  const { words, choice, list, sheet } = useDraft(
    { to: '', untilDay: '', condition: '', photos: [] as string[], at: undefined as string | undefined },
    {
      kind: out ? 'take-printer-back' : 'lend-printer',
      done: `${printer.name}: ${out ? 'back' : 'lent out'}`,
      onClose,
    },
  )
  return (
    <ActionDialog
      title={out ? `Back from loan: ${printer.name}` : `Lend out: ${printer.name}`}
      verb={out ? 'It is back' : 'Lend it'}
      {...sheet(({ to, untilDay, condition, photos, at }) => {
        const more = { printerId: printer.id, condition, ...told({ photos, at }) }
        if (out) return { kind: 'take-printer-back', ...more }
        return untilDay ? { kind: 'lend-printer', to, untilDay, ...more } : 'Say until when.'
      })}
    >
      {out ? (
        <p>
          Lent to {out.to} until {shortDay(out.untilDay)}. It went out: {out.condition} It goes on hold until it has
          been looked over and is released.
        </p>
      ) : (
        <>
          <p className="quiet">Nothing falls due on it while it is out, and that is no time down.</p>
          <TextInput label="To whom" data-autofocus {...words('to')} />
          <DayField label="Until" mt="sm" {...choice('untilDay')} required />
        </>
      )}
      <Textarea
        label={out ? 'In which condition is it back?' : 'In which condition does it go, and what goes with it?'}
        mt="sm"
        mb="sm"
        autosize
        minRows={2}
        data-autofocus={out ? true : undefined}
        {...words('condition')}
      />
      <PhotosField label="Take a photo" {...list('photos')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
