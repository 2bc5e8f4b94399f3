import { Button, Checkbox, Select } from '@mantine/core'
import { useState } from 'react'
import type { Knowledge, Symptom } from '@diatribon/contract'
import { FigureField } from '../../ui/figures.tsx'
import { newKey } from '../../ui/newKey.ts'
import { AboutField, CautionField, DrawingField, textOrNull } from './AboutFields.tsx'
import { EditorDialog, WordsField } from '../../forms/EditorDialog.tsx'
import classes from './Knowledge.module.css'

const fresh: Omit<Symptom, 'id'> = {
  name: '',
  looks: '',
  drawing: null,
  about: { slotKinds: [], models: [] },
  caution: null,
  stop: false,
  causes: [],
  dropped: false,
}

/** A symptom: what it looks like, and its causes with the weight of each before anything is known. */
export function SymptomEditor(props: { from: Symptom | null; known: Knowledge; onClose: () => void }) {
  const { from, known, onClose } = props
  const [symptomId] = useState(() => from?.id ?? newKey())
  const [symptom, setSymptom] = useState<Omit<Symptom, 'id'>>(() => {
    const { id: _, ...rest } = from ?? { id: '', ...fresh }
    return rest
  })
  const set = (change: Partial<Symptom>) => setSymptom({ ...symptom, ...change })
  const { name, looks, drawing, about, caution, stop, causes } = symptom
  const causeName = (id: string) => known.causes.find((cause) => cause.id === id)?.name ?? 'unknown cause'
  const action = (dropped: boolean) => ({
    kind: 'set-symptom' as const,
    symptomId,
    ...symptom,
    caution: textOrNull(caution),
    dropped,
  })
  return (
    <EditorDialog
      what="symptom"
      before={from?.name ?? null}
      name={name}
      onName={(next) => set({ name: next })}
      action={action}
      onClose={onClose}
    >
      {(fields) => (
        <>
          <WordsField
            label="What it looks like"
            value={looks}
            onChange={(next) => set({ looks: next })}
            error={fields.looks}
          />
          <DrawingField value={drawing} onChange={(next) => set({ drawing: next })} />
          <CausesField causes={causes} causeName={causeName} set={set} fields={fields} known={known} />
          <AboutField value={about} onChange={(next) => set({ about: next })} />
          <CautionField value={caution} onChange={(next) => set({ caution: next })} />
          <Checkbox
            mt="sm"
            size="md"
            label="Stop using the machine until it is found"
            checked={stop}
            onChange={({ currentTarget }) => set({ stop: currentTarget.checked })}
          />
        </>
      )}
    </EditorDialog>
  )
}

function CausesField(props: {
  causes: { causeId: string; weight: number }[]
  causeName: (id: string) => string
  set: (change: Partial<Symptom>) => void
  fields: Record<string, string>
  known: Knowledge
}) {
  const { causes, causeName, set, fields, known } = props
  return (
    <>
      <h3 style={{ marginTop: 16 }}>Causes and their weight</h3>
      <p className="quiet" style={{ margin: 0 }}>
        A cause of weight 4 is thought twice as likely as one of 2, until your own faults tell more.
      </p>
      {causes.map(({ causeId, weight }, i) => (
        <div key={causeId} className={classes.row}>
          <span>{causeName(causeId)}</span>
          <FigureField
            aria-label={`Weight of ${causeName(causeId)}`}
            mt={0}
            w={90}
            min={0.1}
            value={weight}
            onChange={(next) =>
              set({ causes: causes.map((one, j) => (i === j ? { causeId, weight: next ?? one.weight } : one)) })
            }
            error={fields[`causes.${i}.weight`]}
          />
          <Button
            size="compact-sm"
            variant="subtle"
            aria-label={`Drop ${causeName(causeId)}`}
            onClick={() => set({ causes: causes.filter((_, j) => j !== i) })}
          >
            Drop
          </Button>
        </div>
      ))}
      <Select
        label="Add a cause"
        mt="sm"
        searchable
        data={known.causes
          .filter(({ id, dropped }) => !dropped && !causes.some(({ causeId }) => causeId === id))
          .map(({ id, name: label }) => ({ value: id, label }))}
        value={null}
        onChange={(causeId) => causeId && set({ causes: [...causes, { causeId, weight: 1 }] })}
      />
    </>
  )
}
