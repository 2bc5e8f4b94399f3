import { Link } from 'react-router'

import { dueWords } from './turnWords.ts'
import { usePrinterChecks } from '../reads/checks.ts'

/** What must be looked at now, in one line under the printer's name. */
export function ChecksDue({ printerId, className }: { printerId: string; className?: string }) {
  const { data } = usePrinterChecks(printerId)
  const due = data?.turns.filter(({ urgency, waits }) => urgency === 'overdue' && waits === null) ?? []
  if (due.length === 0) return null
  return (
    <p role="note" className={className}>
      <b>To be checked now:</b> {due.map((turn) => `${turn.checkType.name} (${dueWords(turn)})`).join(', ')}.{' '}
      <Link to={`/printers/${printerId}?view=Checks`}>To its checks</Link>
    </p>
  )
}
