import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..')

/** The short form of a trial, on a database of its own; kills and random requests each take the better part of a minute. */
function torture(what: string): { status: number | null; told: string } {
  const home = mkdtempSync(join(tmpdir(), 'diatribon-torture-home-'))
  try {
    const { status, stdout, stderr } = spawnSync(process.execPath, ['tools/torture.mjs', what, '--short'], {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, DIATRIBON_HOME: home },
    })
    return { status, told: `${stdout}\n${stderr}` }
  } finally {
    rmSync(home, { recursive: true, force: true })
  }
}

it('loses and doubles nothing while servers and databases are killed, and its replay is the same', () => {
  const { status, told } = torture('kill')
  expect(told).toMatch(/[1-9]\d* acknowledged, 0 lost, 0 doubled/)
  expect(told).toContain('The replay gives the same facts.')
  expect(status).toBe(0)
}, 600_000)

it('answers random requests without a failure of its own', () => {
  const { status, told } = torture('fuzz')
  expect(told).toMatch(/1500 requests, 0 answers ≥ 500/)
  expect(status).toBe(0)
}, 600_000)
