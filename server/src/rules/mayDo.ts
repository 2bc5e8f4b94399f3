import { isAtLeast, isSignedOffFor, type MayDo, type Role, type SignOff } from '@diatribon/contract'
import { isOnShift, type LocalMoment } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { person, signOff, site } from '../platform/tables.ts'
import { localMoment, shiftsOf } from './shifts.ts'
import { signOffHolds } from './signOffHolds.ts'

export interface Needed {
  role: Role
  signOff: SignOff | null
}

/** Who may do what today, for screens: the door decides by the same rule. Those who are here now are named first. */
export async function mayDoFor(db: Db, reader: { id: string; role: Role }, now: Date) {
  const [place] = await db.select({ relaxed: site.relaxed, timeZone: site.timeZone }).from(site).limit(1)
  const people = (await db.select().from(person)).filter(isStaff)
  const moment: LocalMoment = localMoment(place?.timeZone ?? 'UTC', now)
  const given = (await db.select().from(signOff)).filter((one) => signOffHolds(one, moment.day))
  const here = new Set(people.filter((one) => isOnShift(shiftsOf(one), moment)).map(({ id }) => id))
  const own = groupBy(given, ({ personId }) => personId)
  const has = (personId: string, what: SignOff, modelId: string | null) =>
    isSignedOffFor(own.get(personId) ?? [], place?.relaxed ?? [], what, modelId)
  return ({ role, signOff: needed }: Needed, modelId: string | null = null): MayDo => {
    const able = (who: { id: string; role: Role }) =>
      isAtLeast(who.role, role) && (!needed || has(who.id, needed, modelId))
    const others = people.filter((one) => able(one) && one.id !== reader.id)
    const [hereNow, away] = [others.filter(({ id }) => here.has(id)), others.filter(({ id }) => !here.has(id))]
    return {
      may: people.some(({ id }) => id === reader.id) && able(reader),
      needs: { role, signOff: needed },
      askOneOf: [...hereNow, ...away].map(({ displayName }) => displayName),
      hereNow: hereNow.map(({ displayName }) => displayName),
    }
  }
}

/** Somebody who works here: no device, no visitor, not gone and not locked out. */
export function isStaff(one: { role: Role; leftAt: Date | null; lockedReason: string | null }): boolean {
  return one.role !== 'device' && one.role !== 'visitor' && one.leftAt === null && one.lockedReason === null
}
