import { useNavigate } from 'react-router'
import type { CheckType } from '@diatribon/contract'
import { read } from '../ui/api.ts'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'

/** Begins a check with the version that is in force, and goes to its first step. */
export function useBeginCheck(printerId: string) {
  const navigate = useNavigate()
  const { submit, problem, busy } = useAction(null, () => undefined)
  async function begin(checkTypeId: string): Promise<void> {
    const types = await read<CheckType[]>('/api/checks/types').catch(() => [])
    const version = types.find(({ id }) => id === checkTypeId)?.version ?? 1
    const sheetId = newKey()
    if (await submit({ kind: 'begin-check', printerId, sheetId, checkTypeId, version }))
      void navigate(`/check/${sheetId}`)
  }
  return { begin, problem, busy }
}
