import type { BroughtAbout, InductionTopic } from '../faults/fault.ts'

/** How well a printer, a model or the whole site has served. */
export interface ServiceRow {
  name: string
  /** Of a printer: its id. */
  printerId: string | null
  availability: number
  downHours: number
  workingHours: number
  waitingHours: number
  failures: number
  runHoursBetweenFailures: number | null
  hoursToRestore: number | null
}

/** A line of a Pareto list: wear apart from misuse. */
export interface ParetoRow {
  name: string
  faults: number
  downHours: number
  /** Of the hours down: brought about by wear or the maker, and by how it was used. */
  wearHours: number
  misuseHours: number
  /** Share of all hours down, this line and those above. */
  cumulative: number
}

export interface DowntimePage {
  from: string
  until: string
  site: ServiceRow
  models: ServiceRow[]
  printers: ServiceRow[]
  symptoms: ParetoRow[]
  causes: ParetoRow[]
  broughtAbout: { by: BroughtAbout; faults: number; downHours: number }[]
  topics: { topic: InductionTopic; faults: number; downHours: number }[]
}
