import { Button, Group, Pagination } from '@mantine/core'
import { useState } from 'react'
import { downloadCsv } from '../bench/csv.ts'
import { DataTable } from '../ui/DataTable.tsx'
import { plural } from '../ui/words.ts'
import type { Sheet } from './readSheet.ts'

const atOnce = 10

/** Rows that cannot be taken with every reason why, ten at a time, and all of them as a file beside what they hold. */
export function BadRows({ bad, sheet }: { bad: readonly { row: number; reason: string }[]; sheet: Sheet | null }) {
  const [page, setPage] = useState(1)
  const inOrder = [...bad].sort((a, b) => a.row - b.row)
  const pages = Math.ceil(bad.length / atOnce)
  const shown = Math.min(page, pages)
  const download = () => {
    const cells = new Map(sheet?.table.rows.map((row) => [row.row, row.cells]))
    downloadCsv('rows-to-put-right.csv', [
      ['Row', 'Why it cannot be taken', ...(sheet?.table.headers ?? [])],
      ...inOrder.map(({ row, reason }) => [row, reason, ...(cells.get(row) ?? [])]),
    ])
  }
  return (
    <>
      <DataTable label="Bad rows" stacks>
        <thead>
          <tr>
            <th>Row</th>
            <th>Why it cannot be taken</th>
          </tr>
        </thead>
        <tbody>
          {inOrder.slice((shown - 1) * atOnce, shown * atOnce).map(({ row, reason }) => (
            <tr key={row}>
              <td>{row}</td>
              <td>{reason}</td>
            </tr>
          ))}
        </tbody>
      </DataTable>
      <Group my="sm" gap="md">
        {pages > 1 && (
          <Pagination
            total={pages}
            value={shown}
            onChange={setPage}
            size="sm"
            getControlProps={(control) => ({ 'aria-label': `${control} page of bad rows` })}
            getItemProps={(number) => ({ 'aria-label': `Bad rows, page ${number}` })}
          />
        )}
        <Button variant="default" size="sm" onClick={download}>
          {plural(bad.length, 'bad row')} as a file
        </Button>
      </Group>
    </>
  )
}
