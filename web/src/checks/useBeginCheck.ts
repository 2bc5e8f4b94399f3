import { useNavigate } from 'react-router'
import { reads } from '@diatribon/contract'
import { readNow } from '../ui/useRead.ts'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../session/useAction.ts'

/** Begins a check with the version that is in force, and goes to its first step. */
export function useBeginCheck(printerId: string) {
  const navigate = useNavigate()
  const { submit, problem, fields, busy } = useAction(null, () => undefined)
  /** @param exception why a lead has it done although the printer is stopped or on hold */
  async function begin(checkTypeId: string, exception?: string): Promise<void> {
    const types = await readNow(reads.checkTypes, {}).catch(() => [])
    const version = types.find(({ id }) => id === checkTypeId)?.version ?? 1
    const sheetId = newKey()
    const asked = { kind: 'begin-check' as const, printerId, sheetId, checkTypeId, version }
    if (await submit(exception === undefined ? asked : { ...asked, exception })) void navigate(`/check/${sheetId}`)
  }
  return { begin, problem, fields, busy }
}
