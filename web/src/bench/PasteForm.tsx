import { Button, Textarea } from '@mantine/core'
import type { ReactNode } from 'react'
import { Problem } from '../ui/Problem.tsx'

/** Columns that are pasted, and the button that reckons them. */
export function PasteForm(props: {
  label: string
  description: string
  value: string
  onChange: (text: string) => void
  onSubmit: () => void
  problem: unknown
  busy: boolean
  /** Where the example is from. */
  source: string
  children?: ReactNode
}) {
  const { label, description, value, onChange, onSubmit, problem, busy, source, children } = props
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        onSubmit()
      }}
    >
      <Textarea
        label={label}
        description={description}
        autosize
        minRows={12}
        maxRows={20}
        value={value}
        onChange={(e) => onChange(e.currentTarget.value)}
        styles={{ input: { fontFamily: 'monospace' } }}
      />
      {children}
      <Problem error={problem} />
      <Button type="submit" mt="md" loading={busy}>
        Reckon
      </Button>
      <p className="quiet">{source}</p>
    </form>
  )
}
