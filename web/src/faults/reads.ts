import useSWR from 'swr'
import type {
  DowntimePage,
  FaultPage,
  PrinterFault,
  Knowledge,
  LabelPage,
  MadeDuty,
  ReturnToService,
} from '@diatribon/contract'

export const useFaults = () => useSWR<PrinterFault[], unknown>('/api/faults')
export const usePromises = () => useSWR<MadeDuty[], unknown>('/api/faults/promises')
/** @param id null: nothing is fetched */
export const useFault = (id: string | null) => useSWR<FaultPage, unknown>(id ? `/api/faults/${id}` : null)
/** Symptoms, causes and tests. @param asked false: nothing is fetched */
export const useKnowledge = (asked = true) => useSWR<Knowledge, unknown>(asked ? '/api/faults/knowledge' : null)
export const useDowntime = (query: string) => useSWR<DowntimePage, unknown>(`/api/faults/downtime?${query}`)
export const useReturn = (printerId: string) => useSWR<ReturnToService, unknown>(`/api/printers/${printerId}/return`)
/** What whoever scanned a label sees. */
export const useLabel = (code: string | undefined) => useSWR<LabelPage, unknown>(`/api/report/${code}`)
