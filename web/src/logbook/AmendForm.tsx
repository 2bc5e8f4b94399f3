import { Checkbox, Radio, Select, Textarea } from '@mantine/core'
import { useState } from 'react'
import {
  kindNames,
  removalReasons,
  type Correction,
  type Knowledge,
  type LogEntry,
  type PartType,
} from '@diatribon/contract'
import { TakeInFields } from './TakeInFields.tsx'
import { BroughtAboutField, TopicField } from '../forms/ClosingFields.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAction } from '../session/useAction.ts'
import { usePartTypes } from '../reads/parts.ts'
import { useKnowledge } from '../reads/faults.ts'

const otherCause = 'other'
const textLabels: Partial<Record<LogEntry['kind'], string>> = {
  'close-fault': 'What was done?',
  'report-fault': 'What was seen?',
}

/** What differs from what stands; of ages, those slots alone. */
function changesOf(from: Correction, to: Correction): Correction {
  const names = (Object.keys(from) as (keyof Correction)[]).filter((name) => to[name] !== from[name])
  const { partHours, ...changed } = Object.fromEntries(names.map((name) => [name, to[name]])) as Correction
  const ages = Object.entries(partHours ?? {}).filter(([slot, hours]) => hours !== from.partHours?.[slot])
  return ages.length > 0 ? { ...changed, partHours: Object.fromEntries(ages) } : changed
}

/** Puts an entry right, or takes it back; the old one stays in the book. */
export function AmendForm({ entry, onClose }: { entry: LogEntry; onClose: () => void }) {
  const from: Correction = entry.correctable ?? {}
  const canCorrect = Object.keys(from).length > 0
  const { submit, problem, fields, busy } = useAction('Entry amended', onClose)
  const [way, setWay] = useState<'correct' | 'take back'>(canCorrect ? 'correct' : 'take back')
  const [correction, setCorrection] = useState<Correction>(from)
  const [reason, setReason] = useState('')
  const { data: catalogue } = usePartTypes(Boolean(from.partTypeId))
  const { data: known } = useKnowledge(from.causeId !== undefined)
  const slotKind = catalogue?.find(({ id }) => id === from.partTypeId)?.slotKind
  const set = (change: Correction) => setCorrection({ ...correction, ...change })
  const changed = changesOf(from, correction)
  const [missing, setMissing] = useState<string | null>(null)
  const onSubmit = () => {
    if (way === 'correct' && Object.keys(changed).length === 0) return setMissing('Nothing has been changed yet.')
    setMissing(null)
    void submit({
      kind: 'amend',
      entryKey: entry.key,
      reason,
      ...(way === 'take back' ? { takeBack: true as const } : { correction: changed }),
    })
  }
  return (
    <ActionDialog
      title={`Amend #${entry.seq}: ${kindNames[entry.kind]}`}
      verb="Amend"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <p className="quiet" style={{ marginTop: 0 }}>
        {entry.summary}
      </p>
      {entry.mayTakeBack && (
        <Radio.Group label="What should happen?" value={way} onChange={(value) => setWay(value as typeof way)}>
          <Radio value="correct" label="Correct it" size="md" mt={6} disabled={!canCorrect} />
          <Radio value="take back" label="Take it back: it never happened" size="md" mt={6} />
        </Radio.Group>
      )}
      {way === 'correct' && (
        <Corrections
          from={from}
          correction={correction}
          set={set}
          catalogue={catalogue}
          slotKind={slotKind}
          known={known}

          fields={fields}
          entry={entry}
        />
      )}
      <Textarea
        label="Why? Everybody sees this."
        mt="sm"
        required
        autosize
        maxLength={500}
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
      />
    </ActionDialog>
  )
}

interface Part {
  from: Correction
  correction: Correction
  set: (change: Correction) => void
}

function CountFields({ from, correction, set }: Part) {
  return (
    <>
      {from.meterHours !== undefined && (
        <FigureField
          label="Meter, in hours"
          required
          min={0}
          value={correction.meterHours}
          onChange={(meterHours) => set({ meterHours })}
        />
      )}
      {from.meterWasReset !== undefined && (
        <Checkbox
          label="The meter was reset"
          mt="sm"
          checked={correction.meterWasReset}
          onChange={({ currentTarget }) => set({ meterWasReset: currentTarget.checked })}
        />
      )}
    </>
  )
}

