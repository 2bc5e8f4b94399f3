import useSWR from 'swr'
import type { PrinterPage } from '@diatribon/contract'

/** One printer's page; nothing is fetched while there is no id. */
export function usePrinter(id: string | null) {
  return useSWR<PrinterPage>(id ? `/api/printers/${id}` : null)
}
