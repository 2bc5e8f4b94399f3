import { useCallback, useEffect } from 'react'
import { useSWRConfig } from 'swr'

/** Which addresses are meant. */
type Which = (address: string) => boolean

/** Lists that grow by pages: SWR leaves them out when it is told to fetch by address. */
const growing = new Set<(which: Which) => void>()
const everything: Which = (address) => address.startsWith('/api/')

/** @returns a function that fetches anew what is shown from these addresses, everything unless told */
export function useFetchAnew(): (which?: Which) => Promise<unknown> {
  const { mutate } = useSWRConfig()
  return useCallback(
    (which = everything) => {
      for (const listener of growing) listener(which)
      return mutate((key) => typeof key === 'string' && which(key))
    },
    [mutate],
  )
}

/** Calls back when what is shown from an address is to be fetched anew: for a list that grows by pages. */
export function useWhenAnew(address: string, again: () => void): void {
  useEffect(() => {
    const listener = (which: Which) => which(address) && again()
    growing.add(listener)
    return () => void growing.delete(listener)
  }, [address, again])
}
