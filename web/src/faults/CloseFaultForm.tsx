import { Radio, Select, Stack, Textarea } from '@mantine/core'
import { useState } from 'react'
import {
  usualTopic,
  type BroughtAbout,
  type Cause,
  type FaultPage,
  type InductionTopic,
  type Permanence,
} from '@diatribon/contract'
import { DayField } from '../ui/dates.tsx'
import { PhotosField } from '../ui/PhotosField.tsx'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'
import { BroughtAboutField, TopicField } from './ClosingFields.tsx'

const weekMs = 7 * 24 * 3600_000

/** What it was, who or what brought it about, what was done, and whether for good. */
export function CloseFaultForm({ page, onClose }: { page: FaultPage; onClose: () => void }) {
  const { fault, printer, diagnosis, steps, work } = page
  const { nowMs } = useSession()
  const { submit, problem, fields, busy } = useAction('Fault closed', onClose)
  const helped = steps.findLast(({ kind, outcome }) => kind === 'change' && outcome === 'gone')
  const causes = (diagnosis?.causes ?? []).map(({ cause }) => cause)
  const first = causes.find(({ id }) => id === helped?.causeId) ?? (helped ? undefined : causes[0])
  const [causeId, setCause] = useState<string>(first?.id ?? 'other')
  const chosen = causes.find(({ id }) => id === causeId)
  const [mechanism, setMechanism] = useState<string | null>(null)
  const [broughtAbout, setBroughtAbout] = useState<BroughtAbout | null>(null)
  const [topic, setTopic] = useState<InductionTopic | null>(null)
  const [what, setWhat] = useState(helped?.words ?? '')
  const [minutes, setMinutes] = useState<number | undefined>(() => {
    const worked = work.reduce(
      (sum, { from, until }) => sum + ((until ? Date.parse(until) : nowMs()) - Date.parse(from)) / 60_000,
      0,
    )
    return worked > 0 ? Math.round(worked) : undefined
  })
  const [permanence, setPermanence] = useState<Permanence | ''>('')
  const [promised, setPromised] = useState('')
  const [dutyId] = useState(newKey)
  const [dueDate, setDueDate] = useState(() => new Date(nowMs() + weekMs).toISOString().slice(0, 10))
  const [photos, setPhotos] = useState<{ before: string[]; after: string[] }>({ before: [], after: [] })
  const [missing, setMissing] = useState<string | null>(null)
  const onSubmit = () => {
    if (!broughtAbout || !permanence || minutes === undefined)
      return setMissing(
        !broughtAbout
          ? 'Say who or what brought it about.'
          : !permanence
            ? 'Say whether it is mended for good.'
            : 'Say how many minutes the work took.',
      )
    setMissing(null)
    void submit({
      kind: 'close-fault',
      printerId: printer.id,
      faultId: fault.id,
      causeId: chosen?.id ?? null,
      mechanism: mechanism ?? chosen?.mechanism ?? '',
      broughtAbout,
      topic,
      what,
      minutes,
      permanence,
      ...(permanence === 'temporary' ? { promise: { dutyId, what: promised, dueDate } } : {}),
      ...(photos.before.length > 0 ? { photosBefore: photos.before } : {}),
      ...(photos.after.length > 0 ? { photosAfter: photos.after } : {}),
    })
  }
  return (
    <ActionDialog
      title={`Close the fault: ${printer.name}`}
      verb="Close it"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <p style={{ marginTop: 0 }}>{fault.symptom}</p>
      <CauseFields
        causes={causes}
        causeId={causeId}
        setCause={setCause}
        mechanism={mechanism ?? chosen?.mechanism ?? ''}
        setMechanism={setMechanism}
        fields={fields}
        broughtAbout={broughtAbout}
        setBroughtAbout={setBroughtAbout}
        setTopic={setTopic}
        topic={topic}
      />
      <WorkFields page={page} what={what} setWhat={setWhat} fields={fields} minutes={minutes} setMinutes={setMinutes} />
      <PermanenceField permanence={permanence} setPermanence={setPermanence} />
      {permanence === 'temporary' && (
        <PromiseFields
          promised={promised}
          setPromised={setPromised}
          fields={fields}
          dueDate={dueDate}
          setDueDate={setDueDate}
        />
      )}
      {(['before', 'after'] as const).map((when) => (
        <PhotosField
          key={when}
          label={`Photo ${when}`}
          value={photos[when]}
          onChange={(update) => setPhotos((old) => ({ ...old, [when]: update(old[when]) }))}
        />
      ))}
    </ActionDialog>
  )
}

