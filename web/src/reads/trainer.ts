import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const usePracticeFleet = () => useRead(reads.practiceFleet, {}, { revalidateOnFocus: false })
