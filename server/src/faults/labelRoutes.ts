import { given } from '@diatribon/core'
import { randomUUID } from 'node:crypto'
import { and, between, count, desc, eq, getTableColumns, isNull } from 'drizzle-orm'
import { raw, Router, type Request } from 'express'
import { rateLimit } from 'express-rate-limit'
import { v5 as derivedId } from 'uuid'
import { labelReportSchema, type Attachment, type LabelPage, type LabelReport } from '@diatribon/contract'
import { keptPhoto, mostPhotoBytes, waiterOf } from '../attachments/photo.ts'
import { checked, Refusal } from '../platform/refusal.ts'
import type { Services } from '../services/services.ts'
import { attachment, fault, person, printer, site } from '../platform/tables.ts'
import { allowedPhotos, allowedReports, counted } from './reportBrake.ts'
import { idsOf } from '../services/shortAddress.ts'
import { kindOfPrinter, knowledge, knowledgeFor } from './knowledge.ts'
import { stateOf, stopColumn } from '../rules/printerState.ts'

/**
 * The report by label: whoever stands at a printer can say what is wrong, without an account. It shows no more than a look at
 * the printer would, and takes no more than a few reports from one address.
 */
export function labelRoutes({ database, clock, door }: Services): Router {
  const { db } = database
  const router = Router()
  /** Refused reports are not counted: this keeps whoever sends nothing else from sending it without end. */
  const patience = rateLimit({
    windowMs: 60_000,
    limit: 60,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new Refusal(429, 'slowed-down', 'Too many requests from one place. Wait a minute.', undefined, 60)
    },
  })

  async function printerOf(request: Request) {
    const ids = idsOf(String(request.params.code).toLowerCase())
    const [row] = ids
      ? await db
          .select({ ...getTableColumns(printer), stop: stopColumn })
          .from(printer)
          .where(and(between(printer.id, ...ids), isNull(printer.retiredReason)))
      : []
    if (!row) throw new Refusal(404, 'not-there', 'This label belongs to no printer that is known here.')
    return row
  }

  router.get('/report/:code', async (request, response) => {
    const row = await printerOf(request)
    const [place] = await db.select({ name: site.name }).from(site).where(eq(site.id, row.siteId))
    const open = await db
      .select({ symptom: fault.symptom, mayGoOn: fault.mayGoOn, at: fault.reportedAt })
      .from(fault)
      .where(and(eq(fault.printerId, row.id), isNull(fault.closedSeq)))
      .orderBy(desc(fault.reportedAt))
      .limit(10)
    const { symptoms } = knowledgeFor(await knowledge(db), await kindOfPrinter(db, row))
    const page: LabelPage = {
      siteName: given(place).name,
      printerId: row.id,
      printer: {
        name: row.name,
        place: `${row.rack}${row.place}`,
        room: row.room,
        state: stateOf(row),
        holdReason: row.holdReason,
        stop: row.stop?.symptom ?? null,
      },
      faults: open.map(({ at, ...rest }) => ({ ...rest, at: at.toISOString() })),
      symptoms: symptoms.map(({ id, name }) => ({ id, name })),
    }
    response.json(page)
  })

  router.post('/report/:code', patience, async (request, response) => {
    const { key, ...said } = checked<LabelReport>(labelReportSchema, request.body)
    const row = await printerOf(request)
    const visitorId = derivedId('visitor', row.siteId)
    const now = clock()
    const visitor = { id: visitorId, name: 'visitor', displayName: 'a visitor', role: 'visitor' as const }
    const [there] = await db.select({ id: person.id }).from(person).where(eq(person.id, visitorId))
    if (!there)
      await door.list(
        [
          {
            key: derivedId('admit visitor', row.siteId),
            kind: 'admit-person',
            at: now.toISOString(),
            personId: visitorId,
            ...nameOf(visitor, row.siteId),
          },
        ],
        true,
        { ...visitor, role: 'lead' },
        row.siteId,
      )
    const [here] = await db.select({ printers: count() }).from(printer).where(isNull(printer.retiredReason))
    const allowed = allowedReports(request.ip ?? '', !said.mayGoOn, here?.printers ?? 0)
    await counted(database.pool, now, allowed, async () => {
      const result = await door.one(
        {
          key,
          kind: 'report-fault',
          at: now.toISOString(),
          printerId: row.id,
          faultId: derivedId('fault', key),
          ...said,
        },
        visitor,
        row.siteId,
      )
      // Sent again after a lost answer: it is in the book, which is all that the sender wants to know.
      if (!result.ok && result.error.code !== 'key-used') {
        const { code, message, fields } = result.error
        throw new Refusal(result.status as Refusal['status'], code, message, fields)
      }
    })
    response.status(201).json({ recorded: true })
  })

  router.post(
    '/report/:code/photo',
    patience,
    raw({ type: () => true, limit: mostPhotoBytes }),
    async (request, response) => {
      const row = await printerOf(request)
      const visitorId = derivedId('visitor', row.siteId)
      const id = randomUUID()
      const kept = await counted(database.pool, clock(), allowedPhotos(request.ip ?? ''), async () => {
        const photo = await keptPhoto(
          Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0),
          waiterOf(request.ip ?? '', response),
        )
        await db.insert(attachment).values({ id, siteId: row.siteId, personId: visitorId, addedAt: clock(), ...photo })
        return photo
      })
      const answer: Attachment = { id, width: kept.width, height: kept.height }
      response.status(201).json(answer)
    },
  )
  return router
}

/** A name that nobody types to sign in. */
const nameOf = ({ displayName, role }: { displayName: string; role: string }, siteId: string) => ({
  name: `visitor ${siteId.slice(0, 8)}`,
  displayName,
  role,
})
