import type { BroughtAbout, Cause, FaultPage, InductionTopic, Permanence } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { newKey } from '../ui/newKey.ts'
import type { FormAction } from '../session/useAction.ts'

/** What is said of a fault that is over. */
export interface ClosingDraft {
  /** 'other': none of those that are known. */
  causeId: string
  /** undefined: as the chosen cause says. */
  mechanism: string | undefined
  broughtAbout: BroughtAbout | null
  topic: InductionTopic | null
  what: string
  minutes: number | undefined
  permanence: Permanence | ''
  dutyId: string
  promised: string
  dueDate: string
  photosBefore: string[]
  photosAfter: string[]
}

export const causesOffered = ({ diagnosis }: FaultPage): Cause[] => (diagnosis?.causes ?? []).map(({ cause }) => cause)

/** Begins with the change that helped and its cause, else the likeliest cause, and with the minutes that somebody was at work. */
export function closingBegun(page: FaultPage, nowMs: number, inAWeek: string): ClosingDraft {
  const causes = causesOffered(page)
  const helped = page.steps.findLast(({ kind, outcome }) => kind === 'change' && outcome === 'gone')
  const first = causes.find(({ id }) => id === helped?.causeId) ?? (helped ? undefined : causes[0])
  const worked = page.work.reduce(
    (sum, { from, until }) => sum + ((until ? Date.parse(until) : nowMs) - Date.parse(from)) / 60_000,
    0,
  )
  return {
    causeId: first?.id ?? 'other',
    mechanism: undefined,
    broughtAbout: null,
    topic: null,
    what: helped?.words ?? '',
    minutes: worked > 0 ? Math.round(worked) : undefined,
    permanence: '',
    dutyId: newKey(),
    promised: '',
    dueDate: inAWeek,
    photosBefore: [],
    photosAfter: [],
  }
}

/** The closing as it is sent, or what is missing. */
export function closeFault(page: FaultPage, draft: ClosingDraft): FormAction | string {
  const { broughtAbout, minutes, permanence, topic, what, dutyId, promised, dueDate } = draft
  if (!broughtAbout) return 'Say who or what brought it about.'
  if (!permanence) return 'Say whether it is mended for good.'
  if (minutes === undefined) return 'Say how many minutes the work took.'
  const chosen = causesOffered(page).find(({ id }) => id === draft.causeId)
  return {
    kind: 'close-fault',
    printerId: page.printer.id,
    faultId: page.fault.id,
    causeId: chosen?.id ?? null,
    mechanism: draft.mechanism ?? chosen?.mechanism ?? '',
    broughtAbout,
    topic,
    what,
    minutes,
    permanence,
    ...(permanence === 'temporary' ? { promise: { dutyId, what: promised, dueDate } } : {}),
    ...told({ photosBefore: draft.photosBefore, photosAfter: draft.photosAfter }),
  }
}
