import useSWR from 'swr'
import type { LifePage, LifeSummary, RepairsPage, ScorePage } from '@diatribon/contract'

export const useLives = () => useSWR<LifeSummary[]>('/api/lives')
export const useScore = () => useSWR<ScorePage>('/api/lives/score')
export const useRepairs = () => useSWR<RepairsPage>('/api/lives/repairs')
export const useLife = (id: string) => useSWR<LifePage>(`/api/lives/${id}`)
