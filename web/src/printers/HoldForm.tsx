import { Textarea } from '@mantine/core'
import { useState } from 'react'
import type { PrinterHead } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'

/** Out of service with a reason, or back into service. */
export function HoldForm({ printer, onClose }: { printer: PrinterHead; onClose: () => void }) {
  const holding = printer.state === 'in service'
  const { submit, problem, fields, busy } = useAction(
    `${printer.name}: ${holding ? 'on hold' : 'back in service'}`,
    onClose,
  )
  const [words, setWords] = useState('')
  return (
    <ActionDialog
      title={`${holding ? 'Put on hold' : 'Release'}: ${printer.name}`}
      verb={holding ? 'Put on hold' : 'Release'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit(
          holding
            ? { kind: 'hold-printer', printerId: printer.id, reason: words }
            : { kind: 'release-printer', printerId: printer.id, ...(words.trim() ? { note: words.trim() } : {}) },
        )
      }
    >
      {!holding && printer.holdReason && (
        <p role="note" style={{ borderLeft: '4px solid var(--overdue)', paddingLeft: 10 }}>
          On hold because: {printer.holdReason} Release it only when that is put right; mains work must have been done
          or checked by a qualified electrical person.
        </p>
      )}
      <Textarea
        label={holding ? 'Why must nobody use it?' : 'What was done? (optional)'}
        description={holding ? 'Everybody sees this on the Floor.' : undefined}
        autosize
        minRows={3}
        maxLength={500}
        required={holding}
        data-autofocus
        value={words}
        onChange={(e) => setWords(e.currentTarget.value)}
        error={fields.reason ?? fields.note}
      />
    </ActionDialog>
  )
}
