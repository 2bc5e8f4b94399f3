import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { Router, raw } from 'express'
import { rateLimit } from 'express-rate-limit'
import Joi from 'joi'
import { words, type AttachedFile, type Attachment } from '@diatribon/contract'
import { checked, Refusal } from '../platform/refusal.ts'
import { idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { attachment } from '../platform/tables.ts'
import { keptPhoto, mostPhotoBytes, waiterOf } from './photo.ts'

const fileQuery = Joi.object({ name: words(120).required() })

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
        'Too many photos or files in one minute. Wait 60 seconds, then try again.',
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
      const kept = await keptPhoto(
        Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0),
        waiterOf(person.id, response),
      )
      const id = randomUUID()
      await database.db
        .insert(attachment)
        .values({ id, siteId: site.id, personId: person.id, addedAt: clock(), ...kept })
      const answer: Attachment = { id, width: kept.width, height: kept.height }
      response.status(201).json(answer)
    },
  )
  router.post(
    '/attachments/files',
    requires(services, 'keep the upgrades'),
    brake,
    raw({ type: () => true, limit: mostPhotoBytes }),
    async (request, response) => {
      const { person, site } = signedIn(request)
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0)
      if (bytes.length === 0) throw new Refusal(400, 'bad-input', 'The file is empty. Choose another one.')
      const { name } = checked<{ name: string }>(fileQuery, request.query)
      const id = randomUUID()
      await database.db
        .insert(attachment)
        .values({ id, siteId: site.id, personId: person.id, addedAt: clock(), name, bytes })
      const answer: AttachedFile = { id, name }
      response.status(201).json(answer)
    },
  )
  router.get('/attachments/:id', requires(services, 'read'), async (request, response) => {
    const [row] = await database.db
      .select({ bytes: attachment.bytes, name: attachment.name })
      .from(attachment)
      .where(eq(attachment.id, idFrom(request, 'photo')))
    if (!row) throw new Refusal(404, 'not-there', 'There is no photo or file with this id.')
    response.setHeader('cache-control', 'private, max-age=31536000, immutable')
    // A file is saved, never shown: nobody knows what is in it.
    if (row.name !== null) response.attachment(row.name).type('application/octet-stream')
    else response.setHeader('content-disposition', 'inline').type('image/jpeg')
    response.send(row.bytes)
  })
  return router
}
