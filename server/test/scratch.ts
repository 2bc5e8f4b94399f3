import { createHash, randomUUID } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import type { Action, ActionResult, Freshness, Recorded, RefusalBody, Role } from '@diatribon/contract'
import {
  migrateDatabase,
  realWallClock,
  setPin,
  startServer,
  type WallClock,
  type RunningServer,
} from '../src/index.ts'
import { unlikeDeclared } from './declaredAnswers.ts'

export const migrations = fileURLToPath(new URL('../migrations', import.meta.url))

interface ScratchDatabase {
  url: string
  drop: () => Promise<void>
}

/** The test cluster, for as long as it takes. */
async function onCluster<T>(work: (client: pg.Client, addressOf: (name: string) => string) => Promise<T>): Promise<T> {
  const cluster = process.env.TEST_DATABASE_URL
  if (!cluster) throw new Error('TEST_DATABASE_URL is not set; run the tests with npm test.')
  const client = new pg.Client({ connectionString: cluster })
  await client.connect()
  const addressOf = (name: string) => Object.assign(new URL(cluster), { pathname: `/${name}` }).href
  return work(client, addressOf).finally(() => client.end())
}

async function makeDatabase(like: string): Promise<ScratchDatabase> {
  const name = `test_${randomUUID().replaceAll('-', '')}`
  return onCluster(async (client, addressOf) => {
    await client.query(`CREATE DATABASE ${name} TEMPLATE ${like}`)
    return {
      url: addressOf(name),
      drop: () => onCluster(async (again) => void (await again.query(`DROP DATABASE ${name} WITH (FORCE)`))),
    }
  })
}

/** A database of its own on the test cluster, with nothing in it. */
export const emptyDatabase = (): Promise<ScratchDatabase> => makeDatabase('template1')

/** A database of its own with the tables of this version, which are made once in each run and copied. */
export async function scratchDatabase(): Promise<ScratchDatabase> {
  const statements = readdirSync(migrations).filter((file) => file.endsWith('.sql'))
  const hash = createHash('sha1')
  for (const file of statements.sort()) hash.update(readFileSync(`${migrations}/${file}`))
  const pattern = `pattern_${hash.digest('hex').slice(0, 12)}`
  await onCluster(async (client, addressOf) => {
    // Two workers begin at once: one makes it, the other waits. Half made it has another name.
    await client.query('SELECT pg_advisory_lock(1)')
    if ((await client.query('SELECT FROM pg_database WHERE datname = $1', [pattern])).rowCount) return
    await client.query(`DROP DATABASE IF EXISTS ${pattern}_begun`)
    await client.query(`CREATE DATABASE ${pattern}_begun`)
    await migrateDatabase(addressOf(`${pattern}_begun`), migrations)
    await client.query(`ALTER DATABASE ${pattern}_begun RENAME TO ${pattern}`)
  })
  return makeDatabase(pattern)
}

export const pin = '2718'
/** What becomes of an action that the sender is entitled to: recorded, or refused by its words, by what is not there, or by the state. */
export const notByRights = [201, 400, 404, 409]

/** A small workshop with one model, one printer, two part types and a person of each role, on a real server. */
export async function scratchWorkshop(clock: WallClock = realWallClock) {
  const database = await scratchDatabase()
  const start = (options: Partial<Parameters<typeof startServer>[0]> = {}) =>
    startServer({
      databaseUrl: database.url,
      clock,
      port: 0,
      webFolder: null,
      demo: null,
      logLevel: 'error',
      siteUrl: 'https://wear.example.org',
      ...options,
    })
  const server = await start()
  const lead = new Client(server)
  const at = new Date(clock().getTime() - 400 * dayMs).toISOString()
  const opened = await lead.call('POST', '/api/first-run', {
    siteName: 'Test shed',
    timeZone: 'Europe/Lisbon',
    currency: 'EUR',
    name: 'lead',
    displayName: 'Test Lead',
    pin,
  })
  if (opened.status !== 201) throw new Error(`first run: ${JSON.stringify(opened.body)}`)
  const ids = {
    model: randomUUID(),
    nozzle: randomUUID(),
    hardNozzle: randomUUID(),
    belt: randomUUID(),
    printer: randomUUID(),
  }
  const signOff = async (personId: string) => {
    for (const what of ['hot work', 'motion'])
      await lead.act({ kind: 'give-sign-off', personId, signOff: what, until: null, at })
  }
  for (const role of ['device', 'visitor', 'member', 'operator', 'technician'] as const) {
    const personId = randomUUID()
    await lead.act({ kind: 'admit-person', personId, name: role, displayName: `Test ${role}`, role, at })
    await setPin(server.services.database.db, personId, pin)
    if (role === 'technician') await signOff(personId)
  }
  await signOff((opened.body as { personId: string }).personId)
  const partType = (partTypeId: string, name: string, slotKind: string) =>
    lead.act({
      kind: 'add-part-type',
      at,
      partTypeId,
      name,
      slotKind,
      priceMinor: 100,
      minutes: 10,
      failureExtraMinor: 2000,
      tradeInterval: 300,
    })
  await partType(ids.nozzle, 'Nozzle', 'nozzle')
  await partType(ids.hardNozzle, 'Hard nozzle', 'nozzle')
  await partType(ids.belt, 'Belt', 'belt')
  await lead.act({
    kind: 'add-model',
    at,
    modelId: ids.model,
    make: 'Dunlin',
    name: 'D2',
    build: 'Guided feed',
    limits: {
      plateXMm: 220,
      plateYMm: 220,
      heightMm: 250,
      nozzleMaxC: 260,
      bedMaxC: 100,
      chamberMaxC: null,
      enclosed: false,
      filamentMm: 1.75,
      tools: 1,
      accelerationMmPerS2: 1000,
      maxSpeedMmPerS: 150,
    },
    kits: [{ name: 'Both', slots: ['Nozzle', 'X belt'] }],
    slots: [
      { name: 'Nozzle', kind: 'nozzle' },
      { name: 'X belt', kind: 'belt' },
    ],
  })
  const takeIn = (printerId: string, name: string, place: number, meterHours = 0) =>
    lead.act({
      kind: 'take-in-printer',
      at,
      printerId,
      modelId: ids.model,
      name,
      room: 'Shed',
      rack: 'A',
      place,
      meterHours,
      parts: { Nozzle: ids.nozzle, 'X belt': ids.belt },
    })
  await takeIn(ids.printer, 'Limpet', 1)
  return {
    server,
    start,
    url: database.url,
    lead,
    ids,
    takeIn,
    startedAt: at,
    as: async (role: Role) => new Client(server).signIn(role),
    close: async () => {
      await server.close()
      await database.drop()
    },
  }
}

