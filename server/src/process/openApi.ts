import joiToJson from 'joi-to-json'
import type Joi from 'joi'
import {
  actionShapes,
  benchIncidenceSchema,
  benchPlanSchema,
  priceSchema,
  benchSurvivalSchema,
  benchInspectionSchema,
  benchLifeSchema,
  benchLooksSchema,
  benchPolicySchema,
  benchRatesSchema,
  benchRecurrenceSchema,
  benchSparesSchema,
  benchRegressionSchema,
  benchReplacementSchema,
  changePinSchema,
  firstRunSchema,
  joinSchema,
  kindNames,
  labelReportSchema,
  logQuerySchema,
  newDeviceSchema,
  preflightSchema,
  readMarkSchema,
  rolesWith,
  savedViewSchema,
  signInSchema,
  type ActionKindName,
} from '@diatribon/contract'
import { kindOf } from '../actions/index.ts'

interface Operation {
  summary: string
  body?: Joi.Schema
  query?: Joi.ObjectSchema
}

const operations: Record<string, Operation> = {
  'get /api/welcome': { summary: 'Name of the workshop, before anybody is signed in' },
  'post /api/first-run': { summary: 'Open an empty site and its first lead', body: firstRunSchema },
  'post /api/session': { summary: 'Sign in with name and PIN', body: signInSchema },
  'get /api/session': { summary: 'Who is signed in' },
  'delete /api/session': { summary: 'Sign out' },
  'get /api/people': { summary: 'The staff, and what each is signed off for' },
  'get /api/printers': { summary: 'The Floor: all printers by rack' },
  'get /api/printers/names': { summary: 'All printers by name (query: retired=1 with those that have left)' },
  'get /api/enclosures': { summary: 'What the thermometers in the enclosures told last, by printer' },
  'get /api/printers/{id}': { summary: 'One printer: slots, wear, ribbon' },
  'get /api/printers/{id}/as-built': { summary: 'One printer as built at a moment (query: at), with its limits' },
  'get /api/printers/{id}/counts': { summary: 'Evidence of its counters, newest first, with gaps' },
  'get /api/printers/{id}/forecast': { summary: 'Hours to expect by day of the week' },
  'get /api/parts': { summary: 'The part catalogue' },
  'get /api/parts/models': { summary: 'The printer models' },
  'get /api/devices': { summary: 'Connected devices, for the lead' },
  'post /api/devices': {
    summary: 'Connect a device; its token is in this answer and never again',
    body: newDeviceSchema,
  },
  'delete /api/devices/{id}': { summary: 'Revoke the token of a device' },
  'get /api/feed/printers': { summary: 'Ids and names of the printers, for devices that report' },
  'post /api/import/{kind}': {
    summary: 'Bring in a CSV of printers, usage, part-changes or part-ages; answers line by line',
  },
  'get /api/import/names': { summary: 'What is here by name, for what a table calls otherwise' },
  'get /api/export/{kind}': { summary: 'The same as CSV' },
  'get /api/reports/labels': { summary: 'PDF sheets of QR labels (query: of, size, printer)' },
  'get /api/reports/passport/{id}': { summary: 'PDF passport of a printer' },
  'get /api/upgrades': { summary: 'Designs of upgrades: what they should save, whether they helped, where to begin' },
  'get /api/upgrades/rules': { summary: 'Which part goes in when one of a type fails' },
  'get /api/upgrades/{id}': { summary: 'One design: versions, installations, campaigns, before and after' },
  'get /api/stores/items': { summary: 'What is kept, what is there, what to order' },
  'get /api/stores/items/{id}': { summary: 'One item: what came and went, and what was paid' },
  'get /api/stores/on-shelf/{id}': { summary: 'How many of a part type are there, and when ordered ones come' },
  'get /api/upgrades/{id}/candidates': { summary: 'Printers that could get an upgrade' },
  'get /api/stores/order-list': { summary: 'What to order, as PDF' },
  'get /api/stores/boxes': { summary: 'Repair boxes: where they are, who has them, what was missing' },
  'get /api/printers/{id}/loans': { summary: 'To whom a printer was lent, in which condition it went and came back' },
  'get /api/reports/costs': {
    summary: 'What maintenance cost between two days (query: from, until, by, printer), with the entries behind it',
  },
  'get /api/reports/costs-sheet': { summary: 'The same as PDF' },
  'get /api/reports/induction-sheet': { summary: 'What broke by misuse here, and what prevents it, as PDF' },
  'get /api/stores/spools': { summary: 'Spools of filament and what is left on them' },
  'post /api/jobs/read': { summary: 'Read a job file sent as the body (at most 50 MB; query: printer)' },
  'post /api/jobs/preflight': { summary: 'Which printers can take a job, with findings', body: preflightSchema },
  'get /api/checks/types': { summary: 'The checks: steps, turns, who may do them' },
  'get /api/checks/types/{id}/versions': { summary: 'Every version of a check' },
  'get /api/checks/upsets': { summary: 'What a change upsets: checks to do again, readings that begin anew' },
  'get /api/checks/sheets/{id}': { summary: 'One doing of a check, with its results' },
  'get /api/printers/{id}/checks': { summary: 'Turns and past checks of a printer' },
  'get /api/printers/{id}/readings': { summary: 'Readings of a printer by kind, with charts, limits and drift' },
  'get /api/readings/kinds': { summary: 'Kinds of readings with units and limits' },
  'get /api/readings/drifting': { summary: 'Readings that drift on any printer, soonest to cross first' },
  'post /api/attachments': { summary: 'Send a photo as the body (at most 20 MB); it is downscaled and kept' },
  'post /api/attachments/files': {
    summary: 'Send a file as the body (at most 20 MB); it is kept as it is (query: name)',
  },
  'get /api/attachments/{id}': { summary: 'A photo or a file' },
  'get /api/printers/{id}/jobs': { summary: 'The last jobs of a printer that have ended' },
  'get /api/jobs/materials': { summary: 'Materials: usual temperatures, enclosure, whether abrasive' },
  'get /api/versions': { summary: 'Versions of what is set: send the one you saw with your change' },
  'get /api/faults': { summary: 'Faults that are not closed, those that say stop first' },
  'get /api/faults/{id}': { summary: 'The desk of a fault: ranked causes, next tests, what was tried' },
  'get /api/faults/knowledge': { summary: 'Symptoms, causes and tests' },
  'get /api/faults/promises': { summary: 'Temporary fixes that wait to be made good' },
  'get /api/faults/downtime': { summary: 'Time down, availability and what it was lost to (query: from, until)' },
  'get /api/printers/{id}/return': { summary: 'What must be done before a printer is used again' },
  'get /api/report/{code}': { summary: 'What the label of a printer shows without an account' },
  'post /api/report/{code}': { summary: 'Report a fault by label, without an account', body: labelReportSchema },
  'post /api/report/{code}/photo': { summary: 'A photo for such a report, as the body' },
  'get /api/presence/{id}': { summary: 'Who else has a printer open' },
  'put /api/presence/{id}': { summary: 'Say that you have it open; again every 20 s' },
  'delete /api/presence/{id}': { summary: 'Say that you are gone' },
  'post /api/session/pin': { summary: 'Change your PIN', body: changePinSchema },
  'post /api/people/{id}/invitation': { summary: 'A code with which somebody chooses a PIN, for the lead' },
  'post /api/join': { summary: 'Choose a PIN with the code of an invitation', body: joinSchema },
  'get /api/logbook/handover': { summary: 'What changed since your last shift, what is open (query: since)' },
  'get /api/logbook/whole': { summary: 'Whether the chain of the book holds: progress and the result as JSON Lines' },
  'get /api/logbook/views': { summary: 'Searches that you keep' },
  'post /api/logbook/views': { summary: 'Keep a search', body: savedViewSchema },
  'delete /api/logbook/views/{id}': { summary: 'Let a kept search go' },
  'put /api/logbook/read-mark': { summary: 'Say how far you have read', body: readMarkSchema },
  'get /api/notices': { summary: 'Pinned notices, and how many notes for you are unread' },
  'get /api/reports/hold-tag/{id}': { summary: 'PDF tag to hang on a printer that is on hold' },
  'get /api/reports/handover': { summary: 'The handover as PDF (query: since)' },
  'get /api/plan/round': {
    summary: 'What is due: overdue, this week, later (query: where, a room or "room / rack")',
  },
  'get /api/plan/fortnight': { summary: 'The plan: visits by day and person, what is left and why, bound and gap' },
  'get /api/plan/calendar': { summary: 'Whether the own calendar has an address' },
  'post /api/plan/calendar': { summary: 'A new secret address of the own calendar; the one before is void' },
  'delete /api/plan/calendar': { summary: 'Revoke the address of the own calendar' },
  'get /api/calendar.ics': { summary: 'Somebody’s visits as iCalendar (query: key), without a sign-in' },
  'get /api/plan/week-sheet': { summary: 'The next seven days as PDF' },
  'get /api/plan/long-job': { summary: 'How likely each printer gets through so many hours (query: hours)' },
  'post /api/plan/price': { summary: 'What it would cost to move tasks of the plan', body: priceSchema },
  'get /api/lives': { summary: 'What the history of every part type says' },
  'get /api/lives/{id}': { summary: 'One part type: records, curves, verdict' },
  'get /api/logbook': { summary: 'The book, newest first, in pages', query: logQuerySchema },
  'get /api/logbook/export': { summary: 'The whole book as JSON Lines, for backup and replay' },
  'get /api/live': { summary: 'Server-sent events: which areas to fetch again' },
  'post /api/bench/life': { summary: 'Life figures of any records', body: benchLifeSchema },
  'post /api/bench/policy': {
    summary: 'Rules for a part side by side, from lives and the trade',
    body: benchPolicySchema,
  },
  'post /api/bench/inspection': { summary: 'How often to look for a defect', body: benchInspectionSchema },
  'post /api/bench/looks': { summary: 'Rate of defects and their delay, from looks', body: benchLooksSchema },
  'post /api/bench/regression': { summary: 'What has bearing on lives', body: benchRegressionSchema },
  'post /api/bench/incidence': { summary: 'Share of failures by cause', body: benchIncidenceSchema },
  'post /api/bench/plan': {
    summary: 'Who does what on which day, within limits, with bound and gap',
    body: benchPlanSchema,
  },
  'post /api/bench/survival': { summary: 'Chance to get through so many hours', body: benchSurvivalSchema },
  'post /api/bench/rates': { summary: 'Whether something has become rarer', body: benchRatesSchema },
  'post /api/bench/spares': { summary: 'Smallest stock for a wanted chance', body: benchSparesSchema },
  'post /api/bench/recurrence': { summary: 'Repairs of machines over their age', body: benchRecurrenceSchema },
  'post /api/bench/replacement': { summary: 'Least-cost replacement age', body: benchReplacementSchema },
  'get /api/health': { summary: 'Whether the server and its database answer' },
}

