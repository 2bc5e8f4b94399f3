import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useSpools = () => useRead(reads.spools)
export const useStores = () => useRead(reads.items)
export const useItem = (id: string) => useRead(reads.item, { id })
export const useBoxes = () => useRead(reads.boxes)
/** @param partTypeId null: nothing is fetched */
export const useOnShelf = (partTypeId: string | null) => useRead(reads.onShelf, partTypeId ? { id: partTypeId } : null)
