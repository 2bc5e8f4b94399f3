import type { ConfirmedWork, Person, Role, SignOff } from '@diatribon/contract'
import { confirmedWork, isAtLeast, isSignedOffFor, rolesFrom } from '@diatribon/contract'
import type { Facts, SignOffRow } from '../facts.ts'
import { slotKindsNamed } from './slotKinds.ts'
import { Refusal } from '../../platform/refusal.ts'
import { dayIn } from '../../platform/wallClock.ts'
import { signOffHolds, signOffId } from '../../rules/signOffHolds.ts'

/** What an action asks of hands: a role, sign-offs, the model it is done on, and what must have been confirmed before. */
export interface Work {
  /** For what: a check that asks for more than the right of the action. */
  role?: { least: Role; forWhat: string }
  signOffs: SignOff[]
  modelId: string | null
  /** What is to be confirmed first and was not; null: nothing. */
  toConfirm: string | null
}

/** Whether somebody is signed off for a kind of work on a day, on printers of a model. */
export async function isSignedOff(
  facts: Facts,
  of: { siteId: string; personId: string; signOff: SignOff; modelId: string | null; at: Date },
): Promise<boolean> {
  const { siteId, personId, signOff, modelId, at } = of
  const site = await facts.site(siteId)
  const day = dayIn(site.timeZone)(at)
  const own: SignOffRow[] = []
  for (const onModel of new Set([null, modelId])) {
    const given = await facts.look('signOff', signOffId(personId, signOff, onModel))
    if (given && signOffHolds(given, day)) own.push(given)
  }
  return isSignedOffFor(own, site.relaxed, signOff, modelId)
}

/**
 * @param of.moments at each of which the sign-off must hold: when it is said to have been done, and now; a date that is
 * put back brings no sign-off back that has run out, nor one that had not been given
 * @throws Refusal 403 without a role or sign-off that the work needs, 409 when its cautions were not confirmed
 */
export async function requireSignOffs(
  facts: Facts,
  work: Work,
  of: { person: Person; siteId: string; moments: Date[] },
): Promise<void> {
  if (work.role && !isAtLeast(of.person.role, work.role.least))
    throw new Refusal(
      403,
      'no-right',
      `“${work.role.forWhat}” needs ${rolesFrom(work.role.least)}; you are ${of.person.role}. Ask one of them.`,
    )
  for (const [signOff, at] of work.signOffs.flatMap((what) => of.moments.map((moment) => [what, moment] as const)))
    if (
      !(await isSignedOff(facts, {
        siteId: of.siteId,
        personId: of.person.id,
        signOff,
        modelId: work.modelId,
        at,
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
export async function slotWork(
  facts: Facts,
  of: { printerId: string; slotIds: string[]; confirmed: ConfirmedWork[] | undefined },
): Promise<Work> {
  const names = of.slotIds.map((id) => facts.slot(id).kind)
  return workOnKinds(await slotKindsNamed(facts, names), {
    modelId: facts.printer(of.printerId).modelId,
    confirmed: of.confirmed,
  })
}

/** The work on slots of these kinds, on a printer of a model. */
export function workOnKinds(
  kinds: Map<string, { work: SignOff | null }>,
  of: { modelId: string; confirmed: ConfirmedWork[] | undefined },
): Work {
  const signOffs = [...new Set([...kinds.values()].flatMap(({ work }) => work ?? []))]
  const missing = confirmedWork.find((kind) => signOffs.includes(kind) && !of.confirmed?.includes(kind))
  return {
    signOffs,
    modelId: of.modelId,
    toConfirm: missing
      ? `This is ${missing}. Read the cautions and confirm that you keep to them (confirmed: ["${missing}"]).`
      : null,
  }
}

/** That cautions were confirmed stands in the book. */
export const confirmedWords = (confirmed: string[] | undefined) =>
  confirmed && confirmed.length > 0 ? `; cautions of ${confirmed.join(' and ')} confirmed` : ''
