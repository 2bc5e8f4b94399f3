import { Checkbox, MultiSelect, Select, Textarea, TextInput } from '@mantine/core'
import { schools, type UpgradeContent } from '@diatribon/contract'
import type { DraftFields } from '../../forms/draftFields.ts'
import { useKnowledge } from '../../reads/faults.ts'
import { useModels } from '../../reads/parts.ts'
import { FigureField } from '../../ui/figures.tsx'
import { modelName } from '../../ui/words.ts'
import classes from '../Upgrades.module.css'

/** What the upgrade is called, what it cures and on which models. */
export function WhatItCures({ content }: { content: DraftFields<UpgradeContent> }) {
  const { data: models = [] } = useModels()
  const { draft, words, choice, oneOf, tick } = content
  return (
    <div className={classes.sheet}>
      <TextInput label="Name" {...words('name')} />
      <Textarea label="What it is" mt="sm" autosize minRows={2} {...words('what')} />
      <Cures cures={content.within('cures')} />
      <div className={classes.fields}>
        <MultiSelect
          label="For which models"
          mt="sm"
          placeholder={draft.models.length === 0 ? 'all' : ''}
          data={models.map((model) => ({ value: model.id, label: modelName(model) }))}
          {...choice('models')}
        />
        <TextInput
          label="Against"
          description="Designs against the same trouble stand beside each other."
          mt="sm"
          {...words('against')}
        />
        <Select label="By which way" mt="sm" data={[...schools]} {...oneOf('school')} />
      </div>
      <Checkbox mt="sm" size="md" label="It only puts the cause off" {...tick('postponesOnly')} />
    </div>
  )
}

function Cures({ cures }: { cures: DraftFields<UpgradeContent['cures']> }) {
  const { data: known } = useKnowledge()
  const { draft, set, choice, figure } = cures
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
        {...choice('causeIds')}
      />
      <MultiSelect
        label="Or symptoms, where the cause was not told"
        mt="sm"
        searchable
        data={options(known?.symptoms)}
        {...choice('symptomIds')}
      />
      <FigureField
        label="How many of them should stay away"
        {...figure('share')}
        min={1}
        max={100}
        suffix="%"
        value={100 * draft.share}
        onChange={(percent) => set('share', (percent ?? 0) / 100)}
      />
    </div>
  )
}
