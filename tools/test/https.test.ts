import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { request, type RequestOptions } from 'node:https'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { IncomingMessage } from 'node:http'
import type { Session } from '@diatribon/contract'
import { pin, scratchWorkshop, type Workshop } from '../../server/test/scratch.ts'

interface Certificates {
  ownCertificate(home: string): Promise<{ key: string; cert: string; fingerprint: string }>
}

const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
const { ownCertificate } = (await import(
  new URL('../setup/certificate.mjs', import.meta.url).href
)) as unknown as Certificates

const home = mkdtempSync(join(tmpdir(), 'diatribon-https-'))
let shop: Workshop
beforeAll(async () => {
  shop = await scratchWorkshop()
})
afterAll(async () => {
  await shop.close()
  rmSync(home, { recursive: true, force: true })
})

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as AddressInfo
  server.close()
  await once(server, 'close')
  return port
}

/** Asks over TLS under the name of the site, as a phone would that trusts the certificate. */
async function ask(port: number, path: string, options: RequestOptions & { ca?: Buffer; body?: string | Buffer } = {}) {
  const { body, headers, ...rest } = options
  const asked = request({
    host: '127.0.0.1',
    port,
    path,
    servername: 'localhost',
    headers: { host: `localhost:${port}`, ...headers },
    ...rest,
  })
  asked.end(body)
  const [response] = (await once(asked, 'response')) as [IncomingMessage]
  return response
}

async function textOf(response: IncomingMessage): Promise<string> {
  let text = ''
  for await (const part of response.setEncoding('utf8')) text += part as string
  return text
}

async function signIn(port: number, ca: Buffer): Promise<{ cookie: string; session: Session }> {
  const response = await ask(port, '/api/session', {
    method: 'POST',
    ca,
    headers: { 'content-type': 'application/json', origin: `https://localhost:${port}` },
    body: JSON.stringify({ name: 'lead', pin }),
  })
  expect(response.statusCode).toBe(201)
  const set = response.headers['set-cookie']![0]!
  expect(set).toMatch(/HttpOnly; SameSite=Lax; .*Secure/)
  return { cookie: set.split(';')[0]!, session: JSON.parse(await textOf(response)) as Session }
}

it('a certificate of our own is kept, and made anew when it is damaged', async () => {
  const first = await ownCertificate(home)
  expect((await ownCertificate(home)).fingerprint).toBe(first.fingerprint)
  writeFileSync(first.cert, 'rubbish')
  expect((await ownCertificate(home)).fingerprint).not.toBe(first.fingerprint)
})

it('answers over HTTPS with a certificate of its own', async () => {
  const { key, cert } = await ownCertificate(home)
  const server = await shop.start({ tls: { key: readFileSync(key), cert: readFileSync(cert) } })
  try {
    expect(server.url).toMatch(/^https:/)
    await signIn(Number(new URL(server.url).port), readFileSync(cert))
  } finally {
    await server.close()
  }
})

describe('behind the proxy of docs/nginx.conf', () => {
  let proxy: ChildProcess
  let port: number
  let ca: Buffer
  let server: Awaited<ReturnType<Workshop['start']>>

  beforeAll(async () => {
    const { key, cert } = await ownCertificate(home)
    ca = readFileSync(cert)
    const siteUrl = 'https://wear.example.org'
    server = await shop.start({ trustProxy: 'loopback', siteUrl })
    port = await freePort()
    const plainPort = await freePort()
    // The file as it is, with the places of this machine.
    const site = readFileSync(join(root, 'docs', 'nginx.conf'), 'utf8')
      .replaceAll('listen 443 ssl;', `listen 127.0.0.1:${port} ssl;`)
      .replaceAll('listen 80;', `listen 127.0.0.1:${plainPort};`)
      .replaceAll('http://127.0.0.1:4310', server.url)
      .replaceAll('/etc/ssl/certs/wear.example.org.pem', cert)
      .replaceAll('/etc/ssl/private/wear.example.org.key', key)
    const temp = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
      (name) => `${name}_temp_path ${home}/${name};`,
    )
    const user = process.getuid?.() === 0 ? 'user root;' : ''
    const config = join(home, 'nginx.conf')
    writeFileSync(
      config,
      `${user} daemon off; pid ${home}/nginx.pid; error_log stderr; events {}
       http { access_log off; ${temp.join(' ')} ${site} }`,
    )
    const tried = spawnSync('/usr/sbin/nginx', ['-t', '-c', config, '-e', 'stderr'], { encoding: 'utf8' })
    expect([tried.status, tried.stderr]).toEqual([0, expect.stringContaining('test is successful')])
    proxy = spawn('/usr/sbin/nginx', ['-c', config, '-e', 'stderr'], { stdio: ['ignore', 'ignore', 'inherit'] })
    for (;;) {
      const answer = await ask(port, '/api/health', { ca }).catch(() => null)
      if (answer?.statusCode === 200) break
      await new Promise((done) => setTimeout(done, 20))
    }
  })
  afterAll(async () => {
    proxy.kill('SIGTERM')
    await once(proxy, 'exit')
    await server.close()
  })

  it('people sign in with a cookie for TLS alone, and labels carry the name of the site', async () => {
    const { cookie, session } = await signIn(port, ca)
    expect(session.labelsCarry).toBe('https://wear.example.org')
    const labels = await ask(port, '/api/reports/labels', { ca, headers: { cookie } })
    expect([labels.statusCode, labels.headers['content-type']]).toEqual([200, 'application/pdf'])
    labels.destroy()
    const code = shop.ids.printer.replaceAll('-', '').slice(0, 12)
    const go = await ask(port, `/go/${code}`, { ca, headers: { cookie } })
    expect([go.statusCode, go.headers.location]).toEqual([302, `/printers/${shop.ids.printer}`])
    // Another site cannot write in somebody's name.
    const foreign = await ask(port, '/api/session', {
      method: 'DELETE',
      ca,
      headers: { cookie, origin: 'https://elsewhere.example.org' },
    })
    expect(foreign.statusCode).toBe(403)
  })

  it('what others record comes at once', async () => {
    const { cookie } = await signIn(port, ca)
    const stream = await ask(port, '/api/live', { ca, headers: { cookie } })
    expect(stream.headers['content-type']).toContain('text/event-stream')
    const seen = new Promise<void>((done) => {
      stream.setEncoding('utf8').on('data', (text: string) => {
        if (text.includes('"book"')) done()
      })
    })
    await shop.lead.act({ kind: 'note', text: 'Seen through the proxy' })
    await seen
    stream.destroy()
  })

  it('a job file of many megabytes goes through', async () => {
    const { cookie } = await signIn(port, ca)
    const line = 'G1 X10 Y10 E0.1 F1200\n'
    const body = Buffer.from(`G28\n${line.repeat((12 * 1024 * 1024) / line.length)}`)
    const answer = await ask(port, '/api/jobs/read', {
      method: 'POST',
      ca,
      headers: { cookie, 'content-type': 'application/octet-stream', origin: `https://localhost:${port}` },
      body,
    })
    expect([answer.statusCode, (await textOf(answer)).length > 2]).toEqual([200, true])
  })
})
