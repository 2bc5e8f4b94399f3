import { Textarea } from '@mantine/core'

/** Words that may stand beside what is recorded. */
export function NoteField(props: { value: string; onChange: (value: string) => void; error?: string }) {
  const { value, onChange, error } = props
  return (
    <Textarea
      label="Note (optional)"
      mt="sm"
      autosize
      maxLength={2000}
      value={value}
      onChange={(e) => onChange(e.currentTarget.value)}
      error={error}
    />
  )
}
