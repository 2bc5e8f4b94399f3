import { given } from '@diatribon/core'
import type { ModelSlot, PrinterModel, PrinterName } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import type { FormAction } from '../session/openSending.ts'
import { newKey } from '../ui/newKey.ts'

export const ages = ['not known', 'new', 'used'] as const
export type Age = (typeof ages)[number]
/** In the place of a part: the slot is empty. */
export const nothing = 'nothing'

/** What was said of the part in a slot, where it is not as usual. */
export interface SlotSaid {
  partTypeId?: string
  age?: Age
  hours?: number | undefined
}

/** A printer that is taken in. */
export interface TakeInDraft {
  printerId: string
  name: string
  room: string
  rack: string
  /** undefined: the next on its rack. */
  place: number | undefined
  modelId: string | null
  meterHours: number | undefined
  at: string | undefined
  /** By the name of the slot. */
  slots: Record<string, SlotSaid>
  /** All slots are shown, also where nothing needs to be said. */
  isOpen: boolean
  stepByStep: boolean
}

/** Begins where the last printer went, as one of its kind, so that the next is a name away. */
export function takeInBegun(models: PrinterModel[], printers: PrinterName[]): TakeInDraft {
  const byPlace = ({ rack, place }: PrinterName) => `${rack} ${String(place).padStart(4)}`
  const last = printers.reduce<PrinterName | null>(
    (best, one) => (!best || byPlace(one) > byPlace(best) ? one : best),
    null,
  )
  const usual = models.find(({ make, name }) => make === last?.make && name === last.model)
  return {
    printerId: newKey(),
    name: '',
    room: last?.room ?? '',
    rack: last?.rack ?? '',
    place: undefined,
    modelId: usual?.id ?? (models.length === 1 ? given(models[0]).id : null),
    meterHours: 0,
    at: undefined,
    slots: {},
    isOpen: false,
    stepByStep: true,
  }
}

/** The first place of a rack that nothing stands behind. */
export const nextPlace = (printers: PrinterName[], { room, rack }: Pick<TakeInDraft, 'room' | 'rack'>) =>
  Math.max(0, ...printers.filter((one) => one.room === room && one.rack === rack).map(({ place }) => place)) + 1

export const isSecondHand = ({ meterHours = 0 }: TakeInDraft) => meterHours > 0

/** The part in a slot, or `nothing`: the model's usual one, until somebody says otherwise; null: not said. */
export const partIn = ({ slots }: TakeInDraft, { name, partTypeId }: ModelSlot) =>
  slots[name]?.partTypeId ?? partTypeId ?? null

export const ageIn = (draft: TakeInDraft, { name }: ModelSlot): Age =>
  draft.slots[name]?.age ?? (isSecondHand(draft) ? 'not known' : 'new')

/** The first slot of which nobody has said what sits in it. */
export const unsaidSlot = (draft: TakeInDraft, model: PrinterModel | undefined) =>
  model?.slots.find((slot) => !partIn(draft, slot))

/** The take-in as it is sent, or what is missing. */
export function takeInAction(
  draft: TakeInDraft,
  model: PrinterModel | undefined,
  printers: PrinterName[],
): FormAction | string {
  if (!model) return 'Choose the model.'
  const unsaid = unsaidSlot(draft, model)
  if (unsaid) return `Say which part sits in ${unsaid.name}, or that nothing does.`
  const { printerId, name, room, rack, place, meterHours = 0, at, stepByStep, slots } = draft
  const filled = model.slots.filter((slot) => partIn(draft, slot) !== nothing)
  const used = filled.flatMap((slot): [string, number | null][] => {
    const age = ageIn(draft, slot)
    return age === 'new' ? [] : [[slot.name, age === 'used' ? (slots[slot.name]?.hours ?? null) : null]]
  })
  return {
    kind: 'take-in-printer',
    printerId,
    modelId: model.id,
    name,
    room,
    rack,
    place: place ?? nextPlace(printers, draft),
    meterHours,
    parts: Object.fromEntries(
      model.slots.map((slot) => [slot.name, filled.includes(slot) ? given(partIn(draft, slot)) : null]),
    ),
    ...(used.length > 0 ? { partHours: Object.fromEntries(used) } : {}),
    ...(stepByStep ? { stepByStep } : {}),
    ...told({ at }),
  }
}
