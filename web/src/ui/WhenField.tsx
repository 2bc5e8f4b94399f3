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
    <MomentField
      label="When it happened"
      description="In the time of this device. Leave empty for now."
      error={error}
      value={value}
      onChange={onChange}
    />
  )
}

/** A date with its time, in the time of this device. Gives ISO 8601, or undefined when empty. */
export function MomentField(props: {
  label: string
  description?: string
  value: string | undefined
  onChange: (at: string | undefined) => void
  error?: string
  required?: boolean
}) {
  const { value, onChange, ...rest } = props
  return (
    <TextInput
      type="datetime-local"
      mt="sm"
      {...rest}
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
