import useSWR from 'swr'
import type { Box, ItemPage, OnShelf, Spool, StoresPage } from '@diatribon/contract'

export const useSpools = () => useSWR<Spool[], unknown>('/api/stores/spools')
export const useStores = () => useSWR<StoresPage, unknown>('/api/stores/items')
export const useItem = (id: string) => useSWR<ItemPage, unknown>(`/api/stores/items/${id}`)
export const useBoxes = () => useSWR<Box[], unknown>('/api/stores/boxes')
/** @param partTypeId null: nothing is fetched */
export const useOnShelf = (partTypeId: string | null) =>
  useSWR<OnShelf | null, unknown>(partTypeId ? `/api/stores/on-shelf/${partTypeId}` : null)
