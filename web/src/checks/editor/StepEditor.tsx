import { given } from '@diatribon/core'
import { useSortable } from '@dnd-kit/sortable'
import { ActionIcon, Button, Checkbox, MultiSelect, Select, TagsInput, Textarea, TextInput } from '@mantine/core'
import { IconArrowDown, IconArrowUp, IconGripVertical, IconX } from '@tabler/icons-react'
import {
  machineNeeds,
  neededStates,
  stepKinds,
  type CheckStep,
  type MachineNeed,
  type NeededState,
  type ReadingKind,
  type StepKind,
} from '@diatribon/contract'
import { useSlotKinds } from '../../reads/useSlotKinds.ts'
import { FigureField } from '../../ui/figures.tsx'
import classes from '../CheckType.module.css'
import type { DraggableAttributes } from '@dnd-kit/core'
import type { SyntheticListenerMap } from '@dnd-kit/core/dist/hooks/utilities/useSyntheticListeners'

interface Props {
  step: CheckStep
  place: number
  count: number
  kinds: ReadingKind[]
  fields: Record<string, string>
  onChange: (step: CheckStep) => void
  onMove: (by: -1 | 1) => void
  onRemove: () => void
}

/** One step in the editor: dragged by its handle, or moved by its arrows. */
export function StepEditor({ step, place, count, kinds, fields, onChange, onMove, onRemove }: Props) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: step.id,
  })
  const name = step.title || `step ${place + 1}`
  const set = (change: Partial<CheckStep>) => onChange(whole({ ...step, ...change }))
  const error = (field: string) => fields[`content.steps.${place}.${field}`]
  return (
    <li
      ref={setNodeRef}
      className={classes.step}
      style={{
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        transition,
        opacity: isDragging ? 0.6 : 1,
        zIndex: isDragging ? 1 : undefined,
      }}
    >
      <Grip
        setActivatorNodeRef={setActivatorNodeRef}
        attributes={attributes}
        listeners={listeners}
        name={name}
        place={place}
        onMove={onMove}
        count={count}
        onRemove={onRemove}
      />
      <div>
        <WordsFields place={place} step={step} set={set} error={error} />
        {step.kind === 'measure' && <MeasureFields kinds={kinds} step={step} set={set} error={error} />}
        {step.kind === 'choose' && <ChoiceFields step={step} name={name} set={set} error={error} />}
        <RestFields step={step} set={set} error={error} />
      </div>
    </li>
  )
}

/** A step with what its kind needs and nothing that it must not have; empty words are no words. */
function whole(step: CheckStep): CheckStep {
  const { id, kind, title, how, state, caution, optional, looksAt, needs } = step
  return {
    id,
    kind,
    title,
    state,
    ...(how ? { how } : {}),
    ...(caution ? { caution } : {}),
    ...(optional ? { optional } : {}),
    ...(looksAt && looksAt.length > 0 ? { looksAt } : {}),
    ...(needs && needs.length > 0 ? { needs } : {}),
    ...(kind === 'measure' ? measured(step) : {}),
    ...(kind === 'choose'
      ? {
          choices: step.choices ?? [
            { words: 'in order', isBad: false },
            { words: 'not in order', isBad: true },
          ],
        }
      : {}),
  }
}

function measured({ reading, unit = '', lower, target, upper }: CheckStep): Partial<CheckStep> {
  const limits = Object.entries({ lower, target, upper }).filter(([, value]) => value !== undefined)
  return { ...(reading ? { reading } : {}), unit, ...Object.fromEntries(limits) }
}

function Grip(props: {
  setActivatorNodeRef: (element: HTMLElement | null) => void
  attributes: DraggableAttributes
  listeners: SyntheticListenerMap | undefined
  name: string
  place: number
  onMove: (by: 1 | -1) => void
  count: number
  onRemove: () => void
}) {
  const { setActivatorNodeRef, attributes, listeners, name, place, onMove, count, onRemove } = props
  return (
    <div className={classes.grip}>
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        className={classes.handle}
        aria-label={`Drag ${name}`}
      >
        <IconGripVertical size={20} aria-hidden />
      </button>
      <ActionIcon
        variant="subtle"
        color="var(--ink)"
        size="lg"
        aria-label={`Move ${name} up`}
        disabled={place === 0}
        onClick={() => onMove(-1)}
      >
        <IconArrowUp size={18} aria-hidden />
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        color="var(--ink)"
        size="lg"
        aria-label={`Move ${name} down`}
        disabled={place === count - 1}
        onClick={() => onMove(1)}
      >
        <IconArrowDown size={18} aria-hidden />
      </ActionIcon>
      <ActionIcon variant="subtle" color="var(--ink)" size="lg" aria-label={`Remove ${name}`} onClick={onRemove}>
        <IconX size={18} aria-hidden />
      </ActionIcon>
    </div>
  )
}

