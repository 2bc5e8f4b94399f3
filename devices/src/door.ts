import type { ActionResult } from '@diatribon/contract'

export interface FeedPrinter {
  id: string
  name: string
  meterHours: number
}

/** The public door, as a device sees it: one address, one token. */
export class FeedDoor {
  constructor(
    private readonly url: string,
    private readonly token: string,
  ) {}

  printers(): Promise<FeedPrinter[]> {
    return this.call('GET', '/api/feed/printers')
  }

  /** Sends reports in the order given; each is answered for itself, so that a wrong one harms no other. */
  async report(actions: object[]): Promise<ActionResult[]> {
    const results: ActionResult[] = []
    for (let i = 0; i < actions.length; i += mostPerList) {
      const part = actions.slice(i, i + mostPerList)
      results.push(...(await this.call<{ results: ActionResult[] }>('POST', '/api/actions', part)).results)
    }
    return results
  }

  private async call<T>(method: string, path: string, body?: unknown): Promise<T> {
    const response = await fetch(this.url + path, {
      method,
      headers: { authorization: `Bearer ${this.token}`, 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    })
    const answer = (await response.json()) as T & { error?: { message: string } }
    if (!response.ok) throw new Error(`${method} ${this.url}${path}: ${answer.error?.message ?? response.status}`)
    return answer
  }
}

const mostPerList = 200
