import { reads } from '@diatribon/contract'
import { given } from '@diatribon/core'
import { and, eq, sql } from 'drizzle-orm'
import { Router } from 'express'
import { reportsFromOutside } from '../faults/reportsFromOutside.ts'
import { momentIn } from '../platform/moments.ts'
import { sendPdf } from '../platform/pdf.ts'
import { noteLink } from '../platform/tables.ts'
import { dayIn } from '../platform/wallClock.ts'
import { readsOn } from '../services/serveRead.ts'
import { requires, signedIn, type Services } from '../services/services.ts'
import { handover } from './handover.ts'
import { handoverSheet } from './handoverSheet.ts'
import { noticesOn } from './notices.ts'

export function handoverRoutes(services: Services): Router {
  const router = Router()
  const { db } = services.database
  const serve = readsOn(services, router)
  serve(reads.handover, ({ request, reader, site, now, db }) =>
    handover(db, {
      reader,
      now,
      timeZone: site.timeZone,
      since: sinceOf(request.query.since),
    }),
  )

  /** Notices on the wall, and how many notes for the reader were not read yet. */
  serve(reads.noticeBoard, async ({ reader, site, now, db }) => {
    const [unread] = await db
      .select({ notes: sql<number>`count(*)::int` })
      .from(noteLink)
      .where(
        and(
          eq(noteLink.personId, reader.id),
          sql`${noteLink.seq} > coalesce((SELECT m.seq FROM read_mark m WHERE m.person_id = ${reader.id}), 0)`,
        ),
      )
    return {
      notices: await noticesOn(db, dayIn(site.timeZone)(now)),
      unread: given(unread).notes,
      fromOutside: await reportsFromOutside(db, now),
    }
  })

  router.get('/reports/handover', requires(services, 'read'), async (request, response) => {
    const { person, site } = signedIn(request)
    const page = await handover(db, {
      reader: person,
      now: services.clock(),
      timeZone: site.timeZone,
      since: sinceOf(request.query.since),
    })
    sendPdf(response, handoverSheet({ site, person, page }), `handover-${page.until.slice(0, 10)}.pdf`)
  })

  return router
}

/** From when a handover tells; null: from the end of the reader's last shift. */
function sinceOf(asked: unknown): Date | null {
  if (asked === undefined || asked === '') return null
  return momentIn(asked, 'since')
}
