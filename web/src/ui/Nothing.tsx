import { createContext, useContext, type ReactNode } from 'react'

/** Whether what a page shows is not all worked out yet: then an empty list is none. */
export const IsOnItsWay = createContext(false)

/** An empty list says what would be here and what to do. */
export function Nothing({ title, children }: { title: string; children?: ReactNode }) {
  const isOnItsWay = useContext(IsOnItsWay)
  return (
    <div style={{ padding: '2.5rem 1rem', textAlign: 'center', border: '1px dashed var(--rule)' }}>
      <p style={{ margin: 0, fontWeight: 600 }}>{isOnItsWay ? 'Still being worked out …' : title}</p>
      {children && !isOnItsWay && <div className="quiet">{children}</div>}
    </div>
  )
}
