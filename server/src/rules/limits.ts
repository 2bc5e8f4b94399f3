import type { ReadingKind } from '@diatribon/contract'
import { hasOn } from '@diatribon/core'
import { enclosureReading } from './enclosure.ts'
import type { Machine } from './machines.ts'

export interface LimitsHere {
  lower: number | null
  upper: number | null
  /** usual: of the trade, and nobody here has confirmed it yet. */
  from: 'maker' | 'site' | 'usual'
}

type Kind = Pick<ReadingKind, 'name' | 'lower' | 'upper' | 'models' | 'limitsToConfirm'>

/** Limits of a kind of reading for a printer: the maker's for its model, else the site's. How warm its air may be follows from what it is. */
export function limitsFor(kind: Kind, machine: Machine): LimitsHere {
  const { lower, upper, models, limitsToConfirm = false } = kind
  const own = models.find(({ modelId }) => modelId === machine.modelId)
  if (own) return { lower: own.lower, upper: own.upper, from: 'maker' }
  const ours: LimitsHere = { lower, upper, from: limitsToConfirm ? 'usual' : 'site' }
  return kind.name.toLowerCase() === enclosureReading ? airInside(ours, machine) : ours
}

/**
 * How warm it may be inside: what was said of the printer or its model; a heated chamber as hot as it may get; the site's limit for a box around
 * a machine that was built open. A machine that was built enclosed runs far warmer on purpose, and around an open one there is only the room:
 * without a word of the maker neither has a limit.
 */
function airInside(ours: LimitsHere, machine: Machine): LimitsHere {
  const said = machine.limits?.insideMaxC ?? machine.limits?.chamberMaxC ?? null
  if (said !== null) return { lower: null, upper: said, from: 'maker' }
  const isBoxed = hasOn(machine, 'enclosure') === true && !machine.isMadeEnclosed
  return isBoxed ? ours : { lower: null, upper: null, from: ours.from }
}
