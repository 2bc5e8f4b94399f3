import useSWR from 'swr'
import type { PartType, PrinterModel, SlotKind, UsedPart } from '@diatribon/contract'

/** The catalogue. @param asked false: nothing is fetched */
export const usePartTypes = (asked = true) => useSWR<PartType[], unknown>(asked ? '/api/parts' : null)
/** Parts of a type that came out still good. @param partTypeId null: nothing is fetched */
export const useUsedParts = (partTypeId: string | null) =>
  useSWR<UsedPart[], unknown>(partTypeId ? `/api/parts/${partTypeId}/used` : null)
export const useModels = () => useSWR<PrinterModel[], unknown>('/api/parts/models')
export const useSlotKindTable = () => useSWR<readonly SlotKind[], unknown>('/api/parts/slot-kinds')
