import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

/** The catalogue. @param asked false: nothing is fetched */
export const usePartTypes = (asked = true) => useRead(reads.partTypes, asked ? {} : null)
/** Parts of a type that came out still good. @param partTypeId null: nothing is fetched */
export const useUsedParts = (partTypeId: string | null) =>
  useRead(reads.usedParts, partTypeId ? { id: partTypeId } : null)
export const useModels = () => useRead(reads.models)
export const useSlotKindTable = () => useRead(reads.slotKinds)
