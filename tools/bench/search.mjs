import pg from 'pg'
import { makeDatabase, startServer } from '../setup/twoServers.mjs'
import { median, report } from './report.mjs'

const entries = 1_000_000
const repeats = 9

/** Search over a million entries, against a plain page of the same book in the same run. */
export async function benchSearch(adminUrl) {
  const { url, drop } = await makeDatabase(adminUrl)
  // The demo is loaded and the server let go, so that the book can be filled behind its back.
  await (await startServer(url)).stop()
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => undefined)
  await client.connect()
  await client.query(`
    INSERT INTO log_entry
      SELECT 10000000 + i, p.site_id, gen_random_uuid(), 'note', p.id, at, at, (SELECT id FROM person LIMIT 1),
        jsonb_build_object('text', w.words[1 + i % 40] || ' ' || w.words[1 + (i / 7) % 40] || ' ' || w.words[1 + (i / 311) % 40] ||
          CASE WHEN i % 50000 = 0 THEN ' thermistor' ELSE '' END), NULL
      FROM generate_series(1, ${entries}) i
      JOIN LATERAL (SELECT * FROM (SELECT *, row_number() OVER (ORDER BY name) - 1 AS n FROM printer) q WHERE q.n = i % 14) p ON true,
      (SELECT string_to_array('belt plucked nozzle changed sheet cleaned spool tangled fan loud rail oiled squeak gone layer thin bed levelled ' ||
        'screw tight wheel loose grease fresh wire frayed plug brown head shaking motor hot cable snagged tube short corner lifted', ' ') AS words) w,
      LATERAL (SELECT timestamptz '2024-01-01' + make_interval(secs => i * 80) AS at) moment;
    SELECT setval('log_entry_seq', ${10_000_000 + entries});
    ANALYZE log_entry`)
  const started = performance.now()
  const server = await startServer(url)
  for (;;) {
    const { rows } = await client.query(
      'SELECT (SELECT max(seq) FROM log_search) AS s, (SELECT max(seq) FROM log_seal) AS h',
    )
    if (Number(rows[0].s) >= 10_000_000 + entries && Number(rows[0].h) >= 10_000_000 + entries) break
    await new Promise((done) => setTimeout(done, 1000))
  }
  const seconds = (performance.now() - started) / 1000
  report('sealing and indexing a million entries', { seconds, entriesPerSecond: entries / seconds })
  await client.query('ANALYZE log_search')
  const signIn = await fetch(`${server.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'lead', pin: '314159' }),
  })
  const cookie = signIn.headers.get('set-cookie').split(';')[0]
  const time = async (path) => {
    const times = []
    for (let i = 0; i < repeats; i++) {
      const begun = performance.now()
      const response = await fetch(server.url + path, { headers: { cookie } })
      if (response.status !== 200) throw new Error(`${path}: ${response.status}`)
      await response.json()
      times.push(performance.now() - begun)
    }
    return median(times)
  }
  const plain = await time('/api/logbook')
  for (const [name, query] of Object.entries({
    'a rare word': 'search=thermistor',
    'a common word': 'search=belt',
    'two common words': 'search=belt%20hot',
    'the beginning of a word': 'search=thermi',
    'a common word on one printer': 'search=belt&kind=note',
    'nothing found': 'search=zeppelin',
  })) {
    const milliseconds = await time(`/api/logbook?${query}`)
    report(`search over a million entries: ${name}`, { milliseconds, timesThePlainPage: milliseconds / plain })
  }
  const begun = performance.now()
  const lines = (await (await fetch(`${server.url}/api/logbook/whole`, { headers: { cookie } })).text())
    .trim()
    .split('\n')
  const whole = JSON.parse(lines.at(-1)).result
  report('going through the chain of a million entries', {
    seconds: (performance.now() - begun) / 1000,
    broken: whole.brokenCount,
  })
  await server.stop()
  await client.end()
  await drop()
}
