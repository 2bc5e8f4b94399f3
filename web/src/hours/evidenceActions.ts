import type { ActionKindName } from '@diatribon/contract'
import type { FormAction } from '../session/openSending.ts'

export const evidenceNames = {
  meter: 'Meter reading',
  job: 'A finished job',
  tally: 'Paper tally',
  goods: 'Goods made',
  spool: 'A spool used up',
  idle: 'Nothing ran',
} as const
export type EvidenceName = keyof typeof evidenceNames

export const actionOf: Record<EvidenceName, ActionKindName> = {
  meter: 'count-hours',
  job: 'finish-job',
  tally: 'count-tally',
  goods: 'count-goods',
  spool: 'finish-spool',
  idle: 'mark-idle',
}

/** What the form holds, whatever the kind; each kind uses some of it. */
export interface EvidenceFields {
  meterHours?: number
  meter: 'went on' | 'was reset' | 'was replaced'
  newMeterBeganAt?: number
  oldMeterEndedAt?: number
  from?: string
  hours?: number
  metres?: number
  name: string
  abrasive: boolean
  outcome: 'good' | 'failed' | 'stopped'
  prints?: number
  minutesEach?: number
  pieces?: number
  piecesPerPrint?: number
  goods: string
  spoolId: string | null
  netGrams?: number
  diameterMm?: number
  densityGPerCm3?: number
  reason: string
}

export const emptyFields: EvidenceFields = {
  meter: 'went on',
  name: '',
  abrasive: false,
  outcome: 'good',
  goods: '',
  spoolId: null,
  diameterMm: 1.75,
  densityGPerCm3: 1.24,
  reason: '',
}

/**
 * The action that the filled-in form stands for.
 * @returns the action, or the sentence that says what is missing
 */
export function evidenceAction(kind: EvidenceName, printerId: string, f: EvidenceFields): FormAction | string {
  switch (kind) {
    case 'meter':
      if (f.meterHours === undefined) return 'Type what the meter shows.'
      if (f.meter === 'was replaced' && f.newMeterBeganAt === undefined) return 'Type what the new meter began at.'
      return {
        kind: 'count-hours',
        printerId,
        meterHours: f.meterHours,
        ...(f.meter === 'was reset' ? { meterWasReset: true } : {}),
        ...(f.meter === 'was replaced' ? { newMeterBeganAt: f.newMeterBeganAt } : {}),
        ...(f.meter !== 'went on' && f.oldMeterEndedAt !== undefined ? { oldMeterEndedAt: f.oldMeterEndedAt } : {}),
      }
    case 'job':
      if (f.hours === undefined) return 'Type how many hours the job ran.'
      return {
        kind: 'finish-job',
        printerId,
        hours: f.hours,
        outcome: f.outcome,
        abrasive: f.abrasive,
        ...(f.metres === undefined ? {} : { metres: f.metres }),
        ...(f.name.trim() ? { name: f.name.trim() } : {}),
        ...(f.spoolId ? { spoolId: f.spoolId } : {}),
      }
    case 'tally':
      if (!f.from) return 'Say since when the tally runs.'
      if (f.prints === undefined || f.minutesEach === undefined)
        return 'Type the number of prints and the minutes of one.'
      return { kind: 'count-tally', printerId, from: f.from, prints: f.prints, minutesEach: f.minutesEach }
    case 'goods':
      if (!f.from) return 'Say since when they were made.'
      if (!f.goods.trim()) return 'Say what was made.'
      if (f.pieces === undefined || f.minutesEach === undefined)
        return 'Type the number of pieces and the minutes of one.'
      return {
        kind: 'count-goods',
        printerId,
        from: f.from,
        goods: f.goods.trim(),
        pieces: f.pieces,
        minutesEach: f.minutesEach,
        ...(f.piecesPerPrint === undefined ? {} : { piecesPerPrint: f.piecesPerPrint }),
      }
    case 'spool': {
      const since = f.from ? { from: f.from } : {}
      if (f.spoolId) return { kind: 'finish-spool', printerId, spoolId: f.spoolId, ...since }
      const { netGrams, diameterMm, densityGPerCm3 } = f
      if (netGrams === undefined || diameterMm === undefined || densityGPerCm3 === undefined)
        return 'Choose the spool, or type its weight, diameter and density.'
      return { kind: 'finish-spool', printerId, netGrams, diameterMm, densityGPerCm3, abrasive: f.abrasive, ...since }
    }
    case 'idle':
      if (!f.from) return 'Say since when nothing ran.'
      if (!f.reason.trim()) return 'Say why nothing ran.'
      return { kind: 'mark-idle', printerId, from: f.from, reason: f.reason.trim() }
  }
}
