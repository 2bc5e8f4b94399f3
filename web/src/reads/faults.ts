import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useFaults = () => useRead(reads.openFaults)
export const usePromises = () => useRead(reads.promises)
/** @param id null: nothing is fetched */
export const useFault = (id: string | null) => useRead(reads.fault, id ? { id } : null)
/** Symptoms, causes and tests. @param asked false: nothing is fetched */
export const useKnowledge = (asked = true) => useRead(reads.knowledge, asked ? {} : null)
export const useReturn = (printerId: string) => useRead(reads.returnToService, { id: printerId })
/** What whoever scanned a label sees. */
export const useLabel = (code: string) => useRead(reads.label, { code })
