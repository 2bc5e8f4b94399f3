import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './folders.mjs'
import { SetupProblem } from './say.mjs'

/** Installs what the lock file says, unless exactly that is there already. */
export function requireNodeModules() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 11))
    throw new SetupProblem(`Node ${process.versions.node} is too old: Diatribon needs Node 20.11 or newer.`)
  const stamp = join(root, 'node_modules', '.diatribon-stamp')
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .update(process.version)
    .digest('hex')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  console.log('Installing packages (npm ci) …')
  const result = spawnSync('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'pipe'],
    encoding: 'utf8',
  })
  if (result.status !== 0)
    throw new SetupProblem(
      `npm ci failed: ${(result.stderr || String(result.error)).trim().split('\n').slice(-3).join(' ')}`,
    )
  writeFileSync(stamp, wanted)
}
