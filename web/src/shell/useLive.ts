import { useEffect, useState } from 'react'
import type { Area } from '@diatribon/contract'
import { useFetchAnew } from '../ui/fetchAnew.ts'
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

/** Keeps every screen up to date with what others do. @returns whether the line is up */
export function useLive(): boolean {
  const fetchAnew = useFetchAnew()
  const [connected, setConnected] = useState(true)
  useEffect(
    () => openLiveStream((notice) => void fetchAnew(notice.areas.flatMap((area) => addresses[area])), setConnected),
    [fetchAnew],
  )
  return connected
}
