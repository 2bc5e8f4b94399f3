import useSWR from 'swr'
import type { PracticeFleet } from '@diatribon/contract'

export const usePracticeFleet = () => useSWR<PracticeFleet, unknown>('/api/trainer/fleet', { revalidateOnFocus: false })
