import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useReadingKinds = () => useRead(reads.readingKinds)
export const useSeries = (printerId: string) => useRead(reads.series, { id: printerId })
