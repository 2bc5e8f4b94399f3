import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useCheckTypes = () => useRead(reads.checkTypes)
export const useCheckVersions = (id: string) => useRead(reads.checkVersions, { id })
export const usePrinterChecks = (printerId: string) => useRead(reads.printerChecks, { id: printerId })
export const useSheet = (id: string) => useRead(reads.sheet, { id })
export const useUpsets = () => useRead(reads.upsets)
