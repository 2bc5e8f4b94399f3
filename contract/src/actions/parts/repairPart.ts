import { spoilt, type Spoilt } from '@diatribon/core'
import Joi from 'joi'
import { permanences, type Permanence } from '../../faults/fault.ts'
import { repairEffects, repairWays, type RepairEffect, type RepairWay } from '../../parts/repair.ts'
import { confirmedWorkField } from '../../people/signOffFields.ts'
import type { ConfirmedWork } from '../../people/signOffs.ts'
import {
  dayField,
  photoIds,
  printerAction,
  uuid,
  words,
  workMinutes,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** A part is mended where it sits: it is no new part, and its life goes on. */
export interface RepairPart extends PrinterActionHeader<'repair-part'> {
  slotId: string
  fittingId: string
  /** Why it needed mending; left out where it was cared for before anything was wrong. */
  was?: Spoilt
  way: RepairWay
  what: string
  effect: RepairEffect
  permanence: Permanence
  /** When somebody must come back to it. */
  comeBack?: { dutyId: string; dueDate: string }
  minutes: number
  /** Glue, grease, shims: what they cost, and which of them come from the stores. */
  materialsMinor?: number
  materials?: { itemId: string; pieces: number }[]
  /** Hours that something must cure before the printer is used. */
  cureHours?: number
  faultId?: string
  photos?: string[]
  confirmed?: ConfirmedWork[]
}

export const repairPart: ActionShape<RepairPart> = {
  schema: printerAction<RepairPart>('repair-part', {
    slotId: uuid.required(),
    fittingId: uuid.required(),
    was: Joi.string().valid(...spoilt),
    way: Joi.string()
      .valid(...repairWays)
      .required(),
    what: words(1000).required(),
    effect: Joi.string()
      .valid(...repairEffects)
      .required(),
    permanence: Joi.string()
      .valid(...permanences)
      .required(),
    comeBack: Joi.object({ dutyId: uuid.required(), dueDate: dayField.required() }),
    minutes: workMinutes.required(),
    materialsMinor: Joi.number().integer().min(0).max(100_000_000),
    materials: Joi.array()
      .items(Joi.object({ itemId: uuid.required(), pieces: Joi.number().greater(0).max(10_000).required() }))
      .max(20)
      .unique('itemId'),
    cureHours: Joi.number().greater(0).max(1000),
    faultId: uuid,
    photos: photoIds,
    confirmed: confirmedWorkField,
  }),
  summary: 'Mend a part where it sits.',
}