function PromiseFields(props: {
  promised: string
  setPromised: (value: string) => void
  fields: Record<string, string>
  dueDate: string
  setDueDate: (value: string) => void
}) {
  const { promised, setPromised, fields, dueDate, setDueDate } = props
  return (
    <>
      <Textarea
        label="What is promised?"
        required
        mt="sm"
        autosize
        maxLength={500}
        value={promised}
        onChange={(e) => setPromised(e.currentTarget.value)}
        error={fields['promise.what']}
      />
      <DayField
        label="By which day?"
        required
        mt="sm"
        value={dueDate}
        onChange={setDueDate}
        error={fields['promise.dueDate'] ?? fields.dueDate}
      />
    </>
  )
}

function CauseFields(props: {
  causes: Cause[]
  causeId: string
  setCause: (value: string) => void
  mechanism: string
  setMechanism: (value: string | null) => void
  fields: Record<string, string>
  broughtAbout: BroughtAbout | null
  setBroughtAbout: (value: BroughtAbout | null) => void
  setTopic: (value: InductionTopic | null) => void
  topic: InductionTopic | null
}) {
  const { causes, causeId, setCause, mechanism, setMechanism, fields, broughtAbout, setBroughtAbout, setTopic, topic } =
    props
  return (
    <>
      <Select
        label="What was it?"
        required
        data={[
          ...causes.map(({ id, name }) => ({ value: id, label: name })),
          { value: 'other', label: 'Another cause, in own words below' },
        ]}
        value={causeId}
        onChange={(value) => value && setCause(value)}
        allowDeselect={false}
        data-autofocus
      />
      <Textarea
        label="What exactly was wrong?"
        required
        mt="sm"
        autosize
        maxLength={1000}
        value={mechanism}
        onChange={(e) => setMechanism(e.currentTarget.value)}
        error={fields.mechanism}
      />
      <BroughtAboutField
        value={broughtAbout}
        onChange={(by) => {
          setBroughtAbout(by)
          setTopic(usualTopic[by])
        }}
      />
      <TopicField value={topic} onChange={setTopic} />
    </>
  )
}

function WorkFields(props: {
  page: FaultPage
  what: string
  setWhat: (value: string) => void
  fields: Record<string, string>
  minutes: number | undefined
  setMinutes: (value: number | undefined) => void
}) {
  const { page, what, setWhat, fields, minutes, setMinutes } = props
  return (
    <>
      <Textarea
        label="What was done?"
        description={
          page.partsChanged.length > 0
            ? `Parts changed: ${page.partsChanged.map(({ words }) => words).join('; ')}`
            : 'No part was changed for it. Swap parts first, if any were.'
        }
        required
        mt="sm"
        autosize
        minRows={2}
        maxLength={2000}
        value={what}
        onChange={(e) => setWhat(e.currentTarget.value)}
        error={fields.what}
      />
      <FigureField
        label="Minutes of work"
        required
        min={0}
        value={minutes}
        onChange={setMinutes}
        error={fields.minutes}
      />
    </>
  )
}

function PermanenceField({
  permanence,
  setPermanence,
}: {
  permanence: '' | 'permanent' | 'temporary'
  setPermanence: (value: '' | 'permanent' | 'temporary') => void
}) {
  return (
    <Radio.Group
      label="Mended for good?"
      required
      mt="sm"
      value={permanence}
      onChange={(value) => setPermanence(value as Permanence)}
    >
      <Stack gap="xs" mt={6}>
        <Radio value="permanent" size="md" label="Permanent" />
        <Radio value="temporary" size="md" label="Temporary: we come back to it" />
      </Stack>
    </Radio.Group>
  )
}
