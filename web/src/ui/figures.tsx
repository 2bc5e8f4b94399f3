import { NumberInput, type NumberInputProps } from '@mantine/core'

/** A field for one figure. Gives a number, or undefined while it is empty. */
export function FigureField({
  value,
  onChange,
  ...rest
}: Omit<NumberInputProps, 'value' | 'onChange'> & {
  value: number | undefined
  onChange: (value: number | undefined) => void
}) {
  return (
    <NumberInput
      hideControls
      inputMode="decimal"
      mt="sm"
      {...rest}
      value={value ?? ''}
      onChange={(next) => onChange(typeof next === 'number' ? next : undefined)}
    />
  )
}
