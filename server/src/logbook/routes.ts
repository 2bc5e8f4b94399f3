import { given } from '@diatribon/core'
import { once } from 'node:events'
import { randomUUID } from 'node:crypto'
import { and, asc, eq, sql } from 'drizzle-orm'
import { Router } from 'express'
import {
  reads,
  logQuerySchema,
  readMarkSchema,
  savedViewSchema,
  type LogQuery,
  type SavedView,
} from '@diatribon/contract'
import { checked, Refusal } from '../platform/refusal.ts'
import { idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { readMark, savedView } from '../platform/tables.ts'
import { exportBook } from './book.ts'
import { logPage } from './logPage.ts'
import { streamCheck } from './streamCheck.ts'
import { versionsOf } from './versions.ts'

const mostViews = 30

export function logbookRoutes(services: Services): Router {
  const { db } = services.database
  const { live } = services
  const router = Router()
  const serve = readsOn(services, router)

  serve(reads.logbook, async ({ request, reader, site, db }) => {
    const query = checked<LogQuery>(logQuerySchema, request.query)
    return await logPage(db, query, { reader, timeZone: site.timeZone })
  })

  router.get('/logbook/export', requires(services, 'take the log out'), async (_request, response) => {
    response.setHeader('content-type', 'application/x-ndjson')
    response.setHeader('content-disposition', 'attachment; filename="diatribon-log.jsonl"')
    for await (const page of exportBook(db)) {
      const more = response.write(page.map((entry) => `${JSON.stringify(entry)}\n`).join(''))
      if (!more) await once(response, 'drain')
    }
    response.end()
  })

  serve(reads.versions, ({ db }) => versionsOf(db))

  router.get('/logbook/whole', requires(services, 'read'), async (request, response) => {
    try {
      await streamCheck(services.database.url, response)
    } catch (error) {
      if (!response.headersSent) throw error
      request.log.error({ err: error }, 'going through the book failed')
      response.end(`${JSON.stringify({ failed: 'Something went wrong on the server. Try again.' })}\n`)
    }
  })

  // A person's own, not maintenance facts: kept searches, and how far the book was read.
  serve(reads.views, async ({ reader, db }) => {
    const rows = await db
      .select({ id: savedView.id, name: savedView.name, query: savedView.query })
      .from(savedView)
      .where(eq(savedView.personId, reader.id))
      .orderBy(asc(savedView.name))
    return rows
  })

  router.post('/logbook/views', requires(services, 'read'), async (request, response) => {
    const { name, query } = checked<{ name: string; query: string }>(savedViewSchema, request.body)
    const personId = signedIn(request).person.id
    const own = await db.select().from(savedView).where(eq(savedView.personId, personId))
    const same = own.find((view) => view.name.toLowerCase() === name.toLowerCase())
    if (!same && own.length >= mostViews)
      throw new Refusal(409, 'too-many', `You keep ${mostViews} views already. Let one go first.`)
    // By its name, in one statement: the same one may be kept from two windows at once.
    const { rows } = await db.execute<{ id: string }>(sql`
      INSERT INTO saved_view (id, person_id, name, query) VALUES (${randomUUID()}, ${personId}, ${name}, ${query})
      ON CONFLICT (person_id, lower(name)) DO UPDATE SET name = excluded.name, query = excluded.query RETURNING id`)
    response.status(201).json({ id: given(rows[0]).id, name, query } satisfies SavedView)
  })

  router.delete('/logbook/views/:id', requires(services, 'read'), async (request, response) => {
    const gone = await db
      .delete(savedView)
      .where(and(eq(savedView.id, idFrom(request, 'view')), eq(savedView.personId, signedIn(request).person.id)))
      .returning()
    if (gone.length === 0) throw new Refusal(404, 'not-there', 'You keep no view with this id.')
    response.status(204).end()
  })

  router.put('/logbook/read-mark', requires(services, 'read'), async (request, response) => {
    const { seq } = checked<{ seq: number }>(readMarkSchema, request.body)
    const personId = signedIn(request).person.id
    await db
      .insert(readMark)
      .values({ personId, seq })
      .onConflictDoUpdate({ target: readMark.personId, set: { seq: sql`greatest(${readMark.seq}, ${seq})` } })
    live.announceTopics('notices')
    response.status(204).end()
  })

  return router
}
