import { Problem } from '../../ui/Problem.tsx'
import type { FaultPage } from '@diatribon/contract'
import { Select } from '@mantine/core'
import { CautionBox } from '../../ui/CautionBox.tsx'
import { useAction } from '../../session/useAction.ts'
import { DrawingOf } from '../drawings.tsx'
import classes from '../Faults.module.css'

/** What it looks like, named or to be named. */
export function SymptomSheet({ page, works, over }: { page: FaultPage; works: boolean; over: boolean }) {
  const symptom = page.symptoms.find(({ id }) => id === page.fault.known?.id)
  return (
    <section aria-labelledby="symptom" className={classes.sheet}>
      <h2 id="symptom">Symptom</h2>
      <div className={classes.symptom}>
        {symptom?.drawing && <DrawingOf of={symptom.drawing} />}
        <div>
          <NameSymptom page={page} mayName={works} />
          {symptom && <p style={{ margin: '6px 0 0' }}>{symptom.looks}</p>}
        </div>
      </div>
      {symptom?.caution && !over && <CautionBox words={[symptom.caution]} />}
      {symptom?.stop && !over && (
        <p>
          <b>Stop using the machine until the cause is found.</b>
        </p>
      )}
    </section>
  )
}

function NameSymptom({ page, mayName }: { page: FaultPage; mayName: boolean }) {
  const { fault, printer, symptoms } = page
  const { submit, problem } = useAction(null, () => undefined)
  if (!mayName) return <b>{fault.known?.name ?? 'Not named yet'}</b>
  return (
    <>
      <Select
        label="What does it look most like?"
        searchable
        placeholder="Choose the symptom"
        data={symptoms.map(({ id, name }) => ({ value: id, label: name }))}
        value={fault.known?.id ?? null}
        allowDeselect={false}
        onChange={(symptomId) =>
          symptomId && void submit({ kind: 'name-symptom', printerId: printer.id, faultId: fault.id, symptomId })
        }
      />
      <Problem error={problem} />
    </>
  )
}
