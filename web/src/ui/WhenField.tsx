import { TextInput, UnstyledButton } from '@mantine/core'
import { useState } from 'react'

/** When it happened: now unless said otherwise. Gives ISO 8601, or undefined for now. */
export function WhenField({
  value,
  onChange,
  error,
}: {
  value: string | undefined
  onChange: (at: string | undefined) => void
  error?: string
}) {
  const [open, setOpen] = useState(false)
  if (!open)
    return (
      <UnstyledButton onClick={() => setOpen(true)} mt="sm" style={{ textDecoration: 'underline' }} className="quiet">
        It happened earlier
      </UnstyledButton>
    )
  return (
    <TextInput
      type="datetime-local"
      label="When it happened"
      description="In the time of this device. Leave empty for now."
      mt="sm"
      error={error}
      value={value ? localValue(value) : ''}
      onChange={({ currentTarget }) =>
        onChange(currentTarget.value ? new Date(currentTarget.value).toISOString() : undefined)
      }
    />
  )
}

function localValue(iso: string): string {
  const date = new Date(iso)
  return new Date(date.getTime() - date.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
}
