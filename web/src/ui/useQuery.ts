import { useCallback } from 'react'
import { useSearchParams } from 'react-router'

/**
 * The query of the address, and a way to change parts of it. A change builds on what the address says at that moment, not on
 * what is on the screen: two that come close together must not undo each other.
 */
export function useQuery(): [URLSearchParams, (change: Record<string, string | null>, replace?: boolean) => void] {
  const [query, setQuery] = useSearchParams()
  const change = useCallback(
    (parts: Record<string, string | null>, replace = false) => {
      const next = new URLSearchParams(window.location.search)
      for (const [name, value] of Object.entries(parts))
        if (value) next.set(name, value)
        else next.delete(name)
      setQuery(next, { replace })
    },
    [setQuery],
  )
  return [query, change]
}
