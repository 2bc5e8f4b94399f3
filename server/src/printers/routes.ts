import { Router } from 'express'
import { lastYear, type ForecastPage, type PrinterPage } from '@diatribon/contract'
import { counts } from '../hours/counts.ts'
import { endedJobs } from '../hours/endedJobs.ts'
import { forecastPage } from '../plan/forecastPage.ts'
import { momentIn } from '../platform/moments.ts'
import { sharedRead } from '../platform/sharedRead.ts'
import { badInput } from '../platform/refusal.ts'
import { calendarOf, freshFor, idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { loansOf } from './loans.ts'
import { asBuilt, momentOf } from './asBuilt.ts'
import { enclosures } from './enclosures.ts'
import { floor, printerNames } from './floor.ts'
import { printerPage } from './printerPage.ts'

export function printerRoutes(services: Services): Router {
  const { database, clock } = services
  const router = Router()
  const racks = sharedRead(async () => JSON.stringify((await floor(database.db)).racks))
  router.get('/printers', requires(services, 'read'), async (request, response) => {
    const fresh = await freshFor(services, request, 'due', 'everyone')
    // Every open page asks for it when something has happened: it is read and written out once for all of them.
    response.type('json').send(`{"fresh":${JSON.stringify(fresh)},"racks":${await racks()}}`)
  })
  router.get('/printers/names', requires(services, 'read'), async (request, response) => {
    response.json(await printerNames(database.db, request.query.retired === '1'))
  })
  router.get('/enclosures', requires(services, 'read'), async (_request, response) => {
    response.json(await enclosures(database.db, clock()))
  })
  router.get('/printers/:id', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'printer')
    const fresh = await freshFor(services, request, 'due', [id])
    response.json({ fresh, ...(await printerPage(database.db, id)) } satisfies PrinterPage)
  })
  router.get('/printers/:id/as-built', requires(services, 'read'), async (request, response) => {
    const { at } = request.query
    const id = idFrom(request, 'printer')
    const moment = at === undefined ? await momentOf(database.db, id, clock()) : momentIn(at, 'at')
    response.json(await asBuilt(database.db, id, moment))
  })
  router.get('/printers/:id/jobs', requires(services, 'read'), async (request, response) => {
    response.json(await endedJobs(database.db, idFrom(request, 'printer')))
  })
  router.get('/printers/:id/loans', requires(services, 'read'), async (request, response) => {
    response.json(await loansOf(database.db, idFrom(request, 'printer')))
  })
  router.get('/printers/:id/counts', requires(services, 'read'), async (request, response) => {
    const { before } = request.query
    const found = before === undefined ? null : /^(\d{1,15})\.(\d{1,15})$/.exec(String(before))
    if (before !== undefined && !(found && Number(found[1]) < Date.UTC(lastYear + 1, 0)))
      throw badInput('before', 'This page of the past is not there. Begin again at its first page.')
    const after = found && { at: new Date(Number(found[1])), seq: Number(found[2]) }
    response.json(await counts(database.db, idFrom(request, 'printer'), after, clock()))
  })
  router.get('/printers/:id/forecast', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'printer')
    const fresh = await freshFor(services, request, 'forecast', [id])
    const of = { printerId: id, calendar: calendarOf(signedIn(request)), now: clock() }
    response.json({ fresh, ...(await forecastPage(database.db, of)) } satisfies ForecastPage)
  })
  return router
}
