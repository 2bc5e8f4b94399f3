import { Checkbox, Radio, Select, Textarea } from '@mantine/core'
import { kindNames, removalReasons, type Correction, type LogEntry } from '@diatribon/contract'
import { BroughtAboutField, TopicField } from '../forms/ClosingFields.tsx'
import type { DraftFields } from '../forms/draftFields.ts'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { usePartTypes } from '../reads/parts.ts'
import { useKnowledge } from '../reads/faults.ts'
import { amendAction, amendBegun, canBeCorrected } from './amendDraft.ts'
import { TakeInFields } from './TakeInFields.tsx'

const otherCause = 'other'
const textLabels: Partial<Record<LogEntry['kind'], string>> = {
  'close-fault': 'What was done?',
  'report-fault': 'What was seen?',
}

/** Puts an entry right, or takes it back; the old one stays in the book. */
export function AmendForm({ entry, onClose }: { entry: LogEntry; onClose: () => void }) {
  const form = useDraft(() => amendBegun(entry), { kind: 'amend', done: 'Entry amended', onClose })
  const correction = form.within('correction')
  return (
    <ActionDialog
      title={`Amend #${entry.seq}: ${kindNames[entry.kind]}`}
      verb="Amend"
      {...form.sheet((draft) => amendAction(entry, draft))}
    >
      <p className="quiet" style={{ marginTop: 0 }}>
        {entry.summary}
      </p>
      {entry.mayTakeBack && (
        <Radio.Group label="What should happen?" {...form.choice('way')}>
          <Radio value="correct" label="Correct it" size="md" mt={6} disabled={!canBeCorrected(entry)} />
          <Radio value="take back" label="Take it back: it never happened" size="md" mt={6} />
        </Radio.Group>
      )}
      {form.draft.way === 'correct' && <Corrections entry={entry} correction={correction} />}
      <Textarea label="Why? Everybody sees this." mt="sm" autosize {...form.words('reason')} />
    </ActionDialog>
  )
}

/** What can be put right depends on the kind of the entry: what it has. */
function Corrections({ entry, correction }: { entry: LogEntry; correction: DraftFields<Correction> }) {
  const { draft, figure, tick, words } = correction
  const has = (name: keyof Correction) => entry.correctable?.[name] !== undefined
  const figureOf = (name: 'meterHours' | 'hours' | 'metres' | 'minutes', label: string) =>
    has(name) && <FigureField label={label} {...figure(name)} required />
  return (
    <>
      {figureOf('meterHours', 'Meter, in hours')}
      {has('meterWasReset') && <Checkbox label="The meter was reset" mt="sm" {...tick('meterWasReset')} />}
      {has('removalReason') && (
        <Select
          label="Why the old part came out"
          mt="sm"
          data={[...removalReasons]}
          {...correction.oneOf('removalReason')}
        />
      )}
      {has('partTypeId') && <WhatWentIn was={entry.correctable?.partTypeId} correction={correction} />}
      {figureOf('hours', 'Running hours')}
      {figureOf('metres', 'Filament, in metres')}
      {has('causeId') && <CauseField was={entry.correctable?.causeId} correction={correction} />}
      {has('mechanism') && <Textarea label="What exactly was wrong?" mt="sm" autosize {...words('mechanism')} />}
      {has('broughtAbout') && (
        <BroughtAboutField value={draft.broughtAbout ?? null} onChange={(by) => correction.set('broughtAbout', by)} />
      )}
      {has('topic') && <TopicField value={draft.topic ?? null} onChange={(topic) => correction.set('topic', topic)} />}
      {figureOf('minutes', 'Minutes of work')}
      {has('takenInAt') && <TakeInFields correction={correction} />}
      {has('text') && <Textarea label={textLabels[entry.kind] ?? 'Text'} mt="sm" autosize {...words('text')} />}
    </>
  )
}

function WhatWentIn({ was, correction }: { was: string | undefined; correction: DraftFields<Correction> }) {
  const { data: catalogue = [] } = usePartTypes()
  const slotKind = catalogue.find(({ id }) => id === was)?.slotKind
  return (
    <Select
      label="What went in"
      mt="sm"
      data={catalogue.filter((type) => type.slotKind === slotKind).map(({ id, name }) => ({ value: id, label: name }))}
      {...correction.oneOf('partTypeId')}
    />
  )
}

/** Another cause does harm in another way. */
function CauseField({ was, correction }: { was: string | null | undefined; correction: DraftFields<Correction> }) {
  const { data: known } = useKnowledge()
  const causes = (known?.causes ?? []).filter(({ dropped, id }) => !dropped || id === was)
  return (
    <Select
      label="What was it?"
      mt="sm"
      searchable
      data={[
        ...causes.map(({ id, name }) => ({ value: id, label: name })),
        { value: otherCause, label: 'Another cause, in own words' },
      ]}
      {...correction.oneOf('causeId')}
      value={correction.draft.causeId ?? otherCause}
      onChange={(value) => {
        const cause = causes.find(({ id }) => id === value)
        correction.set('causeId', cause?.id ?? null)
        if (cause) correction.set('mechanism', cause.mechanism)
      }}
    />
  )
}
