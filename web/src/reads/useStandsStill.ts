import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

/**
 * Whether all that stands above a printer's views has come, or will not: until then what stands below would move from under a finger.
 */
export function useStandsStill(printerId: string): boolean {
  const above = [
    useRead(reads.printerChecks, { id: printerId }),
    useRead(reads.enclosures),
    useRead(reads.returnToService, { id: printerId }),
    useRead(reads.presence, { id: printerId }),
  ]
  return above.every(({ data, error }) => data !== undefined || error !== undefined)
}
