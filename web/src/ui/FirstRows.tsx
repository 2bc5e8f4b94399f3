import { Button } from '@mantine/core'
import { useState, type ReactNode } from 'react'

/** The first of many rows, and all of them when somebody asks. */
export function FirstRows<Row>({
  of,
  first,
  children,
}: {
  of: readonly Row[]
  first: number
  children: (shown: readonly Row[]) => ReactNode
}) {
  const [all, setAll] = useState(false)
  return (
    <>
      {children(all ? of : of.slice(0, first))}
      {!all && of.length > first && (
        <Button variant="default" size="compact-md" mt="sm" onClick={() => setAll(true)}>
          Show all {of.length}
        </Button>
      )}
    </>
  )
}
