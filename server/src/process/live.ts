import { given } from '@diatribon/core'
import pg from 'pg'
import type { Response } from 'express'
import { areas, type Area, type LiveNotice } from '@diatribon/contract'
import type { Touched } from '../actions/door.ts'

const channel = 'diatribon_changes'
/** Commits that follow each other closely share a notice: a NOTIFY serialises commits, so it is not sent inside them. */
const gatherMs = 50
/** After one the next waits so long: every open page is told each, and fetches at most once a second anyway. */
const restMs = 200
const heartbeatMs = 15_000
const reconnectMs = 500
/** A notice names printers only while they fit well into PostgreSQL's 8,000 bytes. */
const mostPrintersNamed = 100

/** Carries what commits touched from any server process to every open page. */
export class Live {
  private readonly pages = new Map<Response, () => Promise<boolean>>()
  private readonly heartbeat: NodeJS.Timeout
  private pending: Touched | null = null
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
    if (this.listener) this.send(`data: ${JSON.stringify(everything(0))}\n\n`)
    this.listener = client
  }

  /** Tells all processes what a commit touched; several commits share one notice. */
  readonly announce = ({ areas, printerIds, anyPrinter, seq }: Touched): void => {
    if (areas.size === 0) return
    if (!this.pending) {
      this.pending = { areas: new Set(), printerIds: new Set(), anyPrinter: false, seq: 0 }
      const rested = performance.now() - this.notifiedAt
      setTimeout(() => void this.notify(), Math.max(gatherMs, restMs - rested))
    }
    for (const area of areas) this.pending.areas.add(area)
    for (const id of printerIds) this.pending.printerIds.add(id)
    this.pending.anyPrinter ||= anyPrinter
    this.pending.seq = Math.max(this.pending.seq, seq)
  }

  /** Tells all processes of a change that no action made: derived figures were brought up to date. */
  announceAreas(areas: Area[]): void {
    this.announce({ areas: new Set(areas), printerIds: new Set(), anyPrinter: false, seq: 0 })
  }

  private async notify(): Promise<void> {
    const { areas, printerIds, anyPrinter, seq } = given(this.pending)
    this.pending = null
    this.notifiedAt = performance.now()
    const notice: LiveNotice = {
      areas: [...areas],
      printerIds: !anyPrinter && printerIds.size <= mostPrintersNamed ? [...printerIds] : null,
      seq,
    }
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
    response.write(`retry: 1000\n\n${missed ? `data: ${JSON.stringify(everything(0))}\n\n` : ': welcome\n\n'}`)
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

function everything(seq: number): LiveNotice {
  return { areas: [...areas], printerIds: null, seq }
}
