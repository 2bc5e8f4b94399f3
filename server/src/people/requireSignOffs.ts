import type { ConfirmedWork, Person, Relaxable, SignOff } from '@diatribon/contract'
import { confirmedWork, signOffForSlot } from '@diatribon/contract'
import type { Facts } from '../actions/facts.ts'
import { Refusal } from '../platform/refusal.ts'
import { signOffHolds, signOffId } from './signOffHolds.ts'

/** What an action asks of hands: the sign-offs, the model it is done on, and what must have been confirmed before. */
export interface Work {
  signOffs: SignOff[]
  modelId: string | null
  /** What is to be confirmed first and was not; null: nothing. */
  toConfirm: string | null
}

/**
 * Whether somebody is signed off for a kind of work on a day, on printers of a model. A workshop may do without motion and
 * electronics, never without hot work and mains.
 */
export async function isSignedOff(
  facts: Facts,
  of: { siteId: string; personId: string; signOff: SignOff; modelId: string | null; at: Date },
): Promise<boolean> {
  const { siteId, personId, signOff, modelId, at } = of
  for (const onModel of new Set([null, modelId])) {
    const given = await facts.look('signOff', signOffId(personId, signOff, onModel))
    if (given && signOffHolds(given, at)) return true
  }
  return (await facts.site(siteId)).relaxed.includes(signOff as Relaxable)
}

/** @throws Refusal 403 without a sign-off that the work needs, 409 when its cautions were not confirmed */
export async function requireSignOffs(
  facts: Facts,
  work: Work,
  of: { person: Person; siteId: string; at: Date },
): Promise<void> {
  for (const signOff of work.signOffs)
    if (
      !(await isSignedOff(facts, {
        siteId: of.siteId,
        personId: of.person.id,
        signOff,
        modelId: work.modelId,
        at: of.at,
      }))
    )
      throw new Refusal(
        403,
        'no-sign-off',
        `This is ${signOff}${signOff === 'mains' ? ', for a qualified electrical person' : ''}, and you are not signed off for it here. Ask somebody who is; you may report what you see.`,
      )
  if (work.toConfirm) throw new Refusal(409, 'cautions-first', work.toConfirm)
}

/** The work of changing the parts of these slots. */
export function slotWork(
  facts: Facts,
  of: { printerId: string; slotIds: string[]; confirmed: ConfirmedWork[] | undefined },
): Work {
  const printer = facts.printer(of.printerId)
  const kinds = of.slotIds.map((id) => signOffForSlot(facts.slot(id).kind))
  const signOffs = [...new Set(kinds.filter((kind) => kind !== null))]
  const missing = confirmedWork.find((kind) => signOffs.includes(kind) && !of.confirmed?.includes(kind))
  return {
    signOffs,
    modelId: printer.modelId,
    toConfirm: missing
      ? `This is ${missing}. Read the cautions and confirm that you keep to them (confirmed: ["${missing}"]).`
      : null,
  }
}
