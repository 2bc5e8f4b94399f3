import { Autocomplete, Button, Select } from '@mantine/core'
import { limitNames, limitNaming, type LimitName, type UpgradeStep } from '@diatribon/contract'
import { useModels, usePartTypes } from '../../reads/parts.ts'
import { useSlotKinds } from '../../reads/useSlotKinds.ts'
import { FigureField } from '../../ui/figures.tsx'
import classes from '../Upgrades.module.css'

const kinds: { value: UpgradeStep['kind']; label: string }[] = [
  { value: 'fit part', label: 'another part into a slot' },
  { value: 'add slot', label: 'one slot more' },
  { value: 'change slot', label: 'a slot takes another kind' },
  { value: 'remove slot', label: 'a slot comes off' },
  { value: 'set limit', label: 'a limit is another' },
]

const begun = (kind: UpgradeStep['kind']): UpgradeStep => {
  switch (kind) {
    case 'fit part':
      return { kind, slot: '', partTypeId: '' }
    case 'add slot':
    case 'change slot':
      return { kind, slot: '', slotKind: '' }
    case 'remove slot':
      return { kind, slot: '' }
    case 'set limit':
      return { kind, limit: 'nozzleMaxC', value: 0 }
  }
}

/** What the upgrade changes in a printer's record. */
export function StepsEditor(props: {
  steps: UpgradeStep[]
  onChange: (steps: UpgradeStep[]) => void
  error: (name: string) => string | undefined
}) {
  const { steps, onChange, error } = props
  const replace = (i: number, step: UpgradeStep) => onChange(steps.map((old, j) => (j === i ? step : old)))
  return (
    <div className={classes.sheet}>
      <h2>What it changes on a printer</h2>
      <p className="quiet">Empty: nothing in its record, such as another way of doing things.</p>
      {steps.map((step, i) => (
        <div key={i} className={classes.row} role="group" aria-label={`Step ${i + 1}`}>
          <Select
            label={`Step ${i + 1}`}
            data={kinds}
            value={step.kind}
            onChange={(kind) => replace(i, begun(kind as UpgradeStep['kind']))}
            allowDeselect={false}
          />
          <StepFields step={step} onChange={(next) => replace(i, next)} error={(name) => error(`steps.${i}.${name}`)} />
          <Button
            variant="subtle"
            size="sm"
            onClick={() => onChange(steps.filter((_, j) => j !== i))}
            aria-label={`Leave out step ${i + 1}`}
          >
            Leave out
          </Button>
        </div>
      ))}
      <Button variant="default" size="sm" mt="sm" onClick={() => onChange([...steps, begun('fit part')])}>
        Add a step
      </Button>
    </div>
  )
}

function StepFields(props: {
  step: UpgradeStep
  onChange: (step: UpgradeStep) => void
  error: (name: string) => string | undefined
}) {
  const { step, onChange, error } = props
  const { data: models = [] } = useModels()
  const { data: catalogue = [] } = usePartTypes()
  const { names } = useSlotKinds()
  if (step.kind === 'set limit')
    return (
      <>
        <Select
          label="Limit"
          data={limitNames.map((value) => ({ value, label: limitNaming[value][0] }))}
          value={step.limit}
          onChange={(limit) => onChange({ ...step, limit: limit as LimitName })}
          allowDeselect={false}
        />
        <FigureField
          label="From now on"
          mt={0}
          min={0}
          suffix={limitNaming[step.limit][1]}
          value={step.value === 0 ? undefined : step.value}
          onChange={(value) => onChange({ ...step, value: value ?? 0 })}
          error={error('value')}
        />
      </>
    )
  const slots = models.flatMap((model) => model.slots)
  const kind = 'slotKind' in step ? step.slotKind : slots.find(({ name }) => name === step.slot)?.kind
  const parts = catalogue.filter(({ slotKind }) => kind === undefined || slotKind === kind)
  return (
    <>
      <Autocomplete
        label="Slot"
        data={step.kind === 'add slot' ? [] : [...new Set(slots.map(({ name }) => name))]}
        value={step.slot}
        onChange={(slot) => onChange({ ...step, slot })}
        maxLength={60}
        error={error('slot')}
      />
      {'slotKind' in step && (
        <Select
          label="Takes a"
          searchable
          data={names}
          value={step.slotKind || null}
          onChange={(slotKind) => {
            const { partTypeId: _, ...rest } = step
            onChange({ ...rest, slotKind: slotKind ?? '' })
          }}
          error={error('slotKind')}
        />
      )}
      {step.kind !== 'remove slot' && (
        <Select
          label={step.kind === 'fit part' ? 'Part' : 'Part in it'}
          searchable
          clearable={step.kind !== 'fit part'}
          clearButtonProps={{ 'aria-label': 'Empty' }}
          data={parts.map(({ id, name }) => ({ value: id, label: name }))}
          value={step.partTypeId || null}
          onChange={(id) => onChange(withPart(step, id))}
          error={error('partTypeId')}
        />
      )}
    </>
  )
}

function withPart(step: Exclude<UpgradeStep, { kind: 'set limit' | 'remove slot' }>, id: string | null): UpgradeStep {
  if (step.kind === 'fit part') return { ...step, partTypeId: id ?? '' }
  const { partTypeId: _, ...rest } = step
  return id ? { ...rest, partTypeId: id } : rest
}
