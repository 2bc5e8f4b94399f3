import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'

const root = fileURLToPath(new URL('../..', import.meta.url))

it('hands writes on as they came from its own page, so that somebody who builds can sign in', async () => {
  const server = createServer(({ headers }, response) =>
    response.end(JSON.stringify({ host: headers.host, origin: headers.origin })),
  ).listen(0, '127.0.0.1')
  await once(server, 'listening')
  const vite = spawn(process.execPath, ['node_modules/vite/bin/vite.js', 'web', '--host', '127.0.0.1', '--port', '0'], {
    cwd: root,
    env: {
      ...process.env,
      NO_COLOR: '1',
      DIATRIBON_API: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  try {
    let origin = ''
    for await (const line of createInterface(vite.stdout)) {
      origin = /http:\/\/127\.0\.0\.1:\d+/.exec(line)?.[0] ?? ''
      if (origin) break
    }
    const answer = await fetch(`${origin}/api/session`, { method: 'POST', headers: { origin } })
    expect(await answer.json()).toEqual({ host: new URL(origin).host, origin })
  } finally {
    vite.kill()
    await once(vite, 'exit')
    server.close()
  }
}, 60_000)
