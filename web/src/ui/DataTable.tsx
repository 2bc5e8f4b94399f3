import type { ReactNode } from 'react'
import classes from './Table.module.css'

/** A table that scrolls sideways on a narrow screen, by keyboard too. */
export function DataTable({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className={classes.frame} tabIndex={0} role="region" aria-label={label}>
      <table className={classes.table} aria-label={label}>
        {children}
      </table>
    </div>
  )
}
