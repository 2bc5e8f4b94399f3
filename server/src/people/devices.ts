import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { asc, eq, isNull, and } from 'drizzle-orm'
import { Router } from 'express'
import { reads, newDeviceSchema, type Device, type NewDevice } from '@diatribon/contract'
import { checked, Refusal } from '../platform/refusal.ts'
import { idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { deviceToken, person, printer } from '../platform/tables.ts'

const tokenHashOf = (token: string) => createHash('sha256').update(token).digest('hex')

/** Machines that report for themselves: connected by the lead, each with a token that is shown once. */
export function deviceRoutes(services: Services): Router {
  const { database, door, clock, live } = services
  const { db } = database
  const router = Router()
  const serve = readsOn(services, router)
  const connect = requires(services, 'connect devices')

  serve(reads.devices, async ({ db }) => {
    const rows = await db
      .select({ id: person.id, name: person.displayName, token: deviceToken })
      .from(deviceToken)
      .innerJoin(person, eq(person.id, deviceToken.personId))
      .orderBy(asc(person.displayName))
    return rows.map(({ id, name, token }) => shown(id, name, token))
  })

  router.post('/devices', connect, async (request, response) => {
    const { name } = checked<{ name: string }>(newDeviceSchema, request.body)
    const { person: lead, site } = signedIn(request)
    const personId = randomUUID()
    const result = await door.one(
      {
        key: randomUUID(),
        kind: 'admit-person',
        at: clock().toISOString(),
        personId,
        name: `device: ${name}`,
        displayName: name,
        role: 'device',
      },
      lead,
      site.id,
    )
    if (!result.ok) {
      const { code, message, fields } = result.error
      throw new Refusal(result.status as Refusal['status'], code, message, fields)
    }
    const token = `device-${randomBytes(32).toString('base64url')}`
    const row = { personId, tokenHash: tokenHashOf(token), madeAt: clock(), revokedAt: null, lastSeenAt: null }
    await db.insert(deviceToken).values(row)
    const answer: NewDevice = { device: shown(personId, name, row), token }
    response.status(201).json(answer)
  })

  router.delete('/devices/:id', connect, async (request, response) => {
    const [revoked] = await db
      .update(deviceToken)
      .set({ revokedAt: clock() })
      .where(and(eq(deviceToken.personId, idFrom(request, 'device')), isNull(deviceToken.revokedAt)))
      .returning({ id: deviceToken.personId })
    if (!revoked) throw new Refusal(404, 'not-there', 'There is no device with this id whose token is still good.')
    live.announceTopics('people')
    response.status(204).end()
  })

  /** What a device needs to know to report: which printers there are. */
  serve(reads.feedPrinters, async ({ db }) => {
    const rows = await db
      .select({ id: printer.id, name: printer.name, meterHours: printer.meterHours })
      .from(printer)
      .where(isNull(printer.retiredReason))
      .orderBy(asc(printer.name))
    return rows
  })

  return router
}

function shown(id: string, name: string, row: Omit<typeof deviceToken.$inferSelect, 'personId' | 'tokenHash'>): Device {
  const { madeAt, revokedAt, lastSeenAt } = row
  return {
    id,
    name,
    madeAt: madeAt.toISOString(),
    revokedAt: revokedAt?.toISOString() ?? null,
    lastSeenAt: lastSeenAt?.toISOString() ?? null,
  }
}
