import { Button, Select, TextInput } from '@mantine/core'
import type { PartJoint } from '@diatribon/contract'
import type { DraftRows } from '../forms/draftFields.ts'
import { FigureField } from '../ui/figures.tsx'
import { useSlotKinds } from '../reads/useSlotKinds.ts'
import classes from './Catalogue.module.css'

const figures = [
  ['lengthMm', 'Length, mm'],
  ['boreMm', 'Bore, mm'],
  ['voltageV', 'Voltage, V'],
] as const
const texts = [
  ['thread', 'Thread'],
  ['connector', 'Connector'],
] as const

/** How a part meets its neighbours: what both say must agree, else they are not put together. */
export function JointsField({
  joints,
  error,
}: {
  joints: DraftRows<PartJoint>
  error: (i: number) => string | undefined
}) {
  const { names } = useSlotKinds()
  return (
    <fieldset className={classes.joints}>
      <legend>What must fit where it meets its neighbours</legend>
      {joints.fields.map((joint, i) => (
        <div key={i} className={classes.joint} role="group" aria-label={`Neighbour ${i + 1}`}>
          <Select
            label="Meets a"
            searchable
            data={names}
            {...joint.choice('with')}
            value={joint.draft.with || null}
            onChange={(kind) => joint.set('with', kind ?? '')}
            error={joint.choice('with').error ?? error(i)}
          />
          {texts.map(([name, label]) => (
            <TextInput key={name} label={label} {...joint.words(name)} />
          ))}
          {figures.map(([name, label]) => (
            <FigureField key={name} label={label} mt={0} {...joint.figure(name)} />
          ))}
          <Button
            variant="subtle"
            size="compact-sm"
            onClick={() => joints.drop(i)}
            aria-label={`Leave out neighbour ${i + 1}`}
          >
            Leave out
          </Button>
        </div>
      ))}
      <Button variant="default" size="compact-sm" onClick={() => joints.add({ with: '' })}>
        Add a neighbour
      </Button>
    </fieldset>
  )
}
