import { Select, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { StandingRule } from '@diatribon/contract'
import { usePartTypes } from '../parts/reads.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useSetAction } from '../ui/useSetAction.ts'

/** Which part goes in when one of a type fails. */
export function RuleForm(props: { partTypeId: string | null; rules: StandingRule[]; onClose: () => void }) {
  const { partTypeId: first, rules, onClose } = props
  const { data: catalogue = [] } = usePartTypes()
  const { submit, problem, fields, busy } = useSetAction('Rule set', onClose)
  const was = rules.find((one) => one.partTypeId === first)
  const [partTypeId, setPart] = useState(first)
  const [insteadId, setInstead] = useState<string | null>(was?.insteadId ?? null)
  const [reason, setReason] = useState('')
  const [missing, setMissing] = useState<string | null>(null)
  const part = catalogue.find(({ id }) => id === partTypeId)
  return (
    <ActionDialog
      title="When this fails, fit that instead"
      verb={was && !insteadId ? 'Drop the rule' : 'Set the rule'}
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={() => {
        if (!partTypeId) return setMissing('Choose the part that fails.')
        if (!insteadId && !was) return setMissing('Choose what goes in instead.')
        setMissing(null)
        void submit({ kind: 'set-standing-rule', partTypeId, replacementPartTypeId: insteadId, reason })
      }}
    >
      <Select
        label="When this fails"
        required
        searchable
        disabled={first !== null}
        data={catalogue.map(({ id, name }) => ({ value: id, label: name }))}
        value={partTypeId}
        onChange={(id) => {
          setPart(id)
          setInstead(null)
        }}
        error={fields.partTypeId}
        data-autofocus={first === null || undefined}
      />
      <Select
        label="Fit this instead"
        description={was ? 'Empty: the rule is dropped.' : undefined}
        mt="sm"
        clearable={Boolean(was)}
        clearButtonProps={{ 'aria-label': 'The same part again' }}
        data={catalogue
          .filter(({ id, slotKind }) => id !== partTypeId && slotKind === part?.slotKind)
          .map(({ id, name }) => ({ value: id, label: name }))}
        value={insteadId}
        onChange={setInstead}
        error={fields.replacementPartTypeId}
      />
      <Textarea
        label="Why?"
        required
        mt="sm"
        autosize
        minRows={2}
        maxLength={500}
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={fields.reason}
      />
    </ActionDialog>
  )
}
