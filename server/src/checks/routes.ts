import { asc, desc, eq } from 'drizzle-orm'
import { Router } from 'express'
import { reads, type CheckType, type CheckVersion, type UpsetLine } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import type { Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { checkType, checkVersion, person, upset } from '../platform/tables.ts'
import { printerChecks, sheetPage } from './sheetPage.ts'

export function checkRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.checkTypes, async ({ db }) => {
    const rows = await db.select().from(checkType).orderBy(asc(checkType.name))
    return rows.map(({ id, version, retired, content }): CheckType => ({ id, version, retired, content }))
  })
  serve(reads.checkVersions, async ({ id, db }) => {
    const rows = await db
      .select({ row: checkVersion, who: person.displayName })
      .from(checkVersion)
      .innerJoin(person, eq(person.id, checkVersion.personId))
      .where(eq(checkVersion.checkTypeId, id))
      .orderBy(desc(checkVersion.version))
    if (rows.length === 0) throw new Refusal(404, 'not-there', 'There is no check with this id.')
    return rows.map(({ row: { version, content, at }, who }): CheckVersion => ({
      version,
      content,
      at: at.toISOString(),
      who,
    }))
  })
  serve(reads.upsets, async ({ db }) => {
    const rows = await db.select().from(upset).where(eq(upset.dropped, false)).orderBy(asc(upset.changed))
    return rows.map(({ siteId: _, dropped: __, ...shown }): UpsetLine => shown)
  })
  serve(reads.sheet, ({ reader, now, id, db }) => sheetPage(db, now, id, reader))
  serve(reads.printerChecks, async ({ reader, now, id, fresh, db }) => ({
    fresh,
    ...(await printerChecks(db, now, id, reader)),
  }))
  return router
}
