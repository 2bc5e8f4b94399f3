import { fromMinor, type CostRates } from '@diatribon/contract'
import { useSetDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { ownRoles, ratesAction, type RatesDraft } from './ratesAction.ts'

/** What an hour of work, a kilowatt hour and a kilogram of filament cost. */
export function RatesForm({ rates, onClose }: { rates: CostRates; onClose: () => void }) {
  const { currency } = useSession().site
  const { draft, set, fields, figure, money, sheet } = useSetDraft(() => ratesBegun(rates, currency), {
    kind: 'set-rates',
    done: 'Rates set',
    onClose,
  })
  return (
    <ActionDialog title="Rates" verb="Set" {...sheet((draft) => ratesAction(draft, currency))}>
      <FigureField
        label={`An hour of work, in ${currency}`}
        description="Policies, plan and costs reckon with it."
        data-autofocus
        {...money('labour', 'labourMinorPerHour')}
      />
      {ownRoles.map((role) => (
        <FigureField
          key={role}
          label={`Of ${role === 'operator' ? 'an' : 'a'} ${role}`}
          description="Empty: as above."
          min={0}
          decimals={3}
          value={draft.roles[role]}
          onChange={(value) => set('roles', (before) => ({ ...before, [role]: value }))}
          error={fields[`roles.${role}`]}
        />
      ))}
      <FigureField
        label={`A kilowatt hour, in ${currency}`}
        description="Empty: power is left out."
        {...money('power', 'powerMinorPerKWh')}
      />
      <FigureField label="Watts that a printer draws while it runs" {...figure('watts')} />
      <FigureField
        label={`A kilogram of filament, in ${currency}`}
        description="Empty: lost filament is left out."
        {...money('filament', 'filamentMinorPerKg')}
      />
    </ActionDialog>
  )
}

function ratesBegun(rates: CostRates, currency: string): RatesDraft {
  const unit = (minor: number | null | undefined) => (minor == null ? undefined : fromMinor(minor, currency))
  return {
    labour: unit(rates.labourMinorPerHour),
    roles: Object.fromEntries(ownRoles.map((role) => [role, unit(rates.roles[role])])),
    power: unit(rates.powerMinorPerKWh),
    watts: rates.watts ?? undefined,
    filament: unit(rates.filamentMinorPerKg),
  }
}
