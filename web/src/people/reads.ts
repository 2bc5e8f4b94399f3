import useSWR from 'swr'
import type { Device, PersonHere, PresentHere, Welcome } from '@diatribon/contract'

/** The staff. @param asked false: nothing is fetched */
export const usePeople = (asked = true) => useSWR<PersonHere[], unknown>(asked ? '/api/people' : null)
export const useDevices = () => useSWR<Device[], unknown>('/api/devices')
export const presencePath = (printerId: string) => `/api/presence/${printerId}`
/** Who else has the page of a printer open. */
export const usePresence = (printerId: string, refreshInterval: number) =>
  useSWR<PresentHere[], unknown>(presencePath(printerId), { refreshInterval })
/** What can be known before anybody is signed in. */
export const useWelcome = () => useSWR<Welcome, unknown>('/api/welcome')
