import { Select } from '@mantine/core'
import { fromMinor, minorDigits, onHoldOrders, toMinor, type PlanRules } from '@diatribon/contract'
import { useSetDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'

/** By which rules the workshop plans: how far, how much of a shift, what a visit takes to set up. */
export function PlanRulesForm({ rules, onClose }: { rules: PlanRules; onClose: () => void }) {
  const { currency } = useSession().site
  const { figure, money, oneOf, sheet } = useSetDraft(
    () => ({
      days: rules.days as number | undefined,
      share: Math.round(100 * rules.shareOfShift) as number | undefined,
      setUpMinutes: rules.setUpMinutes as number | undefined,
      change: fromMinor(rules.changeCostMinor, currency) as number | undefined,
      onHold: rules.onHold,
    }),
    { kind: 'set-plan-rules', done: 'Rules of the plan set', onClose },
  )
  return (
    <ActionDialog
      title="Rules of the plan"
      verb="Set"
      {...sheet(({ days = 0, share = 0, setUpMinutes = 0, change = 0, onHold }) => ({
        kind: 'set-plan-rules',
        days,
        shareOfShift: share / 100,
        setUpMinutes,
        changeCostMinor: toMinor(change, currency),
        onHold,
      }))}
    >
      <FigureField label="Days ahead" description="7 to 56" {...figure('days')} />
      <FigureField
        label="Share of a shift that is there for maintenance, in %"
        {...figure('share', 'shareOfShift')}
        min={1}
        max={100}
      />
      <FigureField
        label="Minutes to set up for a visit"
        description="Cooling down, unplugging, tools out: once for all that is done at a printer in one go."
        {...figure('setUpMinutes')}
      />
      <FigureField
        label={`What it is worth not to move a task that people have seen, in ${currency}`}
        {...money('change', 'changeCostMinor')}
        decimals={minorDigits(currency)}
      />
      <Select
        label="Printers on hold are planned"
        mt="sm"
        data={[...onHoldOrders]}

        {...oneOf('onHold')}
      />
    </ActionDialog>
  )
}
