import { and, asc, eq, gte, lt, ne } from 'drizzle-orm'
import Joi from 'joi'
import { Router } from 'express'
import { reads, words } from '@diatribon/contract'
import { checked } from '../platform/refusal.ts'
import { idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { person, presence } from '../platform/tables.ts'

/** A page says every 20 s that it is still there; silent for longer than this, it is gone. */
const goneMs = 45_000
const schema = Joi.object<{ doing: string }>({ doing: words(60).required() })

/** Who has a printer open: two people at one machine see each other. Not facts, and gone with the page. */
export function presenceRoutes(services: Services): Router {
  const { database, clock, live } = services
  const { db } = database
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.presence, async ({ reader, now, id, db }) => {
    const rows = await db
      .select({ person: person.displayName, doing: presence.doing })
      .from(presence)
      .innerJoin(person, eq(person.id, presence.personId))
      .where(
        and(
          eq(presence.printerId, id),
          ne(presence.personId, reader.id),
          gte(presence.seenAt, new Date(now.getTime() - goneMs)),
        ),
      )
      .orderBy(asc(person.displayName))
    return rows
  })
  router.put('/presence/:id', requires(services, 'read'), async (request, response) => {
    const { doing } = checked<{ doing: string }>(schema, request.body)
    const [printerId, personId, now] = [idFrom(request, 'printer'), signedIn(request).person.id, clock()]
    const id = `${printerId} ${personId}`
    const gone = await db
      .delete(presence)
      .where(lt(presence.seenAt, new Date(now.getTime() - goneMs)))
      .returning({ id: presence.id })
    const [before] = await db.select().from(presence).where(eq(presence.id, id))
    await db
      .insert(presence)
      .values({ id, printerId, personId, doing, seenAt: now })
      .onConflictDoUpdate({ target: presence.id, set: { doing, seenAt: now } })
    if (gone.length > 0 || before?.doing !== doing) live.announceTopics('presence')
    response.status(204).end()
  })
  router.delete('/presence/:id', requires(services, 'read'), async (request, response) => {
    await db.delete(presence).where(eq(presence.id, `${idFrom(request, 'printer')} ${signedIn(request).person.id}`))
    live.announceTopics('presence')
    response.status(204).end()
  })
  return router
}
