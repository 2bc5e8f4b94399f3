import { build } from 'esbuild'
import { join } from 'node:path'
import { distFolder } from '../setup/build.mjs'
import { root } from '../setup/folders.mjs'

/** A source file with what it needs, as one JavaScript file. @returns its path */
export async function bundled(source) {
  const outfile = join(distFolder, `${source.replaceAll('/', '-').replace(/\.ts$/, '')}.js`)
  await build({
    absWorkingDir: root,
    entryPoints: [source],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
  })
  return outfile
}
