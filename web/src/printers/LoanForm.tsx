import { Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { PrinterHead } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField, WhenField } from '../ui/dates.tsx'
import { PhotosField } from '../ui/PhotosField.tsx'
import { useAction } from '../ui/useAction.ts'
import { shortDay } from '../ui/words.ts'
import { useLoans } from './reads.ts'

/** A printer is lent out, or comes back. */
export function LoanForm({ printer, onClose }: { printer: PrinterHead; onClose: () => void }) {
  const { data: loans } = useLoans(printer.id)
  const out = loans?.find(({ back }) => back === null)
  const { submit, problem, fields, busy } = useAction(`${printer.name}: ${out ? 'back' : 'lent out'}`, onClose)
  const [to, setTo] = useState('')
  const [untilDay, setUntil] = useState('')
  const [condition, setCondition] = useState('')
  const [photos, setPhotos] = useState<string[]>([])
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  return (
    <ActionDialog
      title={out ? `Back from loan: ${printer.name}` : `Lend out: ${printer.name}`}
      verb={out ? 'It is back' : 'Lend it'}
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={() => {
        if (!out && !untilDay) return setMissing('Say until when.')
        setMissing(null)
        const more = { condition, ...(photos.length > 0 ? { photos } : {}), ...(at ? { at } : {}) }
        void submit(
          out
            ? { kind: 'take-printer-back', printerId: printer.id, ...more }
            : { kind: 'lend-printer', printerId: printer.id, to, untilDay, ...more },
        )
      }}
    >
      {out ? (
        <p>
          Lent to {out.to} until {shortDay(out.untilDay)}. It went out: {out.condition} It goes on hold until it has
          been looked over and is released.
        </p>
      ) : (
        <>
          <p className="quiet">Nothing falls due on it while it is out, and that is no time down.</p>
          <TextInput
            label="To whom"
            required
            maxLength={120}
            value={to}
            onChange={(e) => setTo(e.currentTarget.value)}
            error={fields.to}
            data-autofocus
          />
          <DayField label="Until" required mt="sm" value={untilDay} onChange={setUntil} error={fields.untilDay} />
        </>
      )}
      <Textarea
        label={out ? 'In which condition is it back?' : 'In which condition does it go, and what goes with it?'}
        required
        mt="sm"
        mb="sm"
        autosize
        minRows={2}
        maxLength={2000}
        value={condition}
        onChange={(e) => setCondition(e.currentTarget.value)}
        error={fields.condition}
        data-autofocus={out ? true : undefined}
      />
      <PhotosField label="Take a photo" value={photos} onChange={setPhotos} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
