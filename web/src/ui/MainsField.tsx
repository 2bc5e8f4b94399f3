import { Select } from '@mantine/core'
import type { ReactNode } from 'react'

/** Voltages of mains that are in use. IEC 60038 has 230 V and 120 V; the others are common practice, no source. */
const inUse = [230, 220, 240, 120, 110, 127, 100]

/** The voltage of the mains, as a licensed person or a reliable label tells it. */
export function MainsField(props: {
  value: number | null
  onChange: (volts: number | null) => void
  error?: ReactNode
}) {
  const { value, onChange, error } = props
  const volts = value === null || inUse.includes(value) ? inUse : [...inUse, value]
  return (
    <Select
      label="Voltage of the mains here"
      description="As the nameplates of other devices here tell it; do not measure it yourself."
      placeholder="not told"
      clearable
      clearButtonProps={{ 'aria-label': 'Not told' }}
      maw={320}
      mt="sm"
      data={volts.map((one) => ({ value: String(one), label: `${one} V` }))}
      value={value === null ? null : String(value)}
      onChange={(chosen) => onChange(chosen === null ? null : Number(chosen))}
      error={error}
    />
  )
}
