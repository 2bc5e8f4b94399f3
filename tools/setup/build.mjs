import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { join, relative } from 'node:path'
import { root } from './folders.mjs'

const sources = ['contract/src', 'core/src', 'server/src', 'tools/demo', 'tools/serve.ts', 'tools/book.ts']
const webSources = [
  'contract/src',
  'core/src',
  'web/src',
  'web/index.html',
  'web/vite.config.ts',
  'web/public',
  'docs/guide.md',
]

export const distFolder = join(root, 'tools', 'dist')
export const webFolder = join(root, 'web', 'dist')

/** Bundles the server, packages outside of it, and describes what its reads answer. */
export async function buildServer() {
  await unlessUnchanged(join(distFolder, '.stamp'), sources, async () => {
    const { build } = await import('esbuild')
    rmSync(distFolder, { recursive: true, force: true })
    await build({
      absWorkingDir: root,
      entryPoints: {
        serve: 'tools/serve.ts',
        book: 'tools/book.ts',
        keptWorker: 'server/src/process/keptWorker.ts',
        checkWorker: 'server/src/logbook/checkWorker.ts',
        planWorker: 'server/src/services/planWorker.ts',
        benchWorker: 'server/src/bench/benchWorker.ts',
        repairsWorker: 'server/src/lives/repairsWorker.ts',
        readWorker: 'server/src/jobs/readWorker.ts',
        importWorker: 'server/src/exchange/importWorker.ts',
      },
      outdir: distFolder,
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      sourcemap: true,
      logLevel: 'error',
      plugins: [packagesOutside],
    })
    writeFileSync(join(distFolder, 'package.json'), '{ "type": "module" }\n')
  })
  await buildAnswers()
}

/** What the reads answer, described by the types of the contract. @returns the schemas */
export async function buildAnswers() {
  const folder = join(root, 'contract', 'dist')
  const file = join(folder, 'answers.json')
  const from = ['contract/src', 'core/src', 'tools/setup/answers.mjs']
  await unlessUnchanged(join(folder, '.stamp'), from, async () => {
    const { answerSchemas } = await import('./answers.mjs')
    const schemas = await answerSchemas()
    mkdirSync(folder, { recursive: true })
    writeFileSync(file, JSON.stringify(schemas))
  })
  return JSON.parse(readFileSync(file, 'utf8'))
}

/** Workspaces are bundled, registry packages are not. */
const packagesOutside = {
  name: 'packages-outside',
  setup(build) {
    build.onResolve({ filter: /^[^./]/ }, ({ path }) =>
      path.startsWith('@diatribon/') ? null : { path, external: true },
    )
  },
}

/** Builds the web application. */
export async function buildWeb() {
  await unlessUnchanged(join(webFolder, '.stamp'), webSources, async () => {
    console.log('Building the web application …')
    const { build } = await import('vite')
    // Whatever NODE_ENV the caller has: a test run must not leave a page with the development build of React behind.
    const before = process.env.NODE_ENV
    process.env.NODE_ENV = 'production'
    try {
      await build({ root: join(root, 'web'), mode: 'production', logLevel: 'error' })
    } finally {
      if (before === undefined) delete process.env.NODE_ENV
      else process.env.NODE_ENV = before
    }
    compressFiles(webFolder)
  })
}

/** Once here instead of for everybody who comes. Fonts and the like are compressed already. */
function compressFiles(folder) {
  walk(folder, (file) => {
    if (!/\.(js|css|svg|json|webmanifest)$/.test(file)) return
    const bytes = readFileSync(file)
    writeFileSync(`${file}.br`, brotliCompressSync(bytes))
    writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }))
  })
}

async function unlessUnchanged(stamp, paths, build) {
  const wanted = hashOf([...paths, 'package-lock.json'])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  await build()
  mkdirSync(join(stamp, '..'), { recursive: true })
  writeFileSync(stamp, wanted)
}

function hashOf(paths) {
  const hash = createHash('sha256').update(`${process.version} production`)
  for (const path of paths)
    walk(join(root, path), (file) => hash.update(relative(root, file)).update('\0').update(readFileSync(file)))
  return hash.digest('hex')
}

function walk(path, visit) {
  if (!existsSync(path)) return
  if (!statSync(path).isDirectory()) return visit(path)
  for (const name of readdirSync(path).sort()) walk(join(path, name), visit)
}
