import useSWR from 'swr'
import type { LifePage, LifeSummary } from '@diatribon/contract'

export const useLives = () => useSWR<LifeSummary[]>('/api/lives')
export const useLife = (id: string) => useSWR<LifePage>(`/api/lives/${id}`)
