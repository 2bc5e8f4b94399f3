import { setTimeout } from 'node:timers/promises'
import pg from 'pg'
import { demoMoment, makeDatabase, startServer } from '../setup/twoServers.mjs'
import { median, report } from './report.mjs'

const repeats = 15
const lastDay = demoMoment.slice(0, 10)
const yearBefore = `${Number(lastDay.slice(0, 4)) - 1}${lastDay.slice(4)}`

/** The pages of a day: their addresses, and the yardstick that reads the same rows. */
const pages = {
  Floor: { path: '/api/printers', rows: '/api/bench-rows/floor' },
  Round: { path: '/api/plan/round', rows: '/api/bench-rows/round' },
  Printer: { path: '/api/printers/:id' },
  Drifting: { path: '/api/readings/drifting' },
  Logbook: { path: '/api/logbook' },
  Handover: { path: '/api/logbook/handover' },
  Lives: { path: '/api/lives' },
  Names: { path: '/api/printers/names' },
  Stores: { path: '/api/stores/items' },
  Upgrades: { path: '/api/upgrades' },
  Costs: { path: `/api/costs?from=${yearBefore}&until=${lastDay}` },
}

/** The pages of a day with the demo's 14 printers, then with 1,000 printers that have one year behind them, then five. */
export async function benchReads(adminUrl) {
  const at14 = await withYears(adminUrl, 0)
  const oneYear = await withYears(adminUrl, 1)
  const fiveYears = await withYears(adminUrl, 5)
  for (const [name, { milliseconds, rows }] of Object.entries(fiveYears))
    report(`${name}: 1,000 printers with five years`, {
      milliseconds,
      ...(rows ? { ofOneSelect: milliseconds / rows } : {}),
      ofOneYear: milliseconds / oneYear[name].milliseconds,
      millisecondsAt14: at14[name].milliseconds,
      ofFourteen: milliseconds / at14[name].milliseconds,
    })
}

async function withYears(adminUrl, years) {
  const { url, drop } = await makeDatabase(adminUrl)
  // The demo comes in first.
  await (await startServer(url)).stop()
  if (years > 0) await grow(url, years)
  const figures = await measure(url, years)
  await drop()
  return figures
}

