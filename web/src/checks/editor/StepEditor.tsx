import { useSortable } from '@dnd-kit/sortable'
import { ActionIcon, Button, Checkbox, MultiSelect, Select, TagsInput, Textarea, TextInput } from '@mantine/core'
import { IconArrowDown, IconArrowUp, IconGripVertical, IconX } from '@tabler/icons-react'
import { machineNeeds, neededStates, stepKinds, type CheckStep, type ReadingKind } from '@diatribon/contract'
import type { DraftFields } from '../../forms/draftFields.ts'
import { useSlotKinds } from '../../reads/useSlotKinds.ts'
import { FigureField } from '../../ui/figures.tsx'
import { usualChoices } from '../checkDraft.ts'
import classes from '../CheckType.module.css'
import type { DraggableAttributes } from '@dnd-kit/core'
import type { SyntheticListenerMap } from '@dnd-kit/core/dist/hooks/utilities/useSyntheticListeners'

interface Part {
  step: DraftFields<CheckStep>
}

/** One step in the editor: dragged by its handle, or moved by its arrows. */
export function StepEditor(
  props: Part & {
    place: number
    count: number
    kinds: ReadingKind[]
    onMove: (by: -1 | 1) => void
    onRemove: () => void
  },
) {
  const { step, place, count, kinds, onMove, onRemove } = props
  const { id, kind, title } = step.draft
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  })
  const name = title || `step ${place + 1}`
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
        <WordsFields step={step} place={place} />
        {kind === 'measure' && <MeasureFields step={step} kinds={kinds} />}
        {kind === 'choose' && <ChoiceFields step={step} name={name} />}
        <RestFields step={step} />
      </div>
    </li>
  )
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

function WordsFields({ step: { draft, set, words, oneOf }, place }: Part & { place: number }) {
  return (
    <>
      <div className={classes.fields}>
        <TextInput label={`Step ${place + 1}`} mt={0} {...words('title')} />
        <Select
          label="What is given"
          data={[...stepKinds]}
          {...oneOf('kind')}
          onChange={(kind) => {
            if (kind) set('kind', kind)
            if (kind === 'choose') set('choices', draft.choices ?? usualChoices)
          }}
        />
        <Select
          label="The printer is"
          data={neededStates.map((state) => ({ value: state, label: state === 'any' ? 'as it is' : state }))}
          {...oneOf('state')}
        />
      </div>
      <Textarea label="How, and what to look for" mt="xs" size="sm" autosize {...words('how')} />
    </>
  )
}

function MeasureFields({ step, kinds }: Part & { kinds: ReadingKind[] }) {
  const { draft, set, words, choice, figure } = step
  return (
    <div className={classes.fields}>
      <Select
        label="Kept as the reading"
        mt="sm"
        clearable
        searchable
        clearButtonProps={{ 'aria-label': 'No reading' }}
        placeholder="not kept"
        data={kinds.map(({ name }) => name)}
        {...choice('reading')}
        value={draft.reading ?? null}
        onChange={(reading) => {
          const kind = kinds.find(({ name }) => name === reading)
          set('reading', reading ?? undefined)
          if (kind) set('unit', kind.unit)
        }}
      />
      <TextInput label="Unit" mt="sm" {...words('unit')} required />
      {(['lower', 'target', 'upper'] as const).map((limit) => (
        <FigureField
          key={limit}
          label={{ lower: 'At least', target: 'Aim', upper: 'At most' }[limit]}
          {...figure(limit)}
        />
      ))}
      {draft.reading !== undefined && draft.lower === undefined && draft.upper === undefined && (
        <p className="quiet">No limits here: each printer is judged by those of the reading.</p>
      )}
    </div>
  )
}

function ChoiceFields({ step, name }: Part & { name: string }) {
  const choices = step.rows('choices')
  return (
    <div style={{ marginTop: 8 }}>
      {choices.fields.map(({ words, tick }, i) => (
        <div key={i} className={classes.choice}>
          <TextInput aria-label={`Choice ${i + 1} of ${name}`} {...words('words')} />
          <Checkbox label="not in order" {...tick('isBad')} />
          <ActionIcon
            variant="subtle"
            color="var(--ink)"
            size="lg"
            aria-label={`Remove choice ${i + 1} of ${name}`}
            onClick={() => choices.drop(i)}
          >
            <IconX size={18} aria-hidden />
          </ActionIcon>
        </div>
      ))}
      <Button size="compact-sm" variant="default" onClick={() => choices.add({ words: '', isBad: true })}>
        One more choice
      </Button>
    </div>
  )
}

function RestFields({ step: { draft, words, choice, tick } }: Part) {
  const { names } = useSlotKinds()
  return (
    <div className={classes.fields}>
      <TextInput label="Caution (optional)" mt="sm" size="sm" {...words('caution')} />
      <TagsInput
        label="Looks at these parts (optional)"
        description="By kind or name of their slot. In order here, they were good then: how long they last is told more truly."
        mt="sm"
        size="sm"
        maxTags={12}
        data={names}
        {...choice('looksAt')}
        value={draft.looksAt ?? []}
      />
      <MultiSelect
        label="Only on machines with (optional)"
        description="Others are not asked for this step; where nobody has said whether a machine has it, it may be left out."
        placeholder={draft.needs?.length ? undefined : 'any machine'}
        mt="sm"
        size="sm"
        data={[...machineNeeds]}
        {...choice('needs')}
        value={draft.needs ?? []}
      />
      <Checkbox mt="xl" label="May be left out" {...tick('optional')} />
    </div>
  )
}
