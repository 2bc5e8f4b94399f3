import useSWR from 'swr'
import type { PrinterPage } from '@diatribon/contract'

export function usePrinter(id: string) {
  return useSWR<PrinterPage>(`/api/printers/${id}`)
}
