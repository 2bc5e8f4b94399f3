import { once } from 'node:events'
import { Router } from 'express'
import { logQuerySchema, type LogQuery } from '@diatribon/contract'
import { checked } from '../platform/refusal.ts'
import { requires, signedIn, type Services } from '../platform/services.ts'
import { exportBook } from './book.ts'
import { logPage } from './logPage.ts'

export function logbookRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  router.get('/logbook', requires(services, 'read'), async (request, response) => {
    response.json(await logPage(db, checked<LogQuery>(logQuerySchema, request.query), signedIn(request).person))
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
  return router
}
