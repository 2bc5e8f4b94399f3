import { between } from 'drizzle-orm'
import { Router } from 'express'
import type { Db } from '../platform/database.ts'
import { sessionToken } from './services.ts'
import { Refusal } from '../platform/refusal.ts'
import { printer, slot, spool, stockItem } from '../platform/tables.ts'

/** Twelve hexadecimal digits of an id: short enough to type from a label, long enough to be the only one. */
export const shortCode = (id: string) => id.replaceAll('-', '').slice(0, 12)

/** The first and the last id that a short code can stand for; null when it is none. */
export function idsOf(code: string): [from: string, to: string] | null {
  if (!/^[0-9a-f]{12}$/.test(code)) return null
  const start = `${code.slice(0, 8)}-${code.slice(8)}`
  return [`${start}-0000-0000-000000000000`, `${start}-ffff-ffff-ffffffffffff`]
}

/**
 * GET /go/CODE leads from a label to its page. Whoever is not signed in can report from the label of a printer at once, and
 * sign in from there.
 */
export function shortAddressRoutes(db: Db): Router {
  const router = Router()
  router.get('/go/:code', async (request, response) => {
    const code = request.params.code.toLowerCase()
    const ids = idsOf(code)
    const page = ids && (await pageOf(db, ids))
    // Whoever scanned it holds a phone, and wants words instead of JSON.
    if (!page && request.accepts(['json', 'html']) === 'html') return response.redirect(302, '/label-unknown')
    if (!page) throw new Refusal(404, 'not-there', 'This label belongs to nothing that is known here. Print a new one.')
    const isPrinter = page.startsWith('/printers/') && !page.includes('?')
    response.redirect(302, isPrinter && !sessionToken(request) ? `/report/${code}` : page)
  })
  return router
}

async function pageOf(db: Db, [from, to]: [string, string]): Promise<string | null> {
  const [p] = await db
    .select({ id: printer.id })
    .from(printer)
    .where(between(printer.id, from, to))
  if (p) return `/printers/${p.id}`
  const [s] = await db
    .select({ id: slot.id, printerId: slot.printerId })
    .from(slot)
    .where(between(slot.id, from, to))
  if (s) return `/printers/${s.printerId}?slot=${s.id}`
  const [f] = await db
    .select({ id: spool.id })
    .from(spool)
    .where(between(spool.id, from, to))
  if (f) return `/spools?spool=${f.id}`
  const [i] = await db
    .select({ id: stockItem.id })
    .from(stockItem)
    .where(between(stockItem.id, from, to))
  return i ? `/stores/${i.id}` : null
}
