import { spawnSync } from 'node:child_process'
import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { bundled } from './bundled.mjs'
import { report } from './report.mjs'

const megabyte = 1024 * 1024

/** The job reader against reading the same file line by line, and its memory on a file of 500 MB, each in a process of its own. */
export async function benchJobs() {
  const core = await bundled('core/src/index.ts')
  const folder = mkdtempSync(join(tmpdir(), 'diatribon-bench-'))
  const file = join(folder, 'job.gcode')
  writeJob(file, 100 * megabyte)
  const [lines, reader] = [run(byLines, file, core), run(byReader, file, core)]
  report('job reader, 100 MB', {
    megabytesPerSecond: 100 / reader.seconds,
    ofReadingLines: lines.seconds / reader.seconds,
    aim: 'at least a third',
  })
  writeJob(file, 500 * megabyte)
  const large = run(byReader, file, core)
  report('job reader, 500 MB', { megabytesPerSecond: 500 / large.seconds, peakMegabytes: large.peakMegabytes })
  rmSync(folder, { recursive: true })
}

/** Short lines round and round and up, as a job file mostly is. */
function writeJob(file, bytes) {
  const out = openSync(file, 'w')
  let e = 0
  let z = 0.2
  for (let written = writeSync(out, 'M82\nG28\nM109 S210\n'); written < bytes; z += 0.2) {
    let text = `G1 Z${z.toFixed(2)} F600\n`
    for (let i = 0; i < 4000; i++) {
      const angle = i / 16
      e += 0.012
      text += `G1 X${(110 + 50 * Math.cos(angle)).toFixed(3)} Y${(110 + 50 * Math.sin(angle)).toFixed(3)} E${e.toFixed(5)}\n`
    }
    written += writeSync(out, text)
  }
  closeSync(out)
}

const measured = (work) => `
  import { createReadStream, readFileSync } from 'node:fs'
  import { createInterface } from 'node:readline'
  const [file, core] = process.argv.slice(1)
  const started = performance.now()
  const blocks = createReadStream(file, { highWaterMark: 1 << 20 })
  ${work}
  console.log(JSON.stringify({ seconds: (performance.now() - started) / 1000, peakMegabytes: Number(/VmHWM:\\s+(\\d+)/.exec(readFileSync('/proc/self/status', 'utf8'))[1]) / 1024 }))`
const byLines = measured('let n = 0; for await (const line of createInterface({ input: blocks })) n += line.length')
const byReader = measured(`
  const { JobReader } = await import(core)
  const job = new JobReader({ accelerationMmPerS2: 1000, maxSpeedMmPerS: 150, filamentMm: 1.75 })
  for await (const block of blocks) job.push(block)
  job.finish()`)

function run(program, file, core) {
  const { stdout, stderr, status } = spawnSync(process.execPath, ['--input-type=module', '-e', program, file, core], {
    encoding: 'utf8',
  })
  if (status !== 0) throw new Error(stderr)
  return JSON.parse(stdout)
}
