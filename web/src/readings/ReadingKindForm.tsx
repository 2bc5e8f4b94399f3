import { Checkbox, Radio, Select, Stack, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { PrinterModel, ReadingKind } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useSetAction } from '../session/useSetAction.ts'
import classes from './Readings.module.css'
import { modelName } from '../ui/words.ts'
import { useModels } from '../reads/parts.ts'

/** What is measured, its limits, and what an adjustment does to it. */
export function ReadingKindForm({ from, onClose }: { from: ReadingKind | null; onClose: () => void }) {
  const { submit, problem, fields, busy } = useSetAction(from ? 'Limits set' : 'Kind of reading added', onClose)
  const { data: models = [] } = useModels()
  const [readingKindId] = useState(() => from?.id ?? newKey())
  const [kind, setKind] = useState<Omit<ReadingKind, 'id'>>(
    () => from ?? { name: '', unit: 'mm', lower: null, upper: null, models: [], corrections: 'restart' },
  )
  const set = (change: Partial<ReadingKind>) => setKind({ ...kind, ...change })
  const { name, unit, lower, upper, models: own, corrections, limitsToConfirm, limitsFrom } = kind
  const hasLimits = lower !== null || upper !== null
  const free = models.filter(({ id }) => !own.some(({ modelId }) => modelId === id))
  return (
    <ActionDialog
      title={from ? `Change: ${from.name}` : 'New kind of reading'}
      verb={from ? 'Set' : 'Add'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: from ? 'change-reading-kind' : 'add-reading-kind',
          readingKindId,
          name,
          unit,
          lower,
          upper,
          models: own,
          corrections,
          ...(limitsToConfirm && hasLimits ? { limitsToConfirm } : {}),
          ...(limitsFrom && hasLimits ? { limitsFrom } : {}),
        })
      }
    >
      <NameAndLimits from={from} name={name} set={set} fields={fields} unit={unit} lower={lower} upper={upper} />
      {hasLimits && (
        <>
          {from?.limitsToConfirm && (
            <Checkbox
              label="Held against the maker’s sheet, or our own first readings"
              description="Until then it is told everywhere that these are usual values."
              mt="sm"
              size="md"
              checked={!limitsToConfirm}
              onChange={({ currentTarget }) => set({ limitsToConfirm: !currentTarget.checked })}
            />
          )}
          <TextInput
            label="Where these limits come from (optional)"
            mt="sm"
            maxLength={200}
            value={limitsFrom ?? ''}
            onChange={(e) => set({ limitsFrom: e.currentTarget.value || null })}
            error={fields.limitsFrom}
          />
        </>
      )}
      <p className="quiet">Without limits, each printer is judged by its own first readings.</p>
      {own.map((model, i) => (
        <ModelLimits key={model.modelId} model={model} models={models} set={set} own={own} fields={fields} i={i} />
      ))}
      {free.length > 0 && (
        <Select
          label="Limits of the maker for a model"
          placeholder="choose a model to add"
          mt="sm"
          data={free.map((model) => ({ value: model.id, label: modelName(model) }))}
          value={null}
          onChange={(modelId) => modelId && set({ models: [...own, { modelId, lower: null, upper: null }] })}
        />
      )}
      <Radio.Group
        label="When it is adjusted"
        mt="md"
        value={corrections}
        onChange={(value) => set({ corrections: value as ReadingKind['corrections'] })}
      >
        <Stack gap="xs" mt={6}>
          <Radio value="restart" size="md" label="it begins anew, as a belt that is tightened" />
          <Radio value="go on" size="md" label="it goes on: what it is set to is its drift, as a nozzle height" />
        </Stack>
      </Radio.Group>
    </ActionDialog>
  )
}

function NameAndLimits(props: {
  from: ReadingKind | null
  name: string
  set: (change: Partial<ReadingKind>) => void
  fields: Record<string, string>
  unit: string
  lower: number | null
  upper: number | null
}) {
  const { from, name, set, fields, unit, lower, upper } = props
  return (
    <div className={classes.fields}>
      <TextInput
        label="Name"
        required
        maxLength={60}
        disabled={from !== null}
        data-autofocus
        value={name}
        onChange={(e) => set({ name: e.currentTarget.value })}
        error={fields.name}
      />
      <TextInput
        label="Unit"
        required
        maxLength={20}
        disabled={from !== null}
        value={unit}
        onChange={(e) => set({ unit: e.currentTarget.value })}
        error={fields.unit}
      />
      <FigureField
        label="Lower limit here"
        mt={0}
        value={lower ?? undefined}
        onChange={(value) => set({ lower: value ?? null })}
        error={fields.lower}
      />
      <FigureField
        label="Upper limit here"
        mt={0}
        value={upper ?? undefined}
        onChange={(value) => set({ upper: value ?? null })}
        error={fields.upper}
      />
    </div>
  )
}

function ModelLimits(props: {
  model: { modelId: string; lower: number | null; upper: number | null }
  models: PrinterModel[]
  set: (change: Partial<ReadingKind>) => void
  own: { modelId: string; lower: number | null; upper: number | null }[]
  fields: Record<string, string>
  i: number
}) {
  const { model, models, set, own, fields, i } = props
  return (
    <div className={classes.fields}>
      <span style={{ alignSelf: 'center' }}>
        {models.find(({ id }) => id === model.modelId)?.name ?? 'model'}, from its maker
      </span>
      {(['lower', 'upper'] as const).map((side) => (
        <FigureField
          key={side}
          label={side === 'lower' ? 'Lower' : 'Upper'}
          mt={0}
          value={model[side] ?? undefined}
          onChange={(value) => set({ models: own.map((m) => (m === model ? { ...m, [side]: value ?? null } : m)) })}
          error={fields[`models.${i}.${side}`]}
        />
      ))}
    </div>
  )
}
