import { Checkbox, Radio, Select, Stack, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { ReadingKind } from '@diatribon/contract'
import { useSetDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import classes from './Readings.module.css'
import { modelName } from '../ui/words.ts'
import { useModels } from '../reads/parts.ts'

/** What is measured, its limits, and what an adjustment does to it. */
export function ReadingKindForm({ from, onClose }: { from: ReadingKind | null; onClose: () => void }) {
  const { data: models = [] } = useModels()
  const [readingKindId] = useState(() => from?.id ?? newKey())
  const kind = from ? 'change-reading-kind' : 'add-reading-kind'
  const { draft, set, words, figure, choice, rows, sheet } = useSetDraft(
    () => ({
      name: from?.name ?? '',
      unit: from?.unit ?? 'mm',
      lower: from?.lower ?? undefined,
      upper: from?.upper ?? undefined,
      models: from?.models ?? [],
      corrections: (from?.corrections ?? 'restart') as string,
      toConfirm: from?.limitsToConfirm ?? false,
      limitsFrom: from?.limitsFrom ?? '',
    }),
    { kind, done: from ? 'Limits set' : 'Kind of reading added', onClose },
  )
  const own = rows('models')
  const hasLimits = draft.lower !== undefined || draft.upper !== undefined
  const free = models.filter(({ id }) => !draft.models.some(({ modelId }) => modelId === id))
  return (
    <ActionDialog
      title={from ? `Change: ${from.name}` : 'New kind of reading'}
      verb={from ? 'Set' : 'Add'}
      {...sheet(({ lower = null, upper = null, models, corrections, toConfirm, limitsFrom, ...rest }) => ({
        kind,
        readingKindId,
        ...rest,
        lower,
        upper,
        models: models.map((one) => ({ ...one, lower: one.lower ?? null, upper: one.upper ?? null })),
        corrections: corrections as ReadingKind['corrections'],
        ...(toConfirm && hasLimits ? { limitsToConfirm: true } : {}),
        ...(limitsFrom && hasLimits ? { limitsFrom } : {}),
      }))}
    >
      <div className={classes.fields}>
        <TextInput label="Name" disabled={from !== null} data-autofocus {...words('name')} />
        <TextInput label="Unit" disabled={from !== null} {...words('unit')} />
        <FigureField label="Lower limit here" mt={0} {...figure('lower')} />
        <FigureField label="Upper limit here" mt={0} {...figure('upper')} />
      </div>
      {hasLimits && (
        <>
          {from?.limitsToConfirm && (
            <Checkbox
              label="Held against the maker’s sheet, or our own first readings"
              description="Until then it is told everywhere that these are usual values."
              mt="sm"
              size="md"
              checked={!draft.toConfirm}
              onChange={({ currentTarget }) => set('toConfirm', !currentTarget.checked)}
            />
          )}
          <TextInput label="Where these limits come from (optional)" mt="sm" {...words('limitsFrom')} />
        </>
      )}
      <p className="quiet">Without limits, each printer is judged by its own first readings.</p>
      {own.fields.map(({ draft: model, figure }) => (
        <div key={model.modelId} className={classes.fields}>
          <span className={classes.whose}>
            {models.find(({ id }) => id === model.modelId)?.name ?? 'model'}, from its maker
          </span>
          {(['lower', 'upper'] as const).map((side) => (
            <FigureField key={side} label={side === 'lower' ? 'Lower' : 'Upper'} mt={0} {...figure(side)} />
          ))}
        </div>
      ))}
      {free.length > 0 && (
        <Select
          label="Limits of the maker for a model"
          placeholder="choose a model to add"
          mt="sm"
          data={free.map((model) => ({ value: model.id, label: modelName(model) }))}
          value={null}
          onChange={(modelId) => modelId && own.add({ modelId, lower: null, upper: null })}
        />
      )}
      <Radio.Group label="When it is adjusted" mt="md" {...choice('corrections')}>
        <Stack gap="xs" mt={6}>
          <Radio value="restart" size="md" label="it begins anew, as a belt that is tightened" />
          <Radio value="go on" size="md" label="it goes on: what it is set to is its drift, as a nozzle height" />
        </Stack>
      </Radio.Group>
    </ActionDialog>
  )
}
