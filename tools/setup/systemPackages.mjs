import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { isRoot } from './folders.mjs'
import { SetupProblem } from './say.mjs'

const postgresRoot = '/usr/lib/postgresql'
const oldestPostgres = 13
export const chromiumPath = '/usr/bin/chromium'
export const nginxPath = '/usr/sbin/nginx'

/** Folder of PostgreSQL's programs, installed through apt when missing and allowed. */
export function requirePostgres() {
  const found = findPostgres()
  if (found) return found
  install(['postgresql'], 'PostgreSQL', () => {
    // Debian would set up and start a cluster of its own on port 5432; ours is private.
    mkdirSync('/etc/postgresql-common', { recursive: true })
    const config = '/etc/postgresql-common/createcluster.conf'
    if (!existsSync(config)) writeFileSync(config, 'create_main_cluster = false\n')
  })
  const installed = findPostgres()
  if (!installed) throw new SetupProblem(`PostgreSQL was installed, but its programs are not under ${postgresRoot}.`)
  return installed
}

export function requireChromium() {
  if (!existsSync(chromiumPath)) install(['chromium'], 'Chromium')
  return chromiumPath
}

/** The proxy whose configuration in docs/ the tests go through. */
export function requireNginx() {
  if (!existsSync(nginxPath)) {
    // Debian would start one of its own on port 80; ours is for the tests alone.
    const policy = '/usr/sbin/policy-rc.d'
    const isOurs = isRoot() && !existsSync(policy)
    install(['nginx-light'], 'nginx', () => {
      if (isOurs) writeFileSync(policy, '#!/bin/sh\nexit 101\n', { mode: 0o755 })
    })
    if (isOurs) rmSync(policy, { force: true })
  }
  return nginxPath
}

function findPostgres() {
  if (!existsSync(postgresRoot)) return null
  const versions = readdirSync(postgresRoot)
    .filter((v) => Number(v) >= oldestPostgres)
    .sort((a, b) => Number(b) - Number(a))
  return versions.map((v) => join(postgresRoot, v, 'bin')).find((bin) => existsSync(join(bin, 'initdb'))) ?? null
}

function install(packages, what, before = () => {}) {
  const command = `apt-get install ${packages.join(' ')}`
  if (!isRoot()) throw new SetupProblem(`${what} is missing. Install it with: sudo ${command}`)
  console.log(`Installing ${what} (${command}) …`)
  before()
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const run = (args) => spawnSync('apt-get', args, { env, stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8' })
  const options = ['-y', '-q', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold']
  run(['update', '-q'])
  const result = run(['install', ...options, ...packages])
  if (result.status !== 0)
    throw new SetupProblem(
      `${what} could not be installed with ${command}: ${(result.stderr || String(result.error)).trim().split('\n').pop()}`,
    )
}
