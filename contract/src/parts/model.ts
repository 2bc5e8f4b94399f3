import type { Kit } from './kit.ts'
import type { MachineLimits } from '@diatribon/core'

export type { MachineLimits }

export interface ModelSlot {
  name: string
  kind: string
  /** The part that it usually comes with. */
  partTypeId?: string
  /** A duty of the model: replace at this interval instead of the catalogue's, on the part's clock. */
  replaceEvery?: number
}

/** How the bed of a model is carried: its screws, their thread, and which way lifts. */
export interface ModelBed {
  /** mm from the plate's front left corner; a screw may lie outside the plate. */
  screws: { name: string; xMm: number; yMm: number }[]
  /** Travel per turn. */
  pitchMm: number
  /** Turned so, seen from above, a screw raises the bed. */
  raisedBy: 'clockwise' | 'anticlockwise'
}

/** A template of slots, limits and duties, from which printers are taken in. */
export interface PrinterModel {
  id: string
  make: string
  name: string
  build: string
  slots: ModelSlot[]
  limits: MachineLimits | null
  /** Whether somebody has held them against the maker's sheet. */
  limitsConfirmed: boolean
  kits: Kit[]
  bed: ModelBed | null
  /** How many printers of it stand here. */
  printers: number
}

/** What limits are called, and their units. */
export const limitNaming: Record<keyof MachineLimits, [name: string, unit: string]> = {
  plateXMm: ['plate width', 'mm'],
  plateYMm: ['plate depth', 'mm'],
  heightMm: ['height', 'mm'],
  nozzleMaxC: ['highest nozzle temperature', '°C'],
  bedMaxC: ['highest bed temperature', '°C'],
  chamberMaxC: ['highest chamber temperature', '°C'],
  enclosed: ['enclosed', ''],
  insideMaxC: ['warmest air inside', '°C'],
  filamentMm: ['filament', 'mm'],
  tools: ['tools', ''],
  accelerationMmPerS2: ['acceleration', 'mm/s²'],
  maxSpeedMmPerS: ['highest speed', 'mm/s'],
}

/** What is around a machine, and how warm it may be in there: "enclosed, not heated, air inside 45 °C at most". */
export function insideWords({ enclosed, chamberMaxC, insideMaxC }: MachineLimits): string {
  const around =
    chamberMaxC !== null ? `heated to ${chamberMaxC} °C at most` : enclosed ? 'enclosed, not heated' : 'open'
  return insideMaxC == null ? around : `${around}, air inside ${insideMaxC} °C at most`
}