function WordsFields(props: {
  place: number
  step: CheckStep
  set: (change: Partial<CheckStep>) => void
  error: (field: string) => string | undefined
}) {
  const { place, step, set, error } = props
  return (
    <>
      <div className={classes.fields}>
        <TextInput
          label={`Step ${place + 1}`}
          required
          maxLength={120}
          mt={0}
          value={step.title}
          onChange={(e) => set({ title: e.currentTarget.value })}
          error={error('title')}
        />
        <Select
          label="What is given"
          allowDeselect={false}
          data={[...stepKinds]}
          value={step.kind}
          onChange={(kind) => set({ kind: kind as StepKind })}
        />
        <Select
          label="The printer is"
          allowDeselect={false}
          data={neededStates.map((state) => ({ value: state, label: state === 'any' ? 'as it is' : state }))}
          value={step.state}
          onChange={(state) => set({ state: state as NeededState })}
        />
      </div>
      <Textarea
        label="How, and what to look for"
        mt="xs"
        size="sm"
        autosize
        maxLength={1000}
        value={step.how ?? ''}
        onChange={(e) => set({ how: e.currentTarget.value })}
        error={error('how')}
      />
    </>
  )
}

function MeasureFields(props: {
  kinds: ReadingKind[]
  step: CheckStep
  set: (change: Partial<CheckStep>) => void
  error: (field: string) => string | undefined
}) {
  const { kinds, step, set, error } = props
  return (
    <div className={classes.fields}>
      <Select
        label="Kept as the reading"
        mt="sm"
        clearable
        searchable
        clearButtonProps={{ 'aria-label': 'No reading' }}
        placeholder="not kept"
        data={kinds.map((kind) => kind.name)}
        value={step.reading ?? null}
        onChange={(reading) => {
          const kind = kinds.find((k) => k.name === reading)
          set({ reading: reading ?? undefined, ...(kind ? { unit: kind.unit } : {}) })
        }}
        error={error('reading')}
      />
      <TextInput
        label="Unit"
        mt="sm"
        required
        maxLength={20}
        value={step.unit ?? ''}
        onChange={(e) => set({ unit: e.currentTarget.value })}
        error={error('unit')}
      />
      {(['lower', 'target', 'upper'] as const).map((limit) => (
        <FigureField
          key={limit}
          label={{ lower: 'At least', target: 'Aim', upper: 'At most' }[limit]}
          value={step[limit]}
          onChange={(value) => set({ [limit]: value })}
          error={error(limit)}
        />
      ))}
      {step.reading !== undefined && step.lower === undefined && step.upper === undefined && (
        <p className="quiet">No limits here: each printer is judged by those of the reading.</p>
      )}
    </div>
  )
}

function ChoiceFields(props: {
  step: CheckStep
  name: string
  set: (change: Partial<CheckStep>) => void
  error: (field: string) => string | undefined
}) {
  const { step, name, set, error } = props
  return (
    <div style={{ marginTop: 8 }}>
      {(step.choices ?? []).map((choice, i) => (
        <div key={i} className={classes.choice}>
          <TextInput
            aria-label={`Choice ${i + 1} of ${name}`}
            required
            maxLength={80}
            value={choice.words}
            onChange={(e) =>
              set({
                choices: given(step.choices).map((c, k) => (k === i ? { ...c, words: e.currentTarget.value } : c)),
              })
            }
            error={error(`choices.${i}.words`)}
          />
          <Checkbox
            label="not in order"
            checked={choice.isBad}
            onChange={({ currentTarget }) =>
              set({
                choices: given(step.choices).map((c, k) => (k === i ? { ...c, isBad: currentTarget.checked } : c)),
              })
            }
          />
          <ActionIcon
            variant="subtle"
            color="var(--ink)"
            size="lg"
            aria-label={`Remove choice ${i + 1} of ${name}`}
            onClick={() => set({ choices: given(step.choices).filter((_, k) => k !== i) })}
          >
            <IconX size={18} aria-hidden />
          </ActionIcon>
        </div>
      ))}
      <Button
        size="compact-sm"
        variant="default"
        onClick={() => set({ choices: [...(step.choices ?? []), { words: '', isBad: true }] })}
      >
        One more choice
      </Button>
    </div>
  )
}

function RestFields({
  step,
  set,
  error,
}: {
  step: CheckStep
  set: (change: Partial<CheckStep>) => void
  error: (field: string) => string | undefined
}) {
  const { names } = useSlotKinds()
  return (
    <div className={classes.fields}>
      <TextInput
        label="Caution (optional)"
        mt="sm"
        size="sm"
        maxLength={500}
        value={step.caution ?? ''}
        onChange={(e) => set({ caution: e.currentTarget.value })}
        error={error('caution')}
      />
      <TagsInput
        label="Looks at these parts (optional)"
        description="By kind or name of their slot. In order here, they were good then: how long they last is told more truly."
        mt="sm"
        size="sm"
        maxTags={12}
        data={names}
        value={step.looksAt ?? []}
        onChange={(looksAt) => set({ looksAt })}
        error={error('looksAt')}
      />
      <MultiSelect
        label="Only on machines with (optional)"
        description="Others are not asked for this step; where nobody has said whether a machine has it, it may be left out."
        placeholder={step.needs?.length ? undefined : 'any machine'}
        mt="sm"
        size="sm"
        data={[...machineNeeds]}
        value={step.needs ?? []}
        onChange={(needs) => set({ needs: needs as MachineNeed[] })}
        error={error('needs')}
      />
      <Checkbox
        mt="xl"
        label="May be left out"
        checked={step.optional ?? false}
        onChange={({ currentTarget }) => set({ optional: currentTarget.checked || undefined })}
      />
    </div>
  )
}
