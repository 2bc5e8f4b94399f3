import Joi from 'joi'
import { clocks, type Clock } from '../../hours/clock.ts'
import { jointsField, type PartJoint } from '../../parts/fit.ts'
import { uuid, words } from '../../fields/action.ts'

export interface PartTypePayload {
  partTypeId: string
  name: string
  /** The kind of slot it fits, such as "nozzle". */
  slotKind: string
  /** Minor units; null: not known yet. */
  priceMinor: number | null
  /** Staff minutes for a replacement in time. */
  minutes: number
  /** What a failure costs on top: lost print, time down, clean-up. Minor units; null: not known yet. */
  failureExtraMinor: number | null
  /** The clock that it ages by; hours when left out. */
  agesBy?: Clock
  /** The catalogue's interval, on that clock. */
  tradeInterval: number
  /** Highest nozzle temperature that it stands, such as a liner. */
  maxNozzleC?: number
  /** Opening of a nozzle, mm. */
  nozzleMm?: number
  /** Whether abrasive filament may run through it. */
  toleratesAbrasive?: boolean
  /** How much the catalogue's interval counts against our own lives; 1, about one failure, when left out. */
  tradeWeight?: number
  /** Due after so many metres of abrasive filament too, whichever comes first. */
  abrasiveMetresMost?: number
  /** What must agree where it meets its neighbours. */
  joints?: PartJoint[]
}

const money = Joi.number().integer().min(0).max(100_000_000)

export const partTypePayload = {
  partTypeId: uuid.required(),
  name: words(80).required(),
  slotKind: words(60).required(),
  priceMinor: money.min(1).allow(null).required(),
  minutes: Joi.number().min(0).max(10_000).required(),
  failureExtraMinor: money.min(1).allow(null).required(),
  agesBy: Joi.string().valid(...clocks),
  tradeInterval: Joi.number().greater(0).max(1_000_000).required(),
  maxNozzleC: Joi.number().min(50).max(1500),
  nozzleMm: Joi.number().min(0.1).max(2),
  toleratesAbrasive: Joi.boolean(),
  tradeWeight: Joi.number().min(0.05).max(50),
  abrasiveMetresMost: Joi.number().greater(0).max(1_000_000),
  joints: jointsField,
}
