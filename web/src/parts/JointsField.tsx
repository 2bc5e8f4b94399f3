import { Button, Select, TextInput } from '@mantine/core'
import type { PartJoint } from '@diatribon/contract'
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
export function JointsField(props: {
  joints: PartJoint[]
  onChange: (joints: PartJoint[]) => void
  fields: Record<string, string>
}) {
  const { joints, onChange, fields } = props
  const { names } = useSlotKinds()
  const replace = (i: number, joint: PartJoint) => onChange(joints.map((old, j) => (j === i ? joint : old)))
  return (
    <fieldset className={classes.joints}>
      <legend>What must fit where it meets its neighbours</legend>
      {joints.map((joint, i) => (
        <div key={i} className={classes.joint} role="group" aria-label={`Neighbour ${i + 1}`}>
          <Select
            label="Meets a"
            required
            searchable
            data={names}
            value={joint.with || null}
            onChange={(kind) => replace(i, { ...joint, with: kind ?? '' })}
            error={fields[`joints.${i}.with`] ?? fields[`joints.${i}`]}
          />
          {texts.map(([name, label]) => (
            <TextInput
              key={name}
              label={label}
              maxLength={20}
              value={joint[name] ?? ''}
              onChange={(e) => replace(i, without(joint, name, e.currentTarget.value || undefined))}
              error={fields[`joints.${i}.${name}`]}
            />
          ))}
          {figures.map(([name, label]) => (
            <FigureField
              key={name}
              label={label}
              mt={0}
              min={0}
              value={joint[name]}
              onChange={(value) => replace(i, without(joint, name, value))}
              error={fields[`joints.${i}.${name}`]}
            />
          ))}
          <Button
            variant="subtle"
            size="compact-sm"
            onClick={() => onChange(joints.filter((_, j) => j !== i))}
            aria-label={`Leave out neighbour ${i + 1}`}
          >
            Leave out
          </Button>
        </div>
      ))}
      <Button variant="default" size="compact-sm" onClick={() => onChange([...joints, { with: '' }])}>
        Add a neighbour
      </Button>
    </fieldset>
  )
}

/** A joint with a property set, or without it. */
function without(joint: PartJoint, name: keyof PartJoint, value: string | number | undefined): PartJoint {
  const { [name]: _, ...rest } = joint
  return (value === undefined ? rest : { ...rest, [name]: value }) as PartJoint
}
