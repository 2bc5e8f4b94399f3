import type { Freshness } from '../freshness.ts'
import Joi from 'joi'
import { uuid, words } from '../fields/action.ts'

/** Something that lies on a shelf. */
export interface ItemContent {
  name: string
  /** The part type that it is; null: glue, screws and the like. */
  partTypeId: string | null
  place: string | null
  supplier: string | null
  /** Days from the order until it is here. */
  leadDays: number
  /** Pieces that are bought at once. */
  packOf: number
  /** Bar code on its bag. */
  code: string | null
  madeHere: boolean
  /** Pieces that are kept of what is no wear part; null: none in particular. */
  least: number | null
  /** What one holds, when it comes as a kit: it is taken apart as it comes in, and its pieces lie on the shelf. */
  contents?: KitLine[]
}

/** One thing in a kit. */
export interface KitLine {
  itemId: string
  pieces: number
}

export const itemContent = Joi.object({
  name: words(80).required(),
  partTypeId: uuid.allow(null).required(),
  place: words(80).allow(null).required(),
  supplier: words(120).allow(null).required(),
  leadDays: Joi.number().integer().min(0).max(730).required(),
  packOf: Joi.number().integer().min(1).max(10_000).required(),
  code: words(60).allow(null).required(),
  madeHere: Joi.boolean().required(),
  least: Joi.number().integer().min(0).max(100_000).allow(null).required(),
  contents: Joi.array()
    .items(Joi.object({ itemId: uuid.required(), pieces: Joi.number().integer().min(1).max(10_000).required() }))
    .min(1)
    .max(40)
    .unique('itemId'),
})

/** By what a line is bought or made, and what is there. */
export interface StockLine {
  id: string
  content: ItemContent
  retired: boolean
  onHand: number
  /** Taken when the books had none: somebody should count. */
  unaccounted: number
  countedAt: string | null
  /** Paid for one piece at the last receipt; null: not known. */
  paidMinor: number | null
  /** Catalogue's price of one piece. */
  priceMinor: number | null
  used: UsedStock[]
  keep: Keep | null
  /** What was ordered and has not come in yet, the oldest first. */
  ordered: OpenOrder[]
}

/** Pieces of an order that have not come in yet. */
export interface OpenOrder {
  /** Number of the entry that told of it. */
  seq: number
  /** Key of that entry, when the reader may take it back; null otherwise. */
  takeBackKey: string | null
  pieces: number
  at: string
  supplier: string | null
  expectedOn: string
  isLate: boolean
}

/** A used part that lies there. */
export interface UsedStock {
  fittingId: string
  age: number
  ageIsKnown: boolean
  clock: string
  from: string
}

/** What to have of it, and what to order. */
export interface Keep {
  /** Expected to be used until what is ordered now is here, and until the next look at the shelf after that. */
  demand: number
  demandRange: [lower: number, upper: number]
  horizonDays: number
  keep: number
  /** Chance that it lasts. */
  probability: number
  /** Of the school that keeps two of each. */
  twoOfEach: { probability: number; valueMinor: number | null }
  valueMinor: number | null
  order: number
  /** Day on which the last one is expected to be gone; null: not within a year. */
  runsOut: string | null
}

/** Of one part type, for whoever is about to take one. */
export interface OnShelf {
  pieces: number
  place: string | null
  /** When the oldest open order should be here; null: none is under way. */
  expectedOn: string | null
}

export interface StoresPage {
  fresh: Freshness
  items: StockLine[]
  /** Part types in use that are no item yet. */
  notKept: { id: string; name: string }[]
  target: number
  reviewDays: number
}

export interface StockMove {
  seq: number
  at: string
  who: string
  what: 'received' | 'counted' | 'used' | 'fitted'
  pieces: number
  paidMinor: number | null
  words: string
  takenBack: boolean
  /** Key of the entry, where it is one of the stores alone and the reader may take it back. */
  takeBackKey: string | null
}

export interface ItemPage {
  line: StockLine
  /** Kits that it comes in. */
  kits: { id: string; name: string; pieces: number }[]
  moves: StockMove[]
  prices: { at: string; eachMinor: number; pieces: number; supplier: string | null }[]
}
