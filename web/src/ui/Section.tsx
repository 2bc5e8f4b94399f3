import { useId, type ReactNode } from 'react'
import classes from './Section.module.css'

/** A part of a page: its heading, beside it what can be added, and its content. */
export function Section({ title, act, children }: { title: string; act?: ReactNode; children: ReactNode }) {
  const id = useId()
  return (
    <section aria-labelledby={id}>
      <div className={classes.head}>
        <h2 id={id}>{title}</h2>
        {act}
      </div>
      {children}
    </section>
  )
}
