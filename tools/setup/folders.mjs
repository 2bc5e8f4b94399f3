import { createHash } from 'node:crypto'
import { mkdirSync, statSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

/** The project's root folder. */
export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..', '..')

/** Where this clone keeps its database and stamps. */
export function homeFolder() {
  const home = resolve(root, process.env.DIATRIBON_HOME || '.diatribon')
  mkdirSync(home, { recursive: true })
  return home
}

export const isRoot = () => process.getuid?.() === 0

/**
 * Where a cluster keeps its data. PostgreSQL refuses to run as root, so root's cluster runs as another user, who must be
 * able to walk down to the folder; where the clone lies in a closed folder, the data goes to /var/lib instead.
 */
export function clusterFolder(home, name) {
  const inHome = join(home, name)
  if (!isRoot() || parentsAreOpen(home)) return inHome
  const mark = createHash('sha256').update(inHome).digest('hex').slice(0, 12)
  return `/var/lib/diatribon-${mark}`
}

function parentsAreOpen(folder) {
  for (let at = folder; ; at = dirname(at)) {
    if ((statSync(at).mode & 0o001) === 0) return false
    if (at === dirname(at)) return true
  }
}
