import { given } from '@diatribon/core'
import { Button, Group, Select } from '@mantine/core'
import type { ReactNode } from 'react'
import type { PersonHere, ShiftTime } from '@diatribon/contract'
import { useSetDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField, TimeField } from '../ui/dates.tsx'
import { weekdays, weekOrder } from './shiftWords.ts'

/** When somebody is here: every week, and on single days that replace the week's. */
export function ShiftForm({ person, onClose }: { person: PersonHere; onClose: () => void }) {
  const { dayHere } = useSession()
  const { draft, rows, fields, sheet } = useSetDraft(person.shifts, { kind: 'set-shifts', done: 'Shifts set', onClose })
  const week = rows('weekly')
  const single = rows('days')
  return (
    <ActionDialog
      title={`Shifts: ${person.displayName}`}
      verb="Set the shifts"
      {...sheet(({ weekly, days }) => ({ kind: 'set-shifts', personId: person.id, weekly, days }))}
    >
      <h3>Every week</h3>
      {draft.weekly.map((shift, i) => (
        <Line key={i} name={`shift ${i + 1}`} onDrop={() => week.drop(i)}>
          <Select
            aria-label={`Day of shift ${i + 1}`}
            data={weekOrder.map((value) => ({ value: String(value), label: given(weekdays[value]) }))}
            value={String(shift.weekday)}
            onChange={(value) => week.change(i, { weekday: Number(value) })}
            allowDeselect={false}
          />
          <Span
            of={`of shift ${i + 1}`}
            span={shift}
            onChange={(part) => week.change(i, part)}
            wrong={(field) => fields[`weekly.${i}.${field}`]}
          />
        </Line>
      ))}
      <Button
        variant="default"
        size="sm"
        mt="xs"
        onClick={() => week.add({ weekday: 2, from: '09:00', until: '17:00' })}
      >
        Add a shift
      </Button>
      <h3 style={{ marginTop: 16 }}>Single days</h3>
      {draft.days.map(({ day, spans }, i) => (
        <Line key={i} name={`single day ${i + 1}`} onDrop={() => single.drop(i)}>
          <DayField
            aria-label={`Single day ${i + 1}`}
            value={day}
            onChange={(to) => single.change(i, { day: to })}
            error={fields[`days.${i}.day`]}
          />
          <Select
            aria-label={`Here on single day ${i + 1}`}
            data={['away', 'here']}
            value={spans.length === 0 ? 'away' : 'here'}
            onChange={(value) =>
              single.change(i, { spans: value === 'away' ? [] : [{ from: '09:00', until: '17:00' }] })
            }
            allowDeselect={false}
          />
          {spans.map((span, j) => (
            <Span
              key={j}
              of={`on single day ${i + 1}`}
              span={span}
              onChange={(part) => single.change(i, { spans: [{ ...span, ...part }] })}
              wrong={(field) => fields[`days.${i}.spans.${j}.${field}`]}
            />
          ))}
        </Line>
      ))}
      <Button variant="default" size="sm" mt="xs" onClick={() => single.add({ day: dayHere(), spans: [] })}>
        Add a day
      </Button>
    </ActionDialog>
  )
}

function Line({ name, onDrop, children }: { name: string; onDrop: () => void; children: ReactNode }) {
  return (
    <Group gap="xs" mt="xs" wrap="nowrap" align="end">
      {children}
      <Button variant="subtle" size="compact-sm" aria-label={`Drop ${name}`} onClick={onDrop}>
        Drop
      </Button>
    </Group>
  )
}

/** From when until when. @param of what it is said of, for readers of screens */
function Span(props: {
  of: string
  span: ShiftTime
  onChange: (part: Partial<ShiftTime>) => void
  wrong: (field: keyof ShiftTime) => string | undefined
}) {
  const { of, span, onChange, wrong } = props
  return (
    <>
      <TimeField
        label={`Begin ${of}`}
        value={span.from}
        onChange={(from) => onChange({ from })}
        error={wrong('from')}
      />
      <TimeField
        label={`End ${of}`}
        value={span.until}
        onChange={(until) => onChange({ until })}
        error={wrong('until')}
      />
    </>
  )
}
