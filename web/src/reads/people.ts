import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

/** The staff. @param asked false: nothing is fetched */
export const usePeople = (asked = true) => useRead(reads.people, asked ? {} : null)
export const useDevices = () => useRead(reads.devices)
/** Who else has the page of a printer open. */
export const usePresence = (printerId: string, refreshInterval: number) =>
  useRead(reads.presence, { id: printerId }, { refreshInterval })
/** What can be known before anybody is signed in. */
export const useWelcome = () => useRead(reads.welcome)
