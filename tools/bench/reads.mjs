import pg from 'pg'
import { demoMoment, makeDatabase, startServer } from '../setup/twoServers.mjs'
import { median, report } from './report.mjs'

const repeats = 15

/** Floor, Round and the rest with the demo's 14 printers, then with 1,000 printers that have five years behind them. */
export async function benchReads(adminUrl) {
  const { url, drop } = await makeDatabase(adminUrl)
  const small = await measure(url)
  await grow(url)
  const large = await measure(url)
  for (const [name, milliseconds] of Object.entries(large))
    report(`${name}: 1,000 printers with five years against 14 with two`, {
      milliseconds,
      millisecondsAt14: small[name],
      times: milliseconds / small[name],
      timesPerPrinter: milliseconds / small[name] / (1000 / 14),
    })
  await drop()
}

async function measure(url) {
  const server = await startServer(url)
  const signIn = await fetch(`${server.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'lead', pin: '314159' }),
  })
  const cookie = signIn.headers.get('set-cookie').split(';')[0]
  const figures = {}
  for (const [name, path] of Object.entries({
    Floor: '/api/printers',
    Round: '/api/plan/round',
    Drifting: '/api/readings/drifting',
    Logbook: '/api/logbook',
    Lives: '/api/lives',
  })) {
    const times = []
    for (let i = 0; i <= repeats; i++) {
      const started = performance.now()
      const response = await fetch(server.url + path, { headers: { cookie } })
      if (response.status !== 200) throw new Error(`${path}: ${response.status}`)
      const answer = await response.text()
      // Some answers say that there is more to be worked out; the first time counts until all is.
      while (
        i === 0 &&
        JSON.parse(answer).waiting > 0 &&
        (await (await fetch(server.url + path, { headers: { cookie } })).json()).waiting > 0
      );
      if (i === 0) report(`${name}, first time`, { milliseconds: performance.now() - started })
      else times.push(performance.now() - started)
    }
    figures[name] = median(times)
  }
  await server.stop()
  return figures
}

/**
 * 1,000 printers of the first model: 520 counts each, a part in each slot changed every few hundred
 * hours, 60 of each check and 357 readings each, written
 * straight into the tables, since only reading is measured.
 */
async function grow(url) {
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => undefined) // what went wrong is said by the query itself
  await client.connect()
  await client.query(`
    CREATE TEMP TABLE new_printer AS
      SELECT gen_random_uuid() AS id, i FROM generate_series(1, 986) i;
    INSERT INTO printer
      SELECT n.id, p.site_id, p.model_id, 'Bench ' || n.i, 'Hall', 'R' || (n.i / 20), n.i % 20 + 1, NULL, false, NULL, 0, 10400, 0, 0, 0, timestamptz '${demoMoment}', 10400, timestamptz '${demoMoment}', 10000000 + n.i
      FROM new_printer n, (SELECT * FROM printer ORDER BY name LIMIT 1) p;
    INSERT INTO slot
      SELECT gen_random_uuid(), s.site_id, n.id, s.name, s.kind, s.position, s.replace_every
      FROM new_printer n, slot s WHERE s.printer_id = (SELECT id FROM printer ORDER BY name LIMIT 1);
    INSERT INTO usage
      SELECT 10000000 + n.i * 1000 + k, p.site_id, n.id, 'meter', at, at, k * 20, NULL, NULL, 0, 0, 0, false, NULL, NULL
      FROM new_printer n JOIN printer p ON p.id = n.id, generate_series(1, 520) k,
        LATERAL (SELECT timestamptz '${demoMoment}' - make_interval(days => ((520 - k) * 3.5)::int) AS at) moment;
    INSERT INTO counter_point
      SELECT u.printer_id || ' ' || u.seq, u.site_id, u.printer_id, u.at, u.meter_hours, 0, 0, 0 FROM usage u WHERE u.seq > 10000000;
    INSERT INTO log_entry
      SELECT u.seq, u.site_id, gen_random_uuid(), 'count-hours', u.printer_id, u.at, u.at, (SELECT id FROM person LIMIT 1), jsonb_build_object('meterHours', u.meter_hours), NULL
      FROM usage u WHERE u.seq > 10000000;
    WITH life AS (
      SELECT s.*, t.id AS part_type_id, (300 + t.trade_interval / 3) AS hours
      FROM slot s JOIN new_printer n ON n.id = s.printer_id
      JOIN LATERAL (SELECT * FROM part_type t WHERE t.slot_kind = s.kind ORDER BY name LIMIT 1) t ON true
    )
    INSERT INTO fitting
      SELECT fitting_id, l.site_id, l.printer_id, l.id, l.part_type_id, fitting_id, true, 0, 0, 0, 0, 0,
        timestamptz '${demoMoment}' - make_interval(hours => ((10400 - k * l.hours) * 4)::int), k * l.hours, 0, 0, 0, 20000000,
        CASE WHEN ended THEN timestamptz '${demoMoment}' - make_interval(hours => ((10400 - (k + 1) * l.hours) * 4)::int) END,
        CASE WHEN ended THEN (k + 1) * l.hours END, CASE WHEN ended THEN 0 END, CASE WHEN ended THEN 0 END, CASE WHEN ended THEN 0 END,
        CASE WHEN ended THEN 20000000 END,
        CASE WHEN ended THEN (ARRAY['failed', 'replaced in time'])[1 + (random() * 1.4)::int % 2] END,
        false, NULL, 20000000
      FROM life l, generate_series(0, 40) k, LATERAL (SELECT md5(l.id::text || k)::uuid AS fitting_id, (k + 1) * l.hours < 10400 AS ended) f
      WHERE k * l.hours < 10400;
    INSERT INTO check_sheet (id, site_id, printer_id, check_type_id, version, begun_at, begun_by, confirmed, finished_at, finished_seq, finished_by, outcome)
      SELECT gen_random_uuid(), t.site_id, n.id, t.id, t.version, at, w.id, '[]', at, 30000000, w.id, 'done'
      FROM new_printer n, check_type t, (SELECT id FROM person LIMIT 1) w, generate_series(1, 60) k,
        LATERAL (SELECT timestamptz '${demoMoment}' - make_interval(days => 30 * k - 20) AS at) moment;
    INSERT INTO reading (id, seq, site_id, printer_id, name, value, unit, is_baseline, at, run_hours, source)
      SELECT n.id || ' ' || of.reading || ' ' || k, 30000000, p.site_id, n.id, of.reading, 80 - 0.05 * k * (n.i % 3) + random(), 'Hz', false,
        timestamptz '${demoMoment}' - make_interval(days => 15 * (120 - k)), 0, 'check'
      FROM new_printer n JOIN printer p ON p.id = n.id, unnest(ARRAY['X belt pitch', 'Y belt pitch', 'bed warm-up time']) AS of(reading), generate_series(1, 119) k;
    DELETE FROM printer_drift;
    DELETE FROM life_judgement;
    DELETE FROM hours_forecast;
    ANALYZE;
  `)
  const { rows } = await client.query(
    'SELECT (SELECT count(*) FROM printer) AS printers, (SELECT count(*) FROM fitting) AS fittings, (SELECT count(*) FROM usage) AS usage, (SELECT count(*) FROM check_sheet) AS checks, (SELECT count(*) FROM reading) AS readings',
  )
  report('grown to', Object.fromEntries(Object.entries(rows[0]).map(([name, value]) => [name, Number(value)])))
  await client.end()
}
