import { hourMs, given } from '@diatribon/core'
import { randomUUID } from 'node:crypto'
import { and, between, count, desc, eq, gte, getTableColumns, isNull } from 'drizzle-orm'
import { raw, Router, type Request } from 'express'
import { rateLimit } from 'express-rate-limit'
import { v5 as derivedId } from 'uuid'
import { labelReportSchema, type Attachment, type LabelPage, type LabelReport } from '@diatribon/contract'
import { keptPhoto, mostPhotoBytes } from '../attachments/photo.ts'
import { checked, Refusal } from '../platform/refusal.ts'
import type { Services } from '../services/services.ts'
import { attachment, fault, logEntry, person, printer, site } from '../platform/tables.ts'
import { idsOf } from '../reports/shortAddress.ts'
import { kindOfPrinter, knowledge, knowledgeFor } from './knowledge.ts'
import { stateOf, stopColumn } from '../rules/printerState.ts'

/** Reports and photos from one address in ten minutes, and reports without an account on the whole site in an hour. */
const perAddress = 6
const addressMinutes = 10
const perSiteAnHour = 60
const photosPerSiteAnHour = 120

/**
 * The report by label: whoever stands at a printer can say what is wrong, without an account. It shows no more than a look at
 * the printer would, and takes no more than a few reports from one address.
 */
export function labelRoutes({ database, clock, door }: Services): Router {
  const { db } = database
  const router = Router()
  const brake = (what: string) =>
    rateLimit({
      windowMs: addressMinutes * 60_000,
      limit: perAddress,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      // A report that was refused, for whatever reason, may be put right and sent again.
      skipFailedRequests: true,
      handler: () => {
        throw new Refusal(
          429,
          'slowed-down',
          `That is many ${what} from one place. Wait ${addressMinutes} minutes, or tell somebody of the staff.`,
          undefined,
          addressMinutes * 60,
        )
      },
    })
  /** Refused ones do not count above: this keeps whoever sends nothing else from sending it without end. */
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

  router.post('/report/:code', patience, brake('reports'), async (request, response) => {
    const { key, ...said } = checked<LabelReport>(labelReportSchema, request.body)
    const row = await printerOf(request)
    const visitorId = derivedId('visitor', row.siteId)
    const now = clock()
    // The brake on one address lives in one process; this one holds for all of them, and for many addresses at once.
    await requireRoom('reports', perSiteAnHour, () =>
      db
        .select({ lately: count() })
        .from(logEntry)
        .where(
          and(
            eq(logEntry.personId, visitorId),
            eq(logEntry.kind, 'report-fault'),
            gte(logEntry.recordedAt, hourBefore(now)),
          ),
        ),
    )
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
    response.status(201).json({ recorded: true })
  })

  router.post(
    '/report/:code/photo',
    patience,
    brake('photos'),
    raw({ type: () => true, limit: mostPhotoBytes }),
    async (request, response) => {
      const row = await printerOf(request)
      const visitorId = derivedId('visitor', row.siteId)
      await requireRoom('photos', photosPerSiteAnHour, () =>
        db
          .select({ lately: count() })
          .from(attachment)
          .where(and(eq(attachment.personId, visitorId), gte(attachment.addedAt, hourBefore(clock())))),
      )
      const kept = await keptPhoto(Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0))
      const id = randomUUID()
      await db.insert(attachment).values({ id, siteId: row.siteId, personId: visitorId, addedAt: clock(), ...kept })
      const answer: Attachment = { id, width: kept.width, height: kept.height }
      response.status(201).json(answer)
    },
  )
  return router
}

const hourBefore = (now: Date) => new Date(now.getTime() - hourMs)

/** @throws Refusal 429 when the whole site has had as many in this hour as it takes */
async function requireRoom(what: string, most: number, lately: () => Promise<{ lately: number }[]>): Promise<void> {
  const [found] = await lately()
  if (given(found).lately >= most)
    throw new Refusal(
      429,
      'slowed-down',
      `Many ${what} have come in this hour. Wait 10 minutes, or tell somebody of the staff.`,
      undefined,
      600,
    )
}

/** A name that nobody types to sign in. */
const nameOf = ({ displayName, role }: { displayName: string; role: string }, siteId: string) => ({
  name: `visitor ${siteId.slice(0, 8)}`,
  displayName,
  role,
})