async function measure(url, years) {
  const server = await startServer(url, { DIATRIBON_ECHO: '1' })
  const signIn = await fetch(`${server.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'lead', pin: '314159' }),
  })
  const cookie = signIn.headers.get('set-cookie').split(';')[0]
  const get = async (path) => {
    const response = await fetch(server.url + path, { headers: { cookie } })
    if (response.status !== 200) throw new Error(`${path}: ${response.status}`)
    return response.text()
  }
  const names = JSON.parse(await get('/api/printers/names'))
  // Until everything that is kept is there: a server that has just begun shows what it has.
  const begun = performance.now()
  for (const path of ['/api/printers', '/api/readings/drifting', '/api/lives'])
    for (;;) {
      const { fresh } = JSON.parse(await get(path))
      if (!fresh || (fresh.asOf === null && fresh.waiting === 0)) break
      await setTimeout(200)
    }
  report(`all figures from nothing, ${names.length} printers, ${years} years`, {
    milliseconds: performance.now() - begun,
  })
  await setTimeout(years > 0 ? 1000 : 15_000) // until the demo's book is sealed and its words are there
  const figures = {}
  for (const [name, { path, rows }] of Object.entries(pages)) {
    const times = { page: [], rows: [] }
    const timed = async (list, address) => {
      const started = performance.now()
      await get(address)
      list.push(performance.now() - started)
    }
    for (let i = 0; i < repeats; i++) {
      await timed(times.page, path.replace(':id', names.at(-1).id))
      if (rows) await timed(times.rows, rows)
    }
    figures[name] = { milliseconds: median(times.page), rows: rows && median(times.rows) }
  }
  if (years === 5) await firstLook(url, get)
  await server.stop()
  return figures
}

/** After a change to every printer nobody waits: what was kept is shown, and the fresh figures follow. */
async function firstLook(url, get) {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(`INSERT INTO kept_stale SELECT f, id FROM printer, unnest(ARRAY['due', 'forecast', 'drift']) f`)
  await client.end()
  const started = performance.now()
  const first = JSON.parse(await get('/api/printers')).fresh
  const milliseconds = performance.now() - started
  const delays = []
  for (;;) {
    const asked = performance.now()
    const { fresh } = JSON.parse(await get('/api/printers'))
    delays.push(performance.now() - asked)
    if (fresh.asOf === null) break
    await setTimeout(50)
  }
  report('Floor, first look after a change to all 1,000 printers', {
    milliseconds,
    showsWhatWasKept: first.asOf !== null,
    millisecondsUntilFresh: performance.now() - started,
    medianMeanwhile: median(delays),
    longestMeanwhile: Math.max(...delays),
  })
}

/**
 * 1,000 printers of the first model: in a year each has 104 counts, a part in each slot that is changed every few hundred of its
 * 2,080 hours, 12 of each check and 72 readings. Written straight into the tables, since only reading is measured.
 */
export async function grow(url, years) {
  const [counts, hours, checks, readings] = [104 * years, 2080 * years, 12 * years, 24 * years]
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => undefined) // what went wrong is said by the query itself
  await client.connect()
  await client.query(`
    CREATE TEMP TABLE new_printer AS
      SELECT gen_random_uuid() AS id, i FROM generate_series(1, 986) i;
    INSERT INTO printer
      SELECT n.id, p.site_id, p.model_id, 'Bench ' || n.i, 'Hall', 'R' || (n.i / 20), n.i % 20 + 1, NULL, false, NULL, 0, ${hours}, 0, 0, 0, timestamptz '${demoMoment}', ${hours}, timestamptz '${demoMoment}', 10000000 + n.i
      FROM new_printer n, (SELECT * FROM printer ORDER BY name LIMIT 1) p;
    INSERT INTO slot
      SELECT gen_random_uuid(), s.site_id, n.id, s.name, s.kind, s.position, s.replace_every
      FROM new_printer n, slot s WHERE s.printer_id = (SELECT id FROM printer ORDER BY name LIMIT 1);
    INSERT INTO usage
      SELECT 10000000 + n.i * 1000 + k, p.site_id, n.id, 'meter', at, at, k * 20, NULL, NULL, 0, 0, 0, false, NULL, NULL
      FROM new_printer n JOIN printer p ON p.id = n.id, generate_series(1, ${counts}) k,
        LATERAL (SELECT timestamptz '${demoMoment}' - make_interval(days => ((${counts} - k) * 3.5)::int) AS at) moment;
    INSERT INTO counter_point
      SELECT u.printer_id || ' ' || u.seq, u.site_id, u.printer_id, u.at, u.meter_hours, 0, 0, 0 FROM usage u WHERE u.seq > 10000000;
    INSERT INTO log_entry
      SELECT u.seq, u.site_id, gen_random_uuid(), 'count-hours', u.printer_id, u.at, u.at, (SELECT id FROM person LIMIT 1), jsonb_build_object('meterHours', u.meter_hours), NULL
      FROM usage u WHERE u.seq > 10000000 ORDER BY u.at;
    WITH life AS (
      SELECT s.*, t.id AS part_type_id, (300 + t.trade_interval / 3) AS hours
      FROM slot s JOIN new_printer n ON n.id = s.printer_id
      JOIN LATERAL (SELECT * FROM part_type t WHERE t.slot_kind = s.kind ORDER BY name LIMIT 1) t ON true
    )
    INSERT INTO fitting
      SELECT fitting_id, l.site_id, l.printer_id, l.id, l.part_type_id, fitting_id, true, 0, 0, 0, 0, 0,
        timestamptz '${demoMoment}' - make_interval(hours => ((${hours} - k * l.hours) * 4)::int), k * l.hours, 0, 0, 0, 20000000,
        CASE WHEN ended THEN timestamptz '${demoMoment}' - make_interval(hours => ((${hours} - (k + 1) * l.hours) * 4)::int) END,
        CASE WHEN ended THEN (k + 1) * l.hours END, CASE WHEN ended THEN 0 END, CASE WHEN ended THEN 0 END, CASE WHEN ended THEN 0 END,
        CASE WHEN ended THEN 20000000 END,
        CASE WHEN ended THEN (ARRAY['failed', 'replaced in time'])[1 + (random() * 1.4)::int % 2] END,
        false, NULL, 20000000
      FROM life l, generate_series(0, 40) k, LATERAL (SELECT md5(l.id::text || k)::uuid AS fitting_id, (k + 1) * l.hours < ${hours} AS ended) f
      WHERE k * l.hours < ${hours};
    INSERT INTO check_sheet (id, site_id, printer_id, check_type_id, version, begun_at, begun_by, confirmed, finished_at, finished_seq, finished_by, outcome)
      SELECT gen_random_uuid(), t.site_id, n.id, t.id, t.version, at, w.id, '[]', at, 30000000, w.id, 'done'
      FROM new_printer n, check_type t, (SELECT id FROM person LIMIT 1) w, generate_series(1, ${checks}) k,
        LATERAL (SELECT timestamptz '${demoMoment}' - make_interval(days => 30 * k - 20) AS at) moment;
    INSERT INTO reading (id, seq, site_id, printer_id, name, value, unit, is_baseline, at, run_hours, source)
      SELECT n.id || ' ' || of.reading || ' ' || k, 30000000, p.site_id, n.id, of.reading, 80 - 0.05 * k * (n.i % 3) + random(), 'Hz', false,
        timestamptz '${demoMoment}' - make_interval(days => 15 * (${readings} - k)), 0, 'check'
      FROM new_printer n JOIN printer p ON p.id = n.id, unnest(ARRAY['X belt pitch', 'Y belt pitch', 'bed warm-up time']) AS of(reading), generate_series(1, ${readings - 1}) k;
    INSERT INTO log_seal SELECT seq, coalesce(printer_id, site_id), '' FROM log_entry ON CONFLICT DO NOTHING;
    INSERT INTO log_search SELECT seq, ''::tsvector, '{}' FROM log_entry ON CONFLICT DO NOTHING;
    TRUNCATE kept_figure, kept_stale, due_item, cost;
    ANALYZE;
  `)
  const { rows } = await client.query(
    'SELECT (SELECT count(*) FROM printer) AS printers, (SELECT count(*) FROM fitting) AS fittings, (SELECT count(*) FROM usage) AS usage, (SELECT count(*) FROM check_sheet) AS checks, (SELECT count(*) FROM reading) AS readings',
  )
  report('grown to', Object.fromEntries(Object.entries(rows[0]).map(([name, value]) => [name, Number(value)])))
  await client.end()
}
