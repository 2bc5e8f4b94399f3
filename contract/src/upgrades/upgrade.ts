import type { PrinterEvent } from '../checks/upset.ts'
import type { MachineLimits } from '../parts/model.ts'
import type { AttachedFile } from '../attachment.ts'
import type { SignOff } from '../people/signOffs.ts'

/** What an upgrade does to a printer's record; slots go by their names. */
export type UpgradeStep =
  | { kind: 'add slot'; slot: string; slotKind: string; partTypeId?: string }
  | { kind: 'fit part'; slot: string; partTypeId: string }
  | { kind: 'change slot'; slot: string; slotKind: string; partTypeId?: string }
  | { kind: 'remove slot'; slot: string }
  | { kind: 'set limit'; limit: LimitName; value: number }

export type LimitName = Exclude<keyof MachineLimits, 'enclosed' | 'tools' | 'filamentMm'>
export const limitNames = [
  'plateXMm',
  'plateYMm',
  'heightMm',
  'nozzleMaxC',
  'bedMaxC',
  'chamberMaxC',
  'insideMaxC',
  'accelerationMmPerS2',
  'maxSpeedMmPerS',
] as const satisfies readonly LimitName[]

/** Bought, or printed here: then with its hours and grams. */
export interface UpgradePart {
  name: string
  pieces: number
  made: 'bought' | 'printed here'
  /** Of one piece, minor units; null: not known. */
  priceMinor: number | null
  hours?: number
  grams?: number
  /** Where it lies in the stores: taken from there when it is installed. */
  itemId?: string
  /** What the file is called and where it lies. */
  file?: string
  /** The file itself, kept with the workshop's photos. */
  attached?: AttachedFile
}

export const schools = ['same part again', 'lined', 'harder', 'another way', 'something added'] as const
export type School = (typeof schools)[number]

export interface UpgradeContent {
  name: string
  what: string
  /** What it is meant to cure, and how much of it. */
  cures: {
    causeIds: string[]
    symptomIds: string[]
    /** Share of those faults that should stay away, 0 to 1. */
    share: number
  }
  /** Models that it fits; empty: all. */
  models: string[]
  parts: UpgradePart[]
  tools: string[]
  minutes: number
  signOffs: SignOff[]
  cautions: string[]
  /** What it upsets beside the parts that it changes. */
  events: PrinterEvent[]
  steps: UpgradeStep[]
  /** A guard that it removes, and why that is acceptable. */
  guard: { removes: string; riskNote: string } | null
  footprint: string | null
  wayBack: string
  foundIn: string | null
  /** Other designs against the same trouble stand beside it under one heading. */
  against: string | null
  school: School
  /** It only puts the cause off. */
  postponesOnly: boolean
  photos: string[]
}

export const verdicts = ['helped', 'no sign yet', 'made it worse'] as const
export type Verdict = (typeof verdicts)[number]
