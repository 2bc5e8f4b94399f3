import useSWR from 'swr'
import { reads, type PreflightAnswer, type PreflightRequest } from '@diatribon/contract'
import { call } from '../ui/api.ts'
import { useRead } from '../ui/useRead.ts'

/** Which printers can take a job; the same question is asked once. */
export const usePreflight = (asked: PreflightRequest) =>
  useSWR<PreflightAnswer, unknown>(['preflight', JSON.stringify(asked)], () =>
    call('post /api/jobs/preflight', { body: asked }),
  )

export const useMaterials = () => useRead(reads.materials)
