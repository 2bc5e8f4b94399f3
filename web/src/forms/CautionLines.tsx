import { Textarea } from '@mantine/core'

/** The cautions of a piece of work, one a line; empty lines are left out when it is sent. */
export function CautionLines(props: {
  description: string
  value: string[]
  onChange: (lines: string[]) => void
  error: string | undefined
}) {
  const { description, value, onChange, error } = props
  return (
    <Textarea
      label="Cautions, one a line"
      description={description}
      mt="sm"
      autosize
      minRows={2}
      value={value.join('\n')}
      onChange={({ currentTarget }) => onChange(currentTarget.value.split('\n'))}
      error={error}
    />
  )
}
