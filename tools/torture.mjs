import { requireNodeModules } from './setup/nodeModules.mjs'
import { runCommand, SetupProblem } from './setup/say.mjs'
import { requirePostgres } from './setup/systemPackages.mjs'

/**
 * npm run torture [-- kill | fuzz] [--short] [--seed N]: kills, cut lines and a full disk under load, and random requests.
 * Loopback only, on databases of its own; ends with 1 when anything was lost, doubled or answered with a failure.
 */
runCommand(async () => {
  const given = process.argv.slice(2)
  const short = given.includes('--short')
  const seed = given.includes('--seed') ? Number(given[given.indexOf('--seed') + 1]) : 1
  if (!Number.isInteger(seed)) throw new SetupProblem('--seed must be followed by a whole number.')
  const wants = (what) => !given.includes('kill') === !given.includes('fuzz') || given.includes(what)
  const bin = requirePostgres()
  requireNodeModules()
  const { buildServer, buildWeb } = await import('./setup/build.mjs')
  await buildServer()
  await buildWeb()
  let good = true
  if (wants('kill')) good = (await (await import('./torture/kill.mjs')).kill({ bin, short, seed })) && good
  if (wants('fuzz')) good = (await (await import('./torture/fuzz.mjs')).fuzz({ bin, short, seed })) && good
  return good ? 0 : 1
})
