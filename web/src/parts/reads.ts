import useSWR from 'swr'
import type { PartType, PrinterModel, SlotKind } from '@diatribon/contract'

/** The catalogue. @param asked false: nothing is fetched */
export const usePartTypes = (asked = true) => useSWR<PartType[], unknown>(asked ? '/api/parts' : null)
export const useModels = () => useSWR<PrinterModel[], unknown>('/api/parts/models')
export const useSlotKindTable = () => useSWR<readonly SlotKind[], unknown>('/api/parts/slot-kinds')
