import { fromMinor, toMinor, type Clock, type PartJoint, type PartType, type SignOff } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import type { FormAction } from '../session/openSending.ts'
import { newKey } from '../ui/newKey.ts'

export const ownKind = 'a kind of our own …'
export const noWork = 'none of these: no sign-off needed'
export const abrasiveWords = ['does not matter', 'stands it', 'is eaten by it'] as const

/** What is said of a part type. */
export interface PartTypeDraft {
  partTypeId: string
  name: string
  /** '': not chosen; `ownKind`: the table does not have it. */
  slotKind: string
  ownName: string
  /** The work of an own kind. */
  work: SignOff | typeof noWork | null
  /** In whole units of the currency. */
  price: number | undefined
  extra: number | undefined
  minutes: number | undefined
  agesBy: Clock
  tradeInterval: number | undefined
  tradeWeight: number | undefined
  maxNozzleC: number | undefined
  nozzleMm: number | undefined
  abrasiveMetresMost: number | undefined
  abrasive: (typeof abrasiveWords)[number]
  joints: PartJoint[]
}

/** @param copy a new one is begun from it, instead of changing it */
export function partTypeBegun(from: PartType | null, copy: boolean, currency: string): PartTypeDraft {
  const inUnit = (minor: number | null | undefined) => (minor == null ? undefined : fromMinor(minor, currency))
  const stands = from?.toleratesAbrasive
  return {
    partTypeId: from && !copy ? from.id : newKey(),
    name: from ? (copy ? `${from.name} (copy)` : from.name) : '',
    slotKind: from?.slotKind ?? '',
    ownName: '',
    work: null,
    price: inUnit(from?.priceMinor),
    extra: inUnit(from?.failureExtraMinor),
    minutes: from?.minutes,
    agesBy: from?.agesBy ?? 'hours',
    tradeInterval: from?.tradeInterval,
    tradeWeight: from?.tradeWeight ?? 1,
    maxNozzleC: from?.maxNozzleC ?? undefined,
    nozzleMm: from?.nozzleMm ?? undefined,
    abrasiveMetresMost: from?.abrasiveMetresMost ?? undefined,
    abrasive: stands == null ? 'does not matter' : stands ? 'stands it' : 'is eaten by it',
    joints: from?.joints ?? [],
  }
}

/** The part type as it is sent, with its kind of slot where that is new; or what is missing. */
export function partTypeActions(
  draft: PartTypeDraft,
  kind: 'add-part-type' | 'change-part-type',
  currency: string,
): FormAction | FormAction[] | string {
  const { slotKind, ownName, work, price, extra, minutes, tradeInterval, nozzleMm, abrasive, joints, ...rest } = draft
  const isOwn = slotKind === ownKind
  if (!slotKind) return 'Choose the kind of slot it fits.'
  if (isOwn && !work) return 'Say what work it is to change a part there.'
  if (minutes === undefined) return 'Say how many minutes a replacement takes.'
  if (tradeInterval === undefined) return 'Say the usual interval.'
  const inMinor = (units: number | undefined) => (units === undefined ? null : toMinor(units, currency))
  const part = {
    ...rest,
    slotKind: isOwn ? ownName.trim() : slotKind,
    priceMinor: inMinor(price),
    failureExtraMinor: inMinor(extra),
    minutes,
    tradeInterval,
    ...(slotKind === 'nozzle' ? { nozzleMm } : {}),
    ...(joints.length > 0 ? { joints: joints.map((joint) => told(joint) as PartJoint) } : {}),
    ...(abrasive === 'does not matter' ? {} : { toleratesAbrasive: abrasive === 'stands it' }),
  }
  if (!isOwn) return { kind, ...part }
  const ownWork = work === noWork ? null : work
  return [
    { kind: 'add-slot-kind', slotKindId: newKey(), name: ownName.trim(), work: ownWork },
    { kind: 'add-part-type', ...part },
  ]
}
