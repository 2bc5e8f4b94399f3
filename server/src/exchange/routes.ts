import { once } from 'node:events'
import Joi from 'joi'
import { raw, Router, type Request, type Response } from 'express'
import Papa from 'papaparse'
import { reads, importKinds, readInput, words, type ImportKind } from '@diatribon/contract'
import type { ColumnAnswer } from '@diatribon/core'
import { badInput, Refusal } from '../platform/refusal.ts'
import { requires, signedIn, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { importNames } from './importNames.ts'
import { exportRows } from './exportRows.ts'
import { streamImport } from './streamImport.ts'

const mostBytes = '60mb'

export function exchangeRoutes(services: Services): Router {
  const { database, clock, live } = services
  const router = Router()
  const serve = readsOn(services, router)

  router.post(
    '/import/:kind',
    requires(services, 'set up the site'),
    raw({ type: 'text/csv', limit: mostBytes }),
    async (request, response) => {
      const kind = kindOf(request)
      const body: unknown = request.body
      if (!(body instanceof Uint8Array) || body.length === 0)
        throw new Refusal(400, 'bad-input', 'Send the table itself as the body, as text/csv.')
      const { person, site } = signedIn(request)
      try {
        await streamImport(
          {
            databaseUrl: database.url,
            kind,
            bytes: body,
            mapping: mappingOf(request),
            answers: answersOf(request),
            dryRun: request.query.dry === '1',
            person,
            site: { id: site.id, timeZone: site.timeZone },
            now: clock(),
          },
          response,
          live.announce,
        )
      } catch (error) {
        if (!response.headersSent) throw error
        request.log.error({ err: error }, 'import failed')
        response.end(
          `${JSON.stringify({ failed: 'Something went wrong on the server. Send the same file again: what was brought in is recorded once.' })}\n`,
        )
      }
    },
  )

  serve(reads.importNames, ({ db }) => importNames(db))

  router.get('/export/:kind', requires(services, 'read'), async (request, response) => {
    const kind = kindOf(request)
    response.setHeader('content-type', 'text/csv; charset=utf-8')
    response.setHeader('content-disposition', `attachment; filename="diatribon-${kind}.csv"`)
    const fields = Object.keys(importKinds[kind].columns)
    await write(response, `${fields.join(',')}\r\n`)
    for await (const rows of exportRows(database.db, kind))
      if (rows.length > 0)
        await write(response, `${Papa.unparse(rows, { header: false, columns: fields, escapeFormulae: true })}\r\n`)
    response.end()
  })

  return router
}

async function write(response: Response, text: string): Promise<void> {
  if (!response.write(text)) await once(response, 'drain')
}

function kindOf(request: Request): ImportKind {
  const kind = String(request.params.kind)
  if (!Object.hasOwn(importKinds, kind))
    throw new Refusal(
      404,
      'not-there',
      `There is no table called ${kind}; there are ${Object.keys(importKinds).join(', ')}.`,
    )
  return kind as ImportKind
}

/** Which column of the file is which of ours; null: it has our own names. */
function mappingOf(request: Request): Record<string, string> | null {
  if (request.query.mapping === undefined) return null
  const parsed = objectIn(request.query.mapping)
  if (!parsed || !Object.values(parsed).every((value) => typeof value === 'string'))
    throw badInput('mapping', 'The mapping must be JSON such as {"printer":"Machine","at":"Date"}.')
  return parsed as Record<string, string>
}

const answerSchema = Joi.object().pattern(
  words(60),
  Joi.object({
    mark: Joi.string().valid('.', ','),
    order: Joi.string().valid('day first', 'month first'),
    words: Joi.object().pattern(Joi.string().max(200), words(60)).max(200),
  }),
)

/** What the person said of columns that could be read in two ways, or that hold words of their own. */
function answersOf(request: Request): Record<string, ColumnAnswer> {
  const parsed = request.query.answers === undefined ? {} : objectIn(request.query.answers)
  if (!parsed || !readInput(answerSchema, parsed).ok)
    throw badInput('answers', 'The answers must be JSON such as {"hours":{"mark":"."},"at":{"order":"day first"}}.')
  return parsed as Record<string, ColumnAnswer>
}

function objectIn(json: unknown): Record<string, unknown> | null {
  try {
    const parsed = JSON.parse(String(json)) as unknown
    return typeof parsed === 'object' && parsed !== null && !Array.isArray(parsed)
      ? (parsed as Record<string, unknown>)
      : null
  } catch {
    return null // said by the caller
  }
}
