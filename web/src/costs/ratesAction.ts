import { toMinor } from '@diatribon/contract'
import type { FormAction } from '../session/useAction.ts'

export const ownRoles = ['member', 'operator', 'technician', 'lead'] as const

/** Rates as they are typed, in whole units of money; undefined: left empty. */
export interface RatesDraft {
  labour: number | undefined
  roles: Partial<Record<(typeof ownRoles)[number], number | undefined>>
  power: number | undefined
  watts: number | undefined
  filament: number | undefined
}

/** Rates as they are sent: a role without one has that of everybody. */
export function ratesAction({ labour, roles, power, watts, filament }: RatesDraft, currency: string): FormAction {
  const minor = (amount: number | undefined) => (amount === undefined ? null : toMinor(amount, currency))
  return {
    kind: 'set-rates',
    labourMinorPerHour: minor(labour) ?? 0,
    roles: Object.fromEntries(
      ownRoles.flatMap((role) => {
        const own = minor(roles[role])
        return own === null ? [] : [[role, own] as const]
      }),
    ),
    powerMinorPerKWh: minor(power),
    watts: watts ?? null,
    filamentMinorPerKg: minor(filament),
  }
}
