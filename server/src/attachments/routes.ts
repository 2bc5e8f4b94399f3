import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { Router, raw } from 'express'
import { rateLimit } from 'express-rate-limit'
import type { Attachment } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import { idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { attachment } from '../platform/tables.ts'
import { keptPhoto, mostPhotoBytes } from './photo.ts'

export function attachmentRoutes(services: Services): Router {
  const { database, clock } = services
  const router = Router()
  const brake = rateLimit({
    windowMs: 60_000,
    limit: 120,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new Refusal(
        429,
        'slowed-down',
        'Too many photos in one minute. Wait 60 seconds, then try again.',
        undefined,
        60,
      )
    },
  })
  router.post(
    '/attachments',
    requires(services, 'report a fault'),
    brake,
    raw({ type: () => true, limit: mostPhotoBytes }),
    async (request, response) => {
      const { person, site } = signedIn(request)
      const kept = await keptPhoto(Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0))
      const id = randomUUID()
      await database.db
        .insert(attachment)
        .values({ id, siteId: site.id, personId: person.id, addedAt: clock(), ...kept })
      const answer: Attachment = { id, width: kept.width, height: kept.height }
      response.status(201).json(answer)
    },
  )
  router.get('/attachments/:id', requires(services, 'read'), async (request, response) => {
    const [row] = await database.db
      .select({ bytes: attachment.bytes })
      .from(attachment)
      .where(eq(attachment.id, idFrom(request, 'photo')))
    if (!row) throw new Refusal(404, 'not-there', 'There is no photo with this id.')
    response
      .setHeader('cache-control', 'private, max-age=31536000, immutable')
      .setHeader('content-disposition', 'inline')
      .type('image/jpeg')
      .send(row.bytes)
  })
  return router
}
