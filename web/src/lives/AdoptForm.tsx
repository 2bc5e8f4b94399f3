import { Select, Textarea } from '@mantine/core'
import { useState } from 'react'
import {
  adoptablePolicies,
  harmOfFailure,
  type AdoptablePolicy,
  type LifePage,
  type PolicyChoice,
} from '@diatribon/contract'
import { usePrinterNames } from '../reads/printers.ts'
import { useModels } from '../reads/parts.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../session/useAction.ts'
import { amount } from '../ui/words.ts'
import { policySays } from './policyNames.ts'
import { turnsFromLooks } from './turnsFromLooks.ts'

const everyone = 'all printers'

/** A lead chooses the rule by which a kind of part is replaced, with the reason. */
export function AdoptForm({ page, onClose }: { page: LifePage; onClose: () => void }) {
  const { partType, clock, recommended, models, tradeInterval } = page
  const { data: printers = [] } = usePrinterNames()
  const [policy, setPolicy] = useState<AdoptablePolicy>(recommended.policy)
  const [group, setGroup] = useState(everyone)
  const [kind, id] = group.split(' ')
  const modelOf = (of: string) => {
    const [ofKind, ofId] = of.split(' ')
    return ofKind === 'model' ? ofId : printers.find((one) => one.id === ofId)?.modelId
  }
  const [age, setAge] = useState<number | undefined>(intervalOf(page, recommended.policy))
  const [checkId, setCheckId] = useState<string | null>(null)
  const [reason, setReason] = useState('')
  const { submit, problem, fields, busy } = useAction(`${partType.name}: rule adopted`, onClose)
  const turns = useTurns({ page, checkId, interval: age, modelId: kind === 'model' ? id : undefined })
  const waits = policy === 'wait for the failure'
  const looks = policy === 'look and replace on condition'
  const onSubmit = () => {
    const rule = {
      kind: 'adopt-policy' as const,
      partTypeId: partType.id,
      policy,
      ...(waits || age === undefined ? {} : { interval: age }),
      ...(kind === 'model' && id ? { modelId: id } : {}),
      ...(kind === 'printer' && id ? { ofPrinterId: id } : {}),
      reason,
    }
    void submit(looks && turns.length > 0 ? [rule, ...turns] : rule)
  }
  const choose = (nextPolicy: AdoptablePolicy, nextModel: string | undefined) => {
    setPolicy(nextPolicy)
    setAge(intervalOf(page, nextPolicy, nextModel))
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
        data={offered(page).map((value) => ({ value, label: policySays[value] }))}
        value={policy}
        onChange={(value) => choose(value as AdoptablePolicy, modelOf(group))}
        allowDeselect={false}
        data-autofocus
      />
      {!waits && (
        <FigureField
          label={labelOf(policy, clock)}
          description={hintOf(policy, amount(tradeInterval, clock), page)}
          min={0}
          required
          value={age}
          onChange={setAge}
          error={fields.interval}
        />
      )}
      <Select
        label="For"
        description="The figure that is offered is that of the model, where it has one."
        mt="sm"
        searchable
        data={[
          { group: 'All', items: [{ value: everyone, label: 'All printers' }] },
          { group: 'One model', items: models.map((model) => ({ value: `model ${model.id}`, label: model.name })) },
          {
            group: 'One printer',
            items: printers.map(({ id: own, name }) => ({ value: `printer ${own}`, label: name })),
          },
        ]}
        value={group}
        onChange={(value) => {
          const next = value ?? everyone
          setGroup(next)
          choose(policy, modelOf(next))
        }}
        allowDeselect={false}
      />
      {looks && kind !== 'printer' && (
        <Select
          label="Set the turns of the check that looks"
          description={
            kind === 'model' && checkId
              ? 'The model gets a check of its own with these turns; the others keep theirs.'
              : undefined
          }
          placeholder="Leave turns as they are"
          clearable
          mt="sm"
          data={(page.looks?.checks ?? [])
            .filter(({ canBeSet }) => canBeSet)
            .map(({ checkTypeId, content }) => ({ value: checkTypeId, label: content.name }))}
          value={checkId}
          onChange={setCheckId}
        />
      )}
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
      {waits && <CautionBox words={[harmOfFailure(partType.slotKind) ?? []].flat()} />}
      {(waits || looks || policy === 'change together') && (
        <p role="note">
          {waits
            ? 'Nothing falls due on a clock then. Keep a spare at hand, and keep'
            : 'It may fail before its turn. Keep'}{' '}
          to the maker&apos;s manual where it asks for a replacement: a part whose failure can hurt somebody is not left
          to fail.
        </p>
      )}
    </ActionDialog>
  )
}

/** Rules that can be chosen: those that ask for more than a date only where there is something to go by. */
function offered({ evidence, looks }: LifePage): AdoptablePolicy[] {
  return adoptablePolicies.filter(
    (policy) =>
      (policy !== 'change together' || evidence.together !== null) &&
      (policy !== 'look and replace on condition' || looks !== null),
  )
}

/** The interval of a rule as it is offered: that of the model where it has figures of its own, else that of all. */
function intervalOf(page: LifePage, policy: AdoptablePolicy, modelId?: string): number | undefined {
  const { policies, byGroup, tradeInterval, looks } = page
  const own = byGroup.find(({ model }) => model !== null && model.id === modelId)?.choices ?? []
  const ownLooks = looks?.groups.find(({ group }) => group !== null && group.id === modelId)
  const all: PolicyChoice[] = policies ?? []
  const found =
    (policy === 'look and replace on condition' ? (ownLooks?.interval ?? looks?.interval) : null) ??
    [...own, ...all].find((one) => one.policy === policy)?.interval ??
    (policy === 'trade interval' ? tradeInterval : undefined)
  return found === undefined ? undefined : Number(found.toPrecision(3))
}

const labelOf = (policy: AdoptablePolicy, clock: string) =>
  policy === 'look and replace on condition'
    ? `Looked at every, in ${clock}`
    : policy === 'change together'
      ? `Changed with its neighbour from, in ${clock}`
      : `Replaced at, in ${clock}`

function hintOf(policy: AdoptablePolicy, trade: string, { evidence }: LifePage): string {
  if (policy === 'look and replace on condition') return 'Nothing falls due on a clock; the check that looks does.'
  if (policy === 'change together')
    return `Once it is so old it falls due with: ${evidence.together?.slots.join(', ') ?? 'its neighbour'}.`
  return `The catalogue says ${trade}.`
}

/** What is sent beside the rule so that the chosen check has its turns. */
function useTurns(of: {
  page: LifePage
  checkId: string | null
  interval: number | undefined
  modelId: string | undefined
}) {
  const { page, checkId, interval, modelId } = of
  const { data: models = [] } = useModels()
  const [newId] = useState(newKey)
  const check = page.looks?.checks.find(({ checkTypeId }) => checkTypeId === checkId)
  if (!check || interval === undefined) return []
  const model = page.models.find(({ id }) => id === modelId) ?? null
  return turnsFromLooks(check, { clock: page.clock, interval, model, models: models.map(({ id }) => id), newId })
}
