import { Router } from 'express'
import { lastYear } from '@diatribon/contract'
import { counts } from '../hours/counts.ts'
import { forecastPage } from '../plan/forecastPage.ts'
import { momentIn } from '../platform/moments.ts'
import { badInput } from '../platform/refusal.ts'
import { idFrom, planningFor, requires, type Services } from '../platform/services.ts'
import { asBuilt, momentOf } from './asBuilt.ts'
import { floor } from './floor.ts'
import { printerPage } from './printerPage.ts'

export function printerRoutes(services: Services): Router {
  const { database, clock } = services
  const router = Router()
  router.get('/printers', requires(services, 'read'), async (request, response) => {
    response.json(await floor(await planningFor(services, request), request.query.retired === '1'))
  })
  router.get('/printers/:id', requires(services, 'read'), async (request, response) => {
    response.json(await printerPage(await planningFor(services, request), idFrom(request, 'printer')))
  })
  router.get('/printers/:id/as-built', requires(services, 'read'), async (request, response) => {
    const { at } = request.query
    const id = idFrom(request, 'printer')
    const moment = at === undefined ? await momentOf(database.db, id, clock()) : momentIn(at, 'at')
    response.json(await asBuilt(database.db, id, moment))
  })
  router.get('/printers/:id/counts', requires(services, 'read'), async (request, response) => {
    const { before } = request.query
    const found = before === undefined ? null : /^(\d{1,15})\.(\d{1,15})$/.exec(String(before))
    if (before !== undefined && !(found && Number(found[1]) < Date.UTC(lastYear + 1, 0)))
      throw badInput('before', 'before must be taken from the page before')
    const after = found && { at: new Date(Number(found[1])), seq: Number(found[2]) }
    response.json(await counts(database.db, idFrom(request, 'printer'), after, clock()))
  })
  router.get('/printers/:id/forecast', requires(services, 'read'), async (request, response) => {
    response.json(await forecastPage(await planningFor(services, request), idFrom(request, 'printer')))
  })
  return router
}
