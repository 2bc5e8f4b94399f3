import { Router } from 'express'
import { reads, lastYear } from '@diatribon/contract'
import { counts } from '../hours/counts.ts'
import { endedJobs } from '../hours/endedJobs.ts'
import { forecastPage } from '../plan/forecastPage.ts'
import { momentIn } from '../platform/moments.ts'
import { sharedRead } from '../platform/sharedRead.ts'
import { badInput } from '../platform/refusal.ts'
import { calendarOf, signedIn, type Services } from '../services/services.ts'
import { readsOn, WrittenOut } from '../services/serveRead.ts'
import { loansOf } from './loans.ts'
import { asBuilt, momentOf } from './asBuilt.ts'
import { enclosures } from './enclosures.ts'
import { floor, printerNames } from './floor.ts'
import { printerPage } from './printerPage.ts'

export function printerRoutes(services: Services): Router {
  const { database } = services
  const router = Router()
  const serve = readsOn(services, router)
  const racks = sharedRead(async () => JSON.stringify((await floor(database.db)).racks))
  serve(reads.floor, async ({ fresh }) => {
    // Every open page asks for it when something has happened: it is read and written out once for all of them.
    return new WrittenOut(`{"fresh":${JSON.stringify(fresh)},"racks":${await racks()}}`)
  })
  serve(reads.printerNames, ({ request, db }) => printerNames(db, request.query.retired === '1'))
  serve(reads.enclosures, ({ now, db }) => enclosures(db, now))
  serve(reads.printer, async ({ id, fresh, db }) => ({ fresh, ...(await printerPage(db, id)) }))
  serve(reads.asBuilt, async ({ request, now, id, db }) => {
    const { at } = request.query
    const moment = at === undefined ? await momentOf(db, id, now) : momentIn(at, 'at')
    return await asBuilt(db, id, moment)
  })
  serve(reads.endedJobs, ({ id, db }) => endedJobs(db, id))
  serve(reads.loans, ({ id, db }) => loansOf(db, id))
  serve(reads.counts, async ({ request, now, id, db }) => {
    const { before } = request.query
    const found = before === undefined ? null : /^(\d{1,15})\.(\d{1,15})$/.exec(String(before))
    if (before !== undefined && !(found && Number(found[1]) < Date.UTC(lastYear + 1, 0)))
      throw badInput('before', 'This page of the past is not there. Begin again at its first page.')
    const after = found && { at: new Date(Number(found[1])), seq: Number(found[2]) }
    return await counts(db, id, after, now)
  })
  serve(reads.forecast, async ({ request, now, id, fresh, db }) => {
    const of = { printerId: id, calendar: calendarOf(signedIn(request)), now }
    return { fresh, ...(await forecastPage(db, of)) }
  })
  return router
}
