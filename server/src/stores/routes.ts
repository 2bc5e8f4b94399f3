import { Router } from 'express'
import type { StoresPage } from '@diatribon/contract'
import type { Request } from 'express'
import { orderList } from '../reports/orderList.ts'
import { dayIn } from '../platform/wallClock.ts'
import { freshFor, idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { boxes } from './boxes.ts'
import { itemPage, onShelf, stockLines, storesPage } from './items.ts'
import { spools } from './spools.ts'

export function storesRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  const here = (request: Request) => ({ now: services.clock(), timeZone: signedIn(request).site.timeZone })
  router.get('/stores/spools', requires(services, 'read'), async (_request, response) => {
    response.json(await spools(db))
  })
  router.get('/stores/items', requires(services, 'read'), async (request, response) => {
    const fresh = await freshFor(services, request, 'demand', 'everyone')
    response.json({ fresh, ...(await storesPage(db, here(request))) } satisfies StoresPage)
  })
  router.get('/stores/items/:id', requires(services, 'read'), async (request, response) => {
    await freshFor(services, request, 'demand', 'everyone')
    const reader = signedIn(request).person
    response.json(await itemPage(db, idFrom(request, 'item'), { ...here(request), reader }))
  })
  router.get('/stores/on-shelf/:id', requires(services, 'read'), async (request, response) => {
    response.json(await onShelf(db, here(request), idFrom(request, 'part type')))
  })
  router.get('/stores/boxes', requires(services, 'read'), async (request, response) => {
    response.json(await boxes(db, here(request)))
  })
  router.get('/stores/order-list', requires(services, 'read'), async (request, response) => {
    await freshFor(services, request, 'demand', 'everyone')
    const { now, timeZone } = here(request)
    const day = dayIn(timeZone)(now)
    response.type('application/pdf')
    response.setHeader('content-disposition', `inline; filename="order-list-${day}.pdf"`)
    orderList({ site: signedIn(request).site, lines: await stockLines(db, { now, timeZone }), day }).pipe(response)
  })
  return router
}
