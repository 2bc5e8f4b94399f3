import { useEffect, useState } from 'react'
import { useFetchAnew } from '../ui/fetchAnew.ts'
import { concerns } from './concerns.ts'
import { gatherNotices } from './gatherNotices.ts'
import { openLiveStream } from './liveStream.ts'

/** Keeps every screen up to date with what others do. @returns whether the line is up */
export function useLive(): boolean {
  const fetchAnew = useFetchAnew()
  const [connected, setConnected] = useState(true)
  useEffect(() => {
    const { take, stop } = gatherNotices((notice) => void fetchAnew((address) => concerns(notice, address)))
    const close = openLiveStream(take, setConnected)
    return () => {
      close()
      stop()
    }
  }, [fetchAnew])
  return connected
}
