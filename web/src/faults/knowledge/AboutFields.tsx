import { MultiSelect, Select, TagsInput, Textarea, type TextareaProps } from '@mantine/core'
import { drawings, signOffs, type AboutPrinters, type Drawing, type SignOff } from '@diatribon/contract'
import { DrawingOf, drawingWords } from '../drawings.tsx'
import { modelName } from '../../ui/words.ts'
import { useModels } from '../../reads/parts.ts'

/** Which printers it is about. */
export function AboutField({ value, onChange }: { value: AboutPrinters; onChange: (about: AboutPrinters) => void }) {
  const { data: models = [] } = useModels()
  const kinds = [...new Set(models.flatMap(({ slots }) => slots.map(({ kind }) => kind)))].sort()
  return (
    <>
      <TagsInput
        label="Only on printers with a slot for"
        description="Empty: on all. A cause about wheels never shows on a machine on rails."
        mt="sm"
        data={kinds}
        value={value.slotKinds}
        onChange={(slotKinds) => onChange({ ...value, slotKinds })}
      />
      <MultiSelect
        label="Only on models"
        mt="sm"
        placeholder={value.models.length === 0 ? 'all' : ''}
        data={models.map((model) => ({ value: model.id, label: modelName(model) }))}
        value={value.models}
        onChange={(next) => onChange({ ...value, models: next })}
      />
    </>
  )
}

export function DrawingField(props: { value: Drawing | null; onChange: (value: Drawing | null) => void }) {
  const { value } = props
  return (
    <div style={{ display: 'flex', gap: 12, alignItems: 'end', marginTop: 12 }}>
      <Select
        label="Drawing"
        clearable
        placeholder="none"
        style={{ flex: 1 }}
        description={value ? drawingWords(value) : undefined}
        data={[...drawings]}
        {...props}
      />
      {value && <DrawingOf of={value} width={92} />}
    </div>
  )
}

export function CautionField(props: TextareaProps) {
  return <Textarea label="Caution, shown where the work is (optional)" mt="sm" autosize {...props} />
}

export function SignOffField(props: { value: SignOff | null; onChange: (value: SignOff | null) => void }) {
  return <Select label="Sign-off that it needs" mt="sm" clearable placeholder="none" data={[...signOffs]} {...props} />
}

/** An optional text as the action takes it. */
export const textOrNull = (text: string) => text.trim() || null
