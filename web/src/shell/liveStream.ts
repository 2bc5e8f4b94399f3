import { anyChange, type LiveNotice } from '@diatribon/contract'

type Listener = (notice: LiveNotice) => void

const channelName = 'diatribon-live'
/** The server says something at least every 15 s; silence longer than this means the line is dead. */
const silenceMs = 40_000

/**
 * Notices of what changed, one stream for all tabs of this browser (it allows few streams per host): the tab that holds
 * the lock has the stream and passes notices on. Without locks (plain HTTP from another machine) each tab has its own.
 * @returns a function that ends it
 */
export function openLiveStream(onNotice: Listener, onConnection: (connected: boolean) => void): () => void {
  const ended = new AbortController()
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(channelName)
  channel?.addEventListener('message', ({ data }: MessageEvent<{ notice?: LiveNotice; connected?: boolean }>) => {
    if (data.notice) onNotice(data.notice)
    if (data.connected !== undefined) onConnection(data.connected)
  })
  const lead = () =>
    listen(
      ended.signal,
      (notice) => {
        onNotice(notice)
        channel?.postMessage({ notice })
      },
      (connected) => {
        onConnection(connected)
        channel?.postMessage({ connected })
      },
    )
  if (channel && 'locks' in navigator)
    void navigator.locks
      .request(
        channelName,
        { signal: ended.signal },
        () =>
          new Promise<void>((done) => {
            lead()
            ended.signal.addEventListener('abort', () => done())
          }),
      )
      .catch(() => undefined) // ended while waiting for the lock
  else lead()
  return () => {
    ended.abort()
    channel?.close()
  }
}

function listen(ended: AbortSignal, onNotice: Listener, onConnection: (connected: boolean) => void): void {
  let source: EventSource | null = null
  let watchdog: ReturnType<typeof setTimeout> | undefined
  let wasAway = false

  const heard = () => {
    clearTimeout(watchdog)
    watchdog = setTimeout(open, silenceMs)
  }
  function open() {
    source?.close()
    source = new EventSource('/api/live')
    source.onopen = () => {
      heard()
      onConnection(true)
      // What was said while we were away is lost: fetch everything anew.
      if (wasAway) onNotice(anyChange())
      wasAway = false
    }
    source.onmessage = ({ data }: MessageEvent<string>) => {
      heard()
      onNotice(JSON.parse(data) as LiveNotice)
    }
    source.addEventListener('beat', heard)
    source.onerror = () => {
      wasAway = true
      onConnection(false)
      heard()
      if (source?.readyState === EventSource.CLOSED) setTimeout(() => !ended.aborted && open(), 2000)
    }
  }
  open()
  ended.addEventListener('abort', () => {
    clearTimeout(watchdog)
    source?.close()
  })
}
