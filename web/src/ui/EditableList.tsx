import { Button } from '@mantine/core'
import type { ReactNode } from 'react'
import type { SWRResponse } from 'swr'
import { AsyncView } from './AsyncView.tsx'
import { ListTable, type Column, type RowAct } from './ListTable.tsx'
import { Section } from './Section.tsx'

/** A list that the workshop keeps: whoever may adds a row, and changes those that are there. */
export function EditableList<Row>(props: {
  title: string
  /** What the table is called; the title when left out. */
  label?: string
  of: SWRResponse<Row[], unknown>
  keyOf: (row: Row) => string
  columns: Column<Row>[]
  /** Whether whoever looks may change it. */
  edits: boolean
  acts: RowAct<Row>[]
  /** What the button says that adds one. */
  add: string
  onAdd: () => void
  /** Shown while there is none. */
  empty: ReactNode
  stacks?: boolean
}) {
  const { title, label = title, of, edits, acts, add, onAdd, empty, ...table } = props
  return (
    <Section
      title={title}
      act={
        edits && (
          <Button size="sm" variant="default" onClick={onAdd}>
            {add}
          </Button>
        )
      }
    >
      <AsyncView of={of}>
        {(rows) =>
          rows.length === 0 ? empty : <ListTable {...table} label={label} rows={rows} acts={edits ? acts : []} />
        }
      </AsyncView>
    </Section>
  )
}
