import { Select, SimpleGrid, TextInput } from '@mantine/core'
import type { Correction } from '@diatribon/contract'
import type { DraftFields } from '../forms/draftFields.ts'
import { MomentField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'

const notKnown = 'not known'

/** What can be put right about a take-in: the name, the place, the day, and the ages of the parts it came with. */
export function TakeInFields({ correction }: { correction: DraftFields<Correction> }) {
  const { draft, words, figure, choice, set } = correction
  return (
    <>
      <TextInput label="Name of the printer" mt="sm" {...words('name')} required />
      <SimpleGrid cols={{ base: 1, sm: 3 }} spacing="sm">
        <TextInput label="Room" mt="sm" {...words('room')} required />
        <TextInput label="Rack" mt="sm" {...words('rack')} required />
        <FigureField label="Place on the rack" {...figure('place')} required />
      </SimpleGrid>
      <MomentField
        label="Taken in"
        description="An earlier day lets its past be told: readings and part changes since then."
        {...choice('takenInAt')}
        onChange={(at) => at && set('takenInAt', at)}
      />
      {Object.keys(draft.partHours ?? {}).map((slot) => (
        <AgeFields key={slot} slot={slot} ages={correction.within('partHours')} />
      ))}
    </>
  )
}

function AgeFields({ slot, ages }: { slot: string; ages: DraftFields<NonNullable<Correction['partHours']>> }) {
  const hours = ages.draft[slot] ?? null
  return (
    <SimpleGrid cols={{ base: 1, sm: 2 }} spacing="sm">
      <Select
        label={`Age of the part in ${slot} then`}
        mt="sm"
        data={['known', notKnown]}
        {...ages.oneOf(slot)}
        value={hours === null ? notKnown : 'known'}
        onChange={(value) => ages.set(slot, value === notKnown ? null : 0)}
      />
      {hours !== null && (
        <FigureField
          label={`Hours it had run, in ${slot}`}
          required
          min={0}
          suffix="h"
          value={hours}
          onChange={(value) => ages.set(slot, value ?? 0)}
        />
      )}
    </SimpleGrid>
  )
}
