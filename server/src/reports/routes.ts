import { outOf, outSince, stopColumn } from '../rules/printerState.ts'
import { dayMs } from '@diatribon/core'
import { and, asc, eq, isNull } from 'drizzle-orm'
import { Router, type Request } from 'express'
import { asBuilt, momentOf } from '../printers/asBuilt.ts'
import { printerPage } from '../printers/printerPage.ts'
import { logPage } from '../logbook/logPage.ts'
import { badInput, Refusal } from '../platform/refusal.ts'
import { addressOf, idFrom, freshFor, requires, signedIn, type Services } from '../services/services.ts'
import { printer, printerModel, slot, spool, stockItem } from '../platform/tables.ts'
import { labelSheets, labelSizes, type Label, type LabelSize } from './labels.ts'
import { holdTag } from './holdTag.ts'
import { inductionSheet, mishaps } from './inductionSheet.ts'
import { passport } from './passport.ts'
import { sendPdf } from '../platform/pdf.ts'
import { shortCode } from '../services/shortAddress.ts'

const historyShown = 200

export function reportRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()

  router.get('/reports/labels', requires(services, 'read'), async (request, response) => {
    const { of = 'printers', size = 'large' } = request.query
    if (!Object.hasOwn(labelSizes, String(size))) throw badInput('size', 'The size must be large or small.')
    const labels = await labelsOf(String(of), request)
    sendPdf(response, labelSheets(labels, size as LabelSize), `labels-${String(of)}.pdf`)
  })

  router.get('/reports/passport/:id', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'printer')
    const { person, site } = signedIn(request)
    const fresh = await freshFor(services, request, 'due', [id])
    const page = { fresh, ...(await printerPage(db, id)) }
    const built = await asBuilt(db, id, await momentOf(db, id, services.clock()))
    const { entries } = await logPage(
      db,
      { printer: id, limit: historyShown },
      { reader: person, timeZone: site.timeZone },
    )
    const history = entries.filter(({ kind }) => kind !== 'count-hours')
    const address = goTo(addressOf(services, request), id)
    sendPdf(response, passport({ site, page, built, history, address }), `passport-${page.printer.name}.pdf`)
  })

  router.get('/reports/hold-tag/:id', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'printer')
    const { site } = signedIn(request)
    const [found] = await db.select({ row: printer, stop: stopColumn }).from(printer).where(eq(printer.id, id))
    if (!found) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
    const { row, stop } = found
    const out = outOf({ ...row, stop })
    if (!out)
      throw new Refusal(
        409,
        'not-on-hold',
        `${row.name} is in service; a tag is for a printer that is stopped or on hold.`,
      )
    const since = outSince(out, { stop, heldAt: row.heldAt })
    const address = goTo(addressOf(services, request), id)
    sendPdf(response, holdTag({ site, printer: row, out, since, address }), `hold-${row.name}.pdf`)
  })

  router.get('/reports/induction-sheet', requires(services, 'read'), async (request, response) => {
    const found = await mishaps(db, new Date(services.clock().getTime() - 365 * dayMs))
    sendPdf(response, inductionSheet({ site: signedIn(request).site, found }), 'induction-sheet.pdf')
  })

  async function labelsOf(of: string, request: Request): Promise<Label[]> {
    const base = baseOf(services, request)
    const one = request.query.printer === undefined ? undefined : String(request.query.printer)
    switch (of) {
      case 'printers': {
        const rows = await db
          .select({ row: printer, make: printerModel.make, model: printerModel.name })
          .from(printer)
          .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
          .where(isNull(printer.retiredReason))
          .orderBy(asc(printer.rack), asc(printer.place))
        return rows
          .filter(({ row }) => one === undefined || row.id === one)
          .map(({ row, make, model }) => ({
            title: row.name,
            detail: `${`${make} ${model}`.trim()}\n${row.room}, ${row.rack}${row.place}`,
            address: `${base}/go/${shortCode(row.id)}`,
          }))
      }
      case 'slots': {
        const rows = await db
          .select({ row: slot, printer: printer.name, rack: printer.rack, place: printer.place })
          .from(slot)
          .innerJoin(printer, eq(printer.id, slot.printerId))
          .where(and(isNull(printer.retiredReason), isNull(slot.removedAt)))
          .orderBy(asc(printer.rack), asc(printer.place), asc(slot.position))
        return rows
          .filter(({ row }) => one === undefined || row.printerId === one)
          .map(({ row, printer, rack, place }) => ({
            title: row.name,
            detail: `${printer}, ${rack}${place}`,
            address: `${base}/go/${shortCode(row.id)}`,
          }))
      }
      case 'spools': {
        const rows = await db.select().from(spool).where(isNull(spool.finishedAt)).orderBy(asc(spool.name))
        return rows.map((row) => ({
          title: row.name,
          detail: `${row.material}\n${row.diameterMm} mm, tare ${row.tareGrams} g`,
          address: `${base}/go/${shortCode(row.id)}`,
        }))
      }
      case 'items': {
        const rows = await db.select().from(stockItem).where(eq(stockItem.retired, false)).orderBy(asc(stockItem.name))
        return rows.map(({ id, name, content: { place, supplier } }) => ({
          title: name,
          detail: [place, supplier].filter(Boolean).join('\n'),
          address: `${base}/go/${shortCode(id)}`,
        }))
      }
      default:
        throw badInput('of', 'Labels are there for printers, slots, spools or items of the stores.')
    }
  }

  return router
}

/** Where a label leads. @throws Refusal while phones would not find it */
function baseOf(services: Services, request: Request): string {
  const address = addressOf(services, request)
  if (address !== null) return address
  throw new Refusal(
    409,
    'no-address',
    `A label printed now would lead each phone to itself (${request.headers.host}). Open this page at the address by which phones reach it, or a lead sets that address under Workshop.`,
  )
}

const goTo = (base: string | null, id: string) => (base === null ? null : `${base}/go/${shortCode(id)}`)
