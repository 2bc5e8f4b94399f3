import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startCluster } from '../setup/cluster.mjs'
import { clusterFolder } from '../setup/folders.mjs'
import { demoMoment, startTwoServers } from '../setup/twoServers.mjs'
import { randomFrom } from './random.mjs'

const slowMs = 5_000
const atOnce = 6
const demoPin = '314159'
/** Half characters cannot stand in an address at all. */
const whole = (text) => text.replace(/[\ud800-\udfff]/gu, '')

const kinds = ['nobody', 'device', 'member', 'technician', 'lead']

/** Random requests after the description of the interface, as every kind of sender. @returns whether none of them failed */
export async function fuzz({ bin, short, seed }) {
  const requests = short ? 1500 : 30_000
  const home = mkdtempSync(join(tmpdir(), 'diatribon-fuzz-'))
  const cluster = await startCluster(bin, clusterFolder(home, 'database'), { fsync: 'off', max_connections: '100' })
  try {
    const servers = await startTwoServers(cluster.url)
    try {
      return await send({ urls: servers.urls, requests, seed })
    } finally {
      await servers.stop()
    }
  } finally {
    await cluster.stop()
    rmSync(home, { recursive: true, force: true })
  }
}

async function send({ urls, requests, seed }) {
  const [url] = urls
  const senders = await signIn(url)
  const ids = await idsOf(url, senders.lead)
  const { paths } = await (await fetch(`${url}/api/openapi.json`)).json()
  const operations = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, of]) => ({ method, path, of })),
  )
  // A sender who has signed out finds nothing more.
  const signsOut = new Set(['delete /api/session', 'delete /api/devices/{id}', 'post /api/session/pin'])
  const others = operations.filter(({ method, path }) => !signsOut.has(`${method} ${path}`))
  const door = operations.find(({ path }) => path === '/api/actions')
  const failed = []
  let slow = 0
  let next = 0
  const statuses = new Map()
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      while (next < requests) {
        const number = next++
        // Each request has a seed of its own, so that one that fails can be sent again alone.
        const make = maker(randomFrom(seed * 1_000_003 + number), ids)
        const { random } = make
        const { method, path, of } = random.chance(0.6) ? door : random.of(others)
        const who = random.of(kinds)
        const request = make.request(method, path, of)
        const began = performance.now()
        const control = new AbortController()
        const timer = setTimeout(() => control.abort(), 30_000)
        try {
          const response = await fetch(urls[number % 2] + request.path, {
            method: request.method,
            headers: { ...request.headers, ...senders[who] },
            body: request.body,
            signal: control.signal,
          })
          statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1)
          if (path === '/api/live') control.abort()
          else {
            const text = await response.text()
            // What is being worked out for the first time says so, and is there in a moment.
            const isComing = response.status === 503 && text.includes('being-worked-out')
            if (!isComing && (response.status >= 500 || /"status":5\d\d/.test(text)))
              failed.push(
                `${number}: ${who} ${request.method} ${request.path} ${String(request.body).slice(0, 600)} → ${response.status} ${text.slice(0, 300)}`,
              )
          }
        } catch (error) {
          if (path !== '/api/live')
            failed.push(
              `${number}: ${who} ${request.method} ${request.path} ${String(request.body).slice(0, 300)} → ${error.cause ?? error}`,
            )
        }
        clearTimeout(timer)
        if (performance.now() - began > slowMs) slow++
      }
    }),
  )
  for (const one of failed.slice(0, 40)) console.error(one)
  console.log(
    [...statuses]
      .sort(([a], [b]) => a - b)
      .map(([status, n]) => `${n} × ${status}`)
      .join(', '),
  )
  console.log(`${requests} requests, ${failed.length} answers ≥ 500, ${slow} slow`)
  return failed.length === 0
}

async function signIn(url) {
  const headers = { 'content-type': 'application/json' }
  const post = (path, body, cookie) =>
    fetch(url + path, {
      method: 'POST',
      headers: { ...headers, ...(cookie ? { cookie } : {}) },
      body: JSON.stringify(body),
    })
  const senders = { nobody: {} }
  for (const name of ['member', 'technician', 'lead']) {
    const response = await post('/api/session', { name, pin: demoPin })
    senders[name] = { cookie: response.headers.get('set-cookie').split(';')[0] }
  }
  const device = await (await post('/api/devices', { name: 'Fuzz' }, senders.lead.cookie)).json()
  senders.device = { authorization: `Bearer ${device.token}` }
  return senders
}

/** Ids of what there is, wherever they stand in what the lead may read. */
async function idsOf(url, headers) {
  const found = new Set()
  const pages = [
    '/api/printers',
    '/api/parts',
    '/api/parts/models',
    '/api/stores/spools',
    '/api/faults',
    '/api/faults/knowledge',
    '/api/checks/types',
    '/api/readings/kinds',
    '/api/logbook?limit=50',
    '/api/notices',
    '/api/people',
  ]
  // People only in part: whoever is locked out or leaves sends nothing more.
  for (const path of pages) {
    const text = await (await fetch(url + path, { headers })).text()
    const own =
      path === '/api/people'
        ? (text.match(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g) ?? []).slice(-2)
        : (text.match(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g) ?? [])
    for (const id of own) found.add(id)
    if (path === '/api/printers')
      for (const id of own.slice(0, 4)) {
        const page = await (await fetch(`${url}/api/printers/${id}`, { headers })).text()
        for (const inner of (page.match(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g) ?? []).slice(0, 60))
          found.add(inner)
      }
  }
  return [...found]
}

