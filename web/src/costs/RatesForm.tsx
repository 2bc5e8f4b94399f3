import { useState } from 'react'
import { fromMinor, toMinor, type CostRates } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useSetAction } from '../ui/useSetAction.ts'

const ownRoles = ['member', 'operator', 'technician', 'lead'] as const

/** What an hour of work, a kilowatt hour and a kilogram of filament cost. */
export function RatesForm({ rates, onClose }: { rates: CostRates; onClose: () => void }) {
  const { site } = useSession()
  const { submit, problem, fields, busy } = useSetAction('Rates set', onClose)
  const unit = (minor: number | null | undefined) => (minor == null ? undefined : fromMinor(minor, site.currency))
  const minor = (amount: number | undefined) => (amount === undefined ? null : toMinor(amount, site.currency))
  const [labour, setLabour] = useState<number | undefined>(unit(rates.labourMinorPerHour))
  const [roles, setRoles] = useState<Partial<Record<(typeof ownRoles)[number], number | undefined>>>(
    Object.fromEntries(ownRoles.map((role) => [role, unit(rates.roles[role])])),
  )
  const [power, setPower] = useState<number | undefined>(unit(rates.powerMinorPerKWh))
  const [watts, setWatts] = useState<number | undefined>(rates.watts ?? undefined)
  const [filament, setFilament] = useState<number | undefined>(unit(rates.filamentMinorPerKg))
  return (
    <ActionDialog
      title="Rates"
      verb="Set"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
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
        })
      }
    >
      <FigureField
        label={`An hour of work, in ${site.currency}`}
        description="Policies, plan and costs reckon with it."
        required
        min={0}
        decimals={3}
        value={labour}
        onChange={setLabour}
        error={fields.labourMinorPerHour}
        data-autofocus
      />
      {ownRoles.map((role) => (
        <FigureField
          key={role}
          label={`Of ${role === 'operator' ? 'an' : 'a'} ${role}`}
          description="Empty: as above."
          min={0}
          decimals={3}
          value={roles[role]}
          onChange={(value) => setRoles((before) => ({ ...before, [role]: value }))}
          error={fields[`roles.${role}`]}
        />
      ))}
      <FigureField
        label={`A kilowatt hour, in ${site.currency}`}
        description="Empty: power is left out."
        min={0}
        decimals={3}
        value={power}
        onChange={setPower}
        error={fields.powerMinorPerKWh}
      />
      <FigureField
        label="Watts that a printer draws while it runs"
        min={0}
        value={watts}
        onChange={setWatts}
        error={fields.watts}
      />
      <FigureField
        label={`A kilogram of filament, in ${site.currency}`}
        description="Empty: lost filament is left out."
        min={0}
        decimals={3}
        value={filament}
        onChange={setFilament}
        error={fields.filamentMinorPerKg}
      />
    </ActionDialog>
  )
}
