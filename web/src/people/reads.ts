import useSWR from 'swr'
import type { Device, PersonHere } from '@diatribon/contract'

/** The staff. @param asked false: nothing is fetched */
export const usePeople = (asked = true) => useSWR<PersonHere[], unknown>(asked ? '/api/people' : null)
export const useDevices = () => useSWR<Device[], unknown>('/api/devices')
