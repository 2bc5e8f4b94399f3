import { once } from 'node:events'
import { Router, text, type Request, type Response } from 'express'
import Papa from 'papaparse'
import { importKinds, type ImportKind } from '@diatribon/contract'
import type { DecimalMark } from '@diatribon/core'
import { badInput, Refusal } from '../platform/refusal.ts'
import { requires, signedIn, type Services } from '../platform/services.ts'
import { exportRows } from './exportRows.ts'
import { streamImport } from './streamImport.ts'

const mostBytes = '60mb'

export function exchangeRoutes(services: Services): Router {
  const { database, clock, live } = services
  const router = Router()

  router.post(
    '/import/:kind',
    requires(services, 'set up the site'),
    text({ type: 'text/csv', limit: mostBytes }),
    async (request, response) => {
      const kind = kindOf(request)
      if (typeof request.body !== 'string' || request.body === '')
        throw new Refusal(400, 'bad-input', 'Send the table itself as the body, as text/csv in UTF-8.')
      if (request.body.includes('\u0000') || request.body.includes('\uFFFD'))
        throw new Refusal(
          400,
          'bad-input',
          'The table is not plain text in UTF-8. Save it as “CSV UTF-8” and try again.',
        )
      const { person, site } = signedIn(request)
      try {
        await streamImport(
          {
            databaseUrl: database.url,
            kind,
            csv: request.body,
            mapping: mappingOf(request),
            marks: marksOf(request),
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

/** Which column of the file is which of ours; without a mapping the names are taken to be ours. */
function mappingOf(request: Request): Record<string, string> {
  const { mapping } = request.query
  if (mapping === undefined) {
    const header = String(request.body)
      .slice(0, 20_000)
      .replace(/^\uFEFF/, '')
      .split(/\r?\n/, 1)[0]!
    const names = (Papa.parse<string[]>(header).data[0] ?? []).map((name) => name.trim())
    const ours = Object.keys(importKinds[kindOf(request)].columns)
    return Object.fromEntries(ours.filter((name) => names.includes(name)).map((name) => [name, name]))
  }
  const parsed = wordsByName(mapping)
  if (!parsed) throw badInput('mapping', 'mapping must be JSON such as {"printer":"Machine","at":"Date"}')
  return parsed
}

/** Which mark begins the decimals in columns that could be read in two ways. */
function marksOf(request: Request): Record<string, DecimalMark> {
  const { marks = '{}' } = request.query
  const parsed = wordsByName(marks)
  if (!parsed || Object.values(parsed).some((mark) => mark !== '.' && mark !== ','))
    throw badInput('marks', 'marks must be JSON such as {"hours":"."} or {"hours":","}')
  return parsed as Record<string, DecimalMark>
}

function wordsByName(json: unknown): Record<string, string> | null {
  try {
    const parsed = JSON.parse(String(json)) as unknown
    return typeof parsed === 'object' && parsed !== null && Object.values(parsed).every((v) => typeof v === 'string')
      ? (parsed as Record<string, string>)
      : null
  } catch {
    return null // said by the caller
  }
}
