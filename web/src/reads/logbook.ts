import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useViews = () => useRead(reads.views)
