import { isAtLeast, type Role, type SignOff } from '@diatribon/contract'
import { useSlotKinds } from '../reads/useSlotKinds.ts'
import { useSession } from '../session/session.tsx'
import { useSignedOff } from './useHandsOn.tsx'

/**
 * What the person may do with own hands, by role and by sign-off for the model.
 * @param asked whether it is asked for now; until then the staff is not fetched
 */
export function useMayDo(asked: boolean) {
  const { person, may } = useSession()
  const { me, has } = useSignedOff({ asked })
  const { workOf } = useSlotKinds()
  const signedOff = (signOff: SignOff | null, modelId: string) =>
    signOff === null || (me !== undefined && has(me, signOff, modelId))
  return {
    swap: (slotKind: string, modelId: string) => may('swap parts') && signedOff(workOf(slotKind), modelId),
    check: ({ role, signOff }: { role: Role; signOff: SignOff | null }, modelId: string) =>
      isAtLeast(person.role, role) && signedOff(signOff, modelId),
  }
}
