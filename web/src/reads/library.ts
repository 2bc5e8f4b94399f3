import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

/** What the starter library offers, and what of it is here. */
export const useLibrary = () => useRead(reads.library)
