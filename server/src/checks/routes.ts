import { asc, desc, eq } from 'drizzle-orm'
import { Router } from 'express'
import type { CheckType, CheckVersion, PrinterChecks, UpsetLine } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import { freshFor, idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { checkType, checkVersion, person, upset } from '../platform/tables.ts'
import { printerChecks, sheetPage } from './sheetPage.ts'

export function checkRoutes(services: Services): Router {
  const { database, clock } = services
  const { db } = database
  const router = Router()
  router.get('/checks/types', requires(services, 'read'), async (_request, response) => {
    const rows = await db.select().from(checkType).orderBy(asc(checkType.name))
    response.json(rows.map(({ id, version, retired, content }): CheckType => ({ id, version, retired, content })))
  })
  router.get('/checks/types/:id/versions', requires(services, 'read'), async (request, response) => {
    const rows = await db
      .select({ row: checkVersion, who: person.displayName })
      .from(checkVersion)
      .innerJoin(person, eq(person.id, checkVersion.personId))
      .where(eq(checkVersion.checkTypeId, idFrom(request, 'check')))
      .orderBy(desc(checkVersion.version))
    if (rows.length === 0) throw new Refusal(404, 'not-there', 'There is no check with this id.')
    response.json(
      rows.map(({ row: { version, content, at }, who }): CheckVersion => ({
        version,
        content,
        at: at.toISOString(),
        who,
      })),
    )
  })
  router.get('/checks/upsets', requires(services, 'read'), async (_request, response) => {
    const rows = await db.select().from(upset).where(eq(upset.dropped, false)).orderBy(asc(upset.changed))
    response.json(rows.map(({ siteId: _, dropped: __, ...shown }): UpsetLine => shown))
  })
  router.get('/checks/sheets/:id', requires(services, 'read'), async (request, response) => {
    response.json(await sheetPage(db, clock(), idFrom(request, 'check'), signedIn(request).person))
  })
  router.get('/printers/:id/checks', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'printer')
    const fresh = await freshFor(services, request, 'due', [id])
    response.json({
      fresh,
      ...(await printerChecks(db, clock(), id, signedIn(request).person)),
    } satisfies PrinterChecks)
  })
  return router
}
