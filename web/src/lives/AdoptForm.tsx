import { Select, Textarea } from '@mantine/core'
import type { ReactNode } from 'react'
import { harmOfFailure, type AdoptablePolicy, type LifePage } from '@diatribon/contract'
import { useDraft, type DraftForm } from '../forms/useDraft.ts'
import { usePrinterNames } from '../reads/printers.ts'
import { useModels } from '../reads/parts.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { FigureField } from '../ui/figures.tsx'
import { amount } from '../ui/words.ts'
import { adoptActions, adoptBegun, everyone, groupOf, intervalOf, offered, type AdoptDraft } from './adoptDraft.ts'
import { policySays } from './policyNames.ts'

interface Part {
  page: LifePage
  form: DraftForm<AdoptDraft>
}

/** A lead chooses the rule by which a kind of part is replaced, with the reason. */
export function AdoptForm({ page, onClose }: { page: LifePage; onClose: () => void }) {
  const { partType, clock, tradeInterval } = page
  const { data: models } = useModels()
  const form = useDraft(() => adoptBegun(page), {
    kind: 'adopt-policy',
    done: `${partType.name}: rule adopted`,
    onClose,
  })
  const { policy } = form.draft
  return (
    <ActionDialog
      title={`Adopt a rule: ${partType.name}`}
      verb="Adopt"
      {...form.sheet((draft) => adoptActions(page, draft, models))}
    >
      <RuleAndGroup page={page} form={form}>
        {policy !== 'wait for the failure' && (
          <FigureField
            label={labelOf(policy, clock)}
            description={hintOf(policy, amount(tradeInterval, clock), page)}
            {...form.figure('interval')}
            required
          />
        )}
      </RuleAndGroup>
      {policy === 'look and replace on condition' && <TurnsField page={page} form={form} />}
      <Textarea label="Why?" autosize minRows={2} mt="sm" {...form.words('reason')} />
      <Harm policy={policy} slotKind={partType.slotKind} />
    </ActionDialog>
  )
}

/** The rule, its figure, and for whom it holds; another rule or group brings the figure that is offered for it. */
function RuleAndGroup({ page, form, children }: Part & { children: ReactNode }) {
  const { data: printers = [] } = usePrinterNames()
  const { draft, set, oneOf } = form
  const offer = (policy: AdoptablePolicy, group: string) => {
    const { modelId, ofPrinterId } = groupOf(group)
    set('policy', policy)
    set('group', group)
    set('interval', intervalOf(page, policy, modelId ?? printers.find(({ id }) => id === ofPrinterId)?.modelId))
  }
  return (
    <>
      <Select
        label="Rule"
        data={offered(page).map((value) => ({ value, label: policySays[value] }))}
        {...oneOf('policy')}
        onChange={(value) => value && offer(value, draft.group)}
        data-autofocus
      />
      {children}
      <Select
        label="For"
        description="The figure that is offered is that of the model, where it has one."
        mt="sm"
        searchable
        data={[
          { group: 'All', items: [{ value: everyone, label: 'All printers' }] },
          {
            group: 'One model',
            items: page.models.map(({ id, name }) => ({ value: `model ${id}`, label: name })),
          },
          { group: 'One printer', items: printers.map(({ id, name }) => ({ value: `printer ${id}`, label: name })) },
        ]}
        {...oneOf('group')}
        onChange={(group) => group && offer(draft.policy, group)}
      />
    </>
  )
}

/** Whether a check that looks gets its turns by the rule; a printer alone has no checks of its own. */
function TurnsField({ page, form }: Part) {
  const { draft, choice } = form
  const { modelId, ofPrinterId } = groupOf(draft.group)
  if (ofPrinterId) return null
  return (
    <Select
      label="Set the turns of the check that looks"
      description={
        modelId && draft.checkId
          ? 'The model gets a check of its own with these turns; the others keep theirs.'
          : undefined
      }
      placeholder="Leave turns as they are"
      clearable
      mt="sm"
      data={(page.looks?.checks ?? [])
        .filter(({ canBeSet }) => canBeSet)
        .map(({ checkTypeId, content }) => ({ value: checkTypeId, label: content.name }))}
      {...choice('checkId')}
    />
  )
}

/** What it means where nothing falls due on a clock, or late. */
function Harm({ policy, slotKind }: { policy: AdoptablePolicy; slotKind: string }) {
  const waits = policy === 'wait for the failure'
  if (!waits && policy !== 'look and replace on condition' && policy !== 'change together') return null
  return (
    <>
      {waits && <CautionBox words={[harmOfFailure(slotKind) ?? []].flat()} />}
      <p role="note">
        {waits
          ? 'Nothing falls due on a clock then. Keep a spare at hand, and keep'
          : 'It may fail before its turn. Keep'}{' '}
        to the maker&apos;s manual where it asks for a replacement: a part whose failure can hurt somebody is not left
        to fail.
      </p>
    </>
  )
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
