import { Button, Table } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { useState, type ReactNode } from 'react'
import { shortcutsAreOn } from './shortcuts.ts'

interface Props {
  title: string
  /** What the figure shows, for those who cannot see it and for those who wonder. */
  caption: ReactNode
  columns: string[]
  rows: (string | number)[][]
  children: ReactNode
  aside?: ReactNode
}

/** A drawing with the same figures as a table one key away (T). */
export function FigureWithTable({ title, caption, columns, rows, children, aside }: Props) {
  const [asTable, setAsTable] = useState(false)
  useHotkeys([['t', () => shortcutsAreOn() && setAsTable((on) => !on)]])
  return (
    <section aria-label={title} style={{ margin: '1.25rem 0' }}>
      <div style={{ display: 'flex', gap: 12, alignItems: 'center', flexWrap: 'wrap', marginBottom: 6 }}>
        <h2 style={{ flex: 1 }}>{title}</h2>
        {aside}
        <Button size="compact-sm" variant="default" onClick={() => setAsTable(!asTable)} aria-pressed={asTable}>
          {asTable ? 'Drawing' : 'Table'} (T)
        </Button>
      </div>
      {asTable ? (
        <div
          style={{ maxHeight: 420, overflow: 'auto', border: '1px solid var(--rule)' }}
          tabIndex={0}
          role="region"
          aria-label={title}
        >
          <Table striped stickyHeader>
            <Table.Thead>
              <Table.Tr>
                {columns.map((column) => (
                  <Table.Th key={column}>{column}</Table.Th>
                ))}
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {rows.map((row, i) => (
                <Table.Tr key={i}>
                  {row.map((cell, j) => (
                    <Table.Td key={j}>{cell}</Table.Td>
                  ))}
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        </div>
      ) : (
        children
      )}
      <p className="quiet" style={{ margin: '4px 0 0', fontSize: '0.9rem' }}>
        {caption}
      </p>
    </section>
  )
}
