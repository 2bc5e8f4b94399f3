import Joi from 'joi'
import { words } from '../fields/action.ts'

/** One thing that a box should hold. */
export interface BoxLine {
  what: string
  pieces: number
}

export const boxLines = Joi.array().items(
  Joi.object({ what: words(80).required(), pieces: Joi.number().integer().min(1).max(10_000).required() }),
)

/** The repair box: what it should hold, where it is, and when somebody looked into it. */
export interface Box {
  id: string
  name: string
  holds: BoxLine[]
  /** Where it belongs. */
  home: string
  checkEveryDays: number
  retired: boolean
  /** Where it is now, and who has it; null: nobody. */
  place: string
  withWhom: string | null
  movedAt: string
  checkedAt: string | null
  missing: BoxLine[]
  checkDue: string
  isOverdue: boolean
}

/** A printer that is out of the house, or was. */
export interface Loan {
  to: string
  untilDay: string
  condition: string
  photos: string[]
  at: string
  who: string
  back: { at: string; condition: string; photos: string[] } | null
}
