import { Textarea } from '@mantine/core'
import { useState } from 'react'
import type { PrinterHead } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'

/** A printer leaves the workshop, or returns; its history stays either way. */
export function RetireForm({ printer, onClose }: { printer: PrinterHead; onClose: () => void }) {
  const here = printer.state !== 'retired'
  const { submit, problem, fields, busy } = useAction(`${printer.name}: ${here ? 'retired' : 'back'}`, onClose)
  const [words, setWords] = useState('')
  return (
    <ActionDialog
      title={`${here ? 'Retire' : 'Bring back'}: ${printer.name}`}
      verb={here ? 'Retire' : 'Bring back'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit(
          here
            ? { kind: 'retire-printer', printerId: printer.id, reason: words }
            : { kind: 'bring-back-printer', printerId: printer.id, ...(words.trim() ? { note: words.trim() } : {}) },
        )
      }
    >
      <Textarea
        label={here ? 'Why does it leave?' : 'Note (optional)'}
        description={
          here ? 'It goes from the Floor and the Round; its history stays and still teaches.' : 'Count its hours next.'
        }
        autosize
        minRows={3}
        maxLength={500}
        required={here}
        data-autofocus
        value={words}
        onChange={(e) => setWords(e.currentTarget.value)}
        error={fields.reason ?? fields.note}
      />
    </ActionDialog>
  )
}
