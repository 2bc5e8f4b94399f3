import { Checkbox, MultiSelect, Select, Textarea, TextInput } from '@mantine/core'
import { schools, type School } from '@diatribon/contract'
import { useKnowledge } from '../../reads/faults.ts'
import { useModels } from '../../reads/parts.ts'
import { FigureField } from '../../ui/figures.tsx'
import { modelName } from '../../ui/words.ts'
import classes from '../Upgrades.module.css'
import type { EditorProps } from './editorProps.ts'

/** What the upgrade is called, what it cures and on which models. */
export function WhatItCures({ content, set, error }: EditorProps) {
  const { data: models = [] } = useModels()
  return (
    <div className={classes.sheet}>
      <TextInput
        label="Name"
        required
        maxLength={80}
        value={content.name}
        onChange={(e) => set({ name: e.currentTarget.value })}
        error={error('name')}
      />
      <Textarea
        label="What it is"
        required
        mt="sm"
        autosize
        minRows={2}
        maxLength={2000}
        value={content.what}
        onChange={(e) => set({ what: e.currentTarget.value })}
        error={error('what')}
      />
      <Cures content={content} set={set} error={error} />
      <div className={classes.fields}>
        <MultiSelect
          label="For which models"
          mt="sm"
          placeholder={content.models.length === 0 ? 'all' : ''}
          data={models.map((model) => ({ value: model.id, label: modelName(model) }))}
          value={content.models}
          onChange={(chosen) => set({ models: chosen })}
        />
        <TextInput
          label="Against"
          description="Designs against the same trouble stand beside each other."
          mt="sm"
          maxLength={80}
          value={content.against ?? ''}
          onChange={(e) => set({ against: e.currentTarget.value || null })}
          error={error('against')}
        />
        <Select
          label="By which way"
          mt="sm"
          data={[...schools]}
          value={content.school}
          onChange={(school) => set({ school: school as School })}
          allowDeselect={false}
        />
      </div>
      <Checkbox
        mt="sm"
        size="md"
        label="It only puts the cause off"
        checked={content.postponesOnly}
        onChange={({ currentTarget }) => set({ postponesOnly: currentTarget.checked })}
      />
    </div>
  )
}

function Cures({ content: { cures }, set, error }: EditorProps) {
  const { data: known } = useKnowledge()
  const options = (some: { id: string; name: string; dropped: boolean }[] | undefined) =>
    (some ?? []).filter(({ dropped }) => !dropped).map(({ id, name }) => ({ value: id, label: name }))
  return (
    <div className={classes.fields}>
      <MultiSelect
        label="Causes that it should cure"
        description="Closed faults of these are what it is held to."
        mt="sm"
        searchable
        data={options(known?.causes)}
        value={cures.causeIds}
        onChange={(causeIds) => set({ cures: { ...cures, causeIds } })}
        error={error('cures.causeIds')}
      />
      <MultiSelect
        label="Or symptoms, where the cause was not told"
        mt="sm"
        searchable
        data={options(known?.symptoms)}
        value={cures.symptomIds}
        onChange={(symptomIds) => set({ cures: { ...cures, symptomIds } })}
        error={error('cures.symptomIds')}
      />
      <FigureField
        label="How many of them should stay away"
        required
        min={1}
        max={100}
        suffix="%"
        value={100 * cures.share}
        onChange={(percent) => set({ cures: { ...cures, share: (percent ?? 0) / 100 } })}
        error={error('cures.share')}
      />
    </div>
  )
}
