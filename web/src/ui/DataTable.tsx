import { given } from '@diatribon/core'
import { useEffect, useRef, type ReactNode } from 'react'
import classes from './Table.module.css'

interface Props {
  label: string
  /** On a narrow screen each row becomes a block of its own, each cell with its heading beside it. */
  stacks?: boolean
  children: ReactNode
}

/** A table that scrolls sideways on a narrow screen, by keyboard too, unless it stacks there. */
export function DataTable({ label, stacks = false, children }: Props) {
  const table = useRef<HTMLTableElement>(null)
  // After every render: rows come and go with what the table is given.
  useEffect(() => {
    if (stacks) nameCells(given(table.current))
  })
  return (
    <div className={classes.frame} tabIndex={0} role="region" aria-label={label}>
      <table ref={table} className={`${classes.table} ${stacks ? classes.stacks : ''}`} aria-label={label}>
        {children}
      </table>
    </div>
  )
}

/** Writes beside each cell what its column is; a table laid out as blocks must also be told to be one still. */
function nameCells(table: HTMLTableElement): void {
  table.setAttribute('role', 'table')
  const heads = [...(table.tHead?.rows[0]?.cells ?? [])]
  for (const head of heads) head.setAttribute('role', 'columnheader')
  for (const part of [table.tHead, ...table.tBodies]) part?.setAttribute('role', 'rowgroup')
  for (const row of table.rows) {
    row.setAttribute('role', 'row')
    if (row.parentElement === table.tHead) continue
    for (const [i, cell] of [...row.cells].entries()) {
      cell.setAttribute('role', cell.tagName === 'TH' ? 'rowheader' : 'cell')
      const head = heads[i]
      cell.dataset.head = head?.querySelector('.unseen') ? '' : (head?.textContent ?? '')
    }
  }
}
