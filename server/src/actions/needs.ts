import type { Facts } from './facts.ts'

/** Ids that an action will ask for, so that a batch of actions loads them in one go. */
export interface Needs {
  printers?: string[]
  /** Printers that are only named. */
  knownPrinters?: string[]
  slots?: string[]
  partTypes?: string[]
  models?: string[]
  fittings?: string[]
  jobs?: string[]
  spools?: string[]
  /** Printers whose job that still runs is asked for. */
  jobsRunningOn?: string[]
}

/** Parts that sit in a slot now. */
export const inPlace = 'AND removed_at IS NULL AND taken_back_seq IS NULL'
/** Each half walks an index of its own; together as one OR they would read every fitting of the printer. */
const unsettled = `AND taken_back_seq IS NULL AND id IN (
  SELECT f.id FROM printer p JOIN fitting f ON f.printer_id = p.id AND f.fitted_at > p.counted_at WHERE p.id = ANY($1::uuid[])
  UNION
  SELECT f.id FROM printer p JOIN fitting f ON f.printer_id = p.id AND f.removed_at > p.counted_at WHERE p.id = ANY($1::uuid[]))`

/** Locks the printers of a batch, in one order so that two batches cannot wait for each other, and loads its rows. */
export async function loadNeeds(facts: Facts, needs: Required<Needs>): Promise<void> {
  const { printers, knownPrinters, slots, partTypes, models, fittings, jobs, spools, jobsRunningOn } = needs
  // Asked in one go, answered in this order.
  await Promise.all([
    facts.load('printer', 'id', printers, 'ORDER BY id FOR UPDATE'),
    // What was fitted or removed after the last count still waits for its exact hours.
    facts.load('fitting', 'printer_id', printers, unsettled),
    facts.load('printer', 'id', knownPrinters),
    facts.load('slot', 'id', slots),
    facts.load('fitting', 'slot_id', slots, inPlace),
    facts.load('partType', 'id', partTypes),
    facts.load('model', 'id', models),
    facts.load('fitting', 'id', fittings),
    facts.load('job', 'id', jobs),
    facts.load('job', 'printer_id', jobsRunningOn, 'AND finished_seq IS NULL'),
    facts.load('spool', 'id', spools, lockedSpool),
  ])
}

/** Two who weigh or use one spool come one after the other. */
export const lockedSpool = 'ORDER BY id FOR UPDATE'
