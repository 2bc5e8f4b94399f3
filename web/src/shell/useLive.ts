import { useEffect, useState } from 'react'
import { useFetchAnew } from '../ui/fetchAnew.ts'
import { gatherNotices } from './gatherNotices.ts'
import { openLiveStream } from './liveStream.ts'
import { whatIsOld } from './whatIsOld.ts'

/** Keeps every screen up to date with what others do. @returns whether the line is up */
export function useLive(): boolean {
  const fetchAnew = useFetchAnew()
  const [connected, setConnected] = useState(true)
  useEffect(() => {
    const old = whatIsOld((address) => void fetchAnew((other) => other === address))
    const { take, stop } = gatherNotices(({ changed }) => void fetchAnew((address) => old.isOld(changed, address)))
    const close = openLiveStream(take, setConnected)
    return () => {
      close()
      stop()
      old.stop()
    }
  }, [fetchAnew])
  return connected
}
