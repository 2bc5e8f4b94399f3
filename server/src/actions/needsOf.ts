import type { Action } from '@diatribon/contract'
import { kindOf } from './index.ts'
import type { Needs } from './needs.ts'

/** What a batch of actions asks for, each id once. */
export function needsOf(actions: Action[]): Required<Needs> {
  const sets = {
    printers: new Set<string>(),
    knownPrinters: new Set<string>(),
    slots: new Set<string>(),
    partTypes: new Set<string>(),
    models: new Set<string>(),
    fittings: new Set<string>(),
    jobs: new Set<string>(),
    spools: new Set<string>(),
    jobsRunningOn: new Set<string>(),
  }
  for (const action of actions) {
    if ('printerId' in action && action.printerId)
      (kindOf(action.kind).leavesPrinterAlone ? sets.knownPrinters : sets.printers).add(action.printerId)
    const needs = kindOf(action.kind).needs?.(action) ?? {}
    for (const [name, ids] of Object.entries(needs) as [keyof Needs, string[]][])
      for (const id of ids) sets[name].add(id)
  }
  return Object.fromEntries(Object.entries(sets).map(([name, ids]) => [name, [...ids]])) as unknown as Required<Needs>
}
