import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { Piscina } from 'piscina'

/**
 * One thread for heavy work, beside the threads that answer requests.
 * @param caller `import.meta.url` of the file that asks
 * @param name of the worker's file beside it, without ending: its bundle in the built server; beside sources the bundle in
 *   DIATRIBON_WORKERS where a test run has built them, else its source, which takes seconds to be read
 */
export function openWorker(
  caller: string,
  name: string,
  options: { idleTimeout?: number; minThreads?: number } = {},
): Piscina {
  const isSource = caller.endsWith('.ts')
  const bundles = isSource ? process.env.DIATRIBON_WORKERS : undefined
  return new Piscina({
    filename: bundles
      ? pathToFileURL(join(bundles, `${name}.js`)).href
      : new URL(`./${name}.${isSource ? 'ts' : 'js'}`, caller).href,
    execArgv: isSource && !bundles ? ['--import', 'tsx'] : [],
    minThreads: 0,
    maxThreads: 1,
    ...options,
  })
}
