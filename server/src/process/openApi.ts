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
  mailServerSchema,
  myMailSchema,
  newDeviceSchema,
  preflightSchema,
  readMarkSchema,
  reads,
  rolesWith,
  savedViewSchema,
  signInSchema,
  type ActionKindName,
  type ReadDeclaration,
} from '@diatribon/contract'
import { kindOf } from '../actions/index.ts'

interface Operation {
  summary: string
  body?: Joi.Schema
  answers?: keyof typeof success
}

/** What comes back when it went well. */
const success = {
  'as asked': { '200': { description: 'As asked' } },
  made: { '201': { description: 'Made' } },
  done: { '204': { description: 'Done; nothing more to say' } },
}

/** What is asked for otherwise than by a declared read. */
const operations: Record<string, Operation> = {
  'post /api/first-run': { answers: 'made', summary: 'Open an empty site and its first lead', body: firstRunSchema },
  'post /api/session': { answers: 'made', summary: 'Sign in with name and PIN', body: signInSchema },
  'delete /api/sessions': { answers: 'done', summary: 'Sign out everywhere' },
  'delete /api/session': { answers: 'done', summary: 'Sign out' },
  'post /api/devices': {
    answers: 'made',
    summary: 'Connect a device; its token is in this answer and never again',
    body: newDeviceSchema,
  },
  'delete /api/devices/{id}': { answers: 'done', summary: 'Revoke the token of a device' },
  'post /api/import/{kind}': {
    summary: 'Bring in a CSV of printers, usage, part-changes or part-ages; answers line by line',
  },
  'get /api/export/{kind}': { summary: 'The same as CSV' },
  'get /api/reports/labels': { summary: 'PDF sheets of QR labels (query: of, size, printer)' },
  'get /api/reports/passport/{id}': { summary: 'PDF passport of a printer' },
  'get /api/stores/order-list': { summary: 'What to order, as PDF' },
  'get /api/costs/sheet': { summary: 'The same as PDF' },
  'get /api/reports/induction-sheet': { summary: 'What broke by misuse here, and what prevents it, as PDF' },
  'post /api/jobs/read': { summary: 'Read a job file sent as the body (at most 50 MB; query: printer)' },
  'post /api/jobs/preflight': { summary: 'Which printers can take a job, with findings', body: preflightSchema },
  'post /api/attachments': { summary: 'Send a photo as the body (at most 20 MB); it is downscaled and kept' },
  'post /api/attachments/files': {
    summary: 'Send a file as the body (at most 20 MB); it is kept as it is (query: name)',
  },
  'get /api/attachments/{id}': { summary: 'A photo or a file' },
  'post /api/report/{code}': { summary: 'Report a fault by label, without an account', body: labelReportSchema },
  'post /api/report/{code}/photo': { summary: 'A photo for such a report, as the body' },
  'put /api/presence/{id}': { answers: 'done', summary: 'Say that you have it open; again every 20 s' },
  'delete /api/presence/{id}': { answers: 'done', summary: 'Say that you are gone' },
  'post /api/session/pin': { answers: 'done', summary: 'Change your PIN', body: changePinSchema },
  'post /api/people/{id}/invitation': {
    answers: 'made',
    summary: 'A code with which somebody chooses a PIN, for the lead',
  },
  'post /api/join': { answers: 'made', summary: 'Choose a PIN with the code of an invitation', body: joinSchema },
  'get /api/logbook/whole': { summary: 'Whether the chain of the book holds: progress and the result as JSON Lines' },
  'post /api/logbook/views': { answers: 'made', summary: 'Keep a search', body: savedViewSchema },
  'delete /api/logbook/views/{id}': { answers: 'done', summary: 'Let a kept search go' },
  'put /api/logbook/read-mark': { answers: 'done', summary: 'Say how far you have read', body: readMarkSchema },
  'get /api/reports/hold-tag/{id}': { summary: 'PDF tag to hang on a printer that is on hold' },
  'get /api/reports/handover': { summary: 'The handover as PDF (query: since)' },
  'post /api/plan/calendar': {
    answers: 'made',
    summary: 'A new secret address of the own calendar; the one before is void',
  },
  'delete /api/plan/calendar': { answers: 'done', summary: 'Revoke the address of the own calendar' },
  'get /api/calendar.ics': { summary: 'Somebody’s visits as iCalendar (query: key), without a sign-in' },
  'post /api/plan/stop': { answers: 'done', summary: 'End the search for a better plan' },
  'get /api/plan/week-sheet': { summary: 'The next seven days as PDF' },
  'put /api/mail/mine': {
    answers: 'done',
    summary: 'The own mail address, and whether a morning mail is wanted',
    body: myMailSchema,
  },
  'put /api/mail/server': {
    answers: 'done',
    summary: 'The mail server of the workshop, for leads',
    body: mailServerSchema,
  },
  'delete /api/mail/server': { answers: 'done', summary: 'Send no mail any more' },
  'post /api/mail/now': { summary: 'Send the own mail of today now' },
  'post /api/plan/price': { summary: 'What it would cost to move tasks of the plan', body: priceSchema },
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

/** A schema that checks requests, as it is described. */
function shapeOf(schema: Joi.Schema): Record<string, unknown> {
  // The flags of a pattern are no part of it: with them it would match nothing. All are read as Unicode anyway.
  const plain = (name: string, value: unknown) =>
    name === 'pattern' && typeof value === 'string' ? value.replace(/\/[a-z]+$/, '') : value
  return JSON.parse(JSON.stringify(joiToJson(schema, 'open-api-3.1'), plain)) as Record<string, unknown>
}

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

/** What each declared read answers, as JSON Schema, and what these refer to. Made from the types when the server is built. */
export interface AnswerSchemas {
  answers: Record<string, object>
  definitions: Record<string, object>
}

const inPath = (path: string) =>
  [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: name === 'id' ? { type: 'string', format: 'uuid' } : { type: 'string' },
  }))

