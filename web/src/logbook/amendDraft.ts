import type { Correction, LogEntry } from '@diatribon/contract'
import type { FormAction } from '../session/openSending.ts'

/** How an entry is put right. */
export interface AmendDraft {
  way: 'correct' | 'take back'
  /** As it should stand; begins as it stands. */
  correction: Correction
  reason: string
}

const asItStands = ({ correctable }: LogEntry): Correction => correctable ?? {}
export const canBeCorrected = (entry: LogEntry) => Object.keys(asItStands(entry)).length > 0

export const amendBegun = (entry: LogEntry): AmendDraft => ({
  way: canBeCorrected(entry) ? 'correct' : 'take back',
  correction: asItStands(entry),
  reason: '',
})

/** The amendment as it is sent, or what is missing. */
export function amendAction(entry: LogEntry, { way, correction, reason }: AmendDraft): FormAction | string {
  const amend = { kind: 'amend', entryKey: entry.key, reason } as const
  if (way === 'take back') return { ...amend, takeBack: true }
  const changed = changesOf(asItStands(entry), correction)
  return Object.keys(changed).length === 0 ? 'Nothing has been changed yet.' : { ...amend, correction: changed }
}

/** What differs from what stands; of ages, those slots alone. */
function changesOf(from: Correction, to: Correction): Correction {
  const names = (Object.keys(from) as (keyof Correction)[]).filter((name) => to[name] !== from[name])
  const { partHours, ...changed } = Object.fromEntries(names.map((name) => [name, to[name]])) as Correction
  const ages = Object.entries(partHours ?? {}).filter(([slot, hours]) => hours !== from.partHours?.[slot])
  return ages.length > 0 ? { ...changed, partHours: Object.fromEntries(ages) } : changed
}
