import { Checkbox, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'

/** A factory guard comes off, with a note of the risk; it must be back before the release. */
export function GuardForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Written: the guard is off', onClose)
  const [guardId] = useState(newKey)
  const [guard, setGuard] = useState('')
  const [risk, setRisk] = useState('')
  const [confirmed, setConfirmed] = useState(false)
  return (
    <ActionDialog
      title={`Take a guard off: ${printer.name}`}
      verb="Write it down"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({ kind: 'remove-guard', printerId: printer.id, guardId, guard, risk, confirmed: true })
      }
    >
      <CautionBox
        words={[
          'A guard is there because hands were hurt. Take it off only for the work itself, with the power off, and put it back before anybody uses the printer.',
        ]}
      />
      <TextInput
        label="Which guard?"
        required
        maxLength={120}
        data-autofocus
        value={guard}
        onChange={(e) => setGuard(e.currentTarget.value)}
        error={fields.guard}
      />
      <Textarea
        label="What can happen without it, and what do you do against that?"
        required
        mt="sm"
        autosize
        minRows={2}
        maxLength={1000}
        value={risk}
        onChange={(e) => setRisk(e.currentTarget.value)}
        error={fields.risk}
      />
      <Checkbox
        mt="sm"
        size="md"
        required
        label="I have read the caution and keep to it. This is written in the book."
        checked={confirmed}
        onChange={({ currentTarget }) => setConfirmed(currentTarget.checked)}
      />
    </ActionDialog>
  )
}
