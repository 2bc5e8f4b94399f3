import { Select } from '@mantine/core'
import { useSpools } from '../reads/stores.ts'

/** A spool of the stores, or none. */
export function SpoolField({
  value,
  onChange,
  description,
}: {
  value: string | null
  onChange: (spoolId: string | null) => void
  description?: string
}) {
  const { data } = useSpools()
  return (
    <Select
      label="Spool (if it is in the stores)"
      description={description}
      mt="sm"
      clearable
      clearButtonProps={{ 'aria-label': 'No spool' }}
      searchable
      data={(data ?? [])
        .filter(({ finishedAt }) => finishedAt === null)
        .map(({ id, name, material, leftMetres }) => ({
          value: id,
          label: `${name}, ${material}, ${Math.round(leftMetres)} m left`,
        }))}
      value={value}
      onChange={onChange}
      nothingFoundMessage="No such spool"
    />
  )
}
