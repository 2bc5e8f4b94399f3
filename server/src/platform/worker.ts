import { Piscina } from 'piscina'

/**
 * One thread for heavy work, beside the threads that answer requests.
 * @param caller `import.meta.url` of the file that asks
 * @param name of the worker's file beside it, without ending: its source in tests, its bundle in the built server
 */
export function openWorker(
  caller: string,
  name: string,
  options: { idleTimeout?: number; minThreads?: number } = {},
): Piscina {
  const isSource = caller.endsWith('.ts')
  return new Piscina({
    filename: new URL(`./${name}.${isSource ? 'ts' : 'js'}`, caller).href,
    execArgv: isSource ? ['--import', 'tsx'] : [],
    minThreads: 0,
    maxThreads: 1,
    ...options,
  })
}
