import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { SetupProblem } from './say.mjs'

/**
 * Keeps a second start of the same kind out of the same folder. A lock whose process is gone counts as none.
 * @returns a function that opens the lock again
 */
export function takeLock(home, name, what) {
  const file = join(home, `${name}.pid`)
  if (existsSync(file)) {
    const [pid, started] = readFileSync(file, 'utf8').split(' ')
    if (Number(pid) !== process.pid && startTime(pid) === started)
      throw new SetupProblem(
        `${what} is already running from this folder (process ${pid}). Stop it first, or set DIATRIBON_HOME to another folder.`,
      )
  }
  writeFileSync(file, `${process.pid} ${startTime(process.pid)}`)
  return () => rmSync(file, { force: true })
}

/** Moment at which a process began, in the kernel's ticks: tells a process from a later one with its number. */
function startTime(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19]
  } catch {
    return 'gone'
  }
}
