import { Button, Checkbox, Select, Textarea } from '@mantine/core'
import type { Knowledge, Symptom } from '@diatribon/contract'
import { EditorDialog } from '../../forms/EditorDialog.tsx'
import type { DraftRows } from '../../forms/draftFields.ts'
import { useSetDraft } from '../../forms/useDraft.ts'
import { FigureField } from '../../ui/figures.tsx'
import { newKey } from '../../ui/newKey.ts'
import { AboutField, CautionField, DrawingField, textOrNull } from './AboutFields.tsx'
import { causeNamed, causesToAdd } from './causesToAdd.ts'
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

const symptomBegun = (from: Symptom | null) => {
  const { id, caution, causes, ...rest } = from ?? { id: newKey(), ...fresh }
  return { symptomId: id, ...rest, caution: caution ?? '', causes: causes as Weighed[] }
}

interface Weighed {
  causeId: string
  weight: number | undefined
}

/** A symptom: what it looks like, and its causes with the weight of each before anything is known. */
export function SymptomEditor(props: { from: Symptom | null; known: Knowledge; onClose: () => void }) {
  const { from, known, onClose } = props
  const form = useSetDraft(() => symptomBegun(from), { kind: 'set-symptom', done: 'Set', onClose })
  const { words, choice, tick } = form
  return (
    <EditorDialog
      what="symptom"
      before={from?.name ?? null}
      form={form}
      action={({ caution, causes, ...rest }, dropped) => ({
        kind: 'set-symptom',
        ...rest,
        causes: causes.map(({ causeId, weight = 0 }) => ({ causeId, weight })),
        caution: textOrNull(caution),
        dropped,
      })}
    >
      <Textarea label="What it looks like" mt="sm" autosize {...words('looks')} />
      <DrawingField {...choice('drawing')} />
      <CausesField causes={form.rows('causes')} known={known} />
      <AboutField {...choice('about')} />
      <CautionField {...words('caution')} />
      <Checkbox mt="sm" size="md" label="Stop using the machine until it is found" {...tick('stop')} />
    </EditorDialog>
  )
}

function CausesField({ causes, known }: { causes: DraftRows<Weighed>; known: Knowledge }) {
  return (
    <>
      <h3 style={{ marginTop: 16 }}>Causes and their weight</h3>
      <p className="quiet" style={{ margin: 0 }}>
        A cause of weight 4 is thought twice as likely as one of 2, until your own faults tell more.
      </p>
      {causes.fields.map(({ draft, figure }, i) => {
        const name = causeNamed(known, draft.causeId)
        return (
          <div key={draft.causeId} className={classes.row}>
            <span>{name}</span>
            <FigureField aria-label={`Weight of ${name}`} mt={0} w={90} {...figure('weight')} />
            <Button size="compact-sm" variant="subtle" aria-label={`Drop ${name}`} onClick={() => causes.drop(i)}>
              Drop
            </Button>
          </div>
        )
      })}
      <Select
        label="Add a cause"
        mt="sm"
        searchable
        data={causesToAdd(
          known,
          causes.fields.map(({ draft }) => draft.causeId),
        )}
        value={null}
        onChange={(causeId) => causeId && causes.add({ causeId, weight: 1 })}
      />
    </>
  )
}
