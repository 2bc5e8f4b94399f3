/** What the turns of a check may count by. Spools are those finished on the printer; hot hours those with its enclosure too warm. */
export const turnClocks = ['hours', 'prints', 'metres', 'spools', 'days', 'hot hours'] as const
export type TurnClock = (typeof turnClocks)[number]
export type OnTurnClocks = Record<TurnClock, number>

export interface Turns {
  /** Whichever comes first; may be empty. */
  every: readonly { clock: TurnClock; amount: number }[]
  /** Once, so much after take-in. */
  firstAfter: { clock: TurnClock; amount: number } | null
  /** Whether the next turn counts from when the check was done, or from the fixed grid that began at take-in. */
  countFrom: 'done' | 'grid'
  /** Share of an interval by which it may be early or late. */
  window: number
}

export interface TurnState {
  /** not yet: before its window; open: inside; overdue: past it. none: this check has no turns on this printer. */
  state: 'none' | 'not yet' | 'open' | 'overdue'
  /** The turn that comes first. */
  due: { clock: TurnClock; interval: number; left: number; isFirst: boolean } | null
  /** Days until it is due at the printer's usual running, 0 when it is; null: it does not run. */
  daysLeft: number | null
}

/**
 * When a check is next due on a printer, of all its clocks the one that comes first.
 *
 * From 'done', a turn is due one interval after the last time. On the 'grid', turns stand at whole intervals since take-in; a
 * check that is done serves the grid point nearest to it, so that doing it early or late does not shift the later ones.
 * @param turns the rule; amounts > 0, window 0 to 0.5
 * @param counted totals on every clock (days as a count of days): at take-in, now, when the rule began to hold for this printer
 *   (take-in or later), and when the check was last done or skipped
 * @param perDay how much a usual day brings on each clock; null or 0: none
 */
export function nextTurn(
  turns: Turns,
  counted: { takenIn: OnTurnClocks; began: OnTurnClocks; last: OnTurnClocks | null; now: OnTurnClocks },
  perDay: Partial<OnTurnClocks>,
): TurnState {
  const { takenIn, began, last, now } = counted
  const dues = turns.every.map(({ clock, amount }) => {
    const since = (last ?? began)[clock]
    const at =
      turns.countFrom === 'done'
        ? since + amount
        : takenIn[clock] + (gridPoint((since - takenIn[clock]) / amount, last !== null) + 1) * amount
    return { clock, interval: amount, left: at - now[clock], isFirst: false }
  })
  const first = turns.firstAfter
  if (first && !last) {
    const at = takenIn[first.clock] + first.amount
    // A rule that came later does not ask for what lay before it.
    if (at > began[first.clock] || same(takenIn, began))
      dues.push({ clock: first.clock, interval: first.amount, left: at - now[first.clock], isFirst: true })
  }
  if (dues.length === 0) return { state: 'none', due: null, daysLeft: null }
  const daysUntil = ({ clock, left }: (typeof dues)[number]): number => {
    if (left <= 0) return 0
    const rate = clock === 'days' ? 1 : (perDay[clock] ?? 0)
    return rate > 0 ? left / rate : Infinity
  }
  const due = dues.reduce((soonest, one) => {
    const [a, b] = [daysUntil(soonest), daysUntil(one)]
    if (a !== b) return b < a ? one : soonest
    return one.left / one.interval < soonest.left / soonest.interval ? one : soonest
  })
  const slack = turns.window * due.interval
  const days = daysUntil(due)
  return {
    state: due.left > slack ? 'not yet' : due.left < -slack ? 'overdue' : 'open',
    due,
    daysLeft: Number.isFinite(days) ? days : null,
  }
}

/** The turn that was served last, as a number of intervals: the nearest one when the check was done, else the one behind. */
const gridPoint = (intervals: number, wasDone: boolean) =>
  // Sums of decimals may end a hair below a whole number.
  wasDone ? Math.round(intervals) : Math.floor(intervals + 1e-9)

const same = (a: OnTurnClocks, b: OnTurnClocks) => turnClocks.every((clock) => a[clock] === b[clock])
