import { useEffect, useState } from 'react'
import { useSWRConfig } from 'swr'
import type { Area, LiveNotice } from '@diatribon/contract'
import { openLiveStream } from './liveStream.ts'

/** Which addresses show an area. */
const addresses: Record<Area, string[]> = {
  checks: ['/api/checks'],
  printers: ['/api/printers'],
  hours: ['/api/printers'],
  parts: ['/api/parts'],
  lives: ['/api/lives'],
  plan: ['/api/plan'],
  logbook: ['/api/logbook'],
  people: ['/api/session', '/api/people', '/api/faults'],
  stores: ['/api/stores'],
  readings: ['/api/readings', '/api/printers'],
  faults: ['/api/faults', '/api/printers'],
  notices: ['/api/notices'],
  presence: ['/api/presence'],
}

const listeners = new Set<(notice: LiveNotice) => void>()

/** Calls back on each notice that touches the area. */
export function useNotices(area: Area, onNotice: () => void): void {
  useEffect(() => {
    const listener = (notice: LiveNotice) => notice.areas.includes(area) && onNotice()
    listeners.add(listener)
    return () => void listeners.delete(listener)
  }, [area, onNotice])
}

/** Keeps every screen up to date with what others do. @returns whether the line is up */
export function useLive(): boolean {
  const { mutate } = useSWRConfig()
  const [connected, setConnected] = useState(true)
  useEffect(
    () =>
      openLiveStream((notice) => {
        const paths = notice.areas.flatMap((area) => addresses[area])
        void mutate((key) => typeof key === 'string' && paths.some((path) => key.startsWith(path)))
        for (const listener of listeners) listener(notice)
      }, setConnected),
    [mutate],
  )
  return connected
}
