import useSWR from 'swr'
import type { Material, PreflightAnswer, PreflightRequest } from '@diatribon/contract'
import { call } from '../ui/api.ts'

/** Which printers can take a job; the same question is asked once. */
export const usePreflight = (asked: PreflightRequest) =>
  useSWR<PreflightAnswer, unknown>(['preflight', JSON.stringify(asked)], () =>
    call<PreflightAnswer>('POST', '/api/jobs/preflight', asked),
  )

export const useMaterials = () => useSWR<Material[], unknown>('/api/jobs/materials')
