import { hourMs } from '../maths/durations.ts'
import { InputProblem } from '../inputProblem.ts'

export interface Span {
  fromMs: number
  untilMs: number
}

export interface Downtime {
  hours: number
  /** Somebody was at it; two at once count once. */
  workingHours: number
  /** For parts, for people, for glue. */
  waitingHours: number
}

/** Length of the union of spans inside one span, ms: what overlaps counts once. */
function coveredMs(inside: Span, spans: readonly Span[]): number {
  let covered = 0
  let reached = inside.fromMs
  for (const { fromMs, untilMs } of [...spans].sort((a, b) => a.fromMs - b.fromMs)) {
    const from = Math.max(fromMs, reached)
    const until = Math.min(untilMs, inside.untilMs)
    if (until > from) covered += until - from
    reached = Math.max(reached, until)
  }
  return covered
}

/**
 * Time down, split into working and waiting.
 * @param down from report to release, ms since 1970
 * @param work when somebody worked on the printer; may overlap and reach beyond
 * @param toldMinutes what people say they worked; counts where no span was kept, and never beyond the time down
 * @throws InputProblem 'time-reversed'
 * Source: the terms down time and active maintenance time of IEC 60050-192; the split is plain arithmetic.
 */
export function splitDowntime(down: Span, work: readonly Span[], toldMinutes = 0): Downtime {
  if ([down, ...work].some(({ fromMs, untilMs }) => untilMs < fromMs))
    throw new InputProblem('time-reversed', 'A span ends before it begins.')
  const whole = down.untilMs - down.fromMs
  const kept = coveredMs(down, work)
  const working = kept > 0 ? kept : Math.min(whole, toldMinutes * 60_000)
  return { hours: whole / hourMs, workingHours: working / hourMs, waitingHours: (whole - working) / hourMs }
}
