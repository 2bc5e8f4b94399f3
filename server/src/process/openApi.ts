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
  calls,
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
  type Call,
  type CallName,
  type ReadDeclaration,
} from '@diatribon/contract'
import { kindOf } from '../actions/index.ts'
import { cookieName } from '../services/services.ts'

/** The schemas that check what is sent. */
const bodies: Partial<Record<CallName, Joi.Schema>> = {
  'post /api/first-run': firstRunSchema,
  'post /api/session': signInSchema,
  'post /api/devices': newDeviceSchema,
  'post /api/jobs/preflight': preflightSchema,
  'post /api/report/{code}': labelReportSchema,
  'post /api/session/pin': changePinSchema,
  'post /api/join': joinSchema,
  'post /api/logbook/views': savedViewSchema,
  'put /api/logbook/read-mark': readMarkSchema,
  'put /api/mail/mine': myMailSchema,
  'put /api/mail/server': mailServerSchema,
  'post /api/plan/price': priceSchema,
  'post /api/bench/life': benchLifeSchema,
  'post /api/bench/policy': benchPolicySchema,
  'post /api/bench/inspection': benchInspectionSchema,
  'post /api/bench/looks': benchLooksSchema,
  'post /api/bench/regression': benchRegressionSchema,
  'post /api/bench/incidence': benchIncidenceSchema,
  'post /api/bench/plan': benchPlanSchema,
  'post /api/bench/survival': benchSurvivalSchema,
  'post /api/bench/rates': benchRatesSchema,
  'post /api/bench/spares': benchSparesSchema,
  'post /api/bench/recurrence': benchRecurrenceSchema,
  'post /api/bench/replacement': benchReplacementSchema,
}

const statusWords = { 200: 'As asked', 201: 'Made', 204: 'Done; nothing more to say' }

/** A schema that checks requests, as it is described. */
const shapeOf = (schema: Joi.Schema) => joiToJson(schema, 'open-api-3.1') as Record<string, unknown>

/** What the packages write otherwise than their standard says, or than programs read that write clients. */
function plainly(name: string, value: unknown): unknown {
  // The flags of a pattern are no part of it: with them it would match nothing. All are read as Unicode anyway.
  if (name === 'pattern' && typeof value === 'string') return value.replace(/\/[a-z]+$/, '')
  // A limit that is another field's value.
  if (/^(exclusive)?(minimum|maximum)$/i.test(name) && typeof value === 'object') return undefined
  if ((name === 'then' || name === 'else') && typeof value === 'boolean') return value ? {} : { not: {} }
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return value
  const { anyOf, allOf = [], items, ...rest } = value as Record<string, unknown> & { allOf?: unknown[] }
  // Fields of which one must be there are asked for beside the others: a bare choice would be a thing of its own.
  if (anyOf && rest.properties) return { ...rest, allOf: [...allOf, { anyOf }] }
  return Array.isArray(items) ? { ...rest, prefixItems: items } : value
}

const content = (schema: unknown, type = 'application/json') => ({ [type]: { schema } })
const binary = { type: 'string', format: 'binary' }

const refused = {
  type: 'object',
  required: ['error'],
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
}
const refusal = { description: 'Refused, with a sentence and the fields to put right', content: content(refused) }

/** What each declared read and call answers, as JSON Schema, and what these refer to. Made from the types when the server is built. */
export interface AnswerSchemas {
  answers: Record<string, object>
  definitions: Record<string, object>
}

/** A name for programs, such as "postPlanPrice". */
const idOf = (name: CallName) =>
  name
    .split(/\W/)
    .filter((word) => word !== '' && word !== 'api')
    .map((word, i) => (i === 0 ? word : `${word[0]?.toUpperCase() ?? ''}${word.slice(1)}`))
    .join('')

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
        ...(right === null ? { security: [] } : {}),
        parameters: [...inPath(address), ...asked],
        responses: { '200': { description: 'As asked', content: content(answers[name] ?? {}) }, default: refusal },
      }
      return [address, { get }]
    }),
  )
}

/** The description of every route, made from the declared reads and calls, the action registry and the schemas that check the requests. */
export function openApi(schemas: AnswerSchemas): object {
  const paths: Record<string, Record<string, object>> = readOperations(schemas)
  for (const [name, { summary, status, gives, takes, isOpen }] of Object.entries(calls) as [CallName, Call][]) {
    const [method, path] = name.split(' ') as [string, string]
    const body = bodies[name]
    const sent = body ? content(shapeOf(body)) : takes ? content(binary, takes) : null
    const answer = gives ? content(binary, gives) : schemas.answers[name] ? content(schemas.answers[name]) : null
    paths[path] = {
      ...paths[path],
      [method]: {
        operationId: idOf(name),
        summary,
        ...(isOpen ? { security: [] } : {}),
        parameters: inPath(path),
        ...(sent ? { requestBody: { required: true, content: sent } } : {}),
        responses: {
          [status]: { description: statusWords[status], ...(answer ? { content: answer } : {}) },
          default: refusal,
        },
      },
    }
  }
  const kinds = Object.keys(actionShapes) as ActionKindName[]
  const recorded = content(schemas.answers['post /api/actions'] ?? {})
  paths['/api/actions'] = {
    post: {
      ...paths['/api/actions']?.post,
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
        '201': { description: 'Recorded', content: recorded },
        '200': { description: 'One result per action of a list', content: recorded },
        '409': {
          description: 'Refused; of a list of which all are recorded or none: each result',
          content: content({ anyOf: [refused, schemas.answers['post /api/actions'] ?? {}] }),
        },
        default: refusal,
      },
    },
  }
  // What answers are made of stands in one place, and is referred to from there.
  const whole = {
    openapi: '3.1.0',
    info: { title: 'Diatribon', version: '0.1.0' },
    servers: [{ url: '/' }],
    security: [{ session: [] }, { device: [] }],
    paths,
    components: {
      schemas: schemas.definitions,
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: cookieName, description: 'Of a person who has signed in' },
        device: { type: 'http', scheme: 'bearer', description: 'The token of a device' },
      },
    },
  }
  const text = JSON.stringify(whole).replaceAll('"#/definitions/', '"#/components/schemas/')
  return JSON.parse(text, plainly) as object
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
