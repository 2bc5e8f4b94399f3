import { type CheckContent, roles, type Role, signOffs, type SignOff } from '@diatribon/contract'
import { TextInput, Textarea, TagsInput, Checkbox, Select, MultiSelect } from '@mantine/core'
import { useModels } from '../../reads/parts.ts'
import { FigureField } from '../../ui/figures.tsx'
import { modelName } from '../../ui/words.ts'
import classes from '../CheckType.module.css'

interface EditorProps {
  content: CheckContent
  set: (change: Partial<CheckContent>) => void
  error: (name: string) => string | undefined
}

/** What a check is called, what it is for, what it takes and whom. */
export function WhatItIs({ content, set, error }: EditorProps) {
  return (
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
      <WhoAndWhere content={content} set={set} error={error} />
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
  )
}

function WhoAndWhere({ content, set, error }: EditorProps) {
  const { data: models = [] } = useModels()
  return (
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
  )
}
