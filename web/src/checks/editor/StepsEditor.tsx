import type { CheckContent, CheckStep } from '@diatribon/contract'
import {
  DndContext,
  closestCenter,
  useSensors,
  useSensor,
  PointerSensor,
  KeyboardSensor,
  type DragEndEvent,
  type Announcements,
} from '@dnd-kit/core'
import { arrayMove, SortableContext, verticalListSortingStrategy, sortableKeyboardCoordinates } from '@dnd-kit/sortable'
import { Button } from '@mantine/core'
import type { DraftFields } from '../../forms/draftFields.ts'
import { useReadingKinds } from '../../reads/readings.ts'
import { newKey } from '../../ui/newKey.ts'
import { Problem } from '../../ui/Problem.tsx'
import classes from '../CheckType.module.css'
import { StepEditor } from './StepEditor.tsx'
const dragHelp = {
  draggable: 'Space picks a step up, the arrow keys move it, Space puts it down, Escape leaves it where it was.',
}

/** The steps of a check, in their order: dragged, moved by arrows, or by the keyboard. */
export function StepsEditor(props: {
  content: DraftFields<CheckContent>
  /** It was sent without a step. */
  missing: boolean
}) {
  const { content, missing } = props
  const { data: kinds = [] } = useReadingKinds()
  const steps = content.rows('steps')
  const move = (from: number, to: number) => content.set('steps', (before) => arrayMove(before, from, to))
  const drag = useDragging(content.draft.steps, move)
  return (
    <>
      <h2>Steps</h2>
      <Problem error={missing ? new Error('A check needs at least one step.') : null} />
      <DndContext
        sensors={drag.sensors}
        collisionDetection={closestCenter}
        onDragEnd={drag.drop}
        accessibility={{ announcements: drag.announcements, screenReaderInstructions: dragHelp }}
      >
        <SortableContext items={content.draft.steps.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ol className={classes.steps}>
            {steps.fields.map((step, i) => (
              <StepEditor
                key={step.draft.id}
                step={step}
                place={i}
                count={steps.fields.length}
                kinds={kinds}
                onMove={(by) => move(i, i + by)}
                onRemove={() => steps.drop(i)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <Button
        variant="default"
        size="sm"
        onClick={() => steps.add({ id: newKey(), kind: 'tick', title: '', state: 'any' })}
      >
        One more step
      </Button>
    </>
  )
}

/** Dragging by hand or keyboard, said aloud for those who do not see it. */
function useDragging(steps: CheckStep[], move: (from: number, to: number) => void) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return
    const at = (id: unknown) => steps.findIndex((step) => step.id === id)
    move(at(active.id), at(over.id))
  }
  const said = (id: unknown) => {
    const at = steps.findIndex((step) => step.id === id)
    return { name: steps[at]?.title || 'the step', place: `place ${at + 1} of ${steps.length}` }
  }
  const announcements: Announcements = {
    onDragStart: ({ active }) => `Picked up ${said(active.id).name}.`,
    onDragOver: ({ active, over }) => (over ? `${said(active.id).name} is over ${said(over.id).place}.` : undefined),
    onDragEnd: ({ active, over }) => `${said(active.id).name} put down${over ? ` at ${said(over.id).place}` : ''}.`,
    onDragCancel: ({ active }) => `${said(active.id).name} stays where it was.`,
  }
  return { sensors, drop, announcements }
}
