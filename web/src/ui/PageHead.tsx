import type { ReactNode } from 'react'
import classes from './PageHead.module.css'

/** The name of a page, what it is for, and beside it what can be done on the whole of it. */
export function PageHead({ title, says, children }: { title: string; says?: ReactNode; children?: ReactNode }) {
  return (
    <div className={classes.head}>
      <div>
        <h1>{title}</h1>
        {says && <p className="quiet">{says}</p>}
      </div>
      {children}
    </div>
  )
}
