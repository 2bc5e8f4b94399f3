import Joi from 'joi'
import type { Standing } from '@diatribon/core'
import type { Freshness } from '../freshness.ts'
import { dayField } from '../momentFields.ts'
import type { Role } from '../rights.ts'

/** By which rates costs are reckoned. */
export interface CostRates {
  /** Of whoever has no rate of their role. */
  labourMinorPerHour: number
  roles: Partial<Record<Exclude<Role, 'device' | 'visitor'>, number>>
  /** null: power is left out. */
  powerMinorPerKWh: number | null
  /** What a printer draws while it runs, on average. */
  watts: number | null
  /** null: lost filament is left out. */
  filamentMinorPerKg: number | null
}

export const costKinds = ['parts', 'upgrades', 'materials', 'labour', 'lost prints', 'filament', 'power'] as const
export type CostKind = (typeof costKinds)[number]

/** One line of costs: a printer, a model, a part type or a month. */
export interface CostLine {
  id: string
  name: string
  runHours: number
  minor: Record<CostKind, number>
  sumMinor: number
  /** null: it did not run. */
  perHourMinor: number | null
  failures: number
  daysDown: number
  /** Of a printer: keep, rebuild or retire, beside others of its model, and how many times as dear. */
  standing: { standing: Standing; times: number | null } | null
}

/** A cost as the book has it. */
export interface CostEntry {
  seq: number
  at: string
  printer: string
  kind: CostKind
  words: string
  minor: number
}

export const costGroups = ['printer', 'model', 'part type', 'month'] as const
export type CostGroup = (typeof costGroups)[number]

export interface CostsPage {
  fresh: Freshness
  from: string
  until: string
  by: CostGroup
  lines: CostLine[]
  all: CostLine
  rates: CostRates
  /** The dearest first. */
  entries: CostEntry[]
  /** What each closed fault cost, the dearest first. */
  faults: { id: string; seq: number; printer: string; at: string; words: string; minutes: number; minor: number }[]
  /** What printers of a model made in an hour of running, where goods were counted. */
  goods: { model: string; goods: string; pieces: number; perHour: number }[]
  /** What could not be reckoned, and why. */
  notes: string[]
}

export interface CostsQuery {
  /** First and last day, in the site's zone. */
  from: string
  until: string
  by?: CostGroup
  printer?: string
}

export const costsQuery = Joi.object<CostsQuery>({
  from: dayField.required(),
  until: dayField.required(),
  by: Joi.string().valid(...costGroups),
  printer: Joi.string().uuid(),
})