function SwapFields(props: {
  from: Correction
  correction: Correction
  set: (change: Correction) => void
  catalogue: PartType[] | undefined
  slotKind: string | undefined
}) {
  const { from, correction, set, catalogue, slotKind } = props
  return (
    <>
      {from.removalReason && (
        <Select
          label="Why the old part came out"
          mt="sm"
          data={[...removalReasons]}
          value={correction.removalReason}
          onChange={(value) => value && set({ removalReason: value as Correction['removalReason'] })}
          allowDeselect={false}
        />
      )}
      {from.partTypeId && (
        <Select
          label="What went in"
          mt="sm"
          data={(catalogue ?? [])
            .filter((t) => t.slotKind === slotKind)
            .map(({ id, name }) => ({ value: id, label: name }))}
          value={correction.partTypeId}
          onChange={(value) => value && set({ partTypeId: value })}
          allowDeselect={false}
        />
      )}
    </>
  )
}

function JobFields({ from, correction, set }: Part) {
  return (
    <>
      {from.hours !== undefined && (
        <FigureField
          label="Running hours"
          required
          min={0}
          value={correction.hours}
          onChange={(hours) => set({ hours })}
        />
      )}
      {from.metres !== undefined && (
        <FigureField
          label="Filament, in metres"
          required
          min={0}
          value={correction.metres}
          onChange={(metres) => set({ metres })}
        />
      )}
    </>
  )
}

function FaultFields(props: {
  from: Correction
  known: Knowledge | undefined
  correction: Correction
  set: (change: Correction) => void
}) {
  const { from, known, correction, set } = props
  /** Another cause does harm in another way. */
  const setCause = (value: string) => {
    const cause = known?.causes.find(({ id }) => id === value)
    set({ causeId: cause?.id ?? null, ...(cause ? { mechanism: cause.mechanism } : {}) })
  }
  return (
    <>
      {from.causeId !== undefined && (
        <Select
          label="What was it?"
          mt="sm"
          searchable
          data={[
            ...(known?.causes ?? [])
              .filter(({ dropped, id }) => !dropped || id === from.causeId)
              .map(({ id, name }) => ({ value: id, label: name })),
            { value: otherCause, label: 'Another cause, in own words' },
          ]}
          value={correction.causeId ?? otherCause}
          onChange={(value) => value && setCause(value)}
          allowDeselect={false}
        />
      )}
      {from.mechanism !== undefined && (
        <Textarea
          label="What exactly was wrong?"
          mt="sm"
          autosize
          maxLength={1000}
          value={correction.mechanism}
          onChange={(e) => set({ mechanism: e.currentTarget.value })}
        />
      )}
      {from.broughtAbout !== undefined && (
        <BroughtAboutField value={correction.broughtAbout ?? null} onChange={(broughtAbout) => set({ broughtAbout })} />
      )}
      {from.topic !== undefined && <TopicField value={correction.topic ?? null} onChange={(topic) => set({ topic })} />}
      {from.minutes !== undefined && (
        <FigureField
          label="Minutes of work"
          required
          min={0}
          value={correction.minutes}
          onChange={(minutes) => set({ minutes })}
        />
      )}
    </>
  )
}

function Corrections(props: {
  from: Correction
  correction: Correction
  set: (change: Correction) => void
  catalogue: PartType[] | undefined
  slotKind: string | undefined
  known: Knowledge | undefined
  fields: Record<string, string>
  entry: LogEntry
}) {
  const { from, correction, set, catalogue, slotKind, known, fields, entry } = props
  return (
    <>
      <CountFields from={from} correction={correction} set={set} />
      <SwapFields from={from} correction={correction} set={set} catalogue={catalogue} slotKind={slotKind} />
      <JobFields from={from} correction={correction} set={set} />
      <FaultFields from={from} known={known} correction={correction} set={set} />
      {from.takenInAt !== undefined && <TakeInFields correction={correction} onChange={set} fields={fields} />}
      {from.text !== undefined && (
        <Textarea
          label={textLabels[entry.kind] ?? 'Text'}
          mt="sm"
          autosize
          value={correction.text}
          onChange={(e) => set({ text: e.currentTarget.value })}
        />
      )}
    </>
  )
}
