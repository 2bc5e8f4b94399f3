import { Select, SimpleGrid, TextInput } from '@mantine/core'
import type { Correction } from '@diatribon/contract'
import { MomentField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'

const notKnown = 'not known'

/** What can be put right about a take-in: the name, the place, the day, and the ages of the parts it came with. */
export function TakeInFields({
  correction,
  onChange,
  fields,
}: {
  correction: Correction
  onChange: (change: Correction) => void
  fields: Record<string, string>
}) {
  const { name = '', room = '', rack = '', place, takenInAt, partHours = {} } = correction
  const error = (field: string) => fields[`correction.${field}`]
  return (
    <>
      <PlaceFields name={name} onChange={onChange} error={error} room={room} rack={rack} place={place} />
      {takenInAt && (
        <MomentField
          label="Taken in"
          description="An earlier day lets its past be told: readings and part changes since then."
          value={takenInAt}
          onChange={(value) => value && onChange({ takenInAt: value })}
          error={error('takenInAt')}
        />
      )}
      {Object.entries(partHours).map(([slot, hours]) => (
        <AgeFields key={slot} slot={slot} hours={hours} onChange={onChange} partHours={partHours} error={error} />
      ))}
    </>
  )
}

function PlaceFields(props: {
  name: string
  onChange: (change: Correction) => void
  error: (field: string) => string | undefined
  room: string
  rack: string
  place: number | undefined
}) {
  const { name, onChange, error, room, rack, place } = props
  return (
    <>
      <TextInput
        label="Name of the printer"
        required
        mt="sm"
        maxLength={60}
        value={name}
        onChange={(e) => onChange({ name: e.currentTarget.value })}
        error={error('name')}
      />
      <SimpleGrid cols={{ base: 1, sm: 3 }} spacing="sm">
        <TextInput
          label="Room"
          required
          mt="sm"
          maxLength={60}
          value={room}
          onChange={(e) => onChange({ room: e.currentTarget.value })}
          error={error('room')}
        />
        <TextInput
          label="Rack"
          required
          mt="sm"
          maxLength={20}
          value={rack}
          onChange={(e) => onChange({ rack: e.currentTarget.value })}
          error={error('rack')}
        />
        <FigureField
          label="Place on the rack"
          required
          min={1}
          max={1000}
          allowDecimal={false}
          value={place}
          onChange={(place) => onChange({ place })}
          error={error('place')}
        />
      </SimpleGrid>
    </>
  )
}

function AgeFields(props: {
  slot: string
  hours: number | null
  onChange: (change: Correction) => void
  partHours: Record<string, number | null>
  error: (field: string) => string | undefined
}) {
  const { slot, hours, onChange, partHours, error } = props
  return (
    <SimpleGrid cols={{ base: 1, sm: 2 }} spacing="sm">
      <Select
        label={`Age of the part in ${slot} then`}
        mt="sm"
        data={['known', notKnown]}
        value={hours === null ? notKnown : 'known'}
        allowDeselect={false}
        onChange={(value) => onChange({ partHours: { ...partHours, [slot]: value === notKnown ? null : 0 } })}
        error={error(`partHours.${slot}`)}
      />
      {hours !== null && (
        <FigureField
          label={`Hours it had run, in ${slot}`}
          required
          min={0}
          value={hours}
          onChange={(value) => onChange({ partHours: { ...partHours, [slot]: value ?? 0 } })}
          suffix="h"
        />
      )}
    </SimpleGrid>
  )
}
