import type { ReactNode } from 'react'

/** An empty list says what would be here and what to do. */
export function Nothing({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div style={{ padding: '2.5rem 1rem', textAlign: 'center', border: '1px dashed var(--rule)' }}>
      <p style={{ margin: 0, fontWeight: 600 }}>{title}</p>
      {children && <div className="quiet">{children}</div>}
    </div>
  )
}
