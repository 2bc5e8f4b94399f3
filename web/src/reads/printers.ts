import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useFloor = () => useRead(reads.floor)

/** All printers by name, for lists to choose from; retired ones when asked for. */
export const usePrinterNames = ({ withRetired = false } = {}) =>
  useRead(reads.printerNames, { retired: withRetired ? 1 : null })

/** One printer's page; nothing is fetched while there is no id. */
export const usePrinter = (id: string | null) => useRead(reads.printer, id ? { id } : null)

/** @param at a moment; null: as it is now */
export const useAsBuilt = (id: string, at: string | null = null) =>
  useRead(reads.asBuilt, { id, at }, { keepPreviousData: false })

/** What the thermometers told last, by printer: on its own, so that a sample changes one line and fetches no page anew. */
export const useEnclosures = () => useRead(reads.enclosures).data ?? {}

/** To whom it was lent, newest first. */
export const useLoans = (id: string) => useRead(reads.loans, { id })

/** The last jobs of a printer that have ended; nothing is fetched while there is no id. */
export const useEndedJobs = (id: string | null) => useRead(reads.endedJobs, id ? { id } : null)
