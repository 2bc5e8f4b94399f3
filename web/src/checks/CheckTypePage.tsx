import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core'
import { arrayMove, SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable'
import { Button, Checkbox, MultiSelect, Select, TagsInput, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import {
  roles,
  signOffs,
  turnClocks,
  type CheckContent,
  type CheckStep,
  type CheckType,
  type Role,
  type SignOff,
  type TurnClock,
} from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { Problem } from '../ui/Problem.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'
import { modelName, moment } from '../ui/words.ts'
import classes from './CheckType.module.css'
import { StepEditor } from './StepEditor.tsx'
import { turnsWords } from './turnWords.ts'
import { useModels } from '../parts/reads.ts'
import { useCheckTypes, useCheckVersions } from './reads.ts'
import { useReadingKinds } from '../readings/reads.ts'

const empty: CheckContent = {
  name: '',
  purpose: '',
  minutes: 10,
  tools: [],
  parts: [],
  cautions: [],
  role: 'operator',
  signOff: null,
  models: [],
  beforePrint: false,
  turns: { every: [], firstAfter: null, countFrom: 'done', window: 0.2 },
  steps: [],
}

/** A check as data: changed, copied or written anew. Every change is a new version. */
export function CheckTypePage() {
  const { id = 'new' } = useParams()
  const [query] = useSearchParams()
  const types = useCheckTypes()
  const [looked, setLooked] = useState(0)
  return (
    <AsyncView of={types}>
      {(all) => {
        const type = all.find((t) => t.id === id)
        if (id !== 'new' && !type) return <Nothing title="There is no check at this address." />
        const from = type ?? all.find((t) => t.id === query.get('copy'))
        const content = from?.content ?? empty
        return (
          <Editor
            key={`${id} ${query.get('copy')} ${looked}`}
            type={type ?? null}
            onLook={() => setLooked(looked + 1)}
            first={type ? content : { ...copied(content), name: from ? `${content.name}, copy` : '' }}
          />
        )
      }}
    </AsyncView>
  )
}

const dragHelp = {
  draggable: 'Space picks a step up, the arrow keys move it, Space puts it down, Escape leaves it where it was.',
}

/** A copy has steps of its own. */
const copied = (content: CheckContent): CheckContent => ({
  ...content,
  steps: content.steps.map((step) => ({ ...step, id: newKey() })),
})

function Editor(props: { type: CheckType | null; first: CheckContent; onLook: () => void }) {
  const { type: newest, first, onLook } = props
  // What somebody is writing stays, also when another one changes the check meanwhile.
  const [type] = useState(newest)
  const { may } = useSession()
  const navigate = useNavigate()
  const { data: kinds = [] } = useReadingKinds()
  const { data: models = [] } = useModels()
  const [content, setContent] = useState(first)
  const [checkTypeId] = useState(() => type?.id ?? newKey())
  const { submit, problem, fields, busy } = useAction(
    type ? `Version ${type.version + 1} is in force` : 'Check added',
    () => void navigate('/checks'),
  )
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const set = (change: Partial<CheckContent>) => setContent((old) => ({ ...old, ...change }))
  const setStep = (id: string, step: CheckStep) => set({ steps: content.steps.map((s) => (s.id === id ? step : s)) })
  const move = (from: number, to: number) => set({ steps: arrayMove(content.steps, from, to) })
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return
    const at = (id: unknown) => content.steps.findIndex((step) => step.id === id)
    move(at(active.id), at(over.id))
  }
  const said = (id: unknown) => {
    const at = content.steps.findIndex((step) => step.id === id)
    return { name: content.steps[at]?.title || 'the step', place: `place ${at + 1} of ${content.steps.length}` }
  }
  const announcements: Announcements = {
    onDragStart: ({ active }) => `Picked up ${said(active.id).name}.`,
    onDragOver: ({ active, over }) => (over ? `${said(active.id).name} is over ${said(over.id).place}.` : undefined),
    onDragEnd: ({ active, over }) => `${said(active.id).name} put down${over ? ` at ${said(over.id).place}` : ''}.`,
    onDragCancel: ({ active }) => `${said(active.id).name} stays where it was.`,
  }
  const edits = may('keep the checks')
  const error = (name: string) => fields[`content.${name}`]
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to="/checks">Checks</Link>
      </p>
      <h1>{type ? type.content.name : 'New check'}</h1>
      {type && (
        <p className="quiet">
          Version {type.version}. A change makes version {type.version + 1}; checks that are being done go on with
          theirs.
        </p>
      )}
      {newest && type && newest.version !== type.version && !busy && (
        <p role="note" className={classes.sheet}>
          Somebody has put version {newest.version} in force meanwhile. What you have written here rests on version{' '}
          {type.version} and will be refused.{' '}
          <Button size="compact-sm" variant="default" onClick={onLook}>
            Drop mine and look at version {newest.version}
          </Button>
        </p>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void submit(
            type
              ? { kind: 'change-check-type', checkTypeId, version: type.version, content }
              : { kind: 'add-check-type', checkTypeId, content },
          )
        }}
      >
        <fieldset disabled={!edits} className={classes.plain}>
          <div className={classes.sheet}>
            <TextInput
              label="Name"
              required
              maxLength={60}
              value={content.name}
              onChange={(e) => set({ name: e.currentTarget.value })}
              error={error('name')}
            />
            <Textarea
              label="What it is for"
              required
              mt="sm"
              autosize
              maxLength={500}
              value={content.purpose}
              onChange={(e) => set({ purpose: e.currentTarget.value })}
              error={error('purpose')}
            />
            <div className={classes.fields}>
              <FigureField
                label="Minutes"
                required
                value={content.minutes}
                onChange={(minutes) => set({ minutes: minutes ?? 0 })}
                error={error('minutes')}
              />
              <Select
                label="Least role"
                mt="sm"
                allowDeselect={false}
                data={roles.filter((role) => role !== 'device')}
                value={content.role}
                onChange={(role) => set({ role: role as Exclude<Role, 'device'> })}
              />
              <Select
                label="Needs a sign-off"
                mt="sm"
                clearable
                clearButtonProps={{ 'aria-label': 'No sign-off' }}
                placeholder="none"
                data={[...signOffs]}
                value={content.signOff}
                onChange={(signOff) => set({ signOff: signOff as SignOff | null })}
              />
              <MultiSelect
                label="For which models"
                mt="sm"
                placeholder={content.models.length === 0 ? 'all' : ''}
                data={models.map((model) => ({ value: model.id, label: modelName(model) }))}
                value={content.models}
                onChange={(chosen) => set({ models: chosen })}
              />
            </div>
            <div className={classes.fields}>
              <TagsInput label="Tools" mt="sm" value={content.tools} onChange={(tools) => set({ tools })} />
              <TagsInput label="Parts" mt="sm" value={content.parts} onChange={(parts) => set({ parts })} />
            </div>
            <Textarea
              label="Cautions, one a line"
              description="Shown before the first step that needs it cold, hot or unplugged."
              mt="sm"
              autosize
              minRows={2}
              value={content.cautions.join('\n')}
              onChange={(e) => set({ cautions: e.currentTarget.value.split('\n') })}
              onBlur={() => set({ cautions: content.cautions.map((words) => words.trim()).filter(Boolean) })}
              error={error('cautions')}
            />
            <Checkbox
              mt="sm"
              size="md"
              label="Offered first on the printer’s page, before each print"
              checked={content.beforePrint}
              onChange={({ currentTarget }) => set({ beforePrint: currentTarget.checked })}
            />
          </div>
          <TurnsEditor content={content} set={set} fields={fields} />
          <h2>Steps</h2>
          <Problem
            error={content.steps.length === 0 && problem ? new Error('A check needs at least one step.') : null}
          />
          <DndContext
            sensors={sensors}
            collisionDetection={closestCenter}
            onDragEnd={drop}
            accessibility={{ announcements, screenReaderInstructions: dragHelp }}
          >
            <SortableContext items={content.steps.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
              <ol className={classes.steps}>
                {content.steps.map((step, i) => (
                  <StepEditor
                    key={step.id}
                    step={step}
                    place={i}
                    count={content.steps.length}
                    kinds={kinds}
                    fields={fields}
                    onChange={(next) => setStep(step.id, next)}
                    onMove={(by) => move(i, i + by)}
                    onRemove={() => set({ steps: content.steps.filter(({ id }) => id !== step.id) })}
                  />
                ))}
              </ol>
            </SortableContext>
          </DndContext>
          <Button
            variant="default"
            size="sm"
            onClick={() => set({ steps: [...content.steps, { id: newKey(), kind: 'tick', title: '', state: 'any' }] })}
          >
            One more step
          </Button>
          <Problem error={problem} />
          {edits && (
            <div className={classes.buttons}>
              <Button type="submit" loading={busy}>
                {type ? `Put version ${type.version + 1} in force` : 'Add the check'}
              </Button>
              <Button variant="default" component={Link} to="/checks">
                Cancel
              </Button>
            </div>
          )}
        </fieldset>
      </form>
      {type && <Versions id={type.id} />}
    </>
  )
}

function TurnsEditor(props: {
  content: CheckContent
  set: (change: Partial<CheckContent>) => void
  fields: Record<string, string>
}) {
  const { content, set, fields } = props
  const { turns } = content
  const free = turnClocks.filter((clock) => !turns.every.some((t) => t.clock === clock))
  const setTurns = (change: Partial<CheckContent['turns']>) => set({ turns: { ...turns, ...change } })
  return (
    <div className={classes.sheet}>
      <h2>Turns</h2>
      <p className="quiet">
        Now: {turnsWords(turns)}. Whichever comes first. What happens to a printer can call for it too: see “What a
        change upsets”.
      </p>
      {turns.every.map((turn, i) => (
        <div key={turn.clock} className={classes.turn}>
          <FigureField
            label="Every"
            value={turn.amount}
            onChange={(amount) =>
              setTurns({ every: turns.every.map((t) => (t === turn ? { ...t, amount: amount ?? 0 } : t)) })
            }
            error={fields[`content.turns.every.${i}.amount`]}
          />
          <Select
            label="Counted in"
            mt="sm"
            allowDeselect={false}
            data={[turn.clock, ...free]}
            value={turn.clock}
            onChange={(clock) =>
              setTurns({ every: turns.every.map((t) => (t === turn ? { ...t, clock: clock as TurnClock } : t)) })
            }
          />
          <Button
            variant="subtle"
            size="sm"
            aria-label={`Remove the turn by ${turn.clock}`}
            onClick={() => setTurns({ every: turns.every.filter((t) => t !== turn) })}
          >
            Remove
          </Button>
        </div>
      ))}
      {free.length > 0 && (
        <Button
          variant="default"
          size="sm"
          mt="xs"
          onClick={() =>
            setTurns({ every: [...turns.every, { clock: free[0]!, amount: free[0] === 'hours' ? 100 : 1 }] })
          }
        >
          One more turn
        </Button>
      )}
      <div className={classes.fields}>
        <FigureField
          label="First, hours after take-in (optional)"
          value={turns.firstAfter?.amount}
          onChange={(amount) => setTurns({ firstAfter: amount === undefined ? null : { clock: 'hours', amount } })}
          error={fields['content.turns.firstAfter.amount']}
        />
        <FigureField
          label="Window, % of the interval"
          description="So much earlier or later is fine."
          allowDecimal={false}
          value={Math.round(turns.window * 100)}
          onChange={(percent) => setTurns({ window: (percent ?? 0) / 100 })}
          error={fields['content.turns.window']}
        />
        <Select
          label="The next turn counts from"
          mt="sm"
          allowDeselect={false}
          data={[
            { value: 'done', label: 'when it was done' },
            { value: 'grid', label: 'a fixed grid since take-in' },
          ]}
          value={turns.countFrom}
          onChange={(countFrom) => setTurns({ countFrom: countFrom as 'done' | 'grid' })}
        />
      </div>
    </div>
  )
}

/** Earlier versions, as they were. */
function Versions({ id }: { id: string }) {
  const { site } = useSession()
  const { data } = useCheckVersions(id)
  if (!data || data.length < 2) return null
  return (
    <section aria-label="Earlier versions">
      <h2>Earlier versions</h2>
      {data.slice(1).map(({ version, content, at, who }) => (
        <details key={version}>
          <summary>
            Version {version}, {who}, {moment(at, site.timeZone)}
          </summary>
          <p>{turnsWords(content.turns)}</p>
          <ol>
            {content.steps.map((step) => (
              <li key={step.id}>
                <b>{step.title}</b> {step.how}
              </li>
            ))}
          </ol>
        </details>
      ))}
    </section>
  )
}
