import type { OutOfOrder } from '@diatribon/core'
import type { OnEveryClock } from '../hours/clock.ts'
import type { Repair } from '../parts/repair.ts'
import type { Kit } from '../parts/kit.ts'
import type { MachineLimits } from '../parts/model.ts'

/** What sits in a slot at a moment. */
export interface BuiltSlot {
  id: string
  name: string
  kind: string
  /** When the printer got the slot; null: with the take-in. */
  since: string | null
  /** null: the slot was empty. */
  part: {
    fittingId: string
    partTypeId: string
    name: string
    fittedAt: string
    /** Age on every clock. */
    age: OnEveryClock
    ageIsKnown: boolean
  } | null
}

/** A printer as it was built at a moment, and what that lets it do. */
export interface AsBuilt {
  at: string
  /** Counters at that moment, and days since take-in. */
  counters: OnEveryClock
  slots: BuiltSlot[]
  kits: Kit[]
  /** null: the model's limits are not in the catalogue. */
  limits: {
    /** With the printer's own laid over the model's. */
    model: MachineLimits
    own: { limits: Partial<MachineLimits>; reason: string; at: string }[]
    nozzleMaxC: number
    nozzleLimitedBy: string | null
    abrasiveForbiddenBy: string[]
  } | null
  /** Upgrades that were on it. */
  upgrades: { changeId: string; upgradeId: string; name: string; version: number; at: string }[]
  /** What was mended up to then, newest first. */
  repairs: Repair[]
  /** Newest baseline value of each name up to that moment. */
  baseline: BaselineReading[]
}

export interface BaselineReading {
  step: string | null
  name: string
  value: number | null
  unit: string | null
  choice: string | null
  at: string
  runHours: number
  /** What speaks against it; null: nothing. */
  outOfOrder: OutOfOrder | null
}
