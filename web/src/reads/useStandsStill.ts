import { useEffect, useState } from 'react'
import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

/** On a poor line what is known is worth more than that it stands still. */
const patienceMs = 5000

/**
 * Whether all that stands above a printer's views has come, or will not: until then what stands below would move from under a finger.
 */
export function useStandsStill(printerId: string): boolean {
  const [isLate, setLate] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), patienceMs)
    return () => clearTimeout(timer)
  }, [])
  const above = [
    useRead(reads.printerChecks, { id: printerId }),
    useRead(reads.enclosures),
    useRead(reads.returnToService, { id: printerId }),
    useRead(reads.presence, { id: printerId }),
  ]
  return isLate || above.every(({ data, error }) => data !== undefined || error !== undefined)
}
