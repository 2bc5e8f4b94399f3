import { Radio, Stack, Textarea } from '@mantine/core'
import { useState } from 'react'
import { verdicts, type UpgradePage, type Verdict } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'

/** A lead closes the question whether it helped, or opens it again. */
export function JudgeForm({ page, onClose }: { page: UpgradePage; onClose: () => void }) {
  const { line, help } = page
  const { submit, problem, fields, busy } = useAction(line.closed ? 'Open again' : 'Closed', onClose)
  const [verdict, setVerdict] = useState<Verdict>(help.verdict)
  const [reason, setReason] = useState('')
  return (
    <ActionDialog
      title={line.closed ? `Open again: ${line.content.name}` : `Did it help? ${line.content.name}`}
      verb={line.closed ? 'Open again' : 'Close the question'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({ kind: 'judge-upgrade', upgradeId: line.id, verdict: line.closed ? null : verdict, reason })
      }
    >
      <p>{help.words}</p>
      {!line.closed && (
        <Radio.Group label="Your verdict" value={verdict} onChange={(value) => setVerdict(value as Verdict)} mt="sm">
          <Stack gap="xs" mt={6}>
            {verdicts.map((value) => (
              <Radio key={value} value={value} label={value} size="md" />
            ))}
          </Stack>
        </Radio.Group>
      )}
      <Textarea
        label="Why?"
        required
        mt="sm"
        autosize
        minRows={2}
        maxLength={1000}
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={fields.reason}
        data-autofocus
      />
    </ActionDialog>
  )
}
