import * as printers from './printers/reads.ts'
import * as plan from './plan/reads.ts'
import * as parts from './parts/reads.ts'
import * as lives from './lives/reads.ts'
import * as stores from './stores/reads.ts'
import * as faults from './faults/reads.ts'
import * as checks from './checks/reads.ts'
import * as readings from './readings/reads.ts'
import * as upgrades from './upgrades/reads.ts'
import * as jobs from './jobs/reads.ts'
import * as mail from './mail/reads.ts'
import * as logbook from './logbook/reads.ts'
import * as handover from './handover/reads.ts'
import * as timeDown from './timeDown/reads.ts'
import * as drifting from './drifting/reads.ts'
import * as costs from './costs/reads.ts'
import * as people from './people/reads.ts'
import * as library from './library/reads.ts'
import * as trainer from './trainer/reads.ts'
import * as exchange from './exchange/reads.ts'
import type { ReadDeclaration } from './read.ts'

/** Everything that can be fetched, by its name. */
export const reads = {
  ...printers,
  ...plan,
  ...parts,
  ...lives,
  ...stores,
  ...faults,
  ...checks,
  ...readings,
  ...upgrades,
  ...jobs,
  ...mail,
  ...logbook,
  ...handover,
  ...timeDown,
  ...drifting,
  ...costs,
  ...people,
  ...library,
  ...trainer,
  ...exchange,
}

/** Whose page an address of /api is: the read, and the printer that it is about. */
export function readAt(address: string): { of: ReadDeclaration; printerId: string | null } | null {
  const path = address.split('?', 1)[0]
  const parts = path!.split('/').slice(2)
  const all: readonly ReadDeclaration[] = Object.values(reads)
  // A word of a path comes before a value that could be called the same.
  const of = all.find(({ path: of }) => isAt(of, parts, true)) ?? all.find(({ path: of }) => isAt(of, parts, false))
  return of
    ? { of, printerId: of.about === 'printer' ? (parts[of.path.split('/').indexOf(':id') - 1] ?? null) : null }
    : null
}

function isAt(path: string, parts: string[], exactly: boolean): boolean {
  const own = path.split('/').slice(1)
  return own.length === parts.length && own.every((part, i) => part === parts[i] || (!exactly && part.startsWith(':')))
}
