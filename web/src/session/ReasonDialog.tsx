import { Textarea } from '@mantine/core'
import { useState } from 'react'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction, type FormAction } from './useAction.ts'

interface Props {
  title: string
  verb: string
  /** What is said once it is done. */
  done: string
  label?: string
  /** What follows from it, and what does not. */
  says?: string
  actionFor: (reason: string) => FormAction
  onClose: () => void
  /** Once it is done, besides closing. */
  onDone?: () => void
}

/** Asks for nothing but the reason of an action. */
export function ReasonDialog({ title, verb, done, label = 'Why?', says, actionFor, onClose, onDone }: Props) {
  const { submit, problem, fields, busy } = useAction(done, () => {
    onClose()
    onDone?.()
  })
  const [reason, setReason] = useState('')
  return (
    <ActionDialog
      title={title}
      verb={verb}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void submit(actionFor(reason))}
    >
      <Textarea
        label={label}
        description={says}
        required
        autosize
        minRows={2}
        maxLength={500}
        data-autofocus
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={fields.reason}
      />
    </ActionDialog>
  )
}
