import type { Freshness } from '../freshness.ts'
import type { MachineLimits } from '../parts/model.ts'
import type { RateChange, WhereFirst } from '@diatribon/core'
import type { UpgradeContent, Verdict } from './upgrade.ts'

/** How much a design should save in a year, and from what that follows. */
export interface UpgradeSaving {
  /** Faults of its causes in a year, at today's use, on printers that do not have it. */
  faultsPerYear: number
  /** 95 % of it. */
  faultsRange: [lower: number, upper: number]
  faultsSeen: number
  costOfFaultMinor: number
  /** Expected in a year, at full roll-out; with its 95 %. */
  savedMinor: number
  savedRange: [lower: number, upper: number]
  /** What it costs on all printers that do not have it. */
  costMinor: number
  /** Years until it has paid for itself; null: never. */
  years: number | null
  /** Chance that it pays for itself within two years. */
  chance: number
}

export type { WhereFirst }

export interface UpgradeLine {
  id: string
  version: number
  content: UpgradeContent
  dropped: boolean
  /** Printers that could have it, and those that do. */
  fits: number
  installed: number
  saving: UpgradeSaving
  whereFirst: WhereFirst
  why: string
  verdict: { words: string; rates: RateChange | null; found: Verdict }
  /** A lead has closed it. */
  closed: { verdict: Verdict; reason: string; who: string; at: string } | null
}

export interface UpgradesPage {
  fresh: Freshness
  upgrades: UpgradeLine[]
  /** In one sentence: what to begin with. */
  advice: string
  rules: StandingRule[]
}

/** When this part comes out because it failed, fit that one. */
export interface StandingRule {
  partTypeId: string
  insteadId: string
  reason: string
  who: string
  at: string
}

export interface InstalledUpgrade {
  changeId: string
  printer: { id: string; name: string; place: string }
  version: number
  at: string
  runHours: number
  who: string
  undoneAt: string | null
  campaignId: string | null
}

/** What was printed here of a part of a design, into the stores. */
export interface PrintedPart {
  itemId: string
  pieces: number
  /** Names of the printers that printed them. */
  on: string[]
  /** Of those whose job is known: running hours for one; null: of none. */
  hoursEach: number | null
  jobs: number
}

export type Arm = 'gets it' | 'compared'

export interface Campaign {
  id: string
  name: string
  upgradeId: string
  trial: boolean
  seed: number | null
  at: string
  who: string
  ended: { at: string; reason: string } | null
  printers: {
    id: string
    name: string
    place: string
    model: string
    runHours: number
    arm: Arm
    pair: number
    installed: { changeId: string; at: string; onHold: boolean } | null
  }[]
}

/** A printer that could get it. */
export interface UpgradeCandidate {
  id: string
  name: string
  place: string
  rack: string
  modelId: string
  model: string
  runHours: number
  has: boolean
}

/** A reading of printers that got it: the mean of those before and after. */
export interface ReadingChange {
  name: string
  unit: string
  printers: number
  before: { mean: number; count: number }
  after: { mean: number; count: number }
  /** Mean of the differences printer by printer, with 95 %; null: too few. */
  difference: { mean: number; limits: [lower: number, upper: number] } | null
}

export interface Watching {
  events: number
  hours: number
}

export interface DidItHelp {
  before: Watching
  after: Watching
  rates: RateChange | null
  /** Printers that did not get it, over the same time. */
  others: { before: Watching; after: Watching; rates: RateChange | null } | null
  /** The change beside theirs: rate after over before, over that of the others. */
  beside: { ratio: number; limits: [lower: number, upper: number] } | null
  warnings: string[]
  verdict: Verdict
  words: string
  /** The faults behind it. */
  faults: { id: string; printer: string; at: string; when: 'before' | 'after'; words: string; entrySeq: number }[]
  readings: ReadingChange[]
}

export interface TestPiece {
  seq: number
  printerId: string
  printer: string
  when: 'before' | 'after'
  photo: string
  what: string
  at: string
}

export interface UpgradePage {
  line: UpgradeLine
  versions: { version: number; at: string; who: string; content: UpgradeContent }[]
  installed: InstalledUpgrade[]
  campaigns: Campaign[]
  help: DidItHelp
  pieces: TestPiece[]
  printed: PrintedPart[]
}

/** Limits of one printer that differ from its model's. */
export type OwnLimits = Partial<MachineLimits>
