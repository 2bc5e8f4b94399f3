import { execFile } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import { calls, reads, type ReadDeclaration } from '@diatribon/contract'
import { createConfig, lintFromString } from '@redocly/openapi-core'
import openapiTS, { astToString } from 'openapi-typescript'
import type { RunningServer } from '../src/index.ts'
import { answerSchemas } from './declaredAnswers.ts'
import { pin, scratchWorkshop, type Workshop } from './scratch.ts'

interface Described {
  paths: Record<string, Record<string, { responses: Record<string, { content?: object }> }>>
  components: { schemas: Record<string, object> }
}

const root = fileURLToPath(new URL('../..', import.meta.url))
let shop: Workshop
let server: RunningServer
let described: Described
let text: string

beforeAll(async () => {
  shop = await scratchWorkshop()
  server = await shop.start({ answers: answerSchemas() })
  text = await (await fetch(`${server.url}/api/openapi.json`)).text()
  described = JSON.parse(text) as Described
})
afterAll(async () => {
  await server.close()
  await shop.close()
})

it('describes every read and every call, and what each answers', () => {
  const { answers } = answerSchemas()
  for (const [name, { path }] of Object.entries(reads) as [string, ReadDeclaration][]) {
    expect(described.paths[`/api${path.replace(/:(\w+)/g, '{$1}')}`]?.get?.responses['200']?.content).toBeDefined()
    expect([name, answers[name]]).toEqual([name, expect.anything()])
  }
  for (const [name, { status }] of Object.entries(calls)) {
    const [method, path] = name.split(' ') as [string, string]
    const answer = described.paths[path]?.[method]?.responses[status]
    expect([name, answer?.content !== undefined]).toEqual([name, status !== 204])
  }
})

it('says truly what may be asked for without a sign-in', async () => {
  const open: [string, boolean][] = [
    ...Object.entries(calls).map(([name, of]): [string, boolean] => [name, 'isOpen' in of && of.isOpen === true]),
    ...(Object.values(reads) as ReadDeclaration[]).map(({ path, right }): [string, boolean] => [
      `get /api${path}`,
      right === null,
    ]),
  ]
  for (const [name, isOpen] of open) {
    const [method = '', path = ''] = name.split(' ')
    const address = path.replace('{kind}', 'printers').replace(/\{\w+\}|:\w+/g, shop.ids.printer)
    const { status } = await fetch(server.url + address, { method })
    expect([name, status !== 401]).toEqual([name, isOpen])
  }
})

it('breaks no rule of its standard', async () => {
  const config = await createConfig({ extends: ['recommended'] })
  const found = await lintFromString({ source: text, config })
  const errors = found.filter(({ severity }) => severity === 'error')
  expect(errors.map(({ ruleId, message, location }) => `${ruleId}: ${message} ${location[0]?.pointer}`)).toEqual([])
})

it('has patterns that match what the server takes', () => {
  const patterns = [...text.matchAll(/"pattern":("(?:[^"\\]|\\.)*")/g)].map(([, found]) => JSON.parse(found!) as string)
  expect(patterns.length).toBeGreaterThan(200)
  for (const pattern of new Set(patterns)) {
    expect(pattern).not.toMatch(/\/[a-z]+$/)
    new RegExp(pattern, 'u')
  }
})

/** What somebody would write who knows the description alone. What is wrong in it must not compile. */
const program = `
import createClient from 'openapi-fetch'
import type { paths } from './site.ts'

const [baseUrl = '', name = '', pin = ''] = process.argv.slice(2)
const site = createClient<paths>({ baseUrl })
const signedIn = await site.POST('/api/session', { body: { name, pin } })
if (!signedIn.data) throw new Error(signedIn.error.error.message)
const headers = { cookie: signedIn.response.headers.get('set-cookie')?.split(';')[0] ?? '' }
const { data: printers } = await site.GET('/api/printers/names', { headers })
const printer = printers?.[0]
if (!printer) throw new Error('no printer')
const header = { key: crypto.randomUUID(), at: signedIn.data.now, printerId: printer.id }
const held = await site.POST('/api/actions', {
  headers,
  body: { ...header, kind: 'hold-printer', reason: 'Smells of hot plastic' },
})
if (!held.data || !('entry' in held.data)) throw new Error('not recorded')
const seq: number = held.data.entry.seq
const page = await site.GET('/api/printers/{id}', { headers, params: { path: { id: printer.id } } })
const refused = await site.POST('/api/actions', {
  headers,
  body: { ...header, key: crypto.randomUUID(), kind: 'hold-printer', reason: '' },
})
const fields = refused.error && 'error' in refused.error ? refused.error.error.fields : null
console.log(JSON.stringify({ seq, hold: page.data?.printer.holdReason, refused: fields }))

export const wrong = async () => {
  // @ts-expect-error there is no such address
  await site.GET('/api/printer')
  // @ts-expect-error the printer is missing
  await site.POST('/api/actions', { body: { key: '', at: '', kind: 'hold-printer', reason: '' } })
  // @ts-expect-error no kind of action is called that
  await site.POST('/api/actions', { body: { ...header, kind: 'hold-it', reason: '' } })
  // @ts-expect-error the answer has no such field
  console.log(page.data?.printer.colour)
}
`

it('is enough for a typed client, which compiles and does what it says', async () => {
  mkdirSync(join(root, 'test-results'), { recursive: true })
  const folder = mkdtempSync(join(root, 'test-results', 'client-'))
  try {
    writeFileSync(join(folder, 'site.ts'), astToString(await openapiTS(text)))
    writeFileSync(join(folder, 'program.ts'), program)
    writeFileSync(
      join(folder, 'tsconfig.json'),
      JSON.stringify({
        compilerOptions: {
          strict: true,
          noEmit: true,
          skipLibCheck: true,
          target: 'es2023',
          module: 'nodenext',
          allowImportingTsExtensions: true,
          types: ['node'],
        },
        include: ['*.ts'],
      }),
    )
    writeFileSync(join(folder, 'package.json'), '{ "type": "module" }')
    // Told as what it says on a failure, so that the complaint is seen.
    const run = (...of: string[]) =>
      promisify(execFile)(process.execPath, of, { cwd: root }).catch(
        (error: { stdout: string; stderr: string }) => error,
      )
    expect(await run(join(root, 'node_modules/typescript/bin/tsc'), '-p', folder)).toEqual({ stdout: '', stderr: '' })
    const { stdout, stderr } = await run('--import', 'tsx', join(folder, 'program.ts'), server.url, 'lead', pin)
    expect(stderr).toBe('')
    expect(JSON.parse(stdout)).toMatchObject({
      seq: expect.any(Number) as unknown,
      hold: 'Smells of hot plastic',
      refused: { reason: expect.any(String) as unknown },
    })
  } finally {
    rmSync(folder, { recursive: true })
  }
}, 120_000)
