import { Router } from 'express'
import { reads } from '@diatribon/contract'
import type { Request } from 'express'
import { orderList } from './orderList.ts'
import { sendPdf } from '../platform/pdf.ts'
import { dayIn } from '../platform/wallClock.ts'
import { freshFor, requires, signedIn, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { boxes } from './boxes.ts'
import { itemPage, onShelf, stockLines, storesPage } from './items.ts'
import { spools } from './spools.ts'

export function storesRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  const serve = readsOn(services, router)
  const here = (request: Request) => ({ now: services.clock(), timeZone: signedIn(request).site.timeZone })
  serve(reads.spools, ({ db }) => spools(db))
  serve(reads.items, async ({ request, fresh, db }) => ({ fresh, ...(await storesPage(db, here(request))) }))
  serve(reads.item, ({ request, reader, id, db }) => itemPage(db, id, { ...here(request), reader }))
  serve(reads.onShelf, ({ request, id, db }) => onShelf(db, here(request), id))
  serve(reads.boxes, ({ request, db }) => boxes(db, here(request)))
  router.get('/stores/order-list', requires(services, 'read'), async (request, response) => {
    await freshFor(services, request, 'demand', 'everyone')
    const { now, timeZone } = here(request)
    const day = dayIn(timeZone)(now)
    const list = orderList({ site: signedIn(request).site, lines: await stockLines(db, { now, timeZone }), day })
    sendPdf(response, list, `order-list-${day}.pdf`)
  })
  return router
}
