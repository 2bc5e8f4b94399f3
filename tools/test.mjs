import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, existsSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startCluster } from './setup/cluster.mjs'
import { clusterFolder, homeFolder, root } from './setup/folders.mjs'
import { takeLock } from './setup/lock.mjs'
import { requireNodeModules } from './setup/nodeModules.mjs'
import { runCommand, SetupProblem } from './setup/say.mjs'
import { requireChromium, requireNginx, requirePostgres } from './setup/systemPackages.mjs'

const checks = {
  types: ['node_modules/typescript/bin/tsc', '-p', 'tsconfig.json', '--noEmit'],
  lint: ['node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0'],
  format: ['node_modules/prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.'],
}

/**
 * npm test [-- types lint format unit server journeys]: all of it, or the named steps.
 * npm test -- --only lives: of the tests only those whose file has this in its path.
 */
runCommand(async () => {
  const asked = process.argv.slice(2)
  const at = asked.indexOf('--only')
  const only = at < 0 ? null : asked.splice(at, 2)[1]
  if (at >= 0 && !only) throw new SetupProblem('Say what to test: npm test -- --only lives')
  if (only && asked.length === 0) asked.push('unit', 'server', 'journeys')
  const wants = (step) => asked.length === 0 || asked.includes(step)
  const home = homeFolder()
  const openLock = takeLock(home, 'test', 'A test run')
  const bin = requirePostgres()
  requireNodeModules()
  if (wants('journeys')) requireChromium()
  if (wants('server')) requireNginx()
  const results = mkdtempSync(join(tmpdir(), 'diatribon-test-'))
  const failed = []
  const counts = { passed: 0, failed: 0 }
  let cluster = null
  try {
    failed.push(...(await runChecks(Object.keys(checks).filter(wants))))
    if (wants('unit') && !(await jest('unit', results, {}, counts, only, ['unit', 'screens']))) failed.push('unit')
    if (wants('server') || wants('journeys')) {
      // Throw-away data: what a crash would lose does not matter here, so commits need not wait for the disk.
      cluster = await startCluster(bin, clusterFolder(home, 'test-database'), { fsync: 'off', max_connections: '200' })
      // Before the tests that start whole programs, whose patience is not meant for building.
      const { buildServer, buildWeb, distFolder } = await import('./setup/build.mjs')
      await buildServer()
      await buildWeb()
      const env = { TEST_DATABASE_URL: cluster.url, DIATRIBON_WORKERS: distFolder }
      if (wants('server') && !(await jest('server', results, env, counts, only))) failed.push('server')
      if (wants('journeys') && !(await journeys(results, env, counts, only))) failed.push('journeys')
    }
  } finally {
    await cluster?.stop()
    rmSync(results, { recursive: true, force: true })
    openLock()
  }
  if (failed.length > 0) console.error(`Failed: ${failed.join(', ')}`)
  console.log(`${counts.passed} passed, ${counts.failed} failed`)
  return failed.length > 0 ? 1 : 0
})

/** Checks of the code itself, each of one thread: side by side, each with its words when it is done. @returns those that failed */
async function runChecks(steps) {
  const ended = steps.map(
    (step) =>
      new Promise((done) => {
        const child = spawn(process.execPath, checks[step], { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] })
        let words = ''
        for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => (words += piece))
        child.once('close', (code) => {
          console.log(`== ${step}\n${words}`.trimEnd())
          done(code === 0 ? null : step)
        })
      }),
  )
  return (await Promise.all(ended)).filter((step) => step !== null)
}

/** Not with spawnSync: what the database says meanwhile must be read, or it stands still when the pipe is full. */
function run(step, command, env = {}) {
  console.log(`== ${step}`)
  const child = spawn(process.execPath, command, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  })
  return new Promise((done) => child.once('exit', (code) => done(code === 0)))
}

async function jest(project, results, env, counts, only, projects = [project]) {
  const file = join(results, `${project}.json`)
  const options = [
    '--no-warnings',
    '--experimental-vm-modules',
    'node_modules/jest/bin/jest.js',
    '--selectProjects',
    ...projects,
    // Each file has a database of its own, so that two may run side by side.
    '--maxWorkers=2',
    '--forceExit',
  ]
  const good = await run(
    project,
    [
      ...options,
      ...(only ? [only, '--passWithNoTests'] : []),
      '--json',
      '--outputFile',
      file,
      '--silent=false',
      ...(process.env.CI ? ['--ci'] : []),
    ],
    env,
  )
  if (existsSync(file)) {
    const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(file, 'utf8'))
    counts.passed += numPassedTests
    counts.failed += Math.max(numFailedTests, numFailedTestSuites > 0 && numFailedTests === 0 ? numFailedTestSuites : 0)
  }
  return good
}

/**
 * Journeys drive the built application. Each of two browsers has a database with the demo workshop and two server
 * processes of its own, so that journeys side by side do not disturb each other.
 */
async function journeys(results, env, counts, only) {
  const { startTwoServers } = await import('./setup/twoServers.mjs')
  const pairs = await Promise.all([startTwoServers(env.TEST_DATABASE_URL), startTwoServers(env.TEST_DATABASE_URL)])
  const file = join(results, 'journeys.json')
  try {
    const playwright = spawn(
      process.execPath,
      [
        'node_modules/@playwright/test/cli.js',
        'test',
        '--config',
        'e2e/playwright.config.ts',
        ...(only ? [only, '--pass-with-no-tests'] : []),
      ],
      {
        cwd: root,
        stdio: ['ignore', 'inherit', 'inherit'],
        env: {
          ...process.env,
          ...env,
          E2E_SERVERS: JSON.stringify(pairs.map(({ urls }) => urls)),
          PLAYWRIGHT_JSON_OUTPUT_NAME: file,
        },
      },
    )
    console.log('== journeys')
    const code = await new Promise((done) => playwright.once('exit', done))
    if (existsSync(file)) {
      const { expected, unexpected, flaky } = JSON.parse(readFileSync(file, 'utf8')).stats
      counts.passed += expected + flaky
      counts.failed += unexpected
    }
    return code === 0
  } finally {
    await Promise.all(pairs.map((servers) => servers.stop()))
  }
}