const shapeOf = (schema: Joi.Schema) => joiToJson(schema, 'open-api') as Record<string, unknown>

const content = (schema: unknown) => ({ 'application/json': { schema } })

const refusal = {
  description: 'Refused, with a sentence and the fields to put right',
  content: content({
    type: 'object',
    properties: {
      error: {
        type: 'object',
        required: ['code', 'message'],
        properties: {
          code: { type: 'string' },
          message: { type: 'string' },
          fields: { type: 'object', additionalProperties: { type: 'string' } },
        },
      },
    },
  }),
}

/** The description of every route, made from the action registry and the schemas that check the requests. */
export function openApi(): object {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const [route, { summary, body, query }] of Object.entries(operations)) {
    const [method, path] = route.split(' ') as [string, string]
    const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: name === 'id' ? { type: 'string', format: 'uuid' } : { type: 'string' },
    }))
    const inQuery = query
      ? Object.entries((shapeOf(query).properties ?? {}) as Record<string, unknown>).map(([name, schema]) => ({
          name,
          in: 'query',
          schema,
        }))
      : []
    paths[path] = {
      ...paths[path],
      [method]: {
        summary,
        parameters: [...inPath, ...inQuery],
        ...(body ? { requestBody: { required: true, content: content(shapeOf(body)) } } : {}),
        responses: { default: refusal, '200': { description: 'As asked' } },
      },
    }
  }
  const kinds = Object.keys(actionShapes) as ActionKindName[]
  paths['/api/actions'] = {
    post: {
      summary: 'The one door: record an action, or a list of them',
      description: kinds
        .map(
          (kind) =>
            `- \`${kind}\` (${kindNames[kind]}; ${rolesWith(kindOf(kind).right)}): ${actionShapes[kind].summary}`,
        )
        .join('\n'),
      requestBody: {
        required: true,
        content: content({
          oneOf: [
            ...kinds.map((kind) => ({ title: kind, ...shapeOf(actionShapes[kind].schema) })),
            { title: 'list', type: 'array', items: { type: 'object' } },
          ],
        }),
      },
      responses: {
        '201': { description: 'Recorded' },
        '200': { description: 'One result per action of a list' },
        default: refusal,
      },
    },
  }
  return { openapi: '3.0.3', info: { title: 'Diatribon', version: '0.1.0' }, paths }
}

const escape = (text: string) => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`)

/** The same as a plain page to read. */
export function openApiPage(): string {
  const { paths } = openApi() as {
    paths: Record<string, Record<string, { summary: string; description?: string; requestBody?: unknown }>>
  }
  const rows = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(
      ([method, { summary, description, requestBody }]) =>
        `<section><h2>${method.toUpperCase()} ${escape(path)}</h2><p>${escape(summary)}</p>` +
        (description ? `<pre>${escape(description)}</pre>` : '') +
        (requestBody
          ? `<details><summary>Request body</summary><pre>${escape(JSON.stringify(requestBody, null, 2))}</pre></details>`
          : '') +
        '</section>',
    ),
  )
  return (
    '<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">' +
    '<title>Diatribon: interface for programs</title><style>body{font:16px/1.5 sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem}' +
    'h2{font-size:1.05rem;margin-bottom:0}pre{white-space:pre-wrap;background:#f3f1ea;padding:.6rem}</style>' +
    `<h1>Interface for programs</h1><p>The same as data: <a href="/api/openapi.json">/api/openapi.json</a></p>${rows.join('')}</html>`
  )
}