export type Workshop = Awaited<ReturnType<typeof scratchWorkshop>>
export const dayMs = 24 * 3600_000

/** A client with a cookie, as a program would be. */
export class Client {
  private cookie = ''

  get cookieNow(): string {
    return this.cookie
  }

  constructor(
    readonly server: RunningServer,
    private readonly headers: Record<string, string> = {},
  ) {}

  async call<T = unknown>(
    method: string,
    path: string,
    body?: unknown,
  ): Promise<{ status: number; body: T; headers: Headers }> {
    const response = await fetch(this.server.url + path, {
      method,
      headers: {
        cookie: this.cookie,
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...this.headers,
      },
      body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
    })
    const set = response.headers.get('set-cookie')
    if (set) this.cookie = set.split(';')[0]!
    const text = await response.text()
    const isJson = response.headers.get('content-type')?.includes('application/json') ?? false
    const parsed = isJson ? (JSON.parse(text) as T) : (text as T)
    const unlike = isJson && response.ok ? unlikeDeclared(method, path, parsed) : null
    if (unlike) throw new Error(unlike)
    return { status: response.status, body: parsed, headers: response.headers }
  }

  async signIn(name: string): Promise<this> {
    const { status } = await this.call('POST', '/api/session', { name, pin })
    if (status !== 201) throw new Error(`sign-in of ${name}: ${status}`)
    return this
  }

  async get<T>(path: string): Promise<T> {
    const { status, body } = await this.call<T>('GET', path)
    if (status !== 200) throw new Error(`GET ${path}: ${status} ${JSON.stringify(body)}`)
    // On a slow machine a page may be shown before what it rests on is worked out, and says so: it is asked again.
    const fresh = (body as { fresh?: Freshness } | null)?.fresh
    if (!fresh || (fresh.asOf === null && fresh.waiting === 0)) return body
    await this.server.services.kept.settle()
    return (await this.call<T>('GET', path)).body
  }

  /** Sends an action that must be recorded. */
  async act(action: { kind: Action['kind'] } & Record<string, unknown>): Promise<Recorded> {
    const { status, body } = await this.call<{ entry: Recorded }>('POST', '/api/actions', this.withHeader(action))
    if (status !== 201) throw new Error(`${action.kind}: ${status} ${JSON.stringify(body)}`)
    return body.entry
  }

  /** Sends an action that must be refused. */
  async refused(action: Record<string, unknown>): Promise<{ status: number } & RefusalBody['error']> {
    const { status, body } = await this.call<RefusalBody>('POST', '/api/actions', this.withHeader(action))
    if (status < 400) throw new Error(`not refused: ${JSON.stringify(body)}`)
    return { status, ...body.error }
  }

  async list(actions: Record<string, unknown>[], together = false) {
    return this.call<{ results: ActionResult[] }>(
      'POST',
      '/api/actions',
      together
        ? { together, actions: actions.map((action) => this.withHeader(action)) }
        : actions.map((action) => this.withHeader(action)),
    )
  }

  /** A key of its own, the server's time unless another is given, and the cautions of hot work confirmed. */
  private withHeader(action: Record<string, unknown>) {
    const isSwap = action.kind === 'swap-part' || action.kind === 'swap-kit' || action.kind === 'move-part'
    const confirmed = isSwap ? { confirmed: ['hot work'] } : {}
    return { key: randomUUID(), at: this.server.services.clock().toISOString(), ...confirmed, ...action }
  }
}
