import { PasswordInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { call } from '../ui/api.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'

/** Another PIN for whoever is signed in. */
export function PinForm({ onClose }: { onClose: () => void }) {
  const [pin, setPin] = useState('')
  const [newPin, setNewPin] = useState('')
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const change = async () => {
    setBusy(true)
    setProblem(null)
    try {
      await call('POST', '/api/session/pin', { pin, newPin })
      notifications.show({ message: 'PIN changed', autoClose: 3000 })
      onClose()
    } catch (error) {
      setProblem(error)
    } finally {
      setBusy(false)
    }
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
        required
        size="md"
        autoComplete="current-password"
        data-autofocus
        value={pin}
        onChange={(e) => setPin(e.currentTarget.value)}
      />
      <PasswordInput
        label="New PIN"
        required
        size="md"
        mt="sm"
        minLength={4}
        autoComplete="new-password"
        value={newPin}
        onChange={(e) => setNewPin(e.currentTarget.value)}
      />
    </ActionDialog>
  )
}
