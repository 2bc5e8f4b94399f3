import { useCallback, useEffect } from 'react'
import { useSWRConfig } from 'swr'

type Listener = (paths: readonly string[]) => void

/** Lists that grow by pages: SWR leaves them out when it is told to fetch by address. */
const growing = new Set<Listener>()
const everything = ['/api/']

/** @returns a function that fetches anew what is shown from addresses that begin so, everything unless told */
export function useFetchAnew(): (paths?: readonly string[]) => Promise<unknown> {
  const { mutate } = useSWRConfig()
  return useCallback(
    (paths = everything) => {
      for (const listener of growing) listener(paths)
      return mutate((key) => typeof key === 'string' && paths.some((path) => key.startsWith(path)))
    },
    [mutate],
  )
}

/** Calls back when what is shown from an address is to be fetched anew: for a list that grows by pages. */
export function useWhenAnew(address: string, again: () => void): void {
  useEffect(() => {
    const listener: Listener = (paths) => paths.some((path) => address.startsWith(path)) && again()
    growing.add(listener)
    return () => void growing.delete(listener)
  }, [address, again])
}
