import useSWR from 'swr'
import type { CheckSheet, CheckType, CheckVersion, PrinterChecks, UpsetLine } from '@diatribon/contract'

export const useCheckTypes = () => useSWR<CheckType[], unknown>('/api/checks/types')
export const useCheckVersions = (id: string) => useSWR<CheckVersion[], unknown>(`/api/checks/types/${id}/versions`)
export const usePrinterChecks = (printerId: string) =>
  useSWR<PrinterChecks, unknown>(`/api/printers/${printerId}/checks`)
export const useSheet = (id: string) => useSWR<CheckSheet, unknown>(`/api/checks/sheets/${id}`)
export const useUpsets = () => useSWR<UpsetLine[], unknown>('/api/checks/upsets')
