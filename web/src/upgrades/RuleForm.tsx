import { Select, Textarea } from '@mantine/core'
import type { StandingRule } from '@diatribon/contract'
import { useSetDraft } from '../forms/useDraft.ts'
import { usePartTypes } from '../reads/parts.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'

/** Which part goes in when one of a type fails. */
export function RuleForm(props: { partTypeId: string | null; rules: StandingRule[]; onClose: () => void }) {
  const { partTypeId: first, rules, onClose } = props
  const { data: catalogue = [] } = usePartTypes()
  const was = rules.find((one) => one.partTypeId === first)
  const { draft, set, words, choice, sheet } = useSetDraft(
    { partTypeId: first, insteadId: was?.insteadId ?? null, reason: '' },
    { kind: 'set-standing-rule', done: 'Rule set', onClose },
  )
  const part = catalogue.find(({ id }) => id === draft.partTypeId)
  const fitting = catalogue.filter(({ id, slotKind }) => id !== part?.id && slotKind === part?.slotKind)
  return (
    <ActionDialog
      title="When this fails, fit that instead"
      verb={was && !draft.insteadId ? 'Drop the rule' : 'Set the rule'}
      {...sheet(({ partTypeId, insteadId, reason }) => {
        if (!partTypeId) return 'Choose the part that fails.'
        if (!insteadId && !was) return 'Choose what goes in instead.'
        return { kind: 'set-standing-rule', partTypeId, replacementPartTypeId: insteadId, reason }
      })}
    >
      <Select
        label="When this fails"
        searchable
        disabled={first !== null}
        data={catalogue.map(({ id, name }) => ({ value: id, label: name }))}
        data-autofocus={first === null || undefined}
        {...choice('partTypeId')}
        onChange={(id) => {
          set('partTypeId', id)
          set('insteadId', null)
        }}
      />
      <Select
        label="Fit this instead"
        description={was ? 'Empty: the rule is dropped.' : undefined}
        mt="sm"
        clearable={Boolean(was)}
        clearButtonProps={{ 'aria-label': 'The same part again' }}
        data={fitting.map(({ id, name }) => ({ value: id, label: name }))}
        {...choice('insteadId', 'replacementPartTypeId')}
      />
      <Textarea label="Why?" mt="sm" autosize minRows={2} {...words('reason')} />
    </ActionDialog>
  )
}
