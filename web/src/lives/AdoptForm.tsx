import { Select, Textarea } from '@mantine/core'
import { useState } from 'react'
import { adoptablePolicies, type AdoptablePolicy, type LifePage } from '@diatribon/contract'
import { usePrinterNames } from '../printers/reads.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAction } from '../ui/useAction.ts'
import { amount } from '../ui/words.ts'
import { policySays } from './policyNames.ts'

const everyone = 'all printers'

/** A lead chooses the rule by which a kind of part is replaced, with the reason. */
export function AdoptForm({ page, onClose }: { page: LifePage; onClose: () => void }) {
  const { partType, clock, policies, recommended, models, tradeInterval, looks } = page
  const { data: printers = [] } = usePrinterNames()
  const [policy, setPolicy] = useState<AdoptablePolicy>(recommended.policy)
  const intervalOf = (of: AdoptablePolicy): number | undefined => {
    const found =
      of === 'look and replace on condition'
        ? looks?.interval
        : (policies?.find((one) => one.policy === of)?.interval ??
          (of === 'trade interval' ? tradeInterval : undefined))
    return found === undefined || found === null ? undefined : Number(found.toPrecision(3))
  }
  const [age, setAge] = useState<number | undefined>(intervalOf(recommended.policy))
  const [group, setGroup] = useState(everyone)
  const [reason, setReason] = useState('')
  const { submit, problem, fields, busy } = useAction(`${partType.name}: rule adopted`, onClose)
  const waits = policy === 'wait for the failure'
  const onSubmit = () => {
    const [kind, id] = group.split(' ')
    void submit({
      kind: 'adopt-policy',
      partTypeId: partType.id,
      policy,
      ...(waits || age === undefined ? {} : { interval: age }),
      ...(kind === 'model' && id ? { modelId: id } : {}),
      ...(kind === 'printer' && id ? { ofPrinterId: id } : {}),
      reason,
    })
  }
  return (
    <ActionDialog
      title={`Adopt a rule: ${partType.name}`}
      verb="Adopt"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <Select
        label="Rule"
        data={adoptablePolicies.map((value) => ({ value, label: policySays[value] }))}
        value={policy}
        onChange={(value) => {
          const next = value as AdoptablePolicy
          setPolicy(next)
          setAge(intervalOf(next))
        }}
        allowDeselect={false}
        data-autofocus
      />
      {!waits && (
        <FigureField
          label={
            policy === 'look and replace on condition' ? `Looked at every, in ${clock}` : `Replaced at, in ${clock}`
          }
          description={
            policy === 'look and replace on condition'
              ? 'Turns of the check itself are set under Checks; nothing falls due on a clock.'
              : `The catalogue says ${amount(tradeInterval, clock)}.`
          }
          min={0}
          required
          value={age}
          onChange={setAge}
          error={fields.interval}
        />
      )}
      <Select
        label="For"
        mt="sm"
        searchable
        data={[
          { group: 'All', items: [{ value: everyone, label: 'All printers' }] },
          { group: 'One model', items: models.map(({ id, name }) => ({ value: `model ${id}`, label: name })) },
          { group: 'One printer', items: printers.map(({ id, name }) => ({ value: `printer ${id}`, label: name })) },
        ]}
        value={group}
        onChange={(value) => setGroup(value ?? everyone)}
        allowDeselect={false}
      />
      <Textarea
        label="Why?"
        required
        autosize
        minRows={2}
        mt="sm"
        maxLength={500}
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={fields.reason}
      />
      {waits && (
        <p role="note">
          Nothing falls due on a clock then. Keep a spare at hand, and keep to the maker&apos;s manual where it asks for
          a replacement: a part whose failure can hurt somebody is not left to fail.
        </p>
      )}
    </ActionDialog>
  )
}
