import { given } from '@diatribon/core'
import pg from 'pg'
import type { Response } from 'express'
import { anyChange, ChangedTopics, type LiveNotice, type Topic } from '@diatribon/contract'

const channel = 'diatribon_changes'
/** Commits that follow each other closely share a notice: a NOTIFY serialises commits, so it is not sent inside them. */
const gatherMs = 50
/** After one the next waits so long: every open page is told each, and fetches at most once a second anyway. */
const restMs = 200
const heartbeatMs = 15_000
const reconnectMs = 500
/** PostgreSQL takes 8,000 bytes; a notice names printers only while they fit well into it. */
const longestNotice = 7_500

/** Carries what commits touched from any server process to every open page. */
export class Live {
  private readonly pages = new Map<Response, () => Promise<boolean>>()
  private readonly heartbeat: NodeJS.Timeout
  private pending: ChangedTopics | null = null
  private listener: pg.Client | null = null
  private closed = false
  private notifiedAt = -Infinity

  constructor(
    private readonly url: string,
    private readonly pool: pg.Pool,
    private readonly onProblem: (error: unknown) => void,
  ) {
    this.heartbeat = setInterval(() => void this.beat(), heartbeatMs)
    this.heartbeat.unref()
  }

  /** Starts listening, and keeps at it when the connection is lost. */
  async listen(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url })
    client.on('notification', ({ payload }) => {
      const notice = JSON.parse(given(payload)) as LiveNotice
      this.send(`id: ${notice.seq}\ndata: ${payload}\n\n`)
    })
    client.on('error', this.onProblem) // 'end' follows
    client.on('end', () => {
      if (this.closed) return
      setTimeout(() => {
        if (!this.closed) void this.listen()
      }, reconnectMs).unref()
    })
    try {
      await client.connect()
      await client.query(`LISTEN ${channel}`)
    } catch (error) {
      this.onProblem(error)
      await client.end().catch(this.onProblem)
      return
    }
    // Notices sent while nobody listened are lost: let every page fetch anew.
    if (this.listener) this.send(`data: ${JSON.stringify(anyChange())}\n\n`)
    this.listener = client
  }

  /** Tells all processes what a commit changed; several commits share one notice. */
  readonly announce = (notice: LiveNotice): void => {
    if (Object.keys(notice.changed).length === 0) return
    if (!this.pending) {
      this.pending = new ChangedTopics()
      const rested = performance.now() - this.notifiedAt
      setTimeout(() => void this.notify(), Math.max(gatherMs, restMs - rested))
    }
    this.pending.addAll(notice)
  }

  /** Tells all processes of a change that no action made. */
  announceTopics(...changed: Topic[]): void {
    this.announce({ changed: Object.fromEntries(changed.map((topic) => [topic, null])), seq: 0 })
  }

  private async notify(): Promise<void> {
    const notice = fitting(given(this.pending))
    this.pending = null
    this.notifiedAt = performance.now()
    // A lost notice is not a lost entry: pages fetch anew when their stream comes back.
    await this.pool.query('SELECT pg_notify($1, $2)', [channel, JSON.stringify(notice)]).catch(this.onProblem)
  }

  /**
   * Adds a page to those that are told.
   * @param missed it was away and must fetch anew
   * @param isStillIn asked now and then: whoever was locked out is told no more
   */
  join(response: Response, { missed, isStillIn }: { missed: boolean; isStillIn: () => Promise<boolean> }): void {
    response.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform', // compression would hold events back
      'x-accel-buffering': 'no',
    })
    response.write(`retry: 1000\n\n${missed ? `data: ${JSON.stringify(anyChange())}\n\n` : ': welcome\n\n'}`)
    this.pages.set(response, isStillIn)
    response.on('close', () => this.pages.delete(response))
  }

  get openPages(): number {
    return this.pages.size
  }

  async close(): Promise<void> {
    this.closed = true
    clearInterval(this.heartbeat)
    for (const page of this.pages.keys()) page.end()
    await this.listener?.end().catch(this.onProblem)
  }

  private async beat(): Promise<void> {
    this.send('event: beat\ndata: 1\n\n')
    await Promise.all(
      [...this.pages].map(async ([page, isStillIn]) => {
        // A database that is away for a moment signs nobody out.
        if (!(await isStillIn().catch((error: unknown) => (this.onProblem(error), true)))) page.end()
      }),
    )
  }

  private send(text: string): void {
    for (const page of this.pages.keys()) page.write(text)
  }
}

/** A notice with as many printers named as fit: what changed of more printers has changed of any. */
export function fitting(changed: ChangedTopics): LiveNotice {
  for (const most of [100, 20, 5]) {
    const notice = changed.toNotice(most)
    if (JSON.stringify(notice).length <= longestNotice) return notice
  }
  return changed.toNotice(0)
}
