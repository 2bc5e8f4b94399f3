import { PasswordInput } from '@mantine/core'
import { useTyped } from '../forms/useTyped.ts'
import { call } from '../ui/api.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'

/** Another PIN for whoever is signed in. */
export function PinForm({ onClose }: { onClose: () => void }) {
  const { draft, words, attempt, problem, busy } = useTyped({ pin: '', newPin: '' })
  const change = async () => {
    if (await attempt(() => call('post /api/session/pin', { body: draft }), 'PIN changed')) onClose()
  }
  return (
    <ActionDialog
      title="Change your PIN"
      verb="Change"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void change()}
    >
      <PasswordInput
        label="PIN as it is now"
        size="md"
        autoComplete="current-password"
        data-autofocus
        {...words('pin')}
        required
      />
      <PasswordInput
        label="New PIN"
        size="md"
        mt="sm"
        minLength={4}
        autoComplete="new-password"
        {...words('newPin')}
        required
      />
    </ActionDialog>
  )
}
