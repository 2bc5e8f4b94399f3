import { Radio, Stack, Textarea } from '@mantine/core'
import { verdicts, type UpgradePage } from '@diatribon/contract'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'

/** A lead closes the question whether it helped, or opens it again. */
export function JudgeForm({ page, onClose }: { page: UpgradePage; onClose: () => void }) {
  const { line, help } = page
  const { words, choice, sheet } = useDraft(
    { verdict: help.verdict, reason: '' },
    { kind: 'judge-upgrade', done: line.closed ? 'Open again' : 'Closed', onClose },
  )
  return (
    <ActionDialog
      title={line.closed ? `Open again: ${line.content.name}` : `Did it help? ${line.content.name}`}
      verb={line.closed ? 'Open again' : 'Close the question'}
      {...sheet(({ verdict, reason }) => ({
        kind: 'judge-upgrade',
        upgradeId: line.id,
        verdict: line.closed ? null : verdict,
        reason,
      }))}
    >
      <p>{help.words}</p>
      {!line.closed && (
        <Radio.Group label="Your verdict" mt="sm" {...choice('verdict')}>
          <Stack gap="xs" mt={6}>
            {verdicts.map((value) => (
              <Radio key={value} value={value} label={value} size="md" />
            ))}
          </Stack>
        </Radio.Group>
      )}
      <Textarea label="Why?" mt="sm" autosize minRows={2} data-autofocus {...words('reason')} />
    </ActionDialog>
  )
}
