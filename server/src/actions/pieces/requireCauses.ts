import { badInput } from '../../platform/refusal.ts'
import type { Facts } from '../facts.ts'

export async function requireCauses(facts: Facts, field: string, ids: string[]): Promise<void> {
  for (const id of ids)
    if (!(await facts.look('cause', id))) throw badInput(field, 'It names a cause that is not there (any more).')
}
