import { urgencies, printerStates, type OutOfUse, type PrinterState, type Urgency } from '@diatribon/contract'

/** State is told by word and shape first, colour second. */
const shapes: Record<PrinterState | Urgency, { path: string; colour: string; isFull?: true }> = {
  'in service': { path: 'M1 7 L5 11 L13 2', colour: 'var(--fine)' },
  stopped: { path: 'M4.5 1 H9.5 L13 4.5 V9.5 L9.5 13 H4.5 L1 9.5 V4.5 Z', colour: 'var(--overdue)', isFull: true },
  'on hold': { path: 'M2 2 H12 V12 H2 Z M2 2 L12 12', colour: 'var(--overdue)' },
  'being taken in': { path: 'M1 7 H10 M6 3 L10 7 L6 11 M13 2 V12', colour: 'var(--soon)' },
  retired: { path: 'M2 7 H12', colour: 'var(--quiet)' },
  overdue: { path: 'M7 1 L13 12 H1 Z', colour: 'var(--overdue)', isFull: true },
  'this week': { path: 'M7 2 A5 5 0 0 1 7 12 Z M7 2 A5 5 0 0 0 7 12', colour: 'var(--soon)' },
  later: { path: 'M7 2 A5 5 0 1 1 6.99 2', colour: 'var(--quiet)' },
}
const wordOf = (state: PrinterState | Urgency) =>
  (state in urgencies ? urgencies[state as Urgency] : printerStates[state as PrinterState]).word

export function StateMark({ state }: { state: PrinterState | Urgency }) {
  const { path, colour, isFull = false } = shapes[state]
  return (
    <span style={{ color: colour, fontWeight: 600, whiteSpace: 'nowrap' }}>
      <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden style={{ verticalAlign: '-0.1em', marginRight: 5 }}>
        <path d={path} fill={isFull ? 'currentColor' : 'none'} stroke="currentColor" strokeWidth="2" />
      </svg>
      {wordOf(state)}
    </span>
  )
}

/** That a printer is stopped or on hold, and why; nothing when it is neither. */
export function OutMark({ out }: { out: OutOfUse | null }) {
  if (!out) return null
  return (
    <div>
      <StateMark state={out.state} /> <span className="quiet">{out.why}</span>
    </div>
  )
}
