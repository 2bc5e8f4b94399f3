import type { Changed, LiveNotice } from './live.ts'
import { topics, type Topic } from './topics.ts'

/** Anything may have changed: what was said meanwhile is lost. */
export const anyChange = (): LiveNotice => ({
  changed: Object.fromEntries(topics.map((topic) => [topic, null])),
  seq: 0,
})

/** What has changed, gathered from rows and figures, for the pages that show it. */
export class ChangedTopics {
  private readonly byTopic = new Map<Topic, Set<string> | null>()
  /** Newest entry of the book among it. */
  seq = 0

  /** @param printerId of which printer; null: of any, or of what belongs to none */
  add(topic: Topic, printerId: string | null): void {
    const printerIds = this.byTopic.get(topic)
    if (printerIds === null) return
    if (printerId === null) this.byTopic.set(topic, null)
    else if (printerIds) printerIds.add(printerId)
    else this.byTopic.set(topic, new Set([printerId]))
  }

  addAll({ changed, seq }: LiveNotice): void {
    for (const [topic, printerIds] of Object.entries(changed) as [Topic, string[] | null][])
      for (const id of printerIds ?? [null]) this.add(topic, id)
    this.seq = Math.max(this.seq, seq)
  }

  /** @param mostNamed of more printers than so many it is said of any */
  toNotice(mostNamed = Infinity): LiveNotice {
    const changed: Changed = {}
    for (const [topic, printerIds] of this.byTopic)
      changed[topic] = printerIds && printerIds.size <= mostNamed ? [...printerIds] : null
    return { changed, seq: this.seq }
  }
}
