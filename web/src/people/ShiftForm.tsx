import { given } from '@diatribon/core'
import { Button, Group, Select } from '@mantine/core'
import { useState } from 'react'
import type { PersonHere, ShiftPlan, ShiftTime } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { DayField, TimeField } from '../ui/dates.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useSetAction } from '../session/useSetAction.ts'
import { weekdays, weekOrder } from './shiftWords.ts'

/** When somebody is here: every week, and on single days that replace the week's. */
export function ShiftForm({ person, onClose }: { person: PersonHere; onClose: () => void }) {
  const { nowMs } = useSession()
  const { submit, problem, fields, busy } = useSetAction('Shifts set', onClose)
  const [plan, setPlan] = useState<ShiftPlan>(person.shifts)
  const { weekly, days } = plan
  const setWeek = (i: number, change: Partial<ShiftPlan['weekly'][number]>) =>
    setPlan({ ...plan, weekly: weekly.map((span, j) => (i === j ? { ...span, ...change } : span)) })
  const setDay = (i: number, change: Partial<ShiftPlan['days'][number]>) =>
    setPlan({ ...plan, days: days.map((one, j) => (i === j ? { ...one, ...change } : one)) })
  return (
    <ActionDialog
      title={`Shifts: ${person.displayName}`}
      verb="Set the shifts"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void submit({ kind: 'set-shifts', personId: person.id, weekly, days })}
    >
      <WeeklyShifts weekly={weekly} setWeek={setWeek} fields={fields} setPlan={setPlan} plan={plan} />
      <h3 style={{ marginTop: 16 }}>Single days</h3>
      {days.map(({ day, spans }, i) => (
        <SingleDay
          key={i}
          i={i}
          day={day}
          setDay={setDay}
          fields={fields}
          spans={spans}
          setPlan={setPlan}
          plan={plan}
          days={days}
        />
      ))}
      <Button
        variant="default"
        size="sm"
        mt="xs"
        onClick={() =>
          setPlan({ ...plan, days: [...days, { day: new Date(nowMs()).toISOString().slice(0, 10), spans: [] }] })
        }
      >
        Add a day
      </Button>
    </ActionDialog>
  )
}

function WeeklyShift(props: {
  i: number
  weekday: number
  setWeek: (i: number, change: Partial<ShiftTime & { weekday: number }>) => void
  from: string
  fields: Record<string, string>
  until: string
  setPlan: (value: ShiftPlan) => void
  plan: ShiftPlan
  weekly: (ShiftTime & { weekday: number })[]
}) {
  const { i, weekday, setWeek, from, fields, until, setPlan, plan, weekly } = props
  return (
    <Group gap="xs" mt="xs" wrap="nowrap" align="end">
      <Select
        aria-label={`Day of shift ${i + 1}`}
        data={weekOrder.map((value) => ({ value: String(value), label: given(weekdays[value]) }))}
        value={String(weekday)}
        onChange={(value) => setWeek(i, { weekday: Number(value) })}
        allowDeselect={false}
      />
      <TimeField
        label={`Begin of shift ${i + 1}`}
        value={from}
        onChange={(time) => setWeek(i, { from: time })}
        error={fields[`weekly.${i}.from`]}
      />
      <TimeField
        label={`End of shift ${i + 1}`}
        value={until}
        onChange={(time) => setWeek(i, { until: time })}
        error={fields[`weekly.${i}.until`]}
      />
      <Button
        variant="subtle"
        size="compact-sm"
        aria-label={`Drop shift ${i + 1}`}
        onClick={() => setPlan({ ...plan, weekly: weekly.filter((_, j) => j !== i) })}
      >
        Drop
      </Button>
    </Group>
  )
}

function SingleDay(props: {
  i: number
  day: string
  setDay: (i: number, change: Partial<{ day: string; spans: ShiftTime[] }>) => void
  fields: Record<string, string>
  spans: ShiftTime[]
  setPlan: (value: ShiftPlan) => void
  plan: ShiftPlan
  days: { day: string; spans: ShiftTime[] }[]
}) {
  const { i, day, setDay, fields, spans, setPlan, plan, days } = props
  return (
    <Group gap="xs" mt="xs" wrap="nowrap" align="end">
      <DayField
        aria-label={`Single day ${i + 1}`}
        value={day}
        onChange={(day) => setDay(i, { day: day })}
        error={fields[`days.${i}.day`]}
      />
      <Select
        aria-label={`Here on single day ${i + 1}`}
        data={['away', 'here']}
        value={spans.length === 0 ? 'away' : 'here'}
        onChange={(value) => setDay(i, { spans: value === 'away' ? [] : [{ from: '09:00', until: '17:00' }] })}
        allowDeselect={false}
      />
      {spans.map((span, j) => (
        <Group key={j} gap={4} wrap="nowrap">
          <TimeField
            label={`Begin on single day ${i + 1}`}
            value={span.from}
            onChange={(time) => setDay(i, { spans: [{ ...span, from: time }] })}
          />
          <TimeField
            label={`End on single day ${i + 1}`}
            value={span.until}
            onChange={(time) => setDay(i, { spans: [{ ...span, until: time }] })}
          />
        </Group>
      ))}
      <Button
        variant="subtle"
        size="compact-sm"
        aria-label={`Drop single day ${i + 1}`}
        onClick={() => setPlan({ ...plan, days: days.filter((_, j) => j !== i) })}
      >
        Drop
      </Button>
    </Group>
  )
}

function WeeklyShifts(props: {
  weekly: (ShiftTime & { weekday: number })[]
  setWeek: (i: number, change: Partial<ShiftTime & { weekday: number }>) => void
  fields: Record<string, string>
  setPlan: (value: ShiftPlan) => void
  plan: ShiftPlan
}) {
  const { weekly, setWeek, fields, setPlan, plan } = props
  return (
    <>
      <h3>Every week</h3>
      {weekly.map(({ weekday, from, until }, i) => (
        <WeeklyShift
          key={i}
          i={i}
          weekday={weekday}
          setWeek={setWeek}
          from={from}
          fields={fields}
          until={until}
          setPlan={setPlan}
          plan={plan}
          weekly={weekly}
        />
      ))}
      <Button
        variant="default"
        size="sm"
        mt="xs"
        onClick={() => setPlan({ ...plan, weekly: [...weekly, { weekday: 2, from: '09:00', until: '17:00' }] })}
      >
        Add a shift
      </Button>
    </>
  )
}
