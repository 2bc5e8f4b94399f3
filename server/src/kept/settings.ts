import type { FigureName } from '@diatribon/contract'

/**
 * Whose figure a changed row makes stale: that of the printer, part type or upgrade that the row names or is; everyone's; or everyone's,
 * but in time: a count moves the age of every part that runs a little, and a fit follows that at most once a minute.
 */
type Whose = 'id' | 'printerId' | 'partTypeId' | 'upgradeId' | 'everyone' | 'everyone, in time'

type Row = Readonly<Record<string, unknown>>

interface Settings {
  about: 'printer' | 'part type' | 'upgrade'
  /** Facts that it follows from, by the name that the facts have for their table. */
  follows: Partial<Record<string, Whose>>
  /** Changes of such rows that it does not follow: what it makes of them stays as it is. `was` is undefined where the row is new. */
  unless?: Partial<Record<string, (row: Row, was: Row | undefined) => boolean>>
  /** It follows at most so often: a count moves many ages a little, and a reading many limits. */
  patienceMs?: number
  /** So many at a time, where each takes long: what falls due need not wait behind them. */
  perSlice?: number
}

/** Columns that none of them follows from: a thermometer tells those of the printer every minute. */
export const followedByNone: Partial<Record<string, readonly string[]>> = {
  printer: ['enclosureC', 'enclosureAt'],
  site: ['name', 'address', 'mainsVolts', 'currency', 'relaxed', 'createdAt'],
}

/** What the readings of a printer follow from, as series that restart where something was changed. */
const series: Settings['follows'] = {
  reading: 'printerId',
  adjustment: 'printerId',
  printerEvent: 'printerId',
  fitting: 'printerId',
  slot: 'printerId',
  limitChange: 'printerId',
  readingKind: 'everyone',
  material: 'everyone',
  upset: 'everyone',
}

const costsNothing = ({ paidMinor }: Row) => paidMinor === null
/** Nobody has worked before they came. */
const sameRole = (row: Row, was: Row | undefined) => !was || row.role === was.role

/**
 * What is set of each figure, and what it is a function of, besides the day. Whatever changes one of these rows says so in the same commit, so that
 * no figure can be taken for true that is not.
 */
export const settings: Record<FigureName, Settings> = {
  forecast: { about: 'printer', follows: { printer: 'id', counterPoint: 'printerId', site: 'everyone' } },
  judgement: {
    about: 'part type',
    perSlice: 8,
    follows: {
      partType: 'id',
      fitting: 'partTypeId',
      policy: 'partTypeId',
      neighbourLives: 'partTypeId',
      site: 'everyone',
      checkType: 'everyone, in time',
      model: 'everyone, in time',
      counterPoint: 'everyone, in time',
      stepResult: 'everyone, in time',
    },
  },
  lifeCurves: {
    about: 'part type',
    patienceMs: 120_000,
    perSlice: 2,
    follows: {
      partType: 'id',
      fitting: 'partTypeId',
      site: 'everyone',
      fault: 'everyone, in time',
      cause: 'everyone, in time',
      printer: 'everyone, in time',
      model: 'everyone, in time',
      counterPoint: 'everyone, in time',
      job: 'everyone, in time',
      enclosureSample: 'everyone, in time',
      stepResult: 'everyone, in time',
    },
  },
  score: {
    about: 'part type',
    patienceMs: 600_000,
    perSlice: 1,
    follows: {
      partType: 'id',
      fitting: 'partTypeId',
      site: 'everyone',
      counterPoint: 'everyone, in time',
      stepResult: 'everyone, in time',
    },
  },
  repairs: {
    about: 'printer',
    patienceMs: 60_000,
    follows: { printer: 'id', counterPoint: 'printerId', fault: 'everyone, in time' },
  },
  dueDates: {
    about: 'printer',
    patienceMs: 600_000,
    perSlice: 5,
    follows: { printer: 'id', counterPoint: 'printerId', fitting: 'printerId', site: 'everyone', partType: 'everyone' },
  },
  demand: {
    about: 'part type',
    patienceMs: 120_000,
    perSlice: 4,
    follows: {
      partType: 'id',
      fitting: 'partTypeId',
      policy: 'partTypeId',
      site: 'everyone',
      printer: 'everyone, in time',
      slot: 'everyone, in time',
      counterPoint: 'everyone, in time',
    },
  },
  costs: {
    about: 'printer',
    follows: {
      printer: 'id',
      fitting: 'printerId',
      slot: 'printerId',
      repair: 'printerId',
      upgradeChange: 'printerId',
      checkSheet: 'printerId',
      fault: 'printerId',
      job: 'printerId',
      usage: 'printerId',
      partType: 'everyone',
      stockItem: 'everyone',
      stockMove: 'everyone',
      spool: 'everyone',
      person: 'everyone',
      upgrade: 'everyone',
      model: 'everyone',
      costRates: 'everyone',
      site: 'everyone',
    },
    unless: {
      // Of a printer only its model: whose filament it draws.
      printer: (row, was) => row.modelId === was?.modelId,
      // What is counted costs nothing, but for the filament of a job that failed.
      usage: ({ kind }) => kind !== 'job',
      job: ({ outcome }, was) => outcome !== 'failed' && was?.outcome !== 'failed',
      stockMove: costsNothing,
      person: sameRole,
      // Nothing is drawn from a spool before it is there.
      spool: (row, was) => !was || (row.diameterMm === was.diameterMm && row.densityGPerCm3 === was.densityGPerCm3),
      site: (row, was) => row.labourCostMinorPerHour === was?.labourCostMinorPerHour,
    },
  },
  upgradeWatch: {
    about: 'upgrade',
    patienceMs: 60_000,
    follows: {
      upgrade: 'id',
      upgradeChange: 'upgradeId',
      campaign: 'upgradeId',
      site: 'everyone',
      printer: 'everyone, in time',
      fault: 'everyone, in time',
      cause: 'everyone, in time',
      partType: 'everyone, in time',
      fitting: 'everyone, in time',
      repair: 'everyone, in time',
      stockMove: 'everyone, in time',
      person: 'everyone, in time',
      costRates: 'everyone',
      reading: 'everyone, in time',
      counterPoint: 'everyone, in time',
    },
    unless: { stockMove: costsNothing, person: sameRole },
  },
  due: {
    about: 'printer',
    follows: {
      printer: 'id',
      loan: 'printerId',
      slot: 'printerId',
      limitChange: 'printerId',
      fitting: 'printerId',
      usage: 'printerId',
      counterPoint: 'printerId',
      checkSheet: 'printerId',
      printerEvent: 'printerId',
      site: 'everyone',
      checkType: 'everyone',
      upset: 'everyone',
      material: 'everyone',
      policy: 'everyone',
      partType: 'everyone',
      model: 'everyone',
    },
  },
  scatter: { about: 'printer', patienceMs: 60_000, follows: series },
  drift: {
    about: 'printer',
    patienceMs: 60_000,
    follows: {
      ...series,
      usage: 'printerId',
      counterPoint: 'printerId',
      model: 'everyone',
    },
  },
}

/** Stands for everyone's figure that follows in time. */
export const inTime = '00000000-0000-0000-0000-000000000000'
