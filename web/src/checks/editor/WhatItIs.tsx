import { roles, signOffs, type CheckContent } from '@diatribon/contract'
import { Checkbox, MultiSelect, Select, TagsInput, Textarea, TextInput } from '@mantine/core'
import { CautionLines } from '../../forms/CautionLines.tsx'
import type { DraftFields } from '../../forms/draftFields.ts'
import { useModels } from '../../reads/parts.ts'
import { FigureField } from '../../ui/figures.tsx'
import { modelName } from '../../ui/words.ts'
import classes from '../CheckType.module.css'

interface Part {
  content: DraftFields<CheckContent>
}

/** What a check is called, what it is for, what it takes and whom. */
export function WhatItIs({ content }: Part) {
  const { words, choice, tick } = content
  return (
    <div className={classes.sheet}>
      <TextInput label="Name" {...words('name')} />
      <Textarea label="What it is for" mt="sm" autosize {...words('purpose')} />
      <WhoAndWhere content={content} />
      <div className={classes.fields}>
        <TagsInput label="Tools" mt="sm" {...choice('tools')} />
        <TagsInput label="Parts" mt="sm" {...choice('parts')} />
      </div>
      <CautionLines
        description="Shown before the first step that needs it cold, hot or unplugged."
        {...choice('cautions')}
      />
      <Checkbox
        mt="sm"
        size="md"
        label="Offered first on the printer’s page, before each print"
        {...tick('beforePrint')}
      />
    </div>
  )
}

function WhoAndWhere({ content: { draft, figure, oneOf, choice } }: Part) {
  const { data: models = [] } = useModels()
  return (
    <div className={classes.fields}>
      <FigureField label="Minutes" {...figure('minutes')} />
      <Select label="Least role" mt="sm" data={roles.filter((role) => role !== 'device')} {...oneOf('role')} />
      <Select
        label="Needs a sign-off"
        mt="sm"
        clearable
        clearButtonProps={{ 'aria-label': 'No sign-off' }}
        placeholder="none"
        data={[...signOffs]}
        {...choice('signOff')}
      />
      <MultiSelect
        label="For which models"
        mt="sm"
        placeholder={draft.models.length === 0 ? 'all' : ''}
        data={models.map((model) => ({ value: model.id, label: modelName(model) }))}
        {...choice('models')}
      />
    </div>
  )
}
