import { concerns, readAt, type Changed } from '@diatribon/contract'

/**
 * Which addresses are to be fetched anew after a change. What is dear to work out is fetched at most as often as its declaration says, and then
 * once more for all that came meanwhile.
 * @param fetchLater fetches one address whose time has come
 */
export function whatIsOld(fetchLater: (address: string) => void) {
  const fetchedAt = new Map<string, number>()
  const waiting = new Map<string, ReturnType<typeof setTimeout>>()

  function isOld(changed: Changed, address: string): boolean {
    const found = readAt(address)
    if (!found || !concerns(changed, found.of, found.printerId)) return false
    const calmMs = (found.of.calmSeconds ?? 0) * 1000
    if (calmMs === 0) return true
    const restMs = (fetchedAt.get(address) ?? -Infinity) + calmMs - Date.now()
    if (restMs <= 0) {
      fetchedAt.set(address, Date.now())
      return true
    }
    if (!waiting.has(address))
      waiting.set(
        address,
        setTimeout(() => fetchNow(address), restMs),
      )
    return false
  }

  function fetchNow(address: string): void {
    waiting.delete(address)
    fetchedAt.set(address, Date.now())
    fetchLater(address)
  }

  return { isOld, stop: () => waiting.forEach((timer) => clearTimeout(timer)) }
}