/** The declared reads as operations. */
function readOperations({ answers }: AnswerSchemas): Record<string, { get: object }> {
  return Object.fromEntries(
    (Object.entries(reads) as [string, ReadDeclaration][]).map(([name, { path, summary, query, right }]) => {
      const address = `/api${path.replace(/:(\w+)/g, '{$1}')}`
      const asked = Object.entries(query ?? {}).map(([field, description]) => ({
        name: field,
        in: 'query',
        description,
        schema: { type: 'string' },
      }))
      const get = {
        operationId: name,
        summary,
        description: right === null ? 'Without a sign-in.' : `For ${rolesWith(right)}.`,
        parameters: [...inPath(address), ...asked],
        responses: { '200': { description: 'As asked', content: content(answers[name] ?? {}) }, default: refusal },
      }
      return [address, { get }]
    }),
  )
}

/** The description of every route, made from the declared reads, the action registry and the schemas that check the requests. */
export function openApi(schemas: AnswerSchemas): object {
  const paths: Record<string, Record<string, unknown>> = readOperations(schemas)
  for (const [route, { summary, body, answers = 'as asked' }] of Object.entries(operations)) {
    const [method, path] = route.split(' ') as [string, string]
    paths[path] = {
      ...paths[path],
      [method]: {
        summary,
        parameters: inPath(path),
        ...(body ? { requestBody: { required: true, content: content(shapeOf(body)) } } : {}),
        responses: { default: refusal, ...success[answers] },
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
  // What answers are made of stands in one place, and is referred to from there.
  const whole = {
    openapi: '3.1.0',
    info: { title: 'Diatribon', version: '0.1.0' },
    paths,
    components: { schemas: schemas.definitions },
  }
  return JSON.parse(JSON.stringify(whole).replaceAll('"#/definitions/', '"#/components/schemas/')) as object
}

const escape = (text: string) => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`)

/** The same as a plain page to read. */
export function openApiPage(schemas: AnswerSchemas): string {
  const { paths } = openApi(schemas) as {
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
