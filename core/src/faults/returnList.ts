import { hourMs } from '../maths/durations.ts'
/** A line of the table of what a change upsets, as far as the return to service goes by it. */
export interface UpsetRule {
  id: string
  changed: string
  slotKinds: readonly string[]
  events: readonly string[]
  /** Checks to be done again. */
  redo: readonly string[]
  /** What else is to be redone, in words. */
  also: readonly string[]
  /** Hours that must pass before it is used, 0 for none. */
  waitHours: number
  /** What is waited for. */
  waitFor: string | null
}

/** A part was changed in a slot of a kind, or something happened. */
export interface Change {
  what: { slotKind: string } | { event: string }
  atMs: number
  /** The part was mended where it sits: what must cure says so itself. */
  mended?: boolean
}

/** Something that must cure before the printer is used. */
export interface Cure {
  id: string
  words: string
  atMs: number
  untilMs: number
}

export interface ReturnFacts {
  changes: readonly Change[]
  /** When checks were last done. */
  checksDoneMs: Readonly<Record<string, number>>
  /** Lines that were ticked or waived, with when. */
  settled: readonly { item: string; atMs: number; waived: boolean }[]
  testPrints: readonly { atMs: number; passed: boolean }[]
  /** When a fault was closed: that asks for a test print as a changed part does. */
  closedMs: readonly number[]
  cures?: readonly Cure[]
}

export interface ReturnItem {
  /** The same for as long as the same line of the table asks for the same thing. */
  item: string
  kind: 'check' | 'also' | 'wait' | 'test print'
  /** Of a check: its id. */
  checkTypeId: string | null
  upsetId: string | null
  /** What is to be redone; empty for a check, which has a name of its own. */
  words: string
  /** After what. */
  after: string
  sinceMs: number
  /** Of a wait: until when. */
  untilMs: number | null
  state: 'open' | 'done' | 'waived'
}

export const testPrintItem = 'test print'

/**
 * What must be done before a printer is used again: for every change, what the table says that it upsets; last of all a test
 * print after the last change. What was done or waived after the latest change that asks for it is settled; a later change asks anew.
 * @param rules the table in force
 * @param facts what has happened since the printer came down
 * @param nowMs a wait is over when its hour has come
 * @returns in the order of the table, the test print last; empty when nothing was changed
 */
export function returnList(rules: readonly UpsetRule[], facts: ReturnFacts, nowMs: number): ReturnItem[] {
  const { changes, checksDoneMs, settled, testPrints, closedMs, cures = [] } = facts
  const items: ReturnItem[] = []
  for (const rule of rules) {
    const own = changes.filter(({ what }) =>
      'slotKind' in what ? rule.slotKinds.includes(what.slotKind) : rule.events.includes(what.event),
    )
    if (own.length === 0) continue
    const sinceMs = Math.max(...own.map(({ atMs }) => atMs))
    const add = (of: Pick<ReturnItem, 'item' | 'kind' | 'words'> & Partial<ReturnItem>, doneMs?: number) => {
      // A check that two changes ask for stands once, after the later of them.
      const there = items.find(({ item }) => item === of.item)
      if (there && there.sinceMs >= sinceMs) return
      if (there) items.splice(items.indexOf(there), 1)
      const tick = settled.findLast(({ item, atMs }) => item === of.item && atMs >= sinceMs)
      const over = of.untilMs != null && of.untilMs <= nowMs
      const done = over || (doneMs !== undefined && doneMs >= sinceMs) || (tick && !tick.waived)
      items.push({
        checkTypeId: null,
        untilMs: null,
        upsetId: rule.id,
        after: rule.changed,
        sinceMs,
        ...of,
        state: done ? 'done' : tick ? 'waived' : 'open',
      })
    }
    for (const checkTypeId of rule.redo)
      add({ item: `check ${checkTypeId}`, kind: 'check', checkTypeId, words: '' }, checksDoneMs[checkTypeId])
    for (const words of rule.also) add({ item: `${rule.id} ${words}`, kind: 'also', words })
    const fitted = own.filter(({ mended }) => !mended).map(({ atMs }) => atMs)
    if (rule.waitHours > 0 && fitted.length > 0)
      add({
        item: `${rule.id} wait`,
        kind: 'wait',
        words: rule.waitFor ?? 'Wait',
        untilMs: Math.max(...fitted) + rule.waitHours * hourMs,
      })
  }
  for (const { id, words, atMs, untilMs } of cures) {
    const item = `cure ${id}`
    const tick = settled.findLast((one) => one.item === item && one.atMs >= atMs)
    items.push({
      item,
      kind: 'wait',
      checkTypeId: null,
      upsetId: null,
      words,
      after: 'Mended in place',
      sinceMs: atMs,
      untilMs,
      state: untilMs <= nowMs ? 'done' : tick ? 'waived' : 'open',
    })
  }
  const last = Math.max(...changes.map(({ atMs }) => atMs), ...closedMs)
  if (last > -Infinity) {
    const print = testPrints.findLast(({ atMs }) => atMs >= last)
    const tick = settled.findLast(({ item, atMs }) => item === testPrintItem && atMs >= last)
    items.push({
      item: testPrintItem,
      kind: 'test print',
      checkTypeId: null,
      upsetId: null,
      words: 'Test print',
      after: 'All changes',
      sinceMs: last,
      untilMs: null,
      state: print?.passed ? 'done' : tick?.waived ? 'waived' : 'open',
    })
  }
  return items
}
