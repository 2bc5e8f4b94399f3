import useSWR from 'swr'
import type { AsBuilt, EnclosureState, EndedJob, Floor, Loan, PrinterName, PrinterPage } from '@diatribon/contract'

export const useFloor = () => useSWR<Floor, unknown>('/api/printers')

/** All printers by name, for lists to choose from; retired ones when asked for. */
export const usePrinterNames = ({ withRetired = false } = {}) =>
  useSWR<PrinterName[], unknown>(`/api/printers/names${withRetired ? '?retired=1' : ''}`)

/** One printer's page; nothing is fetched while there is no id. */
export const usePrinter = (id: string | null) => useSWR<PrinterPage, unknown>(id ? `/api/printers/${id}` : null)

/** @param at a moment as a query; empty: as it is now */
export const useAsBuilt = (id: string, at = '') =>
  useSWR<AsBuilt, unknown>(`/api/printers/${id}/as-built${at}`, { keepPreviousData: false })

/** What the thermometers told last, by printer: on its own, so that a sample changes one line and fetches no page anew. */
export const useEnclosures = () => useSWR<Record<string, EnclosureState>, unknown>('/api/enclosures').data ?? {}

/** To whom it was lent, newest first. */
export const useLoans = (id: string) => useSWR<Loan[], unknown>(`/api/printers/${id}/loans`)

/** The last jobs of a printer that have ended; nothing is fetched while there is no id. */
export const useEndedJobs = (id: string | null) => useSWR<EndedJob[], unknown>(id ? `/api/printers/${id}/jobs` : null)
