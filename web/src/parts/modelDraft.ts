import type { Kit, MachineLimits, ModelBed, ModelSlot, PrinterModel } from '@diatribon/contract'
import type { FormAction } from '../session/openSending.ts'
import { newKey } from '../ui/newKey.ts'

const usualLimits: MachineLimits = {
  plateXMm: 220,
  plateYMm: 220,
  heightMm: 250,
  nozzleMaxC: 260,
  bedMaxC: 100,
  chamberMaxC: null,
  enclosed: false,
  filamentMm: 1.75,
  tools: 1,
  accelerationMmPerS2: 1000,
  maxSpeedMmPerS: 150,
}

/** What is said of a printer model; rows keep their key while others go. */
export interface ModelDraft {
  modelId: string
  make: string
  name: string
  build: string
  slots: (ModelSlot & { key: string })[]
  limits: MachineLimits
  /** Held against the maker's sheet. */
  confirmed: boolean
  kits: (Kit & { key: string })[]
  bed: ModelBed | null
}

const keyed = <Row extends object>(rows: readonly Row[]) => rows.map((row) => ({ ...row, key: newKey() }))

/** @param copy a new one is begun from it, instead of changing it */
export function modelBegun(from: PrinterModel | null, copy: boolean): ModelDraft {
  return {
    modelId: from && !copy ? from.id : newKey(),
    make: from?.make ?? '',
    name: from ? (copy ? `${from.name} (copy)` : from.name) : '',
    build: from?.build ?? '',
    slots: keyed(from?.slots ?? [{ name: 'Nozzle', kind: 'nozzle' }]),
    limits: from?.limits ?? usualLimits,
    confirmed: from?.limitsConfirmed ?? false,
    kits: keyed(from?.kits ?? []),
    bed: from?.bed ?? null,
  }
}

/** The model as it is sent. */
export function modelAction(draft: ModelDraft, kind: 'add-model' | 'change-model'): FormAction {
  const { slots, limits, confirmed, kits, bed, ...rest } = draft
  return {
    kind,
    ...rest,
    slots: slots.map(({ key: _, partTypeId, replaceEvery, ...slot }) => ({
      ...slot,
      ...(partTypeId ? { partTypeId } : {}),
      ...(replaceEvery ? { replaceEvery } : {}),
    })),
    // An empty field of these says that there is none.
    limits: { ...limits, chamberMaxC: limits.chamberMaxC ?? null, insideMaxC: limits.insideMaxC ?? null },
    ...(confirmed ? {} : { limitsToConfirm: true as const }),
    kits: kits.map(({ key: _, ...kit }) => kit),
    ...(bed ? { bed } : {}),
  }
}

/** Four screws near the corners, to begin with. */
export function fourScrews({ plateXMm = 0, plateYMm = 0 }: Partial<MachineLimits>): ModelBed {
  const inset = 30
  return {
    screws: [
      { name: 'front left', xMm: inset, yMm: inset },
      { name: 'front right', xMm: plateXMm - inset, yMm: inset },
      { name: 'back left', xMm: inset, yMm: plateYMm - inset },
      { name: 'back right', xMm: plateXMm - inset, yMm: plateYMm - inset },
    ],
    pitchMm: 0.7,
    raisedBy: 'anticlockwise',
  }
}
