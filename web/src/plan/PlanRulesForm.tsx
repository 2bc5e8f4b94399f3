import { Select } from '@mantine/core'
import { useState } from 'react'
import { fromMinor, minorDigits, onHoldOrders, toMinor, type OnHoldOrder, type PlanRules } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useSetAction } from '../ui/useSetAction.ts'

/** By which rules the workshop plans: how far, how much of a shift, what a visit takes to set up. */
export function PlanRulesForm({ rules, onClose }: { rules: PlanRules; onClose: () => void }) {
  const { site } = useSession()
  const [days, setDays] = useState<number | undefined>(rules.days)
  const [share, setShare] = useState<number | undefined>(Math.round(100 * rules.shareOfShift))
  const [setUp, setSetUp] = useState<number | undefined>(rules.setUpMinutes)
  const [change, setChange] = useState<number | undefined>(fromMinor(rules.changeCostMinor, site.currency))
  const [onHold, setOnHold] = useState<OnHoldOrder>(rules.onHold)
  const { submit, problem, fields, busy } = useSetAction('Rules of the plan set', onClose)
  return (
    <ActionDialog
      title="Rules of the plan"
      verb="Set"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'set-plan-rules',
          days: days ?? 0,
          shareOfShift: (share ?? 0) / 100,
          setUpMinutes: setUp ?? 0,
          changeCostMinor: toMinor(change ?? 0, site.currency),
          onHold,
        })
      }
    >
      <FigureField
        label="Days ahead"
        description="7 to 56"
        min={7}
        max={56}
        required
        value={days}
        onChange={setDays}
        error={fields.days}
      />
      <FigureField
        label="Share of a shift that is there for maintenance, in %"
        min={1}
        max={100}
        required
        value={share}
        onChange={setShare}
        error={fields.shareOfShift}
      />
      <FigureField
        label="Minutes to set up for a visit"
        description="Cooling down, unplugging, tools out: once for all that is done at a printer in one go."
        min={0}
        required
        value={setUp}
        onChange={setSetUp}
        error={fields.setUpMinutes}
      />
      <FigureField
        label={`What it is worth not to move a task that people have seen, in ${site.currency}`}
        min={0}
        decimals={minorDigits(site.currency)}
        required
        value={change}
        onChange={setChange}
        error={fields.changeCostMinor}
      />
      <Select
        label="Printers on hold are planned"
        mt="sm"
        data={[...onHoldOrders]}
        value={onHold}
        onChange={(value) => setOnHold(value as OnHoldOrder)}
        allowDeselect={false}
      />
    </ActionDialog>
  )
}