/** Makes values that a schema describes, most of them as it says, some as nobody should send them. */
function maker(random, ids) {
  const now = Date.parse(demoMoment)
  const moment = () => new Date(now - random.below(900 * 24) * 3600_000).toISOString()
  const nasty = () =>
    random.of([
      null,
      '',
      ' ',
      '\u0000',
      'a\u0000b',
      '\ud800',
      'x'.repeat(5000),
      'é😀‮',
      '<script>',
      "'; DROP TABLE site; --",
      -1,
      0,
      1e308,
      -1e308,
      0.1 + 0.2,
      2 ** 53,
      [],
      {},
      [[]],
      true,
      '0000-01-01T00:00:00Z',
      '9999-12-31T23:59:59Z',
      '2026-02-30',
      '2026-13-01T00:00:00Z',
      '-271821-04-20T00:00:00Z',
      '999999999999999.1',
      'null',
      'constructor',
      '__proto__',
      '../../etc/passwd',
      '%00',
      'NaN',
    ])
  const word = () =>
    random.of([
      'Limpet',
      'belt slack',
      'Nozzle',
      'x',
      'grey',
      'a longer sentence about a part, with a comma',
      'Überprüfung',
      '0',
    ])

  function value(schema = {}, name = '', depth = 0) {
    if (random.chance(depth === 0 ? 0.01 : 0.03)) return nasty()
    if (schema.enum) return random.of(schema.enum)
    if (schema.const !== undefined) return schema.const
    const choices = schema.oneOf ?? schema.anyOf
    if (choices) return value(random.of(choices), name, depth)
    const type = Array.isArray(schema.type) ? random.of(schema.type) : schema.type
    if (type === 'object' || schema.properties) {
      const made = {}
      for (const [key, inner] of Object.entries(schema.properties ?? {}))
        if ((schema.required ?? []).includes(key) ? !random.chance(0.02) : random.chance(0.5))
          made[key] = value(inner, key, depth + 1)
      if (random.chance(0.02)) made[word()] = nasty()
      return made
    }
    if (type === 'array')
      return Array.from({ length: Math.max(schema.minItems ?? 0, random.below(depth > 3 ? 2 : 4)) }, () =>
        value(schema.items, name, depth + 1),
      )
    if (type === 'boolean') return random.chance(0.5)
    if (type === 'number' || type === 'integer') {
      const [low, high] = [schema.minimum ?? 0, Math.min(schema.maximum ?? 10_000, (schema.minimum ?? 0) + 10_000)]
      const made = low + random.unit() * (high - low)
      return type === 'integer' ? Math.round(made) : random.chance(0.5) ? Math.round(made) : made
    }
    if (type === 'null') return null
    if (/id$|key$|^replyTo$/i.test(name) || /0-9a-f/.test(schema.pattern ?? ''))
      return random.chance(0.8) && name !== 'key' ? random.of(ids) : random.uuid()
    if (/at$|from|until|since|moment/i.test(name)) return random.chance(0.93) ? moment() : moment().slice(0, 10)
    if (/day|date/i.test(name)) return moment().slice(0, 10)
    return word()
  }

  const bodyOf = (of) => Object.values(of.requestBody?.content ?? {})[0]?.schema
  return {
    random,
    request(method, path, of) {
      let to = path.replace(/\{(\w+)\}/g, (_, name) =>
        encodeURIComponent(
          whole(
            name === 'kind'
              ? random.of(['usage', 'printers', 'part-changes', 'x'])
              : name === 'code'
                ? random.of(ids).replaceAll('-', '').slice(0, 12)
                : random.chance(0.85)
                  ? random.of(ids)
                  : String(nasty()),
          ),
        ),
      )
      const query = (of.parameters ?? []).filter((one) => one.in === 'query')
      const search = new URLSearchParams()
      for (const { name, schema } of query) if (random.chance(0.4)) search.set(name, whole(String(value(schema, name))))
      for (const name of [
        'at',
        'before',
        'since',
        'from',
        'until',
        'of',
        'size',
        'printer',
        'dry',
        'mapping',
        'marks',
        'retired',
      ])
        if (random.chance(0.06)) search.set(name, whole(String(random.chance(0.5) ? nasty() : moment())))
      if (search.size > 0) to += `?${search}`
      if (method === 'get' || method === 'delete') return { method: method.toUpperCase(), path: to, headers: {} }
      if (/import|jobs\/read|photo|attachments/.test(path))
        return {
          method: method.toUpperCase(),
          path: to,
          headers: {
            'content-type': /import/.test(path) ? 'text/csv' : random.of(['application/octet-stream', 'image/jpeg']),
          },
          body: random.of([
            '',
            'a,b\n1,2\n',
            `printer,at,meterHours\nLimpet,${moment()},${random.below(9000)}\n`,
            'G1 X10 F3000\nG1 X1e400\n',
            'x'.repeat(3000),
            '\u0000\u0001',
          ]),
        }
      let body = value(bodyOf(of) ?? { type: 'object' })
      if (path === '/api/actions') {
        if (body && typeof body === 'object' && !Array.isArray(body) && !('actions' in body)) {
          if (random.chance(0.9)) body.at = moment()
          body.key = random.uuid()
        }
        if (random.chance(0.1)) body = [body, { kind: 'note', key: random.uuid(), at: moment(), text: 'beside it' }]
      }
      return {
        method: method.toUpperCase(),
        path: to,
        headers: { 'content-type': random.chance(0.97) ? 'application/json' : 'text/plain' },
        body: random.chance(0.02) ? '{"broken":' : (JSON.stringify(body) ?? ''),
      }
    },
  }
}
